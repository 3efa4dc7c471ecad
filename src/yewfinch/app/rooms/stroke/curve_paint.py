"""The curve of a stroke and its knots."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.rooms.stroke.curve_hand import CurveHand
from yewfinch.app.view.viewport import Viewport

GOLD, PAPER, INK = QColor("#C98A16"), QColor("#FBFAF6"), QColor("#24302B")


def paint(p: QPainter, view: Viewport, curve: CurveHand) -> None:
    """Over the clay, seen through."""
    if not curve.on:
        return
    camera = view.camera()
    shown = camera.project(curve.path())
    line = QPolygonF([QPointF(float(x), float(y)) for x, y in shown if np.isfinite([x, y]).all()])
    p.setBrush(Qt.BrushStyle.NoBrush)
    for pen in (QPen(INK, 3.0), QPen(PAPER, 1.4)):
        p.setPen(pen)
        p.drawPolyline(line)
    for i, knot in enumerate(curve.knots):
        x, y = camera.project(knot.aim)[0]
        if not np.isfinite([x, y]).all():
            continue
        p.setPen(QPen(INK, 1.4))
        p.setBrush(GOLD if i == curve.chosen else PAPER)
        p.drawEllipse(QPointF(float(x), float(y)), 5.0, 5.0)
