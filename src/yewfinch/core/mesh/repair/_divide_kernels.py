"""Loops of `divide.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def _emit(out, at, poly, n):  # type: ignore[no-untyped-def]
    """Write a polygon of three to six corners as triangles and quads; returns the next free row."""
    if n == 3:
        out[at, 0], out[at, 1], out[at, 2], out[at, 3] = poly[0], poly[1], poly[2], poly[2]
        return at + 1
    if n == 4:
        out[at, 0], out[at, 1], out[at, 2], out[at, 3] = poly[0], poly[1], poly[2], poly[3]
        return at + 1
    if n == 5:
        out[at, 0], out[at, 1], out[at, 2], out[at, 3] = poly[0], poly[1], poly[2], poly[3]
        out[at + 1, 0], out[at + 1, 1], out[at + 1, 2], out[at + 1, 3] = poly[0], poly[3], poly[4], poly[4]
        return at + 2
    out[at, 0], out[at, 1], out[at, 2], out[at, 3] = poly[0], poly[1], poly[2], poly[3]
    out[at + 1, 0], out[at + 1, 1], out[at + 1, 2], out[at + 1, 3] = poly[0], poly[3], poly[4], poly[5]
    return at + 2


@njit(cache=True, nogil=True)
def split_faces(faces, sign, cut):  # type: ignore[no-untyped-def]
    """Faces of the two sides.

    `sign` is -1, 0 or 1 for each vertex, `cut` (m, 4) the new vertex on each side of a face, or -1.
    A vertex with sign 0 belongs to both sides.
    """
    m = len(faces)
    low, high = np.empty((4 * m, 4), np.int64), np.empty((4 * m, 4), np.int64)
    n_low = n_high = 0
    poly_low, poly_high = np.empty(8, np.int64), np.empty(8, np.int64)
    tri = np.empty((2, 3), np.int64)
    tri_cut = np.empty((2, 3), np.int64)
    for f in range(m):
        size = 3 if faces[f, 2] == faces[f, 3] else 4
        some_low = some_high = False
        changes = 0
        for k in range(size):
            s = sign[faces[f, k]]
            some_low |= s < 0
            some_high |= s > 0
            if cut[f, k] >= 0:
                changes += 1
        if not some_high:  # a face that lies wholly in the cut goes with the lower side
            for k in range(4):
                low[n_low, k] = faces[f, k]
            n_low += 1
            continue
        if not some_low:
            for k in range(4):
                high[n_high, k] = faces[f, k]
            n_high += 1
            continue
        parts = 1
        if size == 4:
            zeros = 0
            for k in range(4):
                zeros += sign[faces[f, k]] == 0
            # a saddle, or two corners of one side that do not adjoin
            if changes > 2 or (changes + zeros) > 2:
                parts = 2
        if parts == 2:
            a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
            # the diagonal must not be crossed: its ends on one side
            if sign[a] * sign[c] >= 0:
                tri[0, 0], tri[0, 1], tri[0, 2] = a, b, c
                tri[1, 0], tri[1, 1], tri[1, 2] = a, c, d
                tri_cut[0, 0], tri_cut[0, 1], tri_cut[0, 2] = cut[f, 0], cut[f, 1], -1
                tri_cut[1, 0], tri_cut[1, 1], tri_cut[1, 2] = -1, cut[f, 2], cut[f, 3]
            else:
                tri[0, 0], tri[0, 1], tri[0, 2] = b, c, d
                tri[1, 0], tri[1, 1], tri[1, 2] = b, d, a
                tri_cut[0, 0], tri_cut[0, 1], tri_cut[0, 2] = cut[f, 1], cut[f, 2], -1
                tri_cut[1, 0], tri_cut[1, 1], tri_cut[1, 2] = -1, cut[f, 3], cut[f, 0]
        for part in range(parts):
            count = 3 if parts == 2 else size
            a_low = a_high = 0
            strict_low = strict_high = False
            for k in range(count):
                v = tri[part, k] if parts == 2 else faces[f, k]
                c = tri_cut[part, k] if parts == 2 else cut[f, k]
                s = sign[v]
                if s <= 0:
                    poly_low[a_low] = v
                    a_low += 1
                    strict_low |= s < 0
                if s >= 0:
                    poly_high[a_high] = v
                    a_high += 1
                    strict_high |= s > 0
                if c >= 0:
                    poly_low[a_low] = c
                    poly_high[a_high] = c
                    a_low += 1
                    a_high += 1
            if a_low >= 3 and (strict_low or not strict_high):
                n_low = _emit(low, n_low, poly_low, a_low)
            if a_high >= 3 and strict_high:
                n_high = _emit(high, n_high, poly_high, a_high)
    return low[:n_low], high[:n_high]
