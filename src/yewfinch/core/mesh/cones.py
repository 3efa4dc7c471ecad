"""Which way the leaves of a surface face, so that those that look away need not be drawn."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh import _coarse_kernels as kernels
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Faces may lean from the normals of their vertices by so much, degrees.
_ROOM = 12.0


class LeafCones:
    """The mean normal of each leaf, and how far its normals lean from it.

    Attributes
    ----------
    axis : (k, 3) float64
        Unit, of each leaf.
    lean : (k,) float64, radians
    closed : bool
        The surface has no rim and looks outwards, so nobody sees its faces from behind.

    References
    ----------
    Shirman & Abi-Ezzi 1993, "The cone of normals technique for fast processing of curved patches".
    """

    def __init__(self, surface: Surface) -> None:
        self.surface = surface
        self.axis: DoubleArray = np.zeros((surface.leaf_count, 3))
        self.lean: DoubleArray = np.full(surface.leaf_count, np.pi)
        used = surface.ring_at[1:] > surface.ring_at[:-1]
        self.closed = bool(surface.closed[used].all()) and kernels.enclosed(surface.positions, surface.faces) > 0.0
        self.update(np.arange(surface.leaf_count, dtype=INDEX))

    def update(self, leaves: IndexArray) -> None:
        """Look again at leaves whose normals changed."""
        kernels.cones(np.asarray(leaves, INDEX), self.surface.normals, self.surface.faces, self.surface.face_start, self.axis, self.lean)

    def turned_away(self, eye: DoubleArray, forward: DoubleArray, flat: bool) -> np.ndarray:
        """Leaves (k,) bool all of whose faces look away from an eye at a place, mm, or along `forward` if the view is flat."""
        if not self.closed:
            return np.zeros(len(self.lean), bool)
        lo, hi = self.surface.leaf_lo.astype(np.float64), self.surface.leaf_hi.astype(np.float64)
        if flat:
            way, spread = np.broadcast_to(forward, lo.shape), np.zeros(len(lo))
        else:
            way = (lo + hi) / 2 - eye
            away = np.maximum(np.linalg.norm(way, axis=1), 1e-9)
            radius = np.linalg.norm(hi - lo, axis=1) / 2
            spread = np.arcsin(np.minimum(radius / away, 1.0))
            way = way / away[:, None]
        room = self.lean + spread + np.radians(_ROOM)
        return np.asarray((room < np.pi / 2) & ((self.axis * way).sum(axis=1) > np.sin(np.minimum(room, np.pi / 2))))


def _warm() -> None:
    triangle, faces = np.eye(3, dtype=np.float32), np.array([[0, 1, 2, 2]], INDEX)
    kernels.cones(np.zeros(1, INDEX), triangle, faces, np.array([0, 1], INDEX), np.zeros((1, 3)), np.zeros(1))
    kernels.enclosed(triangle, faces)


warmup.register("cones of leaves", _warm)
