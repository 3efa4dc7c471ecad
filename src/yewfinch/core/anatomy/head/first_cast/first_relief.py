"""Fine lines of skin on the first cast of the base heads: lips, forehead, eyes, neck.

Depths and spacings are common practice: lip creases a tenth of a millimetre, lines of age up to
half a millimetre and more.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.reshape.field_shapes import Point, curve
from yewfinch.core.shared.arrays import DoubleArray

#: Lines of age, left side and midline of the plain head: (points, width mm, depth mm at 80 years).
_LINES: tuple[tuple[list[Point], float, float], ...] = (
    *(
        ([(0.0, y, 96.0), (18.0, y + 1.5, 94.0), (34.0, y + 1.0, 88.0), (47.0, y - 3.0, 78.0)], 1.5, 0.55)
        for y in (58.0, 67.0, 76.0, 85.0)
    ),
    ([(4.5, 36, 97), (5.5, 42, 97), (7, 49, 96)], 1.3, 0.7),
    ([(49, 25, 74), (56, 29, 66), (62, 35, 56)], 1.2, 0.5),
    ([(49.5, 22, 73), (57, 22, 65), (64, 23, 52)], 1.2, 0.55),
    ([(49, 19, 73), (56, 14, 68), (63, 10, 58)], 1.2, 0.5),
    ([(20, 12, 84), (30, 8, 85), (41, 10.5, 81)], 1.0, 0.35),
    ([(0, -112, 38), (26, -108, 28), (48, -100, 4)], 1.8, 0.5),
    ([(0, -140, 26), (26, -136, 18), (46, -128, -2)], 1.8, 0.5),
    *(([(x, -30.0, 104.0), (x * 1.05, -37.0, 104.0)], 0.9, 0.3) for x in (9.0, 12.5, 16.0, 19.5)),
    ([(29, -53, 83), (30, -62, 80), (29, -70, 78)], 1.3, 0.5),
)


def first_relief(rest: DoubleArray, normals: DoubleArray, age: float) -> DoubleArray:
    """Displacements (n, 3) mm along the normals.

    Parameters
    ----------
    rest, normals : (n, 3) float64
        The plain head at a fine level.
    age : float
        Years; lines of age begin at 30.
    """
    q = rest.copy()
    q[:, 0] = np.abs(q[:, 0])
    depth = np.zeros(len(q))
    lips = (q[:, 0] < 26) & (q[:, 1] < -39.5) & (q[:, 1] > -57) & (q[:, 2] > 84)
    x, y = q[lips, 0], q[lips, 1]
    fade = np.clip((25.0 - x) / 8.0, 0, 1) * np.exp(-(((y + 48.5) / 7.0) ** 4))
    wander = 0.5 * np.sin(0.9 * y) + 0.35 * np.sin(2.3 * x)
    depth[lips] -= 0.11 * fade * (0.5 + 0.5 * np.cos(2 * np.pi * (x + wander) / 1.9)) ** 2
    old = float(np.clip((age - 30.0) / 50.0, 0.0, 1.3))
    if old > 0:
        for points, width, most in _LINES:
            near = np.abs(q - np.mean(points, axis=0)).max(axis=1) < 60
            gap = np.maximum(curve(q[near], points, [0.01] * len(points)), 0.0)
            depth[near] -= (
                old * most * (np.exp(-((gap / width) ** 2)) - 0.35 * np.exp(-(((gap - 2.4 * width) / width) ** 2)))
            )
    return normals * depth[:, None]
