"""Shoulder and arm as forms. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.hand_forms import hand_frame, wrist
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray


def arm(build: Build) -> Forms:
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
            of(38, 42, 36) + fat,
            of(39, 42, 34) + fat,
            of(35, 38, 31) + fat * 0.8,
            of(30, 32, 27) + fat * 0.5,
            of(28, 30, 25),
        ],
        8.0,
        8,
    )
    f.muscle(up(-0.06, 8, 2), up(0.58, 19, 0), 30 * m + 8, 48 * (0.75 + 0.25 * m), 32.0, front)  # deltoid, middle part
    f.muscle(up(-0.08, -4, 26), up(0.46, 10, 16), 24 * m + 7, 30, 28.0, out)  # front part
    f.muscle(up(-0.06, -6, -26), up(0.44, 10, -16), 23 * m + 7, 30, 28.0, out)  # back part
    f.muscle(up(0.26, -3, 23), up(0.94, -2, 19), 25 * m + 4, 28, 18.0, out)  # biceps
    f.muscle(up(0.20, 5, -24), up(0.86, 3, -20), 25 * m + 4, 30, 18.0, out)  # triceps
    f.muscle(up(0.22, 18, -10), up(0.74, 15, -12), 19 * m + 4, 24, 16.0, front)  # its outer head
    if build.dial("slack") > 0:  # skin that hangs
        hang = 8.0 * build.dial("slack")
        f.bent([up(0.12, -8, -20), up(0.5, -14, -22 - 0.4 * hang), up(0.86, -8, -16)], [8, 14 + hang, 6], 22.0)
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
    f.muscle(low(-0.24, 20, 8), low(0.54, 15, 13), 23 * m + 5, 26, 28.0, front)  # extensors
    f.muscle(low(-0.10, -19, 9), low(0.62, -10, 12), 24 * m + 5, 29, 28.0, front)  # flexors
    f.muscle(low(0.0, 4, -18), low(0.6, 4, -15), 17 * m + 4, 24, 18.0, out)  # along the ulna
    wrist(f, build)
    f.body(w + hand.thumb * -15 + hand.back * 9 - fore * 10, (8, 10, 8), 11.0)  # head of the ulna
    return f
