"""Laying a surface with one rim flat, without overlap."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray


def unfold(
    faces: IndexArray, positions: DoubleArray, rim: npt.ArrayLike, rim_at: DoubleArray, rounds: int = 12
) -> DoubleArray:
    """Flat places of a disc of faces whose rim is given on a convex outline.

    Every inner vertex lies at a mean, with positive weights, of its neighbours, so faces come out
    convex and none overlaps another (Tutte 1963, "How to draw a graph"; Floater 1997 for weights).
    The weights are changed in a few rounds so that edges keep their lengths better (after
    Yoshizawa, Belyaev & Seidel 2004, "A fast and simple stretch-minimizing mesh parameterization").

    Parameters
    ----------
    faces : (m, 4) int32
        Of the disc; other rows of `positions` are left at 0.
    positions : (n, 3) float64, mm
    rim : (k,) int
        Rows of the rim.
    rim_at : (k, 2) float64
        Their flat places.
    rounds : int

    Returns
    -------
    (n, 2) float64
    """
    from scipy.sparse import coo_array
    from scipy.sparse.linalg import spsolve

    rim = np.asarray(rim)
    n = len(positions)
    pairs = np.sort(np.concatenate([faces[:, [i, (i + 1) % 4]] for i in range(4)]), axis=1)
    edges = np.unique(pairs[pairs[:, 0] != pairs[:, 1]], axis=0)
    size = np.maximum(np.linalg.norm(positions[edges[:, 0]] - positions[edges[:, 1]], axis=1), 1e-6)
    fixed = np.zeros(n, bool)
    fixed[rim] = True
    inner = np.setdiff1d(np.unique(faces), rim)
    number = np.full(n, -1)
    number[inner] = np.arange(len(inner))
    out = np.zeros((n, 2))
    out[rim] = rim_at
    weight = 1.0 / size
    for step in range(rounds):
        a, b = np.concatenate([edges, edges[:, ::-1]]).T
        w = np.concatenate([weight, weight])
        own = ~fixed[a]
        a, b, w = a[own], b[own], w[own]
        total = np.bincount(number[a], w, len(inner))
        free = ~fixed[b]
        matrix = coo_array((-w[free], (number[a[free]], number[b[free]])), shape=(len(inner), len(inner))).tocsc()
        matrix.setdiag(total)
        right = np.stack(
            [np.bincount(number[a[~free]], w[~free] * out[b[~free], c], len(inner)) for c in (0, 1)], axis=1
        )
        out[inner] = spsolve(matrix, right)
        if step < rounds - 1:
            flat = np.maximum(np.linalg.norm(out[edges[:, 0]] - out[edges[:, 1]], axis=1), 1e-12)
            ratio = flat / size
            weight = weight * (ratio / np.exp(np.log(ratio).mean())) ** 0.5
            weight = np.clip(weight / weight.mean(), 1e-4, 1e4)
    return out


@dataclass(frozen=True, eq=False)
class TexturePlaces:
    """Where a surface's vertices lie on a picture, of a layout cut along a seam into two halves.

    Attributes
    ----------
    uv : (n, 2) float32
        0 to 1, v upwards. The half of the sitter's left lies at u over 0.5.
    seam : (n,) bool
        Vertices that both halves share though they lie apart: the other half has them at 1 - u.
    """

    uv: FloatArray
    seam: npt.NDArray[np.bool_]

    def corners(self, faces: IndexArray) -> FloatArray:
        """Places of the corners of faces, (m, 4, 2) float32."""
        out = self.uv[faces]
        other = np.asarray((out[..., 0] < 0.5).any(axis=1))
        flip = other[:, None] & self.seam[faces]
        out[..., 0] = np.where(flip, 1.0 - out[..., 0], out[..., 0])
        return np.asarray(out, np.float32)


@dataclass(frozen=True, eq=False)
class CornerPlaces:
    """Texture coordinates as another program gave them: for each corner of each face, wherever vertices are torn.

    Attributes
    ----------
    faces : (m, 4) int32
        The faces that they belong to, told by which array that is: with others they mean nothing.
    uv : (m, 4, 2) float32
        v upwards.
    """

    faces: IndexArray
    uv: FloatArray

    @classmethod
    def in_order_of(cls, faces: IndexArray, uv: FloatArray, ordered: IndexArray) -> CornerPlaces:
        """Coordinates of the corners of `faces` for the same faces in another order."""
        place = np.empty(len(faces), np.int64)
        place[np.lexsort(ordered.T)] = np.lexsort(faces.T)
        return cls(ordered, np.ascontiguousarray(uv[place]))
