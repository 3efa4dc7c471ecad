"""The handles of the chosen pieces over the clay."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.rooms.pieces.place_hand import ARM, HOOP, KNOB, Handle, PlaceHand
from yewfinch.app.view.brushes import GOLD, PAPER, YEW, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.phrases import phrase

_SHADE = QColor(36, 48, 43, 130)


def paint(p: QPainter, view: Viewport, hand: PlaceHand) -> None:
    """Paint the handles that move, turn and scale pieces."""
    middle = hand.arm(0, 0.0)
    if middle is None:
        return
    lit = hand.held
    if lit is None and view.pointer is not None and not hand.placing.picking:
        lit = hand.under(view.pointer)
    centre = QPointF(float(middle[0]), float(middle[1]))
    p.setBrush(Qt.BrushStyle.NoBrush)
    hoop = Handle("scale", None)
    p.setPen(
        QPen(GOLD if lit == hoop else QColor(251, 250, 246, 120), 2.4 if lit == hoop else 1.2, Qt.PenStyle.DotLine)
    )
    p.drawEllipse(centre, HOOP, HOOP)
    for axis in range(3):
        _arc(p, hand, axis, lit == Handle("turn", axis))
    for axis in range(3):
        tip, knob = hand.arm(axis, ARM), hand.arm(axis, KNOB)
        if tip is None or knob is None or np.linalg.norm(tip - middle) <= 14:
            continue
        start, end, far = (QPointF(float(q[0]), float(q[1])) for q in (middle + (tip - middle) * 0.12, tip, knob))
        for wide, colour in ((5.0, _SHADE), (2.4, GOLD if lit == Handle("move", axis) else PAPER)):
            p.setPen(QPen(colour, wide, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
            p.drawLine(start, end)
        p.setPen(QPen(_SHADE, 1.2))
        p.setBrush(GOLD if lit == Handle("scale", axis) else PAPER)
        p.drawRoundedRect(QRectF(far.x() - 4.5, far.y() - 4.5, 9, 9), 2, 2)
        p.setBrush(Qt.BrushStyle.NoBrush)
    p.setPen(QPen(PAPER, 1.6))
    p.setBrush(GOLD if lit == Handle("move", None) else YEW)
    p.drawEllipse(centre, 6.0, 6.0)
    p.setBrush(Qt.BrushStyle.NoBrush)
    text = hand.words
    if not text and lit is not None and view.pointer is not None:
        text = _says(lit)
    if text and view.pointer is not None:
        label(p, view.pointer + QPointF(16, 6), text, view)


def _says(handle: Handle) -> str:
    ways = ("left and right", "up and down", "forward and back")
    if handle.axis is None:
        return "drag: move; with Shift stick to a surface" if handle.does == "move" else "drag: scale"
    axes = ("the axis from ear to ear", "the upright axis", "the axis to the front")
    return {
        "move": phrase("move {0}", ways[handle.axis]),
        "scale": phrase("scale {0}", ways[handle.axis]),
        "turn": phrase("turn about {0}", axes[handle.axis]),
    }[handle.does]


def _arc(p: QPainter, hand: PlaceHand, axis: int, lit: bool) -> None:
    points = hand.arc(axis)
    if points is None:
        return
    line = QPolygonF([QPointF(float(x), float(y)) for x, y in points])
    for wide, colour in ((4.6, _SHADE), (2.2, GOLD if lit else QColor("#DCE8E0"))):
        p.setPen(QPen(colour, wide, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
        p.drawPolyline(line)
