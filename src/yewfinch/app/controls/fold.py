"""A panel that folds away under its heading, and is made when it is first wanted."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QCloseEvent, QShowEvent
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QScrollArea, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.shared.phrases import phrase


class Fold(QWidget):
    """Heading with a caret, and a body that it shows or hides, or gives to a window of its own.

    Parameters
    ----------
    title : str
    make : callable
        Makes the body, once.
    is_open : bool
        Whether it begins open.
    pinned : bool
        Whether it begins pinned: it stays open when another panel is opened.
    on_help : callable, optional
        Shows the page of the help that tells of it.
    """

    pinned_changed = pyqtSignal(bool)

    def __init__(
        self,
        title: str,
        make: Callable[[], QWidget],
        *,
        is_open: bool = True,
        pinned: bool = False,
        on_help: Callable[[], None] | None = None,
    ) -> None:
        super().__init__()
        self._make, self._title = make, title
        self._body: QWidget | None = None
        self._own_window: _Window | None = None
        self.button = QPushButton(title)
        self.button.setProperty("fold", True)
        self.button.setCheckable(True)
        self.button.setChecked(is_open)
        self.button.toggled.connect(self._show)
        self._on_help, self._pinned_first = on_help, pinned
        self._corner: _Corner | None = None
        rule = QFrame()
        rule.setProperty("rule", True)
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 2)
        self._column.setSpacing(2)
        self._column.addWidget(rule)
        self._row = QHBoxLayout()
        self._row.setSpacing(0)
        self._row.addWidget(self.button, 1)
        self._column.addLayout(self._row)
        self._away = QLabel("It stands in a window of its own.")
        self._away.setProperty("soft", True)
        self._away.hide()
        self._column.addWidget(self._away)
        self._turn_caret(is_open)

    @property
    def corner(self) -> _Corner:
        """The small buttons beside the heading; made now if they are not there yet."""
        if self._corner is None:
            self._corner = corner = _Corner(self._title, self._pinned_first)
            corner.pin.toggled.connect(self._pinned)
            corner.out.clicked.connect(self.float_out)
            if self._on_help is not None:
                corner.ask.clicked.connect(self._on_help)
            for button in (corner.ask, corner.pin, corner.out):
                self._row.addWidget(button)
        return self._corner

    @property
    def pin(self) -> QToolButton:
        """Keeps the panel open when another is opened."""
        return self.corner.pin

    @property
    def out(self) -> QToolButton:
        """Puts the panel into a window of its own."""
        return self.corner.out

    @property
    def ask(self) -> QToolButton:
        """Shows the help on the panel."""
        return self.corner.ask

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

    @property
    def is_pinned(self) -> bool:
        """Does it stay open when another panel is opened?"""
        return self._pinned_first if self._corner is None else self._corner.pin.isChecked()

    @property
    def is_away(self) -> bool:
        """Does it stand in a window of its own?"""
        return self._own_window is not None

    def float_out(self) -> None:
        """Put the body into a window of its own, which can stand on another screen."""
        if self._own_window is not None:
            self._own_window.raise_()
            return
        self._own_window = _Window(self.window() or self, self._title, self.body, self._come_back)
        self._away.setVisible(self.button.isChecked())
        self.body.show()
        self._own_window.show()

    def call_back(self) -> None:
        """Bring the body back from its window."""
        if self._own_window is not None:
            self._own_window.close()

    def _come_back(self) -> None:
        self._own_window = None
        self._away.hide()
        self._column.addWidget(self.body)
        self.body.setVisible(self.button.isChecked())

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """An open fold that comes into sight has its body."""
        if self.button.isChecked() and not self.is_away:
            self.body.show()
        super().showEvent(event)

    def _show(self, is_open: bool) -> None:
        self._away.setVisible(is_open and self.is_away)
        if not self.is_away:
            self.body.setVisible(is_open)
        self._turn_caret(is_open)

    def _pinned(self, on: bool) -> None:
        self._turn_caret(self.button.isChecked())
        self.pinned_changed.emit(on)

    def _turn_caret(self, is_open: bool) -> None:
        self.button.setIcon(theme.icon("caret-down" if is_open else "caret-right", "soft", 14))
        on = self.is_pinned
        if self._corner is None and not is_open and not on:
            return
        corner = self.corner
        corner.pin.setIcon(theme.icon("push-pin-fill" if on else "push-pin", "yew" if on else "soft", 14))
        corner.pin.setVisible(is_open or on)
        corner.out.setVisible(is_open)
        corner.ask.setVisible(is_open and self._on_help is not None)


class _Corner:
    """The small buttons of a heading: help, keep open, window of its own."""

    def __init__(self, title: str, pinned: bool) -> None:
        self.pin = _small(phrase("keep {0} open", title), "Keep this panel open when another is opened")
        self.pin.setCheckable(True)
        self.pin.setChecked(pinned)
        self.out = _small(
            phrase("{0} in a window", title), "Put this panel into a window of its own; closing that brings it back"
        )
        self.out.setIcon(theme.icon("arrow-square-out", "soft", 14))
        self.ask = _small(phrase("help on {0}", title), "What this panel does and how it is used")
        self.ask.setIcon(theme.icon("question", "soft", 14))


def _small(name: str, tip: str) -> QToolButton:
    button = QToolButton()
    button.setProperty("bare", True)
    button.setAccessibleName(name)
    button.setToolTip(tip)
    button.setVisible(False)
    return button


class _Window(QWidget):
    """A panel on its own, scrolling if it must."""

    def __init__(self, parent: QWidget, title: str, body: QWidget, closed: Callable[[], None]) -> None:
        super().__init__(parent, Qt.WindowType.Tool)
        self.setWindowTitle(title)
        self.setObjectName("panelWindow")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._closed, self._scroll = closed, QScrollArea()
        self._scroll.setWidgetResizable(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self._scroll)
        holder = QWidget()
        holder.setObjectName("inspectorBody")
        inside = QVBoxLayout(holder)
        inside.addWidget(body)
        inside.addStretch(1)
        self._scroll.setWidget(holder)
        self.resize(350, min(holder.sizeHint().height() + 24, 700))

    def closeEvent(self, event: QCloseEvent | None) -> None:  # noqa: N802
        """The panel goes back to where it was."""
        self._closed()
        super().closeEvent(event)
        self.deleteLater()
