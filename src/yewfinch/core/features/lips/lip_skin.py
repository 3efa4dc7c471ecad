"""The clay round a mouth as it is, and where it goes for other lips.

Lines of the lips go exactly where they are wanted; what lies round them goes along smoothly, each lip's side by itself,
so that detail stays and lips part along their line. What bulges between the lines is raised over that.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.features.lips.jaw import Jaw, hinge_of, line_shares, turn_for, turned
from yewfinch.core.features.lips.lip_chart import MouthLines, Rows, bulge_ways, net_at_edges, of_upper, on_red
from yewfinch.core.features.lips.lip_measures import part_of, peaks, with_peaks
from yewfinch.core.features.lips.lips import MIDDLE, POINTS, Lips, evenly, frame_of
from yewfinch.core.mesh.query.pick import Hit, pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.towards import thin_plate

#: Clay farther than this from the lips' lines stays, unless the jaw turns, mm; from here on it goes along less.
REACH, _WHOLE = 40.0, 24.0
#: With the jaw all within this of the mouth is looked at, mm.
JAW_REACH = 150.0
#: Landmarks that stay whatever lips do.
_STILL = ("sn", "prn", "ac_l", "ac_r", "al_l", "al_r", "sbal_l", "sbal_r", "pg", "gn")
#: Clay this far from the lines stands still, mm, at so many places at most.
_RING, _PLACES = (30.0, 46.0), 70
#: The red's bulge begins so far inside the edge and ends so far outside the border, as a part of the red.
_INSIDE, _OUTSIDE = 0.12, 0.12
#: What lies so far behind the lips' edges goes along with these, mm: the lips' inner sides do not pass each other.
_WALLS = (5.0, 11.0)
#: As near to a corner as this both lips go the same way, and from that distance on each its own, mm.
_AS_ONE = (0.5, 3.5)
#: How surely the way along the clay tells the lip by how far from the lines a place is, mm; height tells it beyond.
_TOLD = (20.0, 36.0)
#: Red is looked for so near to the lines, mm, and distances of so many places are worked out at a time.
_RED, _LOT = 14.0, 50_000
#: Half of the philtrum's breadth is taken for at least this, mm.
_NARROW = 2.0
_S = np.linspace(-1.0, 1.0, POINTS)


def lips_of(surface: Surface, lines: MouthLines, landmarks: Mapping[str, DoubleArray]) -> Lips:
    """The lips that clay has.

    Parameters
    ----------
    surface : Surface
    lines : MouthLines
    landmarks : mapping of key to (3,) mm
        Of the clay; sn, the point under the nose, tells where the philtrum is.
    """
    raw = np.stack([evenly(x) for x in (lines.upper, lines.upper_edge, lines.lower_edge, lines.lower)])
    lips = with_peaks(Lips(raw[0], raw[1], raw[2], raw[3]).with_lines(raw), landmarks)
    return replace(
        lips,
        full_upper=_bulge(surface, lips, upper=True),
        full_lower=_bulge(surface, lips, upper=False),
        philtrum=_philtrum(surface, lips, landmarks),
    )


def _bulge(surface: Surface, lips: Lips, *, upper: bool) -> float:
    """How far the red lies before the middle between its border and its edge, in the middle of the lip, mm."""
    hit, at, way = _red_probe(surface, lips, upper=upper)
    return 0.0 if hit is None else float((np.asarray(hit.point) - at) @ way)


def _red_probe(surface: Surface, lips: Lips, *, upper: bool) -> tuple[Hit | None, DoubleArray, DoubleArray]:
    """Where the red is met in the middle of a lip, from where that is measured, and which way."""
    edge, border = (lips.upper_edge, lips.upper) if upper else (lips.lower_edge, lips.lower)
    way = bulge_ways(lips, upper=upper)[MIDDLE]
    at = (edge[MIDDLE] + border[MIDDLE]) / 2.0
    return pick(surface, at + 14.0 * way + 1e-4, -way), at, way


def _philtrum(surface: Surface, lips: Lips, landmarks: Mapping[str, DoubleArray]) -> float:
    """How far the groove under the nose lies behind its ridges, halfway up, mm; 0 where that cannot be told."""
    hits = _groove_probes(surface, lips, landmarks)
    if len(hits) < 3:
        return 0.0
    right, middle, left = (float(frame_of(lips).own(np.asarray(h.point, np.float64))[2]) for h in hits)
    return (right + left) / 2.0 - middle


def _groove_probes(surface: Surface, lips: Lips, landmarks: Mapping[str, DoubleArray]) -> list[Hit]:
    """Where right ridge, middle and left ridge of the philtrum are met, halfway up."""
    if "sn" not in landmarks:
        return []
    frame = frame_of(lips)
    right, left = peaks(lips)
    up = (frame.own(lips.upper[MIDDLE])[1] + frame.own(np.asarray(landmarks["sn"]))[1]) / 2.0
    across = (right[0], (right[0] + left[0]) / 2.0, left[0])
    found = [pick(surface, frame.out(np.array([x + 1e-4, up, 120.0])), -frame.axes[:, 2]) for x in across]
    return [h for h in found if h is not None]


class LipSkin:
    """Clay round a mouth as it is, from which it is moved to other lips.

    Attributes
    ----------
    surface, lines
        As they were given; the clay itself may have been moved since.
    lips : Lips
        As they are to begin with.
    rows, wide_rows : int64
        Vertices that may go along: as long as the jaw does not turn, and with it.

    Parameters
    ----------
    surface : Surface
    lines : MouthLines
    landmarks : mapping of key to (3,) mm
        Of the clay.
    held : (n,) float64, optional
        How firmly each vertex is held, 0 to 1.
    """

    def __init__(
        self,
        surface: Surface,
        lines: MouthLines,
        landmarks: Mapping[str, DoubleArray],
        held: DoubleArray | None = None,
    ) -> None:
        self.lips, self.landmarks = lips_of(surface, lines, landmarks), dict(landmarks)
        self.frame, self.hinge = frame_of(self.lips), hinge_of(self.lips, landmarks)
        self.surface, self.lines = surface, lines
        self.wide_rows = surface.rows_in_ball(self.frame.origin, JAW_REACH).astype(np.int64)
        self._at = surface.positions[self.wide_rows].astype(np.float64)
        self._free = np.ones(len(self._at)) if held is None else 1.0 - held[self.wide_rows]
        self._away = _from_lines(self._at, self.lips, REACH + 8.0)
        self._near = np.flatnonzero(self._away < REACH)
        self._at_red = np.flatnonzero(self._away[self._near] < _RED)
        self.rows = self.wide_rows[self._near]
        self._normals = surface.normals[self.rows].astype(np.float64)
        self._upper = self._sides()
        self._still = self._places_that_stay()
        self._jaw: Jaw | None = None
        self._gains = self._gains_of_forms(surface)
        rows, self._edge_net = net_at_edges(surface, self.lips, self.rows)
        self._edges = np.searchsorted(self.wide_rows, rows)

    def _sides(self) -> DoubleArray:
        """How far each wide row belongs to the upper lip's side: along the clay near the mouth, by height elsewhere."""
        out = np.clip(0.5 + self.frame.own(self._at)[:, 1] / 30.0, 0.0, 1.0)
        told = of_upper(self.surface, self.rows, self.lines.upper_rows, self.lines.lower_rows)
        part = np.clip((_TOLD[1] - self._away[self._near]) / (_TOLD[1] - _TOLD[0]), 0.0, 1.0)
        out[self._near] += part * (told - out[self._near])
        # right at a corner both lips go the same way: there they are too near to each other to do otherwise
        corners = np.stack([self.lips.upper_edge[0], self.lips.upper_edge[-1]])
        far = np.linalg.norm(self._at[:, None] - corners[None], axis=2).min(axis=1)
        apart = np.clip((far - _AS_ONE[0]) / (_AS_ONE[1] - _AS_ONE[0]), 0.0, 1.0)
        return np.asarray(0.5 + (out - 0.5) * apart * apart * (3.0 - 2.0 * apart))

    def _places_that_stay(self) -> DoubleArray:
        ring = self._at[(self._away > _RING[0]) & (self._away < _RING[1])]
        # those first that are farthest from each other would cost more than they are worth: a coarse grid does
        _, first = np.unique(np.round(ring / 14.0), axis=0, return_index=True)
        ring = ring[np.sort(first)]
        if len(ring) > _PLACES:
            ring = ring[np.linspace(0, len(ring) - 1, _PLACES).astype(int)]
        flip = np.eye(3) - 2.0 * np.outer(self.frame.axes[:, 0], self.frame.axes[:, 0])
        ring = np.concatenate([ring, (ring - self.frame.origin) @ flip + self.frame.origin])  # alike on both sides
        known = [np.asarray(self.landmarks[k]) for k in _STILL if k in self.landmarks]
        return np.concatenate([np.array(known).reshape(-1, 3), ring])

    def turn(self, lips: Lips) -> float:
        """How far the jaw turns from these lips to others, radians."""
        now, then = (turn_for(part_of(x), self.lips, self.hinge) for x in (self.lips, lips))
        return then - now

    def to(self, lips: Lips, *, wide: bool = False) -> tuple[Rows, DoubleArray]:
        """Where clay goes for other lips.

        Parameters
        ----------
        lips : Lips
        wide : bool
            With all that could go along with the jaw, even if it does not turn.

        Returns
        -------
        (k,) int64
            Rows of the clay.
        (k, 3) float64, mm
        """
        angle = self.turn(lips)
        at, near = self._at, self._near
        step = self._along_lines(lips, angle) + self._formed(lips)
        part = np.clip((REACH - self._away[near]) / (REACH - _WHOLE), 0.0, 1.0)
        out = np.zeros_like(at)
        out[near] = step * (part * part * (3.0 - 2.0 * part))[:, None]
        if abs(angle) > 1e-6:
            share = self._jaws().shares(at, self._upper)
            out += turned(at, share, angle, self.hinge, self.frame) - at
        out[self._edges] = kept_apart(at[self._edges], self._edge_net, out[self._edges])
        if wide or abs(angle) > 1e-6:
            return self.wide_rows, at + self._free[:, None] * out
        return self.rows, at[near] + self._free[near, None] * out[near]

    def _jaws(self) -> Jaw:
        if self._jaw is None:
            at = self._at
            far = at[np.linalg.norm(at - self.frame.origin, axis=1) > JAW_REACH - 25.0]
            _, first = np.unique(np.round(far / 25.0), axis=0, return_index=True)
            self._jaw = Jaw(self.lips, self.landmarks, far[np.sort(first)][:60])
        return self._jaw

    def _along_lines(self, lips: Lips, angle: float) -> DoubleArray:
        """What the lines lack beyond the jaw's turn, carried to the clay near them."""
        was = self.lips.lines
        gone = turned(was.reshape(-1, 3), line_shares().ravel(), angle, self.hinge, self.frame).reshape(was.shape)
        lacks, out = lips.lines - gone, np.zeros((len(self._near), 3))
        if not np.abs(lacks).max() > 1e-7:
            return out
        # where the clay's own points of the lines are, so that these go exactly where they are wanted
        lines = (self.lines.upper, self.lines.upper_edge, self.lines.lower_edge, self.lines.lower)
        steps = [_at_shares(one, lack) for one, lack in zip(lines, lacks, strict=True)]
        upper, at = self._upper[self._near], self._at[self._near]
        for rows, part in (((0, 1), upper), ((3, 2), 1.0 - upper)):
            some = part > 0.0
            edge, step = lines[rows[1]], steps[rows[1]]
            behind = [edge[::2] - deep * self.frame.axes[:, 2] for deep in _WALLS]
            centres = np.concatenate([*(lines[k] for k in rows), *behind, self._still])
            goes = np.concatenate([*(steps[k] for k in rows), *([step[::2]] * len(_WALLS)), np.zeros_like(self._still)])
            _, first = np.unique(np.round(centres, 2), axis=0, return_index=True)
            field = thin_plate(centres[first], goes[first], np.full(len(first), 0.01))
            out[some] += part[some, None] * field.at(at[some])
        return out

    def _formed(self, lips: Lips) -> DoubleArray:
        """What fullness and philtrum add to the clay near the mouth."""
        out = np.zeros((len(self._near), 3))
        for number, (of, by) in enumerate(
            (
                (True, lips.full_upper - self.lips.full_upper),
                (False, lips.full_lower - self.lips.full_lower),
            )
        ):
            if abs(by) > 1e-6:
                out += by / self._gains[number] * self._raised(lips, upper=of)
        if abs(lips.philtrum - self.lips.philtrum) > 1e-6 and "sn" in self.landmarks:
            by = (lips.philtrum - self.lips.philtrum) / self._gains[2]
            out += by * self._groove()[:, None] * self.frame.axes[:, 2]
        return out

    def _gains_of_forms(self, surface: Surface) -> tuple[float, float, float]:
        """By how much fullness of both lips and philtrum come out for 1 mm: coarse clay cuts off what is round."""
        gains = []
        for upper in (True, False):
            hit, _, way = _red_probe(surface, self.lips, upper=upper)
            gains.append(1.0 if hit is None else float(self._met(self._raised(self.lips, upper=upper), hit) @ way))
        hits = _groove_probes(surface, self.lips, self.landmarks)
        if len(hits) == 3:
            goes = self._groove()[:, None]
            right, middle, left = (float(self._met(goes, h)[0]) for h in hits)
            gains.append((right + left) / 2.0 - middle)
        else:
            gains.append(1.0)
        return max(gains[0], 0.3), max(gains[1], 0.3), max(gains[2], 0.3)

    def _met(self, steps: DoubleArray, hit: Hit) -> DoubleArray:
        """Steps of the rows near the mouth at the place of a hit."""
        where = np.searchsorted(self.rows, hit.corners)
        where = np.minimum(where, len(self.rows) - 1)
        same = self.rows[where] == np.array(hit.corners)
        return np.asarray((np.asarray(hit.weights) * same) @ steps[where])

    def _raised(self, lips: Lips, *, upper: bool) -> DoubleArray:
        """Where a lip's red goes for 1 mm of fullness."""
        edge, border = (self.lips.upper_edge, self.lips.upper) if upper else (self.lips.lower_edge, self.lips.lower)
        some = self._near[self._at_red]
        red = on_red(self._at[some], edge, border)
        ways = bulge_ways(lips, upper=upper)
        way = np.stack([np.interp(red.along, _S, ways[:, k]) for k in range(3)], axis=1)
        of_lip = self._upper[some] if upper else 1.0 - self._upper[some]
        # only what faces outwards, and what rounds the edge
        facing = np.clip(1.5 * (self._normals[self._at_red] * way).sum(axis=1) + 0.75, 0.0, 1.0)
        out = np.zeros((len(self._near), 3))
        out[self._at_red] = (of_lip * _over_red(red.out) * (1.0 - red.along**2) * facing)[:, None] * way
        return out

    def _groove(self) -> DoubleArray:
        """How far clay goes forwards for a philtrum 1 mm deeper: its ridges half, its middle minus half."""
        own, ls = self.frame.own(self._at[self._near]), self.frame.own(self.lips.upper)
        right, left = peaks(self.lips)
        half = max((left[0] - right[0]) / 2.0, _NARROW)
        x = np.abs(own[:, 0] - (left[0] + right[0]) / 2.0) / half
        low = np.interp(own[:, 0], ls[:, 0], ls[:, 1])
        high = self.frame.own(np.asarray(self.landmarks["sn"]))[1]
        t = (own[:, 1] - low) / max(high - ls[MIDDLE, 1], 1.0)
        along = np.where(t < 0.5, np.clip((t + 0.15) / 0.5, 0.0, 1.0), np.clip((1.05 - t) / 0.45, 0.0, 1.0))
        along = along * along * (3.0 - 2.0 * along)
        beside = np.where(x < 2.0, 0.25 + 0.25 * np.cos(np.pi * (x - 1.0)), 0.0)
        across = np.where(x < 1.0, -0.5 * np.cos(np.pi * x), beside)
        ahead = np.clip(2.0 * self._normals @ self.frame.axes[:, 2], 0.0, 1.0)
        return np.asarray(self._upper[self._near] * along * across * ahead)


def _at_shares(line: DoubleArray, steps: DoubleArray) -> DoubleArray:
    """Steps (POINTS, 3) of evenly spaced points at the points of a line (n, 3) that are spaced as they are."""
    long = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))]
    share = 2.0 * long / max(float(long[-1]), 1e-9) - 1.0
    return np.stack([np.interp(share, _S, steps[:, k]) for k in range(3)], axis=1)


def _over_red(out: DoubleArray) -> DoubleArray:
    """1 in the middle of the red, falling off softly to nothing beyond its edge and its border."""
    t = out - 0.5
    away = np.where(t < 0.0, -t / (0.5 + _INSIDE), t / (0.5 + _OUTSIDE))
    return np.asarray((0.5 + 0.5 * np.cos(np.pi * np.clip(away, 0.0, 1.0))) ** 1.6)


def _from_lines(points: DoubleArray, lips: Lips, reach: float) -> DoubleArray:
    """How far points (n, 3) are from the lips' lines, mm; infinite for those that are surely farther than a reach."""
    lines = lips.lines.reshape(-1, 3)
    middle = lines.mean(axis=0)
    out = np.full(len(points), np.inf)
    most = reach + float(np.linalg.norm(lines - middle, axis=1).max())
    some = np.flatnonzero(np.linalg.norm(points - middle, axis=1) < most)
    for first in range(0, len(some), _LOT):
        lot = some[first : first + _LOT]
        at = points[lot]
        far = (at * at).sum(axis=1)[:, None] - 2.0 * at @ lines.T + (lines * lines).sum(axis=1)
        out[lot] = np.sqrt(np.maximum(far.min(axis=1), 0.0))
    return out
