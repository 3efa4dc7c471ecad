"""Wrist, palm, fingers and thumb as forms. Left side; frame and mm of `body_plan`."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.nails import nail
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


def wrist(f: Forms, build: Build) -> None:
    """The two bones above the wrist; arm and hand have them in common."""
    hand, r = hand_frame(build), build.of(16.6, 17.6, 15.2)
    w = build.joints["wrist"]
    fore = (w - build.joints["elbow"]) * 0.3
    for side in (1.0, -1.0):
        f.rods([w - fore + hand.thumb * side * 7, w + hand.thumb * side * 12.0], [r + 2.5, r], 12.0)


def palm(build: Build) -> Forms:
    """Wrist and hand without the fingers."""
    h, f = hand_frame(build), Forms(soft=0.0)
    s, crisp = h.size, _crisp(build)
    turn = np.stack([h.along, h.thumb, h.back])
    wrist(f, build)
    r = build.of(16.6, 17.6, 15.2)
    for side in (1.0, -1.0):
        f.rods([h.at(-2, side * 12, 0), h.at(20, side * 14, 0)], [r, r - 1.5], 12.0)
    f.body(h.at(58, -3, 0), (52 * s, 40 * s, 12.5 * s), 12.0, turn, power=2.6)
    thick = _thickness(build)
    for number, (root, _, wide, _) in enumerate(_FINGERS):
        r = wide * thick
        f.rods([h.at(24, root[1] * 0.5, 1), h.at(*root)], [11 * s, r * 1.06 * s], 9.0)
        f.body(h.at(root[0] - 1, root[1], root[2] + r * 0.68), (8 * s, 6.2 * s, 4.8 * s), 6.0 + number * 0.2, turn)
        f.body(h.at(root[0] - 9, root[1], root[2] - r * 0.5), (11 * s, 8.5 * s, 6.5 * s), 8.0, turn)  # pads of the palm
    f.muscle(h.at(6, 16, -8), h.at(66, 41, -18), 15 * s, 18 * s, 16.0, h.thumb)  # ball of the thumb
    f.body(h.at(38, 22, -13), (27 * s, 15 * s, 11 * s), 16.0, turn)
    f.bent([h.at(52, 44, -13), h.at(68, 36, -9), h.at(80, 29, -4)], [6.5 * s, 5.6 * s, 5.6 * s], 16.0)  # skin between
    f.muscle(h.at(4, -20, -7), h.at(82, -35, -8), 11 * s, 14 * s, 15.0, h.thumb)  # edge of the little finger
    f.body(h.at(60, -2, -23), (24 * s, 17 * s, 8 * s), 14.0, turn, carve=True)  # hollow of the palm
    for root, _, wide, _ in _FINGERS:  # tendons that straighten the fingers
        over = f.onto([h.at(30, root[1] * 0.45, 24), h.at(60, root[1] * 0.75, 24), h.at(root[0] - 8, root[1], 24)], 8)
        f.groove(over, -0.9 * crisp * wide / 10.0, 5.0)
    for line, depth in (
        (((88, -42), (81, -24), (83, -4), (93, 12)), 0.9),  # below the fingers
        (((68, 38), (62, 20), (57, 0), (58, -24)), 1.0),  # across
        (((70, 36), (56, 19), (36, 9), (14, 7)), 1.2),  # round the ball of the thumb
        (((-3, 17), (-1, 0), (-3, -16)), 1.0),  # at the wrist
    ):
        f.groove(f.onto([h.at(along, across, -34) for along, across in line], 10), depth, 3.6)
    return f


def finger(build: Build, number: int) -> tuple[Forms, DoubleArray, list[float]]:
    """One finger from 0, the index; the middle line through its joints (4, 3) mm, and the radii there."""
    h = hand_frame(build)
    root, lengths, thick, spread = _FINGERS[number]
    turn = np.radians(spread)
    sideways = h.way(0, 1, 0)
    forward = h.way(np.cos(turn), np.sin(turn), 0)
    points, ups, bend = [h.at(*root)], [], 0.0
    for length, curl in zip(lengths, _CURL, strict=True):
        bend += np.radians(curl)
        points.append(points[-1] + h.size * length * (forward * np.cos(bend) - h.back * np.sin(bend)))
        ups.append(h.back * np.cos(bend) + forward * np.sin(bend))
    size = thick * h.size * _thickness(build)
    radii = [size * k for k in (1.0, 0.92, 0.82, 0.70)]
    f = Forms(soft=0.0)
    f.rods(points, radii, 1.0)
    for at, r in ((points[1], radii[1]), (points[2], radii[2])):
        f.body(at, (r * 0.95, r * 1.06, r * 1.0), 6.0, np.stack([forward, sideways, np.cross(forward, sideways)]))
    for i in range(2):  # pads on the palm's side
        a, b = points[i], points[i + 1]
        half = 0.40 * float(np.linalg.norm(b - a))
        f.body((a + b) / 2 - ups[i] * 2.4, (half, radii[i] * 0.88, radii[i] * 0.90), 7.0, _along(b - a, sideways))
    along = points[3] - points[2]
    along /= np.linalg.norm(along)
    pad = points[3] - along * (4.0 * h.size) - ups[2] * (0.26 * radii[3])
    f.body(pad, (9.5 * h.size, radii[3] * 1.10, radii[3] * 1.0), 5.0, _along(along, sideways))
    _creases(f, points, ups, radii, sideways, _crisp(build))
    nail(f, points[3] - along * (3.0 * h.size), along, ups[2], 11.5 * h.size, 1.46 * radii[3])
    return f, np.array(points), radii


def _creases(
    f: Forms,
    points: list[DoubleArray],
    ups: list[DoubleArray],
    radii: list[float],
    side: DoubleArray,
    crisp: float,
) -> None:
    """Lines across the finger where it bends: one below each joint, and folds of spare skin above the middle one."""
    for i in (1, 2):
        up = ups[i - 1] + ups[i]
        up /= np.linalg.norm(up)
        r = radii[i]
        along = np.cross(side, up)
        if along @ (points[i] - points[i - 1]) < 0:
            along = -along
        below = [points[i] - up * (r * 1.3) + side * (x * r) for x in (-0.8, 0.0, 0.8)]
        f.groove(f.onto(below, 8), 0.9, 2.4)
        for t in (-2.4, 0.2, 2.6) if i == 1 else (-1.0, 1.2):
            above = [
                points[i] + along * (t * (1 + 0.3 * abs(x))) + up * (r * 1.3) + side * (x * r) for x in (-0.6, 0, 0.6)
            ]
            f.groove(f.onto(above, 8), 0.45 + 0.25 * crisp, 1.6)


def thumb(build: Build) -> tuple[Forms, DoubleArray, list[float]]:
    """The thumb, in the same way; its root lies inside the hand."""
    h = hand_frame(build)
    points = [h.at(*p) for p in _THUMB]
    slim = _thickness(build)
    radii = [r * h.size * (slim if i else 1.0) for i, r in enumerate(_THUMB_RADII)]
    up = h.way(-0.4, 0.5, 0.76)
    f = Forms(soft=0.0)
    f.rods(points, radii, 1.0)
    f.body(points[1], (radii[1] * 1.12,) * 3, 8.0)
    f.body(points[2], (radii[2] * 1.06,) * 3, 6.0)
    along = points[3] - points[2]
    turn = _along(along, up)
    f.body((points[2] + points[3]) / 2 + along * 0.12, (15 * h.size, radii[3] * 1.02, radii[3] * 1.24), 5.0, turn)
    along = along / np.linalg.norm(along)
    out = up - along * (up @ along)
    out /= np.linalg.norm(out)
    side = np.cross(along, out)
    _creases(f, [points[0], *points[2:], points[3]], [out, out, out], [radii[0], *radii[2:]], side, _crisp(build))
    nail(f, points[3] - along * (3.5 * h.size), along, out, 14.0 * h.size, 1.62 * radii[3])
    return f, np.array(points), radii


def _thickness(build: Build) -> float:
    """How thick the fingers are against the man's, the hand's size apart."""
    return build.of(0.90, 1.0, 0.94)


def _crisp(build: Build) -> float:
    """How clearly tendons and creases show, 1 in the man; the body's dials leave hands as they are."""
    return build.of(0.6, 1.0, 0.5)


def _along(way: DoubleArray, side: DoubleArray) -> DoubleArray:
    """Axes of a body along `way` with its second axis near `side`."""
    a = way / np.linalg.norm(way)
    s = side - a * (side @ a)
    s /= np.linalg.norm(s)
    return np.stack([a, s, np.cross(a, s)])
