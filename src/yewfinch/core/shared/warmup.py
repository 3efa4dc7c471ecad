"""Compile the Numba kernels once, with progress; later starts load them from the cache.

A module with kernels registers one small call of each; `run` makes those calls.
"""

from __future__ import annotations

import os
from collections.abc import Callable

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
        raise ValueError(f"warm-up {title!r} is registered already")
    _calls[title] = call


def run(progress: Progress = silent) -> int:
    """Make every registered call; return how many there were."""
    total = len(_calls)
    for i, (title, call) in enumerate(_calls.items()):
        progress(i / total, f"preparing {title}")
        call()
    progress(1.0, "ready")
    return total
