"""The leg of the first cast as forms. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray


def first_leg(build: Build) -> Forms:
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
