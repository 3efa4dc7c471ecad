"""Painting the fringe: how far the clay lies from the lines drawn on the photo."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QColor, QImage, QPainter, QPen, QPolygonF

from yewfinch.app.rooms.likeness.fringes import Fringes
from yewfinch.app.view import brushes
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.signed_scale import signed_colour
from yewfinch.core.sitter.outlines import Gap

#: Distance of the end colours, mm, and width of the fringe on the screen for one mm, pixels.
LIMIT, WIDE = 4.0, 7.0
#: Fringes closer than this stay thin, mm.
LEAST = 0.25


def paint(p: QPainter, view: Viewport, fringes: Fringes) -> None:
    """The standing photo's fringes and their scale."""
    photo = view.bench.standpoint.photo()
    shown = fringes.standing
    blinked = view.bench.standpoint.overlay.blink and not view.blink_on
    if photo is None or not shown or blinked or not view.bench.outlook.show_fringes:
        return
    for gap in shown:
        drawn = view.standpoint.point(photo, gap.drawn)
        clay = view.standpoint.point(photo, gap.clay)
        paint_fringe(p, gap, drawn, clay)
    _scale(p, view)
    worst = [g for g in shown if g.worst is not None][:3]
    worst.sort(key=lambda g: -abs(float(g.signed[g.worst or 0])))
    for gap in worst[:1]:
        at = view.standpoint.point(photo, gap.drawn[gap.worst or 0])
        value = float(gap.signed[gap.worst or 0])
        if abs(value) >= 1.0:
            inward = -78.0 if at[0] > view.standpoint.box().center().x() else 18.0
            brushes.label(p, QPointF(float(at[0]) + inward, float(at[1]) - 16), phrase("{0:+.1f} mm", value), view)


def paint_fringe(p: QPainter, gap: Gap, drawn: DoubleArray, clay: DoubleArray) -> None:
    """One line's fringe, at points of the widget."""
    way = clay - drawn
    length = np.linalg.norm(way, axis=1, keepdims=True)
    unit = np.divide(way, length, out=np.zeros_like(way), where=length > 1e-9)
    edge = drawn + unit * (np.abs(gap.signed)[:, None] * WIDE)
    colours = signed_colour((gap.signed[1:] + gap.signed[:-1]) / 2, LIMIT)
    for i in range(len(drawn) - 1):
        corners = np.array([drawn[i], drawn[i + 1], edge[i + 1], edge[i]])
        if not np.isfinite(corners).all():
            continue
        red, green, blue = (int(v) for v in colours[i])
        colour = QColor(red, green, blue, 215)
        p.setPen(QPen(colour, 0.6))
        p.setBrush(colour)
        p.drawPolygon(QPolygonF([QPointF(float(x), float(y)) for x, y in corners]))
    line = QPolygonF([QPointF(float(x), float(y)) for x, y in drawn])
    for pen in (QPen(brushes.INK, 3.0), QPen(brushes.PAPER, 1.3)):
        p.setPen(pen)
        p.drawPolyline(line)


def _scale(p: QPainter, view: Viewport) -> None:
    """The colours and what they mean, at the foot of the view."""
    width, height = 168.0, 12.0
    left, top = view.width() - width - 16.0, view.height() - 44.0
    bar = signed_colour(np.linspace(-LIMIT, LIMIT, 64), LIMIT)
    image = QImage(bar.tobytes(), 64, 1, 192, QImage.Format.Format_RGB888).copy()
    box = QRectF(left, top, width, height)
    p.drawImage(box, image)
    p.setPen(QPen(brushes.INK, 1))
    p.setBrush(QColor(0, 0, 0, 0))
    p.drawRect(box)
    for text, x in (
        (phrase("-{0:.0f} mm in", LIMIT), left - 14),
        ("0", left + width / 2 - 12),
        (phrase("+{0:.0f} mm out", LIMIT), left + width - 66),
    ):
        brushes.label(p, QPointF(x, top + height + 19), text, view)
