"""A panel that folds away under its heading, and is made when it is first wanted."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QFrame, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme


class Fold(QWidget):
    """Heading with a caret, and a body that it shows or hides.

    Parameters
    ----------
    title : str
    make : callable
        Makes the body, once.
    is_open : bool
        Whether it begins open.
    """

    def __init__(self, title: str, make: Callable[[], QWidget], *, is_open: bool = True) -> None:
        super().__init__()
        self._make = make
        self._body: QWidget | None = None
        self.button = QPushButton(title)
        self.button.setProperty("fold", True)
        self.button.setCheckable(True)
        self.button.setChecked(is_open)
        self.button.toggled.connect(self._show)
        rule = QFrame()
        rule.setProperty("rule", True)
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 4)
        self._column.setSpacing(4)
        self._column.addWidget(rule)
        self._column.addWidget(self.button)
        self._turn_caret(is_open)

    @property
    def body(self) -> QWidget:
        """What folds away; made now if it is not there yet."""
        if self._body is None:
            self._body = self._make()
            if (
                not self.button.isChecked()
            ):  # showing styles all that is in it, and again each time that it is put into something else
                self._body.hide()
            self._column.addWidget(self._body)
        return self._body

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """An open fold that comes into sight has its body."""
        if self.button.isChecked():
            self.body.show()
        super().showEvent(event)

    def _show(self, is_open: bool) -> None:
        self.body.setVisible(is_open)
        self._turn_caret(is_open)

    def _turn_caret(self, is_open: bool) -> None:
        self.button.setIcon(theme.icon("caret-down" if is_open else "caret-right", "soft", 14))
