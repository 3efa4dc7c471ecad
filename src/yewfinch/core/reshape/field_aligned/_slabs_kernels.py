"""Loops that share vertices out to threads: slabs of space, and what lies inside one with all its neighbours.

Two threads that change only what lies inside a slab each never touch the same thing. How many slabs there are does not
depend on the machine, so that what comes out does not either. No checks.
"""

from __future__ import annotations

import numpy as np
from numba import njit

#: Slabs; fewer points than this are not worth sharing out; what lies inside none.
SLABS, WORTH, NONE = 4, 20_000, np.int8(-1)
_BINS = 1024


@njit(cache=True, nogil=True)
def slabs(p):  # type: ignore[no-untyped-def]
    """The slab of each point, cut across the longest side so that each has as many; (n,) int8."""
    out = np.zeros(len(p), np.int8)
    if len(p) < WORTH:
        return out
    low, high = np.full(3, np.inf), np.full(3, -np.inf)
    for v in range(len(p)):
        for k in range(3):
            low[k], high[k] = min(low[k], p[v, k]), max(high[k], p[v, k])
    k = int(np.argmax(high - low))
    scale = (_BINS - 1) / max(high[k] - low[k], 1e-12)
    often = np.zeros(_BINS, np.int64)
    for v in range(len(p)):
        often[int((p[v, k] - low[k]) * scale)] += 1
    slab_of_bin, before = np.empty(_BINS, np.int8), 0
    for b in range(_BINS):
        slab_of_bin[b] = min(before * SLABS // len(p), SLABS - 1)
        before += often[b]
    for v in range(len(p)):
        out[v] = slab_of_bin[int((p[v, k] - low[k]) * scale)]
    return out


@njit(cache=True, nogil=True)
def inside_by_triangles(tri, alive, slab):  # type: ignore[no-untyped-def]
    """The slab of each vertex whose triangles all lie in it, else `NONE`."""
    out = slab.copy()
    for t in range(len(tri)):
        a, b, c = tri[t, 0], tri[t, 1], tri[t, 2]
        if alive[t] and (slab[a] != slab[b] or slab[a] != slab[c]):
            out[a] = out[b] = out[c] = NONE
    return out


@njit(cache=True, nogil=True)
def inside_by_ring(starts, ring, slab):  # type: ignore[no-untyped-def]
    """The slab of each vertex whose neighbours all lie in it, else `NONE`."""
    out = slab.copy()
    for v in range(len(slab)):
        for k in range(starts[v], starts[v + 1]):
            if slab[ring[k]] != slab[v]:
                out[v] = NONE
                break
    return out
