"""Which points lie inside a closed surface, however it crosses itself."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query import _inside_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray

#: Cells of the grid across the ray against the median edge of the surface, and their number along a side at most.
_CELL, _MOST = 0.9, 2048
#: The median is taken of the edges of about so many triangles.
_FEW = 20_000
#: Points are moved aside by so much, mm, so that none lies over an edge or vertex that stands on a round number.
_ASIDE = np.array([0.0, 1.7e-7, 2.9e-7])


class Inside:
    """Winding numbers of a closed surface of triangles.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    triangles : (m, 3) int
        Turned alike.

    Notes
    -----
    Crossings of an axis-parallel ray are counted with their signs, edges being shared out between their triangles
    by one rule (Shimrat 1962 for the even-odd rule; signs make it the winding number).
    """

    def __init__(self, positions: DoubleArray, triangles: npt.ArrayLike) -> None:
        at = np.ascontiguousarray(positions, np.float64)
        tri = np.ascontiguousarray(triangles, np.int32)
        x, yz = np.ascontiguousarray(at[:, 0]), np.ascontiguousarray(at[:, 1:])
        used = np.zeros(len(at), bool)
        used[tri] = True
        sides = [yz[used, k] for k in range(2)] if len(tri) else [np.zeros(1)] * 2
        self._low, high = (np.array([f(column) for column in sides]) for f in (np.min, np.max))
        few = yz[tri[:: max(1, len(tri) // _FEW)]] if len(tri) else np.zeros((1, 3, 2))
        side = np.abs(few - np.roll(few, -1, axis=1)).max(axis=2)
        self._cell = float(max(_CELL * np.median(side), (high - self._low).max() / _MOST, 1e-9))
        self._shape = np.floor((high - self._low) / self._cell).astype(np.int64) + 1
        self._starts, owners = kernels.binned(yz, tri, self._low, self._cell, self._shape)
        short = at.astype(np.float32)
        if np.array_equal(short, at):  # as those of clay are: half of the memory holds the same numbers
            x, yz = np.ascontiguousarray(short[:, 0]), np.ascontiguousarray(short[:, 1:])
        self._data = kernels.packed(x, yz, tri, owners)

    def winding(self, points: DoubleArray) -> npt.NDArray[np.int32]:
        """How often the surface goes round each of the points (k, 3) mm; 0 outside, 1 inside a plain body."""
        p = np.ascontiguousarray(points + _ASIDE)
        return np.asarray(kernels.winding(p, self._data, self._starts, self._low, self._cell, self._shape))


def _warm() -> None:
    for size in (1.0, 0.1):  # a number of 32 bits, and one that is none
        Inside(size * np.eye(3), [[0, 1, 2]]).winding(np.zeros((1, 3)))


warmup.register("insides", _warm)
