"""The line that is being drawn, and the side of a cut that goes."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QColor, QPainter, QPainterPath, QPen

from yewfinch.app.overlays import GOLD, PAPER, RUST

if TYPE_CHECKING:
    from yewfinch.app.viewport import Viewport

#: How deep the side of an open cut is hatched, pixels.
_DEEP = 26.0


def paint(p: QPainter, view: Viewport) -> None:
    """Paint them."""
    hands, outlines = view.outline_hands, view.outline_hands.outlines
    if outlines is None or len(hands.points) < 2:
        return
    shape, first, last = outlines.shape, hands.points[0], hands.points[-1]
    path = QPainterPath(first)
    if shape == "box":
        path = QPainterPath()
        path.addRect(QRectF(first, last).normalized())
    elif shape == "line":
        path.lineTo(last)
    else:
        for q in hands.points[1:]:
            path.lineTo(q)
        if shape == "lasso":
            path.closeSubpath()
    cutting = outlines.purpose == "cut"
    tone = RUST if cutting else GOLD
    p.setBrush(Qt.BrushStyle.NoBrush)
    if not cutting or outlines.fate == "remove":
        side = path if shape in ("lasso", "box") else _strip(first, last, hands.other)
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(QBrush(QColor(tone.red(), tone.green(), tone.blue(), 150), Qt.BrushStyle.BDiagPattern))
        p.drawPath(side)
        p.setBrush(Qt.BrushStyle.NoBrush)
    for wide, colour in ((3.4, QColor(36, 48, 43, 140)), (1.6, PAPER if cutting else GOLD)):
        p.setPen(QPen(colour, wide))
        p.drawPath(path)


def _strip(first: QPointF, last: QPointF, other: bool) -> QPainterPath:
    """A band along the side to the right of a line."""
    way = np.array([last.x() - first.x(), last.y() - first.y()])
    way = way / max(float(np.linalg.norm(way)), 1e-6)
    off = QPointF(float(-way[1]), float(way[0])) * (-_DEEP if other else _DEEP)
    path = QPainterPath(first)
    for q in (last, last + off, first + off):
        path.lineTo(q)
    path.closeSubpath()
    return path
