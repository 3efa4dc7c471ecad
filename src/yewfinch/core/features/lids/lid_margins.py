"""Margins of lids on the eyeball: open, shut, and gone along with a gaze.

A direction from the middle of the globe is written as its angle from straight ahead, in radians, times the way it goes
from there, seen from the front: the azimuthal equidistant projection, in which lines of equal steps stay even up to the
equator of the globe.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from yewfinch.core.features.eyes.eye import Eye, axis
from yewfinch.core.features.lids.lids import Knot, Lids, axes
from yewfinch.core.shared.arrays import DoubleArray

#: Points of a margin from the inner to the outer corner.
POINTS = 65
#: Part of the globe's turn that each lid follows: the upper one 12 to 17 mm from down to up, the lower one 3 to 5 mm
#: downwards (oculoplastic handbooks, from memory).
_UPPER, _LOWER_DOWN, _LOWER_UP = 0.72, 0.36, 0.1
#: No lid goes along farther than with a gaze so far up or down, radians.
_FARTHEST = 0.87
#: Shut lids meet so far up from the lower margin, as a part of the opening.
_MEET = 0.12
#: Half of this part of the opening stays beside the inner corner, up to this part of the margin.
_LAKE, _LAKE_TO = 0.12, 0.25
#: The slit is all there beyond this part of the margin.
_ENDS = 0.02
#: About how long a margin is, mm; the corners lie off the ball over this part of it at most.
_LONG, _CORNER = 36.0, 0.33
#: What margins give way by to keep their length: the outer corner at most, the closing line downwards, the outer half
#: before the inner one at first; radians.
_SLIDE, _SAG, _ZIP = 0.26, 0.04, 0.1
_STEP, _ROUNDS = 1e-3, 3
#: Lids that meet are as long as each other, whatever they were: by this part each may become longer or shorter. What is
#: left goes to the lake in the inner corner, where the longer one bows away from the other, found to so many radians.
_KEPT, _BOW = 0.017, 1e-3


@dataclass(frozen=True)
class Meeting:
    """How lids meet when they are shut.

    Attributes
    ----------
    slit : float, mm
        So far apart they stay.
    bow : float, radians
        So far at most the longer one bows away in the inner corner.
    """

    slit: float
    bow: float


#: Of lids that are bodies of their own, which keep their lengths; and of skin, whose margins are less even, and which
#: is there to hide the eye before it is there to keep a length.
BODIES, SKIN = Meeting(0.14, 0.4), Meeting(0.3, 0.0)


@dataclass(frozen=True)
class Globe:
    """What lids lie on, in the eye's own axes about the middle of its globe.

    Attributes
    ----------
    radius, cornea, rise, iris : float, mm
        Of globe and cornea; how far the cornea's apex stands before the globe; diameter of the iris.
    axis : (3,) float
        Where it looks.
    """

    radius: float
    cornea: float
    rise: float
    iris: float
    axis: tuple[float, float, float]

    @property
    def up(self) -> float:
        """How far it looks up, radians."""
        return float(np.arcsin(np.clip(self.axis[1], -1.0, 1.0)))

    def out_to(self, ways: DoubleArray) -> DoubleArray:
        """How far it is from the middle to the surface along unit vectors (..., 3), mm."""
        ahead = self.radius + self.rise - self.cornea  # middle of the cornea's ball
        along = ways @ np.array(self.axis)
        rim = np.sqrt(max(1.0 - (self.iris / 2.0 / self.radius) ** 2, 0.0))
        root = np.sqrt(np.maximum(self.cornea**2 - ahead**2 * (1.0 - along**2), 0.0))
        return np.asarray(np.where(along > rim, np.maximum(ahead * along + root, self.radius), self.radius))


def globe_of(lids: Lids, eye: Eye) -> Globe:
    """An eye as its lids feel it."""
    x, y, z = axis(eye) @ axes(lids)
    return Globe(eye.radius, eye.cornea, eye.rise, eye.iris, (float(x), float(y), float(z)))


def flat(points: DoubleArray) -> DoubleArray:
    """Directions of points (..., 3) as angles and ways, (..., 2) radians."""
    long = np.linalg.norm(points, axis=-1)
    angle = np.arccos(np.clip(points[..., 2] / np.maximum(long, 1e-12), -1.0, 1.0))
    beside = np.hypot(points[..., 0], points[..., 1])
    return np.asarray(points[..., :2] * (angle / np.maximum(beside, 1e-12))[..., None])


def ways(at: DoubleArray) -> DoubleArray:
    """Unit vectors (..., 3) of such angles and ways."""
    angle = np.linalg.norm(at, axis=-1, keepdims=True)
    share = np.where(angle > 1e-9, np.sin(angle) / np.maximum(angle, 1e-12), 1.0)
    return np.concatenate([share * at, np.cos(angle)], axis=-1)


@dataclass(frozen=True, eq=False)
class Margins:
    """Both margins' inner edges, (POINTS, 2) radians each, evenly from the inner to the outer corner.

    Attributes
    ----------
    upper, lower : (POINTS, 2) float64
    """

    upper: DoubleArray
    lower: DoubleArray

    def heights(self) -> DoubleArray:
        """Of the opening at each point, radians."""
        return np.asarray(self.upper[:, 1] - self.lower[:, 1])


def lifts(lids: Lids, radius: float) -> DoubleArray:
    """How far the margins' inner edges lie off the eye, (POINTS,) mm: they leave it straight to the corners."""
    share, reach = np.linspace(0.0, 1.0, POINTS), radius + lids.gap
    out = np.zeros(POINTS)
    for corner, from_it in ((lids.inner, share), (lids.outer, 1.0 - share)):
        turn = float(np.arccos(min(reach / max(float(np.linalg.norm(corner)), 1e-9), 1.0)))
        if turn > 1e-6:
            part = np.clip(1.0 - from_it / min(turn * reach / _LONG, _CORNER), 0.0, 1.0)
            out += reach * (1.0 / np.cos(turn * part) - 1.0)
    return out


def waist(share: DoubleArray) -> DoubleArray:
    """How much of a lid's movement each part of it makes: none at the corners, all in the middle."""
    return np.asarray(np.sin(np.pi * np.clip(share, 0.0, 1.0)) ** 1.4)


@lru_cache(maxsize=64)
def open_margins(lids: Lids, radius: float) -> Margins:
    """The margins as their knots are."""
    rows = ((lids.upper, lids.upper_own), (lids.lower, lids.lower_own))
    return Margins(*(_through(lids, knots, radius) + _own(off, radius) for knots, off in rows))


def _own(off: tuple[Knot, ...], radius: float) -> DoubleArray:
    """How far a margin lies off the curve through its knots, (POINTS, 2) radians."""
    if len(off) < 2:
        return np.zeros((POINTS, 2))
    from scipy.interpolate import CubicSpline

    return np.asarray(
        CubicSpline(np.linspace(0.0, 1.0, len(off)), np.array(off) / radius)(np.linspace(0.0, 1.0, POINTS))
    )


def _through(lids: Lids, knots: tuple[tuple[float, float], ...], radius: float) -> DoubleArray:
    """The curve through corners and knots, evenly."""
    from scipy.interpolate import CubicSpline, PchipInterpolator

    places = np.array(knots)
    beside = np.hypot(places[:, 0], places[:, 1])
    # what is not before the ball lies beside its equator
    places *= np.minimum(1.0, 0.985 * (radius + lids.gap) / np.maximum(beside, 1e-9))[:, None]
    ahead = np.sqrt(np.maximum((radius + lids.gap) ** 2 - (places * places).sum(axis=1), 0.0))
    for corner, sign in ((lids.inner, -1.0), (lids.outer, 1.0)):
        ahead = _off_the_ball(places[:, 0] * sign, ahead, np.array(corner), sign, radius + lids.gap)
    own = flat(np.concatenate([[lids.inner], np.c_[places, ahead], [lids.outer]]))
    steps = np.cumsum(np.r_[0.0, np.linalg.norm(np.diff(own, axis=0), axis=1) ** 0.75])
    steps /= steps[-1]
    across, up = PchipInterpolator(steps, own[:, 0]), CubicSpline(steps, own[:, 1], bc_type="natural")
    return evenly(lambda at: np.stack([across(at), up(at)], axis=1), POINTS)


def _off_the_ball(
    across: DoubleArray, ahead: DoubleArray, corner: DoubleArray, sign: float, reach: float
) -> DoubleArray:
    """How far forward places of a margin are, those included that lie where it has left the ball for a corner."""
    long = float(np.linalg.norm(corner))
    if long <= reach:
        return ahead
    way = corner / long
    turn = float(np.arccos(reach / long))
    forward = np.array([0.0, 0.0, 1.0]) - way[2] * way
    forward /= max(float(np.linalg.norm(forward)), 1e-9)
    leaves = reach * (np.cos(turn) * way + np.sin(turn) * forward)
    part = (across - sign * leaves[0]) / max(sign * float(corner[0] - leaves[0]), 1e-6)
    return np.asarray(np.where(part > 0.0, leaves[2] + part * (corner[2] - leaves[2]), ahead))


def evenly(curve: Callable[[DoubleArray], DoubleArray], count: int) -> DoubleArray:
    """So many points, evenly spaced, of a curve over 0 to 1."""
    fine = np.linspace(0.0, 1.0, 6 * count)
    at = curve(fine)
    long = np.cumsum(np.r_[0.0, np.linalg.norm(np.diff(at, axis=0), axis=1)])
    return np.asarray(curve(np.interp(np.linspace(0.0, long[-1], count), long, fine)))


def along_gaze(lids: Lids, up: float) -> tuple[float, float]:
    """How far the upper and the lower margin go along with a gaze so far up, radians."""
    lower = _LOWER_UP if up > 0.0 else _LOWER_DOWN
    up = float(np.clip(up, -_FARTHEST, _FARTHEST))
    return lids.follow * _UPPER * up, lids.follow * lower * up


def margins(lids: Lids, globe: Globe, meet: Meeting = BODIES) -> Margins:
    """The margins as they are now: gone along with the gaze, and shut as far as the lids are, but for a slit."""
    return _margins(lids, globe, meet)


@lru_cache(maxsize=64)
def _margins(lids: Lids, globe: Globe, meet: Meeting) -> Margins:
    share = np.linspace(0.0, 1.0, POINTS)
    plain = open_margins(lids, globe.radius)
    up_by, low_by = along_gaze(lids, globe.up)
    mid = waist(share)
    upper, lower = plain.upper.copy(), plain.lower.copy()
    upper[:, 1] += up_by * mid
    lower[:, 1] += low_by * mid
    upper[:, 1] = np.maximum(upper[:, 1], lower[:, 1] + meet.slit / globe.radius * mid)
    opened = Margins(upper, lower)
    if not lids.close:
        return opened
    return _shut(lids, globe, opened, share, meet)


def _shut(lids: Lids, globe: Globe, opened: Margins, share: DoubleArray, meet: Meeting) -> Margins:
    """Margins brought towards each other, or apart, whose lengths stay."""
    off = lifts(lids, globe.radius)
    was = length(opened.upper, off, globe), length(opened.lower, off, globe)
    mid, wave, slide = waist(share), np.sin(2.0 * np.pi * share), share**2
    half = meet.slit / 2.0 / globe.radius * np.clip(np.minimum(share, 1.0 - share) / _ENDS, 0.0, 1.0)
    # a little of the lake in the inner corner stays open
    lake = _LAKE * np.clip(1.0 - share / _LAKE_TO, 0.0, 1.0) * np.maximum(opened.heights(), 0.0)
    half = np.maximum(half, lake)
    line = meeting(opened, mid)
    close = lids.close
    shut = max(close, 0.0)

    bump = np.sin(np.pi * np.clip(share / _LAKE_TO, 0.0, 1.0)) ** 2

    def given(zipped: float, aside: float, bow: float = 0.0) -> Margins:
        upper = opened.upper + close * (line - opened.upper)
        lower = opened.lower + close * (line - opened.lower)
        upper[:, 1] += half * shut + zipped * 4.0 * shut * (1.0 - shut) * wave
        lower[:, 1] -= half * shut
        upper[:, 1] = np.maximum(upper[:, 1], lower[:, 1] + 2.0 * half)
        upper[:, 1] += max(bow, 0.0) * bump
        lower[:, 1] += min(bow, 0.0) * bump
        for one in (upper, lower):
            one[:, 0] += aside * slide
        return Margins(upper, lower)

    def ratios(zipped: float, aside: float, bow: float = 0.0) -> tuple[float, float]:
        now = given(zipped, aside, bow)
        return length(now.upper, off, globe) / was[0] - 1.0, length(now.lower, off, globe) / was[1] - 1.0

    def kept(zipped: float, bow: float) -> tuple[float, tuple[float, float]]:
        """How far the outer corner goes aside so that both together keep their lengths, and what each does."""
        aside, each = 0.0, ratios(zipped, 0.0, bow)
        for _ in range(_ROUNDS):
            aside -= sum(each) * _STEP / (sum(ratios(zipped, aside + _STEP, bow)) - sum(each))
            each = ratios(zipped, aside, bow)
        return float(np.clip(aside, -_SLIDE, _SLIDE)), each

    # the outer half first, as far as the upper margin would be too short for the lower one: that goes by the square
    plain, more = ratios(0.0, 0.0), ratios(_ZIP, 0.0)
    gains = (more[0] - more[1]) - (plain[0] - plain[1])
    zipped = _ZIP * float(np.sqrt(np.clip((plain[1] - plain[0]) / max(gains, 1e-9), 0.0, 4.0)))
    aside, each = kept(zipped, 0.0)
    longer, bow = float(np.sign(each[1] - each[0])), 0.0

    def left(bow: float) -> float:
        """How unlike what the margins give by still is, beyond what may stay."""
        each = kept(zipped, longer * bow)[1]
        return longer * (each[1] - each[0]) - 2.0 * _KEPT

    if meet.bow and abs(each[1] - each[0]) > 2.0 * _KEPT:
        from scipy.optimize import brentq

        bow = meet.bow if left(meet.bow) > 0.0 else float(brentq(left, 0.0, meet.bow, xtol=_BOW))
        aside, _ = kept(zipped, longer * bow)
    return given(zipped, aside, longer * bow)


def meeting(opened: Margins, mid: DoubleArray) -> DoubleArray:
    """Where shut lids meet, (POINTS, 2) radians: it leaves the corners gently."""
    line = (opened.lower + opened.upper) / 2.0
    chord = np.linspace(line[0, 1], line[-1, 1], POINTS)
    middle = POINTS // 2
    low = opened.lower[middle, 1] + _MEET * (opened.upper[middle, 1] - opened.lower[middle, 1])
    line[:, 0] = np.linspace(line[0, 0], line[-1, 0], POINTS)
    line[:, 1] = chord + (min(low - chord[middle], 0.0) - _SAG) * mid**0.9
    return line


def length(margin: DoubleArray, off: DoubleArray, globe: Globe) -> float:
    """Of a margin that lies so far off the eye, mm."""
    way = ways(margin)
    places = way * (globe.out_to(way) + off)[:, None]
    return float(np.linalg.norm(np.diff(places, axis=0), axis=1).sum())


def opening_line(lids: Lids, globe: Globe, *, upper: bool) -> DoubleArray:
    """A margin's inner edge in the eye's own axes, (POINTS, 3) mm."""
    found = margins(lids, globe)
    way = ways(found.upper if upper else found.lower)
    return np.asarray(way * (globe.out_to(way) + lids.gap + lifts(lids, globe.radius))[:, None])
