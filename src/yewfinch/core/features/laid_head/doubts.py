"""Which landmarks of a laid head are doubtful, and why."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.bounds import Name, Real, Text
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.similarity import similarity

#: The laid head lies closer than this where all is well, mm.
GAP = 1.2
#: A landmark is doubtful where the head had to be bent beyond how people vary by more than this, mm; sooner where the
#: form is flat, so that nothing holds it in its place (tried on heads bent at random).
BENT, FLAT_BENT = 4.0, 2.5
FLAT = ("v", "op", "eu", "ft", "zy", "go", "tr", "g", "pg", "c")
#: A landmark is doubtful where what defines it is as good within so much to either side, mm; on a lid's margin, whose
#: height is known less well, within so much (tried on random persons: there half of them are 2 mm off and more).
FLAT_OVER, FLAT_LID = 3.2, 1.8
#: Error of a landmark, mm, and the test value beyond which the others contradict it (chi squared, three degrees of
#: freedom, 1 in 1000).
_ERROR, _ODD = 1.0, 16.3
_ROUND = "the form is round there: it lies where people of this form have it, some millimetres to either side"
_BROW = "the upper border of the brow is hair, which hardly shows in the form"
#: Landmarks that colour or bone under the skin define, not form, or a bend so round that it says little (of 25 random
#: persons' jaw angles and brows half lay more than 2 mm off).
_NOT_BY_FORM = {
    "tr": "the hairline does not show in the form", "go_l": _ROUND, "go_r": _ROUND, "c": _ROUND, "sci_l": _BROW,
    "sci_r": _BROW,
}  # fmt: skip


@dataclass(frozen=True)
class Doubt:
    """A landmark to look at.

    Attributes
    ----------
    key : str
    why : str
        In plain words, without the landmark's name.
    weight : float
        How doubtful, to sort by.
    """

    key: Name
    why: Text
    weight: Real


def doubts(
    places: Mapping[str, DoubleArray], why: Mapping[str, str], spread: Spread, sure: Collection[str]
) -> list[Doubt]:
    """Landmarks to look at, the worst first.

    Parameters
    ----------
    places : mapping of landmark key to (3,) mm
        In the head's frame.
    why : mapping of landmark key to str
        Doubts that the laying has already; of places or of landmarks not found.
    spread : Spread
        How people vary.
    sure : collection of keys
        Clicked by hand.

    Notes
    -----
    Each landmark is tested against what all others say of it (data snooping: Baarda 1968, from memory).
    """
    out = [Doubt(k, text, 30.0) for k, text in why.items() if k not in sure]
    out += [Doubt(k, _NOT_BY_FORM[k], 10.0) for k in places if k in _NOT_BY_FORM and k not in sure and k not in why]
    for key, (value, away) in odd_ones(places, spread).items():
        if key not in sure and value > _ODD and not any(d.key == key for d in out):
            out.append(Doubt(key, phrase("it lies {0:.1f} mm from where the others expect it", away), value))
    return sorted(out, key=lambda d: (-d.weight, list(LANDMARKS).index(d.key)))


def odd_ones(places: Mapping[str, DoubleArray], spread: Spread) -> dict[str, tuple[float, float]]:
    """Of each landmark how far it lies from where the others expect it: test value, and mm."""
    own = spread.of(set(places))
    at = np.array([places[k] for k in own.keys])
    turn, scale, shift = similarity(at, own.mean)
    away = (scale * at @ turn.T + shift - own.mean).ravel()
    weight = np.linalg.inv(own.covariance + _ERROR**2 * np.eye(len(away)))
    pull = weight @ away
    out = {}
    for i, key in enumerate(own.keys):
        rows = slice(3 * i, 3 * i + 3)
        missing = np.linalg.solve(weight[rows, rows], pull[rows])
        out[key] = float(missing @ weight[rows, rows] @ missing), float(np.linalg.norm(missing))
    return out
