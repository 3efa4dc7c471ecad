"""Closed surfaces as bodies: their inside, and the planes that bound what several of them make together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query import _nearest_kernels
from yewfinch.core.mesh.query.inside import Inside
from yewfinch.core.mesh.query.nearest import Found, NearestTree
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.scan import inside_grid
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray


@dataclass(frozen=True, eq=False)
class Body:
    """A closed surface as a field of distances.

    Attributes
    ----------
    surface : Surface
    """

    surface: Surface

    @cached_property
    def mesh(self) -> tuple[DoubleArray, IndexArray]:
        """Positions (n, 3) mm, and triangles (m, 3) that look outwards."""
        at, triangles = self.surface.positions.astype(np.float64), self.surface.triangles()
        return at, np.ascontiguousarray(triangles[:, ::-1] if self._is_inside_out else triangles)

    @cached_property
    def _is_inside_out(self) -> bool:
        return bool(
            _nearest_kernels.six_volumes(self.surface.positions.astype(np.float64), self.surface.triangles()) < 0
        )

    @cached_property
    def normals(self) -> DoubleArray:
        """Unit normals (n, 3) of its vertices, outwards."""
        return self.surface.normals.astype(np.float64) * (-1.0 if self._is_inside_out else 1.0)

    @cached_property
    def box(self) -> DoubleArray:
        """Lowest and highest corner, (2, 3) mm."""
        return self.surface.bounds().astype(np.float64)

    @property
    def is_open(self) -> bool:
        """Whether it has a rim."""
        used = np.zeros(len(self.surface), bool)
        used[self.surface.faces.ravel()] = True
        return bool((self.surface.closed[used] == 0).any())

    @cached_property
    def _tree(self) -> NearestTree:
        return NearestTree(*self.mesh)

    @cached_property
    def _inside(self) -> Inside:
        return Inside(*self.mesh)

    def winding(self, p: DoubleArray) -> npt.NDArray[np.int32]:
        """How often it goes round points (k, 3) mm."""
        return self._inside.winding(p)

    def slopes(self, p: DoubleArray, reach: float = np.inf) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        """Signed distance (k,) mm, negative inside, its slope (k, 3), and the normal of the nearest face (k, 3).

        Beyond `reach` mm the distance is that, and the others are zero.
        """
        found = self._tree.find(p, reach=reach)
        away = np.sqrt(found.squares)
        sign = np.where(self._inside.winding(p) > 0, -1.0, 1.0)
        slope, normal = np.zeros((2, len(p), 3))
        near = np.nonzero(found.rows >= 0)[0]
        some = Found(found.squares[near], found.rows[near], found.weights[near])
        normal[near] = self._tree.normals(some.rows)
        clear = away[near] > 1e-9
        way = (p[near] - self._tree.places(some)) * (sign[near] / np.where(clear, away[near], 1.0))[:, None]
        slope[near] = np.where(clear[:, None], way, normal[near])
        return sign * away, slope, normal

    def distance(self, p: DoubleArray, reach: float = np.inf) -> DoubleArray:
        """Signed distance, (k,) mm, negative inside, `reach` at most."""
        return np.where(self._inside.winding(p) > 0, -1.0, 1.0) * np.sqrt(self._tree.find(p, reach=reach).squares)


class Skin:
    """The surface of one body alone, to lay a net on.

    Parameters
    ----------
    body : Body
    beyond : float, mm
        Triangles wholly below this in x are left out.
    """

    def __init__(self, body: Body, beyond: float = -np.inf) -> None:
        at, triangles = body.mesh
        out = at[:, 0] < beyond
        if out.any():
            triangles = triangles[~(out[triangles[:, 0]] & out[triangles[:, 1]] & out[triangles[:, 2]])]
        self._tree = NearestTree(at, triangles)
        self._last: IndexArray = np.empty(0, INDEX)

    def planes(self, p: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
        """The nearest places (k, 3) mm, and the normals of their triangles (k, 3).

        Quicker if as many points have moved a little.
        """
        found = self._tree.find(p, self._last if len(self._last) == len(p) else None)
        self._last = found.rows
        return self._tree.places(found), self._tree.normals(found.rows)


@dataclass(frozen=True, eq=False)
class Form:
    """What bodies make together: their union, less some, within others.

    Attributes
    ----------
    bodies, take, common : sequences of Body
        At least one body; what is cut out of them; only what lies within each of these stays.
    join : float
        Width over which joins are rounded, mm.
    reach : float
        Distances are told up to this, mm; more than `join`.
    """

    bodies: Sequence[Body]
    take: Sequence[Body] = ()
    common: Sequence[Body] = ()
    join: float = 0.0
    reach: float = np.inf

    @property
    def alone(self) -> Body | None:
        """The one body that is all of it, or None."""
        return self.bodies[0] if len(self.bodies) == 1 and not self.take and not self.common else None

    def distance(self, p: DoubleArray) -> DoubleArray:
        """Signed distance (k,) mm, about, negative inside; exact in sign."""
        return self._joined(p, False)[0]

    def planes(self, p: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
        """The form's planes beside points: a place of each (k, 3) mm, and its normal (k, 3)."""
        value, slope, normal = self._joined(p, True)
        steep = np.maximum((slope * slope).sum(axis=1), 0.05)
        return p - slope * (value / steep)[:, None], normal / np.maximum(
            np.linalg.norm(normal, axis=1, keepdims=True), 1e-12
        )

    def _joined(self, p: DoubleArray, sloping: bool) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        value = np.full(len(p), np.inf)
        ways = np.zeros((len(p), 6))  # slope and normal
        for body in self.bodies:
            apart = np.linalg.norm(np.maximum(np.maximum(body.box[0] - p, p - body.box[1]), 0.0), axis=1)
            rows = np.nonzero(apart < value + self.join + 1.0)[0]  # farther ones change nothing
            if len(rows):
                value[rows], ways[rows] = self._least(value[rows], ways[rows], *self._of(body, p[rows], sloping))
        value, ways = -value, -ways
        for body in self.take:
            value, ways = self._least(value, ways, *self._of(body, p, sloping))
        for body in self.common:
            other, way = self._of(body, p, sloping)
            value, ways = self._least(value, ways, -other, -way)
        return -value, -ways[:, :3], -ways[:, 3:]

    def _of(self, body: Body, p: DoubleArray, sloping: bool) -> tuple[DoubleArray, DoubleArray]:
        if not sloping:
            return body.distance(p, self.reach), np.zeros((len(p), 6))
        value, slope, normal = body.slopes(p, self.reach)
        return value, np.concatenate([slope, normal], axis=1)

    def _least(
        self, a: DoubleArray, one: DoubleArray, b: DoubleArray, two: DoubleArray
    ) -> tuple[DoubleArray, DoubleArray]:
        """The lesser of two values with what comes with it; rounded by a polynomial over `join`."""
        if self.join > 0:
            gap = np.where(np.isfinite(a), np.abs(a - b), np.inf)
            h = np.maximum(self.join - gap, 0.0) / self.join
        else:
            h = np.zeros(len(a))
        share = np.where(a <= b, 1.0 - h / 2, h / 2)[:, None]
        return np.minimum(a, b) - h * h * (self.join / 4), share * one + (1.0 - share) * two

    def solid(self, low: DoubleArray, cell: float, shape: tuple[int, int, int]) -> ByteArray:
        """Inside or not for the points of a grid (x, y, z), 1 or 0."""

        def grid(body: Body) -> ByteArray:
            return inside_grid(*body.mesh, low, cell, shape)

        out = grid(self.bodies[0])
        for body in self.bodies[1:]:
            out |= grid(body)
        for body in self.take:
            out &= 1 - grid(body)
        for body in self.common:
            out &= grid(body)
        return out

    def meeting(self, p: DoubleArray) -> npt.NDArray[np.bool_]:
        """Which points (k, 3) mm lie so near to the boxes of two bodies that the join may be rounded there."""
        near = np.zeros(len(p), np.int64)
        for body in (*self.bodies, *self.take, *self.common):
            near += ((p > body.box[0] - 1.25 * self.join) & (p < body.box[1] + 1.25 * self.join)).all(axis=1)
        return np.asarray(near > 1)
