"""What is read off lids in millimetres, and lids with such a measure set: heights, slant, length, white that shows."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_margins import Globe, globe_of, opening_line
from yewfinch.core.features.lids.lids import Knot, Lids
from yewfinch.core.shared.arrays import DoubleArray

#: What is usual, mm: lowest and highest (oculoplastic handbooks and Farkas 1994, from memory).
USUAL: dict[str, tuple[float, float]] = {
    "peak": (4.0, 5.0),
    "trough": (4.5, 5.5),
    "opening": (9.0, 12.0),
    "slant": (1.0, 3.0),
    "length": (25.0, 30.0),
}
#: A margin's middle is raised or lowered by so much at most at once, mm.
_MOST = 15.0


@dataclass(frozen=True)
class Reading:
    """Measures of lids on their eye, seen from the front, mm.

    Attributes
    ----------
    peak, trough : float
        How far the upper margin's highest place lies above the middle of the globe, and the lower one's lowest place
        below it: above and below the pupil of an eye that looks straight ahead.
    peak_at, trough_at : float
        How far out from the middle those places lie; inwards is less than nothing.
    opening : float
        From the lowest to the highest place.
    gap : float
        Between the margins where it is greatest, straight up.
    slant : float
        How far the outer corner lies above the inner one.
    slant_angle : float, degrees
    length : float
        From corner to corner.
    white_above, white_below : float
        White that shows above and below the iris; less than nothing is how much of the iris is covered.
    """

    peak: float
    trough: float
    peak_at: float
    trough_at: float
    opening: float
    gap: float
    slant: float
    slant_angle: float
    length: float
    white_above: float
    white_below: float


def read(lids: Lids, eye: Eye) -> Reading:
    """The measures of lids as they are now."""
    globe = globe_of(lids, eye)
    upper, lower = (opening_line(lids, globe, upper=u) for u in (True, False))
    (top_x, top), (low_x, low) = _highest(upper[:, :2]), _highest(lower[:, :2] * (1.0, -1.0))
    inner, outer = upper[0], upper[-1]
    way = outer - inner
    ends = _iris_ends(globe)
    return Reading(
        top,
        low,
        top_x,
        low_x,
        top + low,
        float((upper[:, 1] - np.interp(upper[:, 0], lower[:, 0], lower[:, 1])).max()),
        float(way[1]),
        float(np.degrees(np.arctan2(way[1], np.hypot(way[0], way[2])))),
        float(np.linalg.norm(way)),
        float(np.interp(ends[0, 0], upper[:, 0], upper[:, 1]) - ends[0, 1]),
        float(ends[1, 1] - np.interp(ends[1, 0], lower[:, 0], lower[:, 1])),
    )


def _highest(line: DoubleArray) -> tuple[float, float]:
    """The highest place of a line (n, 2): where it is and how high, by the parabola through the highest points."""
    k = int(np.clip(np.argmax(line[:, 1]), 1, len(line) - 2))
    a, b, c = np.polyfit(line[k - 1 : k + 2, 0] - line[k, 0], line[k - 1 : k + 2, 1], 2)
    if a > -1e-9:
        return float(line[k, 0]), float(line[k, 1])
    at = float(np.clip(-b / (2.0 * a), line[k - 1, 0] - line[k, 0], line[k + 1, 0] - line[k, 0]))
    return float(line[k, 0]) + at, float(a * at * at + b * at + c)


def _iris_ends(globe: Globe) -> DoubleArray:
    """The highest and the lowest place of the iris's edge in the eye's own axes, (2, 3) mm."""
    way, half = np.array(globe.axis), globe.iris / 2.0
    up = np.array([0.0, 1.0, 0.0]) - way[1] * way
    up /= max(float(np.linalg.norm(up)), 1e-9)
    middle = way * np.sqrt(max(globe.radius**2 - half**2, 0.0))
    return np.stack([middle + half * up, middle - half * up])


def with_measure(lids: Lids, eye: Eye, name: str, value: float) -> Lids:
    """The lids with one of the measures of `Reading` set, mm; `peak`, `trough` and `opening` for open lids that look
    straight ahead, the white that shows for lids as they are now.

    Raises
    ------
    KeyError
        If it is none that can be set.
    """
    if name == "slant":
        return _slanted(lids, value - (lids.outer[1] - lids.inner[1]))
    if name == "length":
        return _stretched(lids, eye, value)
    if name == "opening":
        half = (value - at_rest(lids, eye).opening) / 2.0
        lids = with_measure(lids, eye, "peak", at_rest(lids, eye).peak + half)
        return with_measure(lids, eye, "trough", value - at_rest(lids, eye).peak)
    upper = {"peak": True, "white_above": True, "trough": False, "white_below": False}[name]
    look: Callable[[Lids, Eye], Reading] = read if name.startswith("white") else at_rest
    return _solved(lids, upper, lambda made: float(getattr(look(made, eye), name)) - value)


def at_rest(lids: Lids, eye: Eye) -> Reading:
    """The measures of the same lids when they are open and the eye looks straight ahead."""
    x, y, z = eye.place
    return read(
        replace(lids, close=0.0, follow=0.0), replace(eye, middle=eye.place, target=(x, y, z + 1e4), turn=(0.0, 0.0))
    )


def _solved(lids: Lids, upper: bool, off: Callable[[Lids], float]) -> Lids:
    """The lids with a margin raised until a measure is not off; as far as goes if it always is."""
    return _raised(lids, upper, root(lambda by: off(_raised(lids, upper, by)), -_MOST, _MOST))


def root(off: Callable[[float], float], low: float, high: float) -> float:
    """Where a function is nought, or the end at which it is nearer to that (Brent 1973)."""
    from scipy.optimize import brentq

    at_low, at_high = off(low), off(high)
    if at_low * at_high > 0.0:
        return low if abs(at_low) < abs(at_high) else high
    return float(brentq(off, low, high, xtol=1e-4))


def _raised(lids: Lids, upper: bool, by: float) -> Lids:
    """The lids with one margin's middle so much higher, mm, its corners as they are."""
    knots = lids.upper if upper else lids.lower
    up = tuple(
        (x, y + by * float(np.sin(np.pi * share))) for (x, y), share in zip(knots, _shares(lids, knots), strict=True)
    )
    return replace(lids, upper=up) if upper else replace(lids, lower=up)


def _shares(lids: Lids, knots: tuple[Knot, ...]) -> list[float]:
    """Where the knots lie between the corners, seen from the front."""
    wide = max(lids.outer[0] - lids.inner[0], 1e-6)
    return [float(np.clip((x - lids.inner[0]) / wide, 0.0, 1.0)) for x, _ in knots]


def _slanted(lids: Lids, by: float) -> Lids:
    """The lids with the outer corner so much higher, mm, the inner one as it is."""

    def raised(knots: tuple[Knot, ...]) -> tuple[Knot, ...]:
        return tuple((x, y + by * share) for (x, y), share in zip(knots, _shares(lids, knots), strict=True))

    x, y, z = lids.outer
    return replace(lids, outer=(x, y + by, z), upper=raised(lids.upper), lower=raised(lids.lower))


def _stretched(lids: Lids, eye: Eye, long: float) -> Lids:
    """The lids with corners so far from each other, mm: the outer one moves, and the knots with it."""
    wide = max(lids.outer[0] - lids.inner[0], 1e-6)
    reach = eye.radius + lids.gap

    def to(beside: float) -> Lids:
        by = beside / wide

        def moved(knots: tuple[Knot, ...]) -> tuple[Knot, ...]:
            return tuple((lids.inner[0] + by * (x - lids.inner[0]), y) for x, y in knots)

        x, (_, y, z) = lids.inner[0] + beside, lids.outer
        z = max(z, float(np.sqrt(max(reach**2 - x * x - y * y, 0.0))))  # on the eye, not in it
        return replace(lids, outer=(x, y, z), upper=moved(lids.upper), lower=moved(lids.lower))

    return to(root(lambda beside: at_rest(to(beside), eye).length - long, 8.0, 60.0))
