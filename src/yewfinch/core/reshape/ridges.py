"""Vertices of a net drawn onto the ridges and corners of the form it was made from."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import numpy as np

from yewfinch.core.reshape import _ridges_kernels as kernels
from yewfinch.core.reshape.grid_net import Net
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: A form's planes beside points (k, 3) mm: a place of each, and its normal.
Planes = Callable[[DoubleArray], tuple[DoubleArray, DoubleArray]]

#: A ridge is where the form's planes round a vertex stand apart by more, degrees.
SHARP = 60.0
#: Neighbours whose normals stand apart by more are looked at, degrees.
_DOUBTFUL = 35.0
#: How much a vertex is held where it is, against one plane; how far it goes at most, in edges.
_HELD, _FARTHEST = 0.03, 0.75


def sharpened(net: Net, at: DoubleArray, normals: DoubleArray, planes: Planes, edge: float) -> tuple[DoubleArray, Net]:
    """Move vertices near outward ridges onto them, and cut quads along these.

    Parameters
    ----------
    net : Net
    at : (n, 3) float64, mm
        Its vertices, on the form, all but for the ridges.
    normals : (n, 3) float64
        The form's, beside them.
    planes : Planes
    edge : float, mm
        Length of the net's edges, about.

    Returns
    -------
    (n, 3) float64, mm
    Net
        The same, some quads beginning with another corner: they are cut from the first to the third.

    Notes
    -----
    The point nearest to the planes of the form at the vertex and half way to its neighbours (Ju, Losasso, Schaefer
    & Warren 2002, "Dual contouring of Hermite data"), where these differ; a move that would turn a face over is left
    out.
    """
    rows = np.nonzero(kernels.doubtful(net.beside, normals, np.cos(np.radians(_DOUBTFUL))))[0]
    if len(rows) == 0:
        return at, net
    # planes for each of these rows: its own, and that half way to each neighbour
    one, way = np.nonzero(net.beside[rows] >= 0)
    other = at[net.beside[rows[one], way]]
    other[(rows[one] < net.middle) & (way == 0), 0] *= -1.0  # the neighbour's image
    owner = np.concatenate([np.arange(len(rows)), one])
    points = np.concatenate([at[rows], (at[rows[one]] + other) / 2])
    foot, plane = planes(points)
    mean, spread, square, right = kernels.gathered(owner, len(rows), at[rows], foot, plane)
    sharp = spread < np.cos(np.radians(SHARP / 2))
    if not sharp.any():
        return at, net
    step = np.linalg.solve(square[sharp] + _HELD * np.eye(3), right[sharp][:, :, None])[:, :, 0]
    step[(step * mean[sharp]).sum(axis=1) <= 0.0] = 0.0  # hollow joins stay as soft as they came
    step *= np.minimum(1.0, _FARTHEST * edge / np.maximum(np.linalg.norm(step, axis=1, keepdims=True), 1e-12))
    moved = np.zeros(len(at), bool)
    moved[rows[sharp]] = True
    out = at.copy()
    out[rows[sharp]] += step
    out[: net.middle, 0] = np.where(moved[: net.middle], 0.0, out[: net.middle, 0])
    near = np.nonzero(moved[net.faces].any(axis=1))[0]
    quads = net.faces[near]
    for _ in range(4):
        over = _turned(at, out, quads)
        if not over.any():
            break
        back = np.unique(quads[over])
        out[back] = at[back]
    middles = np.concatenate([(out[quads[:, i]] + out[quads[:, i + 2]]) / 2 for i in (0, 1)])
    gaps = np.linalg.norm(middles - planes(middles)[0], axis=1).reshape(2, -1)
    turn = gaps[1] < gaps[0] - 1e-9
    cut = net.faces.copy()
    cut[near[turn]] = np.roll(quads[turn], -1, axis=1)
    return out, replace(net, faces=cut)


def _turned(old: DoubleArray, new: DoubleArray, faces: IndexArray) -> np.ndarray:
    """Faces that look more than a right angle away from where they did, or have lost nearly all of their area."""
    was, now = (np.cross(p[faces[:, 2]] - p[faces[:, 0]], p[faces[:, 3]] - p[faces[:, 1]]) for p in (old, new))
    dot = (was * now).sum(axis=1)
    return np.asarray(dot < 0.1 * (was * was).sum(axis=1))
