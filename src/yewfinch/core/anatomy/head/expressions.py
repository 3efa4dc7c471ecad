"""How a face moves away from rest: the ways in which landmarks of mouth, lids and brows go along with an expression.

Each way is a displacement of landmarks in mm for one unit of it; the jaw's is one degree of opening about the hinge at
the ears, the others one millimetre at the landmark that moves most. Directions: common practice.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray

Displacement = tuple[float, float, float]


@dataclass(frozen=True)
class Expression:
    """One way to move.

    Attributes
    ----------
    key, plain : str
    moves : mapping of landmark, without side, to (x, y, z) mm
        Of the left one of a pair; the right one goes the mirrored way, or the opposite way of a lopsided expression.
    lopsided : bool
    usual : float
        Spread, in units, of faces that were asked to stay at rest.
    widest : float
        Spread, in units, of faces that were not.
    """

    key: str
    plain: str
    moves: Mapping[str, Displacement]
    lopsided: bool = False
    usual: float = 0.5
    widest: float = 4.0


#: Jaw's hinge on the mean head: between the ear notches, a little forward, mm before and under them.
_HINGE_FORWARD, _HINGE_DOWN = 12.0, 4.0
#: How much of the jaw's turn a landmark takes part in.
_ON_JAW: dict[str, float] = {"gn": 1.0, "pg": 1.0, "sl": 0.97, "li": 0.92, "sto": 0.45, "ch": 0.4, "go": 0.35, "c": 0.5}

EXPRESSIONS: tuple[Expression, ...] = (
    Expression("jaw", "open mouth", {}, usual=0.4, widest=9.0),
    Expression(
        "smile",
        "smile",
        {
            "ch": (0.85, 0.55, -0.45),
            "ls": (0.0, 0.25, -0.35),
            "cph": (0.15, 0.25, -0.35),
            "sto": (0.0, 0.2, -0.4),
            "li": (0.0, 0.15, -0.4),
            "sl": (0.0, 0.05, -0.2),
            "ac": (0.25, 0.15, -0.1),
            "al": (0.3, 0.15, -0.1),
            "sbal": (0.2, 0.1, -0.1),
            "pi": (0.0, 0.2, 0.05),
            "sn": (0.0, -0.05, -0.1),
            "prn": (0.0, -0.1, -0.05),
            "or": (0.0, 0.15, 0.1),
        },
        widest=5.0,
    ),
    Expression(
        "lopsided smile",
        "smile of one side",
        {"ch": (0.85, 0.55, -0.3), "cph": (0.1, 0.15, -0.1), "ac": (0.1, 0.1, 0.0)},
        lopsided=True,
        widest=3.0,
    ),
    Expression(
        "parted lips",
        "parted lips",
        {"ls": (0.0, 0.5, 0.05), "cph": (0.0, 0.5, 0.05), "li": (0.0, -1.0, 0.05), "sl": (0.0, -0.2, 0.0)},
        widest=4.0,
    ),
    Expression(
        "pout",
        "pouted lips",
        {
            "ch": (-1.0, 0.0, 0.35),
            "ls": (0.0, 0.15, 0.8),
            "cph": (-0.2, 0.1, 0.7),
            "li": (0.0, -0.1, 0.8),
            "sto": (0.0, 0.0, 0.8),
        },
        widest=3.0,
    ),
    Expression("lids", "lids", {"ps": (0.0, -1.0, 0.1), "pi": (0.0, 0.15, 0.0)}, widest=4.0),
    Expression("brows", "raised brows", {"sci": (0.0, 1.0, 0.1), "ps": (0.0, 0.1, 0.0)}, widest=4.0),
)


def modes(keys: Sequence[str], mean: DoubleArray) -> DoubleArray:
    """Displacements of landmarks for one unit of each expression.

    Parameters
    ----------
    keys : sequence of str
        Landmarks.
    mean : (n, 3) float64, mm
        Where they lie on the mean head, at rest.

    Returns
    -------
    (n, 3, e) float64, mm
        In the order of `EXPRESSIONS`.
    """
    out = np.zeros((len(keys), 3, len(EXPRESSIONS)))
    at = dict(zip(keys, mean, strict=True))
    ears = [p for k, p in at.items() if k in ("t_l", "t_r", "po_l", "po_r")]
    hinge = (np.mean(ears, axis=0) if ears else np.array([0.0, 0.0, 0.0])) + (0.0, -_HINGE_DOWN, _HINGE_FORWARD)
    for i, key in enumerate(keys):
        base, side = key.removesuffix("_l").removesuffix("_r"), -1.0 if key.endswith("_r") else 1.0
        if base in _ON_JAW:
            away = mean[i] - hinge
            out[i, :, 0] = np.radians(_ON_JAW[base]) * np.array([0.0, -away[2], away[1]])
        for e, expression in enumerate(EXPRESSIONS):
            if base in expression.moves:
                x, y, z = expression.moves[base]
                way = np.array([x * side, y, z])
                out[i, :, e] = way * (side if expression.lopsided else 1.0)
    return out
