"""The lines drawn on the photos against the clay, kept up to date stroke by stroke. No Qt here."""

from __future__ import annotations

import numpy as np
from psygnal import Signal

from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.alignment import Alignment
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.outlines import Gap, gaps
from yewfinch.core.sitter.photo import Photo

#: Maps kept at most, and the vertices they may hold together (12 bytes each).
KEPT, VERTICES = 12, 30_000_000
#: For photos that one does not stand at the clay is laid on again only once that moves a landmark so far,
#: mm: each time, every map is drawn anew.
STEADY = 0.1


class Fringes:
    """Gaps of the standing photo, and of all.

    Signals
    -------
    changed : ()
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        self.bench = bench
        self.standing: list[Gap] = []
        self._maps: dict[str, tuple[object, DepthMap]] = {}
        self._dirty: dict[str, dict[str, set[int]]] = {}
        self._laid: Alignment | None = None
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        portrait = self.bench.portrait
        portrait.rows_changed.connect(self._rows)
        portrait.pieces_changed.connect(self._forget)
        portrait.net_changed.connect(self._forget)
        self._forget()

    def _forget(self) -> None:
        self._maps.clear()
        self._dirty.clear()
        self._laid = None

    def _rows(self, piece: str, channel: str, leaves: IndexArray) -> None:
        if channel != "positions":
            return
        for photo in self._maps:
            self._dirty.setdefault(photo, {}).setdefault(piece, set()).update(int(v) for v in leaves)

    def refresh(self) -> None:
        """Compare the standing photo's lines again."""
        photo = self.bench.standpoint.photo()
        self.standing = [] if photo is None else self.of(photo, self.bench.standpoint.alignment)
        self.changed.emit()

    def everything(self) -> list[Gap]:
        """All lines of all photos; the largest distances first.

        For the photo that one stands at the clay is laid on as it was on coming there, so that its
        map serves both; for the others as it is now.
        """
        standing, steady = self.bench.standpoint.photo(), self._steady()
        out = [
            g for p in self.bench.portrait.sitter.photos
            for g in self.of(p, self.bench.standpoint.alignment if p is standing else steady)
        ]  # fmt: skip
        return sorted(out, key=lambda g: -(g.rms if np.isfinite(g.rms) else -1.0))

    def of(self, photo: Photo, alignment: Alignment) -> list[Gap]:
        """One photo's lines; empty without a standpoint or lines."""
        if photo.standpoint is None or not photo.curves:
            return []
        portrait = self.bench.portrait
        camera = alignment.camera(photo.standpoint.camera())
        outlined = bool({"face_outline", "jaw"} & set(photo.curves))
        lines = {k: line for k in portrait.lines if (line := portrait.line(k)) is not None}
        depth = self._map(photo, camera) if outlined else None
        return gaps(photo, camera, lines, depth, self._middle())

    def _steady(self) -> Alignment:
        """How the clay lies, unchanged as long as that moves no landmark by more than `STEADY`."""
        now = self.bench.standpoint.lay_on()
        points = np.array(list(self.bench.portrait.landmarks().values())).reshape(-1, 3)
        if self._laid is None or np.abs(self._laid.to_sitter(points) - now.to_sitter(points)).max(initial=0.0) > STEADY:
            self._laid = now
        return self._laid

    def _middle(self) -> DoubleArray:
        points = list(self.bench.portrait.landmarks().values())
        return np.mean(points, axis=0) if points else np.zeros(3)

    def _map(self, photo: Photo, camera: Camera) -> DepthMap:
        key = (camera.rotation.tobytes(), camera.position.tobytes(), camera.focal, camera.width, camera.height)
        surfaces = {k: p.surface for k, p in self.bench.portrait.pieces.items() if p.visible and not p.see_through}
        held = self._maps.get(photo.id)
        if held is None or held[0] != key:
            depth = DepthMap(camera)
            depth.draw(surfaces)
            self._maps.pop(photo.id, None)
            self._maps[photo.id] = (key, depth)
            self._dirty.pop(photo.id, None)
            size = sum(len(s) for s in surfaces.values())
            while len(self._maps) > max(1, min(KEPT, VERTICES // max(1, size))):
                self._maps.pop(next(iter(self._maps)))
            return depth
        for piece, leaves in self._dirty.pop(photo.id, {}).items():
            held[1].update(piece, np.array(sorted(leaves), np.int32))
        return held[1]
