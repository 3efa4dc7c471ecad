"""Wishes that are carried out soon, the newest only, and become one undo step as long as they are of one kind."""

from __future__ import annotations

from typing import Generic, TypeVar

from psygnal import Signal
from PyQt6.QtCore import QObject, QTimer

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError

W = TypeVar("W")


class LiveWishes(QObject, Generic[W]):
    """A base of controllers whose dials and handles change something live.

    Signals
    -------
    changed : ()
        Something else is in hand, or it is another.

    Parameters
    ----------
    bench : Bench
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self._wish: W | None = None
        self._live: LiveEdit | None = None
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self.finish)

    def edit_of(self, wish: W) -> tuple[Edit, str] | None:
        """The edit that carries a wish out, and what such wishes in a row are known by; None if nothing would change.

        Raises
        ------
        YewfinchError
            Why it cannot be.
        """
        raise NotImplementedError

    def forget(self) -> None:
        """Nothing is wished, nothing under way: another portrait is open."""
        self._wish = self._live = None
        self._soon.stop()

    def finish(self) -> None:
        """Carry out what is wished."""
        self._soon.stop()
        wish, self._wish = self._wish, None
        if wish is None:
            return
        try:
            made = self.edit_of(wish)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        if made is None:
            return
        edit, known_by = made
        if edit.changes:
            self._live = self.bench.portrait.going_on(self._live, known_by)
            self._live.update(edit)
        self.changed.emit()

    def end_step(self) -> None:
        """What follows is another undo step."""
        self.finish()
        self._live = None

    def cancel(self) -> None:
        """Take back what was changed since the last step ended."""
        self._soon.stop()
        self._wish = None
        if self._live is not None:
            self._live.cancel()
        self._live = None
        self.changed.emit()
