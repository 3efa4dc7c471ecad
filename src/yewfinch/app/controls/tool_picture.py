"""Small pictures of what each tool does to clay: a section before and after."""

from __future__ import annotations

import math

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QIcon, QPainter, QPainterPath, QPen, QPixmap

from yewfinch.app import theme

SIZE = 44


def picture(tool: str) -> QIcon:
    """The picture of a tool as an icon."""
    pixmap = QPixmap(SIZE * 2, SIZE * 2)
    pixmap.fill(Qt.GlobalColor.transparent)
    p = QPainter(pixmap)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.scale(2, 2)
    clay = QColor("#C9B79F")
    path = _section(tool)
    body = QPainterPath(path)
    body.lineTo(SIZE - 4, SIZE - 8)
    body.lineTo(4, SIZE - 8)
    body.closeSubpath()
    p.fillPath(body, clay)
    if tool == "paint":
        p.save()
        p.setClipPath(body)
        p.setBrush(QColor("#B5614B"))
        p.setPen(Qt.PenStyle.NoPen)
        p.drawEllipse(QRectF(12, 12, 20, 18))
        p.restore()
    if tool == "mask":
        p.save()
        p.setClipPath(body)
        p.fillRect(QRectF(24, 8, 20, 36), QColor("#5C6A86"))
        p.restore()
    before = QPainterPath(QPointF(4, 24))
    for i in range(37):
        before.lineTo(4 + i, 24 - 3 * math.sin(math.pi * i / 36))
    if tool in ("erase_layer", "towards_state"):
        deep = 5 if tool == "erase_layer" else -6
        before = QPainterPath(QPointF(4, 24))
        for i in range(37):
            before.lineTo(4 + i, 24 - 3 * math.sin(math.pi * i / 36) - deep * math.exp(-(((i / 36 - 0.5) / 0.16) ** 2)))
    if tool == "smooth":
        before = QPainterPath(QPointF(4, 24))
        for i in range(37):
            before.lineTo(4 + i, 22 - 4 * math.sin(i * 0.9))
    pen = QPen(theme.color("soft", 150), 1, Qt.PenStyle.DashLine)
    p.setPen(pen)
    p.drawPath(before)
    p.setPen(QPen(theme.color("ink"), 1.6))
    p.drawPath(path)
    if tool == "move":
        p.setPen(QPen(theme.color("yew"), 1.8))
        p.drawLine(QPointF(22, 20), QPointF(29, 7))
        p.drawLine(QPointF(29, 7), QPointF(24, 9))
        p.drawLine(QPointF(29, 7), QPointF(30, 12))
    p.end()
    return QIcon(pixmap)


def _section(tool: str) -> QPainterPath:
    """Outline of the clay after the tool, from left to right."""

    def height(t: float) -> float:
        base = 24 - 3 * math.sin(math.pi * t)
        bump = math.exp(-(((t - 0.5) / 0.16) ** 2))
        if tool == "clay":
            return base - 7 * min(1.0, max(0.0, 1.5 - abs(t - 0.5) / 0.16))
        if tool == "crease":
            return base + 12 * math.exp(-abs(t - 0.5) / 0.07)
        if tool == "mask":
            return base - 7 * min(1.0, max(0.0, 1.6 - abs(t - 0.36) / 0.13)) * (t < 0.56)
        if tool == "move":
            return base - 8 * math.exp(-(((t - 0.56) / 0.2) ** 2))
        if tool == "erase_layer":
            return base - 5 * bump * (t < 0.5)
        if tool == "towards_state":
            return base - 4 * bump
        if tool == "paint":
            return base - 3 * bump
        return base

    path = QPainterPath(QPointF(4, height(0.0)))
    for i in range(1, 73):
        t = i / 72
        lean = 5 * math.exp(-(((t - 0.56) / 0.2) ** 2)) if tool == "move" else 0.0
        path.lineTo(4 + 36 * t + lean * 0.6, height(t))
    return path
