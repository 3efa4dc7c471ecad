"""Loops of `inside.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, nogil=True)
def binned(yz, triangles, low, cell, shape):  # type: ignore[no-untyped-def]
    """Triangles sorted into the cells of a grid across y and z that their boxes touch: starts and triangles."""
    count = np.zeros(shape[0] * shape[1] + 1, np.int64)
    for turn in range(2):
        if turn == 1:
            for k in range(len(count) - 1):
                count[k + 1] += count[k]
            out = np.empty(count[-1], np.int32)
            at = count[:-1].copy()
        for i in range(len(triangles)):
            a, b, c = triangles[i, 0], triangles[i, 1], triangles[i, 2]
            y0, y1 = min(yz[a, 0], yz[b, 0], yz[c, 0]), max(yz[a, 0], yz[b, 0], yz[c, 0])
            z0, z1 = min(yz[a, 1], yz[b, 1], yz[c, 1]), max(yz[a, 1], yz[b, 1], yz[c, 1])
            for j in range(int((y0 - low[0]) / cell), int((y1 - low[0]) / cell) + 1):
                for k in range(int((z0 - low[1]) / cell), int((z1 - low[1]) / cell) + 1):
                    if turn == 0:
                        count[j * shape[1] + k + 1] += 1
                    else:
                        out[at[j * shape[1] + k]] = i
                        at[j * shape[1] + k] += 1
    return count, out


@njit(cache=True, parallel=LOOPS, nogil=True)
def packed(x, yz, triangles, owners):  # type: ignore[no-untyped-def]
    """What is asked of each owner, one after the other.

    Y and z of its corners by ascending row, x of them, and how it is turned.
    """
    out = np.empty((len(owners), 10), x.dtype)
    for n in prange(len(owners)):
        t = owners[n]
        a, b, c = triangles[t, 0], triangles[t, 1], triangles[t, 2]
        turn = 1.0
        if a > b:
            a, b, turn = b, a, -turn
        if b > c:
            b, c, turn = c, b, -turn
        if a > b:
            a, b, turn = b, a, -turn
        out[n, 0], out[n, 1], out[n, 2], out[n, 3], out[n, 4], out[n, 5] = (
            yz[a, 0],
            yz[a, 1],
            yz[b, 0],
            yz[b, 1],
            yz[c, 0],
            yz[c, 1],
        )
        out[n, 6], out[n, 7], out[n, 8], out[n, 9] = x[a], x[b], x[c], turn
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def winding(points, data, starts, low, cell, shape):  # type: ignore[no-untyped-def]
    """How often the surface goes round each point, by the crossings of the ray towards growing x.

    Sides of edges are asked from the lower row to the higher one, so that both triangles of an edge get the same
    answer.
    """
    out = np.zeros(len(points), np.int32)
    for i in prange(len(points)):
        px, y, z = points[i, 0], points[i, 1], points[i, 2]
        j, k = int(np.floor((y - low[0]) / cell)), int(np.floor((z - low[1]) / cell))
        if j < 0 or k < 0 or j >= shape[0] or k >= shape[1]:
            continue
        total = 0
        for n in range(starts[j * shape[1] + k], starts[j * shape[1] + k + 1]):
            ay, az, by = np.float64(data[n, 0]), np.float64(data[n, 1]), np.float64(data[n, 2])
            bz, cy, cz = np.float64(data[n, 3]), np.float64(data[n, 4]), np.float64(data[n, 5])
            first = (by - ay) * (z - az) - (bz - az) * (y - ay) >= 0.0
            second = (cy - by) * (z - bz) - (cz - bz) * (y - by) >= 0.0
            third = (cy - ay) * (z - az) - (cz - az) * (y - ay) >= 0.0
            if (first == second) & (first != third):
                uy, uz, wy, wz = by - ay, bz - az, cy - ay, cz - az
                area = uy * wz - uz * wy
                if area != 0.0:
                    u, v = ((y - ay) * wz - (z - az) * wy) / area, (uy * (z - az) - uz * (y - ay)) / area
                    ax, bx, cx = np.float64(data[n, 6]), np.float64(data[n, 7]), np.float64(data[n, 8])
                    if ax + u * (bx - ax) + v * (cx - ax) > px:
                        total += int(data[n, 9]) if first else -int(data[n, 9])
        out[i] = total
    return out
