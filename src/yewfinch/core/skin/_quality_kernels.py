"""Loops over what colour layers carry besides colour; see `qualities.py`. No checks."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

LEAF = 512
LEVEL = 128


@njit(cache=True, parallel=LOOPS, nogil=True)
def laid(leaves, slot, pool, plain, mask_slot, mask_pool, masked, opacity, cover, covered, step, acc):
    """Lay values with weights over `acc` (l, 512, 2); with a step, mm for one of a byte, heights are added instead."""
    part = np.float32(1.0 / 255.0)
    for i in prange(len(leaves)):
        at = slot[leaves[i]]
        if at < 0 and plain[1] == 0:
            continue
        hidden = mask_slot[leaves[i]] if masked else -1
        for j in range(LEAF):
            weight = pool[at, j, 1] if at >= 0 else plain[1]
            if weight == 0:
                continue
            value = pool[at, j, 0] if at >= 0 else plain[0]
            a = np.float32(weight) * part * opacity
            if hidden >= 0:
                a *= np.float32(mask_pool[hidden, j, 0]) * part
            if covered:
                a *= cover[i, j]
            if step > 0.0:
                acc[i, j, 0] += a * step * (np.float32(value) - np.float32(LEVEL))
            else:
                acc[i, j, 0] += a * (np.float32(value) * part - acc[i, j, 0])
                acc[i, j, 1] += a * (np.float32(1.0) - acc[i, j, 1])


@njit(cache=True, parallel=LOOPS, nogil=True)
def joined(leaves, inner, mask_slot, mask_pool, masked, opacity, cover, covered, acc):
    """Lay what a group came to, (l, 512, 2), over `acc`."""
    part = np.float32(1.0 / 255.0)
    for i in prange(len(leaves)):
        hidden = mask_slot[leaves[i]] if masked else -1
        for j in range(LEAF):
            share = opacity
            if hidden >= 0:
                share *= np.float32(mask_pool[hidden, j, 0]) * part
            if covered:
                share *= cover[i, j]
            a = share * inner[i, j, 1]
            acc[i, j, 0] = share * inner[i, j, 0] + (np.float32(1.0) - a) * acc[i, j, 0]
            acc[i, j, 1] = a + (np.float32(1.0) - a) * acc[i, j, 1]


@njit(cache=True, parallel=LOOPS, nogil=True)
def stored(leaves, acc, rest, below, column, out):
    """Values over those of untouched clay as bytes into a column of `out` (N, 4); or over what lies below, (N,)."""
    for i in prange(len(leaves)):
        first = leaves[i] * LEAF
        for j in range(min(LEAF, len(out) - first)):
            under = np.float32(below[first + j]) if len(below) > 0 else np.float32(rest)
            x = acc[i, j, 0] * np.float32(255.0) + (np.float32(1.0) - acc[i, j, 1]) * under
            out[first + j, column] = np.uint8(min(max(x, np.float32(0.0)), np.float32(255.0)) + np.float32(0.5))


@njit(cache=True, parallel=LOOPS, nogil=True)
def raised(leaves, acc, out):
    """Heights into `out` (N,), mm."""
    for i in prange(len(leaves)):
        first = leaves[i] * LEAF
        for j in range(min(LEAF, len(out) - first)):
            out[first + j] = acc[i, j, 0]
