"""Loops of `coarse.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def clustered(positions, low, cell):  # type: ignore[no-untyped-def]
    """For each row the first row of its cell of a grid (a table of cells with open addressing)."""
    n = len(positions)
    size = 1024
    while size < 2 * n:
        size *= 2
    table = np.full(size, -1, np.int32)
    keys = np.empty(n, np.int64)
    first = np.empty(n, np.int32)
    for i in range(n):
        x = np.int64((positions[i, 0] - low[0]) / cell)
        y = np.int64((positions[i, 1] - low[1]) / cell)
        z = np.int64((positions[i, 2] - low[2]) / cell)
        key = x + (y << 20) + (z << 40)
        keys[i] = key
        mixed = key * np.int64(-7046029254386353131)
        slot = (mixed ^ (mixed >> 29)) & (size - 1)
        while table[slot] >= 0 and keys[table[slot]] != key:
            slot = (slot + 1) & (size - 1)
        if table[slot] < 0:
            table[slot] = i
        first[i] = table[slot]
    return first


@njit(cache=True, nogil=True)
def mapped(faces, first):  # type: ignore[no-untyped-def]
    """Triangles between the first rows of cells, without those that lost their area."""
    out = np.empty((1024, 3), np.int32)
    n = 0
    for f in range(len(faces)):
        a, b, c, d = first[faces[f, 0]], first[faces[f, 1]], first[faces[f, 2]], first[faces[f, 3]]
        if n + 2 > len(out):
            more = np.empty((2 * len(out), 3), np.int32)
            more[:n] = out[:n]
            out = more
        if a != b and b != c and c != a:
            out[n, 0], out[n, 1], out[n, 2] = a, b, c
            n += 1
        if a != c and c != d and d != a:
            out[n, 0], out[n, 1], out[n, 2] = a, c, d
            n += 1
    return out[:n].copy()
