"""How long a piece of work takes."""

from __future__ import annotations

import time
from collections.abc import Callable


def best(job: Callable[[], object], rounds: int = 3) -> float:
    """The shortest of some runs, s."""
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        job()
        times.append(time.perf_counter() - start)
    return min(times)
