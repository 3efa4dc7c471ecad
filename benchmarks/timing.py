"""How long a piece of work takes."""

from __future__ import annotations

import time
from collections.abc import Callable

from numba import njit


def best(job: Callable[[], object], rounds: int = 3) -> float:
    """The shortest of some runs, s."""
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        job()
        times.append(time.perf_counter() - start)
    return min(times)


@njit(cache=True)
def gather_scatter(rows, positions, held):  # type: ignore[no-untyped-def]
    """The least any dab could do: read the rows and write them back."""
    for i in range(rows.shape[0]):
        for k in range(3):
            held[i, k] = positions[rows[i], k]
    for i in range(rows.shape[0]):
        for k in range(3):
            positions[rows[i], k] = held[i, k]
