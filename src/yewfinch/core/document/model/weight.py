"""What things weigh in memory: the arrays that they hold, each counted once."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np


def arrays_in(*things: Any) -> dict[int, int]:
    """Bytes of all arrays that things hold, by the arrays' identities.

    Parameters
    ----------
    *things : any
        Arrays, containers of them, and objects of ours that hold them.

    Returns
    -------
    dict of identity to bytes
        A view counts as the array that it looks at.
    """
    out: dict[int, int] = {}
    seen: set[int] = set()
    todo: list[Any] = list(things)
    while todo:
        thing = todo.pop()
        if thing is None or isinstance(thing, (str, bytes, int, float, np.generic)) or id(thing) in seen:
            continue
        seen.add(id(thing))
        if isinstance(thing, np.ndarray):
            owner = thing
            while isinstance(owner.base, np.ndarray):
                owner = owner.base
            out[id(owner)] = owner.nbytes
        elif isinstance(thing, Mapping):
            todo += thing.values()
        elif isinstance(thing, (list, tuple, set, frozenset)):
            todo += thing
        elif type(thing).__module__.startswith("yewfinch."):
            todo += vars(thing).values() if hasattr(thing, "__dict__") else ()
    return out
