"""What is written on both sides of symmetric clay as one."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import POSITION, FloatArray


def same_on_both(surface: Surface, rows: npt.NDArray[np.integer], after: FloatArray) -> FloatArray:
    """Places with those of the right side made the very images of those of the left, if the clay is symmetric.

    Parameters
    ----------
    surface : Surface
        As it is before.
    rows : (n,) int
        Vertices that are moved.
    after : (n, 3) float32, mm
        Where they go.
    """
    twin = twins_of(surface)
    if twin is None or (surface.mask[rows] != surface.mask[twin[rows]]).any():  # a side that is held alone stays alone
        return after
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    other = number[twin[rows]]
    out = after.copy()
    right = (other >= 0) & (surface.positions[rows, 0] < surface.positions[twin[rows], 0])
    out[right] = after[other[right]] * np.array([-1, 1, 1], POSITION)
    out[twin[rows] == rows, 0] = 0.0
    return out
