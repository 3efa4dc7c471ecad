"""The record of lips: where their lines run, how the red bulges between them, how the philtrum and the jaw stand.

A mouth's own frame has its x from the sitter's right to the left corner, y up across it and z forwards.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Points of each line, from the sitter's right corner to the left one.
POINTS = 25
#: The one in the middle.
MIDDLE = POINTS // 2
#: The lines from above: border of the upper lip, its lower edge, upper edge of the lower lip, its border.
ROWS = ("upper", "upper_edge", "lower_edge", "lower")
#: Lips that lie on each other are apart by so much on base heads, mm: less counts as closed.
CLOSED = 0.8
#: A mouth is at least so wide, and no line lies farther from its corners than this part of the width.
_NARROWEST, _FARTHEST = 10.0, 1.6


@dataclass(frozen=True, eq=False)
class Lips:
    """Lips as they are, or as they are wanted.

    Attributes
    ----------
    upper, upper_edge, lower_edge, lower : (POINTS, 3) float64, mm
        Lines in the portrait's frame; all four begin and end in the corners.
    full_upper, full_lower : float, mm
        How far the red bulges out before the straight way from its border to its edge, in the middle.
    philtrum : float, mm
        How deep the groove under the nose lies between its ridges.
    peaks : (right, left)
        Where the peaks of the bow are on the upper border, as parts of the way from its middle to a corner, -1 to 1.
    """

    upper: DoubleArray
    upper_edge: DoubleArray
    lower_edge: DoubleArray
    lower: DoubleArray
    full_upper: float = 2.0
    full_lower: float = 2.0
    philtrum: float = 1.0
    peaks: tuple[float, float] = (-0.22, 0.22)

    def __eq__(self, other: object) -> bool:
        """Are all lines and forms the same?"""
        return (
            isinstance(other, Lips)
            and all(np.array_equal(getattr(self, k), getattr(other, k)) for k in ROWS)
            and (self.full_upper, self.full_lower, self.philtrum)
            == (other.full_upper, other.full_lower, other.philtrum)
        )

    __hash__ = None  # type: ignore[assignment]

    @property
    def lines(self) -> DoubleArray:
        """The four lines, (4, POINTS, 3) mm, from above."""
        return np.stack([self.upper, self.upper_edge, self.lower_edge, self.lower])

    def with_lines(self, lines: DoubleArray) -> Lips:
        """The same forms with other lines, (4, POINTS, 3) mm, whose ends are made to meet in the corners.

        The corners are the mean of the ends of both edges.
        """
        lines = lines.copy()
        for end in (0, -1):
            lines[:, end] = lines[1:3, end].mean(axis=0)
        return replace(self, **dict(zip(ROWS, lines, strict=True)))


@dataclass(frozen=True, eq=False)
class Frame:
    """A mouth's own axes.

    Attributes
    ----------
    origin : (3,) float64, mm
        Midway between the corners.
    axes : (3, 3) float64
        Columns: to the sitter's left, up, forwards.
    """

    origin: DoubleArray
    axes: DoubleArray

    def own(self, points: DoubleArray) -> DoubleArray:
        """Points (..., 3) of the portrait's frame in the mouth's own."""
        return np.asarray((points - self.origin) @ self.axes)

    def out(self, points: DoubleArray) -> DoubleArray:
        """Points (..., 3) of the mouth's own frame in the portrait's."""
        return np.asarray(points @ self.axes.T + self.origin)


def frame_of(lips: Lips) -> Frame:
    """The frame between the corners; up is the portrait's, made square to the way between them."""
    right, left = lips.upper_edge[0], lips.upper_edge[-1]
    x = (left - right) / max(float(np.linalg.norm(left - right)), 1e-9)
    y = np.array([0.0, 1.0, 0.0]) - x[1] * x
    y /= max(float(np.linalg.norm(y)), 1e-9)
    return Frame((left + right) / 2.0, np.stack([x, y, np.cross(x, y)], axis=1))


def checked(lips: Lips) -> Lips:
    """The lips, if there can be such ones.

    Raises
    ------
    YewfinchError
        If a number is none, the mouth is too narrow, a line runs far off, or the edges have changed places.
    """
    lines = lips.lines
    if not np.isfinite(lines).all() or not np.isfinite((lips.full_upper, lips.full_lower, lips.philtrum)).all():
        raise YewfinchError("A line of the lips has a number that is none. Draw the lines of the lips again.")
    wide = float(np.linalg.norm(lips.upper_edge[-1] - lips.upper_edge[0]))
    if wide < _NARROWEST:
        raise YewfinchError(phrase("A mouth {0:.1f} mm wide is too narrow; {1:g} mm is the least.", wide, _NARROWEST))
    own = frame_of(lips).own(lines)
    if np.abs(own).max() > _FARTHEST * wide:
        raise YewfinchError("A line of the lips lies far from the corners of the mouth. Move it there first.")
    middle = own[:, MIDDLE, 1]
    if not (middle[0] > middle[1] >= middle[2] - 1e-6 and middle[2] > middle[3]):
        raise YewfinchError("The lines of the lips would change places. Leave some red between them.")
    return lips


def evenly(line: DoubleArray, count: int = POINTS) -> DoubleArray:
    """A line of points (n, 3) as `count` points that are evenly spaced along it."""
    from scipy.interpolate import PchipInterpolator

    long = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))]
    keep = np.r_[True, np.diff(long) > 1e-9]
    smooth = PchipInterpolator(long[keep], line[keep])
    fine = smooth(np.linspace(0.0, long[-1], 8 * count))
    way = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(fine, axis=0), axis=1))]
    at = np.linspace(0.0, way[-1], count)
    return np.stack([np.interp(at, way, fine[:, k]) for k in range(3)], axis=1)
