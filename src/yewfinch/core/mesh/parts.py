"""Loose parts of a surface."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.holes import half_edges
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


def parts_across_edges(faces: IndexArray, count: int) -> npt.NDArray[np.int32]:
    """Which part each face belongs to, (m,) int32 from 0; faces that share but a vertex hang not together.

    Parameters
    ----------
    faces : (m, 4) int32
    count : int
        Vertices of the surface.
    """
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    face, start, end = half_edges(faces)
    key = np.minimum(start, end) * count + np.maximum(start, end)
    order = np.argsort(key, kind="stable")
    same = np.nonzero(np.diff(key[order]) == 0)[0]
    a, b = face[order[same]], face[order[same + 1]]
    graph = coo_array((np.ones(len(a), np.int8), (a, b)), shape=(len(faces), len(faces)))
    return np.asarray(connected_components(graph, directed=False)[1], np.int32)
