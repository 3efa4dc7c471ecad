"""A panel that folds away under its heading."""

from __future__ import annotations

from PyQt6.QtWidgets import QFrame, QPushButton, QVBoxLayout, QWidget

from yewfinch.app import theme


class Fold(QWidget):
    """Heading with a caret, and a body that it shows or hides."""

    def __init__(self, title: str, body: QWidget, *, is_open: bool = True) -> None:
        super().__init__()
        self.body = body
        self.button = QPushButton(title)
        self.button.setProperty("fold", True)
        self.button.setCheckable(True)
        self.button.setChecked(is_open)
        self.button.toggled.connect(self._show)
        rule = QFrame()
        rule.setProperty("rule", True)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 4)
        column.setSpacing(4)
        column.addWidget(rule)
        column.addWidget(self.button)
        column.addWidget(body)
        if not is_open:  # showing styles all that is in it, and again each time that it is put into something else
            body.hide()
        self._turn_caret(is_open)

    def _show(self, is_open: bool) -> None:
        self.body.setVisible(is_open)
        self._turn_caret(is_open)

    def _turn_caret(self, is_open: bool) -> None:
        self.button.setIcon(theme.icon("caret-down" if is_open else "caret-right", "soft", 14))
