"""Loops of the half edges that link triangles. No checks.

Half edge 3 t + k runs from corner k of triangle t to the next one. `beyond` holds the half edge that runs back, -1 on
a rim; `kept` holds marks of each, bit 1 along creases; `leaves` holds one half edge that leaves each vertex, -1 for a
vertex that is gone.
"""

from __future__ import annotations

import numpy as np
from numba import njit

#: Most half edges that leave one vertex.
ROOM = 512


@njit(cache=True, nogil=True)
def after(h):  # type: ignore[no-untyped-def]
    """The next half edge of the same triangle."""
    return h + 1 if h % 3 < 2 else h - 2


@njit(cache=True, nogil=True)
def before(h):  # type: ignore[no-untyped-def]
    """The one before it."""
    return h - 1 if h % 3 > 0 else h + 2


@njit(cache=True, nogil=True)
def linked(tri, count):  # type: ignore[no-untyped-def]
    """`beyond` and `leaves`; and whether an edge has more than two triangles, or two that run alike."""
    m = 3 * len(tri)
    corner = tri.ravel()
    starts = np.zeros(count + 1, np.int32)
    for h in range(m):
        starts[corner[h] + 1] += 1
    for v in range(count):
        starts[v + 1] += starts[v]
    own, at = np.empty(m, np.int32), starts[:-1].copy()
    for h in range(m):
        own[at[corner[h]]] = h
        at[corner[h]] += 1
    beyond, leaves = np.full(m, -1, np.int32), np.full(count, -1, np.int32)
    bad = False
    for h in range(m):
        a, b = corner[h], corner[after(h)]
        leaves[a] = h
        if beyond[h] < 0:
            for n in range(starts[b], starts[b + 1]):
                g = own[n]
                if corner[after(g)] == a:
                    if beyond[h] >= 0 or beyond[g] >= 0:
                        bad = True
                    beyond[h], beyond[g] = g, h
    for h in range(m):  # two that run alike: only the last of them was linked back
        g = beyond[h]
        if g >= 0 and beyond[g] != h:
            bad = True
    return beyond, leaves, bad


@njit(cache=True, nogil=True)
def round_(v, beyond, leaves, out):  # type: ignore[no-untyped-def]
    """Half edges that leave a vertex, in turn, from a rim if it has one; how many, and whether it lies on a rim."""
    h = leaves[v]
    first = h
    while True:  # back to the rim, or once round
        g = beyond[first]
        if g < 0:
            break
        first = after(g)
        if first == h:
            break
    rim = beyond[first] < 0
    n, g = 0, first
    while True:
        out[n] = g
        n += 1
        g = beyond[before(g)]
        if g < 0 or g == first or n >= ROOM:
            break
    return n, rim


@njit(cache=True, nogil=True)
def is_sound(h, tri, beyond, leaves, mark, tick, ring_a, ring_b):  # type: ignore[no-untyped-def]
    """Whether the start of a half edge may be drawn into its end without a fold or a pinch.

    The link condition (Dey, Edelsbrunner, Guha & Nekhayev 1999, "Topology preserving edge contraction"). Also how
    many half edges leave the start: they are in `ring_a`.
    """
    corner = tri.ravel()
    a, b, o = corner[h], corner[after(h)], beyond[h]
    na, rim_a = round_(a, beyond, leaves, ring_a)
    nb, rim_b = round_(b, beyond, leaves, ring_b)
    if na >= ROOM or nb >= ROOM or (o >= 0 and rim_a and rim_b):
        return False, na
    if o < 0 and na + nb < 4:  # a rim of three edges, or a triangle with two of them
        return False, na
    for n in range(na):
        mark[corner[after(ring_a[n])]] = tick
        mark[corner[before(ring_a[n])]] = tick
    common = 0
    mark[a] = mark[b] = tick - 1
    for n in range(nb):
        for v in (corner[after(ring_b[n])], corner[before(ring_b[n])]):
            if mark[v] == tick:
                common += 1
                mark[v] = tick - 1
    if common != (2 if o >= 0 else 1):
        return False, na
    for side in range(2):
        g = h if side == 0 else o
        if g >= 0:
            n, rim = round_(corner[before(g)], beyond, leaves, ring_b)
            if n <= (1 if rim else 3):
                return False, na
    return True, na


@njit(cache=True, nogil=True)
def draw_in(h, tri, beyond, kept, leaves, alive, ring, n):  # type: ignore[no-untyped-def]
    """Draw the start of a half edge into its end; `ring` holds the n half edges that leave the start."""
    corner = tri.ravel()
    a, b, o = corner[h], corner[after(h)], beyond[h]
    for i in range(n):
        corner[ring[i]] = b
    for side in range(2):
        g = h if side == 0 else o
        if g < 0:
            continue
        one, two = after(g), before(g)
        x, y = beyond[one], beyond[two]
        marks = kept[one] | kept[two]
        if x >= 0:
            beyond[x], kept[x] = y, marks
        if y >= 0:
            beyond[y], kept[y] = x, marks
        alive[g // 3] = 0
        # x and y lie outside the triangle: which of them leaves which corner depends on the way round
        if x >= 0:
            leaves[corner[x]] = x
            leaves[corner[after(x)]] = after(x)
        if y >= 0:
            leaves[corner[y]] = y
            leaves[corner[after(y)]] = after(y)
    leaves[a] = -1


@njit(cache=True, nogil=True)
def can_turn(h, tri, beyond, leaves, ring):  # type: ignore[no-untyped-def]
    """Whether the edge of a half edge may be turned: no edge joins the other corners, and its ends have others."""
    corner = tri.ravel()
    o = beyond[h]
    c, d = corner[before(h)], corner[before(o)]
    if c == d:
        return False
    n, _ = round_(c, beyond, leaves, ring)
    for i in range(n):
        if corner[after(ring[i])] == d or corner[before(ring[i])] == d:
            return False
    for side in range(2):
        n, rim = round_(corner[h] if side == 0 else corner[o], beyond, leaves, ring)
        if n <= (2 if rim else 3):
            return False
    return True


@njit(cache=True, nogil=True)
def turn(h, tri, beyond, kept, leaves):  # type: ignore[no-untyped-def]
    """Turn the edge of a half edge so that it joins the two other corners."""
    corner = tri.ravel()
    o = beyond[h]
    h1, h2, o1, o2 = after(h), before(h), after(o), before(o)
    a, b, c, d = corner[h], corner[o], corner[h2], corner[o2]
    # h: c to d, then d to b, b to c; o: d to c, then c to a, a to d
    bh1, bh2, bo1, bo2 = beyond[h1], beyond[h2], beyond[o1], beyond[o2]
    kh1, kh2, ko1, ko2 = kept[h1], kept[h2], kept[o1], kept[o2]
    corner[h], corner[h1], corner[h2] = c, d, b
    corner[o], corner[o1], corner[o2] = d, c, a
    beyond[h1], kept[h1] = bo2, ko2
    beyond[h2], kept[h2] = bh1, kh1
    beyond[o1], kept[o1] = bh2, kh2
    beyond[o2], kept[o2] = bo1, ko1
    for g in (h1, h2, o1, o2):
        if beyond[g] >= 0:
            beyond[beyond[g]] = g
    leaves[a], leaves[b], leaves[c], leaves[d] = o2, h2, h, o
