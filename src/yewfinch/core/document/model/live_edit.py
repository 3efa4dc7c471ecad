"""Edits that are tried live: a dial that is turned, a handle that is dragged, a stroke with its legs.

What is tried becomes one step of the history, or none.
"""

from __future__ import annotations

from types import TracebackType
from typing import Protocol, Self

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.history import History
from yewfinch.core.shared.phrases import phrase


class Editable(Protocol):
    """What can be edited: a portrait."""

    history: History

    def perform(self, edit: Edit) -> None:
        """Carry an edit out and remember it."""
        ...

    def amend(self, edit: Edit) -> None:
        """Carry an edit out and let it become one with the last step."""
        ...


class LiveEdit:
    """One open edit: updated as often as wished, then committed or cancelled.

    Each update changes the same things as the one before, from where that left them. Where something else was done
    to the portrait meanwhile, or the edit was undone, the next update begins another step.

    Parameters
    ----------
    portrait : Editable
    name : str
        What it is known by, to go on with it.
    """

    def __init__(self, portrait: Editable, name: str) -> None:
        self.portrait, self.name = portrait, name
        self._moment: int | None = None
        self._ended = False

    @property
    def done(self) -> bool:
        """Whether it has changed something, and that is still the last thing done."""
        return not self._ended and self._moment is not None and self.portrait.history.moment == self._moment

    def update(self, edit: Edit) -> None:
        """Carry an edit out, as one step with what was tried before.

        Raises
        ------
        ValueError
            If it changes other things than the update before, or the live edit has ended.
        """
        if self._ended:
            raise ValueError(phrase("'{0}' was committed or cancelled already", self.name))
        if self.done:
            self.portrait.amend(edit)
        else:
            self.portrait.perform(edit)
        self._moment = self.portrait.history.moment

    def take_back(self) -> None:
        """Take back what it has done so far; it stays open."""
        if self.done:
            self.portrait.history.drop(1)
        self._moment = None

    def commit(self) -> None:
        """What comes after is another step."""
        self._ended = True

    def cancel(self) -> None:
        """Take everything back, and end."""
        self.take_back()
        self._ended = True

    def goes_on(self, portrait: Editable, name: str) -> bool:
        """Whether more of a name becomes one with what was done."""
        return self.portrait is portrait and self.name == name and self.done

    def __enter__(self) -> Self:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        if kind is None:
            self.commit()
        else:
            self.cancel()


class Steps:
    """The steps of a history from a moment on."""

    def __init__(self, history: History) -> None:
        self._history, self._from = history, history.position

    @property
    def count(self) -> int:
        """How many there are."""
        return max(0, self._history.position - self._from)

    def join(self) -> None:
        """Make one step of them, under the name of the newest."""
        self._history.join(self.count)

    def drop(self) -> None:
        """Undo them and forget them."""
        self._history.drop(self.count)
