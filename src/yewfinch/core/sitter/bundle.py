"""Bundle adjustment: cameras and a head's landmarks together, from marks and priors.

Nothing here knows of photos or names: arrays in, arrays out. Photos do not tell how large a head is, so size stands
apart from shape: landmarks and cameras are solved for on a head of usual size (`State.points`, `State.shift`), and
one number, `State.log_size`, says how much larger the sitter is. It meets nothing but its own prior, irises,
measured distances and the distances that heads are photographed from; no misfit of shape can pull on it.

Minimised is the sum of squared errors in units of their expected size (or a loss with a heavy tail, so that gross
errors count little), by Levenberg-Marquardt on the normal equations, with the cameras eliminated (Schur complement;
Triggs et al. 2000, Bundle Adjustment - A Modern Synthesis, from memory).
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.positive import factored, inverse, lower_solved, solved
from yewfinch.core.sitter import _bundle_kernels
from yewfinch.core.sitter.camera_pose import rotation_of

#: Parameters of a camera before its expression: turn (3), shift (3), log of the focal length, principal point (2).
CAMERA = 9
#: Degrees of freedom of the heavy-tailed loss (a multivariate t; choice).
TAIL = 4.0

Ints = npt.NDArray[np.int64]


@dataclass(frozen=True)
class Lines:
    """Points of drawn lines: each says where a place that rides with the landmarks is seen across the line.

    Attributes
    ----------
    photo : (r,) int64
        In rising order.
    place : (r, 3) float64, mm
        On the mean head.
    follows : (r, 3, 3 n) float64
        How it goes along with the landmarks' way from the mean.
    normal : (r, 2) float64
        Unit normals of the line in the photo.
    seen : (r, 2) float64, pixels
        A point of the drawn line.
    spread : (r,) float64, pixels
        Expected error along the normal.
    """

    photo: Ints
    place: DoubleArray
    follows: DoubleArray
    normal: DoubleArray
    seen: DoubleArray
    spread: DoubleArray


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
        Prior of each camera's focal length in pixels.
    log_distance, log_distance_spread : (k,) float64
        Prior of each camera's distance from the middle of the landmarks, mm.
    centre : (k, 2) float64, pixels
        Principal points, or their priors.
    centre_spread : (k,) float64, pixels
        0 holds the principal point.
    mean : (n, 3) float64, mm
    precision : (3 n, 3 n) float64, 1 / mm squared
        The landmarks' prior on a head of usual size; it holds the size itself.
    size_by_shape : (3 n,) float64, 1 / mm
        The logarithm of the size expected for a shape is this times the landmarks' way from the mean.
    size_spread : float
        Of the logarithm of the size around that.
    modes : (n, 3, e) float64, mm
        How each expression moves the landmarks.
    express_spread : (k, e) float64
        Prior of each photo's expression, about rest; a spread of 0 holds it there.
    iris : (i, 4) float64
        Camera, landmark of the pupil, diameter and its expected error in pixels.
    iris_size : (float, float)
        Mean and spread of the iris diameter, mm.
    known : (d, 4) float64
        Two landmarks, their distance and its spread in mm.
    lines : Lines or None
    """

    photo: Ints
    landmark: Ints
    seen: DoubleArray
    spread: DoubleArray
    log_focal: DoubleArray
    log_focal_spread: DoubleArray
    log_distance: DoubleArray
    log_distance_spread: DoubleArray
    centre: DoubleArray
    centre_spread: DoubleArray
    mean: DoubleArray
    precision: DoubleArray
    size_by_shape: DoubleArray
    size_spread: float
    modes: DoubleArray
    express_spread: DoubleArray
    iris: DoubleArray = field(default_factory=lambda: np.zeros((0, 4)))
    iris_size: tuple[float, float] = (11.71, 0.42)
    known: DoubleArray = field(default_factory=lambda: np.zeros((0, 4)))
    lines: Lines | None = None

    @property
    def cameras(self) -> int:
        """Number of photos."""
        return len(self.log_focal)

    @property
    def camera_size(self) -> int:
        """Parameters of one camera, with its expression."""
        return CAMERA + self.modes.shape[2]

    @property
    def shared_size(self) -> int:
        """Parameters that the cameras share: landmarks, logarithm of the size, logarithm of the iris diameter."""
        return self.mean.size + 2

    @property
    def some(self) -> int:
        """So many of a camera's parameters, from the first on, are solved for on any photo."""
        if (self.express_spread > 0).any():
            return self.camera_size
        return CAMERA if (self.centre_spread > 0).any() else CAMERA - 2

    def held(self) -> tuple[npt.NDArray[np.bool_], npt.NDArray[np.bool_]]:
        """Which parameters are not solved for: of the cameras, (k, p), and of what they share, (q,)."""
        cameras = np.zeros((self.cameras, self.camera_size), np.bool_)
        cameras[:, 7:9] = (self.centre_spread <= 0)[:, None]
        cameras[:, CAMERA:] = self.express_spread <= 0
        shared = np.zeros(self.shared_size, np.bool_)
        shared[-1] = not len(self.iris)
        return cameras, shared


@dataclass(frozen=True)
class State:
    """What is solved for: X is seen by camera k at focal (R (X + expression) + shift) + centre.

    Attributes
    ----------
    rotation : (k, 3, 3) float64
    shift : (k, 3) float64, mm on a head of usual size
    log_focal : (k,) float64
    centre : (k, 2) float64, pixels
    express : (k, e) float64
    points : (n, 3) float64, mm on a head of usual size
    log_size : float
        Logarithm of the sitter's size over the usual one.
    log_iris : float
        Logarithm of the iris diameter in mm.
    """

    rotation: DoubleArray
    shift: DoubleArray
    log_focal: DoubleArray
    centre: DoubleArray
    express: DoubleArray
    points: DoubleArray
    log_size: float
    log_iris: float

    def moved(self, cameras: DoubleArray, shared: DoubleArray) -> State:
        """The state after a step of the cameras' parameters, (k, p), and of the shared ones, (q,)."""
        turn = np.array([rotation_of(v) for v in cameras[:, :3]]).reshape(-1, 3, 3)
        return State(
            turn @ self.rotation, self.shift + cameras[:, 3:6], np.clip(self.log_focal + cameras[:, 6], 3.0, 13.0),
            self.centre + cameras[:, 7:9], self.express + cameras[:, CAMERA:], self.points + shared[:-2].reshape(-1, 3),
            float(np.clip(self.log_size + shared[-2], -2.0, 2.0)), float(self.log_iris + shared[-1]),
        )  # fmt: skip


def residuals(problem: Problem, state: State) -> DoubleArray:
    """Seen minus marked, (m, 2) pixels; huge for a landmark behind its camera."""
    out = np.empty((len(problem.photo), 2))
    _bundle_kernels.mark_errors(
        problem.photo, problem.landmark, problem.seen, state.rotation, state.shift, state.log_focal, state.centre,
        state.points, problem.modes, state.express, out,
    )  # fmt: skip
    return out


def slopes(problem: Problem, state: State) -> DoubleArray:
    """Derivatives of the marks, (m, 2, p + 3), by the parameters of their camera and by their landmark."""
    out = np.empty((len(problem.photo), 2, problem.camera_size + 3))
    _bundle_kernels.mark_slopes(
        problem.photo, problem.landmark, state.rotation, state.shift, state.log_focal, state.points, problem.modes,
        state.express, out,
    )  # fmt: skip
    return out


@dataclass(frozen=True)
class Rows:
    """Errors that are no marks, in units of their spread, and their derivatives.

    Attributes
    ----------
    error : (r,) float64
    camera : (r,) int64
        -1 where no camera takes part.
    by_camera : (r, p) float64
    by_shared : (r, q) float64
    """

    error: DoubleArray
    camera: Ints
    by_camera: DoubleArray
    by_shared: DoubleArray


def rows(problem: Problem, state: State) -> Rows:
    """Distances photographed from, size, iris diameters, known distances and drawn lines."""
    p, q, k = problem.camera_size, problem.shared_size, problem.cameras
    size, iris = q - 2, q - 1
    lines = problem.lines
    drawn = 0 if lines is None else len(lines.photo)
    n = k + 2 + len(problem.iris) + len(problem.known) + drawn
    error, camera = np.zeros(n), np.full(n, -1, np.int64)
    by_camera, by_shared = np.zeros((n, p)), np.zeros((n, q))
    middle = problem.mean.mean(axis=0)
    arm = state.rotation @ middle
    depth = np.maximum(arm[:, 2] + state.shift[:, 2], 1.0)
    s = problem.log_distance_spread
    error[:k] = (np.log(depth) + state.log_size - problem.log_distance) / s
    camera[:k] = np.arange(k)
    by_camera[:k, 0], by_camera[:k, 1], by_camera[:k, 5] = (
        arm[:, 1] / depth / s,
        -arm[:, 0] / depth / s,
        1.0 / depth / s,
    )
    by_shared[:k, size] = 1.0 / s
    at = k
    expected = float(problem.size_by_shape @ (state.points - problem.mean).ravel())
    error[at], by_shared[at, size] = (state.log_size - expected) / problem.size_spread, 1.0 / problem.size_spread
    by_shared[at, :size] = -problem.size_by_shape / problem.size_spread
    at += 1
    if len(problem.iris):
        mean, spread = problem.iris_size
        error[at], by_shared[at, iris] = (state.log_iris - np.log(mean)) * mean / spread, mean / spread
    at += 1
    for c, pupil, diameter, spread in problem.iris:
        i, j = int(c), int(pupil)
        arm = state.rotation[i] @ state.points[j]
        z = float(arm[2] + state.shift[i, 2])
        width = float(np.exp(state.log_focal[i] + state.log_iris - state.log_size)) / z
        error[at], camera[at] = (width - diameter) / spread, i
        by_camera[at, 6] = by_shared[at, iris] = width / spread
        by_shared[at, size] = -width / spread
        by_camera[at, [0, 1, 5]] = np.array([arm[1], -arm[0], 1.0]) * (-width / z / spread)
        by_shared[at, 3 * j : 3 * j + 3] = state.rotation[i, 2] * (-width / z / spread)
        at += 1
    scale = np.exp(state.log_size)
    for a, b, mm, spread in problem.known:
        i, j = int(a), int(b)
        way = state.points[i] - state.points[j]
        length = max(float(np.linalg.norm(way)), 1e-9)
        error[at] = (scale * length - mm) / spread
        by_shared[at, 3 * i : 3 * i + 3] = scale * way / length / spread
        by_shared[at, 3 * j : 3 * j + 3] = -scale * way / length / spread
        by_shared[at, size] = scale * length / spread
        at += 1
    if lines is not None and drawn:
        error[at:], by_camera[at:], by_shared[at:, :size] = _line_rows(problem, state, lines)
        camera[at:] = lines.photo
    return Rows(error, camera, by_camera, by_shared)


def line_places(problem: Problem, state: State, lines: Lines) -> DoubleArray:
    """Places of drawn lines on the head as it is now, (r, 3) mm on a head of usual size."""
    return np.asarray(lines.place + lines.follows @ (state.points - problem.mean).ravel())


def _line_rows(problem: Problem, state: State, lines: Lines) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """Errors of drawn lines and their derivatives."""
    x = line_places(problem, state, lines)
    r = len(x)
    number = np.arange(r)
    every = np.zeros((r, 3, problem.modes.shape[2]))
    errors, found = np.empty((r, 2)), np.empty((r, 2, problem.camera_size + 3))
    still = np.zeros_like(state.express)
    _bundle_kernels.mark_errors(
        lines.photo,
        number,
        lines.seen,
        state.rotation,
        state.shift,
        state.log_focal,
        state.centre,
        x,
        every,
        still,
        errors,
    )
    _bundle_kernels.mark_slopes(
        lines.photo, number, state.rotation, state.shift, state.log_focal, x, every, still, found
    )
    gap = (errors * lines.normal).sum(axis=1) / lines.spread
    across = np.einsum("rj,rjp->rp", lines.normal, found) / lines.spread[:, None]
    size = problem.camera_size
    return gap, across[:, :size], np.einsum("rc,rcq->rq", across[:, size:], lines.follows)


def cost(problem: Problem, state: State, weight: DoubleArray, *, robust: bool) -> float:
    """What is minimised; `weight` is per mark, 0 leaves it out."""
    d2 = (residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
    data = ((TAIL + 2) * np.log1p(d2 / TAIL) if robust else d2) @ weight
    gap = (state.points - problem.mean).ravel()
    lens = ((state.log_focal - problem.log_focal) / problem.log_focal_spread) ** 2
    other = rows(problem, state).error
    free = problem.centre_spread > 0
    middle = ((state.centre[free] - problem.centre[free]) / problem.centre_spread[free, None]) ** 2
    moves = problem.express_spread > 0
    express = (state.express[moves] / problem.express_spread[moves]) ** 2
    return float(data + gap @ problem.precision @ gap + lens.sum() + other @ other + middle.sum() + express.sum())


@dataclass(frozen=True)
class Normal:
    """Normal equations with held parameters taken out: each of these has a 1 on its diagonal and nothing else.

    Attributes
    ----------
    cameras : (k, p, p) float64
    between : (k, p, q) float64
    shared : (q, q) float64
    camera_pull, shared_pull : (k, p), (q,) float64
        Half the gradient.
    """

    cameras: DoubleArray
    between: DoubleArray
    shared: DoubleArray
    camera_pull: DoubleArray
    shared_pull: DoubleArray


def normal_equations(problem: Problem, state: State, weight: DoubleArray) -> Normal:
    """Normal matrix and half the gradient, for given weights of marks."""
    k, p, q = problem.cameras, problem.camera_size, problem.shared_size
    cameras: DoubleArray = np.zeros((k, p, p))
    between: DoubleArray = np.zeros((k, p, q))
    shared: DoubleArray = np.zeros((q, q))
    camera_pull: DoubleArray = np.zeros((k, p))
    shared_pull: DoubleArray = np.zeros(q)
    _bundle_kernels.gather(
        problem.photo, problem.landmark, slopes(problem, state), residuals(problem, state),
        weight / problem.spread**2, problem.some, cameras, between, shared, camera_pull, shared_pull,
    )  # fmt: skip
    land = slice(0, q - 2)
    shared[land, land] += problem.precision
    shared_pull[land] += problem.precision @ (state.points - problem.mean).ravel()
    told = 1.0 / problem.log_focal_spread**2
    cameras[:, 6, 6] += told
    camera_pull[:, 6] += told * (state.log_focal - problem.log_focal)
    held, held_shared = problem.held()
    middle = np.where(problem.centre_spread > 0, 1.0 / np.maximum(problem.centre_spread, 1e-9) ** 2, 0.0)
    for a in (0, 1):
        cameras[:, 7 + a, 7 + a] += middle
        camera_pull[:, 7 + a] += middle * (state.centre[:, a] - problem.centre[:, a])
    express = np.where(problem.express_spread > 0, 1.0 / np.maximum(problem.express_spread, 1e-9) ** 2, 0.0)
    for a in range(p - CAMERA):
        cameras[:, CAMERA + a, CAMERA + a] += express[:, a]
        camera_pull[:, CAMERA + a] += express[:, a] * state.express[:, a]
    other = rows(problem, state)
    shared += other.by_shared.T @ other.by_shared
    shared_pull += other.by_shared.T @ other.error
    some = problem.some
    mine, by_camera = other.camera[:k], other.by_camera[:k, :some]  # one row of each camera comes first
    cameras[mine, :some, :some] += by_camera[:, :, None] * by_camera[:, None, :]
    between[mine, :some, -2:] += by_camera[:, :, None] * other.by_shared[:k, None, -2:]
    camera_pull[mine, :some] += by_camera * other.error[:k, None]
    for i in np.unique(other.camera[k:]):
        if i >= 0:
            at = k + np.flatnonzero(other.camera[k:] == i)
            by_camera = other.by_camera[at]
            cameras[i] += by_camera.T @ by_camera
            between[i] += by_camera.T @ other.by_shared[at]
            camera_pull[i] += by_camera.T @ other.error[at]
    index, which = np.nonzero(held[:, :some])
    cameras[index, which, :] = 0.0
    cameras[index, :, which] = 0.0
    cameras[:, some:, :] = 0.0
    cameras[:, :, some:] = 0.0
    every, last = np.nonzero(held)
    cameras[every, last, last] = 1.0
    between[index, which, :] = 0.0
    between[:, some:, :] = 0.0
    camera_pull[every, last] = 0.0
    for column in np.flatnonzero(held_shared):
        between[:, :, column] = 0.0
        shared[column, :] = shared[:, column] = shared_pull[column] = 0.0
        shared[column, column] = 1.0
    return Normal(cameras, between, shared, camera_pull, shared_pull)


def _steps(normal: Normal, damping: float, some: int) -> tuple[DoubleArray, DoubleArray]:
    """The damped step of cameras, of whose parameters only the first `some` are solved for, and of shared parameters.

    Raises
    ------
    numpy.linalg.LinAlgError
        If the damped matrix is not positive.
    """
    k, p = len(normal.camera_pull), some
    own = normal.cameras[:, :p, :p].copy()
    index = np.arange(p)
    diagonal = np.maximum(own[:, index, index], 1e-12)
    own[:, index, index] += damping * diagonal
    scale = 1.0 / np.sqrt(own[:, index, index])
    root = np.linalg.cholesky(own * scale[:, :, None] * scale[:, None, :])
    both = np.concatenate([normal.between[:, :p], normal.camera_pull[:, :p, None]], axis=2) * scale[:, :, None]
    half = np.array([lower_solved(root[i], both[i]) for i in range(k)]).reshape(k, p, -1)
    y, v = half[:, :, :-1].reshape(k * p, -1), half[:, :, -1].reshape(k * p)
    reduced = normal.shared - y.T @ y
    reduced[np.diag_indices(len(reduced))] += damping * np.maximum(np.diag(normal.shared), 1e-12)
    shared = -solved(factored(reduced), normal.shared_pull - y.T @ v)
    rest = half[:, :, -1] + half[:, :, :-1] @ shared
    cameras = np.zeros_like(normal.camera_pull)
    for i in range(k):
        cameras[i, :p] = -lower_solved(root[i], rest[i], turned=True) * scale[i]
    return cameras, shared


def adjust(
    problem: Problem, state: State, weight: DoubleArray, *, robust: bool, steps: int = 60, exact: float = 1e-7
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
    exact : float
        It has arrived when a step lowers the cost by less than this part of it.

    Returns
    -------
    State
    """
    here = cost(problem, state, weight, robust=robust)
    damping = 1e-4
    for _ in range(steps):
        w = weight
        if robust:
            d2 = (residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
            w = weight * (TAIL + 2) / (TAIL + d2)
        normal = normal_equations(problem, state, w)
        moved = False
        while damping < 1e9:
            try:
                trial = state.moved(*_steps(normal, damping, problem.some))
            except np.linalg.LinAlgError:
                damping = max(damping, 1e-9) * 10.0
                continue
            there = cost(problem, trial, weight, robust=robust)
            if np.isfinite(there) and there < here:
                moved = here - there > exact * max(abs(here), 1e-3)
                state, here = trial, there
                damping = max(damping * 0.1, 1e-10)
                break
            damping *= 8.0
        if not moved:
            break
    return state


@dataclass(frozen=True)
class Covariance:
    """Inverse of the normal matrix, by blocks; of held parameters it is zero.

    Attributes
    ----------
    cameras : (k, p, p) float64
        Of each camera with itself.
    between : (k, p, q) float64
        Of each camera with what the cameras share.
    shared : (q, q) float64
    """

    cameras: DoubleArray
    between: DoubleArray
    shared: DoubleArray

    @property
    def points(self) -> DoubleArray:
        """The covariance of the landmarks, (3 n, 3 n)."""
        return self.shared[:-2, :-2]


def covariance(problem: Problem, state: State, weight: DoubleArray) -> Covariance:
    """How sure the solution is, to first order, for given weights of marks."""
    normal = normal_equations(problem, state, weight)
    held, held_shared = problem.held()
    p, q, k = problem.some, problem.shared_size, problem.cameras
    index = np.arange(p)
    scale = 1.0 / np.sqrt(np.maximum(normal.cameras[:, index, index], 1e-300))
    part = normal.cameras[:, :p, :p] * scale[:, :, None] * scale[:, None, :]
    own = np.linalg.inv(part) * scale[:, :, None] * scale[:, None, :]
    gain = own @ normal.between[:, :p]
    reduced = normal.shared - normal.between[:, :p].reshape(k * p, q).T @ gain.reshape(k * p, q)
    size = 1.0 / np.sqrt(np.maximum(np.diag(reduced), 1e-300))
    shared = inverse(reduced * size[:, None] * size[None, :]) * size[:, None] * size[None, :]
    shared[held_shared, :] = 0.0
    shared[:, held_shared] = 0.0
    between, cameras = np.zeros_like(normal.between), np.zeros_like(normal.cameras)
    between[:, :p] = -gain @ shared
    cameras[:, :p, :p] = own - between[:, :p] @ gain.transpose(0, 2, 1)
    rows_, which = np.nonzero(held[:, :p])
    cameras[rows_, which, :] = 0.0
    cameras[rows_, :, which] = 0.0
    between[rows_, which, :] = 0.0
    return Covariance(cameras, between, shared)


def _warm() -> None:
    n, k = 8, 2
    mean = np.array([[x, y, z] for x in (-50.0, 50.0) for y in (-50.0, 50.0) for z in (0.0, 30.0)])
    photo, landmark = np.repeat(np.arange(k), n), np.tile(np.arange(n), k)
    problem = Problem(
        photo,
        landmark,
        np.full((k * n, 2), 500.0),
        np.ones(k * n),
        np.full(k, 7.0),
        np.ones(k),
        np.full(k, 7.0),
        np.ones(k),
        np.full((k, 2), 500.0),
        np.zeros(k),
        mean,
        np.eye(3 * n),
        np.zeros(3 * n),
        0.03,
        np.zeros((n, 3, 1)),
        np.zeros((k, 1)),
    )
    turn = np.tile(np.eye(3), (k, 1, 1))
    state = State(
        turn, np.tile((0.0, 0.0, 900.0), (k, 1)), np.full(k, 7.0), problem.centre, np.zeros((k, 1)), mean, 0.0, 2.46
    )
    adjust(problem, state, np.ones(k * n), robust=True, steps=1)


warmup.register("joint solve", _warm)
