"""How far points of the profile lie behind lines of it, mm: lips behind the line from nose tip to chin."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray


@dataclass(frozen=True)
class Behind:
    """A point of the midline and the line that it is measured from.

    Attributes
    ----------
    key : str
    points : tuple of three landmarks
        Upper and lower end of the line, and the point.
    grown, old : float, mm
        How far behind the line it lies at 30 and at 80 years; a child's lies `child` mm behind.
    child : float, mm
        At 8 years.
    source : str
    """

    key: str
    points: tuple[str, str, str]
    child: float
    grown: float
    old: float
    source: str

    @property
    def twins(self) -> tuple[str, ...]:
        """The same: it lies in the midline."""
        return self.points

    def mean(self, age: float) -> float:
        """At an age in years, mm."""
        return float(np.interp(age, (8.0, 19.0, 30.0, 80.0), (self.child, self.grown, self.grown, self.old)))

    def value(self, at: Mapping[str, DoubleArray]) -> float:
        """On landmarks, mm; negative before the line."""
        a, b, p = (np.asarray(at[k], float)[1:] for k in self.points)
        way = (b - a) / max(float(np.linalg.norm(b - a)), 1e-9)
        return float((p - a)[1] * way[0] - (p - a)[0] * way[1])


_RICKETTS = "Ricketts 1968 (from memory); children and the old: common practice"
#: Lips behind the line from nose tip to chin, and the mouth line behind that of the lips.
PROFILE = (
    Behind("upper lip", ("prn", "pg", "ls"), 1.5, 4.0, 6.0, _RICKETTS),
    Behind("lower lip", ("prn", "pg", "li"), 0.5, 2.0, 3.5, _RICKETTS),
)
