"""The nostrils: rings from the underside of the nose over the rim into a blind canal."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.chart import Chart, loop_spline
from yewfinch.core.shared.arrays import DoubleArray

ACROSS, UP = 2, 2
AROUND = 2 * (ACROSS + UP)
RINGS = 6
#: Ring of the rim.
RIM = 2
#: Direction into the canal.
INWARD = np.array([-0.10, 0.90, -0.42])
#: For each ring: how far towards the middle of the boundary, and how deep along `INWARD`, mm.
_NARROW = (0.0, 0.18, 0.36, 0.44, 0.46, 0.56)
_DEEP = (0.0, 0.0, 0.25, 2.0, 6.0, 11.0)
_CLING = (1.0, 1.0, 0.6, 0.0, 0.0, 0.0)


def nostril(boundary: DoubleArray) -> Chart:
    """The chart inside the boundary (AROUND, 3) mm of the left nostril."""
    rim = loop_spline(boundary)
    middle = boundary.mean(axis=0)
    inward = INWARD / np.linalg.norm(INWARD)

    def rings(k: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
        edge = rim(np.mod(k, AROUND))
        # from ring 2 on flat and oval: the boundary's own unevenness is left outside
        away = edge - middle
        flat = away - (away @ inward)[:, None] * inward
        out = np.stack([middle + (1 - n) * (away if n < 0.3 else flat) + d * inward for n, d in zip(_NARROW, _DEEP, strict=True)])
        return out, np.repeat(np.array(_CLING)[:, None], len(k), axis=1)

    return Chart(RINGS, AROUND, True, rings)
