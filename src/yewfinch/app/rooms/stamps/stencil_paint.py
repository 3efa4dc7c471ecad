"""The stencil over the view, and its handles."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QImage, QPainter, QPen, QPolygonF, QTransform

from yewfinch.app.rooms.stamps.stencil_hand import StencilHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.sculpt.stencil import HANDLES, Stencil

GOLD, PAPER, INK = QColor("#C98A16"), QColor("#FBFAF6"), QColor("#24302B")
#: What is held back is covered with this, sRGB.
COVER = (0x24, 0x30, 0x2B)

#: The picture painted last, for its stencil.
_last: tuple[object, float, QImage] | None = None


def _image(stencil: Stencil) -> QImage:
    """Cover where nothing goes through, clear where all does."""
    global _last
    grey = stencil.picture[0]
    if _last is None or _last[0] is not grey or _last[1] != stencil.opacity:
        h, w = grey.shape
        out = np.zeros((h, w, 4), np.uint8)
        out[..., :3] = COVER
        out[..., 3] = np.where(grey < 0.0, 0.0, (1.0 - grey) * stencil.opacity * 255.0).astype(np.uint8)
        _last = grey, stencil.opacity, QImage(out.tobytes(), w, h, 4 * w, QImage.Format.Format_RGBA8888).copy()
    return _last[2]


def paint(p: QPainter, view: Viewport, hand: StencilHand) -> None:
    """Over the clay; the handles while it is laid."""
    stencil = view.bench.portrait.stencil
    if stencil is None:
        return
    laying = view.bench.mode == "stencil"
    if not view.bench.stencil.on and not laying:
        return
    width, height = float(view.width()), float(view.height())
    corner, across, up = stencil.axes(width, height)
    image = _image(stencil)
    low, high = stencil.picture[1]
    size = high - low
    top = corner + low[0] * across + high[1] * up
    x, y = across * size[0] / image.width(), -up * size[1] / image.height()
    p.save()
    p.setTransform(QTransform(float(x[0]), float(x[1]), float(y[0]), float(y[1]), float(top[0]), float(top[1])), True)
    p.drawImage(QPointF(0.0, 0.0), image)
    p.restore()
    places = [QPointF(float(a), float(b)) for a, b in stencil.places(width, height)]
    p.setBrush(Qt.BrushStyle.NoBrush)
    if not laying:
        return
    rows = [places[j * HANDLES : (j + 1) * HANDLES] for j in range(HANDLES)]
    outline = [QPointF(float(a), float(b)) for a, b in hand.corners(stencil)]
    for pen in (QPen(INK, 2.6), QPen(PAPER, 1.2)):
        p.setPen(pen)
        if hand.warping:
            for line in (*rows, *([r[i] for r in rows] for i in range(HANDLES))):
                p.drawPolyline(QPolygonF(line))
        else:
            p.drawPolygon(QPolygonF(outline))
        knob = hand.knob(stencil)
        p.drawLine((outline[2] + outline[3]) / 2, QPointF(float(knob[0]), float(knob[1])))
    p.setPen(QPen(INK, 1.4))
    p.setBrush(PAPER)
    for at in places if hand.warping else outline:
        p.drawEllipse(at, 5.0, 5.0)
    p.setBrush(GOLD)
    p.drawEllipse(QPointF(float(knob[0]), float(knob[1])), 6.0, 6.0)
