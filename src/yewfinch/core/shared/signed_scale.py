"""Colours of signed millimetre scales: deep blue through near-white to burnt orange.

Blue against orange is told apart with all common kinds of colour blindness, and both ends are
darker than the middle, so that size reads in grey too.
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import ByteArray

#: sRGB stops from -1 to 1.
STOPS = np.array(
    [(16, 44, 106), (63, 115, 186), (172, 200, 224), (246, 244, 238), (247, 196, 140), (222, 120, 40), (150, 62, 8)],
    np.float64,
)


def signed_colour(mm: npt.ArrayLike, limit: float) -> ByteArray:
    """Colours of signed distances.

    Parameters
    ----------
    mm : (...,) float
        Values beyond the limit get the end colours; what is no number is grey.
    limit : float
        Distance of the end colours, mm.

    Returns
    -------
    (..., 3) uint8, sRGB
    """
    value = np.asarray(mm, np.float64)
    t = (np.clip(np.nan_to_num(value) / limit, -1.0, 1.0) + 1.0) / 2.0 * (len(STOPS) - 1)
    low = np.minimum(t.astype(np.int64), len(STOPS) - 2)
    part = (t - low)[..., None]
    out = STOPS[low] * (1 - part) + STOPS[low + 1] * part
    out[~np.isfinite(value)] = 128.0
    return np.asarray(np.round(out), np.uint8)
