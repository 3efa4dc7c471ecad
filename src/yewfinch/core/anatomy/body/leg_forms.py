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
    core = [up(-0.02, 4), up(0.14, 5, 3), up(0.32, 5, 7), up(0.55, 2, 9), up(0.8, -2, 5), up(1.0)]
    f.bent(
        core,
        [
            of(91, 82, 68) * g + fat,
            of(94, 84, 69) * g + fat,
            of(89, 83, 65) * g + fat,
            of(75, 74, 56) + fat * 0.8,
            of(57, 58, 47) + fat * 0.6,
            of(48, 50, 43) + fat * 0.4,
        ],
        16.0,
        10,
    )
    f.muscle(up(0.04, 46, 12), up(0.90, 30, 18), 33 * m + 5, 42, 34.0, (0, 0, 1))  # vastus lateralis
    f.muscle(up(0.02, 10, 50), up(0.90, 0, 42), 28 * m + 4, 40, 34.0, (1, 0, 0))  # rectus femoris
    f.muscle(up(0.50, -32, 28), up(0.97, -30, 22), 25 * m + 4, 29, 26.0, (0, 0, 1))  # vastus medialis
    f.muscle(up(-0.04, -34, -6), up(0.62, -24, -8), 36 * m + 6 + fat * 0.5, 54, 34.0, (0, 0, 1))  # adductors
    f.muscle(up(0.04, 18, -46), up(0.98, 26, -28), 29 * m + 5, 34, 28.0, (1, 0, 0))  # biceps femoris
    f.muscle(up(0.06, -12, -46), up(1.0, -26, -28), 29 * m + 5, 32, 28.0, (1, 0, 0))  # inner hamstrings
    f.body((0.0, 640.0, 0.0), (3.5, 196.0, 150.0), 5.0, carve=True)  # between the thighs
    # knee
    f.body(knee + (0, 2, 0), (of(46, 49, 42), 54, of(46, 47, 41)), 50.0)
    f.body(knee + (-1, 14, of(36, 38, 33)), (20, 28, of(12, 13, 11)), 40.0, axes(roll=4))  # kneecap
    f.body(knee + (0, 42, of(30, 34, 27)), (26, 30, 14), 36.0)  # the tendon that comes down to it
    f.rods([knee + (0, -14, of(38, 40, 34)), knee + (-2, -54, of(35, 37, 31))], [8, 9], 32.0)
    f.body(knee + (-16, -8, of(34, 36, 30)), (11, 15, 8), 24.0)  # fat beside the tendon below
    f.body(knee + (15, -8, of(34, 36, 30)), (11, 15, 8), 24.0)
    f.body(knee + (44, -32, -10), (11, 18, 13), 26.0)  # head of the fibula
    # lower leg
    f.bent(
        [low(0.04), low(0.2, 0, -2), low(0.45, 0, -2), low(0.7, 0, 0), low(0.88, 0, 2), low(1.0, 0, 4)],
        [of(46, 48, 41), of(48, 49, 41) + fat * 0.4, of(43, 43, 36) + fat * 0.4, of(31, 32, 27) + fat * 0.3, 28, 29],
        16.0,
        10,
    )
    f.muscle(low(0.03, -23, -28), low(0.52, -25, -31), 34 * m + 6, 34, 28.0, (1, 0.1, 0))  # gastrocnemius, inner head
    f.muscle(low(0.03, 24, -26), low(0.46, 26, -29), 31 * m + 6, 31, 28.0, (1, -0.1, 0))
    f.muscle(low(0.14, 0, -22), low(0.76, 0, -21), 23 * m + 6, 42 * (0.75 + 0.25 * m), 26.0, (1, 0, 0))  # soleus
    f.muscle(low(0.06, 24, 22), low(0.74, 6, 14), 20 * m + 5, 25, 24.0, (1, 0, 0))  # tibialis anterior
    f.muscle(low(0.06, 40, 0), low(0.70, 28, -8), 19 * m + 5, 24, 26.0, (0, 0, 1))  # peroneal group
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
