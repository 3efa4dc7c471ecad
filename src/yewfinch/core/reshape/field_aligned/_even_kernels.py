"""Loops of `even.py`: quads drawn towards squares. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def squares(faces, p, size, out, count):  # type: ignore[no-untyped-def]
    """Add to `out` where the corners of each face would lie if it were a square of `size`, and to `count` how many.

    The square that fits four corners best has their middle, and the turn of the sum of the corners turned back by
    their own quarters (Procrustes in the plane of the diagonals).
    """
    u, w, n = np.empty(3), np.empty(3), np.empty(3)
    for f in range(len(faces)):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        for k in range(3):
            u[k], w[k] = p[a, k] - p[c, k], p[b, k] - p[d, k]
        n[0], n[1], n[2] = u[1] * w[2] - u[2] * w[1], u[2] * w[0] - u[0] * w[2], u[0] * w[1] - u[1] * w[0]
        ln = np.sqrt(n[0] ** 2 + n[1] ** 2 + n[2] ** 2)
        if ln < 1e-12:
            continue
        n /= ln
        # u - (n x w) is twice the first half diagonal of the square, up to its length
        ex = u[0] - (n[1] * w[2] - n[2] * w[1])
        ey = u[1] - (n[2] * w[0] - n[0] * w[2])
        ez = u[2] - (n[0] * w[1] - n[1] * w[0])
        le = np.sqrt(ex * ex + ey * ey + ez * ez)
        if le < 1e-12:
            continue
        half = np.sqrt(0.5) * size[f]
        ex, ey, ez = ex / le * half, ey / le * half, ez / le * half
        gx, gy, gz = n[1] * ez - n[2] * ey, n[2] * ex - n[0] * ez, n[0] * ey - n[1] * ex
        mx = 0.25 * (p[a, 0] + p[b, 0] + p[c, 0] + p[d, 0])
        my = 0.25 * (p[a, 1] + p[b, 1] + p[c, 1] + p[d, 1])
        mz = 0.25 * (p[a, 2] + p[b, 2] + p[c, 2] + p[d, 2])
        out[a, 0], out[a, 1], out[a, 2] = out[a, 0] + mx + ex, out[a, 1] + my + ey, out[a, 2] + mz + ez
        out[b, 0], out[b, 1], out[b, 2] = out[b, 0] + mx + gx, out[b, 1] + my + gy, out[b, 2] + mz + gz
        out[c, 0], out[c, 1], out[c, 2] = out[c, 0] + mx - ex, out[c, 1] + my - ey, out[c, 2] + mz - ez
        out[d, 0], out[d, 1], out[d, 2] = out[d, 0] + mx - gx, out[d, 1] + my - gy, out[d, 2] + mz - gz
        count[a] += 1
        count[b] += 1
        count[c] += 1
        count[d] += 1


@njit(cache=True, nogil=True)
def upright(faces, p, sizes, normal, least):  # type: ignore[no-untyped-def]
    """Unit normals of a net's vertices, and the size of one of each one's faces.

    Where a normal comes to less than `least` along the given one, (n, 3), it is that.
    """
    out, size = np.zeros((len(p), 3)), np.zeros(len(p))
    for f in range(len(faces)):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        ux, uy, uz = p[c, 0] - p[a, 0], p[c, 1] - p[a, 1], p[c, 2] - p[a, 2]
        vx, vy, vz = p[d, 0] - p[b, 0], p[d, 1] - p[b, 1], p[d, 2] - p[b, 2]
        x, y, z = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
        for k in range(4):
            v = faces[f, k]
            out[v, 0] += x
            out[v, 1] += y
            out[v, 2] += z
            size[v] = sizes[f]
    for v in range(len(p)):
        length = max(np.sqrt(out[v, 0] ** 2 + out[v, 1] ** 2 + out[v, 2] ** 2), 1e-12)
        along = (out[v, 0] * normal[v, 0] + out[v, 1] * normal[v, 1] + out[v, 2] * normal[v, 2]) / length
        for k in range(3):
            out[v, k] = normal[v, k] if along < least else out[v, k] / length
    return out, size
