"""Loops over samples whose pigments change; see `pigments.py` and `colour_layers.py`. No checks."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True)
def _moved(r, g, b, ways, inverse, forward, shape, place, at, now, out):
    """A colour of 0 to 1 with its pigments moved by ways (4,) on the table's axes; place, at (4,) and now are scratch.

    What a colour is off the nearest skin it keeps, as a factor in linear light.
    """
    _pigments(inverse, r, g, b, place)
    for k in range(4):
        at[k] = min(max(place[k] + ways[k], np.float32(0.0)), np.float32(1.0))
    _linear(forward, shape, place, now)
    _linear(forward, shape, at, out)
    for k in range(3):
        v = r if k == 0 else g if k == 1 else b
        out[k] = min(max(_encoded(_decoded(v) / max(now[k], np.float32(1e-5)) * out[k]), 0.0), 1.0)


@njit(cache=True, parallel=LOOPS, nogil=True)
def tinted(colours, shares, ways, inverse, forward, shape, out):
    """Colours (k, 3) bytes with pigments moved by a share (k,) of ways (4,), into `out` (k, 3) float32, 0 to 255."""
    for i in prange(len(colours)):
        place, at, own = np.empty(4, np.float32), np.empty(4, np.float32), np.empty(4, np.float32)
        now = np.empty(3, np.float32)
        for k in range(4):
            own[k] = shares[i] * ways[k]
        r, g, b = colours[i, 0] / 255.0, colours[i, 1] / 255.0, colours[i, 2] / 255.0
        _moved(r, g, b, own, inverse, forward, shape, place, at, now, out[i])
        for k in range(3):
            out[i, k] *= np.float32(255.0)


@njit(cache=True, parallel=LOOPS, nogil=True)
def coloured(at, forward, shape, out):
    """Colours of places (n, 4) on the table's axes, into `out` (n, 4) bytes, sRGB, opaque."""
    for i in prange(len(at)):
        now = np.empty(3, np.float32)
        _linear(forward, shape, at[i], now)
        for k in range(3):
            out[i, k] = np.uint8(min(max(255.0 * _encoded(now[k]) + 0.5, 0.0), 255.0))
        out[i, 3] = 255


@njit(cache=True, parallel=LOOPS, nogil=True)
def summed(leaves, slot, pool, mask_slot, mask_pool, masked, opacity, steps):
    """Add what a sheet of pigments says, weighed, to `steps` (l, 512, 4) on the table's axes: 128 is nothing, 127 steps
    on is all of an axis.
    """
    part, whole = np.float32(1.0 / 255.0), np.float32(1.0 / 127.0)
    for i in prange(len(leaves)):
        kept = slot[leaves[i]]
        if kept < 0:
            continue
        hidden = mask_slot[leaves[i]] if masked else -1
        for j in range(512):
            share = opacity * whole
            if hidden >= 0:
                share *= np.float32(mask_pool[hidden, j, 0]) * part
            for k in range(4):
                steps[i, j, k] += share * np.float32(np.int32(pool[kept, j, k]) - 128)


@njit(cache=True, parallel=LOOPS, nogil=True)
def shifted(steps, inverse, forward, shape, light, shown, acc):
    """Move the pigments of what is in `acc` (l, 512, 4) by steps on the table's axes.

    `light` gives linear light of even steps of sRGB, `shown` sRGB of even steps of the square root of linear light.
    """
    many = len(light) - 1
    for i in prange(len(acc)):
        place, at = np.empty(4, np.float32), np.empty(4, np.float32)
        now, out, own = np.empty(3, np.float32), np.empty(3, np.float32), np.empty(3, np.float32)
        for j in range(512):
            alpha = acc[i, j, 3]
            most = np.float32(0.0)
            for k in range(4):
                most = max(most, abs(steps[i, j, k]))
            if most < 0.001 or alpha <= 0.0:
                continue
            for k in range(3):
                own[k] = min(max(acc[i, j, k] / alpha, np.float32(0.0)), np.float32(1.0))
            _pigments(inverse, own[0], own[1], own[2], place)
            for k in range(4):
                at[k] = min(max(place[k] + steps[i, j, k], np.float32(0.0)), np.float32(1.0))
            _linear(forward, shape, place, now)
            _linear(forward, shape, at, out)
            for k in range(3):
                x = own[k] * many
                c = min(int(x), many - 1)
                bright = light[c] + (x - c) * (light[c + 1] - light[c])
                bright *= out[k] / max(now[k], np.float32(1e-5))
                x = np.sqrt(min(max(bright, np.float32(0.0)), np.float32(1.0))) * many
                c = min(int(x), many - 1)
                acc[i, j, k] = (shown[c] + (x - c) * (shown[c + 1] - shown[c])) * alpha


@njit(cache=True)
def _decoded(v):
    return v / 12.92 if v <= 0.04045 else ((v + 0.055) / 1.055) ** 2.4


@njit(cache=True)
def _encoded(v):
    return 12.92 * v if v <= 0.0031308 else 1.055 * v ** (1.0 / 2.4) - 0.055


@njit(cache=True, inline="always")
def _cell(x, n):
    """The cell of an even axis of n places that x, 0 to 1, lies in, and where in it."""
    y = min(max(x, np.float32(0.0)), np.float32(1.0)) * np.float32(n - 1)
    c = min(np.int64(y), n - 2)
    return c, np.float32(y - np.float32(c))


@njit(cache=True)
def _pigments(inverse, r, g, b, out):
    """Melanin, blood, oxygen and yellow on the table's axes, of an sRGB colour; linearly between those of a cube.

    `inverse` is flat: (n, n, n, 4), n being the cube root of a quarter of its length.
    """
    n = np.int64(np.rint((len(inverse) / 4.0) ** (1.0 / 3.0)))
    (i, s), (j, t), (k, u) = _cell(np.float32(r), n), _cell(np.float32(g), n), _cell(np.float32(b), n)
    for c in range(4):
        out[c] = np.float32(0.0)
    one = np.float32(1.0)
    for corner in range(8):
        p, q, w = corner & 1, (corner >> 1) & 1, corner >> 2
        share = (s if p else one - s) * (t if q else one - t) * (u if w else one - u)
        at = np.uint64((((i + p) * n + j + q) * n + k + w) * 4)
        for c in range(4):
            out[c] += share * inverse[at + np.uint64(c)]


@njit(cache=True)
def _linear(forward, shape, at, out):
    """Linear sRGB of a place on the table's axes; its cube root linearly between the table's, which is flat."""
    (a, s), (b, t) = _cell(at[0], shape[0]), _cell(at[1], shape[1])
    (c, u), (d, v) = _cell(at[2], shape[2]), _cell(at[3], shape[3])
    one = np.float32(1.0)
    x = y = z = np.float32(0.0)
    for upper in range(4):
        p, q = upper & 1, upper >> 1
        first = (s if p else one - s) * (t if q else one - t)
        row = ((a + p) * shape[1] + b + q) * shape[2]
        for lower in range(4):
            m, n = lower & 1, lower >> 1
            share = first * (u if m else one - u) * (v if n else one - v)
            i = np.uint64(((row + c + m) * shape[3] + d + n) * 3)
            x += share * forward[i]
            y += share * forward[i + np.uint64(1)]
            z += share * forward[i + np.uint64(2)]
    out[0], out[1], out[2] = x * x * x, y * y * y, z * z * z
