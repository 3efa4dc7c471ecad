"""The line that is being drawn, and the side of a cut that goes."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QColor, QPainter, QPainterPath, QPen

from yewfinch.app.view.brushes import GOLD, PAPER, RUST
from yewfinch.app.view.line_hand import LineHand

#: How deep the side of an open cut is hatched, pixels.
_DEEP = 26.0


def paint(p: QPainter, hand: LineHand) -> None:
    """Paint the line that is being drawn and its points."""
    purpose = hand.purpose
    if purpose is None or len(hand.points) < 2:
        return
    shape, first, last = purpose.shape, hand.points[0], hand.points[-1]
    path = QPainterPath(first)
    if shape == "box":
        path = QPainterPath()
        path.addRect(QRectF(first, last).normalized())
    elif shape == "line":
        path.lineTo(last)
    else:
        for q in hand.points[1:]:
            path.lineTo(q)
        if shape == "lasso":
            path.closeSubpath()
    tone = RUST if purpose.cuts else GOLD
    p.setBrush(Qt.BrushStyle.NoBrush)
    if purpose.hatched:
        side = path if shape in ("lasso", "box") else _strip(first, last, hand.other)
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(QBrush(QColor(tone.red(), tone.green(), tone.blue(), 150), Qt.BrushStyle.BDiagPattern))
        p.drawPath(side)
        p.setBrush(Qt.BrushStyle.NoBrush)
    for wide, colour in ((3.4, QColor(36, 48, 43, 140)), (1.6, PAPER if purpose.cuts else GOLD)):
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
