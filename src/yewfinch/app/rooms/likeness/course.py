"""The course of one figure through the session, as a small line."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import length

#: Figures kept; beyond, every second one is dropped.
MOST = 400


class Course(QWidget):
    """A line plot that grows to the right; from zero, in mm."""

    def __init__(self) -> None:
        super().__init__()
        self.values: list[float] = []
        self.setFixedHeight(48)
        self.setAccessibleName("course of the likeness")

    def clear(self) -> None:
        """Forget the course so far and begin again."""
        self.values = []
        self.update()

    def add(self, value: float) -> None:
        """Another figure; one that hardly differs from the last is not kept."""
        if self.values and abs(self.values[-1] - value) < 0.005:
            return
        self.values.append(value)
        if len(self.values) > MOST:
            self.values = self.values[::2]
        self.update()

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """Frame, line, first and highest figure."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(self.rect()).adjusted(0.5, 2.5, -0.5, -2.5)
        p.setPen(QPen(theme.color("line"), 1))
        p.setBrush(theme.color("card"))
        p.drawRoundedRect(box, 4, 4)
        if not self.values:
            return
        top = max(max(self.values) * 1.15, 0.5)
        inner = box.adjusted(34, 7, -10, -7)
        p.setPen(theme.color("soft"))
        font = p.font()
        font.setPixelSize(11)
        p.setFont(font)
        p.drawText(QRectF(box.left(), inner.top() - 6, 30, 13), Qt.AlignmentFlag.AlignRight, length(top))
        p.drawText(QRectF(box.left(), inner.bottom() - 8, 30, 13), Qt.AlignmentFlag.AlignRight, "0 mm")
        p.setPen(QPen(theme.color("line"), 1))
        p.drawLine(inner.bottomLeft(), inner.bottomRight())
        n = len(self.values)
        step = inner.width() / max(1, n - 1)
        points = [
            QPointF(inner.left() + i * step, inner.bottom() - v / top * inner.height())
            for i, v in enumerate(self.values)
        ]
        p.setPen(QPen(theme.color("yew"), 1.8))
        p.setBrush(theme.color("yew"))
        if n > 1:
            p.drawPolyline(QPolygonF(points))
        p.drawEllipse(points[-1], 2.6, 2.6)
