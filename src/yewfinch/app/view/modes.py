"""What the clay view asks of those who work in it: hands, paints, pictures. It knows no capability by name."""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import dataclass
from typing import Protocol

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QKeyEvent, QPainter

from yewfinch.render.photo_layer import Layer
from yewfinch.render.scene import SceneRenderer

#: Paints over the picture of the clay.
Paint = Callable[[QPainter], None]


class Hand(Protocol):
    """Pointer and keys on the clay view; `RestingHand` is a base for those that want little of it."""

    @property
    def busy(self) -> bool:
        """Is something held, or under way?"""
        ...

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """The left button or the pen went down at a point of the view, pixels; False if the press is for the view."""
        ...

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The pointer went on while this hand was busy."""
        ...

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button or pen went up while this hand was busy."""
        ...

    def cancel(self) -> None:
        """Take back what is under way."""
        ...

    def key(self, event: QKeyEvent) -> bool:
        """A key went down; False if it means nothing here."""
        ...

    def key_up(self, event: QKeyEvent) -> None:
        """A key went up."""
        ...

    def resize(self, factor: float) -> bool:
        """Make what is in hand larger or smaller; False if nothing is that has a size."""
        ...


class RestingHand:
    """A hand that does nothing: others say what they do besides."""

    @property
    def busy(self) -> bool:
        """Nothing is held."""
        return False

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Presses are for the view."""
        return False

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Nothing is held."""

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Nothing is held."""

    def cancel(self) -> None:
        """Nothing is under way."""

    def key(self, event: QKeyEvent) -> bool:
        """No key means anything."""
        return False

    def key_up(self, event: QKeyEvent) -> None:
        """No key means anything."""

    def resize(self, factor: float) -> bool:
        """Nothing has a size."""
        return False


class Pictures(Protocol):
    """Photos or drawings that are drawn with the clay: laid onto it, or behind it."""

    def ids(self) -> Collection[str]:
        """Whose pictures are shown now."""
        ...

    def lay(self, renderer: SceneRenderer) -> None:
        """Lay pictures onto the clay before it is drawn anew."""
        ...

    def layer(self, ratio: float) -> Layer | None:
        """What lies behind the clay, its pixels held by the view's photo layer, at so many device pixels a pixel."""
        ...


@dataclass(frozen=True)
class Mode:
    """What the pointer does on the clay.

    Attributes
    ----------
    id : str
        As the bench calls it.
    hand : Hand
    hint : str or callable
        One sentence at the foot of the view; empty for none.
    paint : callable or None
        What lies over the clay only in this mode.
    place : float
        The paint's, see `Over`.
    """

    id: str
    hand: Hand
    hint: str | Callable[[], str] = ""
    paint: Paint | None = None
    place: float = 70.0

    def words(self) -> str:
        """The hint as it is now."""
        return self.hint if isinstance(self.hint, str) else self.hint()


@dataclass(frozen=True)
class Over:
    """What lies over the picture of the clay; lower places are painted first."""

    place: float
    paint: Paint
