"""Loops of `buffers.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def changed_box(first, last, old, new, positions, offsets, ring, box):  # type: ignore[no-untyped-def]
    """Widen a box (2, 3) by the rows from `first` to `last` whose values differ, and their neighbours; `old`, the values as they were, is brought up to date.

    Returns the longest edge at these rows, squared.
    """
    longest = 0.0
    for i in range(first, last):
        same = True
        for k in range(old.shape[1]):
            if old[i, k] != new[i - first, k]:
                same = False
        if same:
            continue
        if old.shape[1] == 3:
            for k in range(3):
                box[0, k], box[1, k] = min(box[0, k], np.float64(old[i, k])), max(box[1, k], np.float64(old[i, k]))
        for k in range(3):
            box[0, k], box[1, k] = min(box[0, k], positions[i, k]), max(box[1, k], positions[i, k])
        for a in range(offsets[i], offsets[i + 1]):
            j = ring[a]
            edge = 0.0
            for k in range(3):
                edge += (positions[j, k] - positions[i, k]) ** 2
            longest = max(longest, edge)
        for k in range(old.shape[1]):
            old[i, k] = new[i - first, k]
    return longest
