"""Compile the Numba kernels once, with progress; later starts load them from the cache.

A module with kernels registers one small call of each; `run` makes those calls.
"""

from __future__ import annotations

import os
from collections.abc import Callable, Iterable

from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

# Passive waiting keeps the launch of a parallel kernel cheap when the cores are busy.
os.environ.setdefault("OMP_WAIT_POLICY", "PASSIVE")

_calls: dict[str, Callable[[], None]] = {}


def register(title: str, call: Callable[[], None]) -> None:
    """Add a warm-up call under a unique title.

    Raises
    ------
    ValueError
        If the title is taken.
    """
    if title in _calls:
        raise ValueError(phrase("warm-up {0!r} is registered already", title))
    _calls[title] = call


def run(progress: Progress = silent, *, numbers: Iterable[int] | None = None) -> int:
    """Make the registered calls, in their order or by these numbers; return how many were made."""
    calls = list(_calls.items())
    made = 0
    for i in range(len(calls)) if numbers is None else numbers:
        if i >= len(calls):
            break
        title, call = calls[i]
        progress(i / len(calls), phrase("preparing {0}", title))
        call()
        made += 1
    progress(1.0, "ready")
    return made
