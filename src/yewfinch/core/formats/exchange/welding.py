"""Vertices that a file tears apart for its texture coordinates or normals become one again."""

from __future__ import annotations

from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.channel_spec import Values
from yewfinch.core.shared.arrays import FloatArray, IndexArray


def welded(positions: FloatArray, faces: IndexArray, *beside: Values | None) -> tuple[IndexArray, IndexArray]:
    """Vertices at one place that look alike as one, unless more than two faces would then meet at an edge.

    Parameters
    ----------
    positions : (n, 3) float32
    faces : (m, 4) int32
    *beside : (n, k) or None
        Colours and other channels that must be the same, too.

    Returns
    -------
    rows : (k,) int32
        The vertices that stay.
    faces : (m, 4) int32
        Among those.
    """
    n = len(positions)
    parts = [
        np.ascontiguousarray(positions + np.float32(0)).view(np.uint8).reshape(n, -1),
        *(np.ascontiguousarray(b).view(np.uint8).reshape(n, -1) for b in beside if b is not None),
    ]
    table = np.ascontiguousarray(np.concatenate(parts, axis=1))
    kinds = np.unique(table.view(np.dtype((np.void, table.shape[1]))).ravel(), return_inverse=True)[1].ravel()
    for _ in range(8):
        tried = kinds[faces]
        crowded = _crowded(tried)
        apart = np.isin(kinds, crowded) if len(crowded) else np.zeros(n, bool)
        shared = np.bincount(kinds, minlength=int(kinds.max()) + 1)[kinds] > 1
        apart &= shared
        if not apart.any():
            break
        kinds = kinds.copy()
        kinds[apart] = kinds.max() + 1 + np.arange(int(apart.sum()))
    _, rows, inverse = np.unique(kinds, return_index=True, return_inverse=True)
    order = np.argsort(rows, kind="stable")  # as they first came
    place = np.empty(len(order), np.int64)
    place[order] = np.arange(len(order))
    return rows[order].astype(np.int32), place[inverse.ravel()][faces].astype(np.int32)


def _crowded(faces: npt.NDArray[np.integer[Any]]) -> IndexArray:
    """Vertices on edges of more than two faces."""
    ends = np.stack([faces, np.roll(faces, -1, axis=1)], axis=-1).reshape(-1, 2)
    ends = np.sort(ends[ends[:, 0] != ends[:, 1]], axis=1).astype(np.int64)
    keys, uses = np.unique(ends[:, 0] << 32 | ends[:, 1], return_counts=True)
    bad = keys[uses > 2]
    return np.unique(np.concatenate([bad >> 32, bad & 0xFFFFFFFF])).astype(np.int32)
