"""Falloff curves: how a tool fades from its centre to its rim."""

from __future__ import annotations

import numpy as np

from yewfinch.core.shared.arrays import FloatArray
from yewfinch.core.shared.phrases import phrase

SAMPLES = 65


def _t() -> FloatArray:
    return np.linspace(0.0, 1.0, SAMPLES, dtype=np.float32)


def _table(values: FloatArray) -> FloatArray:
    out = np.clip(values, 0.0, 1.0).astype(np.float32)
    out[-1] = 0.0
    return out


def _rounded(t: FloatArray) -> FloatArray:
    """From 0 to 1 with a level start and end (smoothstep)."""
    t = np.clip(t, 0.0, 1.0)
    return t * t * (3.0 - 2.0 * t)


#: Name to (65,) float32 table over distance / radius.
CURVES: dict[str, FloatArray] = {
    "soft": _table((1.0 - _t() ** 2) ** 2),
    "round": _table(np.sqrt(np.maximum(0.0, 1.0 - _t() ** 2))),
    "pointed": _table((1.0 - _t()) ** 2),
    "cushion": _table(_rounded((1.0 - _t()) / 0.65)),
    "even": _table(1.0 - np.clip((_t() - 0.7) / 0.3, 0.0, 1.0) ** 2),
}


def curve(name: str) -> FloatArray:
    """The table of a named curve.

    Raises
    ------
    ValueError
        If there is no such curve.
    """
    if name not in CURVES:
        raise ValueError(phrase("falloff must be one of {0}, got {1!r}", tuple(CURVES), name))
    return CURVES[name]
