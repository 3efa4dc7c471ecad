"""Lines of the face dragged along the clay."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.view.brushes import GOLD, PAPER, label
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.head.face_lines import CURVES, Line
from yewfinch.core.document.verbs import face_lines
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: A line is taken hold of from so near, pixels.
_NEAR = 12.0
_DARK = QColor(36, 48, 43, 150)


class LineDragHand(RestingHand):
    """Pointer input on the viewport while lines are dragged; brackets set how much of a line goes along.

    Parameters
    ----------
    viewport : Viewport
    """

    def __init__(self, viewport: Viewport) -> None:
        self.viewport, self.bench = viewport, viewport.bench
        self.line = "mouth_line"
        self.reach = face_lines.REACH
        self._held: tuple[str, int, float] | None = None
        self._before: dict[str, Line] = {}

    def hint(self) -> str:
        """What to do now."""
        return phrase(
            "Drag a line of the face along the clay; {0:.0f} mm of it go along ([ and ]), with "
            "Shift all of it. Esc ends.",
            self.reach,
        )

    @property
    def busy(self) -> bool:
        """Is a line held?"""
        return self._held is not None

    def seen(self) -> dict[str, tuple[DoubleArray, DoubleArray]]:
        """Lines on visible clay: places on the view, (n, 2) pixels, and which of them are in sight, (n,)."""
        portrait, camera = self.bench.portrait, self.viewport.camera()
        out = {}
        for key, line in portrait.lines.items():
            piece = portrait.pieces.get(line[0].piece) if line else None
            places = portrait.line(key)
            if piece is None or places is None or not piece.visible or key not in CURVES:
                continue
            corners, weights = [a.corners for a in line], np.array([a.weights for a in line])
            normals = np.einsum("nk,nkj->nj", weights, piece.surface.normals[corners].astype(np.float64))
            flat = np.asarray(camera.project(places))
            away = np.broadcast_to(camera.rotation[2], places.shape) if camera.flat else places - camera.position
            shown = np.isfinite(flat).all(axis=1) & (np.einsum("nk,nk->n", away, normals) < 0.0)
            out[key] = flat, shown
        return out

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of the nearest line in sight."""
        best: tuple[float, str, int] | None = None
        for key, (flat, shown) in self.seen().items():
            away = np.where(shown, np.hypot(flat[:, 0] - at.x(), flat[:, 1] - at.y()), np.inf)
            i = int(np.argmin(away))
            # the chosen line first where several meet
            rank = float(away[i]) - (4.0 if key == self.line else 0.0)
            if away[i] < _NEAR and (best is None or rank < best[0]):
                best = (rank, key, i)
        if best is None:
            return False
        _, self.line, number = best
        whole = bool(mods & Qt.KeyboardModifier.ShiftModifier)
        self._held = self.line, number, float("inf") if whole else self.reach
        self._before = self.bench.portrait.lines
        self.viewport.update()
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """It follows the pointer along the clay."""
        found = self.viewport.look_at(at)
        if found is None or self._held is None:
            return
        key, number, reach = self._held
        portrait, line = self.bench.portrait, self._before[self._held[0]]
        if found[1] != line[0].piece:
            return
        surface = portrait.surface(found[1])
        portrait.lines = {**self._before, key: face_lines.dragged(surface, line, number, found[0].point, reach)}
        self.viewport.update()

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """It stays where it is, as one step."""
        portrait, held = self.bench.portrait, self._held
        after, portrait.lines = portrait.lines, self._before
        self._held = None
        if held is not None and after is not self._before:
            portrait.perform(face_lines.changed(portrait, held[0], after[held[0]]))

    def cancel(self) -> None:
        """It goes back to where it was."""
        if self._held is not None:
            self.bench.portrait.lines = self._before
            self._held = None
            self.bench.outlook.changed.emit()

    def resize(self, factor: float) -> bool:
        """More or less of a line goes along."""
        self.reach = float(np.clip(self.reach * factor, 1.0, 60.0))
        self.bench.say(phrase("{0:.0f} mm of a line go along.", self.reach), "note")
        return True

    def paint(self, p: QPainter) -> None:
        """Paint all lines in sight, the chosen one in gold with its places."""
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.setBrush(Qt.BrushStyle.NoBrush)
        for key, (flat, shown) in self.seen().items():
            chosen = key == self.line
            for run in _runs(shown):
                curve = QPolygonF([QPointF(float(x), float(y)) for x, y in flat[run]])
                for wide, colour in ((3.4, _DARK), (1.8 if chosen else 1.2, GOLD if chosen else PAPER)):
                    p.setPen(QPen(colour, wide, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
                    p.drawPolyline(curve)
            if chosen and shown.any():
                p.setPen(QPen(_DARK, 1.0))
                p.setBrush(GOLD)
                for x, y in flat[shown][::2]:
                    p.drawEllipse(QPointF(float(x), float(y)), 2.6, 2.6)
                p.setBrush(Qt.BrushStyle.NoBrush)
                x, y = flat[shown][-1]
                if not self.viewport.rect().contains(int(x), int(y)):
                    continue
                label(p, QPointF(float(x) + 10, float(y) - 8), CURVES[key].plain, self.viewport)


def _runs(shown: DoubleArray) -> list[slice]:
    """Stretches of at least two neighbours that are in sight."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], np.asarray(shown, np.int8), [0]])))
    return [slice(int(a), int(b)) for a, b in zip(edges[::2], edges[1::2], strict=True) if b - a > 1]
