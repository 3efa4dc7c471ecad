"""Likeness: how far the clay's landmarks lie from the sitter's, in millimetres.

The clay is laid onto the sitter by the best rigid motion, never by hand; what is left is the
likeness, each landmark with the uncertainty that the joint solve gives it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS, REGIONS, region_of
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.alignment import CLAY_MM, Alignment, align, relative_covariance
from yewfinch.core.sitter.solution import Solution

#: Offsets smaller than this are not put into words, mm.
SILENT = 0.15
#: An offset is beyond doubt if chance alone would give a larger one in fewer than 1 of 20 cases: squared in units of
#: its
#: covariance it exceeds the 95 % point of chi squared with three degrees of freedom.
BEYOND_DOUBT = 7.815
#: An error of placing the clay's own landmark, mm (choice).
PLACING = 0.2


@dataclass(frozen=True, eq=False)
class Offset:
    """One landmark: clay less sitter.

    Attributes
    ----------
    key : str
    vector : (3,) float64, mm
        To the sitter's left, up, forward.
    spread : (3,) float64, mm
        One standard deviation along each of these.
    along : float
        One standard deviation along the offset itself, mm.
    square : float
        Squared offset in units of its covariance.
    photos : tuple of str
        Ids of the photos that see it.
    """

    key: str
    vector: DoubleArray
    spread: DoubleArray
    along: float
    square: float
    photos: tuple[str, ...]

    @property
    def size(self) -> float:
        """Length in mm."""
        return float(np.linalg.norm(self.vector))

    @property
    def significant(self) -> bool:
        """Whether it is beyond doubt: chance alone gives a larger one in fewer than 1 of 20 cases."""
        return self.square > BEYOND_DOUBT

    def words(self) -> str:
        """In plain words, as 'the clay is ...': 1.8 mm too low, 0.4 mm too far forward."""
        return in_a_row(", ", self._parts()[:2]) or "in place"

    def _parts(self) -> list[str]:
        names = (("to the sitter's left", "to the sitter's right"), ("too high", "too low"),
                 ("too far forward", "too far back"))  # fmt: skip
        parts = [
            (abs(v), phrase("{0:.1f} mm {1}", abs(v), n[0] if v > 0 else n[1]))
            for v, n in zip(self.vector, names, strict=True)
            if abs(v) >= SILENT
        ]
        return [t for _, t in sorted(parts, reverse=True)]

    def short_words(self) -> str:
        """The largest part alone, for narrow places: 3.3 mm too far back."""
        return next(iter(self._parts()), "in place")


@dataclass(frozen=True, eq=False)
class Likeness:
    """The whole comparison.

    Attributes
    ----------
    offsets : tuple of Offset
        Significant ones first, and among each the largest first.
    alignment : Alignment
        Clay to sitter.
    overall : float
        One figure, mm: root mean square of the offsets, surely known ones counting more.
    regions : mapping of region to (float, int)
        The same for each part of the head, and how many landmarks it rests on.
    size : float
        Clay over sitter in size, after a rigid alignment; 1 if it was scaled.
    """

    offsets: tuple[Offset, ...]
    alignment: Alignment
    overall: float
    regions: Mapping[str, tuple[float, int]]
    size: float

    def offset(self, key: str) -> Offset | None:
        """One landmark's; None if it is not compared."""
        return next((o for o in self.offsets if o.key == key), None)


def likeness(clay: Mapping[str, DoubleArray], solution: Solution, *, scaled: bool = False) -> Likeness:
    """Compare the clay with the sitter.

    Parameters
    ----------
    clay : mapping of landmark key to (3,) mm
        On the clay, now.
    solution : Solution
    scaled : bool
        Take differences of size out as well.

    Returns
    -------
    Likeness

    Raises
    ------
    CannotSolveError
        If they share too few landmarks.
    """
    found, keys, weight = align(clay, solution, scaled=scaled)
    covariance = relative_covariance(solution, keys, weight, scaled=scaled)
    moved = found.to_sitter(np.array([clay[k] for k in keys]))
    target = np.array([solution.points[solution.index(k)] for k in keys])
    out = []
    for i, key in enumerate(keys):
        vector = moved[i] - target[i]
        placing = PLACING**2 + float(solution.placing[solution.index(key)]) ** 2
        block = covariance[3 * i : 3 * i + 3, 3 * i : 3 * i + 3] + placing * np.eye(3)
        way = vector / max(float(np.linalg.norm(vector)), 1e-9)
        square = float(vector @ np.linalg.solve(block, vector))
        along = float(np.sqrt(way @ block @ way))
        out.append(Offset(key, vector, np.sqrt(np.diag(block)), along, square, solution.seen[key]))
    regions = {}
    for region in REGIONS:
        some = [o for o in out if region_of(o.key) == region]
        if some:
            regions[region] = (figure(some), len(some))
    size = 1.0
    if not scaled:
        a, b = moved - moved.mean(axis=0), target - target.mean(axis=0)
        size = float(np.sqrt((a**2).sum() / (b**2).sum()))
    out.sort(key=lambda o: (not o.significant, -o.size))
    return Likeness(tuple(out), found, figure(out), regions, size)


def figure(offsets: list[Offset]) -> float:
    """Root mean square in mm; a landmark known to 1 mm counts half of one known exactly."""
    weight = np.array([1.0 / (np.mean(o.spread**2) + CLAY_MM**2) for o in offsets])
    squares = np.array([o.size**2 for o in offsets])
    return float(np.sqrt((weight @ squares) / weight.sum()))


def title(key: str) -> str:
    """Plain name of a landmark."""
    return LANDMARKS[key].plain if key in LANDMARKS else key


def short_title(key: str) -> str:
    """Plain name with L or R for the sitter's side, for narrow columns."""
    return title(key).replace(", left", " L").replace(", right", " R")
