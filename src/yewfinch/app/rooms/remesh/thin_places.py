"""Where clay is thinner than asked for: a ring and the thickness at each part, until the piece changes."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPen

from yewfinch.app.view.brushes import GOLD, INK, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.thin_parts import ThinPart
from yewfinch.core.shared.phrases import phrase

#: Radius of a ring, pixels; so many parts are shown, the largest.
_RING, _SHOWN = 7.0, 12
#: Labels nearer to one that is there already are left out, pixels.
_WIDE, _HIGH = 74.0, 24.0


def thickness_words(part: ThinPart) -> str:
    """How thick a part is where it is thinnest."""
    return phrase("{0:.1f} mm", part.thickness) if part.thickness >= 0.05 else "under 0.1 mm"


class ThinPlaces:
    """What was found on a piece, as long as that is what it was."""

    def __init__(self, view: Viewport) -> None:
        self.view, self.bench = view, view.bench
        self._found: tuple[str, Surface, int, Sequence[ThinPart]] | None = None

    def show(self, piece: str, parts: Sequence[ThinPart]) -> None:
        """Show parts of a piece as it is now."""
        surface = self.bench.portrait.surface(piece)
        self._found = piece, surface, surface.version, parts

    @property
    def parts(self) -> Sequence[ThinPart]:
        """Those that still hold and whose piece is in sight."""
        if self._found is None:
            return ()
        key, surface, version, parts = self._found
        piece = self.bench.portrait.pieces.get(key)
        if piece is None or piece.surface is not surface or surface.version != version or not piece.visible:
            return ()
        return parts


def paint(p: QPainter, places: ThinPlaces) -> None:
    """Paint the largest parts."""
    parts, view = places.parts[:_SHOWN], places.view
    if not parts or view.busy:
        return
    where = view.camera().project(np.array([part.place for part in parts]))
    told: list[QPointF] = []
    for (x, y), part in zip(where.tolist(), parts, strict=True):
        if not (np.isfinite(x) and np.isfinite(y)):
            continue
        at = QPointF(x, y)
        for pen in (QPen(INK, 3), QPen(GOLD, 1.5)):
            p.setPen(pen)
            p.drawEllipse(at, _RING, _RING)
        if all(abs(at.x() - t.x()) > _WIDE or abs(at.y() - t.y()) > _HIGH for t in told):
            told.append(at)
            label(p, at + QPointF(_RING + 3, 0), thickness_words(part), view)
