"""Landmarks brought to what defines them: most protruding, widest, deepest, the corner of a profile.

All places are in the head's frame: mm, Frankfurt plane level, +X to the sitter's left, +Z ahead.
"""

from __future__ import annotations

from collections.abc import Callable

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
#: Spacing along a profile, and half of the window in which it turns, mm.
_STEP, _WINDOW = 0.5, 3.0
#: A profile is looked at from so far, mm.
_BEFORE = 12.0


def snapped(key: str, place: DoubleArray, clay: Surface) -> tuple[DoubleArray, bool]:
    """A landmark brought to what defines it.

    Parameters
    ----------
    key : str
        Of the landmark.
    place : (3,) float64, mm
        Where the laid head has it.
    clay : Surface
        In the head's frame.

    Returns
    -------
    place : (3,) float64, mm
    clear : bool
        Whether it was found well within the reach of the search; True for landmarks that no form defines.
    """
    base = key.removesuffix("_l").removesuffix("_r")
    if base in FARTHEST:
        way, radius, stay = FARTHEST[base]
        mirror = np.array([-1.0 if key.endswith("_r") else 1.0, 1.0, 1.0])
        found = _farthest(np.asarray(place, np.float64), clay, np.array(way, float) * mirror, radius, stay)
        return (place, base not in SHARP) if found is None else (found, True)
    if base in PROFILE:
        found = _on_profile(np.asarray(place, np.float64), clay, *PROFILE[base])
        return (place if found is None else found), True
    return np.asarray(place, np.float64), True


def _farthest(place: DoubleArray, clay: Surface, way: DoubleArray, radius: float, stay: float) -> DoubleArray | None:
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
    found = best
    if near.sum() >= 8:
        terms = np.stack([np.ones_like(a), a, b, a * a, a * b, b * b], axis=1)
        c, *_ = np.linalg.lstsq(terms, height, rcond=None)
        bow = np.array([[2 * c[3], c[4]], [c[4], 2 * c[5]]])
        if np.linalg.eigvalsh(bow)[1] < -1e-4:
            step = -np.linalg.solve(bow, c[1:3])
            if np.abs(step).max() < np.abs(np.stack([a, b])).max():
                found = best + step[0] * u + step[1] * v
    if np.linalg.norm(found - way * (found @ way)) > radius:
        return None
    return nearest_anchors("", clay, (found + place)[None])[0].on(clay)


def _spacing(at: DoubleArray) -> float:
    """About how far apart vertices (n, 3) of a patch lie, mm."""
    size = np.ptp(at, axis=0)
    return float(np.sqrt(np.sort(size)[1:].prod() / len(at)))


def _across(way: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
    u = np.roll(np.abs(way), 1)
    return u, np.cross(way, u)


def _on_profile(
    place: DoubleArray, clay: Surface, kind: str, reach: float, stay: float, below: float
) -> DoubleArray | None:
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
    worth = _PROFILES[kind](np.stack([line @ up, line @ ahead], axis=1)) - stay * heights**2
    best = int(np.flatnonzero(inner)[np.argmax(worth[inner])])
    return None if abs(heights[best]) > reach - 0.5 * _STEP else np.asarray(line[best])


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
