"""The relief of skin lids: thickness and crease as the clay has them, and how crease, fold, bag and thickness move it.

A fold hangs because skin that lies higher than the lid slides down over it: the higher, the more, which never brings
two places of the skin together.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_chart import Chart
from yewfinch.core.features.lids.lid_form import crease_height
from yewfinch.core.features.lids.lid_margins import flat, globe_of, margins
from yewfinch.core.features.lids.lids import BOUNDS, Lids, to_own
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: Skin of the upper lid up to so high over the eye and so far on the side of the nose may hang, mm.
HANGING, ASIDE = 20.0, -5.0
#: A lid is looked at so far to both sides of its middle, mm, in so many strips.
_BESIDE, _STRIPS = 3.0, 4
#: Its edge lies within so much of its margin, mm; the flat of it from there as far as this.
_EDGE, _FLAT = 1.1, 2.2
#: The crease is where skin rises over that by so much, and by so much more within so many mm.
_RISES, _STEEPLY, _SOON = 0.8, 2.0, 2.5
#: Skin goes along with a fold from so high over the lid on, and wholly from the second on, mm; farther from the crease,
#: up and away from the eye together, less and less from the third to the fourth, mm.
_HANGS = (0.3, 2.0, 5.0, 16.0)
#: A fold ends over this part of the lid before the outer corner, and over so many mm at the inner one; that of the
#: inner corner begins over so many mm on the side of the nose, and ends at this part of the lid.
_ENDS, _BEGINS, _NASAL, _CORNER = 0.22, (-2.0, 5.0), (-4.5, 0.5), 0.35
#: So much of the way from the margin to the crease a fold covers at most.
_COVERS = 1.1
#: Skin beyond the crease goes along with that, less and less over so many mm.
_BEYOND = 11.0
#: So far from the margin a lower lid is no thicker for a thicker margin, mm; an upper one is not at the crease.
#: This part of the lid before each corner is as thin as it is.
_FADES, _THIN = 6.0, 0.12
#: Part of the lid's length within which its flat height is told at so many places; points of the clay at each at least,
#: and which of their heights, percent: what hangs there lies higher.
_KNOWN, _PLACES, _FEWEST, _LOW = (0.3, 0.8), 9, 3, 10.0
#: A place is looked at so far along the lid to both sides.
_AROUND = 0.05
#: Rounds of finding where skin that hangs lay before.
_ROUNDS = 6

_Flags = npt.NDArray[np.bool_]


def read_from(surface: Surface, lids: Lids, eye: Eye) -> Lids:
    """The lids with the thickness and the crease that the skin has in the middle of them.

    Parameters
    ----------
    surface : Surface
        The clay.
    lids : Lids
        As their lines lie on it.
    eye : Eye
        As it is now.
    """
    globe = globe_of(lids, eye)
    now = margins(lids, globe)
    middle = len(now.upper) // 2
    rows = surface.rows_in_ball(np.array(eye.place), 2.2 * eye.radius).astype(np.int64)
    at = surface.positions[rows].astype(np.float64)
    outside = ((at - np.array(eye.place)) * surface.normals[rows]).sum(axis=1) > 0.0
    own = to_own(lids, eye, at)
    place = flat(own)
    strip = outside & (own[:, 2] > 0.0) & (eye.radius * np.abs(place[:, 0] - now.upper[middle, 0]) < _BESIDE)
    place, height = place[strip], np.linalg.norm(own[strip], axis=1)
    height -= globe.out_to(own[strip] / height[:, None])
    thick, found = [], lids
    for margin, sign in ((now.upper, 1.0), (now.lower, -1.0)):
        along = sign * eye.radius * (place[:, 1] - np.interp(place[:, 0], margin[:, 0], margin[:, 1]))
        edge = (np.abs(along) < _EDGE) & (height > 0.3) & (height < BOUNDS["thickness"][1] + 0.5)
        if edge.sum() >= _FEWEST:
            thick.append(float(np.percentile(height[edge], 90)))
        if sign > 0.0:
            aside = eye.radius * (place[:, 0] - now.upper[middle, 0])
            crease = _crease(aside, along, height)
            found = found if crease is None else replace(found, crease=crease)
    if thick:
        found = replace(found, thickness=round(float(np.clip(np.mean(thick), *BOUNDS["thickness"])), 2))
    return found


def _crease(aside: DoubleArray, along: DoubleArray, height: DoubleArray) -> float | None:
    """How far from the margin skin rises over a lid, mm: the middle of what some strips say; None if it does not."""
    low, high = BOUNDS["crease"]
    on = (along > _EDGE) & (along < _FLAT)
    if on.sum() < _FEWEST:
        return None
    over = height - float(np.median(height[on]))
    edges, found = np.linspace(-_BESIDE, _BESIDE, _STRIPS + 1), []
    for a, b in zip(edges[:-1], edges[1:], strict=True):
        beyond = (aside >= a) & (aside < b) & (along > _EDGE)
        rises = beyond & (over > _RISES) & (along < high)
        if not rises.any():
            continue
        first = float(along[rises].min())
        if over[beyond & (along < first + _SOON)].max() > _RISES + _STEEPLY:
            found.append(first)
    return round(max(float(np.median(found)), low), 2) if 2 * len(found) > _STRIPS else None


@dataclass(frozen=True, eq=False)
class Relief:
    """Skin on lids as it was before they were set: its places in the chart, and how high the lid under it is.

    Attributes
    ----------
    share, along, height : (k,) float64
        Along the margin from 0 to 1, away from it and over the eye, both mm; where skin hangs, as far away as it would
        lie without.
    upper, inner : (k,) bool
        On the upper lid; on the side that lies on the eye.
    flat : (k,) float64, mm
        How high the lid is there where it is flat.
    aside : (k,) float64, mm
        How far outside of the inner corner.
    radius : float, mm
        Of the eye.
    """

    share: DoubleArray
    along: DoubleArray
    height: DoubleArray
    upper: _Flags
    inner: _Flags
    flat: DoubleArray
    aside: DoubleArray
    radius: float

    def slid(self, one: Lids, two: Lids) -> DoubleArray:
        """How far skin goes away from the margin where crease and fold of lids become others, (k,) mm on the eye."""
        out = np.zeros(len(self.share))
        on = self.upper & ~self.inner
        crease, then = (crease_height(v, self.share) for v in (one, two))
        beyond = np.clip(1.0 - (self.along - crease) / _BEYOND, 0.0, 1.0)
        beyond *= 1.0 - _rise(self.height - self.flat, *_HANGS[2:])
        moved = (then - crease) * np.clip(self.along / np.maximum(crease, 0.1), 0.0, 1.0) * beyond
        out[on] = (moved - self._hangs(crease) * (self._over(two) - self._over(one)))[on]
        return out

    def unhung(self, lids: Lids) -> Relief:
        """The same with `along` as it would be if nothing hung, for places of skin that does by these lids' fold."""
        over, crease, out = self._over(lids), crease_height(lids, self.share), self
        if not over.any():
            return self
        on = self.upper & ~self.inner
        for _ in range(_ROUNDS):
            out = replace(self, along=self.along + np.where(on, over * out._hangs(crease), 0.0))
        return out

    def _hangs(self, crease: DoubleArray) -> DoubleArray:
        """How far skin goes along with a fold, 0 to 1; on the eye, so that higher up it is as many mm."""
        over_lid = self.height - self.flat
        far = np.hypot(over_lid, self.along - crease)
        hangs = _rise(over_lid, *_HANGS[:2]) * (1.0 - _rise(far, *_HANGS[2:]))
        return np.asarray(hangs * self.radius / (self.radius + np.maximum(self.height, 0.0)))

    def _over(self, lids: Lids) -> DoubleArray:
        """How far skin hangs over the crease, mm."""
        open_by = 1.0 - min(max(lids.close, 0.0), 1.0)
        ends = _rise(1.0 - self.share, 0.0, _ENDS) * _rise(self.aside, *_BEGINS)
        fold = np.minimum(open_by * lids.fold, _COVERS * crease_height(lids, self.share)) * ends
        corner = _rise(self.aside, *_NASAL) * (1.0 - _rise(self.share, 0.1, _CORNER))
        return np.asarray(fold + lids.corner_fold * corner)

    def raised(self, one: Lids, two: Lids) -> DoubleArray:
        """How far skin rises off the eye where lids become others, (k,) mm."""
        out = self._formed(two) - self._formed(one)
        if two.thickness != one.thickness:
            crease = np.where(self.upper, crease_height(one, self.share), _FADES)
            near = 1.0 - _rise(self.along / np.maximum(crease, 0.5), 0.3, 1.0)
            share = near * np.clip(self.height / max(one.thickness, 0.1), 0.0, 1.0)
            share *= _rise(np.minimum(self.share, 1.0 - self.share), 0.0, _THIN)
            out += (two.thickness - one.thickness) * share
        return np.asarray(np.where(self.inner, 0.0, out))

    def _formed(self, lids: Lids) -> DoubleArray:
        """Height that crease, bag and groove give the skin, mm: softly, as on clay."""
        mid = np.sin(np.pi * np.clip(self.share, 0.0, 1.0))
        crease = crease_height(lids, self.share)
        over = self._over(lids)
        open_by = 1.0 - 0.6 * min(max(lids.close, 0.0), 1.0)
        valley = -open_by * lids.crease_depth * mid * np.exp(-(((self.along - crease) / 0.9) ** 2))
        roll = 0.3 * over * np.exp(-(((self.along - crease - 2.2) / 1.6) ** 2))
        below = lids.bag * mid * np.exp(-(((self.along - 6.0) / 2.6) ** 2))
        below -= lids.groove * mid * np.exp(-(((self.along - 10.0) / 1.6) ** 2))
        return np.asarray(np.where(self.upper, valley + roll, below))


def relief_of(
    chart: Chart,
    share: DoubleArray,
    out: DoubleArray,
    own: DoubleArray,
    height: DoubleArray,
    upper: _Flags,
    inner: _Flags,
) -> Relief:
    """The relief of places in the chart.

    Parameters
    ----------
    chart : Chart
        Of the lids as they are.
    share, out : (k,) float64
        Along the margin, and from there to the rim, both from 0 to 1.
    own : (k, 3) float64, mm
        In the eye's own axes.
    height : (k,) float64, mm
        Over the eye.
    upper, inner : (k,) bool
    """
    along = out * np.where(upper, chart.reach(share, upper=True), chart.reach(share, upper=False))
    crease = crease_height(chart.lids, share)
    on = upper & ~inner & (along > 0.25 * crease) & (along < 0.75 * crease)
    middles = np.linspace(*_KNOWN, _PLACES)
    known, heights = [], []
    for middle in middles:
        some = on & (np.abs(share - middle) < _AROUND)
        if some.sum() >= _FEWEST:
            known.append(middle)
            heights.append(float(np.percentile(height[some], _LOW)))
    level = np.interp(share, known, heights) if known else np.full(len(share), chart.lids.thickness)
    aside = own[:, 0] - chart.lids.inner[0]
    made = Relief(share, along, height, upper, inner, level, aside, chart.globe.radius)
    return made.unhung(chart.lids)


def _rise(value: DoubleArray, low: float, high: float) -> DoubleArray:
    """From 0 at the lower to 1 at the upper value, softly."""
    t = np.clip((value - low) / (high - low), 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))
