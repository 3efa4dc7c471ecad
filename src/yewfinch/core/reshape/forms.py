"""A body as a list of simple forms joined one after the other, evaluated in one go.

The same joints as in `field_shapes` (smooth union, carving, grooves), written down as data so that
a list of a hundred forms costs each point only those near it. All lengths in mm.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _forms_kernels as kernels
from yewfinch.core.reshape.field_shapes import spline
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray

Point = npt.ArrayLike
#: Several points, (k, 3) mm: an array, or a list of tuples and arrays.
Points = Any
_ADD, _CARVE, _DENT, _KEEP, _UNITE = 0.0, 1.0, 2.0, 3.0, 4.0


@dataclass
class Forms:
    """Forms in the order in which they are joined.

    Attributes
    ----------
    soft : float
        Rounds |x| at the midline by about this many mm, so that both sides meet without a ridge;
        0 takes x as it is.
    """

    soft: float = 0.5
    _rows: list[npt.NDArray[np.float64]] = field(default_factory=list)
    _made: tuple[DoubleArray, DoubleArray] | None = None

    def body(
        self,
        centre: Point,
        radii: Point,
        width: float,
        turn: npt.ArrayLike | None = None,
        *,
        power: float = 2.0,
        carve: bool = False,
    ) -> Forms:
        """Join an ellipsoid, or with `power` above 2 a squarer body, with `width` mm of fillet.

        `turn` is a (3, 3) rotation whose rows are its own axes. With `carve` it is taken away.
        """
        row = np.zeros(25)
        row[0:4] = 0.0, _CARVE if carve else _ADD, width, 0.0
        row[5:8], row[8] = centre, float(np.max(radii)) * (1.0 if power == 2.0 else 1.35)
        row[9:12], row[12:15] = centre, radii
        row[15:24] = np.eye(3).ravel() if turn is None else np.asarray(turn, float).ravel()
        row[24] = power
        self._rows.append(row)
        return self

    def muscle(
        self, a: Point, b: Point, thick: float, broad: float, width: float, across: Point, *, over: float = 1.08
    ) -> Forms:
        """Join a spindle from `a` to `b`: `broad` mm to either side along `across`, `thick` the other way."""
        a, b = np.asarray(a, float), np.asarray(b, float)
        along = (b - a) / np.linalg.norm(b - a)
        side = np.asarray(across, float) - along * float(np.dot(across, along))
        side /= np.linalg.norm(side)
        turn = np.stack([side, along, np.cross(side, along)])
        half = float(np.linalg.norm(b - a)) / 2 * over
        return self.body((a + b) / 2, (broad, half, thick), width, turn)

    def rods(self, points: Points, radii: Sequence[float], width: float) -> Forms:
        """Join rods with round ends through `points`."""
        return self._chain(points, radii, _ADD, width, 0.0)

    def bent(self, points: Points, radii: Sequence[float], width: float, steps: int = 4) -> Forms:
        """Join a rod along a spline through `points`, without corners."""
        dense = spline(points, radii, steps)
        return self.rods(list(dense[:, :3]), list(dense[:, 3]), width)

    def groove(self, points: Points, depth: float, width: float, radius: float = 0.3, steps: int = 4) -> Forms:
        """Press a groove along a spline; a negative depth raises a ridge."""
        dense = spline(points, [radius] * len(points), steps)
        return self._chain(list(dense[:, :3]), list(dense[:, 3]), _DENT, width, depth)

    def _chain(self, points: Points, radii: Sequence[float], way: float, width: float, depth: float) -> Forms:
        for i in range(len(points) - 1):
            a, b = np.asarray(points[i], float), np.asarray(points[i + 1], float)
            row = np.zeros(25)
            row[0:5] = 1.0, way, width, depth, float(i < len(points) - 2)
            row[5:8], row[8] = (a + b) / 2, np.linalg.norm(b - a) / 2 + max(radii[i], radii[i + 1])
            row[9:12], row[12], row[13:16], row[16] = a, radii[i], b, radii[i + 1]
            self._rows.append(row)
        return self

    def add(self, other: Forms) -> Forms:
        """Go on with the forms of another list."""
        self._rows += [row.copy() for row in other._rows]
        return self

    def join(self, other: Forms, width: float) -> Forms:
        """Join a body that another list makes, with `width` mm of fillet.

        Its own joints stay as they are; both come together once it is whole.
        """
        mark = np.zeros(25)
        mark[1], mark[2] = _KEEP, 0.0
        whole = np.zeros(25)
        whole[1], whole[2] = _UNITE, width
        self._rows += [mark, *(row.copy() for row in other._rows), whole]
        return self

    def _flat(self) -> tuple[DoubleArray, DoubleArray]:
        """The list as the kernels read it: groups (g, 9) and rows (n, 25), kept until it grows."""
        if self._made is None or len(self._made[1]) != len(self._rows):
            rows = np.array(self._rows)
            groups, first = [], 0
            for i, row in enumerate(rows):
                if row[4] > 0:
                    continue
                own = rows[first : i + 1]
                middle = (own[:, 5:8].min(axis=0) + own[:, 5:8].max(axis=0)) / 2
                radius = float((np.linalg.norm(own[:, 5:8] - middle, axis=1) + own[:, 8]).max())
                groups.append([*middle, radius, row[1], row[2], row[3], first, i + 1])
                first = i + 1
            self._made = np.array(groups), rows
        return self._made

    def distance(self, points: npt.ArrayLike) -> DoubleArray:
        """Signed distance of (k, 3) points, (k,) mm, negative inside."""
        return np.asarray(kernels.distances(_points(points), *self._flat(), self.soft))

    def onto(self, points: npt.ArrayLike, steps: int = 3, most: float = 6.0) -> DoubleArray:
        """Points (k, 3) moved onto the surface along its gradient, by `most` mm a step."""
        return np.asarray(kernels.projected(_points(points), *self._flat(), self.soft, steps, most))

    def outward(self, starts: npt.ArrayLike, ways: npt.ArrayLike, longest: float = 400.0) -> DoubleArray:
        """Where rays from points (k, 3) inside along unit `ways` leave the form.

        References
        ----------
        Hart 1996, "Sphere tracing".
        """
        return np.asarray(kernels.marched(_points(starts), _points(ways), *self._flat(), self.soft, longest))


def _points(points: npt.ArrayLike) -> DoubleArray:
    return np.ascontiguousarray(points, np.float64)


def _warm() -> None:
    one = Forms().body((0, 0, 0), (1, 1, 1), 1.0)
    one.distance(np.zeros((1, 3)))
    one.onto(np.zeros((1, 3)))
    one.outward(np.zeros((1, 3)), np.eye(3)[:1])


warmup.register("the base body's forms", _warm)
