"""Exaggeration that keeps what was measured in proportion: landmarks go where measures say, and the surface with them.

Steps that lead a surface straight on make a distance longer than k times its own difference where its ends also move
across it, and steps evened out so that nothing crosses itself lose some of what they were to do. Both are put right by
smooth fields through the landmarks, which move what lies close together alike, so that little crosses anew.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.exaggeration import kept_clear, with_eyes
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.sitter.towards import thin_plate

#: A distance may be off by this part of what it should be.
_WITHIN = 0.012
#: Amounts of steps at which distances are looked at.
_LOOKED_AT = (0.5, 1.0)
#: Aims below this part of the person's own distance are left alone: nothing sensible is that short.
_SHORTEST = 0.4
#: Landmarks go along with one that is corrected up to about this distance, mm, by this part.
_REACH, _TOGETHER = 20.0, 0.4
#: Rounds of correcting landmarks, and of passing that on to a surface whose lids stay on their eyes.
_ROUNDS, _PASSES = 12, 3
#: Precision of what is asked of distances, so that what does not go together is shared out.
_HELD = 0.05
#: How nearly fields pass landmarks, as softness of a thin plate.
_SOFT = 0.2
#: Rounds of bringing back what clearing took; it ends once no landmark is farther off than this, mm.
_BACK, _NEAR = 3, 0.15
#: Fewer landmarks than these say too little of what lies between them.
_FEWEST = 8


@dataclass(frozen=True, eq=False)
class Places:
    """Landmarks on a surface.

    Attributes
    ----------
    corners : (n, 3) int64
        Vertices of the triangle that each lies on.
    weights : (n, 3) float64
        Adding up to 1.
    """

    corners: npt.NDArray[np.int64]
    weights: DoubleArray

    def of(self, values: DoubleArray) -> DoubleArray:
        """What values of vertices, (m, 3), are there, (n, 3)."""
        return np.asarray(np.einsum("nk,nkj->nj", self.weights, values[self.corners]))


@dataclass(frozen=True, eq=False)
class Distances:
    """Distances between landmarks, and how large they are in the norm.

    Attributes
    ----------
    ends : (p, 2) int64
        Rows of landmarks.
    usual : (p,) float64, mm
    """

    ends: npt.NDArray[np.int64]
    usual: DoubleArray

    def between(self, points: DoubleArray) -> DoubleArray:
        """How large they are between points (n, 3) mm, (p,) mm."""
        return np.asarray(np.linalg.norm(points[self.ends[:, 0]] - points[self.ends[:, 1]], axis=1))


def in_proportion(places: DoubleArray, steps: DoubleArray, distances: Distances) -> DoubleArray:
    """Steps of landmarks with which distances change in proportion to how much of them is taken, (n, 3) mm.

    Parameters
    ----------
    places : (n, 3) float64, mm
        Of the person.
    steps : (n, 3) float64, mm
        From the norm to the person.
    distances : Distances

    Notes
    -----
    What ends move across their distance counts for little near the person and for much far beyond. It is cut to what a
    distance bears, and what they move along it is set to its difference; of all steps that do so those with the
    smallest change are taken, neighbours going along (a Gaussian kernel).
    """
    pairs, usual = distances.ends, distances.usual
    if not len(pairs):
        return steps
    gap = ((places[:, None] - places[None]) ** 2).sum(axis=2)
    along = _TOGETHER * np.exp(-gap / (2.0 * _REACH**2)) + (1.0 - _TOGETHER) * np.eye(len(places))
    ends = np.zeros((len(pairs), len(places)))
    ends[np.arange(len(pairs)), pairs[:, 0]] = 1.0
    ends[np.arange(len(pairs)), pairs[:, 1]] -= 1.0
    gain = along @ ends.T @ np.linalg.inv(ends @ along @ ends.T + _HELD * np.eye(len(pairs)))
    way = ends @ places
    own = np.maximum(np.linalg.norm(way, axis=1), 1e-9)
    way = way / own[:, None]
    last = np.maximum(own + _LOOKED_AT[-1] * (own - usual), _SHORTEST * own)
    most = np.sqrt(2.0 * _WITHIN) * last / _LOOKED_AT[-1]
    out = steps.copy()
    for _ in range(_ROUNDS):
        each = ends @ out
        wrong = np.zeros(len(pairs), bool)
        for amount in _LOOKED_AT:
            aim = own + amount * (own - usual)
            off = np.abs(np.linalg.norm(ends @ places + amount * each, axis=1) - aim)
            wrong |= (off > _WITHIN * aim) & (aim > _SHORTEST * own)
        if not wrong.any():
            break
        across = each - (each * way).sum(axis=1, keepdims=True) * way
        size = np.linalg.norm(across, axis=1)
        across *= np.minimum(0.95 * most / np.maximum(size, 1e-9), 1.0)[:, None]
        aims = (own - usual)[:, None] * way + across
        out = out + gain @ np.where(wrong[:, None], aims - each, 0.0)
    return out


def proportional(
    surface: Surface,
    steps: DoubleArray,
    places: Places,
    distances: Distances,
    eyes: Sequence[Eye],
) -> DoubleArray:
    """Steps of a surface beyond the person, (m, 3) mm, with which distances grow in proportion; lids stay on eyes.

    Parameters
    ----------
    surface : Surface
    steps : (m, 3) float64, mm
    places : Places
    distances : Distances
    eyes : sequence of Eye
        Of the person.
    """
    at = surface.positions.astype(np.float64)
    there, out = places.of(at), steps
    for _ in range(_PASSES):
        now = places.of(out)
        change = in_proportion(there, now, distances) - now
        if np.abs(change).max(initial=0.0) < 1e-3:
            break
        out = out + _field(surface, there, change, eyes)
    return out


def kept_clear_in_place(
    surface: Surface,
    steps: DoubleArray,
    amounts: Sequence[float],
    places: Places,
    eyes: Sequence[Eye],
    progress: Progress = silent,
) -> DoubleArray:
    """Steps with which a surface does not come to cross itself, and its landmarks still go where they went, (m, 3) mm.

    Parameters
    ----------
    surface : Surface
    steps : (m, 3) float64, mm
    amounts : sequence of float
        As of `kept_clear`.
    places : Places
    eyes : sequence of Eye
    progress : Progress
        May cancel.
    """
    at, triangles = surface.positions.astype(np.float64), surface.triangles()
    there, aims = places.of(at), places.of(steps)
    before = len(crossings(at, triangles))
    out, crossed = kept_clear(surface, steps, amounts, part(progress, 0.0, 0.6), before)
    if len(there) < _FEWEST:
        return out
    best: tuple[int, float, DoubleArray] | None = None
    for turn in range(_BACK + 1):
        left = aims - places.of(out)
        worst = float(np.linalg.norm(left, axis=1).max(initial=0.0))
        if best is None or (crossed, worst) < best[:2]:
            best = crossed, worst, out
        if turn == _BACK or (worst < _NEAR and not crossed):
            break
        share = part(progress, 0.6 + 0.4 * turn / _BACK, 0.6 + 0.4 * (turn + 1) / _BACK)
        out, crossed = kept_clear(surface, out + _field(surface, there, left, eyes), amounts, share, before)
    assert best is not None
    return best[2]


def _field(surface: Surface, there: DoubleArray, change: DoubleArray, eyes: Sequence[Eye]) -> DoubleArray:
    """A change of landmarks passed on to the whole surface, smoothly, lids staying on their eyes."""
    _, first = np.unique(np.round(there, 3), axis=0, return_index=True)
    field = thin_plate(there[first], change[first], np.full(len(first), _SOFT))
    return with_eyes(surface, field.at(surface.positions.astype(np.float64)), eyes, beyond=True)
