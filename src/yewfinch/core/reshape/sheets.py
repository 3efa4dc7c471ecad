"""Which sheets of a surface pass through a cell of a grid, for each pattern of its corners.

Corners that are inside and meet at a corner of a cell's side only are kept apart, so that what is outside between them
hangs together: inside by sides of points, outside by their edges too (the pair 6+, 18 of Bertrand & Malandain 1994, "A
new characterization of three-dimensional simple points"). Each sheet gets a vertex of its own (Nielson 2004, "Dual
marching cubes").
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np
import numpy.typing as npt

#: A corner's number is x + 2 y + 4 z; an edge's is 4 times its axis, and 1 and 2 for its place along the next two
#: axes, in the order x, y, z. Sides are -x, +x, -y, +y, -z, +z.
EDGES = tuple(
    (low, low | 1 << axis)
    for axis in range(3)
    for second in (0, 1)
    for first in (0, 1)
    for low in [sum(b << k for b, k in zip((first, second), [k for k in range(3) if k != axis], strict=True))]
)


@dataclass(frozen=True, eq=False)
class Sheets:
    """Tables by the pattern of a cell's corners, 256 rows.

    Attributes
    ----------
    count : (256,) int8
        Sheets of the cell.
    of_edge : (256, 12) int8
        The sheet that crosses each edge, or -1.
    crossing : (256, 6, 2) int8
        For each side of the cell, an edge of each line in which sheets cross it, or -1.
    middle : (256, 4, 3) float64
        Mean of the middles of the edges that each sheet crosses, in cells; the cell's middle if it is alone.
    plain : (256,) uint8
        One sheet at most, and no side with two lines.
    """

    count: npt.NDArray[np.int8]
    of_edge: npt.NDArray[np.int8]
    crossing: npt.NDArray[np.int8]
    middle: npt.NDArray[np.float64]
    plain: npt.NDArray[np.uint8]


def _lines(code: int) -> list[tuple[int, int, int]]:
    """The lines in which sheets cross the sides of a cell: side, and the two edges that each joins."""
    number = {frozenset(e): n for n, e in enumerate(EDGES)}
    out = []
    for axis in range(3):
        u, v = (1 << k for k in range(3) if k != axis)
        for far in (0, 1):
            base = far << axis
            corners = [base, base | u, base | u | v, base | v]  # round the side
            inside = [code >> c & 1 for c in corners]
            edges = [number[frozenset((corners[k], corners[(k + 1) % 4]))] for k in range(4)]
            crossed = [k for k in range(4) if inside[k] != inside[(k + 1) % 4]]
            side = 2 * axis + far
            if len(crossed) == 2:
                out.append((side, edges[crossed[0]], edges[crossed[1]]))
            elif len(crossed) == 4:
                out += [(side, edges[k - 1], edges[k]) for k in range(4) if inside[k]]
    return out


@cache
def sheets() -> Sheets:
    """The tables."""
    count, of_edge = np.zeros(256, np.int8), np.full((256, 12), -1, np.int8)
    crossing, middle = np.full((256, 6, 2), -1, np.int8), np.full((256, 4, 3), 0.5)
    plain = np.zeros(256, np.uint8)
    corner = np.array([[c & 1, c >> 1 & 1, c >> 2 & 1] for c in range(8)], float)
    middles = np.array([(corner[a] + corner[b]) / 2 for a, b in EDGES])
    for code in range(256):
        lines = _lines(code)
        belongs = {e: {e} for _, a, b in lines for e in (a, b)}
        for _, a, b in lines:
            if belongs[a] is not belongs[b]:
                belongs[a] |= belongs[b]
                for e in belongs[b]:
                    belongs[e] = belongs[a]
        found = sorted({min(s) for s in belongs.values()})
        count[code] = len(found)
        for edge, together in belongs.items():
            of_edge[code, edge] = found.index(min(together))
        used = [0] * 6
        for side, a, _ in lines:
            crossing[code, side, used[side]] = a
            used[side] += 1
        if len(found) > 1:
            for sheet in range(len(found)):
                middle[code, sheet] = middles[of_edge[code] == sheet].mean(axis=0)
        plain[code] = len(found) <= 1 and max(used) <= 1
    return Sheets(count, of_edge, crossing, middle, plain)
