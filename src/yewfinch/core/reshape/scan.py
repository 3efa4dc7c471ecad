"""Which points of a grid lie inside closed surfaces, however they cross themselves."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _scan_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray

#: The grid is looked at so much aside, mm, so that no column runs along an edge that stands on a round number.
ASIDE = np.array([1.7e-7, 2.9e-7])


def inside_grid(
    positions: npt.ArrayLike, triangles: npt.ArrayLike, low: DoubleArray, cell: float, shape: tuple[int, int, int]
) -> ByteArray:
    """Tell for each point of a grid whether the surface goes round it.

    Parameters
    ----------
    positions : (n, 3) float, mm
    triangles : (m, 3) int
        Closed, and turned alike.
    low : (3,) float64, mm
        The grid's first point.
    cell : float, mm
        Between two points.
    shape : (3,) int
        Points along x, y and z.

    Returns
    -------
    (x, y, z) uint8
        1 where the winding number is above 0, else 0.

    Notes
    -----
    Columns along z are filled between the crossings of the surface, counted with their signs (the even-odd rule
    of Shimrat 1962, with signs in place of parity).
    """
    at, tri = np.ascontiguousarray(positions, np.float64), np.ascontiguousarray(triangles, INDEX)
    column, height, sign, begin, end = kernels.crossings(
        at, tri, np.asarray(low[:2], np.float64) + ASIDE, cell, shape[0], shape[1]
    )
    return np.asarray(kernels.filled(column, height, sign, begin, end, float(low[2]), cell, shape))


def _warm() -> None:
    inside_grid(np.eye(3), [[0, 1, 2]], np.zeros(3), 0.5, (3, 3, 3))


warmup.register("scans", _warm)
