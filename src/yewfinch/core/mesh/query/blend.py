"""Vertices that follow several rigid motions at once."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query import _blend_kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.phrases import phrase


def blended(
    points: DoubleArray, bones: IndexArray, weights: FloatArray, turns: DoubleArray, shifts: DoubleArray
) -> tuple[DoubleArray, DoubleArray]:
    """Carry points by a mix of motions: dual quaternions, weighted, made unit again.

    Parameters
    ----------
    points : (n, 3) float64, mm
    bones : (n, k) int32
        Rows of `turns` that each point follows, the heaviest first.
    weights : (n, k) float32
        Sum 1 for each point.
    turns : (b, 4) float64
        Unit quaternions (w, x, y, z).
    shifts : (b, 3) float64, mm
        A motion takes x to turn(x) + shift.

    Returns
    -------
    (n, 4) float64
        The unit quaternion by which each point turned.
    (n, 3) float64, mm
        Where it went.

    Raises
    ------
    ValueError
        If the shapes do not fit.

    References
    ----------
    Kavan, Collins, Zara, O'Sullivan: Geometric skinning with approximate dual quaternion blending,
    ACM Transactions on Graphics 27(4), 2008. doi:10.1145/1409625.1409627
    """
    n = len(points)
    if bones.shape != weights.shape or len(bones) != n:
        raise ValueError(
            phrase("bones {0} and weights {1} must have one row for each of {2} points", bones.shape, weights.shape, n)
        )
    if n and not (bones.min() >= 0 and bones.max() < len(turns)):
        raise ValueError(
            phrase("bones must lie between 0 and {0}, got {1} to {2}", len(turns) - 1, bones.min(), bones.max())
        )
    own, out = np.empty((n, 4)), np.empty((n, 3))
    _blend_kernels.mix(np.asarray(points, np.float64), bones, weights, turns, _dual(turns, shifts), own, out)
    return own, out


def carried(
    points: npt.NDArray[np.floating], was: DoubleArray, turns: DoubleArray, now: DoubleArray, *, back: bool = False
) -> FloatArray:
    """Points beside places that moved: now + turn(point - was); or back from there.

    Parameters
    ----------
    points : (n, 3) float, mm
    was, now : (n, 3) float64, mm
        Where each point's place was and is.
    turns : (n, 4) float64
        Unit quaternions.
    back : bool
        The inverse, exact but for rounding.

    Returns
    -------
    (n, 3) float32, mm
    """
    if len({len(points), len(was), len(turns), len(now)}) > 1:
        raise ValueError(
            phrase(
                "points, places and turns must be as many, got {0}, {1}, {2}, {3}",
                len(points),
                len(was),
                len(turns),
                len(now),
            )
        )
    out = np.empty((len(points), 3), np.float32)
    _blend_kernels.carry(np.asarray(points, np.float64), was, turns, now, back, out)
    return out


def _dual(turns: DoubleArray, shifts: DoubleArray) -> DoubleArray:
    """Half the product of the pure quaternion of the shift and the turn."""
    w, v = turns[:, :1], turns[:, 1:]
    scalar = -(shifts * v).sum(axis=1, keepdims=True)
    return np.ascontiguousarray(0.5 * np.concatenate([scalar, w * shifts + np.cross(shifts, v)], axis=1))


def _warm() -> None:
    point, one = np.zeros((1, 3)), np.array([[1.0, 0, 0, 0]])
    blended(point, np.zeros((1, 6), np.int32), np.full((1, 6), 1 / 6, np.float32), one, point)
    carried(point, point, one, point)


warmup.register("poses", _warm)
