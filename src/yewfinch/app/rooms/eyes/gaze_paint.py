"""Where both eyes look, over the clay: a line from each pupil, and the point."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.view.brushes import GOLD, PAPER
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.features.eyes.eye import apex, axis

#: Length of the lines that show where an eye looks, mm.
_LONG = 45.0


def paint(p: QPainter, view: Viewport, eyes: Eyes) -> None:
    """Paint both axes, and the target's handle where it is in the picture."""
    camera = view.camera()
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    for eye in eyes.held().values():
        start = apex(eye)
        ends = np.asarray(camera.project(np.stack([start, start + _LONG * axis(eye)])))
        if not np.isfinite(ends).all():
            continue
        a, b = (QPointF(float(x), float(y)) for x, y in ends)
        for wide, colour in ((3.2, QColor(36, 48, 43, 130)), (1.4, QColor(251, 250, 246, 235))):
            p.setPen(QPen(colour, wide))
            p.drawLine(a, b)
        p.setPen(QPen(PAPER, 1.2))
        p.setBrush(GOLD)
        p.drawEllipse(b, 4.0, 4.0)
    p.setBrush(Qt.BrushStyle.NoBrush)
