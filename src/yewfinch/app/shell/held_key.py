"""Keys that switch something: a tap leaves it on, a hold only lasts as long as the key is down."""

from __future__ import annotations

import time
from collections.abc import Callable

from PyQt6.QtCore import QEvent, QObject, Qt
from PyQt6.QtGui import QKeyEvent, QKeySequence
from PyQt6.QtWidgets import QApplication

#: Seconds after which a press is a hold.
_HOLD = 0.35


class HeldKey(QObject):
    """Watches for the key of a shortcut to go up.

    Parameters
    ----------
    back : callable
        Switches back after a hold.
    """

    def __init__(self, back: Callable[[], object], parent: QObject) -> None:
        super().__init__(parent)
        self._key: Qt.Key | None = None
        self._back = back
        self._down: float | None = None

    def watch(self, keys: str) -> None:
        """Another shortcut, in Qt's notation."""
        self._key = QKeySequence(keys)[0].key() if keys else None

    def pressed(self) -> None:
        """The shortcut was used.

        Watch the application's events until the key is up, and no longer; there are thousands a second.
        """
        self._down = time.monotonic()
        app = QApplication.instance()
        if app is not None:
            app.installEventFilter(self)  # once, however often it is asked for

    def eventFilter(self, _watched: QObject | None, event: QEvent | None) -> bool:  # noqa: N802 - Qt's name
        """Look at keys that go up."""
        if (
            self._down is not None
            and isinstance(event, QKeyEvent)
            and event.type() == QEvent.Type.KeyRelease
            and not event.isAutoRepeat()
            and event.key() == self._key
        ):
            held, self._down = time.monotonic() - self._down, None
            app = QApplication.instance()
            if app is not None:
                app.removeEventFilter(self)
            if held >= _HOLD:
                self._back()
        return False
