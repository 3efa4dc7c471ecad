"""Loops of `flesh` over the edges that leave each vertex."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

#: Rounds of turning towards the fit; it is close to begin with.
_TURNS = 10


@njit(cache=True)
def _turned(q, r, s, t, a, b, c):  # type: ignore[no-untyped-def]
    x, y, z = 2.0 * (s * c - t * b), 2.0 * (t * a - r * c), 2.0 * (r * b - s * a)
    return a + q * x + s * z - t * y, b + q * y + t * x - r * z, c + q * z + r * y - s * x


@njit(cache=True, parallel=LOOPS)
def left_over(start, ends, weight, form, places, turns, out):  # type: ignore[no-untyped-def]
    """Write to `out` how far the edges of each vertex, turned like their ends, pull on it."""
    for v in prange(start.shape[0] - 1):
        x = y = z = 0.0
        for e in range(start[v], start[v + 1]):
            j, w = ends[e], weight[e]
            a, b, c = form[v, 0] - form[j, 0], form[v, 1] - form[j, 1], form[v, 2] - form[j, 2]
            p, q, r = _turned(turns[v, 0], turns[v, 1], turns[v, 2], turns[v, 3], a, b, c)
            s, t, u = _turned(turns[j, 0], turns[j, 1], turns[j, 2], turns[j, 3], a, b, c)
            kx, ky, kz = p + s, q + t, r + u
            x += w * (0.5 * kx - places[v, 0] + places[j, 0])
            y += w * (0.5 * ky - places[v, 1] + places[j, 1])
            z += w * (0.5 * kz - places[v, 2] + places[j, 2])
        out[v, 0], out[v, 1], out[v, 2] = x, y, z


@njit(cache=True, parallel=LOOPS)
def fit(rows, start, ends, weight, form, places, turns, out):  # type: ignore[no-untyped-def]
    """Write to `out` the turns that take the edges of `rows` nearest to where they are, begun at `turns`.

    Mueller, Bender, Chentanez, Macklin: A robust method to extract the rotational part of
    deformations, Motion in Games, 2016.
    """
    for i in prange(rows.shape[0]):
        v = rows[i]
        m = np.zeros((3, 3))  # columns are the images of the axes
        for e in range(start[v], start[v + 1]):
            j, w = ends[e], weight[e]
            for k in range(3):
                was = w * (form[v, k] - form[j, k])
                for h in range(3):
                    m[h, k] += was * (places[v, h] - places[j, h])
        q, r, s, t = turns[v, 0], turns[v, 1], turns[v, 2], turns[v, 3]
        for _ in range(_TURNS):
            ox = oy = oz = size = 0.0
            for k in range(3):
                if k == 0:
                    x, y, z = 1 - 2 * (s * s + t * t), 2 * (r * s + q * t), 2 * (r * t - q * s)
                elif k == 1:
                    x, y, z = 2 * (r * s - q * t), 1 - 2 * (r * r + t * t), 2 * (s * t + q * r)
                else:
                    x, y, z = 2 * (r * t + q * s), 2 * (s * t - q * r), 1 - 2 * (r * r + s * s)
                a, b, c = m[0, k], m[1, k], m[2, k]
                ox += y * c - z * b
                oy += z * a - x * c
                oz += x * b - y * a
                size += x * a + y * b + z * c
            n = 1.0 / (abs(size) + 1e-9)
            ox, oy, oz = ox * n, oy * n, oz * n
            angle = np.sqrt(ox * ox + oy * oy + oz * oz)
            if angle < 1e-9:
                break
            part = np.sin(angle / 2) / angle
            cw, cx, cy, cz = np.cos(angle / 2), part * ox, part * oy, part * oz
            q, r, s, t = (
                cw * q - cx * r - cy * s - cz * t,
                cw * r + cx * q + cy * t - cz * s,
                cw * s - cx * t + cy * q + cz * r,
                cw * t + cx * s - cy * r + cz * q,
            )
        out[i, 0], out[i, 1], out[i, 2], out[i, 3] = q, r, s, t


@njit(cache=True)
def evened(rows, share, start, ends, places, times, scratch):  # type: ignore[no-untyped-def]
    """Move `rows` by their share towards the plain mean of their neighbours, so many times."""
    for _ in range(times):
        for i in range(rows.shape[0]):
            v = rows[i]
            for k in range(3):
                total = 0.0
                for e in range(start[v], start[v + 1]):
                    total += places[ends[e], k]
                scratch[i, k] = total / (start[v + 1] - start[v])
        for i in range(rows.shape[0]):
            v = rows[i]
            for k in range(3):
                places[v, k] += share[i] * (scratch[i, k] - places[v, k])
