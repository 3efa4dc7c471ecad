"""Choose a falloff curve by its picture."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QIcon, QPainter, QPainterPath, QPen, QPixmap
from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QLabel, QToolButton, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.sculpt import falloff
from yewfinch.core.shared.phrases import phrase


class FalloffPicker(QWidget):
    """A row of curves.

    Signals
    -------
    changed : (str,)
        Name of the curve chosen by the user.
    """

    changed = pyqtSignal(str)

    def __init__(self) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(4)
        label = QLabel("Falloff")
        label.setMinimumWidth(70)
        row.addWidget(label)
        self._group = QButtonGroup(self)
        self.buttons: dict[str, QToolButton] = {}
        for name in falloff.CURVES:
            button = QToolButton()
            button.setCheckable(True)
            button.setIcon(_curve_icon(name))
            button.setIconSize(QSize(32, 18))
            button.setToolTip(phrase("Falloff: {0}", name))
            button.setAccessibleName(phrase("falloff {0}", name))
            button.clicked.connect(lambda _=False, n=name: self.changed.emit(n))
            self._group.addButton(button)
            self.buttons[name] = button
            row.addWidget(button)
        row.addStretch(1)

    def set_value(self, name: str) -> None:
        """Show a choice without announcing it."""
        self.buttons[name].setChecked(True)


def _curve_icon(name: str) -> QIcon:
    table = falloff.curve(name)
    pixmap = QPixmap(64, 36)
    pixmap.fill(Qt.GlobalColor.transparent)
    p = QPainter(pixmap)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    path = QPainterPath(QPointF(2, 33 - 30 * float(table[-1])))
    for i in range(1, 61):
        t = abs(i / 30 - 1.0)
        path.lineTo(2 + i, 33 - 30 * float(table[round(t * (len(table) - 1))]))
    p.setPen(QPen(theme.color("yew"), 3))
    p.drawPath(path)
    p.end()
    return QIcon(pixmap)
