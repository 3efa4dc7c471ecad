"""The first cast's foot, as figures made with it have it. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.reshape.field_shapes import axes
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray

#: Toes from the big one outwards: knuckle and tip against the ball of the foot, and radii.
_TOES: tuple[tuple[tuple[float, float, float], tuple[float, float, float], float, float], ...] = (
    ((-28, 18, 6), (-27, 13.0, 62), 13.0, 11.2),
    ((-7.5, 18, 16), (-6, 9.0, 67), 8.8, 7.4),
    ((7, 17, 11), (10, 8.5, 58), 8.2, 6.8),
    ((20, 16, 2), (25, 8.0, 45), 7.6, 6.4),
    ((32, 14, -12), (38.5, 7.5, 32), 7.4, 6.2),
)


def first_foot(build: Build) -> Forms:
    """Heel, instep and ball of the foot, without toes."""
    f = Forms(soft=0.0)
    a = build.joints["ankle"]
    ball = build.joints["ball"]
    f.bent([a + (0, 30, 2), a + (0, 0, 2), a + (1, -20, 14)], [26, 28, 28], 1.0)
    f.rods([a + (0, -10, -32), a + (1, -40, -34)], [22, 30], 26.0)  # heel
    f.bent([a + (0, -4, 6), a + (2, -20, 44), a + (6, -36, 88), ball + (0, 4, 4)], [29, 28, 23, 18], 22.0)
    f.body(ball + (0, -1, -12), (44, 19, 29), 20.0, axes(yaw=20), power=2.2)
    f.bent([a + (16, -52, -20), a + (27, -56, 40), ball + (30, -4, -26)], [20, 18, 14], 20.0)  # outer edge
    f.bent([a + (-20, -38, 10), a + (-16, -42, 60), ball + (-28, 2, -2)], [17, 15, 18], 20.0)  # inner edge
    f.body(a + (-26, 16, 6), (10, 16, 13), 16.0)
    f.body(a + (30, 4, -6), (9, 17, 11), 16.0)
    f.rods([a + (0, 30, -39), a + (0, -10, -42)], [8.5, 10], 18.0)
    f.body(a + (-30, -78, 44), (24, 15, 48), 16.0, carve=True)  # arch
    f.body((a[0], -400.0, 20.0), (500, 400, 500), 7.0, power=8.0, carve=True)  # the ground
    return f


def first_toe(build: Build, number: int) -> tuple[Forms, DoubleArray]:
    """One toe from 0, the big one, and the middle line it follows, (k, 3) mm."""
    ball = build.joints["ball"] * (1.0, 0.0, 1.0)
    root, tip, thick, thin = _TOES[number]
    a, b = ball + np.array(root), ball + np.array(tip)
    top = (a + b) / 2 + (0.0, 3.5 if number else 1.0, 0.0)
    f = Forms(soft=0.0)
    f.bent([a, top, b], [thick, (thick + thin) / 2 - 0.6, thin], 1.0)
    f.body(b + (0, -0.8, -2), (thin * 1.12, thin, thin * 1.25), 4.0)
    f.body((ball[0], -300.0, 100.0), (400, 300, 400), 3.0, power=8.0, carve=True)
    return f, np.stack([a, top, b])
