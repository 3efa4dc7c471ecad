"""Kernel of the smooth deformation."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, parallel=LOOPS)
def evaluate(points, centres, weights, tail, rounded, out):
    """out[i] = sum over centres of sqrt(|points[i] - centre|^2 + rounded^2) * weight, plus what is linear."""
    least = rounded * rounded
    for i in prange(len(points)):
        x, y, z = np.float64(points[i, 0]), np.float64(points[i, 1]), np.float64(points[i, 2])
        a = tail[0, 0] + tail[1, 0] * x + tail[2, 0] * y + tail[3, 0] * z
        b = tail[0, 1] + tail[1, 1] * x + tail[2, 1] * y + tail[3, 1] * z
        c = tail[0, 2] + tail[1, 2] * x + tail[2, 2] * y + tail[3, 2] * z
        for j in range(len(centres)):
            dx, dy, dz = x - centres[j, 0], y - centres[j, 1], z - centres[j, 2]
            r = np.sqrt(dx * dx + dy * dy + dz * dz + least)
            a += r * weights[j, 0]
            b += r * weights[j, 1]
            c += r * weights[j, 2]
        out[i, 0], out[i, 1], out[i, 2] = a, b, c
