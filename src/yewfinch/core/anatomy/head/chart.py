"""A feature's chart: rings of points round an opening, computed at any fineness.

A chart of S rings by K places is a function of ring number s and place k. Along a ring the
feature computes its points; between rings they are joined by a Catmull-Rom or a monotone spline.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import scipy

from yewfinch.core.shared.arrays import DoubleArray

#: For places k (k,): points (s, k, 3) mm of all rings; how far each is to cling to the form's
#: field, (s, k) from 0 (not at all) to 1; and where it goes from there, (s, k, 3) mm.
Rings = Callable[[DoubleArray], tuple[DoubleArray, DoubleArray, DoubleArray]]
Project = Callable[[DoubleArray, bool], DoubleArray]


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
    depth_only : bool
        Cling by moving forward and back only, so that the front view keeps its lines.
    tight : bool
        Join the rings without overshoot, at the price of some roundness.
    clear : callable, optional
        Keeps the points (s, k, 3) clear of another body.
    """

    count: int
    around: int
    closed: bool
    rings: Rings
    depth_only: bool = False
    tight: bool = False
    clear: Callable[[DoubleArray], DoubleArray] | None = None

    def points(self, place: DoubleArray, project: Project) -> DoubleArray:
        """Points at (n, 2) ring and place numbers, (n, 3) mm.

        `project` moves points onto the form's field, forward and back only if told so.
        """
        ks, row = np.unique(place[:, 1], return_inverse=True)
        table, cling, shift = self.rings(ks)
        flat = table.reshape(-1, 3)
        c = cling.reshape(-1)
        near = np.nonzero(c > 0)[0]
        flat = flat.copy()
        flat[near] += c[near, None] * (project(flat[near], self.depth_only) - flat[near])
        table = flat.reshape(table.shape) + shift
        if self.clear is not None:
            table = self.clear(table)
        s = place[:, 0]
        at = np.clip(np.floor(s).astype(int), 0, self.count - 2)
        t = s - at
        p = [table[np.clip(at + d, 0, self.count - 1), row] for d in (-1, 0, 1, 2)]
        steps = p[1] - p[0], p[2] - p[1], p[3] - p[2]
        mean = _tangent if self.tight else _mean
        m0, m1 = mean(steps[0], steps[1]), mean(steps[1], steps[2])
        t = t[:, None]
        out: DoubleArray = (
            (2 * t**3 - 3 * t**2 + 1) * p[1] + (t**3 - 2 * t**2 + t) * m0
            + (3 * t**2 - 2 * t**3) * p[2] + (t**3 - t**2) * m1
        )  # fmt: skip
        return out


def _mean(a: DoubleArray, b: DoubleArray) -> DoubleArray:
    return (a + b) / 2


def _tangent(a: DoubleArray, b: DoubleArray) -> DoubleArray:
    """Harmonic mean, zero where the direction turns (Fritsch & Butland 1984)."""
    same = a * b > 0
    return np.where(same, 2 * a * b / np.where(same, a + b, 1.0), 0.0)


def loop_spline(points: DoubleArray) -> scipy.interpolate.CubicSpline:
    """A smooth closed curve through (k, d) points, a function of the place number."""
    closed = np.concatenate([points, points[:1]])
    return scipy.interpolate.CubicSpline(np.arange(len(closed)), closed, bc_type="periodic")


def keyed(keys: list[float], values: DoubleArray, period: float) -> scipy.interpolate.PchipInterpolator:
    """Values (k, ...) given at some places only, without overshoot, repeating after `period`."""
    at = np.array(keys)
    wide = np.concatenate([at[-3:] - period, at, at[:3] + period])
    return scipy.interpolate.PchipInterpolator(wide, np.concatenate([values[-3:], values, values[:3]]), axis=0)
