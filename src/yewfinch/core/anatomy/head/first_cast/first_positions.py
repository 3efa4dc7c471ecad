"""The plain head of the first cast: vertices of the formed level. All casts number their rows by it."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray

FILE = Path(__file__).with_name("first_cast.npz")


@lru_cache(maxsize=1)
def first_positions() -> DoubleArray:
    """Positions (n, 3) float64, mm."""
    with np.load(FILE, allow_pickle=False) as held:
        return np.asarray(held["positions"], np.float64)
