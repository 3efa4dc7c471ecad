"""Places of clay that lie nearest to those of a head that is being laid on it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.nearest import Found, NearestTree
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError


@dataclass(frozen=True, eq=False)
class Similarity:
    """How clay stands: clay = scale * turn @ head + shift.

    Attributes
    ----------
    turn : (3, 3) float64
    scale : float
    shift : (3,) float64, mm
    """

    turn: DoubleArray
    scale: float
    shift: DoubleArray

    def to_clay(self, points: DoubleArray) -> DoubleArray:
        """Points (n, 3) mm of the head's frame in the clay's."""
        return np.asarray(self.scale * points @ self.turn.T + self.shift)

    def to_head(self, points: DoubleArray) -> DoubleArray:
        """Points (n, 3) mm of the clay in the head's frame."""
        return np.asarray((points - self.shift) @ self.turn / self.scale)

    @property
    def lean(self) -> float:
        """By how many degrees it is turned, about whatever axis."""
        return float(np.degrees(np.arccos(np.clip((np.trace(self.turn) - 1.0) / 2.0, -1.0, 1.0))))

    def after(self, turn: DoubleArray, scale: float, shift: DoubleArray) -> Similarity:
        """The same after the head's own frame was moved by another one first."""
        return Similarity(self.turn @ turn, self.scale * scale, self.scale * self.turn @ shift + self.shift)


@dataclass(frozen=True, eq=False)
class Pairs:
    """Nearest places of the clay.

    Attributes
    ----------
    at : (n, 3) float64, mm
        In the head's frame.
    normals : (n, 3) float64
    gap : (n,) float64, mm
        Distance, in the head's frame.
    facing : (n,) float64
        Cosine between the two normals; -1 on a rim of open clay.
    """

    at: DoubleArray
    normals: DoubleArray
    gap: DoubleArray
    facing: DoubleArray


class ClayPlaces:
    """Looks for the nearest places of one piece of clay.

    Parameters
    ----------
    positions : (n, 3) float, mm
    triangles : (m, 3) int

    Raises
    ------
    BadSurfaceError
        If there is no triangle.
    """

    def __init__(self, positions: npt.ArrayLike, triangles: IndexArray) -> None:
        self.positions = np.ascontiguousarray(positions, np.float64)
        if not np.isfinite(self.positions).all():
            raise BadSurfaceError("some of its vertices are nowhere")
        self._tree = NearestTree(self.positions, triangles)
        self._rim = _rim(triangles, len(self.positions))
        self._hints: IndexArray | None = None

    def near(self, points: DoubleArray, normals: DoubleArray, pose: Similarity) -> Pairs:
        """The nearest places to points (n, 3) mm of the head's frame that look along normals (n, 3)."""
        hints = self._hints if self._hints is not None and len(self._hints) == len(points) else None
        found = self._tree.find(pose.to_clay(points), hints)
        self._hints = found.rows
        at = pose.to_head(self._tree.places(found))
        own = self._tree.normals(found.rows) @ pose.turn
        facing = np.einsum("nk,nk->n", own, normals)
        facing[self._on_rim(found)] = -1.0
        return Pairs(at, own, np.sqrt(found.squares) / pose.scale, facing)

    def _on_rim(self, found: Found) -> npt.NDArray[np.bool_]:
        corners = self._tree.corners[found.rows]
        s, t = found.weights.T
        share = np.stack([1.0 - s - t, s, t], axis=1)
        # on an edge or at a corner of which all is rim
        return np.asarray(((share < 1e-6) | self._rim[corners]).all(axis=1) & (share < 1e-6).any(axis=1))


def _rim(triangles: IndexArray, count: int) -> npt.NDArray[np.bool_]:
    a, b = triangles.ravel().astype(np.int64), np.roll(triangles, -1, axis=1).ravel().astype(np.int64)
    low, high = np.minimum(a, b), np.maximum(a, b)
    keys, times = np.unique(low * count + high, return_counts=True)
    open_ = keys[times == 1]
    out = np.zeros(count, bool)
    out[open_ // count] = True
    out[open_ % count] = True
    return out


def normals_of(positions: DoubleArray, faces: IndexArray) -> DoubleArray:
    """Unit normals of vertices (n, 3) of faces (m, 4) or (m, 3), weighted by area."""
    a, b = positions[faces[:, 2]] - positions[faces[:, 0]], positions[faces[:, -1]] - positions[faces[:, 1]]
    if faces.shape[1] == 3:
        a, b = positions[faces[:, 1]] - positions[faces[:, 0]], positions[faces[:, 2]] - positions[faces[:, 0]]
    across = np.cross(a, b)
    out = np.empty_like(positions)
    for axis in range(3):
        out[:, axis] = np.bincount(faces.ravel(), np.repeat(across[:, axis], faces.shape[1]), len(positions))
    return np.asarray(out / np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-12))
