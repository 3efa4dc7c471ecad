"""One folder for each capability; `all_rooms` finds them."""

from __future__ import annotations

import importlib
import pkgutil

from yewfinch.app.shell.room import Furnish


def all_rooms() -> tuple[Furnish, ...]:
    """What fits the rooms out, a room for each folder here, by their names."""
    found = (m for m in pkgutil.iter_modules(__path__, f"{__name__}.") if m.ispkg)
    return tuple(importlib.import_module(f"{m.name}.room").furnish for m in found)
