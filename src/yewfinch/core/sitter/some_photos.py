"""One photo, or some, of a solved set against a head that is known so far: how well do they show that head?"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.bundle import Problem, State


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
        problem, photo=number[problem.photo[mine]], landmark=problem.landmark[mine], seen=problem.seen[mine],
        spread=problem.spread[mine], log_focal=problem.log_focal[photos], log_focal_spread=problem.log_focal_spread[photos],
        log_distance=problem.log_distance[photos], log_distance_spread=problem.log_distance_spread[photos],
        centre=problem.centre[photos], centre_spread=problem.centre_spread[photos], mean=mean, precision=precision,
        size_by_shape=np.zeros(mean.size),
        express_spread=problem.express_spread[photos], iris=np.zeros((0, 4)), known=np.zeros((0, 4)), lines=None,
    )  # fmt: skip
    start = replace(
        state, rotation=state.rotation[photos], shift=state.shift[photos], log_focal=state.log_focal[photos],
        centre=state.centre[photos], express=np.zeros_like(part.express_spread), points=mean.copy(), log_size=0.0,
    )  # fmt: skip
    return part, start


def solved_alone(problem: Problem, state: State) -> tuple[State, float]:
    """The best camera for one photo, and the logarithm of the evidence for its head (Laplace's approximation).

    Marks that do not fit count little. What does not depend on the head is left out of the evidence.
    """
    every = np.ones(len(problem.seen))
    found = bundle.adjust(problem, state, every, robust=True, steps=15, exact=1e-5)
    return found, evidence(problem, found)


def evidence(problem: Problem, state: State) -> float:
    """Logarithm of the evidence at a solution with the heavy-tailed loss, but for constants of the marks' number."""
    every = np.ones(len(problem.seen))
    square = (bundle.residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
    _, logs = np.linalg.slogdet(problem.precision)
    moves = problem.express_spread[problem.express_spread > 0]
    whole = bundle.log_determinant(problem, state, 6.0 / (4.0 + square))
    cost = bundle.cost(problem, state, every, robust=True) + 4.0 * float(np.log(problem.spread).sum())
    return -0.5 * (cost + whole - float(logs) + 2.0 * float(np.log(moves).sum()))
