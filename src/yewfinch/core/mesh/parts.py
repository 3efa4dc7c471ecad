"""Loose parts of a surface."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import IndexArray


def loose_parts(faces: IndexArray, count: int) -> npt.NDArray[np.int32]:
    """Which part each vertex belongs to, (count,) int32 from 0; vertices without faces are parts of their own.

    Parameters
    ----------
    faces : (m, 4) int32
    count : int
        Vertices of the surface.
    """
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    a, b = np.concatenate([faces[:, [i, (i + 1) % 4]] for i in range(4)]).T
    graph = coo_array((np.ones(len(a), np.int8), (a, b)), shape=(count, count))
    return np.asarray(connected_components(graph, directed=False)[1], np.int32)
