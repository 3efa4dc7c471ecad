"""Loops of `symmetry.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def walked(start, nxt, prev, opposite, size, first, other, twin):  # type: ignore[no-untyped-def]
    """Match vertices across by going from face to face on both sides at once.

    `first` is a half edge and `other` the one that is its mirror image (it runs the other way).
    Half edges have a `start` vertex, the `nxt` and `prev` ones of their face, the `opposite` one or -1,
    and the `size` of their face. `twin` is filled; returns how many vertices were met and how often the sides differed.
    """
    n = len(start)
    queue = np.empty((2 * n + 2, 2), np.int64)
    seen = np.zeros(n, np.uint8)
    queue[0, 0], queue[0, 1] = first, other
    head, tail = 0, 1
    met = odd = 0
    while head < tail:
        h, g = queue[head, 0], queue[head, 1]
        head += 1
        if seen[h]:
            continue
        if size[h] != size[g]:
            odd += 1
            continue
        # h goes on forward while g goes back; the start of h is the image of the end of g
        a, b = h, g
        fits = True
        for _ in range(size[h]):
            v, w = start[a], start[nxt[b]]
            if (twin[v] != -1 and twin[v] != w) or (twin[w] != -1 and twin[w] != v):
                fits = False
            a, b = nxt[a], prev[b]
        if not fits:
            odd += 1
            continue
        a, b = h, g
        for _ in range(size[h]):
            v, w = start[a], start[nxt[b]]
            if twin[v] == -1:
                twin[v] = w
                twin[w] = v
                met += 1 if v == w else 2
            seen[a] = 1
            if opposite[a] >= 0 and opposite[b] >= 0 and not seen[opposite[a]]:
                queue[tail, 0], queue[tail, 1] = opposite[a], opposite[b]
                tail += 1
            a, b = nxt[a], prev[b]
    return met, odd


@njit(cache=True, nogil=True)
def all_mirrored(at, order, key, near):  # type: ignore[no-untyped-def]
    """Has each point an image across x = 0 within `near`? `key` in ascending `order` is the same for both."""
    for n in range(len(order)):
        row = order[n]
        found = False
        for way in (1, -1):
            m = n
            while not found and 0 <= m < len(order) and abs(key[m] - key[n]) <= 2.0 * near:
                other = order[m]
                x, y, z = at[row, 0] + at[other, 0], at[row, 1] - at[other, 1], at[row, 2] - at[other, 2]
                found = x * x + y * y + z * z < near * near
                m += way
        if not found:
            return False
    return True
