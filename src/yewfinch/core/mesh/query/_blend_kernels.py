"""Loops of `blend`: the mixed motion of every vertex, as dual quaternions."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, parallel=LOOPS)
def mix(points, bones, weights, real, dual, turns, out):  # type: ignore[no-untyped-def]
    """Write each point's unit quaternion to `turns` and where it goes to `out`."""
    k = bones.shape[1]
    for v in prange(points.shape[0]):
        first = bones[v, 0]
        r0 = r1 = r2 = r3 = d0 = d1 = d2 = d3 = 0.0
        for i in range(k):
            w = np.float64(weights[v, i])
            if w == 0.0:
                continue
            b = bones[v, i]
            same = (
                real[b, 0] * real[first, 0]
                + real[b, 1] * real[first, 1]
                + real[b, 2] * real[first, 2]
                + real[b, 3] * real[first, 3]
            )
            if same < 0.0:
                w = -w
            r0 += w * real[b, 0]
            r1 += w * real[b, 1]
            r2 += w * real[b, 2]
            r3 += w * real[b, 3]
            d0 += w * dual[b, 0]
            d1 += w * dual[b, 1]
            d2 += w * dual[b, 2]
            d3 += w * dual[b, 3]
        n = 1.0 / np.sqrt(r0 * r0 + r1 * r1 + r2 * r2 + r3 * r3)
        r0 *= n
        r1 *= n
        r2 *= n
        r3 *= n
        d0 *= n
        d1 *= n
        d2 *= n
        d3 *= n
        x, y, z = points[v, 0], points[v, 1], points[v, 2]
        ux = 2.0 * (r2 * z - r3 * y)
        uy = 2.0 * (r3 * x - r1 * z)
        uz = 2.0 * (r1 * y - r2 * x)
        turns[v, 0] = r0
        turns[v, 1] = r1
        turns[v, 2] = r2
        turns[v, 3] = r3
        # the shift is 2 dual conj(real)
        out[v, 0] = x + r0 * ux + r2 * uz - r3 * uy + 2.0 * (-d0 * r1 + d1 * r0 - d2 * r3 + d3 * r2)
        out[v, 1] = y + r0 * uy + r3 * ux - r1 * uz + 2.0 * (-d0 * r2 + d1 * r3 + d2 * r0 - d3 * r1)
        out[v, 2] = z + r0 * uz + r1 * uy - r2 * ux + 2.0 * (-d0 * r3 - d1 * r2 + d2 * r1 + d3 * r0)


@njit(cache=True, parallel=LOOPS)
def carry(points, was, turns, now, back, out):  # type: ignore[no-untyped-def]
    """Write now + turn(point - was), or was + the turn back of (point - now)."""
    sign = -1.0 if back else 1.0
    for v in prange(points.shape[0]):
        a, b, c, d = turns[v, 0], sign * turns[v, 1], sign * turns[v, 2], sign * turns[v, 3]
        if back:
            x, y, z = points[v, 0] - now[v, 0], points[v, 1] - now[v, 1], points[v, 2] - now[v, 2]
        else:
            x, y, z = points[v, 0] - was[v, 0], points[v, 1] - was[v, 1], points[v, 2] - was[v, 2]
        ux = 2.0 * (c * z - d * y)
        uy = 2.0 * (d * x - b * z)
        uz = 2.0 * (b * y - c * x)
        x, y, z = x + a * ux + c * uz - d * uy, y + a * uy + d * ux - b * uz, z + a * uz + b * uy - c * ux
        if back:
            out[v, 0], out[v, 1], out[v, 2] = x + was[v, 0], y + was[v, 1], z + was[v, 2]
        else:
            out[v, 0], out[v, 1], out[v, 2] = x + now[v, 0], y + now[v, 1], z + now[v, 2]
