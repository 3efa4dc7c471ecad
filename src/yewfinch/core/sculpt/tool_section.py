"""The section through clay that stands for a tool: before and after, in a square of 44 pixels.

Places go from 0 at the left to 1 at the right, heights are pixels above the plain arch of `arch`.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

#: Height, pixels, of the clay at a place.
Profile = Callable[[float], float]


@dataclass(frozen=True)
class Mark:
    """Something painted besides the clay.

    Attributes
    ----------
    kind : {"disc", "box", "line", "arc"}
        A line goes from the first corner to the second; an arc is most of an ellipse.
    box : (x0, y0, x1, y1)
        Corners, pixels from the upper left.
    colour : str
        As `#rrggbb` or `#aarrggbb`, or the name of one of the theme's colours.
    width : float
        Of lines, pixels.
    inside : bool
        Only where clay is, and under its outline.
    """

    kind: Literal["disc", "box", "line", "arc"]
    box: tuple[float, float, float, float]
    colour: str
    width: float = 1.4
    inside: bool = False


def flat(_place: float) -> float:
    """Nothing above the arch."""
    return 0.0


@dataclass(frozen=True)
class ToolSection:
    """What a tool does to clay.

    Attributes
    ----------
    after, before : callable
        Heights above the plain arch after the tool and before it.
    lean : callable
        How far the clay after the tool is shifted to the right, pixels.
    marks : tuple of Mark
    """

    after: Profile = flat
    before: Profile = flat
    lean: Profile = flat
    marks: tuple[Mark, ...] = ()


#: Clay that nothing is done to.
PLAIN = ToolSection()


def arch(place: float) -> float:
    """How far down the plain clay's outline lies, pixels."""
    return 24 - 3 * math.sin(math.pi * place)


def hump(place: float, width: float, middle: float = 0.5) -> float:
    """A smooth hump of height 1."""
    return math.exp(-(((place - middle) / width) ** 2))


def peak(place: float, width: float) -> float:
    """A pointed peak of height 1 in the middle."""
    return math.exp(-abs(place - 0.5) / width)


def plateau(place: float) -> float:
    """1 in the middle, 0 outside, with steep sides."""
    return min(1.0, max(0.0, (0.24 - abs(place - 0.5)) / 0.04))
