"""The graded grid on which the head's field becomes quads: fine at the features."""

from __future__ import annotations

from yewfinch.core.anatomy.head_field import NECK_END
from yewfinch.core.reshape.quad_net import graded_axis
from yewfinch.core.shared.arrays import DoubleArray


def head_axes(scale: float = 1.0) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """Grid coordinates in mm for x > 0, y and z.

    Parameters
    ----------
    scale : float
        Multiplies every spacing; the vertex count goes with its inverse square.
    """
    s = scale
    first = 0.75 * s
    xs = graded_axis(
        [(first, 1.5 * s), (50, 1.5 * s), (62, 2.2 * s), (70, 1.3 * s), (97, 1.3 * s)], 97.0
    )
    low = NECK_END - 10.0
    ys = graded_axis(
        [(low, 5.2 * s), (-105, 4.2 * s), (-75, 2.2 * s), (-58, 1.45 * s), (-20, 1.45 * s), (8, 1.6 * s), (12, 1.25 * s),
         (32, 1.25 * s), (45, 2.4 * s), (70, 4.8 * s), (140, 5.0 * s)],
        138.0,
    )  # fmt: skip
    zs = graded_axis(
        [(-112, 4.4 * s), (-52, 3.8 * s), (-36, 1.55 * s), (6, 1.7 * s), (24, 3.2 * s), (44, 3.0 * s), (62, 1.7 * s), (130, 1.5 * s)], 130.0
    )
    return xs, ys, zs
