"""The neck's girth and length: how they are measured on a head, and how it is drawn out to meet them.

Girth is taken as ANSUR II takes it: round the neck just below the bulge of the larynx, square to its
axis. Length goes from the cervical point to the pit of the neck, straight.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: The plane of the girth on the plain head: a point, and its normal along the neck, mm.
_AT, _AXIS = np.array([0.0, -126.0, -14.0]), np.array([0.0, 0.955, 0.297])
#: The pit of the neck on the plain head, mm.
_PIT = np.array([0.0, -168.0, 19.0])
#: Upper and lower end of the neck, as heights over depth: y = a + b z; and how softly it begins, mm.
_UPPER, _LOWER, _SOFT = (-86.0, -0.33), (-163.0, -0.14), 46.0
#: Nothing further out than this is neck, mm.
_WIDEST = 90.0
#: How far out its girth is felt, and over how much it fades, mm.
FADES = (105.0, 60.0)


@dataclass(frozen=True, eq=False)
class _Loop:
    """Points on edges: (k, 2) vertices and (k,) parts of the way between them, in order round the neck."""

    edges: IndexArray
    parts: DoubleArray

    def length(self, p: DoubleArray) -> float:
        """The length of the closed line, mm."""
        a, b = p[self.edges[:, 0]], p[self.edges[:, 1]]
        at = a + self.parts[:, None] * (b - a)
        return float(np.linalg.norm(at - np.roll(at, 1, axis=0), axis=1).sum())


class Neck:
    """Measures necks and draws them out.

    Parameters
    ----------
    rest : (n, 3) float64, mm
        The plain head.
    faces : (m, 4) int32
        In its rows.
    order : (n,) int32
        Its row for each row of the plain head's surface, to which anchors are tied.
    chin : Anchor
        The cervical point.
    fades : (float, float)
        How far out its girth is felt, and over how much it fades, mm.
    """

    def __init__(
        self,
        rest: DoubleArray,
        faces: IndexArray,
        order: IndexArray,
        chin: Anchor,
        fades: tuple[float, float] = FADES,
    ) -> None:
        self.rest, self.faces, self._fades = rest, faces, fades
        self._chin = order[list(chin.corners)], np.asarray(chin.weights)
        self._stacked: dict[tuple[str, ...], DoubleArray] = {}
        self._pit = int(np.argmin(((rest - _PIT) ** 2).sum(axis=1)))

    def measures(self, p: DoubleArray) -> dict[str, float]:
        """Girth and length of a head in the plain head's rows, mm."""
        rows, weights = self._chin
        return {
            "neck_girth": self._loop.length(p),
            "neck_length": float(np.linalg.norm(weights @ p[rows] - p[self._pit])),
        }

    def amounts(self, p: DoubleArray, wanted: Mapping[str, float]) -> DoubleArray:
        """How far each of its fields has to move a head so that the neck has the measures that are wanted.

        Parameters
        ----------
        p : (n, 3) float64, mm
        wanted : mapping of measure to mm
            Of the neck; others follow.

        Returns
        -------
        (k,) float64
            For the fields of the wanted measures, in their order.
        """
        keys = list(wanted)
        amounts = np.zeros(len(keys))
        rows = self._measured
        start, steps = p[rows], self.fields(tuple(keys))[:, rows]
        ahead = np.zeros_like(p)
        out = start
        for _ in range(6):
            now = self._measures_of(ahead, out)
            miss = np.array([wanted[k] - now[k] for k in keys])
            if not keys or np.abs(miss).max() < 0.01:
                break
            then = [self._measures_of(ahead, out + step) for step in steps]
            slopes = np.array([[a[k] - now[k] for a in then] for k in keys])
            amounts = amounts + np.linalg.solve(slopes, miss)
            out = start + np.tensordot(amounts, steps, 1)
        return amounts

    def _measures_of(self, p: DoubleArray, at: DoubleArray) -> dict[str, float]:
        """Of a head of which only the rows that are measured are known."""
        p[self._measured] = at
        return self.measures(p)

    @cached_property
    def _measured(self) -> IndexArray:
        """The rows that measures are taken of."""
        return np.unique(np.concatenate([self._loop.edges.ravel(), self._chin[0], [self._pit]])).astype(INDEX)

    def fields(self, keys: tuple[str, ...]) -> DoubleArray:
        """Displacement of every vertex for about a millimetre of each of these measures, (k, n, 3)."""
        if keys not in self._stacked:
            self._stacked[keys] = np.stack([self._fields[k] for k in keys]) if keys else np.zeros((0, *self.rest.shape))
        return self._stacked[keys]

    @cached_property
    def _loop(self) -> _Loop:
        """Where the plane cuts the plain head's edges."""
        away = (self.rest - _AT) @ _AXIS
        edges = np.concatenate([self.faces[:, [i, (i + 1) % 4]] for i in range(4)])
        edges = np.unique(np.sort(edges, axis=1), axis=0)
        a, b = away[edges[:, 0]], away[edges[:, 1]]
        edges, a, b = (v[(a > 0) != (b > 0)] for v in (edges, a, b))
        parts = a / (a - b)
        at = self.rest[edges[:, 0]] + parts[:, None] * (self.rest[edges[:, 1]] - self.rest[edges[:, 0]])
        near = np.linalg.norm(at - _AT, axis=1) < _WIDEST
        edges, parts, at = edges[near], parts[near], at[near]
        around = np.argsort(np.arctan2(at[:, 0], (at - _AT) @ np.cross(_AXIS, [1.0, 0.0, 0.0])))
        return _Loop(edges[around], parts[around])

    @cached_property
    def _fields(self) -> dict[str, DoubleArray]:
        """Displacement of every vertex for about a millimetre of girth or length, (n, 3)."""
        x, y, z = self.rest.T
        below, above = _UPPER[0] + _UPPER[1] * z - y, y - (_LOWER[0] + _LOWER[1] * z)
        soft = _smooth(below / _SOFT) * _smooth((above + 0.5 * _SOFT) / _SOFT)
        middle = _AT[2] + (y - _AT[1]) * (_AXIS[2] / _AXIS[1])
        out = np.stack([x, np.zeros_like(x), z - middle], axis=1)
        out *= (soft * _smooth((self._fades[0] - np.hypot(x, z - middle)) / self._fades[1]))[:, None] / 390.0
        down = _smooth(below / np.maximum(below + np.maximum(above, 0.0), 1.0))
        return {"neck_girth": out, "neck_length": down[:, None] * np.array([0.0, -1.0, -0.2])}


def _smooth(t: DoubleArray) -> DoubleArray:
    t = np.clip(t, 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))
