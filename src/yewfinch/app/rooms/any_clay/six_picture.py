"""A small drawing of a head from the front and the side with the landmarks that are asked for."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QColor, QPainter, QPainterPath, QPaintEvent, QPen
from PyQt6.QtWidgets import QSizePolicy, QWidget

from yewfinch.app.view.brushes import GOLD, PAPER, YEW
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.features.laid_head.laying import ASKED
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Where the landmarks are drawn, in a field of 100 by 100, from the front and from the sitter's left; None: not seen.
_FRONT = {"ex_l": (69, 45), "ex_r": (31, 45), "prn": (50, 60), "gn": (50, 93), "t_l": (82, 52), "t_r": (18, 52)}
_SIDE = {"ex_l": (29, 45), "prn": (9, 60), "gn": (25, 92), "t_l": (56, 53)}
_DOT = 4.0


class SixPicture(QWidget):
    """The drawing; `show_state` says which are there and which is next."""

    def __init__(self) -> None:
        super().__init__()
        self.placed: frozenset[str] = frozenset()
        self.next: str | None = None
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("landmarks to click")

    def sizeHint(self) -> QSize:  # noqa: N802 - Qt's name
        """Two heads side by side."""
        return QSize(230, 116)

    def show_state(self, placed: frozenset[str], following: str | None) -> None:
        """Draw these as placed, and one as the next."""
        self.placed, self.next = placed, following
        there = in_a_row(", ", (LANDMARKS[k].plain for k in ASKED if k in placed))
        self.setToolTip(phrase("There: {0}", there) if there else "None of the six is there yet")
        self.update()

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802 - Qt's name
        """Paint both heads and the dots."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        size = min(self.height() - 8.0, self.width() / 2 - 12.0)
        line = self.palette().windowText().color()
        line.setAlpha(150)
        for number, (outline, dots) in enumerate(((_front(), _FRONT), (_side(), _SIDE))):
            left = self.width() / 2 + (number - 1) * (size + 16.0) + 8.0
            field = QRectF(left, 4.0, size, size)
            p.save()
            p.translate(field.topLeft())
            p.scale(size / 100.0, size / 100.0)
            pen = QPen(line, 1.3)
            pen.setCosmetic(True)
            p.setPen(pen)
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawPath(outline)
            p.restore()
            for key, (x, y) in dots.items():
                self._dot(p, key, QPointF(left + x * size / 100.0, 4.0 + y * size / 100.0))

    def _dot(self, p: QPainter, key: str, at: QPointF) -> None:
        following = key == self.next
        p.setPen(QPen(QColor(36, 48, 43), 1.2))
        p.setBrush(GOLD if following else YEW if key in self.placed else PAPER)
        p.drawEllipse(at, _DOT + following, _DOT + following)
        if following:
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.setPen(QPen(GOLD, 1.6))
            p.drawEllipse(at, _DOT + 4.5, _DOT + 4.5)


def _front() -> QPainterPath:
    path = QPainterPath(QPointF(50, 4))
    path.cubicTo(80, 4, 83, 30, 81, 45)
    path.cubicTo(89, 41, 89, 62, 79, 62)
    path.cubicTo(77, 80, 62, 94, 50, 94)
    path.cubicTo(38, 94, 23, 80, 21, 62)
    path.cubicTo(11, 62, 11, 41, 19, 45)
    path.cubicTo(17, 30, 20, 4, 50, 4)
    for side in (-1, 1):
        path.moveTo(50 + side * 9, 46)
        path.quadTo(50 + side * 14, 41, 50 + side * 19, 45)
        path.quadTo(50 + side * 14, 49, 50 + side * 9, 46)
    path.moveTo(43, 65)
    path.quadTo(50, 69, 57, 65)
    path.moveTo(38, 77)
    path.quadTo(50, 80, 62, 77)
    return path


def _side() -> QPainterPath:
    path = QPainterPath(QPointF(50, 4))
    path.cubicTo(24, 5, 17, 24, 19, 38)
    path.cubicTo(19, 44, 12, 54, 8, 60)
    path.quadTo(10, 66, 17, 66)
    path.quadTo(13, 71, 14, 75)
    path.quadTo(13, 80, 17, 83)
    path.cubicTo(15, 90, 20, 94, 27, 92)
    path.quadTo(42, 90, 52, 76)
    path.moveTo(50, 4)
    path.cubicTo(82, 3, 98, 30, 92, 52)
    path.cubicTo(90, 66, 84, 72, 83, 88)
    path.moveTo(57, 45)
    path.cubicTo(66, 36, 73, 50, 62, 62)
    path.quadTo(56, 68, 57, 56)
    path.moveTo(25, 46)
    path.quadTo(28, 42, 33, 45)
    return path
