"""Loops of `along_form.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit

#: Looks at all edges at most.
_ROUNDS = 200


@njit(cache=True, nogil=True)
def graded(tri, p, step, slope):  # type: ignore[no-untyped-def]
    """Shorten steps until none is longer than a neighbour's by more than `slope` for each mm between them."""
    for number in range(_ROUNDS):
        changed = False
        for i in range(len(tri)):
            t = i if number % 2 == 0 else len(tri) - 1 - i
            for k in range(3):
                a, b = tri[t, k], tri[t, (k + 1) % 3]
                away = np.sqrt((p[a, 0] - p[b, 0]) ** 2 + (p[a, 1] - p[b, 1]) ** 2 + (p[a, 2] - p[b, 2]) ** 2) * slope
                if step[a] > step[b] + away:
                    step[a], changed = step[b] + away, True
                elif step[b] > step[a] + away:
                    step[b], changed = step[a] + away, True
        if not changed:
            break
