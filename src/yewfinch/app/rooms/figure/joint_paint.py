"""The joints over the clay: dots, and lines to what they hang from."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.rooms.figure.joint_hand import JointHand
from yewfinch.app.view.brushes import GOLD, PAPER, YEW, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.body.skeleton import JOINTS


def paint(p: QPainter, view: Viewport, hand: JointHand) -> None:
    """Paint the joints that are to be seen."""
    dots = hand.dots()
    if not dots:
        return
    seen = view.camera().project(np.array(list(dots.values())))
    at = {k: QPointF(float(x), float(y)) for k, (x, y) in zip(dots, seen, strict=True) if np.isfinite([x, y]).all()}
    for wide, colour in ((3.6, QColor(36, 48, 43, 110)), (1.6, QColor(251, 250, 246, 230))):
        p.setPen(QPen(colour, wide))
        for key, point in at.items():
            above = JOINTS[key].parent
            while above is not None and above not in at:
                above = JOINTS[above].parent
            if above is not None and key != "jaw":
                p.drawLine(point, at[above])
    chosen = view.bench.selection.joint
    for key, point in at.items():
        p.setPen(QPen(PAPER, 1.6))
        p.setBrush(GOLD if key == chosen else YEW)
        size = 6.5 if key == chosen else 4.5
        p.drawEllipse(point, size, size)
    p.setBrush(Qt.BrushStyle.NoBrush)
    if chosen in at:
        label(p, at[chosen] + QPointF(12, 8), JOINTS[chosen].title, view)
