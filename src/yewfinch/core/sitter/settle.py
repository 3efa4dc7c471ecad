"""From a first guess to the head: the solve that finds bad clicks, how noisy marks are and how far the prior gives way.

Bad clicks are found by testing each mark against what all others say of it (data snooping: Baarda 1968, from memory),
after a start that they cannot bend.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.shared.positive import inverse
from yewfinch.core.shared.progress import Progress
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.bundle import Covariance, Problem, State
from yewfinch.core.sitter.drawn_lines import LineFinder
from yewfinch.core.sitter.head_prior import Factors, HeadPrior
from yewfinch.core.sitter.noise import Noise, no_noise

#: A click in so many is a gross one, which lies anywhere within so many mm of where it should (choice).
_GROSS, _ASTRAY_MM = 0.02, 30.0
#: Limits of the test value above which a gross click is likelier than a good one, chi squared with two degrees of
#: freedom (1 in 3000 and 1 in 8000), and how far below it a mark is taken back.
_SOONEST, _LATEST, _BACK = 16.0, 18.0, 5.2
#: A mark that was left out so often is not taken back: without it the others look better than they are.
_OUT_FOR_GOOD = 2
#: Above this value marks are left out several at a time.
_FAR_OFF = 80.0
#: How loose the prior is at the first look, as factors of variances (choice).
_FIRST = 4.0
#: Rounds of the first look and of the testing.
_LOOKS, _TESTS = 4, 18
#: Rounds in which parts of the head give way.
_PARTS = 5
#: Marks this many expected errors off after the first look begin as bad ones.
_GONE = 5.0


@dataclass(frozen=True, eq=False)
class Settled:
    """What was found.

    Attributes
    ----------
    problem : Problem
        With the expected errors and the prior as they were found.
    state : State
    keep : (m,) float64
        1 for a mark that is used, 0 for a bad one.
    factors : Factors
    noise : Noise
    covariance : Covariance
    """

    problem: Problem
    state: State
    keep: DoubleArray
    factors: Factors
    noise: Noise
    covariance: Covariance


def settle(
    problem: Problem,
    state: State,
    prior: HeadPrior,
    kind: npt.NDArray[np.int64],
    progress: Progress,
    finder: LineFinder | None = None,
) -> Settled:
    """Solve, with everything that has to be found on the way.

    Parameters
    ----------
    problem : Problem
        With expected errors as before any is known; its precision is not used.
    state : State
        Where to begin.
    prior : HeadPrior
    kind : (m,) int64
        Class of each mark (see `noise`).
    progress : Progress
    finder : LineFinder, optional
        Of lines drawn on the photos, which join in once the marks have placed the cameras.
    """
    photos = _photos_of(problem)
    state, factors = _first_look(problem, state, prior, photos, progress)
    gone = (bundle.residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
    rough = float(np.clip(np.sqrt(np.median(gone) / 1.386), 0.3, 4.0))  # median of chi2(2) is 1.386
    keep = np.where(gone > (_GONE * max(rough, 1.0)) ** 2, 0.0, 1.0)
    noise = replace(no_noise(problem.cameras), whole=rough)
    times_out = np.zeros(len(keep), np.int64)
    for turn in range(_TESTS):
        progress(0.5 + 0.35 * turn / _TESTS, "testing each mark against the others")
        now = _with_prior(problem, prior, factors)
        lines = None if finder is None else finder.lines(state, factors, now.precision)
        now = replace(now, spread=problem.spread * noise.of_marks(kind, problem.photo), lines=lines)
        state = bundle.adjust(now, state, keep, robust=False, steps=12, exact=1e-6)
        whole = bundle.covariance(now, state, keep)
        test, leverage, limit = mark_tests(now, state, keep, whole)
        used = keep > 0
        wrong, right = used & (test > limit), ~used & (test < limit - _BACK) & (times_out < _OUT_FOR_GOOD)
        square = (bundle.residuals(now, state) ** 2).sum(axis=1) / now.spread**2
        next_noise = noise.found(kind[used], problem.photo[used], square[used], 2.0 - leverage[used])
        next_factors = prior.given_way(factors, now.precision, state.points, whole.points, photos)
        calm = (
            abs(next_noise.whole / noise.whole - 1.0) < 0.03
            and abs(next_factors.shape / factors.shape - 1.0) < 0.1
            and abs(next_factors.placing / factors.placing - 1.0) < 0.1
        )
        if (not wrong.any() and not right.any() and calm) or turn == _TESTS - 1:
            return _parts_given_way(Settled(now, state, keep, factors, noise, whole), prior)
        noise, factors = next_noise, next_factors
        if turn < _TESTS - 4:
            keep = keep.copy()
            keep[right] = 1.0
            keep[wrong & (test > _FAR_OFF)] = 0.0
            for i in np.unique(problem.photo[wrong]):  # of the others the worst of each photo at a time
                here = np.flatnonzero(wrong & (problem.photo == i))
                keep[here[np.argmax(test[here])]] = 0.0
            times_out += used & (keep == 0.0)
    raise AssertionError("the last round returns")


def _parts_given_way(found: Settled, prior: HeadPrior) -> Settled:
    """The same with a nose, a jaw or another part that differs more from the usual than the whole head.

    Last, so that a part adds to what is left open: neither noise nor gross clicks pass for it.
    """
    for _ in range(_PARTS):
        factors = prior.parts_given_way(
            found.factors, found.problem.precision, found.state.points, found.covariance.points
        )
        if np.abs(factors.parts / found.factors.parts - 1.0).max() < 0.1:
            break
        now = _with_prior(found.problem, prior, factors)
        state = bundle.adjust(now, found.state, found.keep, robust=False, steps=12, exact=1e-6)
        whole = bundle.covariance(now, state, found.keep)
        found = replace(found, problem=now, state=state, factors=factors, covariance=whole)
    return found


def _first_look(
    problem: Problem, state: State, prior: HeadPrior, photos: IndexArray, progress: Progress
) -> tuple[State, Factors]:
    """A forgiving one: a heavy tail, twice the expected error at the very start, and a loose prior that gives way
    further
    where the head is a strange one.
    """
    everything = np.ones(len(problem.seen))
    factors = replace(prior.start(), shape=_FIRST, placing=_FIRST)
    for look in range(_LOOKS):
        progress(0.4 + 0.1 * look / _LOOKS, "a first look at all photos together")
        wide = _with_prior(problem, prior, factors)
        wide = replace(wide, spread=problem.spread * (2.0 if look == 0 else 1.0))
        state = bundle.adjust(wide, state, everything, robust=True, steps=25 if look == 0 else 8, exact=1e-4)
        if look == _LOOKS - 1:
            break
        square = (bundle.residuals(problem, state) ** 2).sum(axis=1) / wide.spread**2
        whole = bundle.covariance(wide, state, 6.0 / (4.0 + square))
        found = prior.given_way(factors, wide.precision, state.points, whole.points, photos)
        factors = replace(found, shape=max(found.shape, 1.0), placing=max(found.placing, 1.0))
    return state, factors


def _with_prior(problem: Problem, prior: HeadPrior, factors: Factors) -> Problem:
    precision = inverse(prior.covariance(factors))
    by_shape, spread = prior.size(factors, precision)
    return replace(problem, precision=precision, size_by_shape=by_shape, size_spread=spread)


def _photos_of(problem: Problem) -> IndexArray:
    """How many photos show each landmark, (n,)."""
    pairs = np.unique(problem.landmark * np.int64(problem.cameras) + problem.photo)
    return np.bincount(pairs // problem.cameras, minlength=len(problem.mean)).astype(np.int32)


def mark_tests(
    problem: Problem, state: State, keep: DoubleArray, whole: Covariance
) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """Test each mark against all others.

    A used mark's residual is compared with the residual's own covariance, one left out with the
    covariance of its prediction: both equal the test against a solve without it (Baarda 1968).

    Returns
    -------
    test : (m,) float64
        Chi squared with two degrees of freedom.
    leverage : (m,) float64
        0 to 2.
    limit : (m,) float64
        Above which the mark is likelier a gross click than a good one. The less surely the others say where it should
        be, the sooner: a good click then lies in as many places as a gross one.
    """
    error = bundle.residuals(problem, state)
    slopes = bundle.slopes(problem, state)
    block = spread_in_photo(slopes, problem.photo, problem.landmark, whole)
    own = problem.spread**2
    sign = np.where(keep > 0, -1.0, 1.0)
    values, vectors = np.linalg.eigh(own[:, None, None] * np.eye(2) + sign[:, None, None] * block)
    values = np.maximum(values, own[:, None] * 1e-3)
    test = (np.einsum("mji,mj->mi", vectors, error) ** 2 / values).sum(axis=1)
    leverage = np.where(keep > 0, np.trace(block, axis1=1, axis2=2) / own, 0.0)
    # area of the prediction: of own errors and what the others leave open, which for a used mark is own^2 / residual's
    expected = np.where(keep > 0, own**2 / np.sqrt(values.prod(axis=1)), np.sqrt(values.prod(axis=1)))
    px_per_mm = np.sqrt((slopes[:, :, -3:] ** 2).sum(axis=(1, 2)) / 2)
    places = (px_per_mm * _ASTRAY_MM) ** 2 / (2 * expected)
    limit = np.clip(2 * np.log((1 - _GROSS) / _GROSS * places), _SOONEST, _LATEST)
    return test, leverage, np.asarray(limit)


def spread_in_photo(
    slopes: DoubleArray, photo: npt.NDArray[np.int64], landmark: npt.NDArray[np.int64], whole: Covariance
) -> DoubleArray:
    """Covariance of projected landmarks, (m, 2, 2) pixels squared, from their derivatives (m, 2, p + 3)."""
    p = whole.cameras.shape[1]
    column = 3 * landmark[:, None] + np.arange(3)
    by_camera, by_point = slopes[:, :, :p], slopes[:, :, p:]
    out = by_camera @ whole.cameras[photo] @ by_camera.transpose(0, 2, 1)
    mixed = by_camera @ whole.between[photo[:, None], :, column].transpose(0, 2, 1) @ by_point.transpose(0, 2, 1)
    own = whole.shared[column[:, :, None], column[:, None, :]]
    return np.asarray(out + mixed + mixed.transpose(0, 2, 1) + by_point @ own @ by_point.transpose(0, 2, 1))
