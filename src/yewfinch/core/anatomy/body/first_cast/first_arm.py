"""The arm of the first cast as forms. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.first_cast.first_hand import first_wrist
from yewfinch.core.anatomy.body.hand_forms import hand_frame
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray


def first_arm(build: Build) -> Forms:
    """The forms of the arm, from the shoulder to the wrist."""
    f = Forms(soft=0.0)
    j, m, fat, of = build.joints, build.muscle, build.fat, build.of
    s, e, w = j["shoulder"], j["elbow"], j["wrist"]
    down = (e - s) / np.linalg.norm(e - s)
    front = np.array([0.0, 0.0, 1.0])
    out = np.cross(front, down)
    fore = (w - e) / np.linalg.norm(w - e)
    hand = hand_frame(build)

    def up(t: float, side: float = 0.0, ahead: float = 0.0) -> DoubleArray:
        return np.asarray(s + (e - s) * t + out * side + front * ahead)

    def low(t: float, side: float = 0.0, ahead: float = 0.0) -> DoubleArray:
        return np.asarray(e + (w - e) * t + out * side + front * ahead)

    f.bent(
        [up(0.0), up(0.3, -2), up(0.6), up(0.9), up(1.0)],
        [
            of(40, 45, 38) + fat,
            of(39, 41, 34) + fat,
            of(35, 38, 31) + fat * 0.8,
            of(30, 32, 27) + fat * 0.5,
            of(28, 30, 25),
        ],
        8.0,
        8,
    )
    f.muscle(up(-0.18, 12, 2), up(0.54, 20, 0), 31 * m + 8, 48 * (0.75 + 0.25 * m), 24.0, front)  # deltoid, middle part
    f.muscle(up(-0.12, -4, 26), up(0.46, 10, 16), 24 * m + 7, 30, 20.0, out)  # front part
    f.muscle(up(-0.10, -6, -26), up(0.44, 10, -16), 23 * m + 7, 30, 20.0, out)  # back part
    f.muscle(up(0.20, -5, 22), up(0.96, -2, 18), 24 * m + 4, 29, 16.0, out)  # biceps
    f.muscle(up(0.16, 4, -23), up(0.90, 3, -19), 25 * m + 4, 31, 16.0, out)  # triceps
    f.muscle(up(0.22, 18, -10), up(0.74, 15, -12), 19 * m + 4, 24, 16.0, front)  # its outer head
    f.muscle(up(0.55, 18, 6), up(1.10, 18, 8), 15 * m + 5, 20, 15.0, front)  # brachialis, brachioradialis
    # elbow
    f.rods([e - down * 18 + (0, 0, -21), e + fore * 34 + (0, 0, -22)], [9, 8], 20.0)
    f.body(e + out * -21, (9, 26, 13), 32.0)
    f.body(e + out * 20, (9, 26, 13), 32.0)
    # forearm
    f.bent(
        [low(0.0), low(0.25), low(0.55), low(0.85), low(1.0)],
        [of(28, 30, 25), of(31, 34, 27) + fat * 0.5, of(28, 30, 25) + fat * 0.4, of(20, 22, 19), of(17.5, 19, 16.5)],
        8.0,
        8,
    )
    f.muscle(low(-0.10, 22, 10), low(0.54, 15, 14), 22 * m + 5, 26, 18.0, front)  # extensors
    f.muscle(low(-0.04, -20, 10), low(0.64, -9, 12), 23 * m + 5, 29, 18.0, front)  # flexors
    f.muscle(low(0.0, 4, -18), low(0.6, 4, -15), 17 * m + 4, 24, 18.0, out)  # along the ulna
    first_wrist(f, build)
    f.body(w + hand.thumb * -15 + hand.back * 9 - fore * 10, (8, 10, 8), 11.0)  # head of the ulna
    return f
