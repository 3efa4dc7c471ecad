"""Bundle adjustment: cameras and landmarks together, from marks and a prior on the landmarks.

Nothing here knows of photos or names: arrays in, arrays out. Minimised is the sum of squared
errors in units of their expected size (or a loss with a heavy tail, so that gross errors count
little) of the marks, the lens priors, the landmarks' prior, iris diameters and known distances,
by Levenberg-Marquardt on dense normal equations (Triggs et al. 2000, Bundle Adjustment - A Modern
Synthesis, from memory).
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt
from scipy.linalg import cho_factor, cho_solve

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.pose import rotation_of

#: Parameters of a camera: turn (3), shift (3), log of the focal length, principal point (2).
CAMERA = 9
#: Degrees of freedom of the heavy-tailed loss (a multivariate t; choice).
_TAIL = 4.0

Ints = npt.NDArray[np.int64]


@dataclass(frozen=True)
class Problem:
    """What is known.

    Attributes
    ----------
    photo, landmark : (m,) int64
        Of each mark.
    seen : (m, 2) float64, pixels
    spread : (m,) float64, pixels
        Expected error of each mark.
    log_focal, log_focal_spread : (k,) float64
        Prior of each camera.
    centre : (k, 2) float64, pixels
        Principal points, or their priors.
    centre_spread : (k,) float64, pixels
        0 holds the principal point.
    mean : (n, 3) float64, mm
    precision : (3 n, 3 n) float64, 1 / mm squared
        The landmarks' prior.
    iris : (i, 4) float64
        Camera, landmark of the pupil, diameter and its expected error in pixels.
    iris_size : (float, float)
        Mean and spread of the iris diameter, mm.
    known : (d, 4) float64
        Two landmarks, their distance and its spread in mm.
    settled : float
        How many coordinates of the landmarks the marks settle (see `size_term`).
    """

    photo: Ints
    landmark: Ints
    seen: DoubleArray
    spread: DoubleArray
    log_focal: DoubleArray
    log_focal_spread: DoubleArray
    centre: DoubleArray
    centre_spread: DoubleArray
    mean: DoubleArray
    precision: DoubleArray
    iris: DoubleArray = field(default_factory=lambda: np.zeros((0, 4)))
    iris_size: tuple[float, float] = (11.71, 0.42)
    known: DoubleArray = field(default_factory=lambda: np.zeros((0, 4)))
    settled: float = 0.0

    @property
    def size(self) -> int:
        """Number of parameters: cameras, landmarks, the iris diameter."""
        return CAMERA * len(self.log_focal) + self.mean.size + 1

    def free(self) -> npt.NDArray[np.bool_]:
        """Which parameters are solved for, (size,)."""
        out = np.ones(self.size, np.bool_)
        for i, s in enumerate(self.centre_spread):
            if s <= 0:
                out[i * CAMERA + 7 : i * CAMERA + 9] = False
        if not len(self.iris):
            out[-1] = False
        return out


@dataclass(frozen=True)
class State:
    """What is solved for: X is seen by camera k at focal (R X + shift) + centre.

    Attributes
    ----------
    rotation : (k, 3, 3) float64
    shift : (k, 3) float64, mm
    log_focal : (k,) float64
    centre : (k, 2) float64, pixels
    points : (n, 3) float64, mm
    log_iris : float
        Logarithm of the iris diameter in mm.
    """

    rotation: DoubleArray
    shift: DoubleArray
    log_focal: DoubleArray
    centre: DoubleArray
    points: DoubleArray
    log_iris: float

    def moved(self, step: DoubleArray) -> State:
        """After a step of all parameters."""
        k = len(self.log_focal)
        cameras = step[: CAMERA * k].reshape(k, CAMERA)
        turn = np.array([rotation_of(v) for v in cameras[:, :3]]).reshape(k, 3, 3)
        return State(
            turn @ self.rotation, self.shift + cameras[:, 3:6],
            np.clip(self.log_focal + cameras[:, 6], 3.0, 13.0), self.centre + cameras[:, 7:9],
            self.points + step[CAMERA * k : -1].reshape(-1, 3), float(self.log_iris + step[-1]),
        )  # fmt: skip


def residuals(problem: Problem, state: State) -> DoubleArray:
    """Seen minus marked, (m, 2) pixels; huge for a landmark behind its camera."""
    c = _in_camera(problem, state)
    z = np.where(c[:, 2] > 1.0, c[:, 2], np.nan)
    f = np.exp(state.log_focal)[problem.photo]
    e = c[:, :2] / z[:, None] * f[:, None] + state.centre[problem.photo] - problem.seen
    return np.asarray(np.where(np.isfinite(e), e, 1e9))


def _in_camera(problem: Problem, state: State) -> DoubleArray:
    x = state.points[problem.landmark]
    return np.asarray(np.einsum("mij,mj->mi", state.rotation[problem.photo], x) + state.shift[problem.photo])


def slopes(problem: Problem, state: State) -> tuple[DoubleArray, Ints]:
    """Derivatives of the marks, (m, 2, 12), by the parameters with indices (m, 12)."""
    c = _in_camera(problem, state)
    m, k = len(c), len(state.log_focal)
    f = np.exp(state.log_focal)[problem.photo]
    z = np.maximum(c[:, 2], 1.0)
    by_point = np.zeros((m, 2, 3))
    by_point[:, 0, 0] = by_point[:, 1, 1] = f / z
    by_point[:, 0, 2], by_point[:, 1, 2] = -f * c[:, 0] / z**2, -f * c[:, 1] / z**2
    jac = np.zeros((m, 2, 12))
    arm = c - state.shift[problem.photo]
    jac[:, :, :3] = np.cross(arm[:, None], by_point)
    jac[:, :, 3:6] = by_point
    jac[:, :, 6] = f[:, None] * c[:, :2] / z[:, None]
    jac[:, 0, 7] = jac[:, 1, 8] = 1.0
    jac[:, :, 9:] = by_point @ state.rotation[problem.photo]
    index = np.concatenate(
        [problem.photo[:, None] * CAMERA + np.arange(CAMERA),
         CAMERA * k + problem.landmark[:, None] * 3 + np.arange(3)], axis=1,
    )  # fmt: skip
    return jac, index


def _others(problem: Problem, state: State) -> tuple[DoubleArray, DoubleArray]:
    """Residuals in units of their spread, and their derivatives, of all that are no marks."""
    k = len(state.log_focal)
    e: list[float] = []
    rows: list[DoubleArray] = []

    def add(error: float, spread: float) -> DoubleArray:
        e.append(error / spread)
        rows.append(np.zeros(problem.size))
        return rows[-1]

    for i in range(k):
        s = problem.log_focal_spread[i]
        add(state.log_focal[i] - problem.log_focal[i], s)[i * CAMERA + 6] = 1.0 / s
        s = problem.centre_spread[i]
        if s > 0:
            for j in (0, 1):
                add(state.centre[i, j] - problem.centre[i, j], s)[i * CAMERA + 7 + j] = 1.0 / s
    if len(problem.iris):
        mean, s = problem.iris_size
        add(state.log_iris - np.log(mean), s / mean)[-1] = mean / s
    for camera, pupil, diameter, spread in problem.iris:
        i, p = int(camera), int(pupil)
        z = float(state.rotation[i, 2] @ state.points[p] + state.shift[i, 2])
        size = float(np.exp(state.log_focal[i] + state.log_iris)) / z
        row = add(size - diameter, spread)
        row[i * CAMERA + 6] = row[-1] = size / spread
        row[i * CAMERA + 5] = -size / z / spread
        arm = state.rotation[i] @ state.points[p]
        row[i * CAMERA : i * CAMERA + 2] = np.array([arm[1], -arm[0]]) * (-size / z / spread)
        at = CAMERA * k + 3 * p
        row[at : at + 3] = state.rotation[i, 2] * (-size / z / spread)
    for a, b, mm, spread in problem.known:
        i, j = int(a), int(b)
        way = state.points[i] - state.points[j]
        length = max(float(np.linalg.norm(way)), 1e-9)
        row = add(length - mm, spread)
        row[CAMERA * k + 3 * i : CAMERA * k + 3 * i + 3] = way / length / spread
        row[CAMERA * k + 3 * j : CAMERA * k + 3 * j + 3] = -way / length / spread
    return np.array(e), np.array(rows).reshape(len(e), problem.size)


def size_term(problem: Problem, points: DoubleArray) -> tuple[float, DoubleArray]:
    """Makes up for what the most probable head leaves out: term of the cost and half its slope.

    Photos do not tell size. Among heads of one shape, a larger one leaves more room in mm to each
    coordinate that the marks settle in pixels: integrated over that room (Laplace), a head of
    size s gains a factor s for each. Without it a small head is favoured, because its deviations
    from the mean are smaller too.
    """
    centred = points - points.mean(axis=0)
    size2 = float((centred**2).sum())
    return -problem.settled * float(np.log(size2)), -problem.settled * centred.ravel() / size2


def cost(problem: Problem, state: State, weight: DoubleArray, *, robust: bool) -> float:
    """What is minimised; `weight` is per mark, 0 leaves it out."""
    d2 = (residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
    data = ((_TAIL + 2) * np.log1p(d2 / _TAIL) if robust else d2) @ weight
    gap = (state.points - problem.mean).ravel()
    others, _ = _others(problem, state)
    size, _ = size_term(problem, state.points)
    return float(data + gap @ problem.precision @ gap + others @ others + size)


def normal_equations(
    problem: Problem, state: State, weight: DoubleArray
) -> tuple[DoubleArray, DoubleArray]:
    """Normal matrix (p, p) and gradient (p,) over all parameters, for given weights of marks."""
    p, k = problem.size, len(state.log_focal)
    jac, index = slopes(problem, state)
    w = weight / problem.spread**2
    weighted = jac * w[:, None, None]
    blocks = np.einsum("mij,mik->mjk", weighted, jac)
    where = (index[:, :, None] * p + index[:, None, :]).ravel()
    normal: DoubleArray = np.bincount(where, blocks.ravel(), p * p).astype(np.float64).reshape(p, p)
    error = residuals(problem, state)
    pull = np.einsum("mij,mi->mj", weighted, error)
    gradient: DoubleArray = np.bincount(index.ravel(), pull.ravel(), p).astype(np.float64)
    land = slice(CAMERA * k, p - 1)
    normal[land, land] += problem.precision
    gradient[land] += problem.precision @ (state.points - problem.mean).ravel()
    gradient[land] += size_term(problem, state.points)[1]
    e, rows = _others(problem, state)
    normal += rows.T @ rows
    gradient += rows.T @ e
    return normal, gradient


def adjust(
    problem: Problem, state: State, weight: DoubleArray, *, robust: bool, steps: int = 60
) -> State:
    """Levenberg-Marquardt to the best cameras and landmarks.

    Parameters
    ----------
    problem : Problem
    state : State
        Where to begin.
    weight : (m,) float64
        Of each mark; 0 leaves it out.
    robust : bool
        Use the heavy-tailed loss.
    steps : int
        At most.

    Returns
    -------
    State
    """
    free = problem.free()
    here = cost(problem, state, weight, robust=robust)
    damping = 1e-4
    for _ in range(steps):
        w = weight
        if robust:
            d2 = (residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
            w = weight * (_TAIL + 2) / (_TAIL + d2)
        normal, gradient = normal_equations(problem, state, w)
        normal, gradient = normal[np.ix_(free, free)], gradient[free]
        moved = False
        while damping < 1e9:
            damped = normal + damping * np.diag(np.maximum(np.diag(normal), 1e-12))
            try:
                part = -cho_solve(cho_factor(damped, lower=True, check_finite=False), gradient, check_finite=False)
            except np.linalg.LinAlgError:
                damping *= 10.0
                continue
            step = np.zeros(problem.size)
            step[free] = part
            trial = state.moved(step)
            there = cost(problem, trial, weight, robust=robust)
            if np.isfinite(there) and there < here:
                moved = here - there > 1e-7 * max(abs(here), 1e-3)
                state, here = trial, there
                damping = max(damping * 0.1, 1e-10)
                break
            damping *= 8.0
        if not moved:
            break
    return state


def covariance(problem: Problem, state: State, weight: DoubleArray) -> DoubleArray:
    """Inverse of the normal matrix, (p, p); rows and columns of held parameters are zero."""
    normal, _ = normal_equations(problem, state, weight)
    free = problem.free()
    part = normal[np.ix_(free, free)]
    scale = 1.0 / np.sqrt(np.maximum(np.diag(part), 1e-300))
    factor = cho_factor(part * scale[:, None] * scale[None, :], lower=True)
    inverse = cho_solve(factor, np.eye(len(part))) * scale[:, None] * scale[None, :]
    out = np.zeros((problem.size, problem.size))
    out[np.ix_(free, free)] = inverse
    return out
