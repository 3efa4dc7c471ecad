"""Actions as records: menus, tool tips, shortcuts and the help derive from them."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Protocol, runtime_checkable


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
    """All actions of the window; duplicates are refused."""

    def __init__(self) -> None:
        self._actions: dict[str, Action] = {}

    def add(self, action: Action) -> None:
        """Add an action to its menu.

        Raises
        ------
        ValueError
            If its id or its shortcut is taken.
        """
        for other in self._actions.values():
            if other.id == action.id or (action.keys and other.keys == action.keys):
                raise ValueError(f"action {action.id!r} ({action.keys}) clashes with {other.id!r}")
        self._actions[action.id] = action

    def tip(self, action_id: str) -> str:
        """What an action does, with its shortcut, for a tool tip."""
        action = self._actions[action_id]
        return f"{action.tip} ({action.keys})" if action.keys else action.tip

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
