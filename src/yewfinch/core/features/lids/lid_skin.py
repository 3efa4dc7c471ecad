"""Lids that are the skin of the clay: read from its lines, and moved with everything between them and the socket's rim.

A place of the skin keeps its place in the chart of its lid and its height over the eye: so detail stays, and inner and
outer side of a lid go together.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.features.eyes.eye import Eye, off_the_eye
from yewfinch.core.features.lids.lid_chart import Chart, chart_of
from yewfinch.core.features.lids.lid_margins import (
    POINTS,
    SKIN,
    along_gaze,
    evenly,
    flat,
    globe_of,
    margins,
    open_margins,
    waist,
    ways,
)
from yewfinch.core.features.lids.lid_relief import ASIDE, HANGING, relief_of
from yewfinch.core.features.lids.lids import KNOTS, Knot, Lids, checked, to_own, to_portrait
from yewfinch.core.mesh.query.crossings import crossings, untangled
from yewfinch.core.mesh.surface.surface import Surface, triangles_of
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Skin within so many radii of the globe is looked at.
_NEAR = 2.6
#: What lies so near to the eye and faces it is the inner side of a lid, mm; it keeps between these off it.
_INNER, LEAST, MOST = 0.7, 0.04, 0.12
#: Skin behind this part of the radius stays, and before that one it goes along whole.
_BACK, _FRONT = 0.55, 0.2
#: What faces the eye this near goes along with it as a whole, and not at all from that far off, mm.
_SOCKET = (1.5, 4.0)
#: Lines that lie so far from where lids are said to be were changed by other hands since, mm.
OTHER = 0.3
#: Shut ones by so many times as much more, and a part of them, in the corners, by any way.
_SHUT_OFF, _GATHERED = 3.0, 0.25
#: Skin up to so high over the eye goes along with a lid whole, and beyond that high not at all, mm: in the middle and
#: in the corners, from which the middle begins at this part of the way.
_IN_MIDDLE, _IN_CORNER, _BESIDE = (2.0, 12.0), (0.6, 5.0), 0.3
#: The side of the nose stays from so far inside of the inner corner on, mm; rounds of evening out what goes along.
_NASAL, _ROUNDS = 3.0, 8
#: Every second point of a margin is kept as what is its own.
_EVERY = 2
#: Between both margins only this part of them at each corner has skin.
_CORNER = 0.2
#: So near to the corners the inner side is not laid on the eye, as a part of the margin: it has folds there.
_LOOSE_AT = 0.16
#: How steeply the chart's rim rises from beside the corners.
_STEEP = 0.9
#: So much of the relief is tried where with all of it skin would cross itself.
_FORMS = (0.7, 0.4, 0.0)
#: Rounds of bringing skin off the eye and keeping it clear of itself, by turns.
_OFF_AND_APART = 12
#: Rounds of smoothing what crosses and bringing it off the eye, and of the smoothing in each.
_SMOOTHED, _GENTLY = 6, 4
#: What it takes to keep clear is taken as near to where it crosses as does, mm.
_TAKEN = (2.5, 4.0, 6.0, 9.0, 13.0)
#: Where the inner side of a lid is lifted off the eye by more than the first of these, mm, skin over it is lifted, too,
#: and from the second on as much.
_THINNER = (0.3, 0.5)
#: Skin within the first distance of what is lifted, mm, goes along whole, that beyond the second not at all.
_OVER = (1.5, 4.0)
#: Skin that slides less than this along the eye, mm, is lifted less, unless it would cross itself.
_SLIDES = 2.0
_SHARES = np.linspace(0.0, 1.0, KNOTS + 2)[1:-1]

_Rows = npt.NDArray[np.int64]


@dataclass(frozen=True, eq=False)
class Lines:
    """The margins of one eye's lids on the clay, from the inner to the outer corner.

    Attributes
    ----------
    upper, lower : (n, 3) float64, mm
    upper_rows, lower_rows : (n,) int64
        The nearest vertices.
    """

    upper: DoubleArray
    lower: DoubleArray
    upper_rows: _Rows
    lower_rows: _Rows


def lids_of(lines: Lines, eye: Eye, side: int, held: Lids | None = None) -> Lids:
    """The lids that lines on the clay are the margins of.

    Parameters
    ----------
    lines : Lines
    eye : Eye
        As it is now; the lids are taken for gone along with its gaze.
    side : {1, -1}
    held : Lids, optional
        What they were when they were last set: given back if the lines still are where that says.

    Raises
    ------
    YewfinchError
        If the lines are no margins of lids on this eye.
    """
    if held is not None and apart(held, eye, lines) < OTHER * (1.0 + _SHUT_OFF * max(held.close, 0.0)):
        return held
    plain = replace(held or Lids(turn=eye.lean), side=side, close=0.0)
    upper, lower = (to_own(plain, eye, line) for line in (lines.upper, lines.lower))
    inner, outer = (upper[0] + lower[0]) / 2.0, (upper[-1] + lower[-1]) / 2.0
    if outer[0] - inner[0] < 0.5 * eye.radius or np.linalg.norm([inner, outer], axis=1).max() > 2.5 * eye.radius:
        raise YewfinchError("The lid lines on the clay do not lie round this eye. Draw or move them first.")
    gaps = along_gaze(plain, globe_of(plain, eye).up)
    found = replace(
        plain,
        inner=_point(inner),
        outer=_point(outer),
        upper=_knots(upper, inner, outer, eye.radius * gaps[0]),
        lower=_knots(lower, inner, outer, eye.radius * gaps[1]),
        upper_own=(),
        lower_own=(),
    )
    smooth = open_margins(found, eye.radius)
    mid = waist(np.linspace(0.0, 1.0, POINTS))
    own = []
    for line, said, gap in ((upper, smooth.upper, gaps[0]), (lower, smooth.lower, gaps[1])):
        line[0], line[-1] = inner, outer
        off = _evenly(flat(line)) - said - gap * np.stack([0.0 * mid, mid], axis=1)
        own.append(tuple((float(x), float(y)) for x, y in eye.radius * off[::_EVERY]))
    return checked(replace(found, upper_own=own[0], lower_own=own[1]))


def _point(at: DoubleArray) -> tuple[float, float, float]:
    return float(at[0]), float(at[1]), float(at[2])


def _knots(line: DoubleArray, inner: DoubleArray, outer: DoubleArray, up_by: float) -> tuple[Knot, ...]:
    """Knots evenly along a margin; what it went up with the gaze taken off."""
    order = np.argsort(line[:, 0])
    x = inner[0] + _SHARES * (outer[0] - inner[0])
    y = np.interp(x, line[order, 0], line[order, 1]) - up_by * waist(_SHARES)
    return tuple((float(a), float(b)) for a, b in zip(x, y, strict=True))


def apart(lids: Lids, eye: Eye, lines: Lines) -> float:
    """How far lines on the clay lie from where lids say, along the eye, mm: the larger of both margins'.

    Of lids that are shut, most of each line counts: skin is gathered in the corners, where its margin stands off.
    """
    part = 1.0 - _GATHERED * float(np.clip(lids.close, 0.0, 1.0))
    return max(off_margin(lids, eye, one, upper=one is lines.upper, part=part) for one in (lines.upper, lines.lower))


def off_margin(lids: Lids, eye: Eye, line: DoubleArray, *, upper: bool, part: float = 1.0) -> float:
    """How far this part of a line (n, 3) mm on the clay lies at most from where lids say that a margin is, along the
    eye, mm.
    """
    now = margins(lids, globe_of(lids, eye))
    said, own = now.upper if upper else now.lower, flat(to_own(lids, eye, line))
    fine = np.linspace(0.0, POINTS - 1.0, 12 * POINTS)
    dense = np.stack([np.interp(fine, np.arange(POINTS), said[:, k]) for k in (0, 1)], axis=1)
    return eye.radius * float(np.quantile(np.linalg.norm(own[:, None] - dense[None], axis=2).min(axis=1), part))


class Skin:
    """Skin round lids as it is: its places in the chart, from which it is moved to other lids.

    Attributes
    ----------
    rows : (k,) int64
        Vertices that may go along.
    at : (k, 3) float64, mm
        Where they are.

    Parameters
    ----------
    surface : Surface
    lines : Lines
        The margins on it now.
    lids, eye : Lids, Eye
        As they are now.
    held : (n,) float64, optional
        How firmly each vertex is held, 0 to 1.
    """

    def __init__(self, surface: Surface, lines: Lines, lids: Lids, eye: Eye, held: DoubleArray | None = None) -> None:
        self.lids, self.eye = lids, eye
        self.chart = chart_of(lids, globe_of(lids, eye), _STEEP, SKIN)
        rows = surface.rows_in_ball(np.array(eye.place), _NEAR * eye.radius).astype(np.int64)
        own = to_own(lids, eye, surface.positions[rows].astype(np.float64))
        height = np.linalg.norm(own, axis=1) - self.chart.globe.out_to(ways(flat(own)))
        from_eye = surface.positions[rows].astype(np.float64) - np.array(eye.place)
        facing = (surface.normals[rows] * from_eye).sum(axis=1) < 0.0
        socket = np.where(facing, np.clip((_SOCKET[1] - np.abs(height)) / (_SOCKET[1] - _SOCKET[0]), 0.0, 1.0), 0.0)
        ahead = (own[:, 2] > -_BACK * eye.radius) | (socket > 0.0)
        rows, own, height, facing, socket = rows[ahead], own[ahead], height[ahead], facing[ahead], socket[ahead]
        net = net_among(surface, rows)
        upper, loose = _on_upper(surface, rows, net, lines), _loose(self.chart, own, height, net)
        loose *= np.clip((own[:, 2] / eye.radius + _BACK) / (_BACK - _FRONT), 0.0, 1.0)
        hangs = upper & ~facing & (height < HANGING) & (own[:, 2] > 0.0) & (own[:, 0] > lids.inner[0] + ASIDE)
        some = (loose > 1e-4) | (socket > 0.0) | hangs
        self.rows, self.height = rows[some], height[some]
        self.own, self.place = own[some], flat(own[some])
        self.upper, self.loose, self.socket = upper[some], loose[some], socket[some]
        self.at = surface.positions[self.rows].astype(np.float64)
        self.inner = (np.abs(self.height) < _INNER) & facing[some]
        self.free = np.ones(len(self.rows)) if held is None else 1.0 - held[self.rows]
        faces = surface.faces[surface.faces_of(self.rows)]
        number = np.full(len(surface), -1, np.int64)
        number[self.rows] = np.arange(len(self.rows))
        own_faces = number[faces]
        self.triangles = triangles_of(own_faces[(own_faces >= 0).all(axis=1)].astype(INDEX))
        self._placed()

    def _placed(self) -> None:
        """Find the places in both lids' parts of the chart; in the other one's only in the corners between them."""
        count = len(self.rows)
        wide = max(self.lids.outer[0] - self.lids.inner[0], 1e-6)
        share = (self.own[:, 0] - self.lids.inner[0]) / wide
        corner = (np.minimum(share, 1.0 - share) < 1.5 * _CORNER) & (self.height < 5.0)
        self.on: list[tuple[npt.NDArray[np.bool_], DoubleArray, DoubleArray]] = []
        for lid, own in ((self.chart.upper, self.upper), (self.chart.lower, ~self.upper)):
            some = own | corner
            shares, out = np.zeros(count), np.full(count, 2.0)
            shares[some], out[some] = lid.found(self.place[some], self.loose[some])
            self.on.append((some, shares, out))
        (_, su, ou), (_, sl, ol) = self.on
        self.of_upper = _part_of_upper(self.chart, self.upper, (su, ou), (sl, ol))
        self.share, self.out = np.where(self.upper, su, sl), np.where(self.upper, ou, ol)
        self.relief = relief_of(self.chart, self.share, self.out, self.own, self.height, self.upper, self.inner)

    def to(self, lids: Lids, eye: Eye) -> DoubleArray:
        """Where the vertices in `rows` go for other lids, on the same eye or as it is then, (k, 3) mm.

        Thickness, crease, fold and bag come out less where skin would cross itself otherwise.
        """
        best, fewest = self._to(lids, eye, 1.0, _SLIDES)
        for share in (1.0, *_FORMS):
            if not fewest:
                break
            found, crossed = self._to(lids, eye, share, 0.0)
            if crossed < fewest:
                best, fewest = found, crossed
        return best

    def _to(self, lids: Lids, eye: Eye, forms: float, slides_by: float) -> tuple[DoubleArray, int]:
        """As `to`, with so much of what gives lids their relief; and how many pairs of triangles come to cross.

        Where lids slide by less than `slides_by`, mm, they are lifted less than their inner side is.
        """
        one = self.chart
        two = _on_rim(chart_of(lids, globe_of(lids, eye), _STEEP, SKIN), one)
        to = self.place.copy()
        for lid, then, part, (some, share, out) in (
            (one.upper, two.upper, self.of_upper, self.on[0]),
            (one.lower, two.lower, 1.0 - self.of_upper, self.on[1]),
        ):
            along = some & (part > 0.0)
            # what the chart does not meet exactly keeps its distance from what it does
            places = share[along], out[along], self.loose[along]
            step = then.at(*places) - lid.at(*places)
            to[along] += part[along, None] * step
        near = self.loose * np.clip(1.0 - self.out, 0.0, 1.0)
        soft = np.maximum(near * near * (3.0 - 2.0 * near), self.socket)[:, None]
        was, way = ways(self.place), ways(to)
        kept = np.clip(1.0 - np.abs(self.height) / 4.0, 0.0, 1.0)  # far off the eye its bulge is not felt
        round_ = one.globe.radius + soft[:, 0] * (two.globe.radius - one.globe.radius)
        bulge = kept * (two.globe.out_to(way) - two.globe.radius)
        bulge += (1.0 - kept) * (one.globe.out_to(was) - one.globe.radius)
        height = self.height + near * (two.lifted(self.share) - one.lifted(self.share))
        height += forms * self.loose * self.relief.raised(self.lids, lids)
        corner = np.minimum(self.share, 1.0 - self.share) < _LOOSE_AT
        lies = self.inner & (self.out < 0.9) & ~corner & (one.lifted(self.share) < 0.05)
        laid = np.where(lies, np.clip(height, LEAST, MOST), height)
        slid = eye.radius * np.linalg.norm(to - self.place, axis=1)
        goes_on = np.clip(slid / slides_by, 0.0, 1.0) if slides_by else 1.0
        height = np.where(lies, laid, height + goes_on * near * self._over(laid - height))
        far = (round_ + bulge + height)[:, None]
        here, there = to_portrait(self.lids, self.eye, way * far), to_portrait(lids, eye, way * far)
        goes = here + soft * (there - here)
        slides = forms * self.relief.slid(self.lids, lids)
        if slides.any():  # crease and fold: whole, however high over the eye
            goes += to_portrait(lids, eye, ways(self._slid(two, to, slides)) * far) - there
        goes = _off(eye, goes, (near > 0.05) | (self.socket > 0.5))
        free = self.free * ((soft[:, 0] > 0.0) | (slides != 0.0))
        steps = free[:, None] * (goes - self.at)
        if not len(crossings(self.at + steps, self.triangles)):
            return np.asarray(self.at + steps), 0
        lies = ((near > 0.05) | (self.socket > 0.5)) & (free > 0.5)
        return self._off_and_apart(eye, steps, free, lies)

    def _off_and_apart(
        self, eye: Eye, steps: DoubleArray, free: DoubleArray, lies: npt.NDArray[np.bool_]
    ) -> tuple[DoubleArray, int]:
        """Where skin goes with these steps, (k, 3) mm, neither in the eye nor through itself, and how many pairs of
        triangles cross nevertheless.
        """
        pairs = crossings(self.at, self.triangles)
        before, sound = len(pairs), np.delete(self.triangles, np.unique(pairs), axis=0)
        smooth = self._smoothed(eye, self.at + steps, sound, free, lies)
        if len(crossings(smooth, self.triangles)) <= before:
            return smooth, 0
        best, fewest, apart = self.at, np.iinfo(np.int64).max, steps
        for _ in range(_OFF_AND_APART):  # what is brought off the eye may come to lie in the skin over it
            apart = kept_apart(self.at, self.triangles, apart, before=before)
            there = _off(eye, self.at + free[:, None] * apart, lies)
            crossed = max(len(crossings(there, self.triangles)) - before, 0)
            if crossed < fewest:
                best, fewest = there, crossed
            if not crossed:
                break
            apart = there - self.at
        return self._taken_near(eye, self.at + steps, best, lies, before + fewest), fewest

    def _smoothed(
        self, eye: Eye, plain: DoubleArray, sound: IndexArray, free: DoubleArray, lies: npt.NDArray[np.bool_]
    ) -> DoubleArray:
        """Skin smoothed where triangles cross that did not before, `sound`, and only there, and put on the eye, by
        turns, (k, 3) mm.
        """
        out = plain
        pull = umbrella(self.triangles, len(self.rows))
        for _ in range(_SMOOTHED):
            smooth = untangled(out, sound, pull, None, _GENTLY)
            out = _off(eye, out + free[:, None] * (smooth - out), lies)
            if not len(crossings(out, sound)):
                break
        return out

    def _taken_near(
        self, eye: Eye, plain: DoubleArray, apart: DoubleArray, lies: npt.NDArray[np.bool_], most: int
    ) -> DoubleArray:
        """Skin that is kept apart only round where it would cross, (k, 3) mm, so that all else goes where it is to."""
        from scipy.spatial import cKDTree

        places = self.at[self.triangles[crossings(plain, self.triangles)]].reshape(-1, 3)
        if not len(places):
            return apart
        far = cKDTree(places).query(self.at)[0]
        for reach in _TAKEN:
            share = np.clip(2.0 - 2.0 * far / reach, 0.0, 1.0)[:, None]
            there = _off(eye, plain + share * share * (3.0 - 2.0 * share) * (apart - plain), lies)
            if len(crossings(there, self.triangles)) <= most:
                return there
        return apart

    def _over(self, lifts: DoubleArray) -> DoubleArray:
        """How far skin is lifted with what is lifted off the eye under it, (k,) mm, so that its layers keep their
        order.
        """
        from scipy.spatial import cKDTree

        lifts = lifts * np.clip((lifts - _THINNER[0]) / (_THINNER[1] - _THINNER[0]), 0.0, 1.0)
        some = np.flatnonzero(lifts > 0.0)
        out = np.zeros(len(lifts))
        if len(some):
            pairs = cKDTree(self.at).sparse_distance_matrix(cKDTree(self.at[some]), _OVER[1], output_type="ndarray")
            share = np.clip((_OVER[1] - pairs["v"]) / (_OVER[1] - _OVER[0]), 0.0, 1.0)
            np.maximum.at(out, pairs["i"], lifts[some[pairs["j"]]] * share * share * (3.0 - 2.0 * share))
        return out

    def _slid(self, chart: Chart, to: DoubleArray, slides: DoubleArray) -> DoubleArray:
        """Places (k, 2) of upper skin after it went so far away from the margin, (k,) mm."""
        some = np.flatnonzero(slides)
        out, share, loose = self.out[some], self.share[some], self.loose[some]
        by = slides[some] / np.maximum(self.chart.reach(share, upper=True), 1.0)
        there = to.copy()
        there[some] += chart.upper.at(share, out + by, loose) - chart.upper.at(share, out, loose)
        return there


def _part_of_upper(
    chart: Chart,
    upper: npt.NDArray[np.bool_],
    on_upper: tuple[DoubleArray, DoubleArray],
    on_lower: tuple[DoubleArray, DoubleArray],
) -> DoubleArray:
    """How far each place goes with the upper lid: what lies in a corner between both margins goes with both."""
    above = -np.minimum(on_upper[1], 0.0) * chart.reach(on_upper[0], upper=True)
    below = -np.minimum(on_lower[1], 0.0) * chart.reach(on_lower[0], upper=False)
    share = on_upper[0]
    corner = np.clip((_CORNER - np.minimum(share, 1.0 - share)) / (0.5 * _CORNER), 0.0, 1.0)
    both = corner * ((above > 0.0) & (below > 0.0))
    return np.asarray((1.0 - both) * upper + both * below / np.maximum(above + below, 1e-9))


def _on_rim(chart: Chart, other: Chart) -> Chart:
    """The chart with the places of another: skin keeps those, and only its margins are where they are now."""
    return replace(
        chart,
        upper=replace(chart.upper, rim=other.upper.rim, rest=other.upper.rest),
        lower=replace(chart.lower, rim=other.lower.rim, rest=other.lower.rest),
    )


def _evenly(at: DoubleArray) -> DoubleArray:
    """A line of points as evenly spaced ones."""
    from scipy.interpolate import PchipInterpolator

    long = np.cumsum(np.r_[0.0, np.maximum(np.linalg.norm(np.diff(at, axis=0), axis=1), 1e-9)])
    return evenly(PchipInterpolator(long / long[-1], at), POINTS)


def _loose(chart: Chart, own: DoubleArray, height: DoubleArray, net: tuple[_Rows, _Rows]) -> DoubleArray:
    """How far skin goes along with the lids: what lies much higher over the eye than they do, as the brow, does not."""
    inner, outer = chart.lids.inner[0], chart.lids.outer[0]
    share = np.clip((own[:, 0] - inner) / max(outer - inner, 1e-6), 0.0, 1.0)
    part = np.clip(np.minimum(share, 1.0 - share) / _BESIDE, 0.0, 1.0)
    low, high = (a + part * (b - a) for a, b in zip(_IN_CORNER, _IN_MIDDLE, strict=True))
    x = np.clip((height - chart.lifted(share) - low) / (high - low), 0.0, 1.0)
    side = np.clip((own[:, 0] - inner + _NASAL) / (_NASAL + 0.5), 0.0, 1.0)
    side *= side * (3.0 - 2.0 * side)  # the side of the nose stays
    free = (1.0 - x * x * (3.0 - 2.0 * x)) * np.clip((own[:, 0] - inner + 1.5) / 2.0, 0.0, 1.0)
    # evened along the clay, so that what goes along does not end at a step; margins go along whole
    owner, other = net
    count = np.maximum(np.bincount(owner, minlength=len(own)), 1)
    soft = free
    for _ in range(_ROUNDS):
        soft = 0.5 * soft + 0.5 * np.bincount(owner, soft[other], len(own)) / count
    return np.asarray(np.where(free > 0.999, free, soft * side))


def net_among(surface: Surface, rows: _Rows) -> tuple[_Rows, _Rows]:
    """Neighbours among rows, as numbers among them: of which, and which."""
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    starts = surface.ring_at
    count = np.diff(starts)[rows]
    owner = np.repeat(np.arange(len(rows)), count)
    first = np.repeat(starts[rows] - np.r_[0, np.cumsum(count)[:-1]], count)
    other = number[surface.ring[first + np.arange(len(owner))]]
    return owner[other >= 0], other[other >= 0]


def _on_upper(surface: Surface, rows: _Rows, net: tuple[_Rows, _Rows], lines: Lines) -> npt.NDArray[np.bool_]:
    """Which vertices belong to the upper lid: those whose way along the clay to its margin is the shorter one."""
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import dijkstra

    owner, other = net
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    at = surface.positions[rows].astype(np.float64)
    long = np.linalg.norm(at[owner] - at[other], axis=1)
    graph = csr_array((np.maximum(long, 1e-9), (owner, other)), shape=(len(rows), len(rows)))
    far = []
    for seeds in (lines.upper_rows, lines.lower_rows):
        found = number[seeds[1:-1]]
        found = found[found >= 0]
        if not len(found):
            raise YewfinchError("The lid lines lie too far from this eye. Draw or move them first.")
        far.append(dijkstra(graph, indices=np.unique(found), min_only=True))
    return np.asarray(far[0] <= far[1])


def _off(eye: Eye, points: DoubleArray, some: npt.NDArray[np.bool_]) -> DoubleArray:
    """Points that would be in an eye put on it, those of lids."""
    off = off_the_eye(eye, points)
    short = some & (off < LEAST)
    if not short.any():
        return points
    out = points.copy()
    away = points[short] - np.array(eye.place)
    away /= np.maximum(np.linalg.norm(away, axis=1, keepdims=True), 1e-9)
    for _ in range(3):
        lacks = LEAST - off_the_eye(eye, out[short])
        out[short] += np.maximum(lacks, 0.0)[:, None] * away
    return out


def lines_from(points: Mapping[str, tuple[DoubleArray, _Rows]], side: int) -> Lines:
    """The lines of one side's lids.

    Raises
    ------
    YewfinchError
        If one is missing.
    """
    tag = "l" if side > 0 else "r"
    try:
        upper, lower = points[f"lid_upper_{tag}"], points[f"lid_lower_{tag}"]
    except KeyError as error:
        word = "left" if side > 0 else "right"
        raise YewfinchError(
            phrase("The clay has no lines of the {0} lids. Draw them, or begin lids of their own.", word)
        ) from error
    return Lines(upper[0], lower[0], upper[1], lower[1])
