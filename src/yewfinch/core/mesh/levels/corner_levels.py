"""Texture places of face corners while clay steps between its detail levels: linear within faces, nothing is lost."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.levels.halfedges import Net, Rise
from yewfinch.core.mesh.surface.order import rows_in
from yewfinch.core.shared.arrays import FloatArray, IndexArray


def quartered(uv: FloatArray, faces: IndexArray) -> FloatArray:
    """Places of the corners of the quads at each corner of faces, (m, 4, 4, 2).

    Parameters
    ----------
    uv : (m, 4, 2) float32
    faces : (m, 4) int32
        A triangle repeats its third index: its last quad means nothing.
    """
    triangle = (faces[:, 2] == faces[:, 3])[:, None, None]
    after = np.roll(uv, -1, axis=1)
    before = np.roll(uv, 1, axis=1)
    three = uv[:, :3]
    after = np.where(triangle, np.concatenate([np.roll(three, -1, axis=1), uv[:, 3:]], axis=1), after)
    before = np.where(triangle, np.concatenate([np.roll(three, 1, axis=1), uv[:, 3:]], axis=1), before)
    middle = np.where(triangle, three.mean(axis=1, keepdims=True), uv.mean(axis=1, keepdims=True))
    return np.stack([uv, 0.5 * (uv + after), np.broadcast_to(middle, uv.shape), 0.5 * (before + uv)], axis=2)


def up(uv: FloatArray, coarse: IndexArray, fine: IndexArray, net: Net, rise: Rise) -> FloatArray:
    """Places on the next finer level, (m', 4, 2) float32.

    Parameters
    ----------
    uv : (m, 4, 2) float32
    coarse, fine : (m, 4) and (m', 4) int32
        Faces of both levels.
    net, rise : Net, Rise
        Of the coarser level.

    Raises
    ------
    ValueError
        If they do not belong together.
    """
    start, face, corner = _origin(coarse, fine, net, rise)
    own = quartered(uv, coarse)[face, corner]
    turn = (np.arange(4)[None] - start[:, None]) % 4
    return np.ascontiguousarray(own[np.arange(len(fine))[:, None], turn], np.float32)


def down(uv: FloatArray, coarse: IndexArray, fine: IndexArray, net: Net, rise: Rise) -> FloatArray:
    """Places on the next coarser level, (m, 4, 2) float32, of those on the finer one, (m', 4, 2); see `up`."""
    start, face, corner = _origin(coarse, fine, net, rise)
    out = np.empty((len(coarse), 4, 2), np.float32)
    out[face, corner] = uv[np.arange(len(fine)), start]
    triangle = coarse[:, 2] == coarse[:, 3]
    out[triangle, 3] = out[triangle, 2]
    return out


def _origin(
    coarse: IndexArray, fine: IndexArray, net: Net, rise: Rise
) -> tuple[npt.NDArray[np.intp], npt.NDArray[np.intp], npt.NDArray[np.intp]]:
    """Where each finer face begins at a coarse vertex, the coarse face that it lies on, and at which of its corners."""
    vertex, within = np.full(rise.size, -1, np.int64), np.full(rise.size, -1, np.int64)
    vertex[rise.vertices] = np.arange(len(rise.vertices))
    rows = rows_in(net.faces, coarse)
    if rows is None:
        raise ValueError("these levels do not belong together")
    within[rise.faces] = rows
    at = vertex[fine]
    start = np.argmax(at >= 0, axis=1)
    face = within[fine].max(axis=1)
    mine = at[np.arange(len(fine)), start]
    return start, face, np.argmax(coarse[face] == mine[:, None], axis=1)
