"""How points of the face lie to one another beyond their distances, mm: lips behind the line from nose tip to chin,
the outer corner of the eye above the inner one.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray


@dataclass(frozen=True)
class _ByAge:
    """How far a landmark lies from what it is measured from, by age.

    Attributes
    ----------
    key : str
    points : tuple of landmarks
        What it lies on; of a pair the left ones.
    child, grown, old : float, mm
        How far at 8, at 19 to 30 and at 80 years.
    source : str
    """

    key: str
    points: tuple[str, ...]
    child: float
    grown: float
    old: float
    source: str

    @property
    def twins(self) -> tuple[str, ...]:
        """Those of the right side; the same in the midline."""
        return tuple(LANDMARKS[p].twin for p in self.points)

    def mean(self, age: float) -> float:
        """At an age in years, mm."""
        return float(np.interp(age, (8.0, 19.0, 30.0, 80.0), (self.child, self.grown, self.grown, self.old)))


class Behind(_ByAge):
    """A point of the midline behind a line; its points are the line's upper and lower end, and the point."""

    def value(self, at: Mapping[str, DoubleArray]) -> float:
        """On landmarks, mm; negative before the line."""
        a, b, p = (np.asarray(at[k], float)[1:] for k in self.points)
        way = (b - a) / max(float(np.linalg.norm(b - a)), 1e-9)
        return float((p - a)[1] * way[0] - (p - a)[0] * way[1])

    def slope(self, at: DoubleArray) -> DoubleArray:
        """Derivative by its three landmarks, which lie at `at`, (3, 3) without unit."""
        a, b, p = at[:, 1:]
        size = max(float(np.linalg.norm(b - a)), 1e-9)
        way, away = (b - a) / size, p - a
        by_way = np.array([away[1], -away[0]])
        by_b = (by_way - way * (way @ by_way)) / size
        by_p = np.array([-way[1], way[0]])
        return np.pad([-by_p - by_b, by_b, by_p], ((0, 0), (1, 0)))


class Above(_ByAge):
    """A landmark above another; its points are the upper one and the lower one."""

    def value(self, at: Mapping[str, DoubleArray]) -> float:
        """On landmarks, mm; negative below."""
        upper, lower = (np.asarray(at[k], float) for k in self.points)
        return float(upper[1] - lower[1])

    def slope(self, at: DoubleArray) -> DoubleArray:
        """Derivative by its two landmarks, (2, 3) without unit: the same wherever they lie."""
        out = np.zeros_like(at)
        out[:, 1] = 1.0, -1.0
        return out


_RICKETTS = "Ricketts 1968 (from memory); children and the old: common practice"
#: Lips behind the line from nose tip to chin, and how the eye's fissure slants.
PROFILE: tuple[Behind | Above, ...] = (
    Behind("upper lip", ("prn", "pg", "ls"), 1.5, 4.0, 6.0, _RICKETTS),
    Behind("lower lip", ("prn", "pg", "li"), 0.5, 2.0, 3.5, _RICKETTS),
    Above(
        "slant of the eye",
        ("ex_l", "en_l"),
        2.4,
        2.2,
        0.8,
        "oculoplastic handbooks: 1 to 3 mm, 2 to 6 degrees; its change with age: common practice",
    ),
)
