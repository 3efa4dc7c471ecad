"""How different two colours look: CIEDE2000."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray


def ciede2000(one: npt.ArrayLike, two: npt.ArrayLike) -> DoubleArray:
    """CIEDE2000 between colours in CIELAB, with all weights 1; 1 is about what is just seen.

    Parameters
    ----------
    one, two : (..., 3) float64
        L*, a*, b*.

    Returns
    -------
    (...) float64

    References
    ----------
    Sharma, Wu & Dalal 2005, "The CIEDE2000 color-difference formula: implementation notes", Color Res. Appl. 30:21.
    """
    a, b = np.broadcast_arrays(np.asarray(one, np.float64), np.asarray(two, np.float64))
    mean = (np.hypot(a[..., 1], a[..., 2]) + np.hypot(b[..., 1], b[..., 2])) / 2.0
    grow = 1.0 + 0.5 * (1.0 - np.sqrt(mean**7 / (mean**7 + 25.0**7)))
    c1, c2 = np.hypot(grow * a[..., 1], a[..., 2]), np.hypot(grow * b[..., 1], b[..., 2])
    h1, h2 = (np.degrees(np.arctan2(v[..., 2], grow * v[..., 1])) % 360.0 for v in (a, b))
    grey = c1 * c2 == 0.0
    turn = np.where(grey, 0.0, (h2 - h1 + 180.0) % 360.0 - 180.0)
    lightness, chroma = b[..., 0] - a[..., 0], c2 - c1
    hue = 2.0 * np.sqrt(c1 * c2) * np.sin(np.radians(turn) / 2.0)
    mean_l, mean_c, both = (a[..., 0] + b[..., 0]) / 2.0, (c1 + c2) / 2.0, h1 + h2
    apart = np.abs(h1 - h2) > 180.0
    mean_h = np.where(grey, both, np.where(apart, both + np.where(both < 360.0, 360.0, -360.0), both) / 2.0)
    t = (
        1.0
        - 0.17 * np.cos(np.radians(mean_h - 30.0))
        + 0.24 * np.cos(np.radians(2.0 * mean_h))
        + 0.32 * np.cos(np.radians(3.0 * mean_h + 6.0))
        - 0.20 * np.cos(np.radians(4.0 * mean_h - 63.0))
    )
    of_l = 1.0 + 0.015 * (mean_l - 50.0) ** 2 / np.sqrt(20.0 + (mean_l - 50.0) ** 2)
    of_c, of_h = 1.0 + 0.045 * mean_c, 1.0 + 0.015 * mean_c * t
    turned = 60.0 * np.exp(-(((mean_h - 275.0) / 25.0) ** 2))
    mixed = -2.0 * np.sqrt(mean_c**7 / (mean_c**7 + 25.0**7)) * np.sin(np.radians(turned))
    l_, c_, h_ = lightness / of_l, chroma / of_c, hue / of_h
    return np.asarray(np.sqrt(np.maximum(l_**2 + c_**2 + h_**2 + mixed * c_ * h_, 0.0)))
