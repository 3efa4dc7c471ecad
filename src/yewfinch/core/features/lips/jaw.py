"""How the lower jaw goes along when lips part: its hinge, how far it turns, and how far each place goes along."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from yewfinch.core.features.lips.lips import POINTS, Frame, Lips, frame_of
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.towards import Field, thin_plate

#: The hinge lies so far before and under the middle between the ear notches, mm (common practice).
_FORWARD, _DOWN = 12.0, 4.0
#: Without ears: so far behind and above the middle of the mouth, mm.
_BEHIND, _ABOVE = 88.0, 46.0
#: Lips that part by less than about so much do it without the jaw, mm.
_ALONE = 3.0
#: How far landmarks go along with the jaw.
_SHARES: dict[str, float] = {
    "gn": 1.0, "pg": 1.0, "sl": 0.98, "go_l": 0.4, "go_r": 0.4, "c": 0.5,
    "sn": 0.0, "prn": 0.0, "n": 0.0, "g": 0.0, "t_l": 0.0, "t_r": 0.0, "zy_l": 0.0, "zy_r": 0.0, "or_l": 0.0,
    "or_r": 0.0, "ac_l": 0.0, "ac_r": 0.0, "al_l": 0.0, "al_r": 0.0, "obi_l": 0.05, "obi_r": 0.05, "sbal_l": 0.0,
    "sbal_r": 0.0, "ex_l": 0.0, "ex_r": 0.0, "op": 0.0, "v": 0.0,
}  # fmt: skip
#: Roof and floor of the mouth lie so far above and below its line, mm, and the floor goes along with the jaw by how far
#: behind the corners it is, mm: as the lower teeth do, and less towards the throat.
_ROOF = 14.0
_FLOOR = ([-30.0, 22.0, 40.0], [1.0, 1.0, 0.6])
#: What the middle of the lower lip and the corners of the mouth go along.
_LOWER, _CORNER = 0.95, 0.42


def hinge_of(lips: Lips, landmarks: Mapping[str, DoubleArray]) -> DoubleArray:
    """Where the jaw's axis crosses the midplane, (3,) mm; the axis runs along the mouth's x.

    Parameters
    ----------
    lips : Lips
    landmarks : mapping of key to (3,) mm
        The notches above the tragus tell it; without them it follows from the mouth.
    """
    frame = frame_of(lips)
    ears = [landmarks[k] for k in ("t_l", "t_r") if k in landmarks]
    if len(ears) == 2:
        return np.mean(ears, axis=0) + frame.axes @ np.array([0.0, -_DOWN, _FORWARD])
    return frame.out(np.array([0.0, _ABOVE, -_BEHIND]))


def turn_for(part: float, lips: Lips, hinge: DoubleArray) -> float:
    """How far the jaw is turned when the lips are so far apart, radians.

    Parameters
    ----------
    part : float, mm
    lips : Lips
        Of which only the frame counts.
    hinge : (3,) mm
    """
    reach = max(float(frame_of(lips).own(hinge)[2] * -1.0), 40.0)
    part = max(part, 0.0)
    return float(part * part / (part + _ALONE) / (_LOWER * reach))


def turned(points: DoubleArray, share: DoubleArray, angle: float, hinge: DoubleArray, frame: Frame) -> DoubleArray:
    """Points (n, 3) mm turned about the hinge by their shares (n,) of an angle, radians; the mouth goes down."""
    at = (points - hinge) @ frame.axes
    turn = share * angle
    cos, sin = np.cos(turn), np.sin(turn)
    out = np.stack([at[:, 0], at[:, 1] * cos - at[:, 2] * sin, at[:, 1] * sin + at[:, 2] * cos], axis=1)
    return np.asarray(out @ frame.axes.T + hinge)


def opening_shape() -> DoubleArray:
    """How far open a mouth is along its line, as a part of the opening in its middle, (POINTS,): pointed corners."""
    return np.asarray((1.0 - np.linspace(-1.0, 1.0, POINTS) ** 2) ** 0.8)


def line_shares() -> DoubleArray:
    """How far the points of the four lines of lips go along with the jaw, (4, POINTS)."""
    bow = opening_shape()
    return np.stack([_CORNER * (1.0 - bow)] * 2 + [_CORNER + (_LOWER - _CORNER) * bow] * 2)


class Jaw:
    """How far places of the lips and of the clay round them go along with the jaw.

    Parameters
    ----------
    lips : Lips
    landmarks : mapping of key to (3,) mm
    still : (k, 3) mm
        Places that stay.
    """

    def __init__(self, lips: Lips, landmarks: Mapping[str, DoubleArray], still: DoubleArray) -> None:
        self.frame, self.hinge = frame_of(lips), hinge_of(lips, landmarks)
        known = {k: np.asarray(landmarks[k], np.float64) for k in _SHARES if k in landmarks}
        places = [*known.values(), *still]
        values = [*(_SHARES[k] for k in known), *np.zeros(len(still))]
        if "pg" not in known:  # a chin where chins are
            down = self.frame.own(lips.lower[len(lips.lower) // 2])
            for below in (28.0, 42.0):
                places.append(self.frame.out(down - (0.0, below, 6.0)))
                values.append(1.0)
        on, inside = line_shares(), _inside(self.frame, lips)
        on_roof: DoubleArray = np.zeros(len(inside))
        on_floor: DoubleArray = np.asarray(np.interp(-inside[:, 2], *_FLOOR), np.float64)
        self._fields = (
            _through(places, values, (lips.upper, lips.upper_edge), on[0], self.frame.out(inside), on_roof),
            _through(
                places,
                values,
                (lips.lower_edge, lips.lower),
                on[3],
                self.frame.out(inside * (1.0, -1.0, 1.0)),
                on_floor,
            ),
        )

    def shares(self, points: DoubleArray, of_upper: DoubleArray) -> DoubleArray:
        """Shares (n,) of places (n, 3) mm that belong to the upper lip's side so far, (n,) 0 to 1."""
        upper, lower = (np.clip(f.at(points)[:, 0], 0.0, 1.0) for f in self._fields)
        return np.asarray(of_upper * upper + (1.0 - of_upper) * lower)


def _inside(frame: Frame, lips: Lips) -> DoubleArray:
    """Places over the roof of the mouth in its own frame, (k, 3) mm; under its floor lie their images."""
    front = float(frame.own(lips.upper_edge[len(lips.upper_edge) // 2])[2])
    across, deep = np.meshgrid(np.array([-22.0, -11.0, 0.0, 11.0, 22.0]), np.array([10.0, 20.0, 30.0, 40.0, 50.0]))
    some = np.abs(across) <= 6.0 + deep  # the row of teeth is narrow in front
    return np.stack([across[some], np.full(int(some.sum()), _ROOF), front - deep[some]], axis=1)


def _through(
    places: list[DoubleArray],
    values: list[float],
    lines: tuple[DoubleArray, DoubleArray],
    on_line: DoubleArray,
    inside: DoubleArray,
    on_inside: DoubleArray,
) -> Field:
    at = np.concatenate([np.array(places), lines[0][::2], lines[1][2:-2:2], inside])
    to = np.concatenate([np.array(values), on_line[::2], on_line[2:-2:2], on_inside])
    _, first = np.unique(np.round(at, 2), axis=0, return_index=True)
    steps = np.zeros((len(first), 3))
    steps[:, 0] = to[first]
    return thin_plate(at[first], steps, np.full(len(first), 0.3))
