"""The motion with one scale that brought points where they are now."""

from __future__ import annotations

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray


def similarity(was: DoubleArray, now: DoubleArray) -> tuple[DoubleArray, float, DoubleArray]:
    """The similarity that brings points nearest to others: turn (3, 3), scale, shift (3,) mm.

    Parameters
    ----------
    was, now : (n, 3) float64, mm

    References
    ----------
    Umeyama 1991, "Least-squares estimation of transformation parameters between two point patterns".
    """
    a, b = was - was.mean(axis=0), now - now.mean(axis=0)
    u, size, v = np.linalg.svd(b.T @ a)
    sign = np.diag([1.0, 1.0, np.sign(np.linalg.det(u @ v))])
    turn = np.asarray(u @ sign @ v, np.float64)
    scale = float((size * np.diag(sign)).sum() / max(float((a * a).sum()), 1e-12))
    return turn, scale, np.asarray(now.mean(axis=0) - scale * turn @ was.mean(axis=0), np.float64)
