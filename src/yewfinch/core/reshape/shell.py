"""A closed shell over a part of a surface: a lid, a cap of hair, a collar."""

from __future__ import annotations

from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.holes import half_edges
from yewfinch.core.mesh.orientation import turned_round
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError

#: On which side of the surface the shell lies.
Where = Literal["outward", "inward", "both"]
#: Thickness on offer, mm.
THINNEST, THICKEST = 0.1, 60.0
#: The rim's line is smoothed so often; its round stands off by this part of the thickness.
_ROUNDS, _ROUND = 4, 0.3


def chosen_faces(surface: Surface) -> npt.NDArray[np.bool_]:
    """Faces of which at least half is masked, (m,) bool."""
    return np.asarray(surface.mask[surface.faces, 0].astype(np.float32).mean(axis=1) >= 127.5)


def shell(surface: Surface, thickness: float, where: Where = "outward") -> tuple[DoubleArray, IndexArray, npt.NDArray[np.int64]]:
    """A closed body over the masked part of a surface, its rim rounded.

    Parameters
    ----------
    surface : Surface
    thickness : float, mm
    where : {"outward", "inward", "both"}

    Returns
    -------
    (n, 3) float64, mm
    (m, 4) int32
    (n,) int64
        The row of the surface from which each vertex comes.

    Raises
    ------
    YewfinchError
        If nothing is masked or the thickness makes no sense.
    """
    if not (np.isfinite(thickness) and THINNEST <= thickness <= THICKEST):
        raise YewfinchError(f"A shell cannot be {thickness:g} mm thick; {THINNEST:g} to {THICKEST:g} mm make sense.")
    faces = surface.faces[chosen_faces(surface)].astype(np.int64)
    if not len(faces):
        raise YewfinchError("Nothing is masked. Paint with Mask (Q) where the shell is to be.")
    rows, faces = _apart(faces)
    at = surface.positions[rows].astype(np.float64)
    _, start, end = half_edges(faces.astype(INDEX))
    n = len(rows)
    free = ~np.isin(end * n + start, start * n + end)
    a, b = start[free], end[free]
    at = _smooth_rim(at, a, b)
    normals = surface.normals[rows].astype(np.float64)
    out, under = {"outward": (1.0, 0.0), "inward": (0.0, 1.0), "both": (0.5, 0.5)}[where]
    outer, inner = at + normals * thickness * out, at - normals * thickness * under
    back = turned_round(faces)
    if not len(a):  # all of it is masked: two bodies, one in the other
        return np.concatenate([outer, inner]), np.concatenate([faces, back + n]).astype(INDEX), np.concatenate([rows, rows])
    rim = np.unique(a)
    way = np.zeros((n, 3))
    np.add.at(way, a, np.cross(at[b] - at[a], normals[a]))
    np.add.at(way, b, np.cross(at[b] - at[a], normals[b]))
    way = way[rim] / np.maximum(np.linalg.norm(way[rim], axis=1, keepdims=True), 1e-12)
    middle = (outer[rim] + inner[rim]) / 2 + way * _ROUND * thickness
    number = np.full(n, -1)
    number[rim] = 2 * n + np.arange(len(rim))
    upper = np.stack([b, a, number[a], number[b]], axis=1)
    lower = np.stack([number[b], number[a], n + a, n + b], axis=1)
    return (
        np.concatenate([outer, inner, middle]), np.concatenate([faces, back + n, upper, lower]).astype(INDEX),
        np.concatenate([rows, rows, rows[rim]]),
    )  # fmt: skip


def _apart(faces: npt.NDArray[np.int64]) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64]]:
    """Rows that are used, and faces on them; where parts touch in one vertex only, it is doubled."""
    from yewfinch.core.mesh.mend import mended

    rows, local = np.unique(faces, return_inverse=True)
    local = local.reshape(faces.shape)
    made = mended(np.stack([rows, np.arange(len(rows)), np.zeros(len(rows))], axis=1), local, weld=0.0, speck=0.0, longest=0)
    return rows[made.origin], made.faces.astype(np.int64)


def _smooth_rim(at: DoubleArray, a: npt.NDArray[np.int64], b: npt.NDArray[np.int64]) -> DoubleArray:
    """Rim vertices drawn to the mean of their neighbours along the rim."""
    out = at.copy()
    count = np.bincount(np.r_[a, b], minlength=len(at))[:, None]
    rim = np.unique(np.r_[a, b])
    for _ in range(_ROUNDS):
        total = np.zeros_like(out)
        np.add.at(total, a, out[b])
        np.add.at(total, b, out[a])
        out[rim] = 0.5 * out[rim] + 0.5 * (total[rim] / count[rim])
    return out
