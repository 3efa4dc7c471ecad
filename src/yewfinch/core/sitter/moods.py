"""Photos that show another expression than the rest: a smile, an open mouth, lowered lids.

On such a photo mouth, lids and brows may move, the rest may not. A photo is one of them if a head that may move explains
its marks so much better that chance does not, and not by one mark alone, which would be a wrong click.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy.expressions import EXPRESSIONS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.settle import Settled
from yewfinch.core.sitter.some_photos import only, solved_alone

#: Widest spread of each expression.
WIDEST = np.array([e.widest for e in EXPRESSIONS])
#: What an open mouth that the user ticked moves.
_OPEN = np.array([e.key in ("jaw", "parted lips") for e in EXPRESSIONS])
#: Evidence, as a logarithm, that is needed, and how much lower the cost must be without the mark that gains most.
_NEEDED, _WITHOUT_ONE = 4.0, 10.0
#: Landmarks that some expression moves by more than this for one unit of it, mm, are the soft ones; a photo is looked at if
#: their squared errors exceed the expected ones by the second, or if two of them are left out.
_SOFT_MM, _UNQUIET = 0.3, 1.6
#: An expression is put into words from this part of its widest spread on.
_SAID = 0.3


def told_open(mouth_open: list[bool]) -> DoubleArray:
    """Spread of the expressions of photos, (k, e), by whether the mouth is said to be open."""
    return np.asarray(np.array(mouth_open, float)[:, None] * (_OPEN * WIDEST)[None])


def moved_photos(found: Settled) -> list[int]:
    """Photos whose expression differs from the head's; those that may move already are left out."""
    problem, state = found.problem, found.state
    still = replace(problem, spread=problem.spread / np.maximum(found.noise.photos[problem.photo], 1.0))
    soft = np.abs(problem.modes).max(axis=(1, 2))[problem.landmark] > _SOFT_MM
    square = (bundle.residuals(problem, state) ** 2).sum(axis=1) / still.spread**2
    precision = bundle.inverse(found.covariance.points + 1e-6 * np.eye(state.points.size))
    gains: dict[int, float] = {}
    for i in range(problem.cameras):
        mine = (problem.photo == i) & soft
        calm = np.minimum(square[mine], 12.0).sum() < _UNQUIET * 2.0 * mine.sum()
        if (problem.express_spread[i] > 0).all() or (calm and (found.keep[mine] == 0).sum() < 2):
            continue
        part, start = only(still, state, [i], state.points, precision)
        rigid, resting = solved_alone(part, start)
        loose = replace(part, express_spread=WIDEST[None])
        free, moving = solved_alone(loose, start)
        gain = _costs(part, rigid) - _costs(loose, free)
        if moving - resting > _NEEDED and gain.sum() - gain.max() > _WITHOUT_ONE:
            gains[i] = moving - resting
    if len(gains) == problem.cameras > 1:  # one is taken for being at rest
        del gains[min(gains, key=lambda i: gains[i])]
    return sorted(gains)


def _costs(problem: bundle.Problem, state: bundle.State) -> DoubleArray:
    """Robust cost of each mark."""
    square = (bundle.residuals(problem, state) ** 2).sum(axis=1) / problem.spread**2
    return np.asarray(6.0 * np.log1p(square / 4.0))


def in_words(express: DoubleArray) -> str:
    """What a photo's expression is in one or two words, as in 'open mouth, smile'; empty if there is none to speak of."""
    part = np.abs(express) / WIDEST
    order = np.argsort(-part)
    return ", ".join(EXPRESSIONS[e].plain for e in order[:2] if part[e] > _SAID)
