"""What new faces changed: how far apart old and new clay lie, volume, bodies, hollows, handles, what thin part went."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.query.inside import Inside
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.repair.topology import Topology, enclosed, topology_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent

#: Places on each surface that are looked at, about.
_PLACES = 200_000
#: Thickness is looked for up to this, mm, in so many steps.
_THICK, _STEPS = 20.0, 200


@dataclass(frozen=True, eq=False)
class Difference:
    """How new clay differs from the old.

    Attributes
    ----------
    most, mean : float, mm
        Distance of places of the new clay from the old.
    lost, mean_lost : float or None, mm
        Distance of places of the old clay from the new; None if some of it had to go.
    place : (3,) float64, mm, or None
        The old place that is farthest from the new clay.
    thin : float or None, mm
        How thick the old clay is there, if that is less than 20 mm.
    volume : (float, float) or None, mm3
        Before and after; None if a surface is open.
    before, after : Topology
        Of all old clay together, and of all the new.
    """

    most: float
    mean: float
    lost: float | None
    mean_lost: float | None
    place: DoubleArray | None
    thin: float | None
    volume: tuple[float, float] | None
    before: Topology
    after: Topology

    def words(self) -> str:
        """In one line, as the user reads it."""
        told = []
        if self.lost is None or self.mean_lost is None:
            told.append(
                phrase("at most {0:.2f} mm from what it was made of, {1:.3f} mm in the mean", self.most, self.mean)
            )
        else:
            most, mean = max(self.most, self.lost), (self.mean + self.mean_lost) / 2
            told.append(phrase("at most {0:.2f} mm apart, {1:.3f} mm in the mean", most, mean))
            if self.volume is not None and self.volume[0] > 0:
                told.append(
                    phrase("volume {0:+.2f} %", 100 * (self.volume[1] / self.volume[0] - 1) + 0.0).replace(
                        "-0.00", "+0.00"
                    )
                )
        if self.lost is None and self.volume is not None:
            told.append(phrase("{0:.1f} cm³", self.volume[1] / 1000))
        after = self.after.words()
        told.append(
            after
            if self.lost is None or self.after == self.before
            else phrase("{0} (was {1})", after, self.before.words())
        )
        return in_a_row(", ", told)


def difference(
    before: Sequence[Surface], after: Sequence[Surface], progress: Progress = silent, *, whole: bool = True
) -> Difference:
    """Compare old and new clay over vertices and the middles of faces, or a share of them.

    Parameters
    ----------
    before, after : sequences of Surface
        At least one each.
    progress : Progress
    whole : bool
        All of the old clay is meant to be there still; else nobody looks what is not.
    """
    old, new = [_places(s) for s in before], [_places(s) for s in after]
    progress(0.1, "measuring what changed")
    out = _apart(np.concatenate(new), before)
    progress(0.4, "measuring what changed")
    back = _apart(np.concatenate(old), after) if whole else None
    progress(0.8, "measuring what changed")
    place = thin = None
    if back is not None:
        place = np.concatenate(old)[int(back.argmax())]
        thin = _thickness(before[0], place) if len(before) == 1 else None
    volumes = tuple(sum(enclosed(s) for s in lot) for lot in (before, after))
    is_open = any((s.closed == 0).any() for s in (*before, *after))
    return Difference(
        float(out.max()),
        float(out.mean()),
        None if back is None else float(back.max()),
        None if back is None else float(back.mean()),
        place,
        thin,
        None if is_open else (volumes[0], volumes[1]),
        _together(before),
        _together(after),
    )


def _together(surfaces: Sequence[Surface]) -> Topology:
    found = [topology_of(s) for s in surfaces]
    return Topology(*(sum(getattr(t, name) for t in found) for name in ("bodies", "hollows", "handles", "sheets")))


def _places(surface: Surface) -> DoubleArray:
    """Vertices that faces use, and the middles of these."""
    used = np.unique(surface.faces)
    step = max(1, -(-(len(used) + len(surface.faces)) // _PLACES))
    at = surface.positions[used[::step]].astype(np.float64)
    return np.concatenate([at, surface.positions[surface.faces[::step]].mean(axis=1, dtype=np.float64)])


def _apart(points: DoubleArray, surfaces: Sequence[Surface]) -> DoubleArray:
    """Distance of points (k, 3) mm from the nearest of surfaces, (k,) mm."""
    square = np.full(len(points), np.inf)
    for surface in surfaces:
        tree = NearestTree(surface.positions.astype(np.float64), surface.triangles())
        square = np.minimum(square, tree.find(points).squares)
    return np.asarray(np.sqrt(np.maximum(square, 0.0)))


def _thickness(surface: Surface, place: DoubleArray) -> float | None:
    """How thick clay is below a place (3,) mm of its surface, along the normal there."""
    at, triangles = surface.positions.astype(np.float64), surface.triangles()
    tree = NearestTree(at, triangles)
    normal = tree.normals(tree.find(place[None]).rows)[0]
    deep = np.arange(1, _STEPS + 1) * (_THICK / _STEPS)
    within = Inside(at, triangles).winding(place - deep[:, None] * normal) > 0
    if not within[0] or within.all():
        return None
    return float(deep[int(np.argmin(within))])
