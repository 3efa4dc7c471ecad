"""What of a surface hangs together, and what is used."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _parts_kernels as kernels
from yewfinch.core.mesh.repair.holes import half_edges
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, IndexArray


def joined(
    a: npt.NDArray[np.integer], b: npt.NDArray[np.integer], count: int
) -> tuple[npt.NDArray[np.int32], npt.NDArray[np.int64]]:
    """Sets of the numbers 0 to count - 1, of which pairs are together.

    Parameters
    ----------
    a, b : (k,) int
        The pairs.
    count : int

    Returns
    -------
    (count,) int32
        The set of each number, from 0, in the order of their first members.
    (sets,) int64
        These.
    """
    label, first = kernels.joined(np.ascontiguousarray(a, np.int64), np.ascontiguousarray(b, np.int64), count)
    return label, first


def used_rows(faces: npt.NDArray[np.integer], count: int) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64]]:
    """The vertices that faces use, and the faces on these alone.

    Parameters
    ----------
    faces : (m, 4) int
    count : int
        Vertices of the surface.

    Returns
    -------
    (k,) int64
        Ascending.
    (m, 4) int64
        Numbers among them.
    """
    rows, local = kernels.used(np.ascontiguousarray(faces), count)
    return rows, local


def loose_parts(faces: npt.NDArray[np.integer], count: int) -> npt.NDArray[np.int32]:
    """Which part each vertex belongs to, (count,) int32 from 0; vertices without faces are parts of their own.

    Parameters
    ----------
    faces : (m, 4) int
    count : int
        Vertices of the surface.
    """
    return np.asarray(kernels.parts(np.ascontiguousarray(faces), count))


def parts_across_edges(faces: IndexArray, count: int) -> npt.NDArray[np.int32]:
    """Which part each face belongs to, (m,) int32 from 0; faces that share but a vertex hang not together.

    Parameters
    ----------
    faces : (m, 4) int32
    count : int
        Vertices of the surface.
    """
    face, start, end = half_edges(faces)
    key = np.minimum(start, end) * count + np.maximum(start, end)
    order = np.argsort(key, kind="stable")
    same = np.nonzero(np.diff(key[order]) == 0)[0]
    return joined(face[order[same]], face[order[same + 1]], len(faces))[0]


def _warm() -> None:
    wide = np.array([[0, 1, 2, 2]], np.int64)
    for faces in (wide, wide.astype(INDEX)):
        loose_parts(faces, 3)
        used_rows(faces, 3)
        kernels.border(faces, 3)
    kernels.first_of_same(wide)
    joined(wide[0], wide[0], 3)


warmup.register("loose parts", _warm)
