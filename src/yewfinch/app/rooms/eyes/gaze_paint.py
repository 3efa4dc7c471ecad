"""Where both eyes look, over the clay: a line from each pupil."""

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
    """Paint both axes with a ring at their ends."""
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
        p.setBrush(Qt.BrushStyle.NoBrush)
        for wide, colour in ((4.0, PAPER), (2.0, GOLD)):
            p.setPen(QPen(colour, wide))
            p.drawEllipse(b, 6.0, 6.0)
