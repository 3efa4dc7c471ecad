"""Photos of another person: does one head explain them all, or are there two?

A group is grown from one photo: again and again the photo is taken in that the group's head, as far as it is known,
explains best against a head of its own. What is left in the end is explained better by another head. The evidence is
that of Laplace's approximation; how noisy the marks are is chosen anew for each of the two explanations, and mouth, lids
and brows may move.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.bundle import Problem, State
from yewfinch.core.sitter.head_prior import HeadPrior
from yewfinch.core.sitter.moods import WIDEST
from yewfinch.core.sitter.settle import Settled
from yewfinch.core.sitter.some_photos import only, solved_alone

#: How much larger than on the group's photos the marks' errors may be: on few photos, whose noise is hardly known, and on
#: many (choice: with 1.3 throughout, 2 of 12 sitters in three photos with clicks of 3 px were taken for two persons).
_NOISE_OF_FEW, _NOISE_OF_MANY = 1.8, 1.3
#: A photo is the group's if the logarithm of the evidence is higher for its head by the first; it may be a stranger's if it
#: is lower by the second; there are two persons if for all of the second one's photos together it is lower by the third.
_FOR, _PERHAPS, _AGAINST = 3.0, 1.5, 8.0
#: A group of fewer photos takes in one photo at a time: its head is not known well enough to judge all.
_FIRM = 3


def suspicious(found: Settled) -> bool:
    """Whether it is worth while to look for another person: few photos, or marks that fit badly, on all or on one."""
    problem = found.problem
    lost = np.bincount(problem.photo, 1.0 - found.keep) / np.maximum(np.bincount(problem.photo), 1)
    noisy = bool(found.noise.whole > 2.2 or (found.noise.photos > 1.6).any())
    return problem.cameras <= 3 or noisy or bool((lost > 0.1).any())


def strangers(problem: Problem, found: Settled, prior: HeadPrior) -> list[int]:
    """Photos that show another person than the rest; of two equal groups the one with fewer marks.

    Parameters
    ----------
    problem : Problem
        With errors as they are expected before any is known.
    found : Settled
        The solution of all as one person.
    prior : HeadPrior
    """
    k = problem.cameras
    if k < 2:
        return []
    spread = prior.covariance(prior.start())
    precision = bundle.inverse(spread)
    loose = replace(problem, precision=precision, express_spread=np.tile(WIDEST, (k, 1)))
    state = found.state
    anyone = prior.mean[prior.seen], precision
    index = prior.coordinates
    apart = 2.0 * max(found.factors.shape, 1.0) * prior.shape[np.ix_(index, index)]
    marks = np.bincount(problem.photo, minlength=k)
    kept = np.bincount(problem.photo, found.keep, minlength=k)
    resting = ~(problem.express_spread > 0).any(axis=1)
    group = [int(np.argmax(kept * (1.0 + resting)))]  # a face at rest with many marks that fit
    left = [i for i in range(k) if i not in group]
    against: dict[int, float] = {}
    while left:
        head, known, noise = _head_of(loose, state, group)
        here = replace(loose, spread=loose.spread * noise)
        # another person marked by the same hand, whose misunderstandings go along: as far from this head as people are
        other = bundle.inverse(bundle.inverse(known) + apart)
        for i in left:
            same = _evidence(here, state, i, head, known)
            against[i] = same - max(_evidence(here, state, i, *anyone), _evidence(here, state, i, head, other))
        sure = [i for i in left if against[i] > _FOR]
        best = max(left, key=lambda i: against[i])
        if not sure and against[best] < 0:
            break
        group += sure if sure and len(group) >= _FIRM else [best]
        left = [i for i in left if i not in group]
    others = [i for i in left if against[i] < -_PERHAPS]
    if others and k > 3:
        others = _sorted_out(loose, state, others)
    if not others:
        return []
    head, known, noise = _head_of(loose, state, [i for i in range(k) if i not in others])
    here, other = replace(loose, spread=loose.spread * noise), bundle.inverse(bundle.inverse(known) + apart)
    gain = 0.0
    for i in others:
        heads = [anyone, (head, other)]
        rest = [j for j in others if j != i]
        if rest:
            heads.append(_head_of(loose, state, rest)[:2])
        gain += max(_evidence(here, state, i, *h) for h in heads) - _evidence(here, state, i, head, known)
    if gain < _AGAINST:
        return []
    if (len(others), int(marks[others].sum())) > (k - len(others), int(marks.sum() - marks[others].sum())):
        return sorted(set(range(k)) - set(others))
    return sorted(others)


#: Rounds in which photos may change their person.
_ROUNDS = 3


def _sorted_out(problem: Problem, state: State, others: list[int]) -> list[int]:
    """The second person's photos once each has gone to the head, made without it, that explains it better; empty if none is left.

    The first photos of a group are taken in while its head is hardly known; with two heads to choose from they are
    looked at again.
    """
    second = set(others)
    every = set(range(problem.cameras))
    for _ in range(_ROUNDS):
        heads = {frozenset(g): _head_of(problem, state, sorted(g)) for g in (every - second, second)}
        noise = min(n for _, _, n in heads.values())
        here = replace(problem, spread=problem.spread * noise)
        after = set()
        for i in every:
            told = []
            for group in (every - second, second):
                rest = frozenset(group - {i})
                if not rest:  # it stands alone: it stays unless the others explain it
                    told.append(-np.inf)
                    continue
                head, known, _ = heads[rest] if rest in heads else _head_of(problem, state, sorted(rest))
                told.append(_evidence(here, state, i, head, known))
            alone = not np.isfinite(max(told)) or (second == {i} or every - second == {i})
            if (told[1] > told[0] and not alone) or (alone and i in second):
                after.add(i)
        if not after or after == every:
            return []
        if after == second:
            break
        second = after
    return sorted(second)


def _head_of(problem: Problem, state: State, group: list[int]) -> tuple[DoubleArray, DoubleArray, float]:
    """The head that some photos show, (n, 3) mm, its precision, and how much larger than expected the marks' errors are."""
    part, start = only(problem, state, group, problem.mean, problem.precision)
    every = np.ones(len(part.seen))
    found = bundle.adjust(part, start, every, robust=True, steps=20, exact=1e-5)
    square = (bundle.residuals(part, found) ** 2).sum(axis=1) / part.spread**2
    noise = max(1.0, float(np.sqrt(np.median(square) / 1.386)))
    whole = bundle.covariance(replace(part, spread=part.spread * noise), found, 6.0 / (4.0 + square / noise**2))
    return found.points, bundle.inverse(whole.points + 1e-6 * np.eye(found.points.size)), noise


def _evidence(problem: Problem, state: State, photo: int, head: DoubleArray, precision: DoubleArray) -> float:
    """For a head, of one photo, with the noise that makes it likeliest."""
    part, start = only(problem, state, [photo], head, precision)
    larger = _NOISE_OF_FEW if problem.cameras <= _FIRM else _NOISE_OF_MANY
    return max(solved_alone(replace(part, spread=part.spread * noise), start)[1] for noise in (1.0, larger))
