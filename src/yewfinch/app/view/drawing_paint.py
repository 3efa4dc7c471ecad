"""Painting what was drawn on a photo: lines, guides and grids."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.core.sitter.photo import Drawing


def paint_drawing(p: QPainter, drawing: Drawing, to_widget: Callable[[float, float], QPointF]) -> None:
    """One drawing, with a dark rim under its colour."""
    colour = QColor(drawing.colour)
    points = [to_widget(x, y) for x, y in drawing.points]
    lines: list[list[QPointF]] = [points]
    if drawing.kind in ("thirds", "fifths") and len(points) >= 2:
        box = QRectF(points[0], points[-1]).normalized()
        parts = 3 if drawing.kind == "thirds" else 5
        lines = [[box.topLeft(), box.topRight(), box.bottomRight(), box.bottomLeft(), box.topLeft()]]
        for i in range(1, parts):
            t = i / parts
            if drawing.kind == "thirds":
                y = box.top() + t * box.height()
                lines.append([QPointF(box.left(), y), QPointF(box.right(), y)])
            else:
                x = box.left() + t * box.width()
                lines.append([QPointF(x, box.top()), QPointF(x, box.bottom())])
    elif drawing.kind == "guide" and len(points) >= 2:
        way = points[-1] - points[0]
        length = max(1.0, float(np.hypot(way.x(), way.y())))
        lines = [[points[0] - way * (4000 / length), points[0] + way * (4000 / length)]]
    width = {"outline": 2.4, "plane": 1.6, "rhythm": 2.0}.get(drawing.kind, 1.4)
    style = Qt.PenStyle.DashLine if drawing.kind == "plane" else Qt.PenStyle.SolidLine
    p.setBrush(Qt.BrushStyle.NoBrush)
    for pen in (QPen(QColor(36, 48, 43, 120), width + 1.6), QPen(colour, width, style)):
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
        p.setPen(pen)
        for line in lines:
            if len(line) == 1:
                p.drawPoint(line[0])
            else:
                p.drawPolyline(QPolygonF(line))
