"""Loops over vertices whose pigments change; see `tinting`."""

import numpy as np
from numba import njit


@njit(cache=True)
def tint(rows, weights, ways, met, alpha, base, place, colour, inverse, forward):
    """Shift pigments of rows by ways (4,) on the table's axes, over the stroke's start; the strongest touch counts.

    What a colour is off the nearest skin it keeps, as a factor in linear light.
    """
    now, at = np.empty(3, np.float32), np.empty(4, np.float32)
    for i in range(rows.shape[0]):
        v = rows[i]
        if met[v] == 0:
            met[v] = 1
            _pigments(inverse, colour[v, 0] / 255.0, colour[v, 1] / 255.0, colour[v, 2] / 255.0, place[v])
            _linear(forward, place[v], now)
            for k in range(3):
                base[v, k] = _decoded(colour[v, k] / 255.0) / max(now[k], np.float32(1e-5))
        if weights[i] <= alpha[v]:
            continue
        alpha[v] = weights[i]
        for k in range(4):
            at[k] = min(max(place[v, k] + weights[i] * ways[k], np.float32(0.0)), np.float32(1.0))
        _linear(forward, at, now)
        for k in range(3):
            colour[v, k] = np.uint8(min(max(255.0 * _encoded(base[v, k] * now[k]) + 0.5, 0.0), 255.0))


@njit(cache=True)
def _decoded(v):
    return v / 12.92 if v <= 0.04045 else ((v + 0.055) / 1.055) ** 2.4


@njit(cache=True)
def _encoded(v):
    return 12.92 * v if v <= 0.0031308 else 1.055 * v ** (1.0 / 2.4) - 0.055


@njit(cache=True)
def _pigments(inverse, r, g, b, out):
    """Melanin, blood, oxygen and yellow on the table's axes, of an sRGB colour; linearly between those of a cube."""
    n = inverse.shape[0] - 1
    x, y, z = r * n, g * n, b * n
    i, j, k = min(int(x), n - 1), min(int(y), n - 1), min(int(z), n - 1)
    s, t, u = x - i, y - j, z - k
    for c in range(4):
        out[c] = 0.0
    for corner in range(8):
        p, q, w = corner & 1, (corner >> 1) & 1, corner >> 2
        share = (s if p else 1.0 - s) * (t if q else 1.0 - t) * (u if w else 1.0 - u)
        for c in range(4):
            out[c] += share * inverse[i + p, j + q, k + w, c]


@njit(cache=True)
def _linear(forward, at, out):
    """Linear sRGB of a place on the table's axes; its cube root linearly between the table's."""
    cell, part = np.empty(4, np.int64), np.empty(4, np.float32)
    for d in range(4):
        x = at[d] * (forward.shape[d] - 1)
        cell[d] = min(max(int(x), 0), forward.shape[d] - 2)
        part[d] = x - cell[d]
    for k in range(3):
        out[k] = 0.0
    for corner in range(16):
        share = np.float32(1.0)
        for d in range(4):
            share *= part[d] if (corner >> d) & 1 else np.float32(1.0) - part[d]
        if share != 0.0:
            for k in range(3):
                out[k] += (
                    share
                    * forward[
                        cell[0] + (corner & 1),
                        cell[1] + ((corner >> 1) & 1),
                        cell[2] + ((corner >> 2) & 1),
                        cell[3] + (corner >> 3),
                        k,
                    ]
                )
    for k in range(3):
        out[k] = out[k] * out[k] * out[k]
