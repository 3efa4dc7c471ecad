"""Loops of `texture.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True)
def _mixed(x):  # type: ignore[no-untyped-def]
    """The finaliser of MurmurHash3 (Appleby, public domain)."""
    x = x ^ (x >> np.uint64(33))
    x = x * np.uint64(0xFF51AFD7ED558CCD)
    x = x ^ (x >> np.uint64(33))
    x = x * np.uint64(0xC4CEB9FE1A85EC53)
    return x ^ (x >> np.uint64(33))


@njit(cache=True)
def _begun(u, v, w, seed):  # type: ignore[no-untyped-def]
    """A number for a cell of the room."""
    x = _mixed(np.uint64(u) + np.uint64(0x9E3779B97F4A7C15))
    x = _mixed(x ^ (np.uint64(v) + np.uint64(0xC2B2AE3D27D4EB4F)))
    x = _mixed(x ^ (np.uint64(w) + np.uint64(0x165667B19E3779F9)))
    return _mixed(x ^ np.uint64(seed))


@njit(cache=True, parallel=LOOPS, nogil=True)
def strewn(points, along, cell, stretch, per_cell, pattern, seed, out):  # type: ignore[no-untyped-def]
    """Value at each point of a pattern of places strewn through the room, drawn out along a direction of its own.

    `cell` in mm is the reach of a place along the direction, cell / stretch across. `pattern` 0: sum of places that
    raise or lower; 1: the nearest place as a hollow with its own width; 2: lines between the nearest two.
    """
    for i in prange(points.shape[0]):
        x, y, z = points[i, 0], points[i, 1], points[i, 2]
        dx, dy, dz = along[i, 0], along[i, 1], along[i, 2]
        a, b, c = int(np.floor(x / cell)), int(np.floor(y / cell)), int(np.floor(z / cell))
        total, power = 0.0, 0.0
        best, second, deepest = 1e30, 1e30, 0.0
        for u in range(a - 1, a + 2):
            for v in range(b - 1, b + 2):
                for w in range(c - 1, c + 2):
                    state = _begun(u, v, w, seed)
                    for _ in range(per_cell):
                        state = _mixed(state + np.uint64(0x9E3779B97F4A7C15))
                        fx = np.float64(state & np.uint64(0x1FFFFF)) / 2097152.0
                        fy = np.float64(state >> np.uint64(21) & np.uint64(0x1FFFFF)) / 2097152.0
                        fz = np.float64(state >> np.uint64(42) & np.uint64(0x1FFFFF)) / 2097152.0
                        ex, ey, ez = (u + fx) * cell - x, (v + fy) * cell - y, (w + fz) * cell - z
                        run = ex * dx + ey * dy + ez * dz
                        square = (ex * ex + ey * ey + ez * ez - run * run) * stretch * stretch + run * run
                        t = square / (cell * cell)
                        if t >= 1.0:
                            continue
                        sign = 1.0 if state >> np.uint64(63) else -1.0
                        if pattern == 0:
                            f = (1.0 - t) * (1.0 - t) * (1.0 - t)
                            total += sign * f
                            power += f * f
                        elif pattern == 1:
                            wide = 0.10 + 0.16 * fy
                            f = np.exp(-t / (wide * wide)) * (0.55 + 0.45 * fx)
                            deepest = max(deepest, f)
                        else:
                            d = np.sqrt(square) / cell
                            if d < best:
                                best, second = d, best
                            elif d < second:
                                second = d
        if pattern == 0:
            out[i] = total
        elif pattern == 1:
            out[i] = -deepest
        else:
            gap = second - best if second < 1e29 else 1.0
            out[i] = -np.exp(-(gap / 0.07) * (gap / 0.07))
