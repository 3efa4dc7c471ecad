"""Thigh, knee, lower leg and foot as forms. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.nails import nail
from yewfinch.core.reshape.field_shapes import axes
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray

#: Toes from the big one outwards: knuckle and tip against the ball of the foot, and radii.
_TOES: tuple[tuple[tuple[float, float, float], tuple[float, float, float], float, float], ...] = (
    ((-28, 18, 6), (-26, 12.5, 63), 13.2, 11.8),
    ((-7.5, 18, 16), (-5, 9.0, 67), 9.0, 8.0),
    ((7, 17, 11), (10.5, 8.5, 59), 8.4, 7.5),
    ((20, 16, 2), (25, 8.0, 46), 7.8, 7.0),
    ((32, 14, -12), (38.5, 7.5, 33), 7.6, 6.9),
)


def leg(build: Build) -> Forms:
    """The forms of the leg, from the hip to the ankle."""
    f = Forms(soft=0.0)
    _thigh(f, build)
    _knee(f, build)
    _calf(f, build)
    return f


def _thigh(f: Forms, build: Build) -> None:
    """The mass round the thighbone, and over it quadriceps, adductors and hamstrings."""
    j, of, m, fat, crisp = build.joints, build.of, build.muscle, build.fat, build.crisp
    hip, knee = j["hip"], j["knee"]

    def up(t: float, side: float = 0.0, front: float = 0.0) -> DoubleArray:
        return np.asarray(hip + (knee - hip) * t + (side, 0.0, front))

    f.bent(
        [
            up(-0.02, of(1, 5, 6), -2),
            up(0.14, of(3, 6, 7), 1),
            up(0.32, 5, 4),
            up(0.55, 1, 6),
            up(0.78, -2, 2),
            up(0.94, 0, -2),
        ],
        [
            of(92, 86, 70) + fat,
            of(97, 88, 70) + fat,
            of(97, 88, 68) + fat,
            of(85, 77, 58) + fat * 0.9,
            of(61, 56, 45) + fat * 0.7,
            of(50, 46, 38) + fat * 0.5,
        ],
        12.0,
        10,
    )
    f.muscle(up(0.06, 50, 10), up(0.87, 34, 20), 30 * m + 5 + 0.4 * fat, 44, 26.0, (0, 0, 1))  # vastus lateralis
    f.muscle(up(0.02, 12, 56), up(0.86, 0, 54), 29 * m + 5 + 0.4 * fat, 40, 28.0, (1, 0, 0))  # rectus femoris
    f.muscle(up(0.46, -32, 32), up(0.97, -34, 30), 24 * m + 5, 29, 20.0, (0.35, 0, 1))  # vastus medialis
    f.muscle(up(-0.04, -34, -6), up(0.58, -20, -8), 33 * m + 6 + fat * 0.5, 50, 30.0, (0, 0, 1))  # adductors
    f.muscle(up(0.04, 18, -54), up(0.93, 29, -36), 29 * m + 5 + 0.4 * fat, 34, 24.0, (1, 0, 0.2))  # biceps femoris
    f.muscle(up(0.06, -12, -54), up(0.95, -27, -38), 29 * m + 5 + 0.4 * fat, 32, 24.0, (1, 0, -0.2))  # inner hamstrings
    f.groove(
        f.onto([up(0.10, 42, 90), up(0.32, 8, 90), up(0.56, -34, 60), up(0.80, -60, 20)], 8), 1.6 * crisp, 16.0
    )  # along the sartorius
    f.groove(f.onto([up(0.22, 90, -22), up(0.5, 84, -16), up(0.82, 66, -8)], 8), 2.0 * crisp, 16.0)  # iliotibial band
    f.body((0.0, 640.0, 0.0), (3.5, 196.0, 150.0), 5.0, carve=True)  # between the thighs


def _knee(f: Forms, build: Build) -> None:
    """Condyles, kneecap with its two tendons, fat below it, and the cords behind."""
    of, fat, crisp = build.of, build.fat, min(build.crisp, 1.2)
    k, soft = build.joints["knee"], build.fat * 0.4
    f.body(k + (-1, 14, -2), (of(53, 53, 44) + soft, 46, of(52, 53, 45) + soft), 20.0, power=2.3)  # condyles
    f.body(k + (0, -26, 0), (of(48, 48, 40) + soft, 30, of(45, 46, 39) + soft), 22.0, power=2.3)  # the shinbone's head
    front = of(49, 51, 43)
    f.bent([k + (1, 96, front - 4), k + (0, 60, front - 4), k + (-1, 34, front - 1)], [22, 20, 17], 26.0)  # tendon
    f.body(k + (-2, 15, front), (of(24, 25, 21), of(27, 28, 24), 13), 14.0, axes(roll=4), power=2.2)  # kneecap
    down = [k + (-2, -4, front - 3), k + (-1, -34, front - 6), k + (-2, -66, front - 11), k + (-6, -140, front - 32)]
    f.bent(down, [13, 12, 12, 7], 24.0)  # its lower tendon, and the shin where that ends
    for side in (-17.0, 15.0):
        f.body(k + (side, -14, front - 8 + 0.3 * fat), (13, 18, 9), 22.0)  # fat beside it
    f.body(k + (39, -34, -12), (11, 18, 12), 22.0)  # head of the fibula
    f.rods([k + (32, 70, -32), k + (38, 0, -31), k + (36, -30, -18)], [12, 9, 8], 24.0)  # biceps' tendon
    f.rods([k + (-28, 74, -34), k + (-37, 0, -34), k + (-33, -44, -16)], [12, 10, 9], 24.0)  # inner cords
    for side in (-1.0, 1.0):  # hollows beside the kneecap
        f.groove(
            f.onto([k + (side * 28, 50, 70), k + (side * 32, 18, 70), k + (side * 27, -12, 70)], 8),
            1.6 * crisp + 0.4,
            14.0,
        )


def _calf(f: Forms, build: Build) -> None:
    """Shin, the calf's two heads over the soleus, the groups outside, heel tendon and ankles."""
    j, of, m, fat = build.joints, build.of, build.muscle, build.fat
    knee, ankle = j["knee"], j["ankle"]

    def low(t: float, side: float = 0.0, front: float = 0.0) -> DoubleArray:
        return np.asarray(knee + (ankle - knee) * t + (side, 0.0, front))

    more = 6 + 0.5 * fat
    f.bent(
        [low(0.06), low(0.18, 0, 0), low(0.42, 0, 0), low(0.68, 0, 0), low(0.86, 0, 1), low(1.0, 0, 3)],
        [
            of(46, 43, 36) + fat * 0.4,
            of(48, 41, 34) + fat * 0.5,
            of(47, 40, 33) + fat * 0.6,
            of(35, 33, 28) + fat * 0.4,
            of(33, 31.5, 27.5) + fat * 0.2,
            of(29.5, 30, 26.5),
        ],
        14.0,
        10,
    )
    f.muscle(
        low(0.04, -20, -28), low(0.50, -28, -37), 31 * m + more, 32 + fat / 2, 26.0, (1, 0.1, 0.25)
    )  # gastrocnemius, inner
    f.muscle(
        low(0.04, 21, -27), low(0.44, 29, -35), 29 * m + more, 30 + fat / 2, 26.0, (1, -0.1, -0.25)
    )  # and outer head
    f.muscle(low(0.16, 0, -22), low(0.76, 0, -22), 22 * m + more, 42 * (0.75 + 0.25 * m), 24.0, (1, 0, 0))  # soleus
    f.muscle(low(0.08, 22, 24), low(0.72, 4, 17), 20 * m + more - 2, 24, 18.0, (1, 0, 0))  # tibialis anterior
    f.muscle(low(0.10, 36, -2), low(0.68, 29, -8), 17 * m + more - 2, 22, 18.0, (0, 0, 1))  # peroneal group
    f.groove([low(0.14, -8, 40), low(0.4, -11, 36), low(0.74, -10, 29)], -2.2 * build.crisp, 9.0)  # shin
    f.bent(
        [low(0.56, 0, -32), low(0.72, 0, -36), low(0.86, 0, -38), ankle + (0, -10, -42)], [14, 10.5, 8, 10], 24.0
    )  # tendon of the heel
    for side in (-1.0, 1.0):  # hollows before it
        f.groove([low(0.78, side * 20, -38), low(0.94, side * 20, -32)], 1.6 * min(build.crisp, 1.2) + 0.6, 14.0)
    f.body(ankle + (-26, 17, 5), (9, 15, 12), 20.0)
    f.body(ankle + (28, 3, -8), (9, 18, 11), 20.0)


def foot(build: Build) -> Forms:
    """Heel, instep and ball of the foot, without toes."""
    f = Forms(soft=0.0)
    a = build.joints["ankle"]
    ball = build.joints["ball"]
    f.bent([a + (0, 22, 0), a + (0, 0, 2), a + (1, -20, 14)], [22, 27, 28], 1.0)
    f.rods([a + (0, -10, -32), a + (1, -40, -34)], [22, 30], 26.0)  # heel
    f.bent([a + (0, -4, 6), a + (2, -20, 44), a + (6, -36, 88), ball + (0, 4, 4)], [29, 28, 23, 18], 22.0)
    f.body(ball + (0, -1, -12), (44, 19, 29), 20.0, axes(yaw=20), power=2.2)
    f.bent([a + (16, -52, -20), a + (27, -56, 40), ball + (30, -4, -26)], [20, 18, 14], 20.0)  # outer edge
    f.bent([a + (-20, -38, 10), a + (-16, -42, 60), ball + (-28, 2, -2)], [17, 15, 18], 20.0)  # inner edge
    f.body(a + (-30, -78, 44), (24, 15, 48), 16.0, carve=True)  # arch
    f.body((a[0], -400.0, 20.0), (500, 400, 500), 7.0, power=8.0, carve=True)  # the ground
    return f


def toe(build: Build, number: int) -> tuple[Forms, DoubleArray]:
    """One toe from 0, the big one, and the middle line it follows, (k, 3) mm."""
    ball = build.joints["ball"] * (1.0, 0.0, 1.0)
    root, tip, thick, thin = _TOES[number]
    a, b = ball + np.array(root), ball + np.array(tip)
    top = (a + b) / 2 + (0.0, 4.5 if number else 1.0, 0.0)
    f = Forms(soft=0.0)
    f.bent([a, top, b], [thick, (thick + thin) / 2 - 0.9, thin * 0.9], 1.0)
    f.body(b + (0, -0.8, -1), (thin * 1.04, thin * 0.94, thin * 1.2), 4.0)  # the pad
    joint = (top + b) / 2 + (0, 0.5, -2.0)
    f.body(joint, (thin * 0.95, thin * 0.9, thin * 0.6), 4.0)
    along = b - top
    along /= np.linalg.norm(along)
    up = np.array([0.0, along[2], -along[1]])
    nail(f, b - along * (0.05 * thin), along, up, 1.3 * thin, 1.44 * thin)
    f.body((ball[0], -300.0, 100.0), (400, 300, 400), 3.0, power=8.0, carve=True)
    return f, np.stack([a, top, b])
