"""Loop of the bending of a surface."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, parallel=LOOPS, nogil=True)
def evaluate(points, places, pulls, wide, wide_reach, close, close_reach, out):
    """out[i] = sum over places of the covariance with points[i] (two squared exponentials) times the place's pull."""
    a, b = 0.5 / wide_reach**2, 0.5 / close_reach**2
    far = 25.0 * wide_reach**2
    near = 25.0 * close_reach**2
    for i in prange(len(points)):
        x, y, z = points[i, 0], points[i, 1], points[i, 2]
        u = v = w = 0.0
        for j in range(len(places)):
            dx, dy, dz = x - places[j, 0], y - places[j, 1], z - places[j, 2]
            square = dx * dx + dy * dy + dz * dz
            if square > far:
                continue
            k = wide**2 * np.exp(-square * a)
            if square < near:
                k += close**2 * np.exp(-square * b)
            u += k * pulls[j, 0]
            v += k * pulls[j, 1]
            w += k * pulls[j, 2]
        out[i, 0], out[i, 1], out[i, 2] = u, v, w
