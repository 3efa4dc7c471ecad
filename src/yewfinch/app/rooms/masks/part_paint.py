"""The joint of a part over the clay: its line, where it was, and the end to drag."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.rooms.masks.part_hand import PartHand
from yewfinch.app.view.brushes import GOLD, PAPER, YEW, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.phrases import phrase


def paint(p: QPainter, view: Viewport, hand: PartHand) -> None:
    """Paint the handles that turn a part."""
    dots, parts = hand.dots(), hand.parts
    if dots is None:
        return
    joint, drawn, end = dots
    p.setPen(QPen(QColor(251, 250, 246, 170), 1.4, Qt.PenStyle.DashLine))
    p.drawLine(joint, drawn)
    for wide, colour in ((3.6, QColor(36, 48, 43, 120)), (1.7, PAPER)):
        p.setPen(QPen(colour, wide))
        p.drawLine(joint, end)
    p.setPen(QPen(PAPER, 1.6))
    for place, colour, size in ((joint, YEW, 5.0), (end, GOLD, 7.0)):
        p.setBrush(colour)
        p.drawEllipse(place, size, size)
    p.setBrush(Qt.BrushStyle.NoBrush)
    if parts.degrees:
        label(p, end + QPointF(14, 8), phrase("{0:+.0f}°", parts.degrees), view)
