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
