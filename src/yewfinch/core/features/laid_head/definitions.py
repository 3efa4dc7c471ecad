"""Landmarks brought to what defines them: most protruding, widest, deepest, the corner of a profile.

All places are in the head's frame: mm, Frankfurt plane level, +X to the sitter's left, +Z ahead.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: Landmarks that are the farthest place in a direction: direction for the left one, radius of search in mm, and the
#: height in mm that is given up for each mm squared away from where the head was laid, so that a landmark stays where
#: nothing stands out (choices).
FARTHEST: dict[str, tuple[tuple[float, float, float], float, float]] = {
    "v": ((0, 1, 0), 8, 0.01), "op": ((0, 0, -1), 8, 0.01), "eu": ((1, 0, 0), 8, 0.01), "prn": ((0, 0, 1), 4, 0.015),
    "g": ((0, 0, 1), 3, 0.04), "pg": ((0, 0, 1), 3, 0.04), "gn": ((0, -1, 0), 4, 0.04), "zy": ((1, 0, 0), 3, 0.04),
    "al": ((1, 0, 0), 3, 0.015), "sa": ((0, 1, 0), 4, 0.015), "sba": ((0, -1, 0), 4, 0.015),
    "pa": ((0, 0, -1), 4, 0.015),
}  # fmt: skip
#: Of these the form must have one within reach.
SHARP = ("prn", "al", "sa", "sba", "pa")
#: Landmarks on a profile of the midline: what is looked for, how far up and down in mm, what is given up as above, and
#: from how many degrees below the profile is seen.
PROFILE: dict[str, tuple[str, float, float, float]] = {
    "se": ("deepest", 3, 0.04, 0), "sl": ("deepest", 3, 0.04, 0), "sn": ("corner", 2, 0.15, 40),
}  # fmt: skip
#: A place is looked for between vertices within so many mm.
_ROUND = 3.5
#: A place is flat over as much as it can be moved before it gives up this much of what defines it, mm: so well is a
#: form known, and a head that stands a little aslant gives up more.
_SEEN = 0.1
#: Spacing along a profile, and half of the window in which it turns, mm.
_STEP, _WINDOW = 0.5, 3.0
#: A profile is looked at from so far, mm.
_BEFORE = 12.0


@dataclass(frozen=True, eq=False)
class Snapped:
    """A landmark brought to what defines it.

    Attributes
    ----------
    place : (3,) float64, mm
    clear : bool
        Whether it was found well within the reach of the search; True for landmarks that no form defines.
    flat : float, mm
        How far it could lie to either side and meet its definition nearly as well; 0 if that is not known.
    """

    place: DoubleArray
    clear: bool = True
    flat: float = 0.0


def snapped(key: str, place: DoubleArray, clay: Surface) -> Snapped:
    """A landmark brought to what defines it.

    Parameters
    ----------
    key : str
        Of the landmark.
    place : (3,) float64, mm
        Where the laid head has it.
    clay : Surface
        In the head's frame.
    """
    place = np.asarray(place, np.float64)
    base = key.removesuffix("_l").removesuffix("_r")
    if base in FARTHEST:
        way, radius, stay = FARTHEST[base]
        mirror = np.array([-1.0 if key.endswith("_r") else 1.0, 1.0, 1.0])
        found = _farthest(place, clay, np.array(way, float) * mirror, radius, stay)
        return Snapped(place, base not in SHARP) if found is None else found
    if base in PROFILE:
        found = _on_profile(place, clay, *PROFILE[base])
        return Snapped(place) if found is None else found
    return Snapped(place)


def flat_over(worth: DoubleArray, along: DoubleArray) -> float:
    """How far the best of a row of places could lie to either side and be nearly as good, mm.

    Parameters
    ----------
    worth : (n,) float64, mm
        How well each meets what is looked for.
    along : (n,) float64, mm
        Where each lies along the row, ascending.
    """
    best = int(np.argmax(worth))
    less = np.flatnonzero(worth < worth[best] - _SEEN)
    before, after = less[less < best], less[less > best]
    first = along[before[-1] + 1] if len(before) else along[0]
    last = along[after[0] - 1] if len(after) else along[-1]
    return float(last - first) / 2.0


def _farthest(place: DoubleArray, clay: Surface, way: DoubleArray, radius: float, stay: float) -> Snapped | None:
    """The place that stands out within a radius; None if it would lie on the rim of that."""
    rows = clay.rows_in_ball(place, radius + _ROUND)
    rows = rows[clay.normals[rows] @ way > 0.2]
    if len(rows) < 6:
        return None
    at = clay.positions[rows].astype(np.float64) - place
    worth = at @ way - stay * (at * at).sum(axis=1)
    best = at[int(np.argmax(worth))]
    near = np.linalg.norm(at - best, axis=1) < max(_ROUND, 2.2 * _spacing(at))
    u, v = _across(way)
    a, b, height = (at[near] - best) @ u, (at[near] - best) @ v, worth[near]
    found, flat = best, 0.0
    if near.sum() >= 8:
        terms = np.stack([np.ones_like(a), a, b, a * a, a * b, b * b], axis=1)
        c, *_ = np.linalg.lstsq(terms, height, rcond=None)
        bow = np.array([[2 * c[3], c[4]], [c[4], 2 * c[5]]])
        flat = float(np.sqrt(2.0 * _SEEN / max(-np.linalg.eigvalsh(bow)[1] - 2.0 * stay, 1e-4)))
        if np.linalg.eigvalsh(bow)[1] < -1e-4:
            step = -np.linalg.solve(bow, c[1:3])
            if np.abs(step).max() < np.abs(np.stack([a, b])).max():
                found = best + step[0] * u + step[1] * v
    if np.linalg.norm(found - way * (found @ way)) > radius:
        return None
    return Snapped(nearest_anchors("", clay, (found + place)[None])[0].on(clay), flat=flat)


def _spacing(at: DoubleArray) -> float:
    """About how far apart vertices (n, 3) of a patch lie, mm."""
    size = np.ptp(at, axis=0)
    return float(np.sqrt(np.sort(size)[1:].prod() / len(at)))


def _across(way: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
    u = np.roll(np.abs(way), 1)
    return u, np.cross(way, u)


def _on_profile(
    place: DoubleArray, clay: Surface, kind: str, reach: float, stay: float, below: float
) -> Snapped | None:
    tilt = np.radians(below)
    ahead, up = np.array([0.0, -np.sin(tilt), np.cos(tilt)]), np.array([0.0, np.cos(tilt), np.sin(tilt)])
    heights = np.arange(-reach - _WINDOW, reach + _WINDOW + 1e-9, _STEP)
    line = np.full((len(heights), 3), np.nan)
    for i, h in enumerate(heights):
        hit = pick(clay, place + up * h + ahead * _BEFORE + (1e-4, 0.0, 0.0), -ahead)
        if hit is not None and hit.distance < 2 * _BEFORE:
            line[i] = hit.point
    if not np.isfinite(line).all():
        return None
    inner = np.abs(heights) <= reach + 1e-9
    plain = _PROFILES[kind](np.stack([line @ up, line @ ahead], axis=1))
    worth = plain - stay * heights**2
    best = int(np.flatnonzero(inner)[np.argmax(worth[inner])])
    if abs(heights[best]) > reach - 0.5 * _STEP:
        return None
    return Snapped(line[best], flat=flat_over(plain[inner], heights[inner]))


def _deepest(line: DoubleArray) -> DoubleArray:
    return np.asarray(-line[:, 1])


def _corner(line: DoubleArray) -> DoubleArray:
    """How far the profile lies behind the chord of its window, mm: hollow corners."""
    n = round(_WINDOW / _STEP)
    out = np.full(len(line), -np.inf)
    for i in range(n, len(line) - n):
        a, b = line[i - n], line[i + n]
        (y, z), (p, q) = (b - a) / max(float(np.linalg.norm(b - a)), 1e-9), line[i] - a
        out[i] = z * p - y * q
    return out


_PROFILES: dict[str, Callable[[DoubleArray], DoubleArray]] = {"deepest": _deepest, "corner": _corner}
