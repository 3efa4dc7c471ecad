"""Loops of `along_form.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit

from yewfinch.core.reshape.field_aligned._triangle_net_kernels import ROOM, after, before, round_


@njit(cache=True, nogil=True)
def graded(tri, beyond, leaves, p, step, slope):  # type: ignore[no-untyped-def]
    """Shorten steps until none is longer than a neighbour's by more than `slope` for each mm between them.

    Vertices wait in a ring until their neighbours have been looked at; whatever gets shorter waits again.
    """
    corner = tri.ravel()
    n = len(p)
    waits, queue = np.ones(n, np.uint8), np.argsort(step)
    around = np.empty(ROOM, np.int32)
    first, count = 0, n
    while count > 0:
        v = queue[first]
        first, count = (first + 1) % n, count - 1
        waits[v] = 0
        if leaves[v] < 0:
            continue
        m, rim = round_(v, beyond, leaves, around)
        for i in range(m + 1):
            if i < m:
                u = corner[after(around[i])]
            elif rim:
                u = corner[before(around[m - 1])]
            else:
                break
            away = np.sqrt((p[u, 0] - p[v, 0]) ** 2 + (p[u, 1] - p[v, 1]) ** 2 + (p[u, 2] - p[v, 2]) ** 2)
            if step[u] > step[v] + slope * away:
                step[u] = step[v] + slope * away
                if not waits[u]:
                    waits[u] = 1
                    queue[(first + count) % n] = u
                    count += 1
