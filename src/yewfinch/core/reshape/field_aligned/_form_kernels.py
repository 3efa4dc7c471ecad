"""Loops of `form.py`: how a surface bends. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def evened(starts, ring, values, rounds):  # type: ignore[no-untyped-def]
    """Values of vertices (n, k) averaged with those of their neighbours, so many rounds."""
    held, out = values.copy(), np.empty_like(values)
    for _ in range(rounds):
        for v in range(len(held)):
            count = starts[v + 1] - starts[v] + 1
            for c in range(held.shape[1]):
                total = held[v, c]
                for k in range(starts[v], starts[v + 1]):
                    total += held[ring[k], c]
                out[v, c] = total / count
        held, out = out, held
    return held


@njit(cache=True, nogil=True)
def bends(starts, ring, x, n):  # type: ignore[no-untyped-def]
    """How normals turn from each vertex to its neighbours, as the best symmetric 2 x 2 matrix in the tangent plane.

    Two tangent directions (n, 2, 3), and the matrix (n, 3): first, mixed, second.
    """
    axes, out = np.empty((len(x), 2, 3)), np.zeros((len(x), 3))
    for v in range(len(x)):
        nx, ny, nz = n[v, 0], n[v, 1], n[v, 2]
        if abs(nx) < 0.6:
            ux, uy, uz = 0.0, nz, -ny
        else:
            ux, uy, uz = -nz, 0.0, nx
        size = max(np.sqrt(ux * ux + uy * uy + uz * uz), 1e-12)
        ux, uy, uz = ux / size, uy / size, uz / size
        wx, wy, wz = ny * uz - nz * uy, nz * ux - nx * uz, nx * uy - ny * ux
        axes[v, 0, 0], axes[v, 0, 1], axes[v, 0, 2] = ux, uy, uz
        axes[v, 1, 0], axes[v, 1, 1], axes[v, 1, 2] = wx, wy, wz
        aa = ab = bb = pa = pb = qa = qb = 0.0
        for k in range(starts[v], starts[v + 1]):
            r = ring[k]
            dx, dy, dz = x[r, 0] - x[v, 0], x[r, 1] - x[v, 1], x[r, 2] - x[v, 2]
            mx, my, mz = n[r, 0] - nx, n[r, 1] - ny, n[r, 2] - nz
            a, b = dx * ux + dy * uy + dz * uz, dx * wx + dy * wy + dz * wz
            p, q = mx * ux + my * uy + mz * uz, mx * wx + my * wy + mz * wz
            aa, ab, bb = aa + a * a, ab + a * b, bb + b * b
            pa, pb, qa, qb = pa + p * a, pb + p * b, qa + q * a, qb + q * b
        # least squares of (p, q) = M (a, b), M = [[e, f], [f, g]]: three normal equations
        more = 1e-6 * (aa + bb) + 1e-12
        m00, m01, m11, m12, m22 = aa + more, ab, aa + bb + more, ab, bb + more
        r0, r1, r2 = pa, pb + qa, qb
        # [[m00, m01, 0], [m01, m11, m12], [0, m12, m22]]
        d = m00 * (m11 * m22 - m12 * m12) - m01 * m01 * m22
        if d > 0.0:
            out[v, 0] = (r0 * (m11 * m22 - m12 * m12) - m01 * (r1 * m22 - m12 * r2)) / d
            out[v, 1] = (m00 * (r1 * m22 - m12 * r2) - m01 * r0 * m22) / d
            out[v, 2] = (m00 * (m11 * r2 - m12 * r1) - m01 * (m01 * r2) + m01 * r0 * m12) / d
    return axes, out


@njit(cache=True, nogil=True)
def crests(starts, ring, x, bend, across, least):  # type: ignore[no-untyped-def]
    """1 where a surface bends more than its neighbours across do, and more than `least` (n,)."""
    out = np.zeros(len(x), np.uint8)
    for v in range(len(x)):
        if bend[v] < least[v]:
            continue
        most = True
        for k in range(starts[v], starts[v + 1]):
            r = ring[k]
            dx, dy, dz = x[r, 0] - x[v, 0], x[r, 1] - x[v, 1], x[r, 2] - x[v, 2]
            d = dx * across[v, 0] + dy * across[v, 1] + dz * across[v, 2]
            if d * d > 0.5 * (dx * dx + dy * dy + dz * dz) and bend[r] > bend[v]:
                most = False
        if most:
            out[v] = 1
    return out
