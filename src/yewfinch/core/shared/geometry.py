"""Distances and angles of points."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray


def straight(a: npt.ArrayLike, b: npt.ArrayLike) -> float:
    """Distance in mm."""
    return float(np.linalg.norm(np.asarray(a, float) - np.asarray(b, float)))


def angle(a: npt.ArrayLike, corner: npt.ArrayLike, b: npt.ArrayLike) -> float:
    """Angle at `corner` in degrees; NaN if a point coincides with it."""
    u: DoubleArray = np.asarray(a, float) - np.asarray(corner, float)
    v: DoubleArray = np.asarray(b, float) - np.asarray(corner, float)
    length = float(np.linalg.norm(u) * np.linalg.norm(v))
    if length < 1e-12:
        return float("nan")
    return float(np.degrees(np.arccos(np.clip(u @ v / length, -1.0, 1.0))))


def angle_slope(a: DoubleArray, corner: DoubleArray, b: DoubleArray) -> DoubleArray:
    """Derivative of `angle` by the three points, (3, 3) degrees per mm; 0 where it is straight or has no arms."""
    u, v = a - corner, b - corner
    long_u, long_v = float(np.sqrt(u @ u)), float(np.sqrt(v @ v))
    if long_u * long_v < 1e-12:
        return np.zeros((3, 3))
    u, v = u / long_u, v / long_v
    cosine = float(u @ v)
    sine = float(np.sqrt(max(1.0 - cosine * cosine, 0.0)))
    if sine < 1e-9:
        return np.zeros((3, 3))
    by_a, by_b = (cosine * u - v) / (sine * long_u), (cosine * v - u) / (sine * long_v)
    return np.degrees(np.array([by_a, -by_a - by_b, by_b]))


def smooth_step(t: npt.ArrayLike) -> npt.NDArray[np.float64]:
    """A rise from 0 to 1 without a corner: 3 t^2 - 2 t^3, and level outside of 0 to 1."""
    u = np.clip(np.asarray(t, np.float64), 0.0, 1.0)
    return np.asarray(u * u * (3.0 - 2.0 * u))
