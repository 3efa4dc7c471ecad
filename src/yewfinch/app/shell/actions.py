"""Actions as records: menus, tool tips, shortcuts and the help derive from them."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import Protocol, runtime_checkable

from yewfinch.core.shared.phrases import phrase


@dataclass(frozen=True)
class Action:
    """One thing the user can ask for.

    Attributes
    ----------
    id, title : str
    menu : str
        Menu it stands in; empty for shortcuts only.
    keys : str
        Default shortcut in Qt's notation; empty for none.
    tip : str
        One sentence for the help.
    run : callable
    rule : callable or None
        Says whether it can be used now.
    place : float
        Its place in the menu, in ascending order; a line stands between one hundred and the next.
    held : bool
        It switches something: while its key is held, it lasts only as long.
    """

    id: str
    title: str
    menu: str
    keys: str
    tip: str
    run: Callable[[], object]
    rule: Callable[[], bool] | None = None
    place: float = 950.0
    held: bool = False


class ActionTable:
    """All actions of the window; duplicates are refused.

    Parameters
    ----------
    own : mapping of action to shortcut
        Keys that the user chose; an empty one for none.
    """

    def __init__(self, own: Mapping[str, str] | None = None) -> None:
        self._actions: dict[str, Action] = {}
        self._own: Mapping[str, str] = {} if own is None else own

    def add(self, action: Action) -> None:
        """Add an action to its menu.

        Raises
        ------
        ValueError
            If its id or its shortcut is taken.
        """
        for other in self._actions.values():
            if other.id == action.id or (action.keys and other.keys == action.keys):
                raise ValueError(phrase("action {0!r} ({1}) clashes with {2!r}", action.id, action.keys, other.id))
        self._actions[action.id] = action

    def key_of(self, action_id: str) -> str:
        """The shortcut of an action: the user's own, or that it came with."""
        return self._own.get(action_id, self._actions[action_id].keys)

    def tip(self, action_id: str) -> str:
        """What an action does, with its shortcut, for a tool tip."""
        tip, keys = self._actions[action_id].tip, self.key_of(action_id)
        return phrase("{0} ({1})", tip, keys) if keys else tip

    def in_menu(self, menu: str) -> list[Action]:
        """The actions of a menu in their order."""
        return sorted((a for a in self if a.menu == menu), key=lambda a: a.place)

    def __iter__(self) -> Iterator[Action]:
        return iter(self._actions.values())

    def __getitem__(self, action_id: str) -> Action:
        return self._actions[action_id]


@runtime_checkable
class Explained(Protocol):
    """A panel whose tool tips name shortcuts."""

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcuts into the tool tips."""
        ...
