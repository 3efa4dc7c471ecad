"""Loops that order what lies round each vertex. No checks: see `surface.py`."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, parallel=LOOPS, nogil=True)
def build_ring(faces, count):  # type: ignore[no-untyped-def]
    """Ordered one-ring of every vertex in CSR form, counter-clockwise seen from outside.

    Returns offsets (count+1,) int32, ring int32, closed (count,) uint8. The ring of an open
    fan has one entry more than corners; several fans at one vertex stand one after the other.
    """
    start = np.zeros(count + 1, np.int32)
    for f in range(faces.shape[0]):
        k = 3 if faces[f, 3] == faces[f, 2] else 4
        for j in range(k):
            start[faces[f, j] + 1] += 1
    for v in range(count):
        start[v + 1] += start[v]
    sides = np.empty((start[count], 2), np.int32)  # of each corner the next vertex of its face, and the one before
    fill = start[:count].copy()
    for f in range(faces.shape[0]):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        if c == d:
            d = a
        else:
            s = fill[d]
            sides[s, 0], sides[s, 1] = a, c
            fill[d] = s + 1
        s = fill[a]
        sides[s, 0], sides[s, 1] = b, faces[f, 3]
        fill[a] = s + 1
        s = fill[b]
        sides[s, 0], sides[s, 1] = c, a
        fill[b] = s + 1
        s = fill[c]
        sides[s, 0], sides[s, 1] = d, b
        fill[c] = s + 1
    offsets = np.zeros(count + 1, np.int32)
    closed, done = np.ones(count, np.uint8), np.zeros(count, np.uint8)
    ring = np.empty(start[count], np.int32)
    for v in prange(count):  # most are closed: their rings are as long as their faces are many
        a, b = start[v], start[v + 1]
        c, n = a, 0
        used = np.uint64(0)
        while n < b - a <= 64:
            ring[a + n] = sides[c, 0]
            used |= np.uint64(1) << np.uint64(c - a)
            n += 1
            follow = -1
            for j in range(a + 1, b):
                if sides[j, 0] == sides[c, 1] and (used >> np.uint64(j - a)) & np.uint64(1) == 0:
                    follow = j
                    break
            if follow < 0:
                break
            c = follow
        if n == b - a and n > 0 and sides[c, 1] == sides[a, 0]:
            offsets[v + 1] = n
            done[v] = 1
        else:
            offsets[v + 1] = _ring_of(sides, a, b, closed, v, sides[:0, 0], 0, False)
    alike = True
    for v in range(count):
        offsets[v + 1] += offsets[v]
        alike = alike and done[v] == 1
    if alike:
        return offsets, ring, closed
    out = np.empty(offsets[count], np.int32)
    for v in prange(count):
        if done[v]:
            for k in range(start[v], start[v + 1]):
                out[offsets[v] + k - start[v]] = ring[k]
        else:
            _ring_of(sides, start[v], start[v + 1], closed, v, out, offsets[v], True)
    return offsets, out, closed


@njit(cache=True, nogil=True)
def _ring_of(sides, a, b, closed, v, ring, at, write):  # type: ignore[no-untyped-def]
    """The ring of one vertex, written if asked for; its length."""
    n = min(b - a, 1024)
    if n == 0:
        closed[v] = 0
        return 0
    first = at
    used = np.uint64(0)  # of the first 64 corners; more of them are rare
    many = np.zeros(n if n > 64 else 0, np.uint8)
    left = n
    while left > 0:
        begin = -1
        for i in range(n):
            if _is_used(used, many, i):
                continue
            is_open = True
            for j in range(n):
                if sides[a + j, 1] == sides[a + i, 0] and not _is_used(used, many, j):
                    is_open = False
                    break
            if is_open:
                begin = i
                break
        opened = begin >= 0
        if not opened:
            for i in range(n):
                if not _is_used(used, many, i):
                    begin = i
                    break
        if left < n or opened:
            closed[v] = 0
        c = begin
        while True:
            if write:
                ring[at] = sides[a + c, 0]
            at += 1
            if n > 64:
                many[c] = 1
            else:
                used |= np.uint64(1) << np.uint64(c)
            left -= 1
            follow = -1
            for j in range(n):
                if sides[a + j, 0] == sides[a + c, 1] and not _is_used(used, many, j):
                    follow = j
                    break
            if follow < 0:
                if opened:
                    if write:
                        ring[at] = sides[a + c, 1]
                    at += 1
                break
            c = follow
    return at - first


@njit(cache=True, nogil=True)
def _is_used(used, many, i):  # type: ignore[no-untyped-def]
    if len(many):
        return many[i] != 0
    return (used >> np.uint64(i)) & np.uint64(1) != 0


@njit(cache=True, parallel=LOOPS, nogil=True)
def turned_rings(ring_at, ring):  # type: ignore[no-untyped-def]
    """Closed rings seen from the other side, beginning as `build_ring` has them: one face on, the way round."""
    out = np.empty_like(ring)
    for v in prange(len(ring_at) - 1):
        a, b = ring_at[v], ring_at[v + 1]
        for k in range(b - a):
            out[a + k] = ring[a + (b - a + 1 - k) % (b - a)]
    return out


@njit(cache=True, nogil=True)
def turned_faces(faces):  # type: ignore[no-untyped-def]
    """Faces (m, 4) the other way round, from the same corner on; a triangle repeats its last."""
    out = np.empty((len(faces), 4), faces.dtype)
    for f in range(len(faces)):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        out[f, 0], out[f, 3] = a, b
        out[f, 1], out[f, 2] = (c, b) if c == d else (d, c)
    return out
