"""Small pictures of the kinds of solids."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRect, QRectF, QSize
from PyQt6.QtGui import QIcon, QIconEngine, QPainter, QPainterPath, QPen, QPixmap

from yewfinch.app.kit import theme

#: Outlines on a square of 28: how each is drawn.
_SIDE = 28.0


class _Engine(QIconEngine):
    """Draws in the colours of the theme in force."""

    def __init__(self, kind: str) -> None:
        super().__init__()
        self.kind = kind

    def paint(self, painter: QPainter | None, rect: QRect, mode: QIcon.Mode, state: QIcon.State) -> None:
        """Draw at any size."""
        assert painter is not None
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.translate(rect.x(), rect.y())
        painter.scale(rect.width() / _SIDE, rect.height() / _SIDE)
        painter.setPen(QPen(theme.color("ink"), 1.5))
        painter.setBrush(theme.color("tint"))
        _DRAW[self.kind](painter)
        painter.restore()

    def pixmap(self, size: QSize, mode: QIcon.Mode, state: QIcon.State) -> QPixmap:
        """The picture on nothing."""
        out = QPixmap(size)
        out.fill(theme.color("ink", 0))
        painter = QPainter(out)
        self.paint(painter, out.rect(), mode, state)
        painter.end()
        return out

    def clone(self) -> QIconEngine:
        """Another icon engine that draws the same solid."""
        return _Engine(self.kind)


def solid_icon(kind: str) -> QIcon:
    """The picture of a kind."""
    return QIcon(_Engine(kind))


def _path(p: QPainter, *points: tuple[float, float], closed: bool = True) -> None:
    path = QPainterPath(QPointF(*points[0]))
    for x, y in points[1:]:
        path.lineTo(x, y)
    if closed:
        path.closeSubpath()
    p.drawPath(path)


def _ball(p: QPainter) -> None:
    p.drawEllipse(QRectF(4, 4, 20, 20))
    p.drawArc(QRectF(4, 10, 20, 8), 180 * 16, 180 * 16)
    p.drawArc(QRectF(10, 4, 8, 20), 90 * 16, 180 * 16)


def _eye(p: QPainter) -> None:
    for r in (10.0, 6.5, 3.0):
        p.drawEllipse(QPointF(14, 14), r, r)


def _block(p: QPainter) -> None:
    _path(p, (4, 10), (17, 10), (17, 24), (4, 24))
    _path(p, (4, 10), (11, 4), (24, 4), (17, 10))
    _path(p, (17, 10), (24, 4), (24, 17), (17, 24))


def _cylinder(p: QPainter) -> None:
    path = QPainterPath(QPointF(5, 8))
    path.lineTo(5, 21)
    path.arcTo(QRectF(5, 17, 18, 8), 180, 180)
    path.lineTo(23, 8)
    p.drawPath(path)
    p.drawEllipse(QRectF(5, 4, 18, 8))


def _cone(p: QPainter) -> None:
    path = QPainterPath(QPointF(14, 3))
    path.lineTo(5, 21)
    path.arcTo(QRectF(5, 17, 18, 8), 180, 180)
    path.closeSubpath()
    p.drawPath(path)


def _ring(p: QPainter) -> None:
    path = QPainterPath()
    path.addEllipse(QRectF(3, 7, 22, 14))
    path.addEllipse(QRectF(10, 11.5, 8, 4))
    p.drawPath(path)


def _tube(p: QPainter) -> None:
    path = QPainterPath(QPointF(5, 21))
    path.cubicTo(8, 2, 18, 24, 23, 7)
    for pen in (QPen(theme.color("ink"), 8), QPen(theme.color("tint"), 5)):
        p.strokePath(path, pen)


def _lathe(p: QPainter) -> None:
    path = QPainterPath(QPointF(10, 4))
    path.cubicTo(15, 12, 2, 14, 8, 24)
    path.lineTo(20, 24)
    path.cubicTo(26, 14, 13, 12, 18, 4)
    path.closeSubpath()
    p.drawPath(path)


_DRAW = {
    "ball": _ball,
    "eye": _eye,
    "block": _block,
    "cylinder": _cylinder,
    "cone": _cone,
    "ring": _ring,
    "tube": _tube,
    "lathe": _lathe,
    "plane": lambda p: _path(p, (6, 6), (22, 3), (22, 22), (6, 25)),
}
