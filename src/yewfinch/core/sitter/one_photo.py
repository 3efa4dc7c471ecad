"""One photo of a solved set against a head: how likely are its marks, if that head is the one that it shows?

All is linear but for a few rounds of Newton's method: the marks' errors have the covariance of clicking and, on top,
that which an unknown camera, expression and head give them. Their likelihood is that of a normal distribution with
both (the marginal likelihood, in Laplace's approximation for the heavy-tailed loss); how noisy the photo is is chosen
so that it is highest, held near the usual noise.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt
import scipy

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter import _bundle_kernels
from yewfinch.core.sitter.bundle import CAMERA, TAIL, Ints, Problem, State
from yewfinch.core.sitter.camera_pose import rotation_of

#: Spread of the logarithm of the noise of photos that one hand marked (choice; with 0.15 a photo marked three times as
#: badly as the rest is taken for a stranger, with 0.3 strangers hide behind noise).
NOISE_SPREAD = 0.22
#: Spread of a camera's turn, in radians, and of the direction in which it sees the head, so wide that they say nothing.
_ANY = 1.0
#: How far a landmark goes its own way when the face moves, as a part of the way that an expression moves it (choice).
_OWN_WAY = 0.12
#: Factors by which the noise is tried, one step of the climb; and how far it may go.
_STEP, _LEAST, _MOST = 1.3, 0.2, 8.0
#: Rounds in which camera, expression and head are found, and in which the weights of marks are.
_ROUNDS, _WEIGHINGS = 6, 2
#: They are found when no mark would move by more than this part of its expected error.
_STILL = 0.2


@dataclass(frozen=True, eq=False)
class Marks:
    """What one photo says, and where to begin.

    Attributes
    ----------
    landmark : (m,) int64
        Rows of the marked landmarks among those that are solved for.
    seen : (m, 2) float64, pixels
    spread : (m,) float64, pixels
        Expected error of each mark.
    modes : (m, 3, e) float64, mm
        How expressions move the landmarks.
    expected, variance : (9,) float64
        Of the camera: turn about the middle of the head, direction to it, logarithm of its distance, logarithm of the
        focal length, principal point.
    rotation : (3, 3) float64
        Where to begin, and against which the turn counts.
    start : (9,) float64
        Camera to begin with.
    middle : (3,) float64, mm
        Of the head.
    """

    landmark: Ints
    seen: DoubleArray
    spread: DoubleArray
    modes: DoubleArray
    expected: DoubleArray
    variance: DoubleArray
    rotation: DoubleArray
    start: DoubleArray
    middle: DoubleArray


def marks_of(problem: Problem, state: State, photo: int, use: npt.NDArray[np.bool_] | None = None) -> Marks:
    """What one photo of a solved set says.

    Size, irises and lines are left aside, and marks that are not to be used, (m,).
    """
    mine = np.flatnonzero((problem.photo == photo) & (True if use is None else use))
    middle = problem.mean.mean(axis=0)
    at = state.rotation[photo] @ middle + state.shift[photo]
    depth = max(float(at[2]), 1.0)
    distance_variance = problem.log_distance_spread[photo] ** 2 + problem.size_spread**2
    start = np.array(
        [0, 0, 0, at[0] / depth, at[1] / depth, np.log(depth), state.log_focal[photo], *state.centre[photo]]
    )
    expected = start.copy()
    expected[5:] = problem.log_distance[photo], problem.log_focal[photo], *problem.centre[photo]
    if problem.centre_spread[photo] <= 0:
        start[7:] = expected[7:]
    variance = np.array(
        [_ANY] * 5 + [distance_variance, problem.log_focal_spread[photo] ** 2] + [problem.centre_spread[photo] ** 2] * 2
    )
    return Marks(
        problem.landmark[mine],
        problem.seen[mine],
        problem.spread[mine],
        problem.modes[problem.landmark[mine]],
        expected,
        variance,
        state.rotation[photo],
        start,
        middle,
    )


@dataclass(frozen=True, eq=False)
class Fit:
    """One explanation of a photo.

    Attributes
    ----------
    evidence : float
        Logarithm of the marginal likelihood, but for a constant of the photo.
    noise : float
        Factor of the marks' expected errors.
    squares : (m,) float64
        Squared error of each mark in units of the expected one, with that noise.
    express : (e,) float64
    """

    evidence: float
    noise: float
    squares: DoubleArray
    express: DoubleArray


def fit(
    marks: Marks,
    head: DoubleArray,
    covariance: DoubleArray,
    express_spread: DoubleArray,
    noise: float,
    noise_spread: float,
) -> Fit:
    """Explain a photo by a head.

    Parameters
    ----------
    marks : Marks
    head : (n, 3) float64, mm
        On a head of usual size.
    covariance : (3 n, 3 n) float64, mm squared
        How well it is known.
    express_spread : (e,) float64
        Of the photo's expression about rest.
    noise, noise_spread : float
        Usual factor of the marks' errors, and the spread of its logarithm.

    Returns
    -------
    Fit
    """
    m, ways = len(marks.landmark), len(express_spread)
    index = (3 * marks.landmark[:, None] + np.arange(3)).ravel()
    known = covariance[np.ix_(index, index)]
    expected = np.concatenate([marks.expected, np.zeros(ways), head[marks.landmark].ravel()])
    variance = np.concatenate([marks.variance, express_spread**2])
    here = expected.copy()
    here[:CAMERA] = marks.start
    free = CAMERA + ways
    weights = np.ones(m)
    error, by_camera, by_point = _look(marks, here, ways)
    spread = marks.spread * noise
    shared, gone = np.zeros((2 * m, 2 * m)), error
    for turn in range(_ROUNDS):
        own = known + np.diag(np.repeat((_OWN_WAY * _lengths(marks.modes @ here[CAMERA:free])) ** 2, 3))
        shared = by_camera * variance @ by_camera.T + _across(by_point, own)
        away = expected - here
        gone = error + by_camera @ away[:free] + _along(by_point, away[free:])
        pull = gone
        for _ in range(_WEIGHINGS):
            pull, _, weights, _ = _weighed(shared, gone, spread * (3.0 if turn == 0 else 1.0), weights)
        by_marks = np.einsum("mab,ma->mb", by_point, pull.reshape(-1, 2)).ravel()
        step = away - np.concatenate([variance * (by_camera.T @ pull), own @ by_marks])
        seen = by_camera @ step[:free] + _along(by_point, step[free:])
        if turn and float(np.abs(seen.reshape(-1, 2) / spread[:, None]).max()) < _STILL:
            break
        here = here + step
        error, by_camera, by_point = _look(marks, here, ways)
    found: dict[int, tuple[float, DoubleArray]] = {}

    def at(step: int) -> float:
        if step not in found:
            found[step] = _evidence(shared, gone, marks.spread * noise * _STEP**step, weights)
        return found[step][0] - 0.5 * (step * np.log(_STEP) / noise_spread) ** 2

    step, way = 0, (1 if at(1) > at(0) else -1)
    while _LEAST < noise * _STEP ** (step + way) < _MOST and at(step + way) > at(step):
        step += way
    return Fit(at(step), noise * _STEP**step, found[step][1], here[CAMERA:free])


def _look(marks: Marks, at: DoubleArray, ways: int) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """Errors of the marks, (2 m,) pixels, and their derivatives by camera and expression, (2 m, 9 + e), and by their
    own landmark, (m, 2, 3).
    """
    m = len(marks.landmark)
    turn, u, v = at[:3], at[3], at[4]
    depth = float(np.exp(np.clip(at[5], 3.0, 11.0)))
    rotation = rotation_of(turn) @ marks.rotation
    arm = rotation @ marks.middle
    shift = np.array([u * depth, v * depth, depth]) - arm
    photo, number = np.zeros(m, np.int64), np.arange(m)
    express, points = at[CAMERA : CAMERA + ways], at[CAMERA + ways :].reshape(-1, 3)
    log_focal, centre = np.array([np.clip(at[6], 3.0, 13.0)]), at[None, 7:9]
    error, one = np.empty((m, 2)), np.empty((m, 2, CAMERA + ways + 3))
    cameras = rotation[None], shift[None], log_focal
    _bundle_kernels.mark_errors(photo, number, marks.seen, *cameras, centre, points, marks.modes, express[None], error)
    _bundle_kernels.mark_slopes(photo, number, *cameras, points, marks.modes, express[None], one)
    out = one[:, :, : CAMERA + ways].copy()
    # the kernel turns about the origin of the camera's arms; here the head's middle stays where it is
    x, y, z = one[:, :, 3], one[:, :, 4], one[:, :, 5]
    out[:, :, 0] -= -arm[2] * y + arm[1] * z
    out[:, :, 1] -= arm[2] * x - arm[0] * z
    out[:, :, 2] -= -arm[1] * x + arm[0] * y
    out[:, :, 3], out[:, :, 4], out[:, :, 5] = x * depth, y * depth, depth * (u * x + v * y + z)
    return error.ravel(), out.reshape(2 * m, -1), one[:, :, CAMERA + ways :].copy()


def _lengths(moves: DoubleArray) -> DoubleArray:
    return np.asarray(np.linalg.norm(moves, axis=1))


def _along(by_point: DoubleArray, move: DoubleArray) -> DoubleArray:
    """How marks move, (2 m,) pixels, when their landmarks do, (3 m,) mm."""
    return np.asarray(np.einsum("mab,mb->ma", by_point, move.reshape(-1, 3)).ravel())


def _across(by_point: DoubleArray, covariance: DoubleArray) -> DoubleArray:
    """Covariance of marks, (2 m, 2 m) pixels squared, from that of their landmarks, (3 m, 3 m) mm squared."""
    m = len(by_point)
    half = (by_point @ covariance.reshape(m, 3, 3 * m)).reshape(2 * m, m, 3).transpose(1, 0, 2)
    return np.ascontiguousarray((half @ by_point.transpose(0, 2, 1)).transpose(1, 0, 2).reshape(2 * m, 2 * m))


def _weighed(
    shared: DoubleArray, gone: DoubleArray, spread: DoubleArray, weights: DoubleArray
) -> tuple[DoubleArray, DoubleArray, DoubleArray, float]:
    """One solve with given weights of marks.

    Returns
    -------
    pull : (2 m,) float64
        Errors over their covariance.
    squares : (m,) float64
        Squared errors that are left, in units of the expected ones.
    weights : (m,) float64
        That follow from these.
    log : float
        Logarithm of the determinant of the errors' covariance over that of the marks' own.
    """
    own = np.repeat(spread**2 / weights, 2)
    whole = shared.copy()
    whole[np.diag_indices(len(own))] += own
    factor, pull, failed = scipy.linalg.lapack.dposv(whole, gone)
    if failed:
        raise np.linalg.LinAlgError("the covariance of a photo's marks is not positive")
    squares = ((own * pull).reshape(-1, 2) ** 2).sum(axis=1) / spread**2
    log = 2.0 * float(np.log(np.diag(factor)).sum()) - float(np.log(own).sum())
    return pull, squares, (TAIL + 2) / (TAIL + squares), log


def _evidence(
    shared: DoubleArray, gone: DoubleArray, spread: DoubleArray, weights: DoubleArray
) -> tuple[float, DoubleArray]:
    for _ in range(_WEIGHINGS):
        pull, squares, weights, log = _weighed(shared, gone, spread, weights)
    cost = (TAIL + 2) * float(np.log1p(squares / TAIL).sum()) + 4.0 * float(np.log(spread).sum())
    return -0.5 * (cost + float(pull @ shared @ pull) + log), squares
