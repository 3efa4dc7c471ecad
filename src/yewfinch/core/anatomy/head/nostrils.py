"""The nostrils: rings from the underside of the nose over the rim into a blind canal."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.chart import Chart, loop_spline
from yewfinch.core.shared.arrays import DoubleArray

ACROSS, UP = 2, 2
AROUND = 2 * (ACROSS + UP)
RINGS = 6
#: Ring of the rim.
RIM = 2
#: Direction into the canal.
INWARD = np.array([-0.15, 0.97, 0.02])
#: Middle of the opening, mm.
MIDDLE = np.array([9.2, -26.5, 104.2])
#: Half length and half width of the opening, mm, and the direction of its length.
LONG, WIDE = 5.2, 3.2
ALONG = np.array([-0.34, 0.30, 0.93])
#: For each ring from the rim on: size against the rim's, and how deep along `INWARD`, mm.
_SIZE = (1.0, 0.88, 0.86, 0.72)
_DEEP = (0.0, 1.2, 5.0, 11.0)


def nostril(boundary: DoubleArray) -> Chart:
    """The chart inside the boundary (AROUND, 3) mm of the left nostril."""
    outside = loop_spline(boundary)
    inward = INWARD / np.linalg.norm(INWARD)
    along = ALONG - (ALONG @ inward) * inward
    along /= np.linalg.norm(along)
    across = np.cross(along, inward)
    across *= np.sign(across[0])

    def rings(k: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        turn = (k - 1.0) * (2 * np.pi / AROUND)  # place 1 is the back, 3 the outer side
        oval = -np.cos(turn)[:, None] * LONG * along + np.sin(turn)[:, None] * WIDE * across
        edge = outside(np.mod(k, AROUND))
        rows = [edge, 0.5 * edge + 0.5 * (MIDDLE + 1.1 * oval)] + [MIDDLE + size * oval for size in _SIZE]
        out = np.stack(rows)
        cling = np.ones(out.shape[:2])
        deep = np.array((0.0, 0.0, *_DEEP))
        return out, cling, deep[:, None, None] * inward + np.zeros_like(out)

    return Chart(RINGS, AROUND, True, rings, tight=True)
