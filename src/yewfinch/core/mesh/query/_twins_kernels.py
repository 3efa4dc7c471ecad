"""Loops of `twins.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, inline="always")
def _slot(i, j, k, mask):  # type: ignore[no-untyped-def]
    """Where a cell of a grid begins in a table."""
    mixed = i * np.int64(73856093) ^ j * np.int64(19349663) ^ k * np.int64(83492791)
    mixed *= np.int64(-7046029254386353131)
    return (mixed ^ (mixed >> 31)) & mask


@njit(cache=True, nogil=True)
def table_of(positions, cell):  # type: ignore[no-untyped-def]
    """First row of each slot, and the next one after each row, by the cells that rows lie in."""
    size = 1
    while size < 2 * len(positions):
        size *= 2
    head, follow = np.full(size, -1, np.int32), np.empty(len(positions), np.int32)
    for v in range(len(positions) - 1, -1, -1):
        i, j, k = positions[v, 0] / cell, positions[v, 1] / cell, positions[v, 2] / cell
        slot = _slot(np.int64(np.floor(i)), np.int64(np.floor(j)), np.int64(np.floor(k)), size - 1)
        follow[v], head[slot] = head[slot], v
    return head, follow


@njit(cache=True, nogil=True)
def _near(v, skip, positions, head, follow, cell, same):  # type: ignore[no-untyped-def]
    """The row nearest to the image of one across x = 0, how far it is, and how many lie as near as `same`.

    With `skip` of 0 and more, the so many-th of these in the order of the table.
    """
    x, y, z = -np.float64(positions[v, 0]), np.float64(positions[v, 1]), np.float64(positions[v, 2])
    best, least, count = np.int64(-1), same, 0
    i0, i1 = np.int64(np.floor((x - same) / cell)), np.int64(np.floor((x + same) / cell))
    j0, j1 = np.int64(np.floor((y - same) / cell)), np.int64(np.floor((y + same) / cell))
    k0, k1 = np.int64(np.floor((z - same) / cell)), np.int64(np.floor((z + same) / cell))
    for i in range(i0, i1 + 1):
        for j in range(j0, j1 + 1):
            for k in range(k0, k1 + 1):
                w = head[_slot(i, j, k, len(head) - 1)]
                while w >= 0:
                    a, b, c = np.float64(positions[w, 0]), np.float64(positions[w, 1]), np.float64(positions[w, 2])
                    inside = np.floor(a / cell) == i and np.floor(b / cell) == j and np.floor(c / cell) == k
                    if inside:  # other cells may share the slot
                        away = max(abs(a - x), abs(b - y), abs(c - z))
                        if away <= same:
                            if skip == count:
                                return np.int64(w), away, count
                            if skip < 0 and (away < least or best < 0):
                                best, least = np.int64(w), away
                            count += 1
                    w = follow[w]
    return best, least, count


@njit(cache=True, nogil=True)
def have_images(rows, positions, head, follow, cell, same):  # type: ignore[no-untyped-def]
    """Is there a row at the image of each of some?"""
    missing = 0
    for v in rows:
        missing += _near(v, -1, positions, head, follow, cell, same)[0] < 0
    return missing == 0


@njit(cache=True, parallel=LOOPS, nogil=True)
def nearest_images(positions, head, follow, cell, same):  # type: ignore[no-untyped-def]
    """The row at the image of each, -1 if there is none; and how many there are."""
    twin, count = np.empty(len(positions), np.int32), np.empty(len(positions), np.int32)
    for v in prange(len(positions)):
        row, _, n = _near(v, -1, positions, head, follow, cell, same)
        twin[v], count[v] = row, n
    return twin, count


@njit(cache=True, nogil=True)
def _beside(ring_at, ring, row, other):  # type: ignore[no-untyped-def]
    """Is a row in the ring of another?"""
    met = 0
    for k in range(ring_at[other], ring_at[other + 1]):
        met += ring[k] == row
    return met > 0


@njit(cache=True, nogil=True)
def chosen(doubtful, twin, count, positions, head, follow, cell, same, ring_at, ring):  # type: ignore[no-untyped-def]
    """Where several rows lie at an image, take the one whose neighbours are the neighbours' images; how many that
    settled.
    """
    done = 0
    for v in doubtful:
        if count[v] == 1:
            continue
        best, most = -1, 0
        for skip in range(count[v]):
            row, _, _ = _near(v, skip, positions, head, follow, cell, same)
            agree = 0
            for k in range(ring_at[v], ring_at[v + 1]):
                if count[ring[k]] == 1 and _beside(ring_at, ring, twin[ring[k]], row):
                    agree += 1
            if agree > most:
                best, most = row, agree
        if best >= 0:
            twin[v], count[v] = best, 1
            done += 1
    return done


@njit(cache=True, parallel=LOOPS, nogil=True)
def disagreements(twin, ring_at, ring):  # type: ignore[no-untyped-def]
    """Rows that are not the image of their image, or whose neighbours are not the neighbours of that."""
    wrong = 0
    for v in prange(len(twin)):
        t = twin[v]
        bad = t < 0 or twin[t] != v or ring_at[v + 1] - ring_at[v] != ring_at[t + 1] - ring_at[t]
        if not bad:
            for k in range(ring_at[v], ring_at[v + 1]):
                w = twin[ring[k]]
                bad = bad or w < 0 or not _beside(ring_at, ring, w, t)
        wrong += bad
    return wrong


@njit(cache=True, parallel=LOOPS, nogil=True)
def farthest(positions, twin):  # type: ignore[no-untyped-def]
    """How far a row is from the image of its image at most, along one axis."""
    parts = (len(twin) + 8191) // 8192
    most = np.zeros(parts + 1, np.float32)
    for part in prange(parts):
        for v in range(part * 8192, min(len(twin), (part + 1) * 8192)):
            t = twin[v]
            off = max(
                abs(positions[v, 0] + positions[t, 0]),
                abs(positions[v, 1] - positions[t, 1]),
                abs(positions[v, 2] - positions[t, 2]),
            )
            most[part] = max(most[part], off)
    return most.max()


@njit(cache=True, nogil=True)
def both_sides(rows, positions, twin):  # type: ignore[no-untyped-def]
    """One row of each pair that is met: that on the side of growing x, or the one on the midline; ascending."""
    out = np.empty(len(rows), np.int32)
    for i in range(len(rows)):
        v = rows[i]
        out[i] = twin[v] if positions[v, 0] < 0.0 or (positions[v, 0] == 0.0 and twin[v] < v) else v
    out.sort()
    n = 0
    for i in range(len(out)):
        if i == 0 or out[i] != out[i - 1]:
            out[n] = out[i]
            n += 1
    return out[:n]


@njit(cache=True, nogil=True)
def mirrored(rows, positions, twin):  # type: ignore[no-untyped-def]
    """Write the images of rows to their twins; a row that is its own twin is laid on the plane. All rows, each once."""
    out = np.empty(2 * len(rows), np.int32)
    n = len(rows)
    for i in range(len(rows)):
        v = rows[i]
        out[i] = v
        t = twin[v]
        if t == v:
            positions[v, 0] = 0.0
            continue
        positions[t, 0], positions[t, 1], positions[t, 2] = -positions[v, 0], positions[v, 1], positions[v, 2]
        out[n] = t
        n += 1
    return out[:n]


@njit(cache=True, nogil=True)
def with_twins(rows, twin):  # type: ignore[no-untyped-def]
    """Rows and the twins of them that are others."""
    out = np.empty(2 * len(rows), np.int32)
    n = len(rows)
    for i in range(len(rows)):
        out[i] = rows[i]
        if twin[rows[i]] != rows[i]:
            out[n] = twin[rows[i]]
            n += 1
    return out[:n]
