"""Loops of `section.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def _cut(positions, a, b, c, away, out, n):  # type: ignore[no-untyped-def]
    """The piece of a triangle's cut, with what is beyond the plane on its left as seen against the normal.

    1 if there is one.
    """
    da, db, dc = away[0], away[1], away[2]
    beyond = (da >= 0.0) + (db >= 0.0) + (dc >= 0.0)
    if beyond == 0 or beyond == 3:
        return 0
    one = beyond == 1  # the corner that stands alone
    if (da >= 0.0) == one and (db >= 0.0) != one and (dc >= 0.0) != one:
        p, q, r, dp, dq, dr = a, b, c, da, db, dc
    elif (db >= 0.0) == one and (da >= 0.0) != one and (dc >= 0.0) != one:
        p, q, r, dp, dq, dr = b, c, a, db, dc, da
    else:
        p, q, r, dp, dq, dr = c, a, b, dc, da, db
    s, t = dp / (dp - dq), dp / (dp - dr)
    first, second = (0, 1) if one else (1, 0)
    for j in range(3):
        out[n, first, j] = positions[p, j] + s * (positions[q, j] - positions[p, j])
        out[n, second, j] = positions[p, j] + t * (positions[r, j] - positions[p, j])
    return 1


@njit(cache=True)
def crossed(positions, faces, face_start, leaves, normal, at):  # type: ignore[no-untyped-def]
    """Pieces of the line of a plane across the faces of some leaves, (k, 2, 3)."""
    out = np.empty((1024, 2, 3))
    away = np.empty(4)
    three = np.empty(3)
    n = 0
    for leaf in leaves:
        for f in range(face_start[leaf], face_start[leaf + 1]):
            low = high = False
            for j in range(4):
                v = faces[f, j]
                away[j] = positions[v, 0] * normal[0] + positions[v, 1] * normal[1] + positions[v, 2] * normal[2] - at
                if away[j] >= 0.0:
                    high = True
                else:
                    low = True
            if not (low and high):
                continue
            if n + 2 > len(out):
                more = np.empty((2 * len(out), 2, 3))
                more[:n] = out[:n]
                out = more
            three[0], three[1], three[2] = away[0], away[1], away[2]
            n += _cut(positions, faces[f, 0], faces[f, 1], faces[f, 2], three, out, n)
            if faces[f, 3] != faces[f, 2]:
                three[0], three[1], three[2] = away[0], away[2], away[3]
                n += _cut(positions, faces[f, 0], faces[f, 2], faces[f, 3], three, out, n)
    return out[:n].copy()
