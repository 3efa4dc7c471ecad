"""Loops of `outline.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def nearest_sides(at, start, end):  # type: ignore[no-untyped-def]
    """For points (n, 2) the nearest of the sides (k, 2).

    Its number, where along it 0 to 1, the distance squared, and whether a ray to the right meets the sides an odd
    number of times.
    """
    n, k = len(at), len(start)
    side, along, square, odd = np.empty(n, np.int64), np.empty(n), np.empty(n), np.zeros(n, np.bool_)
    for i in range(n):
        x, y = at[i, 0], at[i, 1]
        best = np.inf
        for j in range(k):
            ax, ay = start[j, 0], start[j, 1]
            bx, by = end[j, 0] - ax, end[j, 1] - ay
            t = ((x - ax) * bx + (y - ay) * by) / max(bx * bx + by * by, 1e-12)
            t = min(max(t, 0.0), 1.0)
            gx, gy = x - ax - t * bx, y - ay - t * by
            gap = gx * gx + gy * gy
            if gap < best:
                best = gap
                side[i], along[i] = j, t
            if (ay > y) != (end[j, 1] > y) and x < ax + (y - ay) / by * bx:
                odd[i] = not odd[i]
        square[i] = best
    return side, along, square, odd
