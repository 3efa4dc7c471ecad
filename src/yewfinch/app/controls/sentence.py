"""A line of text that never makes its window wider: what has no room ends in dots, and is in the tool tip."""

from __future__ import annotations

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QFontMetrics, QPainter, QPaintEvent
from PyQt6.QtWidgets import QLabel, QSizePolicy, QStyle, QStyleOption


class Sentence(QLabel):
    """A label of one line."""

    def __init__(self) -> None:
        super().__init__()
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)

    def minimumSizeHint(self) -> QSize:  # noqa: N802 - Qt's name
        """Only its height matters."""
        return QSize(0, super().minimumSizeHint().height())

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802 - Qt's name
        """Paint as much as there is room for."""
        painter = QPainter(self)
        option = QStyleOption()
        option.initFrom(self)
        style = self.style()
        assert style is not None
        style.drawPrimitive(QStyle.PrimitiveElement.PE_Widget, option, painter, self)
        room = self.contentsRect()
        text = QFontMetrics(self.font()).elidedText(self.text(), Qt.TextElideMode.ElideRight, room.width())
        style.drawItemText(
            painter, room, int(self.alignment().value), option.palette, self.isEnabled(), text, self.foregroundRole()
        )
        painter.end()
