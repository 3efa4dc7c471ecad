"""Small pictures of what each tool does to clay: a section before and after."""

from __future__ import annotations

import math
from collections.abc import Callable

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QIcon, QPainter, QPainterPath, QPen, QPixmap

from yewfinch.app.kit import theme

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
    if tool == "gloss":
        p.save()
        p.setClipPath(body)
        p.setPen(Qt.PenStyle.NoPen)
        for turn, wide in ((150, 120), (255, 46)):
            p.setBrush(QColor(255, 255, 255, turn))
            p.drawEllipse(QRectF(22 - wide / 14, 21, wide / 7, wide / 20))
        p.restore()
    if tool == "mask":
        p.save()
        p.setClipPath(body)
        p.fillRect(QRectF(24, 8, 20, 36), QColor("#5C6A86"))
        p.restore()
    before = QPainterPath(QPointF(4, 24))
    for i in range(37):
        before.lineTo(4 + i, 24 - 3 * math.sin(math.pi * i / 36))
    if tool in _BEFORE:
        before = QPainterPath(QPointF(4, _BEFORE[tool](0.0)))
        for i in range(1, 37):
            before.lineTo(4 + i, _BEFORE[tool](i / 36))
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
    if tool in ("relax", "twist"):
        p.setPen(QPen(theme.color("yew"), 1.4))
        if tool == "relax":
            for k in range(5):
                x = 10 + 6 * k
                p.drawLine(QPointF(x, 25), QPointF(x, 36))
            p.drawLine(QPointF(8, 30.5), QPointF(36, 30.5))
        else:
            p.drawArc(QRectF(13, 4, 18, 12), 20 * 16, 300 * 16)
            p.drawLine(QPointF(30.5, 8), QPointF(27, 5))
            p.drawLine(QPointF(30.5, 8), QPointF(33, 4.5))
    p.end()
    return QIcon(pixmap)


def _ridge(t: float, width: float) -> float:
    return math.exp(-(((t - 0.5) / width) ** 2))


def _arch(t: float) -> float:
    return 24 - 3 * math.sin(math.pi * t)


def _between(t: float) -> float:
    """1 in the middle, 0 outside, with steep sides."""
    return min(1.0, max(0.0, (0.24 - abs(t - 0.5)) / 0.04))


def _waves(t: float, high: float) -> float:
    return _arch(t) - high * math.sin(t * 26)


#: Height of the clay after a tool, of place, plain height and a bump; and before it, where that was no plain arch.
_AFTER: dict[str, Callable[[float, float, float], float]] = {
    "swell": lambda t, base, _: base - 9 * _ridge(t, 0.24),
    "ribbon": lambda t, base, _: base - 6 * _between(t),
    "flatten": lambda t, base, _: base + (20 - base) * min(1.0, 1.3 * _between(t)) if 0.2 < t < 0.8 else base,
    "scrape": lambda t, base, _: max(base - 7 * _ridge(t, 0.2), 20.5),
    "fill": lambda t, base, _: min(base + 8 * _ridge(t, 0.16), 22.5),
    "pinch": lambda t, base, _: base - 6 * math.exp(-abs(t - 0.5) / 0.06),
    "polish": lambda t, base, _: base - 6 * _between(t) * 1.0,
    "relax": lambda t, base, _: base,
    "pull_out": lambda t, base, _: base - 15 * _ridge(t, 0.07),
    "sharp_cut": lambda t, base, _: base + max(0.0, 11 * (1 - abs(t - 0.5) / 0.12)),
    "scrape_edge": lambda t, base, _: base + max(0.0, 13 * min(abs(t - 0.5), 0.3)) - 2.5,
    "smear": lambda t, base, _: base - 5 * _ridge(t - 0.14, 0.12) - 2 * _ridge(t + 0.08, 0.16),
    "twist": lambda t, base, _: base - 4 * math.sin((t - 0.5) * 14) * _ridge(t, 0.3),
}
_BEFORE: dict[str, Callable[[float], float]] = {
    "scrape_edge": lambda t: _arch(t) - 3 * _ridge(t, 0.3), "smear": lambda t: _arch(t) - 6 * _ridge(t + 0.1, 0.12),
    "flatten": lambda t: _waves(t, 3.0), "scrape": lambda t: _arch(t) - 7 * _ridge(t, 0.2), "fill": lambda t: _arch(t) + 8 * _ridge(t, 0.16),
    "polish": lambda t: _arch(t) - 6 * _between(t) - 1.4 * math.sin(t * 60), "pinch": lambda t: _arch(t) - 4 * _ridge(t, 0.22),
}  # fmt: skip


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
        if tool == "stamp":
            return base - 6 * (0.2 < t < 0.8) * (0.5 + 0.5 * math.cos(2 * math.pi * (t - 0.5) / 0.15))
        if tool in _AFTER:
            return _AFTER[tool](t, base, bump)
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
