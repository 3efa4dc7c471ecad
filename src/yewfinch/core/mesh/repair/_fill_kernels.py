"""Loops of `fill.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def _area(p, i, j, k):  # type: ignore[no-untyped-def]
    ux, uy, uz = p[j, 0] - p[i, 0], p[j, 1] - p[i, 1], p[j, 2] - p[i, 2]
    vx, vy, vz = p[k, 0] - p[i, 0], p[k, 1] - p[i, 1], p[k, 2] - p[i, 2]
    x, y, z = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
    return 0.5 * np.sqrt(x * x + y * y + z * z)


@njit(cache=True, nogil=True)
def least_area(p, taken):  # type: ignore[no-untyped-def]
    """Triangles (n - 2, 3) of least area in all between the corners of a loop in space.

    `taken` (n, n) is 1 for pairs of corners that may not be joined.
    """
    n = len(p)
    cost, cut = np.zeros((n, n)), np.full((n, n), -1, np.int32)
    for wide in range(2, n):
        for i in range(n - wide):
            j = i + wide
            best, at = np.inf, -1
            for k in range(i + 1, j):
                total = cost[i, k] + cost[k, j] + _area(p, i, k, j)
                if total < best:
                    best, at = total, k
            if taken[i, j] and wide < n - 1:
                best = np.inf
            cost[i, j], cut[i, j] = best, at
    out = np.empty((n - 2, 3), np.int64)
    stack = np.empty((2 * n, 2), np.int64)
    stack[0, 0], stack[0, 1] = 0, n - 1
    top, found = 1, 0
    while top > 0:
        top -= 1
        i, j = stack[top]
        if j - i < 2:
            continue
        k = cut[i, j]
        out[found, 0], out[found, 1], out[found, 2] = i, k, j
        found += 1
        stack[top, 0], stack[top, 1] = i, k
        stack[top + 1, 0], stack[top + 1, 1] = k, j
        top += 2
    return out
