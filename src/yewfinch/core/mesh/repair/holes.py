"""Rims of open surfaces, and what closes them."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _parts_kernels as kernels
from yewfinch.core.mesh.surface.surface import triangles_of
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Solutions that follow each other, and the largest cotangent of an angle.
_FAIRED, _STEEPEST = 7, 20.0


def half_edges(faces: IndexArray) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64], npt.NDArray[np.int64]]:
    """Every side of every face: the face, its start and its end; a triangle has three.

    Parameters
    ----------
    faces : (m, 4) int
        A triangle repeats its third index.
    """
    wide = np.asarray(faces, np.int64)
    face = np.repeat(np.arange(len(wide)), 4)
    start, end = wide.ravel(), np.roll(wide, -1, axis=1).ravel()
    real = start != end
    return face[real], start[real], end[real]


def border_edges(faces: npt.NDArray[np.integer], count: int) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64]]:
    """Starts and ends of sides of faces that no other face runs along the other way, in the order of the faces.

    Parameters
    ----------
    faces : (m, 4) int
        A triangle repeats its third index.
    count : int
        Vertices.
    """
    start, end = kernels.border(np.ascontiguousarray(faces), count)
    return start, end


def rims(faces: IndexArray, count: int) -> list[npt.NDArray[np.int64]]:
    """The closed loops of border edges, each in the direction in which a patch goes round.

    Parameters
    ----------
    faces : (m, 4) int
        Manifold and turned alike; where borders touch in a vertex, what cannot be told is left out.
    count : int
        Vertices.

    Returns
    -------
    list of (k,) int64
        Longest first.
    """
    start, end = border_edges(faces, count)
    # a patch runs against the border
    follow = dict(zip(end.tolist(), start.tolist(), strict=True))
    out = []
    while follow:
        first = next(iter(follow))
        loop, at = [first], follow.pop(first)
        while at != first and at in follow:
            loop.append(at)
            at = follow.pop(at)
        if at == first and len(loop) > 2:
            out.append(np.array(loop, np.int64))
    return sorted(out, key=len, reverse=True)


def faired(positions: DoubleArray, faces: IndexArray, free: npt.NDArray[np.int64]) -> DoubleArray:
    """Let some vertices go on with the surface round them: its second differences become as small as can be.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int
    free : (k,) int
        Vertices to be moved; the others stay.

    Returns
    -------
    (n, 3) float64, mm

    Notes
    -----
    Least squares of the mean curvature of the free vertices and their neighbours by cotangents (Pinkall & Polthier
    1993, "Computing discrete minimal surfaces and their conjugates"), angles taken from the form before each of a few
    solutions, as do Clarenz et al. 2004, "A finite element method for surface restoration".
    """
    from scipy.sparse import eye_array
    from scipy.sparse.linalg import spsolve

    n = len(positions)
    moving = np.zeros(n, bool)
    moving[free] = True
    near = moving.copy()
    wide = faces[moving[faces].any(axis=1)]
    near[wide] = True
    wide = faces[near[faces].any(axis=1)]
    rows = np.unique(wide)
    local = np.full(n, -1)
    local[rows] = np.arange(len(rows))
    asked = np.nonzero(near[rows])[0]
    own, triangles = positions[rows].copy(), triangles_of(local[wide].astype(INDEX)).astype(np.int64)
    inside = np.nonzero(moving[rows])[0]
    fixed = np.nonzero(~moving[rows])[0]
    for _ in range(_FAIRED):  # angles and areas are those of the form before each
        bent = _bending(own, triangles)[asked]
        left, right = bent[:, inside], bent[:, fixed] @ own[fixed]
        square = (left.T @ left).tocsc()
        square += 1e-9 * float(square.diagonal().max()) * eye_array(len(inside), format="csc")
        own[inside] = spsolve(square, -(left.T @ right)).reshape(-1, 3)
    out = positions.copy()
    out[rows[inside]] = own[inside]
    return out


def _bending(at: DoubleArray, triangles: npt.NDArray[np.int64]) -> csr_array:
    """Matrix (n, n) of the curvature at each vertex, by the root of the area round it."""
    from scipy.sparse import coo_array, csr_array, diags_array

    n = len(at)
    cotangents, area = [], np.zeros(n)
    for k in range(3):
        u, v = at[triangles[:, (k + 1) % 3]] - at[triangles[:, k]], at[triangles[:, (k + 2) % 3]] - at[triangles[:, k]]
        twice = np.linalg.norm(np.cross(u, v), axis=1)
        # slivers would outweigh all else
        cotangents.append(np.clip((u * v).sum(axis=1) / np.maximum(twice, 1e-12), -_STEEPEST, _STEEPEST) / 2)
        area += np.bincount(triangles[:, k], twice / 6, n)
    a = np.concatenate([triangles[:, (k + 1) % 3] for k in range(3)])
    b = np.concatenate([triangles[:, (k + 2) % 3] for k in range(3)])
    weight = np.concatenate(cotangents)
    both = csr_array(coo_array((np.r_[weight, weight], (np.r_[a, b], np.r_[b, a])), shape=(n, n)))
    whole = diags_array(np.asarray(both.sum(axis=1)).ravel()) - both
    return csr_array(diags_array(1.0 / np.sqrt(np.maximum(area, 1e-9))) @ whole)
