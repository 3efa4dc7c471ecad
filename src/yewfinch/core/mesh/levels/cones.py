"""Which way the leaves of a surface face, so that those that look away need not be drawn."""

from __future__ import annotations

from functools import cached_property

import numpy as np

from yewfinch.core.mesh.levels import _coarse_kernels as kernels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import compiler, warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Faces may lean from the normals of their vertices by so much, degrees.
_ROOM = 12.0


class LeafCones:
    """The mean normal of each leaf, and how far its normals lean from it.

    Parameters
    ----------
    surface : Surface
    at_once : bool
        Else nothing is known, and nothing looks away, before `look`.

    Attributes
    ----------
    axis : (k, 3) float64
        Unit, of each leaf.
    lean : (k,) float64, radians

    References
    ----------
    Shirman & Abi-Ezzi 1993, "The cone of normals technique for fast processing of curved patches".
    """

    def __init__(self, surface: Surface, *, at_once: bool = True) -> None:
        self.surface = surface
        self._known = False
        self.axis: DoubleArray = np.zeros((surface.leaf_count, 3))
        self.lean: DoubleArray = np.full(surface.leaf_count, np.pi)
        if at_once:
            self.look()

    @cached_property
    def closed(self) -> bool:
        """The surface has no rim and looks outwards, so nobody sees its faces from behind."""
        surface = self.surface
        used = surface.ring_at[1:] > surface.ring_at[:-1]
        return bool(surface.closed[used].all()) and bool(kernels.enclosed(surface.positions, surface.faces) > 0.0)

    def look(self) -> None:
        """Look at all leaves, unless that has been done."""
        if not self._known:
            self._known = True
            self.update(np.arange(self.surface.leaf_count, dtype=INDEX))

    def update(self, leaves: IndexArray) -> None:
        """Look again at leaves whose normals changed."""
        if not self._known:
            return
        kernels.cones(
            np.asarray(leaves, INDEX),
            self.surface.normals,
            self.surface.faces,
            self.surface.face_start,
            self.axis,
            self.lean,
        )

    def in_sight(
        self, planes: DoubleArray, eye: DoubleArray, forward: DoubleArray, flat: bool, whole: bool
    ) -> np.ndarray:
        """Leaves that may be seen.

        Parameters
        ----------
        planes : (k, 4) float64
            Of the sides of a view: inside where x, y, z, 1 times each is not below 0.
        eye, forward : (3,) float64
            Place, mm, and direction of the view; the place does not matter if it is `flat`.
        flat : bool
        whole : bool
            Nothing of the clay is cut away or hidden: if it is closed, leaves all of whose faces look away are not
            seen.

        Returns
        -------
        (leaves,) bool
        """
        if compiler.does_without(len(self.surface)):
            return np.ones(self.surface.leaf_count, np.bool_)
        return kernels.in_sight(
            self.surface.leaf_lo,
            self.surface.leaf_hi,
            planes,
            self.axis,
            self.lean,
            np.radians(_ROOM),
            whole and self.closed,
            eye,
            forward,
            flat,
        )


def _warm() -> None:
    triangle, faces = np.eye(3, dtype=np.float32), np.array([[0, 1, 2, 2]], INDEX)
    kernels.cones(np.zeros(1, INDEX), triangle, faces, np.array([0, 1], INDEX), np.zeros((1, 3)), np.zeros(1))
    kernels.enclosed(triangle, faces)
    kernels.in_sight(
        triangle[:1],
        triangle[:1],
        np.ones((6, 4)),
        np.zeros((1, 3)),
        np.zeros(1),
        0.1,
        True,
        np.zeros(3),
        np.zeros(3),
        False,
    )


warmup.register("cones of leaves", _warm)
