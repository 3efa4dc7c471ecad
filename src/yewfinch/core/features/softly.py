"""Membership of a region carried on beyond its border, so that what is done to it ends softly."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: So many rows of vertices beyond the border it falls off.
_ROWS = 12


def softened(surface: Surface, share: DoubleArray) -> DoubleArray:
    """Shares (n,) from 0 to 1, at least those given, that fall off beyond them."""
    one = np.repeat(np.arange(len(surface)), np.diff(surface.ring_at))
    count = np.maximum(np.bincount(one, minlength=len(surface)), 1)
    soft = share.copy()
    for _ in range(_ROWS):
        soft = np.maximum(share, np.bincount(one, soft[surface.ring], len(surface)) / count)
    return soft
