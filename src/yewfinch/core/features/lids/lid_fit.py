"""Lids fitted to lines of lids that were drawn on photos."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.features.drawn import distances, evenly_drawn
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_margins import globe_of, opening_line
from yewfinch.core.features.lids.lids import Knot, Lids, checked, to_portrait
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sight.camera import Camera

#: How far corners and knots may usually lie from where they are, mm: what no line tells of stays.
_CORNER, _KNOT = 4.0, 4.0
#: Distances from a drawn line count less beyond so many mm (a slip of the hand).
_SLIP = 0.6
#: About so often the lids are looked at, for the progress.
_LOOKS = 250
#: Points of a drawn line that are compared.
_POINTS = 24


@dataclass(frozen=True, eq=False)
class DrawnMargin:
    """A lid's line on one photo.

    Attributes
    ----------
    camera : Camera
        In the portrait's frame.
    points : (n, 2) float64, pixels
    upper : bool
    """

    camera: Camera
    points: DoubleArray
    upper: bool


def fitted(lids: Lids, eye: Eye, drawn: Sequence[DrawnMargin], progress: Progress = silent) -> tuple[Lids, float]:
    """The lids whose margins are seen on the drawn lines, and how far they are off, median, mm.

    Raises
    ------
    YewfinchError
        If nothing is drawn, or no such lids can be.
    """
    if not drawn:
        raise YewfinchError("No line of these lids is drawn on a photo that is solved. Draw one, and solve the sitter.")
    from scipy.optimize import least_squares

    samples = [evenly_drawn(d.points, _POINTS) for d in drawn]
    start = np.zeros(16)
    spread = np.r_[np.full(6, _CORNER), np.full(10, _KNOT)]
    looks = 0

    def off(by: DoubleArray) -> DoubleArray:
        nonlocal looks
        looks += 1
        progress(min(looks / _LOOKS, 1.0), "laying margins on the drawn lines")
        made = _changed(lids, by)
        away = [_distances(made, eye, d, s) for d, s in zip(drawn, samples, strict=True)]
        rough = np.concatenate([np.diff(by[6:11], 2), np.diff(by[11:], 2)])  # neighbours go alike
        return np.concatenate([*(a / 0.15 for a in away), by / spread, 0.5 * rough])

    found = least_squares(
        off,
        start,
        loss="soft_l1",
        f_scale=_SLIP / 0.15,
        max_nfev=14,
        xtol=1e-3,
        ftol=1e-3,
        bounds=(np.full(16, -9.0), np.full(16, 9.0)),
    )
    made = checked(_changed(lids, np.asarray(found.x)))
    return made, float(
        np.median(np.abs(np.concatenate([_distances(made, eye, d, s) for d, s in zip(drawn, samples, strict=True)])))
    )


def _changed(lids: Lids, by: DoubleArray) -> Lids:
    """Lids with corners moved by three numbers each and knots raised by five for each margin, mm."""
    inner, outer = np.add(lids.inner, by[:3]), np.add(lids.outer, by[3:6])
    was = lids.outer[0] - lids.inner[0]

    def to(knots: tuple[Knot, ...], up: DoubleArray) -> tuple[Knot, ...]:
        out = []
        for (x, y), rise in zip(knots, up, strict=True):
            share = (x - lids.inner[0]) / was
            out.append((float(inner[0] + share * (outer[0] - inner[0])), float(y + rise)))
        return tuple(out)

    return replace(
        lids,
        inner=(float(inner[0]), float(inner[1]), float(inner[2])),
        outer=(float(outer[0]), float(outer[1]), float(outer[2])),
        upper=to(lids.upper, by[6:11]),
        lower=to(lids.lower, by[11:]),
    )


def _distances(lids: Lids, eye: Eye, drawn: DrawnMargin, samples: DoubleArray) -> DoubleArray:
    """How far points of a drawn line lie from where the margin is seen, across it, mm with a sign."""
    line = to_portrait(lids, eye, opening_line(lids, globe_of(lids, eye), upper=drawn.upper))
    return distances(drawn.camera, line, samples)
