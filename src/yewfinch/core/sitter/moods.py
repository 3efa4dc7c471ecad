"""Photos that show another expression than the rest: a smile, an open mouth, lowered lids.

On such a photo mouth, lids and brows may move, the rest may not. A photo is one of them if a head that may move
explains
its marks so much better that chance does not, and not by one mark alone, which would be a wrong click.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.head.expressions import EXPRESSIONS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter import bundle
from yewfinch.core.sitter.group_heads import GroupHeads
from yewfinch.core.sitter.one_photo import NOISE_SPREAD, fit, marks_of
from yewfinch.core.sitter.settle import Settled

#: Widest spread of each expression.
WIDEST = np.array([e.widest for e in EXPRESSIONS])
#: What an open mouth that the user ticked moves.
_OPEN = np.array([e.key in ("jaw", "parted lips") for e in EXPRESSIONS])
#: Evidence, as a logarithm, that is needed, and how much lower the cost must be without the mark that gains most.
_NEEDED, _WITHOUT_ONE = 4.0, 10.0
#: Landmarks that some expression moves by more than this for one unit of it, mm, are the soft ones; a photo is
#: looked at if
#: their squared errors exceed the expected ones by the second, or if two of them are left out.
SOFT_MM, UNQUIET = 0.3, 1.6
#: An expression is put into words from this part of its widest spread on.
_SAID = 0.3


def told_open(mouth_open: list[bool]) -> DoubleArray:
    """Spread of the expressions of photos, (k, e), by whether the mouth is said to be open."""
    return np.asarray(np.array(mouth_open, float)[:, None] * (_OPEN * WIDEST)[None])


def soft_landmarks(problem: bundle.Problem) -> npt.NDArray[np.bool_]:
    """Which landmarks expressions move, (n,)."""
    return np.asarray(np.abs(problem.modes).max(axis=(1, 2)) > SOFT_MM)


def moved_photos(found: Settled) -> list[int]:
    """Photos whose expression differs from the head's; those that may move already are left out."""
    problem, state = found.problem, found.state
    still = replace(problem, spread=problem.spread / np.maximum(found.noise.photos[problem.photo], 1.0))
    soft = soft_landmarks(problem)[problem.landmark]
    square = (bundle.residuals(problem, state) ** 2).sum(axis=1) / still.spread**2
    asked = []
    for i in range(problem.cameras):
        mine = (problem.photo == i) & soft
        calm = np.minimum(square[mine], 12.0).sum() < UNQUIET * 2.0 * mine.sum()
        if not (problem.express_spread[i] > 0).all() and not (calm and (found.keep[mine] == 0).sum() < 2):
            asked.append(i)
    if not asked:
        return []
    everyone = GroupHeads(still, state)(range(problem.cameras))
    gains: dict[int, float] = {}
    for i in asked:
        marks, without = marks_of(still, state, i), everyone.without(i)
        rest = fit(marks, *without, problem.express_spread[i], everyone.noise, NOISE_SPREAD)
        moved = fit(marks, *without, WIDEST, everyone.noise, NOISE_SPREAD)
        gain = _costs(rest.squares * (rest.noise / moved.noise) ** 2) - _costs(moved.squares)
        if moved.evidence - rest.evidence > _NEEDED and gain.sum() - gain.max() > _WITHOUT_ONE:
            gains[i] = moved.evidence - rest.evidence
    if len(gains) == problem.cameras > 1:  # one is taken for being at rest
        del gains[min(gains, key=lambda i: gains[i])]
    return sorted(gains)


def _costs(squares: DoubleArray) -> DoubleArray:
    """Robust cost of each mark."""
    return np.asarray((bundle.TAIL + 2) * np.log1p(squares / bundle.TAIL))


def in_words(express: DoubleArray) -> str:
    """What a photo's expression is in one or two words, as in 'open mouth, smile'.

    Empty if there is none to speak of.
    """
    part = np.abs(express) / WIDEST
    order = np.argsort(-part)
    return ", ".join(EXPRESSIONS[e].plain for e in order[:2] if part[e] > _SAID)
