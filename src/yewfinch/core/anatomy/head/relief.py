"""Fine lines of skin on the finer levels of the base head: lips, forehead, eyes, mouth, neck.

A fold is a valley with two soft shoulders; skin gathers on the side that moves. When each begins follows common
practice (forehead and corner of the eye at 30 to 40 years, nasolabial fold at 40, under the eye at 45, corner of the
mouth at 50, neck at 55, lips at 60); depths and widths were chosen by eye.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.reshape.field_shapes import Point, spline
from yewfinch.core.shared.arrays import DoubleArray

#: Creases of the lips: depth at rest, mm, and their spacing, mm.
_LIP_DEPTH, _LIP_SPACING = 0.09, 1.9
#: Age at which folds have the depth that is told of them.
_FULL = 82.0


@dataclass(frozen=True)
class Fold:
    """One fold on the left side of the plain head.

    Attributes
    ----------
    through : list of (x, y, z) mm
    begins : float
        Years.
    width, depth : float, mm
        Of the valley, at 82 years.
    above, below : float
        Height of its shoulders as a part of its depth, towards +y and -y.
    broken : float
        How unevenly deep it is along its way, 0 to 1.
    """

    through: list[Point]
    begins: float
    width: float
    depth: float
    above: float = 0.25
    below: float = 0.25
    broken: float = 0.3


_FOLDS: tuple[Fold, ...] = (
    # forehead: nowhere through from side to side alike
    Fold([(0, 57, 96), (14, 60, 95), (30, 59, 90), (43, 54, 80)], 36, 2.0, 0.34, 0.2, 0.45, 0.6),
    Fold([(0, 67.5, 95), (17, 70, 93), (33, 68, 87), (46, 62, 76)], 34, 2.2, 0.36, 0.2, 0.45, 0.7),
    Fold([(3, 78, 92), (20, 80, 90), (35, 77, 83)], 40, 2.2, 0.26, 0.2, 0.4, 0.8),
    # between the brows
    Fold([(5.0, 37, 97), (6.0, 43, 97), (7.5, 50, 96)], 38, 1.7, 0.42, 0.3, 0.3, 0.3),
    # corner of the eye, spreading
    Fold([(49, 27, 70), (55, 31, 62), (60, 37, 53)], 36, 1.4, 0.26, 0.3, 0.3, 0.4),
    Fold([(49.5, 23, 70), (57, 23.5, 61), (63, 25, 50)], 34, 1.4, 0.32, 0.3, 0.3, 0.4),
    Fold([(49, 19, 70), (56, 15, 64), (62, 12, 55)], 38, 1.4, 0.28, 0.3, 0.3, 0.4),
    # under the eye
    Fold([(20, 12.5, 84), (30, 8.5, 84), (40, 10.5, 79)], 42, 1.6, 0.22, 0.35, 0.1, 0.3),
    Fold([(21, 5, 85), (32, 0, 83), (42, 3, 77)], 48, 2.4, 0.30, 0.4, 0.1, 0.2),
    # from the nose's wing past the mouth
    Fold([(20.5, -20, 91), (25, -30, 88), (30.5, -42, 82), (33, -50, 77)], 40, 2.6, 0.75, 0.5, 0.05, 0.15),
    # from the mouth's corner down
    Fold([(29.5, -53, 81), (31.5, -62, 77), (30.5, -71, 75)], 50, 2.2, 0.6, 0.35, 0.15, 0.2),
    # beside it, on the cheek
    Fold([(37, -36, 76), (40, -50, 69), (38, -62, 64)], 62, 2.4, 0.25, 0.3, 0.2, 0.4),
    # round the neck
    Fold([(0, -111, 40), (24, -107, 30), (44, -99, 8)], 50, 2.6, 0.45, 0.35, 0.1, 0.3),
    Fold([(0, -134, 28), (24, -130, 18), (44, -122, 0)], 52, 2.6, 0.40, 0.35, 0.1, 0.3),
    # on the upper lip
    *(
        Fold([(x, -31.5, 103.0), (x * 1.04, -37.0, 103.0), (x * 1.02, -40.5, 102.0)], 56, 1.0, 0.2, 0.2, 0.2, 0.4)
        for x in (8.5, 11.8, 15.2, 18.6, 21.8)
    ),
)


def relief(rest: DoubleArray, normals: DoubleArray, age: float) -> DoubleArray:
    """Displacements (n, 3) mm along the normals.

    Parameters
    ----------
    rest, normals : (n, 3) float64
        The plain head at a fine level.
    age : float
        Years; the first folds begin at 34.
    """
    q = rest.copy()
    q[:, 0] = np.abs(q[:, 0])
    depth = np.zeros(len(q))
    lips = (q[:, 0] < 26) & (q[:, 1] < -41.5) & (q[:, 1] > -59) & (q[:, 2] > 84)
    x, y = q[lips, 0], q[lips, 1]
    fade = np.clip((25.0 - x) / 8.0, 0, 1) * np.exp(-(((y + 50.5) / 7.0) ** 4))
    wander = 0.5 * np.sin(0.9 * y) + 0.35 * np.sin(2.3 * x)
    depth[lips] -= _LIP_DEPTH * fade * (0.5 + 0.5 * np.cos(2 * np.pi * (x + wander) / _LIP_SPACING)) ** 2
    for number, fold in enumerate(_FOLDS):
        grown = np.clip((age - fold.begins) / (_FULL - fold.begins), 0.0, 1.2)
        if grown > 0:
            _press(q, depth, fold, float(grown), number)
    return normals * depth[:, None]


def _press(q: DoubleArray, depth: DoubleArray, fold: Fold, grown: float, number: int) -> None:
    """Press one fold into the depths, mm, as far as it has grown, 0 to 1."""
    from scipy.spatial import cKDTree

    way = spline(fold.through, np.zeros(len(fold.through)), 16)[:, :3]
    reach = 5.0 * fold.width
    low, high = way.min(axis=0) - reach, way.max(axis=0) + reach
    rows = np.flatnonzero(((q > low) & (q < high)).all(axis=1))
    if not len(rows):
        return
    gap, at = cKDTree(way).query(q[rows])
    along = at / (len(way) - 1)
    # from the midline it goes on to the other side
    ends = np.minimum(1.0, (1.0 if fold.through[0][0] == 0 else along) / 0.25) * np.minimum(1.0, (1.0 - along) / 0.3)
    uneven = 1.0 - fold.broken * (0.5 + 0.5 * np.sin(9.0 * along + 2.4 * number)) * (0.4 + 0.6 * along)
    size = grown * fold.depth * ends * uneven
    width = fold.width * (0.8 + 0.2 * grown)
    side = (q[rows] - way[at])[:, 1]
    shoulder = np.where(side > 0, fold.above, fold.below) * np.clip(np.abs(side) / np.maximum(gap, 1e-6), 0.0, 1.0)
    rise = shoulder * np.exp(-(((gap - 2.0 * width) / (1.3 * width)) ** 2))
    depth[rows] += size * (rise - np.exp(-((gap / width) ** 2)))
