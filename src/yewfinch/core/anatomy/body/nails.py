"""Nails of fingers and toes: a plate bedded in the skin, with a fold round it and a free edge."""

from __future__ import annotations

import numpy as np

from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray


def nail(f: Forms, at: DoubleArray, along: DoubleArray, up: DoubleArray, length: float, width: float) -> None:
    """Press a nail into the end of a finger or toe.

    Parameters
    ----------
    f : Forms
        The finger so far.
    at : (3,) mm
        Inside the finger, under the middle of the nail.
    along, up : (3,) unit vectors
        To the tip, and out of the nail; about at right angles.
    length, width : float
        mm.
    """
    up = up - along * float(up @ along)
    up = up / np.linalg.norm(up)
    side = np.cross(along, up)
    half, wide = length / 2, width / 2

    def over(t: float, s: float) -> DoubleArray:
        return np.asarray(at + along * (t * half) + side * (s * wide) + up * (1.6 * wide))

    middle = f.onto([over(0.0, 0.0)], 10)[0]
    f.body(middle - up * (0.62 * wide - 0.6), (half, wide, 0.62 * wide), 0.8, np.stack([along, side, up]), power=2.4)
    fold = [over(t, s) for t, s in ((0.75, -1.0), (0.0, -1.08), (-0.72, -0.92), (-1.1, 0.0))]
    fold += [over(t, s) for t, s in ((-0.72, 0.92), (0.0, 1.08), (0.75, 1.0))]
    f.groove(f.onto(fold, 10), 1.15, 1.9)
    edge = [over(t, s) for t, s in ((1.0, -0.8), (1.22, 0.0), (1.0, 0.8))]
    f.groove(f.onto(edge, 10), 1.3, 1.7)
