"""Pointer and keys go to the hand that holds something, else to those of the present mode."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QKeyEvent

from yewfinch.app.view.modes import Hand, Mode
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase


class Hands:
    """Who takes what the pointer does.

    Parameters
    ----------
    bench : Bench
    ended : callable
        Called when a hand has let go.
    """

    def __init__(self, bench: Bench, ended: Callable[[], None]) -> None:
        self.bench, self._ended = bench, ended
        self.modes: dict[str, Mode] = {}
        #: Hands that are asked before the mode's own, whatever the mode.
        self.first: list[Hand] = []

    def add(self, mode: Mode) -> None:
        """Take a mode up.

        Raises
        ------
        ValueError
            If there is one of its id.
        """
        if mode.id in self.modes:
            raise ValueError(phrase("there is a mode {0!r} already", mode.id))
        self.modes[mode.id] = mode

    @property
    def mode(self) -> Mode | None:
        """The present mode, if anybody has declared it."""
        return self.modes.get(self.bench.mode)

    def _hands(self) -> list[Hand]:
        hands = [*self.first, *(m.hand for m in self.modes.values())]
        return [h for i, h in enumerate(hands) if not any(h is other for other in hands[:i])]

    @property
    def _holding(self) -> Hand | None:
        return next((h for h in self._hands() if h.busy), None)

    @property
    def busy(self) -> bool:
        """Is something held, or under way?"""
        return self._holding is not None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Begin; False if the press is for the view."""
        mode = self.mode
        return any(hand.press(at, pressure, mods) for hand in (*self.first, *(() if mode is None else (mode.hand,))))

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Go on with what the press began."""
        hand = self._holding
        if hand is not None:
            hand.move(at, pressure, mods)

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """End what the press began."""
        hand = self._holding
        if hand is not None:
            hand.release(at, pressure, mods)
            self._ended()

    def cancel(self) -> None:
        """Take back what is under way."""
        for hand in self._hands():
            hand.cancel()

    def key(self, event: QKeyEvent) -> bool:
        """A key went down; False if it means nothing to the present mode."""
        mode = self.mode
        return mode is not None and mode.hand.key(event)

    def key_up(self, event: QKeyEvent) -> None:
        """A key went up."""
        mode = self.mode
        if mode is not None:
            mode.hand.key_up(event)

    def resize(self, factor: float) -> bool:
        """Make what is in hand larger or smaller; False if nothing is that has a size."""
        mode = self.mode
        return mode is not None and mode.hand.resize(factor)
