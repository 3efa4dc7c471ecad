"""Where the things of the rooms are found in a window, for tools and tests that drive it."""

from __future__ import annotations

from typing import Any


def doer(window: Any, action: str) -> Any:
    """The object whose method an action of a window runs."""
    return window.actions_table[action].run.__self__


def marking(window: Any) -> Any:
    """What brings photos to the marking desk."""
    return window.rooms["sitter"].pages["desk"].__self__
