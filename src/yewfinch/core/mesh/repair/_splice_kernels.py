"""Loops of `splice.py`. No checks."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, nogil=True)
def numbered(count, gone, after, new_of_old, seat):  # type: ignore[no-untyped-def]
    """New rows of old ones, -1 for those that go.

    `seat` of an old row is where what follows it begins; returns how many rows there are.
    """
    n = 0
    for v in range(count):
        if gone[v]:
            new_of_old[v] = -1
        else:
            new_of_old[v] = n
            n += 1
        seat[v] = n
        n += after[v]
    return n


@njit(cache=True, parallel=LOOPS)
def sources(new_of_old, added, out):  # type: ignore[no-untyped-def]
    """For each new row the old one, or `count` and the number of an added one."""
    n = len(new_of_old)
    for v in prange(n):
        if new_of_old[v] >= 0:
            out[new_of_old[v]] = v
    for k in range(len(added)):
        out[added[k]] = n + k


@njit(cache=True, nogil=True)
def spliced_faces(faces, gone, new_of_old, more, out):  # type: ignore[no-untyped-def]
    """Faces that stay, renamed, and more of them, all in the order of their lowest rows; old ones first."""
    n, k = 0, 0
    for f in range(len(faces)):
        if gone[f]:
            continue
        a, b, c, d = new_of_old[faces[f, 0]], new_of_old[faces[f, 1]], new_of_old[faces[f, 2]], new_of_old[faces[f, 3]]
        low = min(min(a, b), min(c, d))
        while k < len(more) and min(min(more[k, 0], more[k, 1]), min(more[k, 2], more[k, 3])) < low:
            out[n] = more[k]
            n += 1
            k += 1
        out[n, 0], out[n, 1], out[n, 2], out[n, 3] = a, b, c, d
        n += 1
    while k < len(more):
        out[n] = more[k]
        n += 1
        k += 1
    return n


@njit(cache=True, nogil=True)
def ring_starts(source, place, old_at, own_at, out):  # type: ignore[no-untyped-def]
    """Starts of the rings of new rows: their own anew where they have a place, else those of their old rows."""
    n = 0
    for v in range(len(source)):
        out[v] = n
        if place[v] >= 0:
            n += own_at[place[v] + 1] - own_at[place[v]]
        else:
            n += old_at[source[v] + 1] - old_at[source[v]]
    out[len(source)] = n


@njit(cache=True, parallel=LOOPS)
def rings(  # type: ignore[no-untyped-def]
    source, place, old_at, old_ring, old_closed, new_of_old, own_at, own_ring, own_closed, name, ring_at, ring, closed
):
    """The rings themselves; `name` are the new rows of the vertices that have rings anew."""
    for v in prange(len(source)):
        at = ring_at[v]
        p = place[v]
        if p >= 0:
            first = own_at[p]
            for k in range(first, own_at[p + 1]):
                ring[at + k - first] = name[own_ring[k]]
            closed[v] = own_closed[p]
        else:
            s = source[v]
            first = old_at[s]
            for k in range(first, old_at[s + 1]):
                ring[at + k - first] = new_of_old[old_ring[k]]
            closed[v] = old_closed[s]


@njit(cache=True, parallel=LOOPS)
def taken(old, new, source, out):  # type: ignore[no-untyped-def]
    """Rows of two tables one behind the other."""
    n = len(old)
    for v in prange(len(source)):
        s = source[v]
        for k in range(old.shape[1]):
            out[v, k] = old[s, k] if s < n else new[s - n, k]


@njit(cache=True, nogil=True)
def runs_of(source, n):  # type: ignore[no-untyped-def]
    """Where runs of consecutive rows of one table begin, and the end."""
    count = 1
    for v in range(1, len(source)):
        count += source[v] != source[v - 1] + 1 or source[v] == n
    out = np.empty(count + 1, np.int32)
    k = 0
    for v in range(len(source)):
        if v == 0 or source[v] != source[v - 1] + 1 or source[v] == n:
            out[k] = v
            k += 1
    out[k] = len(source)
    return out


@njit(cache=True, nogil=True)
def taken_bytes(old, new, source, runs, out):  # type: ignore[no-untyped-def]
    """Rows of two columns one behind the other, copied in runs."""
    n = len(old)
    for r in range(len(runs) - 1):
        v, last = runs[r], runs[r + 1]
        s = source[v]
        if s < n:
            out[v:last] = old[s : s + last - v]
        else:
            out[v:last] = new[s - n : s - n + last - v]
