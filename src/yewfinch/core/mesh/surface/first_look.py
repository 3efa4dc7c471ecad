"""What a surface needs to be drawn first, with NumPy alone: see `shared/compiler.py`.

The functions are named as the compiled loops of `_surface_kernels.py` that they stand in for, take the same arguments
and give the same, but for `all_normals`.
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import INDEX, POSITION, FloatArray, IndexArray


def extremes(points: FloatArray) -> FloatArray:
    """Lowest and highest corner round points (n, 3), (2, 3); a place that is no number makes them none."""
    if len(points) == 0:
        return np.array([[np.inf] * 3, [-np.inf] * 3], points.dtype)
    out = np.stack([points.min(axis=0), points.max(axis=0)])
    if not np.isfinite(points).all():
        out[:] = np.nan
    return out


def _lowest(faces: IndexArray) -> IndexArray:
    """The lowest row of each face."""
    return np.asarray(np.minimum(np.minimum(faces[:, 0], faces[:, 1]), np.minimum(faces[:, 2], faces[:, 3])))


def _each_once(numbers: npt.NDArray[np.int64]) -> npt.NDArray[np.int64]:
    """Ascending, each once; NumPy's own function for it imports more than it does."""
    found = np.sort(numbers)
    return found[np.concatenate([[True], found[1:] != found[:-1]])[: len(found)]]


def by_lowest_row(faces: IndexArray, count: int) -> IndexArray:
    """Faces in the order of their lowest rows, equal ones in their own order; none if they stand so already."""
    low = _lowest(faces)
    if (low[1:] >= low[:-1]).all():
        return faces[:0].copy()
    return faces[np.argsort(low, kind="stable")]


def leaf_starts(faces: IndexArray, leaf_count: int, shift: int) -> IndexArray:
    """First face of each leaf, and how many there are: faces stand in the order of their lowest rows."""
    return np.searchsorted(_lowest(faces), np.arange(leaf_count + 1) << shift).astype(INDEX)


def beyond_leaves(faces: IndexArray, face_start: IndexArray, shift: int) -> tuple[IndexArray, IndexArray]:
    """Rows of other leaves that the faces of each leaf use (CSR)."""
    leaves = len(face_start) - 1
    owner = np.repeat(np.arange(leaves), np.diff(face_start))[:, None]
    beyond = faces >> shift > owner
    span = int(faces.max(initial=0)) + 1
    pairs = _each_once((owner * span + faces)[beyond])
    return np.searchsorted(pairs, np.arange(leaves + 1) * span).astype(INDEX), (pairs % span).astype(INDEX)


def leaf_links(beyond_at: IndexArray, beyond: IndexArray, shift: int) -> tuple[IndexArray, IndexArray]:
    """For each leaf of vertices, the leaves that own faces using them (CSR): itself, and those that reach into it."""
    leaves = len(beyond_at) - 1
    every = np.arange(leaves)
    owner = np.repeat(every, np.diff(beyond_at))
    pairs = _each_once(np.concatenate([(beyond >> shift).astype(np.int64) * leaves + owner, every * leaves + every]))
    return np.searchsorted(pairs, np.arange(leaves + 1) * leaves).astype(INDEX), (pairs % leaves).astype(INDEX)


def boxes_of(
    leaves: IndexArray,
    positions: FloatArray,
    beyond_at: IndexArray,
    beyond: IndexArray,
    shift: int,
    lo: FloatArray,
    hi: FloatArray,
) -> None:
    """Bounds of the given leaves: their own vertices, and those of others that their faces use."""
    begin = np.arange(len(lo)) << shift
    low, high = np.minimum.reduceat(positions, begin), np.maximum.reduceat(positions, begin)
    owner = np.repeat(np.arange(len(lo)), np.diff(beyond_at))
    np.minimum.at(low, owner, positions[beyond])
    np.maximum.at(high, owner, positions[beyond])
    lo[leaves], hi[leaves] = low[leaves], high[leaves]


def all_normals(positions: FloatArray, faces: IndexArray) -> FloatArray:
    """Normals of all rows, (n, 3): the sum of the cross products of the edges at their corners, of unit length.

    The loop goes round each row in another order, so that single precision may differ by its last places.
    """
    corners = [np.ascontiguousarray(positions[:, axis], np.float64)[faces.T] for axis in range(3)]
    out = np.zeros((3, len(positions)))
    triangle = faces[:, 2] == faces[:, 3]
    for k in range(4):
        after, before = (k + 1) % 4, (k + 3) % 4
        ux, uy, uz = (c[after] - c[k] for c in corners)
        if k == 3:  # the last corner of a triangle stands twice, and the edge between is none
            wx, wy, wz = (np.where(triangle, c[1], c[2]) - c[3] for c in corners)
        else:
            wx, wy, wz = (c[before] - c[k] for c in corners)
        for axis, part in enumerate((uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx)):
            out[axis] += np.bincount(faces[:, k], part, len(positions))
    size = np.sqrt((out * out).sum(axis=0))
    return np.ascontiguousarray(np.divide(out, size, out=np.zeros_like(out), where=size > 0).T, POSITION)
