"""Curves of pressure: how hard the pen presses against what comes of it."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Points (pressure, outcome), both from 0 to 1, of growing pressure.
Curve = tuple[tuple[float, float], ...]

STRAIGHT: Curve = ((0.0, 0.0), (1.0, 1.0))
#: Points of one curve at most; two of them are nearer to each other than this nowhere.
MOST, NEAREST = 8, 0.02
_SAMPLES = 257


def checked(points: Sequence[Sequence[float]]) -> Curve:
    """Points as a curve: in order, within 0 to 1, from pressure 0 to pressure 1.

    Raises
    ------
    YewfinchError
        If they make none.
    """
    found = sorted((float(x), float(y)) for x, y in points)
    if not 2 <= len(found) <= MOST:
        raise YewfinchError(phrase("A curve has 2 to {0} points, got {1}.", MOST, len(found)))
    if not np.isfinite(found).all() or min(min(p) for p in found) < 0.0 or max(max(p) for p in found) > 1.0:
        raise YewfinchError("The points of a curve lie between 0 and 1.")
    if found[0][0] != 0.0 or found[-1][0] != 1.0:
        raise YewfinchError("A curve goes from pressure 0 to pressure 1.")
    if any(b[0] - a[0] < NEAREST for a, b in zip(found, found[1:], strict=False)):
        raise YewfinchError("Two points of a curve lie over each other.")
    return tuple(found)


@lru_cache(maxsize=64)
def table(curve: Curve) -> DoubleArray:
    """Outcomes at 257 even pressures; it nowhere goes beyond its points.

    References
    ----------
    Fritsch & Carlson 1980, "Monotone piecewise cubic interpolation", as carried out by SciPy.
    """
    from scipy.interpolate import PchipInterpolator

    x, y = np.array(curve).T
    out = np.clip(PchipInterpolator(x, y)(np.linspace(0.0, 1.0, _SAMPLES)), 0.0, 1.0)
    out.flags.writeable = False
    return np.asarray(out)


def outcome(curve: Curve, pressure: float) -> float:
    """What comes of a pressure, 0 to 1."""
    t = min(1.0, max(0.0, pressure)) * (_SAMPLES - 1)
    k = min(int(t), _SAMPLES - 2)
    values = table(curve)
    return float(values[k] + (t - k) * (values[k + 1] - values[k]))
