"""The lips: rings from the skin over the vermilion to the mouth line, and the bag of the mouth.

Upper and lower lip are apart along the mouth line by `GAP` mm, so that a jaw can be opened.
Places count from the middle of the lower lip (0) to the corner (5) and along the upper lip back
to the middle (10).
"""

from __future__ import annotations

import numpy as np
import scipy

from yewfinch.core.anatomy.head.chart import Chart
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.curves import Monotone

ACROSS, UP = 4, 2
AROUND = 2 * ACROSS + UP
RINGS = 9
#: Ring of the vermilion border and of the mouth line.
BORDER, LINE = 2, 4
#: Between the lips, mm.
GAP = 0.3
#: Half width of the mouth, mm.
HALF = 27.0

_X = [0.0, 3.0, 6.0, 10.0, 15.0, 20.0, 24.0, HALF]
#: Heights of the mouth line and of the borders over these, and how far forward the line lies, mm.
_LINE = Monotone(_X, [-50.1, -49.7, -49.2, -49.2, -49.5, -49.7, -49.9, -50.3])
_FRONT = Monotone(_X, [102.6, 102.2, 101.4, 99.4, 95.6, 91.0, 87.0, 83.8])
_UPPER = Monotone(_X, [-42.0, -41.3, -40.7, -41.5, -43.7, -46.4, -48.5, -50.1])
_LOWER = Monotone(_X, [-58.8, -58.7, -58.4, -57.6, -55.9, -53.5, -51.7, -50.5])


def lips(boundary: DoubleArray) -> Chart:
    """The chart inside the mouth's boundary, (AROUND + 1, 3) mm from lower to upper middle."""
    rim = scipy.interpolate.CubicSpline(np.arange(AROUND + 1), boundary)

    def rings(k: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        return _rings(k, rim(k))

    return Chart(RINGS, AROUND, False, rings, depth_only=True, tight=True)


def _rings(k: DoubleArray, rim: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    lower = k <= AROUND / 2
    t = np.where(lower, k, AROUND - k) / (AROUND / 2)  # 0 middle, 1 corner
    x = HALF * (0.45 * t + 0.55 * np.sin(np.pi / 2 * t))
    side = np.where(lower, -1.0, 1.0) * (1 - t**6)
    line, front = _LINE(x), _FRONT(x)
    edge = np.where(lower, _LOWER(x), _UPPER(x))
    edge = np.where(t > 1 - 1e-9, line, edge)
    full = np.sqrt(np.maximum(1 - t**2, 0.0))
    out = np.zeros((RINGS, len(k), 3))
    shift = np.zeros_like(out)

    def lay(ring: int, x: DoubleArray, y: DoubleArray, up: DoubleArray | float, deep: DoubleArray | float) -> None:
        out[ring] = np.stack([x, y, front + 2.0], axis=1)
        out[ring, np.abs(out[ring, :, 0]) < 1e-9, 0] = 0.0
        shift[ring, :, 1], shift[ring, :, 2] = up, -np.asarray(deep)

    out[0] = rim
    lay(1, x * (1 + 0.02 * t) + 2.2 * t**4, edge + side * (2.2 + 0.8 * full), 0.0, 0.0)
    lay(BORDER, x + 1.2 * t**6, edge, 0.0, 0.0)
    lay(3, x + 0.4 * t**6, line + (edge - line) * np.where(lower, 0.52, 0.48), 0.0, 0.0)
    gap = side * (GAP / 2)
    lay(LINE, x, line, side * 0.3, 0.2)
    lay(5, x * 0.985, line, gap, 2.6)
    lay(6, x * 0.95, line, gap, 7.0 - 1.5 * t)
    lay(7, x * 0.82, line, side * 4.6 * full, 11.0 - 3.4 * t)
    lay(8, x * 0.68, line, side * 8.2 * full, 20.0 - 8.6 * t)
    return out, np.ones(out.shape[:2]), shift
