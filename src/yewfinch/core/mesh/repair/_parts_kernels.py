"""Loops that tell what hangs together, what is used and where a surface ends. They let Python's lock go. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def _join(up, i, j):  # type: ignore[no-untyped-def]
    """Let the sets of two members be one: the lower root becomes that of both; ways to the roots are halved."""
    while up[i] != i:
        up[i] = up[up[i]]
        i = up[i]
    while up[j] != j:
        up[j] = up[up[j]]
        j = up[j]
    if i < j:
        up[j] = i
    else:
        up[i] = j


@njit(cache=True, nogil=True)
def _numbered(up):  # type: ignore[no-untyped-def]
    """The number of each member's set, in the order of the sets' first members, and these.

    A root is the lowest of its set.
    """
    label, first = np.empty(len(up), np.int32), np.empty(len(up), np.int64)
    found = 0
    for i in range(len(up)):
        if up[i] == i:
            label[i] = found
            first[found] = i
            found += 1
        else:
            up[i] = up[up[i]]
            label[i] = label[up[i]]
    return label, first[:found].copy()


@njit(cache=True, nogil=True)
def joined(a, b, count):  # type: ignore[no-untyped-def]
    """Sets of 0 to count - 1 that pairs join.

    The number of each one's set, and the sets' first members (Tarjan & van Leeuwen 1984, "Worst-case analysis of set
    union algorithms").
    """
    up = np.arange(count)
    for k in range(len(a)):
        _join(up, a[k], b[k])
    return _numbered(up)


@njit(cache=True, nogil=True)
def parts(faces, count):  # type: ignore[no-untyped-def]
    """The loose part of each vertex, (count,) int32, as `joined` numbers them."""
    up = np.arange(count)
    for f in range(len(faces)):
        for k in range(1, 4):
            _join(up, faces[f, 0], faces[f, k])
    return _numbered(up)[0]


@njit(cache=True, nogil=True)
def used(faces, count):  # type: ignore[no-untyped-def]
    """Vertices that faces (m, 4) use, ascending, and the faces with their numbers among these, int64."""
    number = np.full(count, -1, np.int64)
    for f in range(len(faces)):
        for k in range(4):
            number[faces[f, k]] = 0
    found = 0
    for i in range(count):
        if number[i] == 0:
            number[i] = found
            found += 1
    rows = np.empty(found, np.int64)
    for i in range(count):
        if number[i] >= 0:
            rows[number[i]] = i
    out = np.empty((len(faces), 4), np.int64)
    for f in range(len(faces)):
        for k in range(4):
            out[f, k] = number[faces[f, k]]
    return rows, out


@njit(cache=True, nogil=True)
def border(faces, count):  # type: ignore[no-untyped-def]
    """Starts and ends of the sides of faces (m, 4) that no face runs along the other way; in the order of the faces."""
    at = np.zeros(count + 1, np.int64)
    for f in range(len(faces)):
        for k in range(4):
            if faces[f, k] != faces[f, (k + 1) & 3]:
                at[faces[f, k] + 1] += 1
    for i in range(count):
        at[i + 1] += at[i]
    ends = np.empty(at[count], np.int64)
    fill = at[:count].copy()
    for f in range(len(faces)):
        for k in range(4):
            i, j = faces[f, k], faces[f, (k + 1) & 3]
            if i != j:
                ends[fill[i]] = j
                fill[i] += 1
    many = np.empty(count, np.int64)  # of vertices with many sides these are sorted
    for i in range(count):
        many[i] = at[i + 1] - at[i]
        if many[i] > 64:
            ends[at[i] : at[i + 1]] = np.sort(ends[at[i] : at[i + 1]])
    free = np.empty((at[count], 2), np.int64)
    found = 0
    for f in range(len(faces)):
        for k in range(4):
            i, j = faces[f, k], faces[f, (k + 1) & 3]
            if i == j:
                continue
            low, high = at[j], at[j + 1]
            met = False
            if many[j] > 64:
                spot = low + np.searchsorted(ends[low:high], i)
                met = spot < high and ends[spot] == i
            else:
                for s in range(low, high):
                    if ends[s] == i:
                        met = True
                        break
            if not met:
                free[found, 0], free[found, 1] = i, j
                found += 1
    return free[:found, 0].copy(), free[:found, 1].copy()


@njit(cache=True, nogil=True)
def first_of_same(faces):  # type: ignore[no-untyped-def]
    """Which faces (m, 4) are the first with their corners, in whatever order; found by hashing."""
    m = len(faces)
    size = 16
    while size < 2 * m:
        size *= 2
    table = np.full(size, -1, np.int64)
    keys = np.empty((m, 4), np.int64)
    out = np.ones(m, np.bool_)
    for f in range(m):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        if a > b:
            a, b = b, a
        if c > d:
            c, d = d, c
        if a > c:
            a, c = c, a
        if b > d:
            b, d = d, b
        if b > c:
            b, c = c, b
        keys[f, 0], keys[f, 1], keys[f, 2], keys[f, 3] = a, b, c, d
        spot = np.uint64(a)
        for other in (b, c, d):
            spot = (spot ^ (spot >> np.uint64(29))) * np.uint64(0xBF58476D1CE4E5B9) + np.uint64(other)
        spot = (spot ^ (spot >> np.uint64(32))) * np.uint64(0x94D049BB133111EB)
        slot = np.int64((spot ^ (spot >> np.uint64(31))) & np.uint64(size - 1))
        while table[slot] >= 0:
            g = table[slot]
            if keys[g, 0] == a and keys[g, 1] == b and keys[g, 2] == c and keys[g, 3] == d:
                out[f] = False
                break
            slot = (slot + 1) & (size - 1)
        if out[f]:
            table[slot] = f
    return out
