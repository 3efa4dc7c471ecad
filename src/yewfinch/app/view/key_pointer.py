"""The pointer in the clay view, led by keys: for hands that hold neither mouse nor pen."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QKeyEvent

from yewfinch.app.view.hands import Hands

#: How far an arrow key leads the pointer, alone, with Shift and with Ctrl, pixels of the screen at 100 %.
STEP, FINE, FAR = 8.0, 1.0, 40.0
_WAYS = {
    Qt.Key.Key_Left: (-1, 0),
    Qt.Key.Key_Right: (1, 0),
    Qt.Key.Key_Up: (0, -1),
    Qt.Key.Key_Down: (0, 1),
}
_NO_KEYS = Qt.KeyboardModifier.NoModifier


class View(Protocol):
    """What leads the pointer asks of the clay view."""

    hands: Hands
    pointer: QPointF | None

    def width(self) -> int: ...  # noqa: D102
    def height(self) -> int: ...  # noqa: D102
    def hover(self, position: QPointF) -> None: ...  # noqa: D102
    def leave(self) -> None: ...  # noqa: D102


class KeyPointer:
    """Arrow keys lead the pointer; Enter sets the tool on and takes it off again, so that arrows between draw a stroke.

    Parameters
    ----------
    view : View
    say : callable
        Tells the user a sentence.
    """

    def __init__(self, view: View, say: Callable[[str], None]) -> None:
        self._view, self._say = view, say
        self.on = False

    def toggle(self) -> None:
        """Begin to lead the pointer by keys, from where it is or from the middle of the view; or end that."""
        self.on = not self.on
        if not self.on:
            self._let_go()
            self._view.leave()
            self._say("The pointer follows mouse and pen again.")
            return
        view = self._view
        view.hover(view.pointer or QPointF(view.width() / 2, view.height() / 2))
        self._say(
            "Arrows lead the pointer (Shift finely, Ctrl far). Enter sets the tool on, Enter again takes it off; "
            "Esc takes the stroke back."
        )

    def key(self, event: QKeyEvent) -> bool:
        """Take a key; False if it is for others."""
        if not self.on:
            return False
        key, mods = Qt.Key(event.key()), event.modifiers()
        if key in _WAYS:
            self._lead(*_WAYS[key], mods)
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and not event.isAutoRepeat():
            self._set_on_or_off()
        elif key == Qt.Key.Key_Escape and not self._view.hands.busy:
            self.toggle()
        else:
            return False
        return True

    def _lead(self, right: int, down: int, mods: Qt.KeyboardModifier) -> None:
        view = self._view
        far = FINE if mods & Qt.KeyboardModifier.ShiftModifier else FAR if mods & _CTRL else STEP
        here = view.pointer or QPointF(view.width() / 2, view.height() / 2)
        there = QPointF(
            min(max(here.x() + far * right, 0.0), view.width() - 1.0),
            min(max(here.y() + far * down, 0.0), view.height() - 1.0),
        )
        if view.hands.busy:
            view.hands.move(there, 1.0, _NO_KEYS)
        view.hover(there)

    def _set_on_or_off(self) -> None:
        view = self._view
        here = view.pointer
        if here is None:
            return
        if view.hands.busy:
            self._let_go()
        elif not view.hands.press(here, 1.0, _NO_KEYS):
            self._say("There is no clay under the pointer.")

    def _let_go(self) -> None:
        if self._view.hands.busy and self._view.pointer is not None:
            self._view.hands.release(self._view.pointer, 1.0, _NO_KEYS)


_CTRL = Qt.KeyboardModifier.ControlModifier
