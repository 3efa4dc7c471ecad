"""Thigh, knee, lower leg and foot as forms. Left side; frame and mm of `body_plan`."""

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


def leg(build: Build) -> Forms:
    """The forms of the leg, from the hip to the ankle."""
    f = Forms(soft=0.0)
    j, of, m, fat = build.joints, build.of, build.muscle, build.fat
    hip, knee, ankle = j["hip"], j["knee"], j["ankle"]

    def up(t: float, side: float = 0.0, front: float = 0.0) -> DoubleArray:
        return np.asarray(hip + (knee - hip) * t + (side, 0.0, front))

    def low(t: float, side: float = 0.0, front: float = 0.0) -> DoubleArray:
        return np.asarray(knee + (ankle - knee) * t + (side, 0.0, front))

    g = of(1.0, 0.98, 0.92)
    core = [up(-0.02, 4), up(0.14, 3, 2), up(0.32, 3, 4), up(0.55, 2, 6), up(0.8, 0, 3), up(1.0)]
    f.bent(
        core,
        [
            of(91, 82, 68) * g + fat,
            of(94, 84, 69) * g + fat,
            of(89, 79, 64) * g + fat,
            of(71, 66, 54) + fat * 0.8,
            of(54, 54, 46) + fat * 0.6,
            of(48, 50, 44) + fat * 0.4,
        ],
        12.0,
        10,
    )
    f.muscle(up(0.06, 42, 14), up(0.94, 24, 16), 30 * m + 5, 40, 24.0, (0, 0, 1))  # vastus lateralis
    f.muscle(up(0.02, 8, 50), up(0.90, -2, 38), 26 * m + 4, 38, 26.0, (1, 0, 0))  # rectus femoris
    f.muscle(up(0.46, -30, 30), up(0.98, -28, 24), 23 * m + 4, 27, 20.0, (0, 0, 1))  # vastus medialis
    f.muscle(up(-0.04, -34, -6), up(0.66, -24, -8), 34 * m + 6 + fat * 0.5, 54, 30.0, (0, 0, 1))  # adductors
    f.muscle(up(0.04, 18, -46), up(0.98, 22, -26), 28 * m + 5, 34, 22.0, (1, 0, 0))  # biceps femoris
    f.muscle(up(0.06, -12, -46), up(1.0, -22, -26), 28 * m + 5, 32, 22.0, (1, 0, 0))  # inner hamstrings
    f.body((0.0, 640.0, 0.0), (3.5, 196.0, 150.0), 5.0, carve=True)  # between the thighs
    # knee
    f.body(knee + (0, 4, 0), (of(44, 48, 42), 56, of(44, 45, 41)), 34.0, power=2.2)
    f.body(knee + (0, 14, of(37, 39, 34)), (22, 27, 11), 26.0)
    f.rods([knee + (0, -14, of(38, 39, 34)), knee + (-2, -52, 35)], [8, 9], 28.0)
    f.body(knee + (44, -30, -10), (10, 16, 12), 20.0)  # head of the fibula
    # lower leg
    f.bent(
        [low(0.04), low(0.2, 0, -2), low(0.45, 0, -2), low(0.7, 0, 0), low(0.88, 0, 2), low(1.0, 0, 4)],
        [of(49, 51, 43), of(51, 52, 42) + fat * 0.4, of(47, 47, 38) + fat * 0.4, of(33, 33, 28) + fat * 0.3, 27, 27],
        10.0,
        10,
    )
    f.muscle(low(0.02, -17, -26), low(0.52, -18, -30), 33 * m + 6, 33, 20.0, (1, 0.1, 0))  # gastrocnemius, inner head
    f.muscle(low(0.02, 19, -24), low(0.46, 20, -28), 30 * m + 6, 30, 20.0, (1, -0.1, 0))
    f.muscle(low(0.14, 0, -20), low(0.76, 0, -20), 24 * m + 6, 42 * (0.75 + 0.25 * m), 22.0, (1, 0, 0))  # soleus
    f.muscle(low(0.06, 22, 22), low(0.74, 4, 14), 19 * m + 5, 24, 20.0, (1, 0, 0))  # tibialis anterior
    f.muscle(low(0.06, 38, 0), low(0.78, 24, -8), 16 * m + 5, 22, 20.0, (0, 0, 1))  # peroneal group
    f.groove([low(0.10, -6, 46), low(0.4, -10, 38), low(0.74, -10, 30)], -2.0 * build.crisp, 10.0)  # shin
    f.rods([low(0.62, 0, -38), low(0.85, 0, -38), ankle + (0, -10, -42)], [14, 9, 10], 20.0)  # tendon of the heel
    f.body(ankle + (-26, 16, 6), (10, 16, 13), 18.0)
    f.body(ankle + (30, 4, -6), (9, 17, 11), 18.0)
    return f


def foot(build: Build) -> Forms:
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


def toe(build: Build, number: int) -> tuple[Forms, DoubleArray]:
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
