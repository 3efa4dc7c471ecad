"""The section's line over the clay, or over a photo."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QLineF, QPointF
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.rooms.looking.section_hand import SectionHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.arrays import DoubleArray

GOLD, INK, PAPER = QColor("#E0A82E"), QColor("#24302B"), QColor("#FBFAF6")


def paint(p: QPainter, view: Viewport, hand: SectionHand) -> None:
    """A gold line with a dark rim; hidden parts are drawn, too, for the line is there to be compared."""
    if hand.sections.section is None:
        return
    camera = view.camera()
    lines: list[QLineF] = []
    for parts in hand.sections.parts().values():
        flat = camera.project(parts.reshape(-1, 3)).reshape(-1, 4)
        flat = flat[np.isfinite(flat).all(axis=1)]
        lines += [QLineF(*row) for row in flat.tolist()]
    for pen in (QPen(INK, 3.4), QPen(GOLD, 1.8)):
        p.setPen(pen)
        for line in lines:
            p.drawLine(line)
    found = hand.knob()
    if found is not None:
        _knob(p, *found, held=hand.busy)


def _knob(p: QPainter, at: QPointF, way: DoubleArray, *, held: bool) -> None:
    """A disc with two arrows, along the way that it is drawn."""
    p.save()
    p.translate(at)
    p.rotate(float(np.degrees(np.arctan2(way[1], way[0]))))
    p.setPen(QPen(INK, 1.4))
    p.setBrush(GOLD if held else PAPER)
    p.drawEllipse(QPointF(0, 0), 11.0, 11.0)
    p.setBrush(INK)
    for side in (-1.0, 1.0):
        p.drawPolygon(QPolygonF([QPointF(side * 8.5, 0.0), QPointF(side * 4.0, -3.6), QPointF(side * 4.0, 3.6)]))
    p.setPen(QPen(INK, 1.6))
    p.drawLine(QPointF(0, -5.0), QPointF(0, 5.0))
    p.restore()
