"""Sets of a surface's rows or faces."""

from __future__ import annotations

from typing import Any

import numpy as np
import numpy.typing as npt

#: Any whole numbers.
Rows = npt.NDArray[np.integer[Any]]


def each_once(rows: Rows, count: int) -> npt.NDArray[np.int64]:
    """Rows of a surface with so many, ascending, none twice; quicker than sorting them where they are many."""
    flag = np.zeros(count, np.bool_)
    flag[rows] = True
    return np.nonzero(flag)[0]


def without(rows: Rows, others: Rows, count: int) -> Rows:
    """Rows that are not among others, in their order."""
    flag = np.zeros(count, np.bool_)
    flag[others] = True
    return rows[~flag[rows]]
