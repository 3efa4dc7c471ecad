"""Lids by their measures: corners, margins of a few knots, thickness, crease, fold, bag, and how far they are shut."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.anatomy.head import lids as base_lids
from yewfinch.core.features.eyes.eye import Eye, Point
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

Knot = tuple[float, float]

#: Knots of a margin between the corners.
KNOTS = 5
#: What can be asked for: lowest and highest. In mm, but for `close` and `follow`, which are shares.
BOUNDS: dict[str, tuple[float, float]] = {
    "thickness": (0.8, 3.5),
    "crease": (2.0, 14.0),
    "crease_depth": (0.0, 1.5),
    "fold": (0.0, 8.0),
    "corner_fold": (0.0, 5.0),
    "bag": (0.0, 4.0),
    "groove": (0.0, 2.0),
    "gap": (0.04, 0.12),
    "close": (-0.3, 1.0),
    "follow": (0.0, 1.0),
}
#: Height of the crease over the margin, mm (oculoplastic handbooks, from memory): the middle of what is given.
CREASE = {"man": 7.0, "woman": 9.0}
#: Knots as parts of the way between the corners, and their heights over the straight line between these, mm: the upper
#: margin is highest a little inside of the pupil, the lower one lowest a little outside (handbooks, from memory).
_SHARES = (0.17, 0.33, 0.5, 0.67, 0.83)
_UPPER, _LOWER = (2.8, 4.7, 5.0, 4.1, 2.4), (-1.4, -3.3, -4.8, -4.9, -3.2)
_INNER, _OUTER = (base_lids.INNER, -1.5, 6.4), (base_lids.OUTER, 1.1, 0.6)


def _knots(heights: tuple[float, ...]) -> tuple[Knot, ...]:
    x, y = (_INNER[k] + (_OUTER[k] - _INNER[k]) * np.array(_SHARES) for k in (0, 1))
    return tuple((round(float(a), 2), round(float(b), 2)) for a, b in zip(x, y + np.array(heights), strict=True))


@dataclass(frozen=True)
class Lids:
    """What the form of both lids of one eye follows from.

    Places are in millimetres from the middle of the globe, in the eye's own axes: x from the nose outwards, y up, z
    forward, on both sides alike.

    Attributes
    ----------
    side : {1, -1}
        1 for the sitter's left eye.
    inner, outer : (3,) float, mm
        Corners, where the margins' inner edges meet.
    upper, lower : tuple of (2,) float, mm
        Knots of the inner edges of both margins as they are seen from the front, from the inner corner outwards; with
        open lids and eyes that look straight ahead.
    thickness : float, mm
        Of the margins.
    crease, crease_depth : float, mm
        Height of the upper lid's crease over its margin, and how deep it is.
    fold : float, mm
        How far the skin above hangs down over the crease.
    corner_fold : float, mm
        How far a fold hangs over the inner corner.
    bag, groove : float, mm
        How far the lower lid bulges, and how deep the groove below that is.
    gap : float, mm
        Between the inner side of the lids and the eye.
    close : float
        0 for lids as their knots are, 1 for shut ones; less than 0 for wide open ones.
    follow : float
        How far the lids go along with a gaze up or down; 1 is usual.
    upper_own, lower_own : tuple of (2,) float, mm on the globe
        How far each margin lies off the smooth curve through its knots, evenly from corner to corner; empty for not at
        all. Read from clay.
    turn : (3,) float, degrees
        The eye's own axes against the portrait's, as a rotation vector.
    """

    side: int = 1
    inner: Point = _INNER
    outer: Point = _OUTER
    upper: tuple[Knot, ...] = _knots(_UPPER)
    lower: tuple[Knot, ...] = _knots(_LOWER)
    thickness: float = 2.0
    crease: float = 8.0
    crease_depth: float = 0.6
    fold: float = 0.0
    corner_fold: float = 0.0
    bag: float = 0.6
    groove: float = 0.3
    gap: float = 0.088
    close: float = 0.0
    follow: float = 1.0
    upper_own: tuple[Knot, ...] = ()
    lower_own: tuple[Knot, ...] = ()
    turn: Point = (0.0, 0.0, 0.0)


def checked(lids: Lids) -> Lids:
    """The lids, if such ones can be.

    Raises
    ------
    YewfinchError
        If a measure makes no sense, alone or with the others.
    """
    rows = (lids.upper, lids.lower, lids.upper_own, lids.lower_own)
    numbers = np.array([*lids.inner, *lids.outer, *lids.turn, *(v for row in rows for knot in row for v in knot)])
    if not np.isfinite(numbers).all() or np.abs(numbers).max() > 1e3:
        raise YewfinchError("Lids are to lie where nothing can be. Give places in millimetres from the eye.")
    for name, (low, high) in BOUNDS.items():
        value = getattr(lids, name)
        if not (np.isfinite(value) and low <= value <= high):
            raise YewfinchError(
                phrase(
                    "Lids cannot have {0} {1:g}; {2:g} to {3:g} makes sense.", name.replace("_", " "), value, low, high
                )
            )
    if lids.side not in (1, -1):
        raise YewfinchError("Lids belong to a left or to a right eye.")
    if len(lids.upper) != KNOTS or len(lids.lower) != KNOTS:
        raise YewfinchError(phrase("A margin has {0} knots.", KNOTS))
    for knots in (lids.upper, lids.lower):
        across = [lids.inner[0], *(x for x, _ in knots), lids.outer[0]]
        if (np.diff(across) < 0.3).any():
            raise YewfinchError("The knots of a margin follow each other from the inner to the outer corner.")
    return lids


def mirrored(lids: Lids) -> Lids:
    """The lids of the other eye, alike."""
    x, y, z = lids.turn
    return replace(lids, side=-lids.side, turn=(x, -y, -z))


def axes(lids: Lids) -> DoubleArray:
    """Columns are the eye's own axes in the portrait, (3, 3); left-handed for a right eye."""
    from scipy.spatial.transform import Rotation

    turn = Rotation.from_rotvec(np.radians(lids.turn)).as_matrix()
    return np.asarray(turn * np.array([float(lids.side), 1.0, 1.0]))


def to_own(lids: Lids, eye: Eye, points: DoubleArray) -> DoubleArray:
    """Points (n, 3) of the portrait in the eye's own axes, mm."""
    return np.asarray((points - np.array(eye.place)) @ axes(lids))


def to_portrait(lids: Lids, eye: Eye, points: DoubleArray) -> DoubleArray:
    """Points (n, 3) in the eye's own axes in the portrait, mm."""
    return np.asarray(points @ axes(lids).T + np.array(eye.place))


def moved(lids: Lids, turn: DoubleArray, scale: float) -> Lids:
    """The lids after what moved their eye as a whole: turned by (3, 3), scaled."""
    from scipy.spatial.transform import Rotation

    now = Rotation.from_matrix(turn) * Rotation.from_rotvec(np.radians(lids.turn))
    x, y, z = np.degrees(now.as_rotvec())

    def sized(point: Point) -> Point:
        return scale * point[0], scale * point[1], scale * point[2]

    def knots(row: tuple[Knot, ...]) -> tuple[Knot, ...]:
        return tuple((scale * a, scale * b) for a, b in row)

    sizes = {k: getattr(lids, k) * scale for k in ("thickness", "crease", "crease_depth", "fold", "corner_fold")}
    return replace(
        lids,
        inner=sized(lids.inner),
        outer=sized(lids.outer),
        upper=knots(lids.upper),
        lower=knots(lids.lower),
        upper_own=knots(lids.upper_own),
        lower_own=knots(lids.lower_own),
        turn=(float(x), float(y), float(z)),
        bag=lids.bag * scale,
        groove=lids.groove * scale,
        **sizes,
    )
