"""The balls and links of the armature in hand, over its skin."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.rooms.armature.armature_hand import ArmatureHand
from yewfinch.app.view.brushes import GOLD, PAPER, YEW
from yewfinch.app.view.viewport import Viewport


def paint(p: QPainter, view: Viewport, hand: ArmatureHand) -> None:
    """Paint them: rings of the balls' true size, dots in their middles, lines for links."""
    chosen = hand.armatures.ball
    for wide, colour in ((3.4, QColor(36, 48, 43, 120)), (1.5, QColor(251, 250, 246, 235))):
        p.setPen(QPen(colour, wide))
        for above, ball in hand.links():
            p.drawLine(above.place, ball.place)
    for ball in hand.balls():
        own = ball.number == chosen
        colour = GOLD if own else YEW
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(QPen(QColor(251, 250, 246, 120), 2.4))
        p.drawEllipse(ball.place, ball.radius, ball.radius)
        p.setPen(QPen(colour, 1.6 if own else 1.1, Qt.PenStyle.DashLine if ball.image else Qt.PenStyle.SolidLine))
        p.drawEllipse(ball.place, ball.radius, ball.radius)
        p.setPen(QPen(PAPER, 1.4))
        p.setBrush(colour)
        size = 5.5 if own and not ball.image else 3.8
        p.drawEllipse(ball.place, size, size)
    p.setBrush(Qt.BrushStyle.NoBrush)
