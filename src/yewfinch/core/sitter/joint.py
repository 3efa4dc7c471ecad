"""The joint solve: all photos of a sitter and the sitter's landmarks together.

Marks, lens data and the spread of human heads give, for each photo, where it was taken from, and
for the head its landmarks in millimetres, both with their uncertainty from the inverse of the
normal matrix. Bad clicks are found by testing each mark against what all others say of it (data
snooping: Baarda 1968, from memory), after a start that they cannot bend.
"""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt
from threadpoolctl import threadpool_limits

from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.anatomy.people import people
from yewfinch.core.anatomy.spread import Spread
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.show.camera import focal_px
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.bundle import CAMERA, Problem, State
from yewfinch.core.sitter.photo import Photo, Sitter
from yewfinch.core.sitter.pose import KNOWN_LENS, UNKNOWN_LENS, USUAL_LENS
from yewfinch.core.sitter.solution import BadMark, PhotoFit, Solution
from yewfinch.core.sitter.standpoint import Standpoint, SwappedError, solve, standpoint_of

#: Expected error of a clear mark on a sharp landmark, mm on the head; at least half a pixel
#: (common practice; the true one is estimated from the marks).
MARK_MM, LEAST_PX = 0.4, 0.5
#: Landmarks defined by a slope or an outline rather than a corner are marked less surely
#: (common practice).
SOFT: dict[str, float] = {
    "g": 2.0, "tr": 2.0, "zy": 2.5, "go": 2.5, "eu": 3.0, "ft": 2.5, "op": 3.0, "v": 3.0, "c": 2.0,
    "or": 2.5, "sl": 1.5, "pg": 1.5, "mf": 2.0, "n": 2.0, "se": 1.5, "sci": 1.5, "obs": 1.5,
    "obi": 1.5, "pra": 1.5, "pa": 1.5,
}  # fmt: skip
#: A guessed mark is that much less sure than a clear one (choice).
GUESSED = 3.0
#: Weight of the expected error against the found one, as so many marks (choice).
TRUST = 6.0
#: Test values of a mark, chi squared with two degrees of freedom: left out above the first
#: (1 in 8000), taken back below the second (1 in 600).
REJECT, READMIT = 18.0, 12.8
#: A mark is bad only if it is also off by so many mm on the head.
LEAST_BAD = 2.0
#: Both ways are looked into if exchanged sides fit an average head nearly as well or better.
DOUBT = 1.3
#: Error of an iris diameter drawn on a photo, mm on the head.
IRIS_MM = 0.25
#: Spread of the principal point of a photo cut out of a larger one, part of its diagonal.
CUT_SPREAD = 0.25


@dataclass(frozen=True)
class _Entry:
    """One photo that takes part."""

    photo: Photo
    standpoint: Standpoint
    keys: tuple[str, ...]
    seen: DoubleArray
    swapped: bool
    px_per_mm: float


def solve_sitter(sitter: Sitter, progress: Progress = silent) -> tuple[Sitter, Solution]:
    """Solve all photos that have enough marks.

    Parameters
    ----------
    sitter : Sitter
    progress : Progress, optional

    Returns
    -------
    sitter : Sitter
        With standpoints and the solution.
    solution : Solution

    Raises
    ------
    CannotSolveError
        If no photo can be used, with the first reason.
    """
    # matrices of some hundred rows: more threads only wait for each other
    with threadpool_limits(limits=1, user_api="blas"):
        return _solve(sitter, progress)


def _solve(sitter: Sitter, progress: Progress) -> tuple[Sitter, Solution]:
    spread = people(sitter.kind)
    progress(0.0, "looking at each photo")
    entries, left_out = _enter(sitter, spread, progress)
    if not entries:
        raise CannotSolveError(next(iter(left_out.values()), "No photo has marks yet. Mark six landmarks on one."))
    problem, state = _pose_problem(entries, spread, sitter)
    progress(0.35, "fitting all photos together")
    state, keep, noise = _settle(problem, state, progress)
    turned = _turned_round(entries, spread, problem, state, keep)
    if turned is not None:
        entries = turned
        problem, state = _pose_problem(entries, spread, sitter)
        state, keep, noise = _settle(problem, state, progress)
    progress(0.85, "working out how sure it is")
    found = replace(problem, spread=problem.spread * noise)
    whole = bundle.covariance(found, state, keep)
    solution = _report(sitter, entries, spread, found, state, keep, whole, noise, left_out)
    photos = []
    at = {e.photo.id: i for i, e in enumerate(entries)}
    for photo in sitter.photos:
        if photo.id in at:
            i = at[photo.id]
            centre = (float(state.centre[i, 0]), float(state.centre[i, 1]))
            focal = float(np.exp(state.log_focal[i]))
            p = standpoint_of(state.rotation[i], state.shift[i], focal, centre, photo.width, photo.height)
            photos.append(replace(photo, standpoint=p))
        else:
            photos.append(replace(photo, standpoint=None))
    return replace(sitter, photos=tuple(photos), solution=solution), solution


def stamp(sitter: Sitter) -> str:
    """A short name for everything the solve depends on."""
    told = [
        (p.id, p.width, p.height, p.lens, p.cut, _numbers(p.marks), sorted(p.certainty.items()), _numbers(p.spans))
        for p in sitter.photos
    ]
    known = [(d.start, d.end, float(d.mm), float(d.spread)) for d in sitter.known]
    return hashlib.sha256(repr((told, known, sitter.kind)).encode()).hexdigest()[:16]


def _numbers(table: Mapping[str, tuple[float, ...]]) -> list[tuple[str, tuple[float, ...]]]:
    return sorted((k, tuple(round(float(v), 4) for v in values)) for k, values in table.items())


def softness(key: str) -> float:
    """How much less surely than a corner a landmark is marked."""
    return SOFT.get(key.rsplit("_", 1)[0], 1.0)


# --- the photos, one by one ------------------------------------------------------------------


def _enter(
    sitter: Sitter, spread: Spread, progress: Progress
) -> tuple[list[_Entry], dict[str, str]]:
    points = {k: spread.mean[i] for i, k in enumerate(spread.keys)}
    entries: list[_Entry] = []
    left_out: dict[str, str] = {}
    with_marks = [p for p in sitter.photos if p.marks]
    for n, photo in enumerate(with_marks):
        progress(0.05 + 0.3 * n / len(with_marks), f"looking at '{photo.name}'")
        marks = {k: m for k, m in photo.usable().items() if k in points}
        try:
            try:
                entry = _entry(photo, marks, points)
            except SwappedError:
                entry = _which_way(photo, marks, points, spread, sitter)
        except CannotSolveError as error:
            left_out[photo.id] = str(error)
            continue
        entries.append(entry)
    return entries, left_out


def _told_lens(photo: Photo) -> float | None:
    """What the photo says of its lens; of a cut-out it says nothing, its diagonal being another."""
    return None if photo.cut else photo.lens


def _entry(
    photo: Photo,
    marks: Mapping[str, tuple[float, float]],
    points: Mapping[str, DoubleArray],
    *,
    swapped: bool = False,
    doubt: float = DOUBT,
) -> _Entry:
    if swapped:
        marks = {LANDMARKS[k].twin: m for k, m in marks.items()}
    first = solve(marks, points, photo.width, photo.height, _told_lens(photo), robust=True, doubt=doubt)
    depth = first.camera().depths(np.array([points[k] for k in marks])).mean()
    seen = np.array([marks[k] for k in marks])
    return _Entry(photo, first, tuple(marks), seen, swapped, float(first.focal / depth))


#: The other way round must be better by so much in the robust loss before it is believed.
_SURE = 8.0


def _which_way(
    photo: Photo,
    marks: Mapping[str, tuple[float, float]],
    points: Mapping[str, DoubleArray],
    spread: Spread,
    sitter: Sitter,
) -> _Entry:
    """Left and right may be exchanged: a head is fitted both ways, and the better one taken."""
    some = spread.of({*marks, *(LANDMARKS[k].twin for k in marks)})
    found: list[tuple[float, _Entry]] = []
    reason: CannotSolveError | None = None
    for swapped in (False, True):
        try:
            entry = _entry(photo, marks, points, swapped=swapped, doubt=0.0)
        except CannotSolveError as error:
            reason = reason or error
            continue
        problem, state = _pose_problem([entry], some, sitter)
        every = np.ones(len(problem.seen))
        state = bundle.adjust(problem, state, every, robust=True, steps=12)
        found.append((bundle.cost(problem, state, every, robust=True) + _SURE * swapped, entry))
    if not found:
        assert reason is not None
        raise reason
    return min(found, key=lambda f: f[0])[1]


#: A photo that lost so much of its marks is looked at the other way round.
_LOST = 0.12


def _turned_round(
    entries: list[_Entry], spread: Spread, problem: Problem, state: State, keep: DoubleArray
) -> list[_Entry] | None:
    """The entries with left and right of some photos exchanged, if the others' head says so.

    A photo alone cannot always tell: seen from the front, a head and its inside look much alike.
    """
    points = {k: state.points[i] for i, k in enumerate(spread.keys)}
    out, changed = list(entries), False
    for i, e in enumerate(entries):
        mine = problem.photo == i
        if len(entries) < 2 or (keep[mine] == 0).mean() < _LOST:
            continue
        told = {LANDMARKS[k].twin if e.swapped else k: (float(m[0]), float(m[1])) for k, m in zip(e.keys, e.seen, strict=True)}
        gap = np.linalg.norm(bundle.residuals(problem, state)[mine], axis=1)
        try:
            other = _entry(e.photo, told, points, swapped=not e.swapped, doubt=0.0)
        except CannotSolveError:
            continue
        errors = other.standpoint.errors(dict(zip(other.keys, other.seen, strict=True)), points)
        if float(np.median(list(errors.values()))) < 0.7 * float(np.median(gap)):
            out[i], changed = other, True
    return out if changed else None


def _pose_problem(entries: list[_Entry], spread: Spread, sitter: Sitter) -> tuple[Problem, State]:
    row = {k: i for i, k in enumerate(spread.keys)}
    photo, landmark, seen, spreads = [], [], [], []
    for i, e in enumerate(entries):
        for key, at in zip(e.keys, e.seen, strict=True):
            told = LANDMARKS[key].twin if e.swapped else key
            factor = softness(key) * (GUESSED if e.photo.certainty.get(told) == "guessed" else 1.0)
            photo.append(i)
            landmark.append(row[key])
            seen.append(at)
            spreads.append(max(MARK_MM * e.px_per_mm, LEAST_PX) * factor)
    iris = []
    for i, e in enumerate(entries):
        for side in ("l", "r"):
            span = e.photo.spans.get(f"iris_{side}")
            other = {"l": "r", "r": "l"}[side] if e.swapped else side
            if span is not None and f"p_{other}" in row:
                width = float(np.hypot(span[2] - span[0], span[3] - span[1]))
                iris.append((i, row[f"p_{other}"], width, max(IRIS_MM * e.px_per_mm, LEAST_PX)))
    known = [(row[d.start], row[d.end], d.mm, d.spread) for d in sitter.known if d.start in row and d.end in row]
    problem = Problem(
        np.array(photo), np.array(landmark), np.array(seen), np.array(spreads),
        np.array([np.log(focal_px(_told_lens(e.photo) or USUAL_LENS, e.photo.width, e.photo.height)) for e in entries]),
        np.array([UNKNOWN_LENS if _told_lens(e.photo) is None else KNOWN_LENS for e in entries]),
        np.array([(e.photo.width / 2, e.photo.height / 2) for e in entries]),
        np.array([CUT_SPREAD * np.hypot(e.photo.width, e.photo.height) if e.photo.cut else 0.0 for e in entries]),
        spread.mean, np.asarray(np.linalg.inv(spread.covariance), np.float64),
        np.array(iris, np.float64).reshape(-1, 4), known=np.array(known, np.float64).reshape(-1, 4),
    )  # fmt: skip
    cameras = [e.standpoint.camera() for e in entries]
    state = State(
        np.array([c.rotation for c in cameras]),
        np.array([-c.rotation @ c.position for c in cameras]),
        np.log([c.focal for c in cameras]),
        problem.centre.copy(), spread.mean.copy(), float(np.log(problem.iris_size[0])),
    )  # fmt: skip
    return problem, state


# --- robust start, then one test per mark ----------------------------------------------------


def _settle(problem: Problem, state: State, progress: Progress) -> tuple[State, DoubleArray, float]:
    """Solution, weight of each mark (1 used, 0 bad) and the noise factor."""
    everything = np.ones(len(problem.seen))
    # The first look is forgiving: twice the expected error, heavy tail.
    state = bundle.adjust(replace(problem, spread=problem.spread * 2.0), state, everything, robust=True)
    state = bundle.adjust(problem, state, everything, robust=True)
    gone = (bundle.residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
    noise = float(np.clip(np.sqrt(np.median(gone) / 1.386), 0.3, 4.0))  # median of chi2(2) is 1.386
    keep = np.where(gone > 25.0 * max(noise, 1.0) ** 2, 0.0, 1.0)
    settled = 0.0
    for turn in range(12):
        progress(0.45 + 0.4 * turn / 12, "testing each mark against the others")
        sized = replace(problem, spread=problem.spread * noise, settled=settled)
        state = bundle.adjust(sized, state, keep, robust=False)
        whole = bundle.covariance(sized, state, keep)
        test, leverage = mark_tests(sized, state, keep, whole)
        e2 = (bundle.residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
        used = keep > 0
        redundancy = max(2.0 * used.sum() - leverage[used].sum(), 0.0)
        noise_now = float(np.sqrt((e2[used].sum() + 2 * TRUST) / (redundancy + 2 * TRUST)))
        noise_now = float(np.clip(noise_now, 0.2, 5.0))
        wrong, right = used & (test > REJECT), ~used & (test < READMIT)
        land = slice(CAMERA * len(problem.log_focal), -1)
        settled_now = problem.mean.size - float((problem.precision * whole[land, land]).sum())
        calm = abs(noise_now / noise - 1.0) < 0.03 and abs(settled_now - settled) < 2.0
        noise, settled = noise_now, settled_now
        if not wrong.any() and not right.any() and calm:
            break
        if turn < 9:
            keep = keep.copy()
            keep[right] = 1.0
            for i in np.unique(problem.photo[wrong]):  # the worst of each photo at a time
                here = np.flatnonzero(wrong & (problem.photo == i))
                keep[here[np.argmax(test[here])]] = 0.0
    return state, keep, noise


def mark_tests(
    problem: Problem, state: State, keep: DoubleArray, whole: DoubleArray
) -> tuple[DoubleArray, DoubleArray]:
    """Chi-squared test value of each mark against all others, and its leverage (0 to 2).

    A used mark's residual is compared with the residual's own covariance, one left out with the
    covariance of its prediction: both equal the test against a solve without it (Baarda 1968).
    """
    jac, index = bundle.slopes(problem, state)
    error = bundle.residuals(problem, state)
    block = _spread_in_photo(jac, index, whole)
    own = problem.spread**2
    sign = np.where(keep > 0, -1.0, 1.0)
    values, vectors = np.linalg.eigh(own[:, None, None] * np.eye(2) + sign[:, None, None] * block)
    values = np.maximum(values, own[:, None] * 1e-3)
    test = (np.einsum("mji,mj->mi", vectors, error) ** 2 / values).sum(axis=1)
    leverage = np.where(keep > 0, np.trace(block, axis1=1, axis2=2) / own, 0.0)
    return test, leverage


# --- what was found --------------------------------------------------------------------------


def _report(
    sitter: Sitter,
    entries: list[_Entry],
    spread: Spread,
    problem: Problem,
    state: State,
    keep: DoubleArray,
    whole: DoubleArray,
    noise: float,
    left_out: Mapping[str, str],
) -> Solution:
    keys = spread.keys
    seen: dict[str, list[str]] = {}
    for i, k, w in zip(problem.photo, problem.landmark, keep, strict=True):
        if w:
            seen.setdefault(keys[k], []).append(entries[i].photo.id)
    relative = _without_motion(problem, state, whole, np.array([k in seen for k in keys]))
    land = slice(CAMERA * len(entries), -1)
    covariance = relative[land, land]
    error = np.linalg.norm(bundle.residuals(problem, state), axis=1)
    fits = []
    for i, e in enumerate(entries):
        mine = (problem.photo == i) & (keep > 0)
        block = relative[i * CAMERA : i * CAMERA + CAMERA, i * CAMERA : i * CAMERA + CAMERA]
        rms = float(np.sqrt((error[mine] ** 2).mean())) if mine.any() else 0.0
        fits.append(PhotoFit(
            e.photo.id, int(mine.sum()), rms, float(np.degrees(np.sqrt(np.trace(block[:3, :3]) / 3))),
            float(np.sqrt(block[5, 5])), float(np.sqrt(block[6, 6])), e.swapped,
        ))  # fmt: skip
    bad = tuple(_bad(entries, keys, problem, state, keep))
    ellipses = {e.photo.id: _ellipses(problem, state, whole, i) for i, e in enumerate(entries)}
    centred = (state.points - state.points.mean(axis=0)).ravel()
    # A change of size moves the cameras too: the landmarks' own size is what is stated.
    row = centred / (centred @ centred)
    return Solution(
        keys, state.points, covariance, {k: tuple(v) for k, v in seen.items()}, tuple(fits), bad,
        dict(left_out), ellipses, float(np.sqrt(row @ covariance @ row)), _source(problem, sitter),
        noise * MARK_MM, stamp(sitter),
    )  # fmt: skip


def _source(problem: Problem, sitter: Sitter) -> str:
    said = []
    if len(problem.known):
        said.append("a known distance" if len(problem.known) == 1 else f"{len(problem.known)} known distances")
    if len(problem.iris):
        said.append("iris diameter")
    if not said:
        return "from how large heads are"
    return "from " + " and ".join(said)


def _bad(
    entries: list[_Entry], keys: tuple[str, ...], problem: Problem, state: State, keep: DoubleArray
) -> list[BadMark]:
    out = []
    for j in np.flatnonzero(keep == 0):
        i = int(problem.photo[j])
        e, key = entries[i], keys[problem.landmark[j]]

        def where(k: int, i: int = i) -> DoubleArray:
            c = state.rotation[i] @ state.points[k] + state.shift[i]
            return np.asarray(c[:2] / c[2] * np.exp(state.log_focal[i]) + state.centre[i])

        at, expected = problem.seen[j], where(int(problem.landmark[j]))
        gap = float(np.linalg.norm(at - expected))
        if gap < LEAST_BAD * e.px_per_mm:
            continue
        twin = LANDMARKS[key].twin
        swapped = False
        if twin != key:
            other = float(np.linalg.norm(at - where(keys.index(twin))))
            swapped = other < 0.25 * gap and other < 6.0 * e.px_per_mm
        told = twin if e.swapped else key
        out.append(BadMark(
            e.photo.id, told, (float(at[0]), float(at[1])), (float(expected[0]), float(expected[1])), swapped
        ))  # fmt: skip
    return sorted(out, key=lambda b: -b.pixels)


def _without_motion(
    problem: Problem, state: State, whole: DoubleArray, seen: npt.NDArray[np.bool_]
) -> DoubleArray:
    """The covariance against the head's own frame: rigid motion of head and cameras taken out.

    The frame is the best rigid fit of the seen landmarks, each weighted by how surely it is known.
    """
    k, n = len(state.log_focal), len(state.points)
    land = CAMERA * k
    modes = np.zeros((problem.size, 6))
    for axis in range(3):
        unit = np.zeros(3)
        unit[axis] = 1.0
        modes[land + axis : land + 3 * n : 3, axis] = 1.0
        modes[land : land + 3 * n, 3 + axis] = np.cross(unit, state.points).ravel()
        for i in range(k):
            r = state.rotation[i]
            modes[i * CAMERA + 3 : i * CAMERA + 6, axis] = -r @ unit
            modes[i * CAMERA : i * CAMERA + 3, 3 + axis] = -r @ unit
    variance = np.array([np.trace(whole[land + 3 * i : land + 3 * i + 3, land + 3 * i : land + 3 * i + 3]) for i in range(n)])
    weight = np.repeat(np.where(seen, 1.0 / (variance + 1.0), 0.0), 3)
    part = modes[land : land + 3 * n]
    gauge = np.linalg.solve(part.T @ (weight[:, None] * part), part.T * weight)
    take = np.eye(problem.size)
    take[:, land : land + 3 * n] -= modes @ gauge
    return np.asarray(take @ whole @ take.T)


def _ellipses(problem: Problem, state: State, whole: DoubleArray, photo: int) -> DoubleArray:
    n = len(state.points)
    every = replace(
        problem, photo=np.full(n, photo), landmark=np.arange(n), seen=np.zeros((n, 2)), spread=np.ones(n)
    )
    jac, index = bundle.slopes(every, state)
    block = _spread_in_photo(jac, index, whole)
    return np.stack([block[:, 0, 0], block[:, 0, 1], block[:, 1, 1]], axis=1)


def _spread_in_photo(jac: DoubleArray, index: bundle.Ints, whole: DoubleArray) -> DoubleArray:
    """Covariance of projected landmarks, (m, 2, 2) pixels squared."""
    parts = whole[index[:, :, None], index[:, None, :]]
    return np.asarray(np.einsum("mij,mjk,mlk->mil", jac, parts, jac, optimize=True))
