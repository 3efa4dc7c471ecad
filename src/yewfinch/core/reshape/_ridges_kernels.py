"""Loops of `ridges.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def doubtful(beside, normals, least):  # type: ignore[no-untyped-def]
    """Rows that have a neighbour whose normal agrees with theirs by less than `least` (a cosine)."""
    flag = np.zeros(len(beside), np.uint8)
    for i in range(len(beside)):
        for k in range(1, beside.shape[1]):
            if k == 2 or k == 4:  # seen from the other one
                continue
            j = beside[i, k]
            if (
                j >= 0
                and normals[i, 0] * normals[j, 0] + normals[i, 1] * normals[j, 1] + normals[i, 2] * normals[j, 2]
                < least
            ):
                flag[i] = flag[j] = 1
    return flag


@njit(cache=True, nogil=True)
def gathered(owner, count, at, foot, plane):  # type: ignore[no-untyped-def]
    """Sums over the planes of each of `count` owners.

    Their mean normal, the least cosine with it, and the squares and right side of their distances from the place `at`.
    """
    mean, spread = np.zeros((count, 3)), np.ones(count)
    square, right = np.zeros((count, 3, 3)), np.zeros((count, 3))
    for p in range(len(owner)):
        for k in range(3):
            mean[owner[p], k] += plane[p, k]
    for i in range(count):
        size = max(np.sqrt(mean[i, 0] ** 2 + mean[i, 1] ** 2 + mean[i, 2] ** 2), 1e-12)
        for k in range(3):
            mean[i, k] /= size
    for p in range(len(owner)):
        i = owner[p]
        a, b, c = plane[p, 0], plane[p, 1], plane[p, 2]
        spread[i] = min(spread[i], a * mean[i, 0] + b * mean[i, 1] + c * mean[i, 2])
        away = a * (foot[p, 0] - at[i, 0]) + b * (foot[p, 1] - at[i, 1]) + c * (foot[p, 2] - at[i, 2])
        for k in range(3):
            right[i, k] += plane[p, k] * away
            for m in range(3):
                square[i, k, m] += plane[p, k] * plane[p, m]
    return mean, spread, square, right
