"""Vertices of a net drawn onto the ridges and corners of the form it was made from."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.holes import half_edges
from yewfinch.core.reshape.quad_net import Field
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray

#: A ridge is where the form's planes round a vertex stand apart by more, degrees.
SHARP = 60.0
#: How much a vertex is held where it is, against one plane; how far it goes at most, in edges.
_HELD, _FARTHEST = 0.03, 0.75
#: Slopes of the field are taken over this, in edges.
_STEP = 0.02


def sharpened(positions: FloatArray, faces: IndexArray, field: Field, edge: float) -> tuple[FloatArray, IndexArray]:
    """Move vertices near outward ridges onto them, and cut quads along these.

    Parameters
    ----------
    positions : (n, 3) float32, mm
        On the form, all but for its ridges.
    faces : (m, 4) int32
    field : Field
        Signed distance from the form, mm.
    edge : float, mm
        Length of the net's edges, about.

    Returns
    -------
    (n, 3) float32, mm
    (m, 4) int32
        The same quads, some beginning with another corner: they are cut from the first to the third.

    Notes
    -----
    The point nearest to the planes of the form at the vertex and half way to its neighbours (Ju, Losasso, Schaefer
    & Warren 2002, "Dual contouring of Hermite data"), where these differ; a move that would turn a face over is left out.
    """
    at = positions.astype(np.float64)
    _, start, end = half_edges(faces)
    once = start < end
    a, b = start[once], end[once]
    middle = (at[a] + at[b]) / 2
    spots, normals = _planes(np.concatenate([at, middle]), field, _STEP * edge)
    n = len(at)
    # rows of planes for each vertex: its own, and that of each of its edges
    owner = np.concatenate([np.arange(n), a, b])
    row = np.concatenate([np.arange(n), n + np.arange(len(a)), n + np.arange(len(a))])
    mean = np.zeros((n, 3))
    np.add.at(mean, owner, normals[row])
    mean /= np.maximum(np.linalg.norm(mean, axis=1, keepdims=True), 1e-12)
    spread = np.ones(n)
    np.minimum.at(spread, owner, (normals[row] * mean[owner]).sum(axis=1))
    sharp = spread < np.cos(np.radians(SHARP / 2))
    if not sharp.any():
        return positions, faces
    some = sharp[owner]
    owner, row = owner[some], row[some]
    square = np.zeros((n, 3, 3))
    right = np.zeros((n, 3))
    plane = normals[row]
    np.add.at(square, owner, plane[:, :, None] * plane[:, None, :])
    np.add.at(right, owner, plane * (plane * (spots[row] - at[owner])).sum(axis=1)[:, None])
    rows = np.nonzero(sharp)[0]
    step = np.linalg.solve(square[rows] + _HELD * np.eye(3), right[rows][:, :, None])[:, :, 0]
    step[(step * mean[rows]).sum(axis=1) <= 0.0] = 0.0  # hollow joins stay as soft as they came
    size = np.linalg.norm(step, axis=1, keepdims=True)
    step *= np.minimum(1.0, _FARTHEST * edge / np.maximum(size, 1e-12))
    out = at.copy()
    out[rows] += step
    for _ in range(4):
        over = _turned(at, out, faces)
        if not over.any():
            break
        back = np.unique(faces[over])
        out[back] = at[back]
    near = np.nonzero(sharp[faces].any(axis=1))[0]
    quads = faces[near]
    gaps = [np.abs(field((out[quads[:, i]] + out[quads[:, i + 2]]) / 2)) for i in (0, 1)]
    turn = gaps[1] < gaps[0] - 1e-9
    cut = faces.copy()
    cut[near[turn]] = np.roll(quads[turn], -1, axis=1)
    return out.astype(np.float32), cut


def _planes(points: DoubleArray, field: Field, step: float) -> tuple[DoubleArray, DoubleArray]:
    """The form's planes beside points: a place of each, and its normal."""
    slopes = np.stack([(field(points + way) - field(points - way)) / (2 * step) for way in np.eye(3) * step], axis=1)
    size = np.linalg.norm(slopes, axis=1, keepdims=True)
    normals = slopes / np.maximum(size, 1e-9)
    return points - field(points)[:, None] * normals, normals


def _turned(old: DoubleArray, new: DoubleArray, faces: IndexArray) -> np.ndarray:
    """Faces that look more than a right angle away from where they did, or have lost nearly all of their area."""
    was, now = (np.cross(p[faces[:, 2]] - p[faces[:, 0]], p[faces[:, 3]] - p[faces[:, 1]]) for p in (old, new))
    dot = (was * now).sum(axis=1)
    return np.asarray(dot < 0.1 * (was * was).sum(axis=1))
