"""The first cast's hand, as figures made with it have it. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.hand_forms import hand_frame
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray

#: Fingers from the index outwards: knuckle (along, to the thumb, to the back of the hand) against
#: the wrist, the three phalanges' lengths, thickness at the root, spread in degrees.
_FINGERS: tuple[tuple[tuple[float, float, float], tuple[float, float, float], float, float], ...] = (
    ((95, 26, 0), (43, 26, 14), 10.2, 5.0), ((97, 4.5, 2), (47, 30, 14), 10.5, 0.5),
    ((92, -16, 0.5), (44, 28, 14), 9.8, -4.5), ((83, -35, -3), (35, 20, 13), 8.8, -10.0),
)  # fmt: skip
#: How far each joint of a finger is bent, degrees.
_CURL = (12.0, 16.0, 10.0)
#: The thumb's joints: along, to the thumb's side, to the back of the hand; and radii.
_THUMB: tuple[tuple[float, float, float], ...] = ((20, 22, -6), (58, 53, -20), (87, 69, -29), (110, 78, -33))
_THUMB_RADII = (15.0, 12.0, 11.0, 8.6)


def first_wrist(f: Forms, build: Build) -> None:
    """The two bones above the wrist; arm and hand have them in common."""
    hand, r = hand_frame(build), build.of(15.0, 16.5, 14.5)
    w = build.joints["wrist"]
    fore = (w - build.joints["elbow"]) * 0.3
    for side in (1.0, -1.0):
        f.rods([w - fore + hand.thumb * side * 7, w + hand.thumb * side * 12.0], [r + 2.5, r], 12.0)


def first_palm(build: Build) -> Forms:
    """Wrist and hand without the fingers."""
    h, f = hand_frame(build), Forms(soft=0.0)
    s = h.size
    turn = np.stack([h.along, h.thumb, h.back])
    first_wrist(f, build)
    r = build.of(15.0, 16.5, 14.5)
    for side in (1.0, -1.0):
        f.rods([h.at(-2, side * 12, 0), h.at(20, side * 14, 0)], [r, r - 1.5], 12.0)
    f.body(h.at(58, -3, 0), (52 * s, 41 * s, 13.5 * s), 12.0, turn, power=2.6)
    for number, (root, _, thick, _) in enumerate(_FINGERS):
        f.rods([h.at(24, root[1] * 0.5, 1), h.at(*root)], [11 * s, thick * 1.06 * s], 9.0)
        f.body(h.at(root[0] - 1, root[1], root[2] + thick * 0.62), (8 * s, 6.4 * s, 4.6 * s), 6.0 + number * 0.2, turn)
    f.muscle(h.at(12, 20, -9), h.at(66, 40, -18), 15 * s, 19 * s, 13.0, h.thumb)  # ball of the thumb
    f.muscle(h.at(10, -22, -7), h.at(80, -34, -8), 11 * s, 15 * s, 13.0, h.thumb)  # edge of the little finger
    f.body(h.at(56, 2, -24), (26 * s, 17 * s, 9 * s), 14.0, turn, carve=True)  # hollow of the palm
    return f


def first_finger(build: Build, number: int) -> tuple[Forms, DoubleArray, list[float]]:
    """One finger from 0, the index; the middle line through its joints (4, 3) mm, and the radii there."""
    h = hand_frame(build)
    root, lengths, thick, spread = _FINGERS[number]
    turn = np.radians(spread)
    sideways = h.way(0, 1, 0)
    forward = h.way(np.cos(turn), np.sin(turn), 0)
    points, bend = [h.at(*root)], 0.0
    for length, curl in zip(lengths, _CURL, strict=True):
        bend += np.radians(curl)
        points.append(points[-1] + h.size * length * (forward * np.cos(bend) - h.back * np.sin(bend)))
    radii = [thick * h.size * k for k in (1.0, 0.93, 0.83, 0.68)]
    f = Forms(soft=0.0)
    f.rods(points, radii, 1.0)
    for at, r in ((points[1], radii[1]), (points[2], radii[2])):
        f.body(at, (r * 0.9, r * 1.02, r * 1.0), 6.0, np.stack([forward, sideways, np.cross(forward, sideways)]))
    for a, b, r in ((points[0], points[1], radii[0]), (points[1], points[2], radii[1])):
        f.body(
            (a + b) / 2 - h.back * 1.6,
            (0.42 * float(np.linalg.norm(b - a)), r * 0.95, r * 0.95),
            7.0,
            _along(b - a, sideways),
        )
    tip = (points[2] + points[3]) / 2
    f.body(
        tip - h.back * 1.6, (9 * h.size, radii[3] * 1.12, radii[3] * 1.04), 5.0, _along(points[3] - points[2], sideways)
    )
    return f, np.array(points), radii


def first_thumb(build: Build) -> tuple[Forms, DoubleArray, list[float]]:
    """The thumb, in the same way; its root lies inside the hand."""
    h = hand_frame(build)
    points = np.array([h.at(*p) for p in _THUMB])
    radii = [r * h.size for r in _THUMB_RADII]
    f = Forms(soft=0.0)
    f.rods(list(points), radii, 1.0)
    f.body(points[1], (radii[1] * 1.15,) * 3, 6.0)
    f.body(points[2], (radii[2] * 1.1,) * 3, 5.0)
    turn = _along(points[3] - points[2], h.way(-0.4, 0.5, 0.76))
    f.body(
        (points[2] + points[3]) / 2 + (points[3] - points[2]) * 0.1,
        (15 * h.size, radii[3] * 1.3, radii[3] * 1.0),
        5.0,
        turn,
    )
    return f, points, radii


def _along(way: DoubleArray, side: DoubleArray) -> DoubleArray:
    """Axes of a body along `way` with its second axis near `side`."""
    a = way / np.linalg.norm(way)
    s = side - a * (side @ a)
    s /= np.linalg.norm(s)
    return np.stack([a, s, np.cross(a, s)])
