"""Places on lids and the skin round them: along the margins, and from a margin out to the rim of the socket.

Between margin and rim everything goes along with the margin, less and less: the same place of the chart is the same
place of the skin, whether the lids are open or shut.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.features.lids.lid_margins import (
    BODIES,
    POINTS,
    Globe,
    Margins,
    Meeting,
    lifts,
    margins,
    meeting,
    open_margins,
    waist,
)
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.shared.arrays import DoubleArray

#: The rim lies so far from the straight line between the corners, mm on the globe: above, below, beside each corner.
ABOVE, BELOW, INSIDE, OUTSIDE = 19.0, 17.0, 6.0, 6.0
#: Skin may reach so far over its margin, mm; of that at least so much is left when the lids are shut.
_OVERHANG, _LEAST_ROOM = 1.0, 0.03
#: How the skin goes along with the margin: by this power of its nearness.
_POWER = 1.3
#: How steeply the rim rises from beside the corners for a body of its own.
STEEP = 0.25
#: The slope of shut lids beside a corner is taken over so many points.
_AT = 5
#: The rim goes so far along with that slope.
_SHARE = 0.75
#: Steps of finding a place, and places of the coarse search across; a small step, and what is near enough, radians.
_STEPS, _ACROSS, _STEP, _CLOSE = 10, 25, 1e-6, 1e-7


@dataclass(frozen=True, eq=False)
class Lid:
    """One lid's part of the chart, in angles and ways, radians; every row evenly from the inner to the outer corner.

    Attributes
    ----------
    rest, now : (POINTS, 2) float64
        Its margin with open lids that look straight ahead, and as it is.
    rim : (POINTS, 2) float64
    room : (POINTS,) float64
        How much of what reaches into the opening finds room there: less when the lids are nearly shut.
    """

    rest: DoubleArray
    now: DoubleArray
    rim: DoubleArray
    room: DoubleArray

    def at(self, share: DoubleArray, out: DoubleArray, loose: DoubleArray | float = 1.0) -> DoubleArray:
        """Where places lie, (n, 2) radians.

        Parameters
        ----------
        share : (n,) float64
            Along the margin, from 0 at the inner corner to 1 at the outer one.
        out : (n,) float64
            From 0 at the margin to 1 at the rim; less than 0 in the opening.
        loose : (n,) float64
            How far each goes along with the margin: 0 for what lies too high over the eye.
        """
        rows = _along(np.concatenate([self.rest, self.now, self.rim, self.room[:, None]], axis=1), share)
        rest, now, rim, room = rows[:, :2], rows[:, 2:4], rows[:, 4:6], rows[:, 6]
        out = np.where(out < 0.0, out * (1.0 + loose * (room - 1.0)), out)
        goes = (loose * np.clip(1.0 - out, 0.0, 1.0) ** _POWER)[:, None]
        return np.asarray(rest + out[:, None] * (rim - rest) + goes * (now - rest))

    def found(self, at: DoubleArray, loose: DoubleArray | float = 1.0) -> tuple[DoubleArray, DoubleArray]:
        """The places (share, out) of points (n, 2) radians, by Newton's method."""
        from scipy.spatial import cKDTree

        share, out = (
            v.ravel()
            for v in np.meshgrid(np.linspace(0.0, 1.0, POINTS), np.linspace(-0.2, 1.3, _ACROSS), indexing="ij")
        )
        near = cKDTree(self.at(share, out, 0.5)).query(at)[1]
        share, out = share[near], out[near]
        loose = np.broadcast_to(np.asarray(loose, np.float64), share.shape)
        left = np.arange(len(at))
        for _ in range(_STEPS):
            s, o, free = share[left], out[left], loose[left]
            here = self.at(s, o, free)
            gap = at[left] - here
            far = np.abs(gap).max(axis=1) > _CLOSE
            if not far.any():
                break
            left, s, o, free, here, gap = left[far], s[far], o[far], free[far], here[far], gap[far]
            step = np.where(s > 0.5, -_STEP, _STEP)  # within the margin
            along = (self.at(s + step, o, free) - here) / step[:, None]
            across = (self.at(s, o + _STEP, free) - here) / _STEP
            area = along[:, 0] * across[:, 1] - along[:, 1] * across[:, 0]
            area = np.where(np.abs(area) < 1e-6, 1e-6, area)
            by = (gap[:, 0] * across[:, 1] - gap[:, 1] * across[:, 0]) / area
            away = (along[:, 0] * gap[:, 1] - along[:, 1] * gap[:, 0]) / area
            share[left] = np.clip(s + np.clip(by, -0.1, 0.1), 0.0, 1.0)
            out[left] = np.clip(o + np.clip(away, -0.2, 0.2), -0.5, 1.6)
            # what stays at an end has come as near as it can
            left = left[(np.abs(share[left] - s) > _CLOSE) | (np.abs(out[left] - o) > 1e-6)]
        # what would lie in the opening beyond a corner lies beside that: as far out as it is away
        beyond = (at[:, 0] < self.now[0, 0]) | (at[:, 0] > self.now[-1, 0])
        beside = np.flatnonzero(beyond & (out < 0.0) & (np.abs(at - self.at(share, out, loose)).max(axis=1) > 1e-4))
        rest, now, rim = (_along(row, share[beside]) for row in (self.rest, self.now, self.rim))
        away = np.linalg.norm(at[beside] - now, axis=1)
        out[beside] = away / np.maximum(np.linalg.norm(rim - rest, axis=1), 1e-9)
        return share, out


def _along(row: DoubleArray, share: DoubleArray) -> DoubleArray:
    """Values between evenly spaced ones, (n, c), smoothly (Catmull and Rom 1974)."""
    at = np.clip(share, 0.0, 1.0) * (len(row) - 1)
    n = np.minimum(at.astype(np.int64), len(row) - 2)
    t = (at - n)[:, None] if row.ndim > 1 else at - n
    before, one, two, after = (row[np.clip(n + k, 0, len(row) - 1)] for k in (-1, 0, 1, 2))
    # beyond the ends it goes on as it ended
    before = np.where((n == 0)[(...,) + (None,) * (row.ndim - 1)], 2.0 * one - two, before)
    after = np.where((n == len(row) - 2)[(...,) + (None,) * (row.ndim - 1)], 2.0 * two - one, after)
    a, b = two - before, 2.0 * before - 5.0 * one + 4.0 * two - after
    return np.asarray(one + 0.5 * t * (a + t * (b + t * (3.0 * (one - two) + after - before))))


@dataclass(frozen=True, eq=False)
class Chart:
    """Both lids' parts, and how far the margins lie off the eye.

    Attributes
    ----------
    lids : Lids
    globe : Globe
    upper, lower : Lid
    lift : (POINTS,) float64, mm
    """

    lids: Lids
    globe: Globe
    upper: Lid
    lower: Lid
    lift: DoubleArray

    def lifted(self, share: DoubleArray) -> DoubleArray:
        """How far the margin lies off the eye, (n,) mm."""
        return _along(self.lift, share)

    def reach(self, share: DoubleArray, *, upper: bool) -> DoubleArray:
        """How far it is from the margin to the rim with open lids, (n,) mm on the globe."""
        lid = self.upper if upper else self.lower
        return np.asarray(self.globe.radius * np.linalg.norm(_along(lid.rim - lid.rest, share), axis=1))


def chart_of(lids: Lids, globe: Globe, steep: float = STEEP, meet: Meeting = BODIES) -> Chart:
    """The chart of lids on an eye.

    Parameters
    ----------
    lids : Lids
    globe : Globe
    steep : float
        How steeply the rim rises from beside the corners: the less, the steeper.
    meet : Meeting
    """
    plain, now = open_margins(lids, globe.radius), margins(lids, globe, meet)
    rims = _rims(plain, globe.radius, steep)
    room = np.clip(0.45 * globe.radius * now.heights() / _OVERHANG, _LEAST_ROOM, 1.0)
    return Chart(
        lids,
        globe,
        Lid(plain.upper, now.upper, rims[0], room),
        Lid(plain.lower, now.lower, rims[1], room),
        lifts(lids, globe.radius),
    )


def _rims(plain: Margins, radius: float, steep: float) -> tuple[DoubleArray, DoubleArray]:
    share = np.linspace(0.0, 1.0, POINTS)
    inner, outer = plain.upper[0], plain.upper[-1]
    line = inner + share[:, None] * (outer - inner)
    shut = meeting(plain, waist(share))
    aside, up = -np.cos(np.pi * share), np.sin(np.pi * share)
    beside = np.where(share < 0.5, INSIDE, OUTSIDE) * np.abs(aside) * np.sign(aside) / radius
    # beside the corners on in the line of shut lids, so that these do not run over it
    slopes = [(shut[k, 1] - shut[n, 1]) / (shut[k, 0] - shut[n, 0]) for k, n in ((_AT, 0), (-1 - _AT, -1))]
    slant = np.clip(np.where(share < 0.5, *slopes), -1.0, 1.0)
    level = line + np.stack([beside, _SHARE * beside * slant], axis=1)
    rise = up**steep / radius
    return level + np.stack([0.0 * rise, ABOVE * rise], axis=1), level - np.stack([0.0 * rise, BELOW * rise], axis=1)
