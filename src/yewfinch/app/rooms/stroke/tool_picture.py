"""Small pictures of what each tool does to clay: a section before and after, as the tool declares it."""

from __future__ import annotations

from functools import lru_cache, partial

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QColor, QIcon, QImage, QPainter, QPainterPath, QPen, QPixmap

from yewfinch.app.kit import theme
from yewfinch.core.sculpt.tool_section import Mark, Profile, ToolSection, arch, flat

#: The square that sections are drawn in, pixels, and its margins at the sides and below.
SIZE, SIDE, FOOT = 44, 4, 8


def picture(section: ToolSection) -> QIcon:
    """A tool's section as an icon."""
    return QIcon(theme.Drawn(partial(_pixmap, section), QSize(SIZE, SIZE)))


def _pixmap(section: ToolSection, width: int, height: int) -> QPixmap:
    """The section in the variant in force."""
    image = _drawn(section, theme.palette().card)
    return QPixmap.fromImage(
        image.scaled(width, height, Qt.AspectRatioMode.KeepAspectRatio, Qt.TransformationMode.SmoothTransformation)
    )


@lru_cache(maxsize=128)
def _drawn(section: ToolSection, _variant: str) -> QImage:
    """The section as a picture; it is the same in every window."""
    image = QImage(SIZE * 2, SIZE * 2, QImage.Format.Format_ARGB32_Premultiplied)
    image.fill(Qt.GlobalColor.transparent)
    p = QPainter(image)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.scale(2, 2)
    path = _outline(section.after, section.lean, 72)
    body = QPainterPath(path)
    body.lineTo(SIZE - SIDE, SIZE - FOOT)
    body.lineTo(SIDE, SIZE - FOOT)
    body.closeSubpath()
    p.fillPath(body, QColor("#C9B79F"))
    p.save()
    p.setClipPath(body)
    for mark in section.marks:
        if mark.inside:
            _mark(p, mark)
    p.restore()
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.setPen(QPen(theme.color("soft", 150), 1, Qt.PenStyle.DashLine))
    p.drawPath(_outline(section.before, flat, 36))
    p.setPen(QPen(theme.color("ink"), 1.6))
    p.drawPath(path)
    for mark in section.marks:
        if not mark.inside:
            _mark(p, mark)
    p.end()
    return image


def _outline(height: Profile, lean: Profile, steps: int) -> QPainterPath:
    """The clay's outline from left to right."""
    path = QPainterPath()
    for i in range(steps + 1):
        t = i / steps
        at = QPointF(SIDE + (SIZE - 2 * SIDE) * t + lean(t), arch(t) - height(t))
        if i:
            path.lineTo(at)
        else:
            path.moveTo(at)
    return path


def _mark(p: QPainter, mark: Mark) -> None:
    x0, y0, x1, y1 = mark.box
    box = QRectF(x0, y0, x1 - x0, y1 - y0)
    colour = QColor(mark.colour) if mark.colour.startswith("#") else theme.color(mark.colour)
    if mark.kind in ("disc", "box"):
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(colour)
        p.drawEllipse(box) if mark.kind == "disc" else p.drawRect(box)
        return
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.setPen(QPen(colour, mark.width))
    if mark.kind == "line":
        p.drawLine(QPointF(x0, y0), QPointF(x1, y1))
    else:
        p.drawArc(box, 20 * 16, 300 * 16)
