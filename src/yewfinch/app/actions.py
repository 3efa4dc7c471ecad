"""Actions as records: menus, tool tips, shortcuts and the help derive from them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass


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
    split : bool
        A line before it in the menu.
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
    split: bool = False
    held: bool = False


class ActionTable:
    """All actions of the window; duplicates are refused."""

    def __init__(self) -> None:
        self._actions: dict[str, Action] = {}

    def add(self, action: Action) -> None:
        """Add one.

        Raises
        ------
        ValueError
            If its id or its shortcut is taken.
        """
        for other in self._actions.values():
            if other.id == action.id or (action.keys and other.keys == action.keys):
                raise ValueError(f"action {action.id!r} ({action.keys}) clashes with {other.id!r}")
        self._actions[action.id] = action

    def __iter__(self):  # type: ignore[no-untyped-def]
        return iter(self._actions.values())

    def __getitem__(self, action_id: str) -> Action:
        return self._actions[action_id]
