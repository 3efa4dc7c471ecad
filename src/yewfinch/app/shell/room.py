"""What a room declares of itself: all that one capability shows, in one record.

The shell is filled from the list of rooms and knows none of them; rooms do not know each other.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path

from PyQt6.QtWidgets import QWidget

from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Hand, Mode, Over, Pictures
from yewfinch.core.session.bench import Stage


def _nothing() -> None:
    return None


def _none_taken(_paths: Sequence[Path]) -> Collection[Path]:
    return ()


@dataclass(frozen=True)
class Panel:
    """A panel of the inspector.

    Attributes
    ----------
    title : str
        Its heading; no other panel has it.
    make : callable
        Makes it when it is first shown.
    stages : mapping of stage to float
        Which stages it is one of the few panels of, and its place there: panels stand in ascending order, as they
        are used.
    more : mapping of stage to float
        Which stages it stands in behind 'more panels', and its place there.
    """

    title: str
    make: Callable[[], QWidget]
    stages: Mapping[Stage, float]
    more: Mapping[Stage, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Room:
    """One capability.

    Attributes
    ----------
    id : str
    place : float
        Rooms come in ascending order, as the work is done; so do their pages of the help.
    panels : tuple of Panel
    modes : tuple of Mode
        What the pointer may do on the clay.
    hands : tuple of Hand
        Asked before the mode's own hand, in every mode.
    overs : tuple of Over
        What lies over the clay in every mode.
    pictures : tuple of Pictures
        Photos or drawings drawn with the clay.
    actions : tuple of Action
    help : Path or None
        A page of Markdown; its first heading names it.
    tools : callable or None
        Makes what stands above all panels in every stage.
    strip : callable or None
        Makes what stands at the left edge of the clay.
    wall : callable or None
        Makes what stands left of the clay.
    pages : mapping of name to callable
        Make what can take the place of the clay view.
    alone : tuple of str
        Those of them that are shown without the rest of the bench.
    drop : callable
        Takes files that were dropped on the window; which of them it took.
    close : callable
        Called when the window closes: let threads end.
    """

    id: str
    place: float = 1000.0
    panels: tuple[Panel, ...] = ()
    modes: tuple[Mode, ...] = ()
    hands: tuple[Hand, ...] = ()
    overs: tuple[Over, ...] = ()
    pictures: tuple[Pictures, ...] = ()
    actions: tuple[Action, ...] = ()
    help: Path | None = None
    tools: Callable[[], QWidget] | None = None
    strip: Callable[[], QWidget] | None = None
    wall: Callable[[], QWidget] | None = None
    pages: Mapping[str, Callable[[], QWidget]] = field(default_factory=dict)
    alone: tuple[str, ...] = ()
    drop: Callable[[Sequence[Path]], Collection[Path]] = _none_taken
    close: Callable[[], None] = _nothing


#: Fits a room out for a window.
Furnish = Callable[[Workshop], Room]
