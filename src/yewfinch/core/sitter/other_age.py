"""Whether a solved head looks like that of another age than was told.

A child that is taken for an adult comes out some 8 percent too large and more, and nothing in the photos of one face
says so but its form. So the form is asked: how probable the marks are among adults and among children of several ages,
each spread with the factor by which it would have to give way. The evidence of a normal prior for what the marks say of
the landmarks is worked out from the normal equations of the solve (Bishop 2006, Pattern Recognition and Machine
Learning, 3.5.1, from memory); the landmarks are not solved for again.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.lore.sex_and_age import Age, Sex
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.positive import inverse, lower_solved
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.head_prior import FIRMNESS, Factors, HeadPrior, head_prior
from yewfinch.core.sitter.settle import Settled

#: How many sitters are told wrongly to be grown, or a child: most leave the word that stands there (choice).
_TOLD_WRONG = 0.1
#: Years of the children that are compared.
CHILDREN = (4.0, 7.0, 10.0, 13.0)
#: Factors of the spread of shape that are tried.
_FACTORS = np.exp(np.linspace(np.log(0.5), np.log(20.0), 24))
#: A head that gives way by less than this factor of the spread of its told age is an ordinary one of that age; of 48
#: children taken for adults those few that are were near fourteen.
_ORDINARY = 0.85
#: A chance so small is not spoken of.
_LEAST_CHANCE = 0.01


@dataclass(frozen=True)
class OtherAge:
    """The age that the sitter's form speaks for, against the one that was told.

    Attributes
    ----------
    age : {"adult", "child"}
    chance : float
        That the sitter is of that age, 0 to 1.
    growth : float
        Logarithm of the size that the sitter would have then over the size that was solved.
    """

    age: Age
    chance: float
    growth: float


def other_age(found: Settled, prior: HeadPrior, kind: Sex, told: Age) -> OtherAge | None:
    """Compare the told age with the other one: grown people with children.

    Parameters
    ----------
    found : Settled
    prior : HeadPrior
        With which it was solved.
    kind : {"any", "man", "woman"}
    told : {"adult", "child", "old"}

    Returns
    -------
    OtherAge or None
        None where the told age fits well, or the other one is next to impossible.

    Raises
    ------
    numpy.linalg.LinAlgError
        If the marks determine too little to tell.
    """
    if told != "child" and found.factors.shape < _ORDINARY:  # children of all ages differ enough to hold adults
        return None
    marks = _Marks.of(found)
    marked = {prior.keys[i] for i, m in zip(prior.seen, prior.marked, strict=True) if m}
    children = [head_prior(people(kind, "child", years), marked, prior.seen_keys) for years in CHILDREN]
    grown = [head_prior(people(kind, "adult"), marked, prior.seen_keys) if told == "child" else prior]
    mine, theirs = (children, grown) if told == "child" else (grown, children)
    own = np.array([_evidence(marks, p, found.factors) for p in mine])
    other = np.array([_evidence(marks, p, found.factors) for p in theirs])
    top = max(own.max(), other.max())
    likely = float(np.exp(other - top).mean()) * _TOLD_WRONG
    chance = likely / (likely + float(np.exp(own - top).mean()) * (1.0 - _TOLD_WRONG))
    if chance < _LEAST_CHANCE:
        return None
    share = np.exp(other - other.max())
    then = float(share @ [_usual_size(marks, p, found.factors) for p in theirs] / share.sum())
    # what else tells of the size holds it back: the size's own prior is all that another age changes
    size = found.state.points.size
    free = min(float(found.covariance.shared[size, size]) / found.problem.size_spread**2, 1.0)
    growth = (then - _usual_size(marks, prior, found.factors)) * free
    return OtherAge("adult" if told == "child" else "child", chance, growth)


@dataclass(frozen=True, eq=False)
class _Marks:
    """What the photos alone say of the landmarks, as a normal distribution.

    Attributes
    ----------
    points : (n, 3) float64, mm
        As solved, on a head of usual size.
    root : (3 n, r) float64, 1 / mm
        Root of the information, which is `root @ root.T`; motions and size of the whole have none.
    best : (r,) float64
        The way from the solved places to those that fit the photos best, by that root.
    """

    points: DoubleArray
    root: DoubleArray
    best: DoubleArray

    @staticmethod
    def of(found: Settled) -> _Marks:
        precision, points = found.problem.precision, found.state.points
        values, vectors = np.linalg.eigh(inverse(found.covariance.points) - precision)
        told = values > 1e-9 * values[-1]
        root = vectors[:, told] * np.sqrt(values[told])
        # at the solution the photos pull against the prior
        pull = precision @ (points - found.problem.mean).ravel()
        return _Marks(points, root, vectors[:, told].T @ pull / np.sqrt(values[told]))


def _evidence(marks: _Marks, prior: HeadPrior, factors: Factors) -> float:
    """Logarithm of how probable the marks are under a prior that gives way, without a constant."""
    mean = prior.mean[prior.seen]
    lay = procrustes(mean, marks.points, scaled=True)
    way = marks.best + marks.root.T @ (marks.points - lay.to_sitter(mean)).ravel()

    # the spread as the marks see it is noise and placing, and a factor times that of shape
    turned = (marks.root.T.reshape(-1, 3) @ lay.rotation).reshape(len(marks.best), -1) * lay.scale
    placed = prior.covariance(replace(prior.start(), shape=0.0, placing=factors.placing, own=factors.own))
    shape = prior.covariance(replace(prior.start(), placing=factors.placing, own=factors.own)) - placed
    fixed = np.asarray(np.linalg.cholesky(np.eye(len(way)) + turned @ placed @ turned.T), np.float64)
    half = lower_solved(fixed, turned @ shape @ turned.T)
    values, vectors = np.linalg.eigh(lower_solved(fixed, half.T))
    square = (vectors.T @ lower_solved(fixed, way[:, None])[:, 0]) ** 2
    spread = 1.0 + _FACTORS[:, None] * np.maximum(values, 0.0)
    fit = -0.5 * (np.log(spread) + square / spread).sum(axis=1) - np.log(np.diag(fixed)).sum()
    held = FIRMNESS / 2.0 * (np.log(_FACTORS) + 1.0 / _FACTORS)
    return float((fit - held).max())


def _usual_size(marks: _Marks, prior: HeadPrior, factors: Factors) -> float:
    """Logarithm of the size that heads of this form have among a prior's, over that of the solved points."""
    mean = prior.mean[prior.seen]
    lay = procrustes(marks.points, mean, scaled=True)
    by_shape, _ = prior.size(factors, inverse(prior.covariance(factors)))
    return float(np.log(lay.scale) + by_shape @ (lay.to_sitter(marks.points) - mean).ravel())
