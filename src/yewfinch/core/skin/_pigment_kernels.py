"""Loops over samples whose pigments change; see `pigments.py` and `colour_layers.py`. No checks."""

import numpy as np
from numba import njit, prange


@njit(cache=True)
def _moved(r, g, b, ways, inverse, forward, place, at, now, out):
    """A colour of 0 to 1 with its pigments moved by ways (4,) on the table's axes; place, at (4,) and now are scratch.

    What a colour is off the nearest skin it keeps, as a factor in linear light.
    """
    _pigments(inverse, r, g, b, place)
    for k in range(4):
        at[k] = min(max(place[k] + ways[k], np.float32(0.0)), np.float32(1.0))
    _linear(forward, place, now)
    _linear(forward, at, out)
    for k in range(3):
        v = r if k == 0 else g if k == 1 else b
        out[k] = min(max(_encoded(_decoded(v) / max(now[k], np.float32(1e-5)) * out[k]), 0.0), 1.0)


@njit(cache=True, parallel=True, nogil=True)
def tinted(colours, shares, ways, inverse, forward, out):
    """Colours (k, 3) bytes with pigments moved by a share (k,) of ways (4,), into `out` (k, 3) float32, 0 to 255."""
    for i in prange(len(colours)):
        place, at, own = np.empty(4, np.float32), np.empty(4, np.float32), np.empty(4, np.float32)
        now = np.empty(3, np.float32)
        for k in range(4):
            own[k] = shares[i] * ways[k]
        r, g, b = colours[i, 0] / 255.0, colours[i, 1] / 255.0, colours[i, 2] / 255.0
        _moved(r, g, b, own, inverse, forward, place, at, now, out[i])
        for k in range(3):
            out[i, k] *= np.float32(255.0)


@njit(cache=True, parallel=True, nogil=True)
def shifted(leaves, slot, pool, mask_slot, mask_pool, masked, opacity, inverse, forward, acc):
    """Move the pigments of what is in `acc` (l, 512, 4) by what a sheet says: 128 leaves one as it is, 127 steps on it
    is at the other end of its axis.
    """
    part = np.float32(1.0 / 255.0)
    for i in prange(len(leaves)):
        kept = slot[leaves[i]]
        if kept < 0:
            continue
        hidden = mask_slot[leaves[i]] if masked else -1
        place, at, ways = np.empty(4, np.float32), np.empty(4, np.float32), np.empty(4, np.float32)
        now, out = np.empty(3, np.float32), np.empty(3, np.float32)
        for j in range(512):
            alpha = acc[i, j, 3]
            share = opacity
            if hidden >= 0:
                share *= np.float32(mask_pool[hidden, j, 0]) * part
            moves = False
            for k in range(4):
                step = np.int32(pool[kept, j, k]) - 128
                moves |= step != 0
                ways[k] = share * np.float32(step) / np.float32(127.0)
            if not moves or share <= 0.0 or alpha <= 0.0:
                continue
            r, g, b = acc[i, j, 0] / alpha, acc[i, j, 1] / alpha, acc[i, j, 2] / alpha
            _moved(
                min(max(r, np.float32(0.0)), np.float32(1.0)), min(max(g, np.float32(0.0)), np.float32(1.0)),
                min(max(b, np.float32(0.0)), np.float32(1.0)), ways, inverse, forward, place, at, now, out,
            )  # fmt: skip
            for k in range(3):
                acc[i, j, k] = out[k] * alpha


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
