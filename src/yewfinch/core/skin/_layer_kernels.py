"""Loops over samples of colour layers; see `sheet.py` and `blending.py`. No checks."""

import numpy as np
from numba import carray, njit, prange, types
from numba.core import cgutils
from numba.extending import intrinsic

from yewfinch.core.shared.parallel import LOOPS

LEAF = 512
SHIFT = 9


@njit(cache=True, nogil=True)
def gathered(rows, slot, pool, plain, out):
    """Values of rows, (k, width); those of leaves that are not kept are plain."""
    for i in range(len(rows)):
        at = slot[rows[i] >> SHIFT]
        for k in range(out.shape[1]):
            out[i, k] = pool[at, rows[i] & (LEAF - 1), k] if at >= 0 else plain[k]


@njit(cache=True, nogil=True)
def scattered(rows, slot, pool, values):
    """Write values (k, width) into rows, whose leaves are all kept."""
    for i in range(len(rows)):
        at = slot[rows[i] >> SHIFT]
        for k in range(values.shape[1]):
            pool[at, rows[i] & (LEAF - 1), k] = values[i, k]


@njit(cache=True, nogil=True)
def leaves_of(rows, count):
    """The leaves of samples, of so many, ascending, each once."""
    flag = np.zeros(count, np.bool_)
    for i in range(len(rows)):
        flag[rows[i] >> SHIFT] = True
    many = 0
    for k in range(count):
        many += flag[k]
    out = np.empty(many, np.int32)
    at = 0
    for k in range(count):
        if flag[k]:
            out[at] = k
            at += 1
    return out


@njit(cache=True, nogil=True)
def first_met(rows, seats, first, values, out_rows, out_values):
    """Rows (k,) that have no seat yet, with their values (k, width); they are seated from `first` on. How many."""
    n = 0
    for i in range(len(rows)):
        if seats[rows[i]] == 0:
            seats[rows[i]] = first + n
            out_rows[n] = rows[i]
            for k in range(values.shape[1]):
                out_values[n, k] = values[i, k]
            n += 1
    return n


@njit(cache=True, inline="always")
def _soft(b, s):
    if s <= 0.5:
        return b - (1.0 - 2.0 * s) * b * (1.0 - b)
    d = ((16.0 * b - 12.0) * b + 4.0) * b if b <= 0.25 else np.sqrt(b)
    return b + (2.0 * s - 1.0) * (d - b)


@njit(cache=True)
def separable(mode, b, s):
    """One channel of a backdrop b and a source s blended, 0 to 1 each: W3C Compositing and Blending Level 1, and
    linear burn and add.
    """
    if mode == 1:
        return b * s
    if mode == 2:
        return b + s - b * s
    if mode == 3:  # overlay: hard light the other way round
        return 2.0 * b * s if b <= 0.5 else (2.0 * b - 1.0) + s - (2.0 * b - 1.0) * s
    if mode == 4:
        return min(b, s)
    if mode == 5:
        return max(b, s)
    if mode == 6:
        if b <= 0.0:
            return 0.0
        return 1.0 if s >= 1.0 else min(1.0, b / (1.0 - s))
    if mode == 7:
        if b >= 1.0:
            return 1.0
        return 0.0 if s <= 0.0 else 1.0 - min(1.0, (1.0 - b) / s)
    if mode == 8:
        return 2.0 * b * s if s <= 0.5 else b + (2.0 * s - 1.0) - b * (2.0 * s - 1.0)
    if mode == 9:
        return _soft(b, s)
    if mode == 10:
        return abs(b - s)
    if mode == 11:
        return b + s - 2.0 * b * s
    if mode == 12:
        return max(0.0, b + s - 1.0)
    if mode == 13:
        return min(1.0, b + s)
    return s


@njit(cache=True, inline="always")
def _lum(c):
    return 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2]


@njit(cache=True)
def _with_lum(c, lum):
    d = lum - _lum(c)
    for k in range(3):
        c[k] += d
    middle, low, high = _lum(c), min(c[0], c[1], c[2]), max(c[0], c[1], c[2])
    if low < 0.0:
        for k in range(3):
            c[k] = middle + (c[k] - middle) * middle / (middle - low)
    if high > 1.0:
        for k in range(3):
            c[k] = middle + (c[k] - middle) * (1.0 - middle) / (high - middle)


@njit(cache=True)
def _with_sat(c, sat):
    low, high = min(c[0], c[1], c[2]), max(c[0], c[1], c[2])
    for k in range(3):
        c[k] = (c[k] - low) * sat / (high - low) if high > low else 0.0


@njit(cache=True)
def whole(mode, b, s, out):
    """Three channels blended at once: hue 14, saturation 15, colour 16, luminosity 17."""
    if mode == 17:
        for k in range(3):
            out[k] = b[k]
        _with_lum(out, _lum(s))
        return
    for k in range(3):
        out[k] = b[k] if mode == 15 else s[k]
    if mode == 14:
        _with_sat(out, max(b[0], b[1], b[2]) - min(b[0], b[1], b[2]))
    elif mode == 15:
        _with_sat(out, max(s[0], s[1], s[2]) - min(s[0], s[1], s[2]))
    _with_lum(out, _lum(b))


@njit(cache=True, inline="always")
def _laid(mode, a, s, acc, atop, b, mixed):
    """Lay a source of colour s (3,) and alpha a over what is there, acc (4,) with colour multiplied by alpha."""
    below = acc[3]
    if below > 0.0:
        for k in range(3):
            b[k] = acc[k] / below
    else:
        for k in range(3):
            b[k] = 0.0
    if mode >= 14:
        whole(mode, b, s, mixed)
    else:
        for k in range(3):
            mixed[k] = separable(mode, b[k], s[k])
    if atop:
        for k in range(3):
            acc[k] = a * below * mixed[k] + (1.0 - a) * acc[k]
        return
    for k in range(3):
        acc[k] = a * ((1.0 - below) * s[k] + below * mixed[k]) + (1.0 - a) * acc[k]
    acc[3] = a + below * (1.0 - a)


@intrinsic
def _pointer(typingctx, address):  # as the compiler wants it
    """An address as a pointer: loops take any number of sheets by the addresses of their arrays."""

    def code(context, builder, signature, args):
        return builder.inttoptr(args[0], cgutils.voidptr_t)

    return types.voidptr(types.int64), code


@njit(cache=True, nogil=True, fastmath=True)
def _over(leaf, count, slots, pools, plains, mask_slots, mask_pools, opacities, planes, plain, shares):
    """Lay one leaf of sheets over `planes` (4, 512): red, green, blue times alpha, and alpha. `plain` and `shares` are
    scratch.

    Sheets are given by the addresses of their slots (`count` leaves) and pools; 0 for no mask. Planes and whole words
    let many samples be worked on at once.
    """
    part, one, byte = np.float32(1.0 / 255.0), np.float32(1.0), np.uint32(255)
    r, g, b, w = planes[0], planes[1], planes[2], planes[3]
    for k in range(len(slots)):
        at = carray(_pointer(slots[k]), count, np.int32)[leaf]
        if at < 0 and plains[k, 3] == 0:
            continue
        opacity = opacities[k] * part
        if at >= 0:
            words = carray(_pointer(pools[k] + at * (4 * LEAF)), LEAF, np.uint32)
        else:
            word = np.uint32(plains[k, 0]) | np.uint32(plains[k, 1]) << np.uint32(8)
            plain[:] = word | np.uint32(plains[k, 2]) << np.uint32(16) | np.uint32(plains[k, 3]) << np.uint32(24)
            words = carray(_pointer(plain.ctypes.data), LEAF, np.uint32)
        hidden = -1
        if mask_slots[k] != 0:
            hidden = carray(_pointer(mask_slots[k]), count, np.int32)[leaf]
        if hidden >= 0:
            mask = carray(_pointer(mask_pools[k] + hidden * LEAF), LEAF, np.uint8)
            for j in range(LEAF):
                shares[j] = opacity * part * np.float32(mask[j])
        else:
            shares[:] = opacity
        for j in range(LEAF):
            v = words[j]
            a = np.float32(np.int32(v >> np.uint32(24))) * shares[j]
            r[j] += a * (np.float32(np.int32(v & byte)) * part - r[j])
            g[j] += a * (np.float32(np.int32((v >> np.uint32(8)) & byte)) * part - g[j])
            b[j] += a * (np.float32(np.int32((v >> np.uint32(16)) & byte)) * part - b[j])
            w[j] += a * (one - w[j])


@njit(cache=True, parallel=LOOPS, nogil=True)
def covered(leaves, count, slots, pools, plains, mask_slots, mask_pools, opacities, acc):
    """What `blended` does where sheets lie normally over each other, the lowest first: all of them in one go."""
    for i in prange(len(leaves)):
        planes = np.empty((4, LEAF), np.float32)
        plain, shares = np.empty(LEAF, np.uint32), np.empty(LEAF, np.float32)
        for j in range(LEAF):
            for c in range(4):
                planes[c, j] = acc[i, j, c]
        _over(leaves[i], count, slots, pools, plains, mask_slots, mask_pools, opacities, planes, plain, shares)
        for j in range(LEAF):
            for c in range(4):
                acc[i, j, c] = planes[c, j]


@njit(cache=True, parallel=LOOPS, nogil=True)
def pressed(leaves, count, slots, pools, plains, mask_slots, mask_pools, opacities, clay, out):
    """The same over clay of one colour (3,), 0 to 1, as opaque bytes into `out` (N, 4): where there is nothing else."""
    full, half = np.float32(255.0), np.float32(0.5)
    for i in prange(len(leaves)):
        planes = np.empty((4, LEAF), np.float32)
        plain, shares = np.empty(LEAF, np.uint32), np.empty(LEAF, np.float32)
        for c in range(3):
            planes[c] = clay[c]
        planes[3] = np.float32(1.0)
        _over(leaves[i], count, slots, pools, plains, mask_slots, mask_pools, opacities, planes, plain, shares)
        first = leaves[i] * LEAF
        for j in range(min(LEAF, len(out) - first)):
            for c in range(3):
                out[first + j, c] = np.uint8(min(max(planes[c, j], np.float32(0.0)), np.float32(1.0)) * full + half)
            out[first + j, 3] = 255


@njit(cache=True, parallel=LOOPS, nogil=True)
def blended(leaves, slot, pool, plain, mask_slot, mask_pool, masked, opacity, mode, atop, opaque, acc):
    """Lay a sheet of colours over `acc` (l, 512, 4) float32, colour multiplied by alpha, at some leaves (l,)."""
    part = np.float32(1.0 / 255.0)
    for i in prange(len(leaves)):
        at = slot[leaves[i]]
        if at < 0 and plain[3] == 0:
            continue
        hidden = mask_slot[leaves[i]] if masked else -1
        s, b, m = np.empty(3, np.float32), np.empty(3, np.float32), np.empty(3, np.float32)
        for j in range(LEAF):
            alpha = pool[at, j, 3] if at >= 0 else plain[3]
            if alpha == 0:
                continue
            a = np.float32(alpha) * part * opacity
            if hidden >= 0:
                a *= np.float32(mask_pool[hidden, j, 0]) * part
            if mode == 0 and opaque:
                for k in range(3):
                    v = np.float32(pool[at, j, k] if at >= 0 else plain[k]) * part
                    acc[i, j, k] += a * (v - acc[i, j, k])
                continue
            for k in range(3):
                s[k] = np.float32(pool[at, j, k] if at >= 0 else plain[k]) * part
            _laid(mode, a, s, acc[i, j], atop, b, m)


@njit(cache=True, parallel=LOOPS, nogil=True)
def joined(leaves, source, mask_slot, mask_pool, masked, opacity, mode, atop, acc):
    """Lay what a group came to, (l, 512, 4) with colour multiplied by alpha, over `acc`."""
    part = np.float32(1.0 / 255.0)
    for i in prange(len(leaves)):
        hidden = mask_slot[leaves[i]] if masked else -1
        s, b, m = np.empty(3, np.float32), np.empty(3, np.float32), np.empty(3, np.float32)
        for j in range(LEAF):
            alpha = source[i, j, 3]
            if alpha <= 0.0:
                continue
            for k in range(3):
                s[k] = source[i, j, k] / alpha
            a = alpha * opacity
            if hidden >= 0:
                a *= np.float32(mask_pool[hidden, j, 0]) * part
            _laid(mode, a, s, acc[i, j], atop, b, m)


@njit(cache=True, parallel=LOOPS, nogil=True)
def adjusted(leaves, mask_slot, mask_pool, masked, opacity, tables, saturation, hue, acc):
    """Change the colour of what is in `acc`: by tables (3, 256) of 0 to 1, then saturation, then hue, in turns."""
    part = np.float32(1.0 / 255.0)
    for i in prange(len(leaves)):
        hidden = mask_slot[leaves[i]] if masked else -1
        c = np.empty(3, np.float32)
        for j in range(LEAF):
            alpha = acc[i, j, 3]
            share = opacity
            if hidden >= 0:
                share *= np.float32(mask_pool[hidden, j, 0]) * part
            if alpha <= 0.0 or share <= 0.0:
                continue
            for k in range(3):
                x = min(max(acc[i, j, k] / alpha, np.float32(0.0)), np.float32(1.0)) * 255.0
                at = min(int(x), 254)
                c[k] = tables[k, at] + (x - at) * (tables[k, at + 1] - tables[k, at])
            if saturation != 1.0:
                grey = 0.2126 * c[0] + 0.7152 * c[1] + 0.0722 * c[2]
                for k in range(3):
                    c[k] = min(max(grey + saturation * (c[k] - grey), 0.0), 1.0)
            if hue != 0.0:
                _turned(c, hue)
            for k in range(3):
                acc[i, j, k] += share * (c[k] * alpha - acc[i, j, k])


@njit(cache=True)
def _turned(c, by):
    """Turn the hue of a colour (3,) by so much of a turn; its value and its saturation as in HSV stay."""
    high, low = max(c[0], c[1], c[2]), min(c[0], c[1], c[2])
    span = high - low
    if span <= 0.0:
        return
    if c[0] == high:
        h = (c[1] - c[2]) / span
    elif c[1] == high:
        h = 2.0 + (c[2] - c[0]) / span
    else:
        h = 4.0 + (c[0] - c[1]) / span
    h = h / 6.0 + by
    h = (h - np.floor(h)) * 6.0
    for k in range(3):
        d = np.mod(h + 5.0 - 2.0 * k, 6.0)
        c[k] = high - span * max(0.0, min(d, 4.0 - d, 1.0))


@njit(cache=True, parallel=LOOPS, nogil=True)
def stored(leaves, acc, out):
    """Colours 0 to 1 of `acc` as bytes into `out` (N, 4), opaque."""
    for i in prange(len(leaves)):
        first = leaves[i] * LEAF
        for j in range(min(LEAF, len(out) - first)):
            for k in range(3):
                x = min(max(acc[i, j, k], np.float32(0.0)), np.float32(1.0))
                out[first + j, k] = np.uint8(x * np.float32(255.0) + np.float32(0.5))
            out[first + j, 3] = 255
