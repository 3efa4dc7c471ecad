"""Loops of tools that lay colour on: arrays and scalars, no checks. Colours are sRGB bytes with alpha."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

# What a stroke knows of a sample are two words side by side: what it held when the stroke first came, and how much
# was laid on since, in parts of 2^24, with the highest bit for having been met.
_MET, _PARTS = np.uint32(0x80000000), np.uint32(0xFFFFFF)
_BYTE = np.uint32(255)


@njit(cache=True, inline="always")
def _laid_so_far(v, word, state):
    """How much a stroke has laid on at a sample that holds a word now; what it held at first is kept."""
    if state[v, 1] & _MET:
        return np.float32(np.int32(state[v, 1] & _PARTS)) * np.float32(1.0 / 16777215.0)
    state[v, 0] = word
    return np.float32(0.0)


@njit(cache=True, inline="always")
def _keep(v, a, state):
    state[v, 1] = _MET | np.uint32(np.int32(a * np.float32(16777215.0)))


@njit(cache=True, inline="always")
def _over(base, red, green, blue, a):
    """A colour of alpha a over what a word holds, as a word."""
    if a <= np.float32(0.0):
        return base
    part, one, half = np.float32(1.0 / 255.0), np.float32(1.0), np.float32(0.5)
    below = np.float32(np.int32(base >> np.uint32(24))) * part * (one - a)
    whole = a + below
    share = one / whole
    mine, other = a * share, below * share
    r = np.uint32(np.int32(mine * red + other * np.float32(np.int32(base & _BYTE)) + half))
    g = np.uint32(np.int32(mine * green + other * np.float32(np.int32(base >> np.uint32(8) & _BYTE)) + half))
    b = np.uint32(np.int32(mine * blue + other * np.float32(np.int32(base >> np.uint32(16) & _BYTE)) + half))
    w = np.uint32(np.int32(min(whole, one) * np.float32(255.0) + half))
    return r | g << np.uint32(8) | b << np.uint32(16) | w << np.uint32(24)


@njit(cache=True, nogil=True)
def laid(rows, weights, rgb, builds, state, own, out):
    """Lay a colour over what samples held when the stroke began, into `out` (k,), words of four bytes.

    `own` (k,) is what they hold now. Where a stroke does not build up, its strongest touch counts.
    """
    one = np.float32(1.0)
    red, green, blue = rgb[0], rgb[1], rgb[2]
    for i in range(len(rows)):
        v = rows[i]
        before = _laid_so_far(v, own[i], state)
        a = min(weights[i], one)
        a = before + a * (one - before) if builds else max(before, a)
        _keep(v, a, state)
        out[i] = _over(state[v, 0], red, green, blue, a)


@njit(cache=True, nogil=True)
def laid_each(rows, weights, colours, state, own, out):
    """The same with a colour for each sample, (k, 3) float32; the strongest touch counts."""
    for i in range(len(rows)):
        v = rows[i]
        a = max(_laid_so_far(v, own[i], state), min(weights[i], np.float32(1.0)))
        _keep(v, a, state)
        out[i] = _over(state[v, 0], colours[i, 0], colours[i, 1], colours[i, 2], a)


@njit(cache=True, nogil=True)
def erased(rows, weights, state, own, out):
    """Take paint away from what samples held when the stroke began; the strongest touch counts."""
    one = np.float32(1.0)
    for i in range(len(rows)):
        v = rows[i]
        a = max(_laid_so_far(v, own[i], state), min(weights[i], one))
        _keep(v, a, state)
        base = state[v, 0]
        left = np.float32(np.int32(base >> np.uint32(24))) * (one - a) + np.float32(0.5)
        out[i] = (base & np.uint32(0xFFFFFF)) | np.uint32(np.int32(left)) << np.uint32(24)


@njit(cache=True)
def _cell(p, low, size, shape):
    """The cell of a grid that a place lies in."""
    at = 0
    for k in range(3):
        i = min(max(int((p[k] - low[k]) / size), 0), shape[k] - 1)
        at = at * shape[k] + i
    return at


@njit(cache=True, nogil=True)
def binned(places, low, size, shape, start, order):
    """Sort places (k, 3) into the cells of a grid: `start` (cells + 1,) and `order` (k,)."""
    start[:] = 0
    for i in range(len(places)):
        start[_cell(places[i], low, size, shape) + 1] += 1
    for c in range(len(start) - 1):
        start[c + 1] += start[c]
    at = start[:-1].copy()
    for i in range(len(places)):
        c = _cell(places[i], low, size, shape)
        order[at[c]] = i
        at[c] += 1


@njit(cache=True, parallel=LOOPS, nogil=True)
def means(places, values, low, size, shape, start, order, reach, out):
    """The mean of values (k, 4) over all that lies within reach of each place; alpha weighs colour."""
    r2 = reach * reach
    for i in prange(len(places)):
        c0 = np.empty(3, np.int64)
        for k in range(3):
            c0[k] = min(max(int((places[i, k] - low[k]) / size), 0), shape[k] - 1)
        total = weight = 0.0
        r = g = b = 0.0
        for x in range(max(c0[0] - 1, 0), min(c0[0] + 2, shape[0])):
            for y in range(max(c0[1] - 1, 0), min(c0[1] + 2, shape[1])):
                for z in range(max(c0[2] - 1, 0), min(c0[2] + 2, shape[2])):
                    c = (x * shape[1] + y) * shape[2] + z
                    for j in range(start[c], start[c + 1]):
                        o = order[j]
                        far = 0.0
                        for k in range(3):
                            far += (places[o, k] - places[i, k]) ** 2
                        if far > r2:
                            continue
                        w = 1.0 - far / r2
                        a = w * values[o, 3]
                        total += w
                        weight += a
                        r, g, b = r + a * values[o, 0], g + a * values[o, 1], b + a * values[o, 2]
        if weight > 0.0:
            out[i, 0], out[i, 1], out[i, 2] = r / weight, g / weight, b / weight
            out[i, 3] = weight / total
        else:
            for k in range(4):
                out[i, k] = values[i, k] if k < 3 else 0.0


@njit(cache=True, parallel=LOOPS, nogil=True)
def mixed_at(points, places, values, low, size, shape, start, order, reach, out):
    """Values (k, 4) of places mixed at points (j, 3), nearer ones more; alpha weighs colour.

    The last of `out` (j, 5) is 0 where none lies within reach, else 1.
    """
    rings = int(np.ceil(reach / size))
    r2 = reach * reach
    for i in prange(len(points)):
        total = weight = r = g = b = 0.0
        c0 = np.empty(3, np.int64)
        for k in range(3):
            c0[k] = int(np.floor((points[i, k] - low[k]) / size))
        for x in range(max(c0[0] - rings, 0), min(c0[0] + rings + 1, shape[0])):
            for y in range(max(c0[1] - rings, 0), min(c0[1] + rings + 1, shape[1])):
                for z in range(max(c0[2] - rings, 0), min(c0[2] + rings + 1, shape[2])):
                    c = (x * shape[1] + y) * shape[2] + z
                    for j in range(start[c], start[c + 1]):
                        o = order[j]
                        far = 0.0
                        for k in range(3):
                            far += (places[o, k] - points[i, k]) ** 2
                        if far >= r2:
                            continue
                        w = (1.0 - far / r2) ** 2
                        a = w * values[o, 3]
                        total += w
                        weight += a
                        r, g, b = r + a * values[o, 0], g + a * values[o, 1], b + a * values[o, 2]
        out[i, 4] = 1.0 if total > 0.0 else 0.0
        out[i, 3] = weight / total if total > 0.0 else 0.0
        if weight > 0.0:
            out[i, 0], out[i, 1], out[i, 2] = r / weight, g / weight, b / weight
        else:
            out[i, 0] = out[i, 1] = out[i, 2] = 0.0
