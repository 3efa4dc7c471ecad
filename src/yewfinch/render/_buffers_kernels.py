"""Loops of `buffers.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def changed_box(first, last, old, new, positions, offsets, ring, rings, box):  # type: ignore[no-untyped-def]
    """Widen a box (2, 3) by the rows from `first` to `last` whose values differ, as they were and are, and their neighbours' neighbours.

    `old` are the values of these rows as they were, brought up to date; if they are positions, `rings` is 2, else 1.
    """
    for i in range(first, last):
        same = True
        for k in range(old.shape[1]):
            if old[i, k] != new[i - first, k]:
                same = False
        if same:
            continue
        for k in range(3):
            box[0, k], box[1, k] = min(box[0, k], positions[i, k]), max(box[1, k], positions[i, k])
            if rings == 2:
                box[0, k], box[1, k] = min(box[0, k], np.float64(old[i, k])), max(box[1, k], np.float64(old[i, k]))
        for a in range(offsets[i], offsets[i + 1]):
            j = ring[a]
            for k in range(3):
                box[0, k], box[1, k] = min(box[0, k], positions[j, k]), max(box[1, k], positions[j, k])
            if rings == 2:
                for b in range(offsets[j], offsets[j + 1]):
                    m = ring[b]
                    for k in range(3):
                        box[0, k], box[1, k] = min(box[0, k], positions[m, k]), max(box[1, k], positions[m, k])
        for k in range(old.shape[1]):
            old[i, k] = new[i - first, k]
