"""At a standpoint: the frame of its photo and the wipe line. The photo itself is drawn by the renderer."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.view.brushes import PAPER, YEW
from yewfinch.app.view.drawing_paint import paint_drawing
from yewfinch.app.view.standpoint_view import StandpointView


def paint(p: QPainter, standpoint: StandpointView) -> None:
    """Paint them, with the drawings on the photo; nothing where one stands nowhere."""
    bench = standpoint.bench
    photo, overlay = bench.standpoint.photo(), bench.standpoint.overlay
    if photo is None:
        return
    box = standpoint.box()
    if bench.outlook.show_fringes:
        for drawing in photo.drawings:
            if drawing.visible:
                paint_drawing(p, drawing, lambda x, y: QPointF(*(float(v) for v in standpoint.point(photo, (x, y)))))
    p.setPen(QPen(QColor(255, 255, 255, 130), 1))
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawRect(box)
    if overlay.wipe is None:
        return
    at, a = standpoint.wipe_point(), np.radians(overlay.angle)
    along = QPointF(-float(np.sin(a)), float(np.cos(a)))
    p.save()
    p.setClipRect(box)
    p.setPen(QPen(PAPER, 2))
    p.drawLine(at - along * 4000, at + along * 4000)
    p.restore()
    p.setPen(QPen(PAPER, 2))
    p.setBrush(YEW)
    p.drawEllipse(at, 7, 7)
    p.drawEllipse(at + along * 90, 4, 4)
