"""The head that some photos of a set show, and that head as it would be known without one of them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.positive import inverse
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.bundle import TAIL, Problem, State

#: The marks' noise is held near the expected one as if by so many marks that had turned out so.
_TRUST = 8.0
#: Precision that is added so that nothing is quite unknown, 1 / mm squared.
_HELD = 1e-9
#: Limits of its factor.
_LEAST, _MOST = 0.4, 4.0


def only(
    problem: Problem, state: State, photos: list[int], mean: DoubleArray, precision: DoubleArray
) -> tuple[Problem, State]:
    """The problem of some of the photos, and where to begin; size, irises and lines are left aside.

    Parameters
    ----------
    problem, state : Problem, State
        Of all photos.
    photos : list of int
    mean : (n, 3) float64, mm
        The head, on a head of usual size.
    precision : (3 n, 3 n) float64, 1 / mm squared
        How well it is known.
    """
    mine = np.isin(problem.photo, photos)
    number = np.zeros(problem.cameras, np.int64)
    number[photos] = np.arange(len(photos))
    part = replace(
        problem,
        photo=number[problem.photo[mine]],
        landmark=problem.landmark[mine],
        seen=problem.seen[mine],
        spread=problem.spread[mine],
        log_focal=problem.log_focal[photos],
        log_focal_spread=problem.log_focal_spread[photos],
        log_distance=problem.log_distance[photos],
        log_distance_spread=problem.log_distance_spread[photos],
        centre=problem.centre[photos],
        centre_spread=problem.centre_spread[photos],
        mean=mean,
        precision=precision,
        size_by_shape=np.zeros(mean.size),
        express_spread=problem.express_spread[photos],
        iris=np.zeros((0, 4)),
        known=np.zeros((0, 4)),
        lines=None,
    )
    start = replace(
        state, rotation=state.rotation[photos], shift=state.shift[photos], log_focal=state.log_focal[photos],
        centre=state.centre[photos], express=np.zeros_like(part.express_spread), points=mean.copy(), log_size=0.0,
    )  # fmt: skip
    return part, start


@dataclass(frozen=True, eq=False)
class GroupHead:
    """A head and what each photo of the group tells of it.

    Attributes
    ----------
    points : (n, 3) float64, mm
        On a head of usual size.
    precision : (3 n, 3 n) float64, 1 / mm squared
    noise : float
        Factor of the marks' expected errors.
    told : mapping of photo to (3 n, 3 n) float64
        Its part of the precision.
    pulls : mapping of photo to (3 n,) float64
        Its part of what makes the points the likeliest ones; all parts and the prior's add up to zero.
    """

    points: DoubleArray
    precision: DoubleArray
    noise: float
    told: dict[int, DoubleArray]
    pulls: dict[int, DoubleArray]

    @cached_property
    def covariance(self) -> DoubleArray:
        """The covariance of the points, (3 n, 3 n) mm squared."""
        return inverse(self.precision)

    def without(self, photo: int) -> tuple[DoubleArray, DoubleArray]:
        """Points and covariance as they would be without one of its photos, to first order."""
        known = self.precision - self.told[photo]
        covariance = inverse((known + known.T) / 2 + _HELD * np.eye(len(known)))
        return self.points - (covariance @ self.pulls[photo]).reshape(-1, 3), covariance

    def beside(self, points: DoubleArray, precision: DoubleArray, photo: int) -> tuple[DoubleArray, DoubleArray]:
        """Points and covariance with another prior, and without one of its photos if it is among these, to
        first order.
        """
        others = [i for i in self.told if i != photo]
        pull = precision @ (points - self.points).ravel() + np.sum([self.pulls[i] for i in others], axis=0)
        covariance = inverse(
            precision + np.sum([self.told[i] for i in others], axis=0) + _HELD * np.eye(len(precision))
        )
        return self.points + (covariance @ pull).reshape(-1, 3), covariance


class GroupHeads:
    """Heads of groups of photos, each solved once.

    Parameters
    ----------
    problem : Problem
        Of all photos, with errors as they are expected before any is known, the prior of the head, and how far the
        face may move on each photo.
    state : State
        Of all photos as one person: where to begin.
    """

    def __init__(self, problem: Problem, state: State) -> None:
        self.problem, self.state = problem, state
        self._found: dict[frozenset[int], GroupHead] = {}

    def __call__(self, photos: Iterable[int]) -> GroupHead:
        """The head of a group."""
        group = frozenset(photos)
        if group not in self._found:
            self._found[group] = self._solved(sorted(group))
        return self._found[group]

    def _solved(self, group: list[int]) -> GroupHead:
        part, start = only(self.problem, self.state, group, self.problem.mean, self.problem.precision)
        start = replace(start, points=self.state.points)
        every = np.ones(len(part.seen))
        found = bundle.adjust(part, start, every, robust=True, steps=12, exact=1e-4)
        noise = _noise(part, found)
        part = replace(part, spread=part.spread * noise)
        found = bundle.adjust(part, found, every, robust=True, steps=4, exact=1e-4)
        squares = (bundle.residuals(part, found) ** 2).sum(axis=1) / part.spread**2
        weights = (TAIL + 2) / (TAIL + squares)
        normal = bundle.normal_equations(part, found, weights)
        slopes, errors = bundle.slopes(part, found), bundle.residuals(part, found)
        told, pulls = {}, {}
        p, n = part.camera_size, found.points.size
        for i, photo in enumerate(group):
            mine = np.flatnonzero(part.photo == i)
            pull = np.zeros(n)
            marks = np.zeros((n, n))
            for m in mine:
                at = slice(3 * part.landmark[m], 3 * part.landmark[m] + 3)
                by_point, weight = slopes[m, :, p:], weights[m] / part.spread[m] ** 2
                marks[at, at] += weight * by_point.T @ by_point
                pull[at] += weight * by_point.T @ errors[m]
            between = normal.between[i, :, :n]
            gain = np.linalg.solve(normal.cameras[i], between)
            told[photo] = marks - between.T @ gain
            pulls[photo] = -(pull - gain.T @ normal.camera_pull[i])
        whole = bundle.covariance(part, found, weights)
        precision = inverse(whole.points + 1e-6 * np.eye(n))
        return GroupHead(found.points, precision, noise, told, pulls)


def _noise(part: Problem, state: State) -> float:
    """How much larger than expected the marks' errors are, those counted that others check."""
    noise = 1.0
    squares = (bundle.residuals(part, state) ** 2).sum(axis=1) / part.spread**2
    weights = (TAIL + 2) / (TAIL + squares)
    normal = bundle.normal_equations(part, state, weights)
    whole = bundle.covariance(part, state, weights)
    # what the marks tell of cameras and head, of what these are known by: settled parameters
    prior = bundle.normal_equations(part, state, np.zeros(len(weights)))
    shared, cameras = normal.shared - prior.shared, normal.cameras - prior.cameras
    settled = float(
        (whole.shared * shared).sum() + (whole.cameras * cameras).sum() + 2.0 * (whole.between * normal.between).sum()
    )
    left = max(2.0 * float(weights.sum()) - settled, 0.0)
    for _ in range(8):
        now = (TAIL + 2) / (TAIL + squares / noise**2)
        noise = float(np.sqrt((float(now @ squares) + 2 * _TRUST) / (left + 2 * _TRUST)))
    return float(np.clip(noise, _LEAST, _MOST))
