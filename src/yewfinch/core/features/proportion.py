"""Exaggeration that keeps what was measured in proportion: landmarks go where measures say, and the surface with them.

Steps that lead a surface straight on make a distance longer than k times its own difference where its ends also move
across it, and steps evened out so that nothing crosses itself lose some of what they were to do. Both are put right by
smooth fields through the landmarks, which move what lies close together alike, so that little crosses anew.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.exaggeration import LIDS, eye_step, kept_clear, with_eyes
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.sitter.towards import ROUND, thin_plate

#: A distance may be off by this part of what it should be.
_WITHIN = 0.012
#: It counts as astray once it is off by this part of what it should be.
ASTRAY = 0.02
#: Amounts of steps at which distances are looked at.
_LOOKED_AT = (0.5, 1.0)
#: Aims below this part of the person's own distance are left alone: nothing sensible is that short.
_SHORTEST = 0.4
#: Landmarks go along with one that is corrected up to about this distance, mm, by this part.
_REACH, _TOGETHER = 20.0, 0.4
#: Rounds of correcting landmarks, and of passing that on to a surface whose lids stay on their eyes.
_ROUNDS, _PASSES = 12, 6
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
    """Landmarks on a surface, and pupils of the eyes in it, which go along with their eyes.

    Attributes
    ----------
    corners : (n, 3) int64
        Vertices of the triangle that each lies on.
    weights : (n, 3) float64
        Adding up to 1.
    eyes : tuple of Eye
        As they stand in the surface.
    pupils : (e, 3) float64, mm
        Of these.
    """

    corners: npt.NDArray[np.int64]
    weights: DoubleArray
    eyes: tuple[Eye, ...] = ()
    pupils: DoubleArray = field(default_factory=lambda: np.zeros((0, 3)))

    def on(self, at: DoubleArray) -> DoubleArray:
        """Where they are, (n + e, 3) mm, on a surface with vertices at (m, 3) mm."""
        return np.concatenate([self._on_the_surface(at), self.pupils])

    def of(self, at: DoubleArray, steps: DoubleArray) -> DoubleArray:
        """Their steps, (n + e, 3) mm, if vertices at (m, 3) mm take steps, (m, 3) mm."""
        ways = [eye_step(at, steps, np.array(eye.place), LIDS * eye.radius) for eye in self.eyes]
        return np.concatenate([self._on_the_surface(steps), np.reshape(ways, (-1, 3))])

    def _on_the_surface(self, values: DoubleArray) -> DoubleArray:
        return np.asarray(np.einsum("nk,nkj->nj", self.weights, values[self.corners]))


@dataclass(frozen=True, eq=False)
class Distances:
    """Distances between landmarks, and how large they are in the norm.

    Attributes
    ----------
    ends : (p, 2) int64
        Rows of landmarks.
    usual : (p,) float64, mm
    titles : tuple of str
        What they are called, if anybody is to be told of them.
    """

    ends: npt.NDArray[np.int64]
    usual: DoubleArray
    titles: tuple[str, ...] = ()

    def between(self, points: DoubleArray) -> DoubleArray:
        """How large they are between points (n, 3) mm, (p,) mm."""
        return np.asarray(np.linalg.norm(points[self.ends[:, 0]] - points[self.ends[:, 1]], axis=1))

    def astray(self, person: DoubleArray, points: DoubleArray, times: float) -> dict[str, tuple[float, float]]:
        """Those that are not in proportion, by title: how large they are and should be, mm; of one title the worst.

        Parameters
        ----------
        person : (n, 3) float64, mm
            Landmarks of the person.
        points : (n, 3) float64, mm
            The same taken so many times as far from the norm.
        times : float
        """
        own, now = self.between(person), self.between(points)
        aim = self.usual + times * (own - self.usual)
        off = np.abs(now - aim)
        order = [i for i in np.argsort(off) if off[i] > ASTRAY * max(aim[i], 1e-9)]
        return {self.titles[i]: (float(now[i]), float(aim[i])) for i in order}


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
    way = ends @ places
    own = np.maximum(np.linalg.norm(way, axis=1), 1e-9)
    held = np.diag(_HELD * (own / own.mean()) ** 2)  # the same part of each distance
    gain = along @ ends.T @ np.linalg.inv(ends @ along @ ends.T + held)
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
    there, out = places.on(at), steps
    for _ in range(_PASSES):
        now = places.of(at, out)
        change = in_proportion(there, now, distances) - now
        if np.abs(change).max(initial=0.0) < 1e-3:
            break
        out = out + _field(surface, places, change, eyes)
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
    there, aims = places.on(at), places.of(at, steps)
    before = len(crossings(at, triangles))
    out, crossed = kept_clear(surface, steps, amounts, part(progress, 0.0, 0.6), before)
    if len(there) < _FEWEST:
        return out
    best: tuple[int, float, DoubleArray] | None = None
    for turn in range(_BACK + 1):
        left = aims - places.of(at, out)
        worst = float(np.linalg.norm(left, axis=1).max(initial=0.0))
        if best is None or (crossed, worst) < best[:2]:
            best = crossed, worst, out
        if turn == _BACK or (worst < _NEAR and not crossed):
            break
        share = part(progress, 0.6 + 0.4 * turn / _BACK, 0.6 + 0.4 * (turn + 1) / _BACK)
        out, crossed = kept_clear(surface, out + _field(surface, places, left, eyes), amounts, share, before)
    assert best is not None
    return best[2]


def _field(surface: Surface, places: Places, change: DoubleArray, eyes: Sequence[Eye]) -> DoubleArray:
    """A change of places passed on to the whole surface, smoothly, lids staying on their eyes."""
    at = surface.positions.astype(np.float64)
    there = places.on(at)
    _, first = np.unique(np.round(there, 3), axis=0, return_index=True)
    plate = thin_plate(there[first], change[first], np.full(len(first), _SOFT), ROUND)
    of_pupils = dict(zip(places.eyes, change[len(places.corners) :], strict=True))
    return with_eyes(surface, plate.at(at), eyes, beyond=True, known=[of_pupils.get(eye) for eye in eyes])
