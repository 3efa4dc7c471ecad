"""Rims of open surfaces, and what closes them."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _parts_kernels as kernels
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: A ring of a patch is thinned to half when its edges are shorter than this part of the rim's.
_CROWDED = 0.6


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


def patch(points: DoubleArray, first: int) -> tuple[DoubleArray, IndexArray, npt.NDArray[np.int64]]:
    """Rings of quads that close a loop, thinned towards the middle, where a fan closes the last.

    Parameters
    ----------
    points : (k, 3) float64, mm
        The loop; the patch goes round in this direction.
    first : int
        Number of the first new vertex; the loop's own are 0 to k - 1 in the faces.

    Returns
    -------
    (n, 3) float64, mm
        New vertices, on the cone from the loop to its middle.
    (m, 4) int32
    (n,) int64
        The loop's vertex from which each new one comes.
    """
    n = len(points)
    if n == 3:
        return np.empty((0, 3)), np.array([[0, 1, 2, 2]], INDEX), np.empty(0, np.int64)
    if n == 4:
        return np.empty((0, 3)), np.array([[0, 1, 2, 3]], INDEX), np.empty(0, np.int64)
    edge = float(np.linalg.norm(points - np.roll(points, -1, axis=0), axis=1).mean())
    middle = points.mean(axis=0)
    radius = float(np.linalg.norm(points - middle, axis=1).mean())
    rings = max(1, round(radius / max(edge, 1e-9)))
    ring, own = np.arange(n), np.arange(n)
    new: list[DoubleArray] = []
    source: list[npt.NDArray[np.int64]] = []
    faces: list[npt.NDArray[np.int64]] = []
    count = first
    for j in range(1, rings):
        t = j / rings
        size = len(own)
        thin = size % 2 == 0 and size >= 12 and (1 - t) * 2 * np.pi * radius / size < _CROWDED * edge
        kept = own[::2] if thin else own
        inner = count + np.arange(len(kept))
        if thin:
            a, b, c = ring[::2], ring[1::2], np.roll(ring[::2], -1)
            far = np.roll(inner, -1)
            faces.append(np.stack([a, b, far, inner], axis=1))
            faces.append(np.stack([b, c, far, far], axis=1))
        else:
            faces.append(np.stack([ring, np.roll(ring, -1), np.roll(inner, -1), inner], axis=1))
        new.append(points[kept] + (middle - points[kept]) * t)
        source.append(kept)
        count += len(kept)
        ring, own = inner, kept
    new.append(middle[None])
    source.append(own[:1])
    tip = np.full(len(ring), count)
    faces.append(np.stack([ring, np.roll(ring, -1), tip, tip], axis=1))
    return np.concatenate(new), np.concatenate(faces).astype(INDEX), np.concatenate(source)


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
    Least squares on the umbrella of the free vertices and their neighbours (Kobbelt, Campagna, Vorsatz &
    Seidel 1998, "Interactive multi-resolution modeling on arbitrary meshes").
    """
    from scipy.sparse import coo_array, csr_array, eye_array
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
    _, a, b = half_edges(local[wide].astype(INDEX))
    both = csr_array(coo_array((np.ones(2 * len(a)), (np.r_[a, b], np.r_[b, a])), shape=(len(rows), len(rows))))
    both.data[:] = 1.0
    degree = np.asarray(both.sum(axis=1)).ravel()
    asked = np.nonzero(near[rows])[0]
    umbrella = (eye_array(len(rows), format="csr") - csr_array(both / degree[:, None]))[asked]
    inside = np.nonzero(moving[rows])[0]
    fixed = np.nonzero(~moving[rows])[0]
    left, right = umbrella[:, inside], umbrella[:, fixed] @ positions[rows[fixed]]
    square = (left.T @ left + 1e-9 * eye_array(len(inside))).tocsc()
    out = positions.copy()
    solved = spsolve(square, -(left.T @ right))
    out[rows[inside]] = solved.reshape(-1, 3)
    return out
