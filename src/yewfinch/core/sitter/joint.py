"""The joint solve: all photos of a sitter and the sitter's landmarks together.

Marks, lens data and the spread of human heads give, for each photo, where it was taken from, and
for the head its landmarks in millimetres, both with their uncertainty from the inverse of the
normal matrix.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from threadpoolctl import threadpool_limits

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.head.expressions import EXPRESSIONS, modes
from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.bundle import Problem, State
from yewfinch.core.sitter.camera_prior import camera_prior
from yewfinch.core.sitter.digest import digest
from yewfinch.core.sitter.drawn_lines import Drawn, LineFinder, landmarks_on
from yewfinch.core.sitter.entry import Entry
from yewfinch.core.sitter.head_prior import HeadPrior, head_prior
from yewfinch.core.sitter.moods import WIDEST, moved_photos, told_open
from yewfinch.core.sitter.noise import CLICK_PX, class_of, expected_error
from yewfinch.core.sitter.other_age import OtherAge, other_age
from yewfinch.core.sitter.photo import Sitter
from yewfinch.core.sitter.report import report
from yewfinch.core.sitter.settle import Settled, settle
from yewfinch.core.sitter.sides import Sighting, both_ways
from yewfinch.core.sitter.solution import Solution
from yewfinch.core.sitter.standpoint import standpoint_of
from yewfinch.core.sitter.strangers import strangers, suspicious

#: Error of an iris diameter drawn on a photo, mm on the head.
IRIS_MM = 0.25
#: Spread of the principal point of a photo cut out of a larger one, part of its diagonal.
CUT_SPREAD = 0.25


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
        try:
            return _solve(sitter, progress)
        except np.linalg.LinAlgError as error:
            raise CannotSolveError(
                "The marks give no solution in numbers. Look for marks that are far off, or take away the photo that "
                "was added last."
            ) from error


def _solve(sitter: Sitter, progress: Progress) -> tuple[Sitter, Solution]:
    spread = people(sitter.kind, sitter.age, sitter.years)
    progress(0.0, "looking at each photo")
    entries, left_out = enter(sitter, spread, progress)
    if not entries:
        raise CannotSolveError(next(iter(left_out.values()), "No photo has marks yet. Mark six landmarks on one."))
    solve = _Solve(spread, sitter, progress)
    solved = solve.with_moods(solve.sides_decided(entries))
    solved, others = solve.without_strangers(solved)
    if others:
        solved = solve.with_moods(solved)
    progress(0.9, "working out how sure it is")
    for e in others:
        left_out[e.photo.id] = _STRANGER
    entries, found = solved.entries, solved.found
    age = solve.looks_of_another_age(solved)
    solution = report(entries, solved.prior, found, left_out, digest(sitter), tuple(e.photo.id for e in others), age)
    state = found.state
    scale = float(np.exp(state.log_size))
    at = {e.photo.id: i for i, e in enumerate(entries)}
    photos = []
    for photo in sitter.photos:
        if photo.id in at:
            i = at[photo.id]
            centre = (float(state.centre[i, 0]), float(state.centre[i, 1]))
            focal = float(np.exp(state.log_focal[i]))
            place = standpoint_of(state.rotation[i], state.shift[i] * scale, focal, centre, photo.width, photo.height)
            photos.append(replace(photo, standpoint=place))
        else:
            photos.append(replace(photo, standpoint=None))
    return replace(sitter, photos=tuple(photos), solution=solution), solution


# --- the photos, one by one ------------------------------------------------------------------


def enter(sitter: Sitter, spread: Spread, progress: Progress) -> tuple[list[Entry], dict[str, str]]:
    """Look at each photo alone, against the mean head.

    Returns
    -------
    entries : list of Entry
    left_out : dict of photo id to a sentence
    """
    points = {k: spread.mean[i] for i, k in enumerate(spread.keys)}
    entries: list[Entry] = []
    left_out: dict[str, str] = {}
    with_marks = [p for p in sitter.photos if p.marks]
    for n, photo in enumerate(with_marks):
        progress(0.05 + 0.3 * n / len(with_marks), phrase("looking at '{0}'", photo.name))
        marks = {k: m for k, m in photo.usable().items() if k in points}
        prior = camera_prior(photo.width, photo.height, photo.lens, cut=photo.cut)
        try:
            ways = both_ways(marks, points, photo.width, photo.height, prior)
        except CannotSolveError as error:
            left_out[photo.id] = str(error)
            continue
        entries.append(Entry(photo, ways[0], ways[1] if len(ways) > 1 else None))
    return entries, left_out


# --- the steps of the solve ------------------------------------------------------------------

_STRANGER = (
    "This photo seems to show another person than the others. It was left out; if it is the same person, look for "
    "marks "
    "that are far off or meant differently."
)


@dataclass(frozen=True, eq=False)
class _Solved:
    """Photos solved together.

    Attributes
    ----------
    entries : list of Entry
    problem : Problem
        With errors as they are expected before any is known.
    found : Settled
    prior : HeadPrior
    """

    entries: list[Entry]
    problem: Problem
    found: Settled
    prior: HeadPrior


class _Solve:
    """The steps of the joint solve, which all need who the sitter is."""

    def __init__(self, spread: Spread, sitter: Sitter, progress: Progress) -> None:
        self.spread, self.sitter = spread, sitter
        self._progress, self._share = progress, 0.0

    def progress(self, share: float, words: str) -> None:
        """Tell how far it is; a step that is done again does not go back."""
        self._share = max(self._share, share)
        self._progress(self._share, words)

    def settled(self, entries: list[Entry], moved: Sequence[int] = ()) -> _Solved:
        """Solve photos as they are taken; mouth, lids and brows may move on some."""
        measured = {k for d in self.sitter.known for k in (d.start, d.end)}
        on_lines = {k for e in entries for c in e.curves() for k in landmarks_on(c)}
        prior = head_prior(self.spread, {k for e in entries for k in e.keys}, measured | on_lines)
        problem, state, kind = pose_problem(entries, prior, self.sitter)
        drawn = _drawn(entries, prior)
        finder = LineFinder(drawn, prior) if drawn else None
        express = problem.express_spread.copy()
        express[list(moved)] = WIDEST
        problem = replace(problem, express_spread=express)
        return _Solved(entries, problem, settle(problem, state, prior, kind, self.progress, finder), prior)

    def sides_decided(self, entries: list[Entry]) -> _Solved:
        """Solve with each photo taken the way that all of them together make likelier."""
        solved = self.settled(entries)
        if len(entries) < 2:
            return solved
        turned = _turned_round(entries, solved.found, solved.prior)
        if turned is None:
            return solved
        again = self.settled(turned)
        return again if _evidence(again.found, turned) < _evidence(solved.found, entries) else solved

    def without_strangers(self, solved: _Solved) -> tuple[_Solved, list[Entry]]:
        """Leave photos out that show another person."""
        if len(solved.entries) < 2 or not suspicious(solved.found):
            return solved, []
        words = "looking whether all photos show one person"
        try:
            others = strangers(solved.problem, solved.found, solved.prior, lambda: self.progress(0.86, words))
        except np.linalg.LinAlgError:  # such marks cannot tell; all photos together were solved
            return solved, []
        if not others:
            return solved, []
        mine = [e for i, e in enumerate(solved.entries) if i not in others]
        return self.settled(mine), [solved.entries[i] for i in others]

    def with_moods(self, solved: _Solved) -> _Solved:
        """Let mouth, lids and brows move on photos that show another expression."""
        if len(solved.entries) < 2:
            return solved
        try:
            moved = moved_photos(solved.found)
        except np.linalg.LinAlgError:
            return solved
        return self.settled(solved.entries, moved) if moved else solved

    def looks_of_another_age(self, solved: _Solved) -> OtherAge | None:
        """Whether the form speaks for a child where an adult was told, or the other way round."""
        if self.sitter.years is not None:
            return None
        try:
            return other_age(solved.found, solved.prior, self.sitter.kind, self.sitter.age)
        except np.linalg.LinAlgError:
            return None


# --- left and right, decided by all photos together ------------------------------------------

#: A photo is a suspect if the other way round costs at most so much more than the way taken, or if it lost so much of
#: its marks.
_DOUBT, _LOST = 40.0, 0.12
#: A photo that lost so much of its marks may have its camera in a wrong place, whichever way it is taken.
_ASTRAY = 0.3
#: Expected error against the sitter's own head, as a part of its size in the picture.
_OWN_PART = 0.006


def _evidence(found: Settled, entries: list[Entry]) -> float:
    """Cost of a way of taking the photos, marks that were left out counted as gross errors; lower is likelier."""
    problem = replace(found.problem, spread=found.problem.spread / found.noise.whole)
    every = np.ones(len(problem.seen))
    return bundle.cost(problem, found.state, every, robust=True) + sum(
        e.sighting.cost - e.sighting.pose.cost for e in entries
    )


def _turned_round(entries: list[Entry], found: Settled, prior: HeadPrior) -> list[Entry] | None:
    """The entries with suspects taken the way that fits the head of all better, and strayed cameras placed anew."""
    points, _, _ = prior.completed(found.factors, found.problem.precision, found.state.points)
    head = dict(zip(prior.keys, points, strict=True))
    out, changed = list(entries), False
    for i, e in enumerate(entries):
        lost = float((found.keep[found.problem.photo == i] == 0).mean())
        if e.other is None and lost < _ASTRAY:
            continue
        if e.other is not None and e.other.cost - e.sighting.cost > _DOUBT and lost < _LOST:
            continue
        told = {e.told(k): (float(m[0]), float(m[1])) for k, m in zip(e.keys, e.sighting.seen, strict=True)}
        try:
            ways = both_ways(told, head, e.photo.width, e.photo.height, e.prior(), part=_OWN_PART)
        except CannotSolveError:
            continue
        if ways[0].swapped != e.swapped or lost > _ASTRAY:
            other = ways[1] if len(ways) > 1 else None
            out[i], changed = Entry(e.photo, ways[0], other), True
    return out if changed else None


# --- all photos together ---------------------------------------------------------------------


def pose_problem(entries: list[Entry], prior: HeadPrior, sitter: Sitter) -> tuple[Problem, State, bundle.Ints]:
    """What is known, where to begin, and the class of each mark."""
    row = {k: i for i, k in enumerate(prior.seen_keys)}
    mean = prior.mean[prior.seen]
    photo, landmark, seen, spreads, kind = [], [], [], [], []
    scales = [_px_per_mm(e.sighting, mean.mean(axis=0)) for e in entries]
    for i, e in enumerate(entries):
        for key, at in zip(e.keys, e.sighting.seen, strict=True):
            guessed = e.photo.certainty.get(e.told(key)) == "guessed"
            photo.append(i)
            landmark.append(row[key])
            seen.append(at)
            spreads.append(expected_error(key, scales[i], guessed=guessed))
            kind.append(class_of(key, guessed=guessed))
    iris = []
    for i, e in enumerate(entries):
        for side in ("l", "r"):
            span = e.photo.spans.get(f"iris_{side}")
            other = {"l": "r", "r": "l"}[side] if e.swapped else side
            if span is not None and f"p_{other}" in row:
                width = float(np.hypot(span[2] - span[0], span[3] - span[1]))
                iris.append((i, row[f"p_{other}"], width, float(np.hypot(IRIS_MM * scales[i], CLICK_PX))))
    known = [(row[d.start], row[d.end], d.mm, d.spread) for d in sitter.known if d.start in row and d.end in row]
    k, ways = len(entries), len(EXPRESSIONS)
    cameras = [e.prior() for e in entries]
    problem = Problem(
        np.array(photo, np.int64), np.array(landmark, np.int64), np.array(seen, np.float64), np.array(spreads),
        np.array([c.focal for c in cameras]), np.array([c.focal_spread for c in cameras]),
        np.array([c.distance for c in cameras]), np.array([c.distance_spread for c in cameras]),
        np.array([(e.photo.width / 2, e.photo.height / 2) for e in entries]),
        np.array([CUT_SPREAD * np.hypot(e.photo.width, e.photo.height) if e.photo.cut else 0.0 for e in entries]),
        mean, np.eye(mean.size), np.zeros(mean.size), prior.size_spread, modes(prior.seen_keys, mean),
        told_open([e.photo.mouth_open for e in entries]),
        np.array(iris, np.float64).reshape(-1, 4), known=np.array(known, np.float64).reshape(-1, 4),
    )  # fmt: skip
    poses = [e.sighting.pose for e in entries]
    state = State(
        np.array([p.rotation for p in poses]), np.array([p.shift for p in poses]),
        np.log([p.focal for p in poses]), problem.centre.copy(), np.zeros((k, ways)), mean.copy(), 0.0,
        float(np.log(problem.iris_size[0])),
    )  # fmt: skip
    return problem, state, np.array(kind, np.int64)


def _drawn(entries: list[Entry], prior: HeadPrior) -> list[Drawn]:
    middle = prior.mean[prior.seen].mean(axis=0)
    return [
        Drawn(i, key, np.array(points, np.float64), _px_per_mm(e.sighting, middle))
        for i, e in enumerate(entries) for key, points in e.curves().items()
    ]  # fmt: skip


def _px_per_mm(sighting: Sighting, middle: DoubleArray) -> float:
    pose = sighting.pose
    return pose.focal / max(float(pose.rotation[2] @ middle + pose.shift[2]), 1.0)
