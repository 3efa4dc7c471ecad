"""Loops of `coarser.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit

CORNER, SIDE, MIDDLE = 0, 1, 2


@njit(cache=True, nogil=True)
def kinds(ring_at, ring, closed):  # type: ignore[no-untyped-def]
    """What each vertex of a subdivided net was.

    A vertex, the middle of an edge or that of a face; and whether it is such a net.
    """
    n = len(ring_at) - 1
    two, kind, queue = np.full(n, -1, np.int8), np.full(n, -1, np.int8), np.empty(n, np.int32)
    for start in range(n):
        if two[start] >= 0 or ring_at[start + 1] == ring_at[start]:
            continue
        # neighbours are of two sorts: middles of edges, and all the rest
        queue[0], last, at = start, 1, 0
        two[start] = 0
        could = np.ones(2, np.bool_)
        while at < last:
            v = queue[at]
            at += 1
            a, b = ring_at[v], ring_at[v + 1]
            if b - a != (4 if closed[v] else 3):
                could[two[v]] = False
            for k in range(a, b):
                w = ring[k]
                if two[w] < 0:
                    two[w] = 1 - two[v]
                    queue[last] = w
                    last += 1
                elif two[w] == two[v]:
                    return kind, False
        found = False
        for sides in range(2):
            if not could[sides] or found:
                continue
            for k in range(last):
                kind[queue[k]] = SIDE if two[queue[k]] == sides else -1
            found = _corners_and_middles(queue[:last], ring_at, ring, closed, kind)
        if not found:
            return kind, False
    return kind, True


@njit(cache=True, nogil=True)
def _corners_and_middles(part, ring_at, ring, closed, kind):  # type: ignore[no-untyped-def]
    """Tell corners from middles of faces, which lie across from each other in every quad; whether that is possible."""
    stack = np.empty(len(part), np.int32)
    fits = np.ones((2, 2), np.bool_)  # a sort as middles of faces: at all, and of quads only
    first = -1
    for v in part:
        if kind[v] != SIDE:
            first = v
            break
    if first < 0:
        return False
    kind[first] = CORNER
    stack[0], size = first, 1
    while size > 0:
        size -= 1
        v = stack[size]
        mine = kind[v]
        sort = 0 if mine == CORNER else 1
        degree = ring_at[v + 1] - ring_at[v]
        if not closed[v] or degree < 3 or degree > 4:
            fits[sort, 0] = False
        if degree != 4:
            fits[sort, 1] = False
        for j in range(ring_at[v], ring_at[v + 1]):
            e = ring[j]
            a, b = ring_at[e], ring_at[e + 1]
            for k in range(a, b):
                if ring[k] != v:
                    continue
                for step in (-1, 1):
                    i = k + step
                    if closed[e]:
                        i = a + (i - a) % (b - a)
                    elif i < a or i >= b:
                        continue
                    w = ring[i]
                    if kind[w] == -1:
                        kind[w] = MIDDLE if mine == CORNER else CORNER
                        stack[size] = w
                        size += 1
                    elif kind[w] == mine or kind[w] == SIDE:
                        return False
    if not fits[0, 0] and not fits[1, 0]:
        return False
    turn = fits[0, 0] and (not fits[1, 0] or (fits[0, 1] and not fits[1, 1]))  # what was called corners are the middles
    for v in part:
        if kind[v] == -1:
            return False
        if turn and kind[v] != SIDE:
            kind[v] = MIDDLE if kind[v] == CORNER else CORNER
    return True


@njit(cache=True, nogil=True)
def faces_of(middles, ring_at, ring, corners, sides):  # type: ignore[no-untyped-def]
    """Corners of the coarse face round each middle, and the middles of its edges from each corner to the next.

    A triangle repeats its last.
    """
    for f in range(len(middles)):
        v = middles[f]
        first = ring_at[v]
        d = ring_at[v + 1] - first
        for c in range(d):
            e = ring[first + c]
            a, b = ring_at[e], ring_at[e + 1]
            for k in range(a, b):
                if ring[k] == v:
                    corners[f, c] = ring[k - 1] if k > a else ring[b - 1]
            sides[f, (c + d - 1) % d] = e
        if d == 3:
            corners[f, 3], sides[f, 3] = corners[f, 2], sides[f, 2]
