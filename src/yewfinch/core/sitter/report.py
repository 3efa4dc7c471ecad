"""What the joint solve says: landmarks in millimetres, how sure they and the standpoints are, and bad clicks."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.repeatability import placing_spread
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter import _bundle_kernels, bundle
from yewfinch.core.sitter.bundle import CAMERA, Covariance, Problem, State
from yewfinch.core.sitter.entry import Entry
from yewfinch.core.sitter.head_prior import HeadPrior
from yewfinch.core.sitter.moods import in_words
from yewfinch.core.sitter.noise import MARK_MM
from yewfinch.core.sitter.other_age import OtherAge
from yewfinch.core.sitter.settle import Settled, spread_in_photo
from yewfinch.core.sitter.solution import STRANGE_PLACING, STRANGE_SHAPE, BadMark, Doubt, PhotoFit, Solution

#: A landmark is named as meant differently if its own placing varies by this factor more than the hand's (choice).
DIFFERENTLY = 6.0
#: A mark is bad only if it is also off by so many mm on the head.
LEAST_BAD = 2.0


def report(
    entries: Sequence[Entry],
    prior: HeadPrior,
    found: Settled,
    left_out: Mapping[str, str],
    digest: str,
    others: tuple[str, ...] = (),
    age: OtherAge | None = None,
) -> Solution:
    """Put a solved sitter into words and millimetres."""
    found = found if age is None else _size_in_doubt(found, age)
    problem, keep = found.problem, found.keep
    keys = prior.keys
    seen: dict[str, list[str]] = {}
    for i, j, w in zip(problem.photo, problem.landmark, keep, strict=True):
        if w:
            seen.setdefault(prior.seen_keys[j], []).append(entries[i].photo.id)
    points, gain, rest = prior.completed(found.factors, problem.precision, found.state.points)
    state, whole = in_millimetres(found.state, found.covariance, points, gain, rest)
    shown = np.array([k in seen for k in keys])
    whole = _with_doubt_of_single_marks(prior, found, state, whole)
    cameras, covariance = without_motion(state, whole, shown)
    error = np.linalg.norm(bundle.residuals(problem, found.state), axis=1)
    fits = []
    for i, e in enumerate(entries):
        mine = (problem.photo == i) & (keep > 0)
        rms = float(np.sqrt((error[mine] ** 2).mean())) if mine.any() else 0.0
        block = cameras[i]
        fits.append(PhotoFit(
            e.photo.id, int(mine.sum()), rms, float(np.degrees(np.sqrt(np.trace(block[:3, :3]) / 3))),
            float(np.sqrt(block[5, 5])), float(np.sqrt(block[6, 6])), e.swapped,
        ))  # fmt: skip
    ellipses = {e.photo.id: _ellipses(state, whole, i) for i, e in enumerate(entries)}
    some = (3 * np.flatnonzero(shown)[:, None] + np.arange(3)).ravel()
    centred = (state.points[shown] - state.points[shown].mean(axis=0)).ravel()
    # A change of size moves the cameras too: the seen landmarks' own size is what is stated.
    row = centred / (centred @ centred)
    scale_spread = float(np.sqrt(row @ covariance[np.ix_(some, some)] @ row))
    return Solution(
        keys,
        state.points,
        covariance,
        {k: tuple(v) for k, v in seen.items()},
        tuple(fits),
        tuple(_bad(entries, prior.seen_keys, problem, found.state, keep)),
        dict(left_out),
        ellipses,
        scale_spread,
        _source(problem),
        found.noise.whole * MARK_MM,
        digest,
        _placing(prior, found),
        _doubt(entries, prior, found, others, age),
    )


def _placing(prior: HeadPrior, found: Settled) -> DoubleArray:
    """How far each landmark is placed from its definition, mm on one axis; as published for those no photo shows."""
    out = np.array([placing_spread(k) for k in prior.keys])
    factor = np.sqrt(found.factors.placing * found.factors.own)
    out[prior.seen[prior.marked]] = (factor * prior.placing)[prior.marked]
    return out


def _size_in_doubt(found: Settled, age: OtherAge) -> Settled:
    """Count the size of the other age as a possible one, by its chance."""
    shared = found.covariance.shared.copy()
    size = 3 * len(found.state.points)
    shared[size, size] += age.chance * age.growth**2
    return replace(found, covariance=replace(found.covariance, shared=shared))


def _doubt(
    entries: Sequence[Entry], prior: HeadPrior, found: Settled, others: tuple[str, ...], age: OtherAge | None
) -> Doubt:
    own = found.factors.own
    worst = [i for i in np.argsort(-own) if own[i] > DIFFERENTLY]
    if not worst and (found.factors.shape > STRANGE_SHAPE or found.factors.placing > STRANGE_PLACING):
        worst = [i for i in prior.farthest(found.problem.precision, found.state.points) if prior.marked[i]][:4]
    words = {e.photo.id: in_words(found.state.express[i]) for i, e in enumerate(entries)}
    return Doubt(
        found.factors.shape, found.factors.placing, tuple(prior.seen_keys[i] for i in worst),
        {k: w for k, w in words.items() if w}, others,
        *(("", 0.0, 1.0) if age is None else (age.age, age.chance, float(np.exp(age.growth)))),
    )  # fmt: skip


def _with_doubt_of_single_marks(prior: HeadPrior, found: Settled, state: State, whole: Covariance) -> Covariance:
    """The covariance with what one photo leaves open: whether a landmark that lies off was placed off or clicked off.

    The solve shares what is left between the two. Were it all the click's, the landmark would be back by its way of
    placing; were it all the placing's, it would lie where the click is. Both ways are counted as its variance.

    Parameters
    ----------
    state, whole : State, Covariance
        In millimetres, of all landmarks.
    """
    problem, scale = found.problem, float(np.exp(found.state.log_size))
    pull = problem.precision @ (found.state.points - problem.mean).ravel()
    placed = pull.reshape(-1, 3) * (prior.placing**2 * found.factors.placing * found.factors.own)[:, None] * scale
    error = bundle.residuals(problem, found.state)
    shared = whole.shared.copy()
    used = np.flatnonzero(found.keep > 0)
    marks = np.bincount(problem.landmark[used], minlength=len(problem.mean))
    for m in used:
        j, k = int(problem.landmark[m]), int(problem.photo[m])
        if marks[j] != 1:
            continue
        at = 3 * int(prior.seen[j])
        depth = float(state.rotation[k, 2] @ state.points[prior.seen[j]] + state.shift[k, 2])
        clicked = state.rotation[k, :2].T @ error[m] * depth / float(np.exp(state.log_focal[k]))
        for way in (placed[j], clicked):
            shared[at : at + 3, at : at + 3] += np.outer(way, way)
    return Covariance(whole.cameras, whole.between, shared)


def in_millimetres(
    state: State, whole: Covariance, points: DoubleArray, gain: DoubleArray, rest: DoubleArray
) -> tuple[State, Covariance]:
    """The solution in the sitter's own millimetres, with all landmarks, and its covariance.

    Parameters
    ----------
    state : State
    whole : Covariance
    points, gain, rest : arrays
        As `HeadPrior.completed` returns them.
    """
    scale = float(np.exp(state.log_size))
    p, n = whole.cameras.shape[1], points.size
    size = whole.shared.shape[0] - 2
    # derivatives of all landmarks in mm by the seen ones on a head of usual size and by the size
    lift = np.zeros((n, size + 2))
    lift[:, :size] = scale * gain
    lift[:, size] = scale * points.ravel()
    shared = np.zeros((n + 2, n + 2))
    shared[:n, :n] = lift @ whole.shared @ lift.T + scale**2 * rest
    cameras, between = [], []
    for i in range(len(state.shift)):
        own = np.eye(p)
        own[3:6, 3:6] *= scale
        by_size = np.zeros(p)
        by_size[3:6] = scale * state.shift[i]
        with_size = whole.between[i][:, size]
        block = own @ whole.cameras[i] @ own.T
        block += np.outer(own @ with_size, by_size) + np.outer(by_size, own @ with_size)
        block += np.outer(by_size, by_size) * whole.shared[size, size]
        cameras.append(block)
        mixed = np.zeros((p, n + 2))
        mixed[:, :n] = own @ whole.between[i] @ lift.T + np.outer(by_size, whole.shared[size] @ lift.T)
        between.append(mixed)
    told = State(
        state.rotation,
        state.shift * scale,
        state.log_focal,
        state.centre,
        state.express,
        points * scale,
        0.0,
        state.log_iris,
    )
    return told, Covariance(np.array(cameras), np.array(between), shared)


def without_motion(state: State, whole: Covariance, seen: npt.NDArray[np.bool_]) -> tuple[DoubleArray, DoubleArray]:
    """Covariances against the head's own frame: rigid motion of head and cameras taken out.

    The frame is the best rigid fit of the seen landmarks, each weighted by how surely it is known.

    Returns
    -------
    cameras : (k, p, p) float64
    landmarks : (3 n, 3 n) float64, mm squared
    """
    n = len(state.points)
    modes = np.zeros((3 * n, 6))
    for axis in range(3):
        unit = np.eye(3)[axis]
        modes[axis::3, axis] = 1.0
        modes[:, 3 + axis] = np.cross(unit, state.points).ravel()
    own = whole.points
    variance = np.diag(own).reshape(-1, 3).sum(axis=1)
    weight = np.repeat(np.where(seen, 1.0 / (variance + 1.0), 0.0), 3)
    gauge = np.linalg.solve(modes.T @ (weight[:, None] * modes), modes.T * weight)
    take = np.eye(3 * n) - modes @ gauge
    still = gauge @ own @ gauge.T
    cameras = []
    for i, r in enumerate(state.rotation):
        way = np.zeros((whole.cameras.shape[1], 6))
        for axis in range(3):
            unit = np.eye(3)[axis]
            way[3:6, axis] = -r @ unit
            way[:3, 3 + axis] = -r @ unit
        mixed = whole.between[i][:, : 3 * n] @ gauge.T @ way.T
        cameras.append(whole.cameras[i] - mixed - mixed.T + way @ still @ way.T)
    return np.array(cameras), np.asarray(take @ own @ take.T)


def _source(problem: Problem) -> str:
    said = []
    if len(problem.known):
        said.append(
            "a known distance" if len(problem.known) == 1 else phrase("{0} known distances", len(problem.known))
        )
    if len(problem.iris):
        said.append("iris diameter")
    if not said:
        return "from how large heads are"
    return "from " + in_a_row(" and ", said)


def _bad(
    entries: Sequence[Entry], keys: tuple[str, ...], problem: Problem, state: State, keep: DoubleArray
) -> list[BadMark]:
    out = []
    places = {i: _places(state, i, state.points) for i in np.unique(problem.photo[keep == 0])}
    for j in np.flatnonzero(keep == 0):
        i = int(problem.photo[j])
        e, key = entries[i], keys[problem.landmark[j]]
        at, expected = problem.seen[j], places[i][problem.landmark[j]]
        gap = float(np.linalg.norm(at - expected))
        depth = float(state.rotation[i, 2] @ state.points[problem.landmark[j]] + state.shift[i, 2])
        px_per_mm = float(np.exp(state.log_focal[i])) / max(depth, 1.0)
        if gap < LEAST_BAD * px_per_mm:
            continue
        twin = LANDMARKS[key].twin
        swapped = False
        if twin != key and twin in keys:
            other = float(np.linalg.norm(at - places[i][keys.index(twin)]))
            swapped = other < 0.25 * gap and other < 6.0 * px_per_mm
        out.append(BadMark(
            e.photo.id, e.told(key), (float(at[0]), float(at[1])), (float(expected[0]), float(expected[1])), swapped
        ))  # fmt: skip
    return sorted(out, key=lambda b: -b.pixels)


def _places(state: State, photo: int, points: DoubleArray) -> DoubleArray:
    """Where a photo shows points of the head at rest, (n, 2) pixels."""
    c = points @ state.rotation[photo].T + state.shift[photo]
    return np.asarray(c[:, :2] / c[:, 2:] * np.exp(state.log_focal[photo]) + state.centre[photo])


def _ellipses(state: State, whole: Covariance, photo: int) -> DoubleArray:
    """Spread of every landmark in a photo: xx, xy, yy in pixels squared, (n, 3)."""
    n = len(state.points)
    p = whole.cameras.shape[1]
    modes = np.zeros((n, 3, p - CAMERA))
    out = np.empty((n, 2, p + 3))
    number = np.arange(n)
    _bundle_kernels.mark_slopes(
        np.full(n, photo), number, state.rotation, state.shift, state.log_focal, state.points, modes, state.express, out
    )
    block = spread_in_photo(out, np.full(n, photo), number, whole)
    return np.stack([block[:, 0, 0], block[:, 0, 1], block[:, 1, 1]], axis=1)
