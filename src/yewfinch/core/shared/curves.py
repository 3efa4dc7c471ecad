"""Curves through given points."""

from __future__ import annotations

from functools import cached_property
from typing import Any

import numpy as np
import numpy.typing as npt
import scipy

from yewfinch.core.shared.arrays import DoubleArray


class Monotone:
    """A curve through points that rises and falls only where they do (Fritsch and Butland 1984).

    It is made when it is first asked for: the library's interpolation takes a tenth of a start to import.

    Parameters
    ----------
    at : (n,) ascending
    values : (n,) or (n, k)
    """

    def __init__(self, at: npt.ArrayLike, values: npt.ArrayLike) -> None:
        self.at, self.values = at, values

    def __call__(self, x: npt.ArrayLike) -> DoubleArray:
        """The values at x; beyond the ends, as the last piece goes on."""
        return np.asarray(self._curve(x))

    @cached_property
    def _curve(self) -> Any:
        return scipy.interpolate.PchipInterpolator(self.at, self.values)
