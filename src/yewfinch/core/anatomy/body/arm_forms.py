"""Shoulder, arm and hand as forms. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
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


@dataclass(frozen=True)
class HandFrame:
    """Where the hand points.

    Attributes
    ----------
    wrist : (3,) mm
    along, thumb, back : (3,) unit vectors
        Down the hand, to the thumb's side, and out of the back of the hand.
    size : float
        Against the man's.
    """

    wrist: DoubleArray
    along: DoubleArray
    thumb: DoubleArray
    back: DoubleArray
    size: float

    def at(self, along: float, thumb: float, back: float) -> DoubleArray:
        """A point given in mm of the man's hand."""
        return np.asarray(self.wrist + self.size * (along * self.along + thumb * self.thumb + back * self.back))

    def way(self, along: float, thumb: float, back: float) -> DoubleArray:
        """A unit direction in the frame of the hand."""
        return np.asarray(along * self.along + thumb * self.thumb + back * self.back)


def hand_frame(build: Build) -> HandFrame:
    """The frame of the left hand, hanging with the palm towards the thigh."""
    along = np.array([0.30, -0.935, 0.17])
    along /= np.linalg.norm(along)
    thumb = np.array([-0.34, 0.0, 0.94])
    thumb -= along * (thumb @ along)
    thumb /= np.linalg.norm(thumb)
    return HandFrame(build.joints["wrist"], along, thumb, np.cross(along, thumb) * -1.0, build.of(0.985, 1.0, 0.95))


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
    f.muscle(low(-0.10, 23, 10), low(0.50, 16, 14), 24 * m + 5, 27, 22.0, front)  # extensors
    f.muscle(low(-0.04, -21, 10), low(0.60, -10, 12), 25 * m + 5, 30, 22.0, front)  # flexors
    f.muscle(low(0.0, 4, -18), low(0.6, 4, -15), 17 * m + 4, 24, 18.0, out)  # along the ulna
    wrist(f, build)
    f.body(w + hand.thumb * -15 + hand.back * 9 - fore * 10, (8, 10, 8), 11.0)  # head of the ulna
    return f


def wrist(f: Forms, build: Build) -> None:
    """The two bones above the wrist; arm and hand have them in common."""
    hand, r = hand_frame(build), build.of(15.0, 16.5, 14.5)
    w = build.joints["wrist"]
    fore = (w - build.joints["elbow"]) * 0.3
    for side in (1.0, -1.0):
        f.rods([w - fore + hand.thumb * side * 7, w + hand.thumb * side * 12.0], [r + 2.5, r], 12.0)


def palm(build: Build) -> Forms:
    """Wrist and hand without the fingers."""
    h, f = hand_frame(build), Forms(soft=0.0)
    s = h.size
    turn = np.stack([h.along, h.thumb, h.back])
    wrist(f, build)
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


def finger(build: Build, number: int) -> tuple[Forms, DoubleArray, list[float]]:
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


def thumb(build: Build) -> tuple[Forms, DoubleArray, list[float]]:
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
