"""Number vertices in face order along a space-filling curve, so that leaves are compact."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface import _surface_kernels
from yewfinch.core.shared.arrays import INDEX, FloatArray, IndexArray


def in_face_order(positions: FloatArray, faces: IndexArray) -> tuple[IndexArray, IndexArray]:
    """Order faces along a Z-order curve and number vertices by first use.

    Parameters
    ----------
    positions : (n, 3) float32
    faces : (m, 4) int32

    Returns
    -------
    new_faces : (m, 4) int32
        Faces in the new order with the new numbers.
    old_of_new : (n,) int32
        For each new row, the old one: ``positions[old_of_new]`` is the new order.

    Notes
    -----
    Portraits rely on base heads coming out in the same order at every start: change nothing of it.

    References
    ----------
    Morton 1966, "A computer oriented geodetic data base".
    """
    faces = np.ascontiguousarray(faces, INDEX)
    centres = _surface_kernels.middles(np.ascontiguousarray(positions), faces)
    box = _surface_kernels.extremes(centres)
    lo = box[0].astype(np.float64)
    extent = float(max((box[1] - lo).max(), 1e-9))
    codes = _surface_kernels.morton(centres, lo, 2097151.0 / extent)
    faces = faces[_surface_kernels.code_order(codes)]
    new_of_old = _surface_kernels.relabel(faces, len(positions))
    old_of_new = np.empty(len(positions), INDEX)
    old_of_new[new_of_old] = np.arange(len(positions), dtype=INDEX)
    return np.take(new_of_old, faces), old_of_new


def rows_in(some: IndexArray, others: IndexArray) -> IndexArray | None:
    """In which row of others each of the same faces, (m, 4), stands, (m,); None if they are not the same ones."""
    if some.shape != others.shape:
        return None
    if np.array_equal(some, others):
        return np.arange(len(some), dtype=INDEX)
    a, b = np.lexsort(some.T), np.lexsort(others.T)
    if not np.array_equal(some[a], others[b]):
        return None
    out = np.empty(len(some), INDEX)
    out[a] = b
    return out
