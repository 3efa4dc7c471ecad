"""The tool's circle, lying on the clay with its true size."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.view.viewport import Viewport
from yewfinch.core.mesh.query.pick import Hit, circle_on
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

_INK, _PAPER = QColor(36, 48, 43, 150), QColor("#FBFAF6")


class ToolCircle:
    """Lays the circle where the pointer is, once for each place of the pointer, size of the tool and state of
    the clay.
    """

    def __init__(self) -> None:
        self._of: tuple[Hit, Surface, int, float] | None = None
        self._ring: DoubleArray | None = None

    def ring(self, view: Viewport) -> DoubleArray | None:
        """The circle on the clay, (k, 3) mm, closed; None if the pointer is not on clay."""
        hit, pieces = view.hit, view.bench.portrait.pieces
        if hit is None or view.hit_piece not in pieces:
            return None
        surface, radius = pieces[view.hit_piece].surface, view.bench.tools.settings.size / 2
        of = self._of
        if of is None or of[0] is not hit or of[1] is not surface or of[2:] != (surface.version, radius):
            self._of, self._ring = (
                (hit, surface, surface.version, radius),
                circle_on(surface, hit.point, hit.normal, radius),
            )
        return self._ring

    def paint(self, p: QPainter, view: Viewport) -> None:
        """Paint it, dark under light."""
        ring = self.ring(view) if view.bench.mode == "tool" else None
        if ring is None:
            self._of = self._ring = None  # a surface that is gone is let go
            return
        seen = view.camera().project(ring)
        if not (abs(seen) < 1e6).all():  # NaN behind the eye
            return
        line = QPolygonF([QPointF(float(x), float(y)) for x, y in seen])
        p.setBrush(Qt.BrushStyle.NoBrush)
        for pen in (QPen(_INK, 2.6), QPen(_PAPER, 1.3)):
            p.setPen(pen)
            p.drawPolyline(line)
