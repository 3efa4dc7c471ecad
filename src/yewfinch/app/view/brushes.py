"""Brushes for what lies over the picture of the clay: colours, cards with text, arrows."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QFont, QFontMetrics, QImage, QPainter, QPen
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import shown

GOLD = QColor("#C98A16")
YEW = QColor("#2E5E4E")
PAPER = QColor("#FBFAF6")
INK = QColor("#24302B")
RUST = QColor("#D0573A")


def arrow(p: QPainter, a: QPointF, b: QPointF, colour: QColor) -> None:
    """An arrow with a dark rim, so that it reads on any ground."""
    way = b - a
    length = float(np.hypot(way.x(), way.y()))
    if length < 2.0:
        return
    unit = way / length
    side = QPointF(-unit.y(), unit.x())
    head = min(7.0, length * 0.6)
    for pen in (QPen(INK, 4), QPen(colour, 2)):
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        p.setPen(pen)
        p.drawLine(a, b)
        p.drawLine(b, b - unit * head + side * head * 0.55)
        p.drawLine(b, b - unit * head - side * head * 0.55)


def label(p: QPainter, at: QPointF, text: str, view: QWidget) -> None:
    """A small card with text, kept inside the view."""
    picture = _card(shown(text), view.devicePixelRatioF(), theme.palette().card)
    width, height = picture.deviceIndependentSize().width(), picture.deviceIndependentSize().height()
    x = min(max(4.0, at.x()), view.width() - width - 4.0)
    y = min(max(4.0, at.y() - 17), view.height() - height - 4.0)
    p.drawImage(QRectF(x, y, width, height), picture)


def card_width(text: str) -> float:
    """How wide the card of a text is, pixels."""
    return float(QFontMetrics(_font()).horizontalAdvance(shown(text)) + 16)


def _font() -> QFont:
    font = QFont("Source Sans Pro")
    font.setPixelSize(13)
    return font


@lru_cache(maxsize=128)
def _card(text: str, ratio: float, _variant: str) -> QImage:
    """The card as a picture. Text is not drawn straight into the OpenGL view: its glyphs would
    be uploaded with the pixel alignment that reading pictures back leaves behind.
    """
    width, height = card_width(text), 23
    image = QImage(round(width * ratio), round(height * ratio), QImage.Format.Format_ARGB32_Premultiplied)
    image.setDevicePixelRatio(ratio)
    image.fill(Qt.GlobalColor.transparent)
    p = QPainter(image)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setFont(_font())
    box = QRectF(0.5, 0.5, width - 1, height - 1)
    p.setPen(QPen(theme.color("line"), 1))
    p.setBrush(theme.color("card", 240))
    p.drawRoundedRect(box, 5, 5)
    p.setPen(theme.color("ink"))
    p.drawText(box, Qt.AlignmentFlag.AlignCenter, text)
    p.end()
    return image
