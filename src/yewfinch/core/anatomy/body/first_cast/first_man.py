"""The man's body of the first cast: vertices of the formed level. All casts number their rows by it."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

import numpy as np

from yewfinch.core.shared.arrays import FloatArray

FILE = Path(__file__).with_name("first_man.npz")


@lru_cache(maxsize=1)
def first_man() -> FloatArray:
    """Positions (n, 3) float32, mm, in the frame of `body_plan`."""
    with np.load(FILE, allow_pickle=False) as held:
        return np.asarray(held["positions"], np.float32)
