"""A feature's chart: rings of points round an opening, computed at any fineness.

A chart of S rings by K places is a function of ring number s and place k. Along a ring the
feature computes its points; between rings they are joined by a Catmull-Rom spline.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from scipy.interpolate import CubicSpline, PchipInterpolator

from yewfinch.core.shared.arrays import DoubleArray

#: Points (s, k, 3) mm of all rings at places k (k,), and how far each ring is to cling to the
#: form's field, (s, k) from 0 (not at all) to 1.
Rings = Callable[[DoubleArray], tuple[DoubleArray, DoubleArray]]
Project = Callable[[DoubleArray], DoubleArray]


@dataclass(frozen=True, eq=False)
class Chart:
    """A feature.

    Attributes
    ----------
    count : int
        Rings, the boundary with the plain skin included as ring 0.
    around : int
        Places along a ring at the coarsest level.
    closed : bool
        Whether place `around` is place 0 again; if not, both ends lie on the midline.
    rings : callable
    """

    count: int
    around: int
    closed: bool
    rings: Rings

    def points(self, place: DoubleArray, project: Project) -> DoubleArray:
        """Points at (n, 2) ring and place numbers, (n, 3) mm.

        `project` moves points onto the form's field.
        """
        ks, row = np.unique(place[:, 1], return_inverse=True)
        table, cling = self.rings(ks)
        flat = table.reshape(-1, 3)
        c = cling.reshape(-1)
        near = np.nonzero(c > 0)[0]
        flat = flat.copy()
        flat[near] += c[near, None] * (project(flat[near]) - flat[near])
        table = flat.reshape(table.shape)
        s = place[:, 0]
        at = np.clip(np.floor(s).astype(int), 0, self.count - 2)
        t = s - at
        rows = [np.clip(at + d, 0, self.count - 1) for d in (-1, 0, 1, 2)]
        p = [table[r, row] for r in rows]
        w = (
            -t + 2 * t**2 - t**3, 2 - 5 * t**2 + 3 * t**3, t + 4 * t**2 - 3 * t**3, t**3 - t**2,
        )  # fmt: skip
        out: DoubleArray = 0.5 * sum(wi[:, None] * pi for wi, pi in zip(w, p, strict=True))
        return out


def loop_spline(points: DoubleArray) -> CubicSpline:
    """A smooth closed curve through (k, d) points, a function of the place number."""
    closed = np.concatenate([points, points[:1]])
    return CubicSpline(np.arange(len(closed)), closed, bc_type="periodic")


def keyed(keys: list[float], values: DoubleArray, period: float) -> PchipInterpolator:
    """Values (k, ...) given at some places only, without overshoot, repeating after `period`."""
    at = np.array(keys)
    wide = np.concatenate([at[-3:] - period, at, at[:3] + period])
    return PchipInterpolator(wide, np.concatenate([values[-3:], values, values[:3]]), axis=0)
