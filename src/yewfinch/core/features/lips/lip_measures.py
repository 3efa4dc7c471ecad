"""What is read off lips in millimetres, and lips with such a measure set."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.features.lips.jaw import hinge_of, line_shares, opening_shape, turn_for, turned
from yewfinch.core.features.lips.lips import CLOSED, MIDDLE, POINTS, Frame, Lips, checked, evenly, frame_of
from yewfinch.core.shared.arrays import DoubleArray

#: What is usual, mm: lowest and highest (Farkas 1994; lips behind the line prn-pg: Ricketts 1968; all from memory).
USUAL: dict[str, tuple[float, float]] = {
    "width": (47.0, 57.0),
    "height": (18.0, 24.0),
    "upper": (7.0, 10.0),
    "lower": (8.0, 11.0),
    "forward_upper": (-6.0, -2.0),
    "forward_lower": (-4.0, 0.0),
}
#: Peaks of the bow are looked for between these parts of half the width; where there are none, they would be here.
_BOW, _NO_BOW = (0.06, 0.5), 0.2
#: Where the line of the mouth is looked at, as parts of the way from its middle to a corner.
_WAVE, _TURN = 0.45, (0.52, 0.8)
#: Edges of lips that are shut are so far apart, mm: these are round, and touch each other behind that.
_SHUT = 0.62
#: Rounds in which a measure is met.
_ROUNDS = 6
#: Steps of measures that no line has: forms of the surface.
FORMS = ("full_upper", "full_lower", "philtrum")

_S = np.linspace(-1.0, 1.0, POINTS)


@dataclass(frozen=True)
class Reading:
    """Measures of lips, mm.

    Attributes
    ----------
    width : float
        From corner to corner, ch-ch.
    height : float or None
        From under the nose to the line of the mouth, sn-sto; None if sn is not known.
    upper, lower : float
        Height of the red in the middle, ls-sto and sto-li.
    bow : float
        How far the peaks of the bow lie above its middle.
    bow_width : float
        Between these peaks, cph-cph: they are the ends of the ridges of the philtrum.
    wave : float
        How far the line of the mouth sags in its middle.
    corners : float
        How far the corners lie above the middle of the line; less than nothing hangs.
    slant : float
        How far the sitter's left corner lies above the right one.
    corner_depth : float
        How far the corners lie behind the middle of the lips' borders.
    corner_turn : float
        How far the line bulges out just before the corners: more is turned in at the corner itself, less is turned out.
    roll_upper, roll_lower : float
        How far the lip's edge lies before its border: more is turned out.
    forward_upper, forward_lower : float or None
        How far ls and li lie before the line from the tip of the nose to the chin; None if these are not known.
    part : float
        Between the lips in the middle.
    full_upper, full_lower, philtrum : float
        As `Lips` has them.
    """

    width: float
    height: float | None
    upper: float
    lower: float
    bow: float
    bow_width: float
    wave: float
    corners: float
    slant: float
    corner_depth: float
    corner_turn: float
    roll_upper: float
    roll_lower: float
    forward_upper: float | None
    forward_lower: float | None
    part: float
    full_upper: float
    full_lower: float
    philtrum: float


def read(lips: Lips, landmarks: Mapping[str, DoubleArray]) -> Reading:
    """The measures of lips.

    Parameters
    ----------
    lips : Lips
    landmarks : mapping of key to (3,) mm
        Of the clay: sn, prn and pg are used.
    """
    frame = frame_of(lips)
    own = frame.own(lips.lines)
    upper, edge, low_edge, lower = own
    right, left = peaks(lips)
    even = evenly(edge)  # as it will be read off the clay again
    wave = [np.interp(s, _S, even[:, 1]) for s in (-_WAVE, _WAVE)]
    sn = landmarks.get("sn")
    return Reading(
        float(np.linalg.norm(lips.upper_edge[-1] - lips.upper_edge[0])),
        None if sn is None else float(frame.own(sn)[1] - edge[MIDDLE, 1]),
        float(upper[MIDDLE, 1] - edge[MIDDLE, 1]),
        float(low_edge[MIDDLE, 1] - lower[MIDDLE, 1]),
        float((right[1] + left[1]) / 2.0 - upper[MIDDLE, 1]),
        float(left[0] - right[0]),
        float(np.mean(wave) - edge[MIDDLE, 1]),
        float(-edge[MIDDLE, 1]),
        float(lips.upper_edge[-1][1] - lips.upper_edge[0][1]),
        float((upper[MIDDLE, 2] + lower[MIDDLE, 2]) / 2.0),
        _turn(even),
        float(edge[MIDDLE, 2] - upper[MIDDLE, 2]),
        float(low_edge[MIDDLE, 2] - lower[MIDDLE, 2]),
        _before(lips.upper[MIDDLE], frame, landmarks),
        _before(lips.lower[MIDDLE], frame, landmarks),
        part_of(lips),
        lips.full_upper,
        lips.full_lower,
        lips.philtrum,
    )


def part_of(lips: Lips) -> float:
    """How far the lips are apart in the middle, mm; what is less than between lips that lie on each other is 0."""
    gap = (lips.upper_edge[MIDDLE] - lips.lower_edge[MIDDLE]) @ frame_of(lips).axes[:, 1]
    return max(float(gap) - CLOSED, 0.0)


def peaks(lips: Lips) -> tuple[DoubleArray, DoubleArray]:
    """The right and the left peak of the bow in the mouth's own frame, (3,) mm each."""
    line = frame_of(lips).own(lips.upper)
    right, left = (np.array([np.interp(s, _S, line[:, k]) for k in range(3)]) for s in lips.peaks)
    return right, left


def with_peaks(lips: Lips, landmarks: Mapping[str, DoubleArray]) -> Lips:
    """The lips with the peaks of their bow found: at the landmarks cph, else where the border is highest."""
    found = []
    fine = np.linspace(-1.0, 1.0, 16 * POINTS)
    line = np.stack([np.interp(fine, _S, lips.upper[:, k]) for k in range(3)], axis=1)
    own = frame_of(lips).own(line)
    for side, key in ((-1.0, "cph_r"), (1.0, "cph_l")):
        s = side * fine
        some = np.flatnonzero((s > _BOW[0]) & (s < _BOW[1]))
        if key in landmarks:
            best = some[np.argmin(((line[some] - landmarks[key]) ** 2).sum(axis=1))]
        else:
            best = some[np.argmax(own[some, 1])]
            if best in (some[0], some[-1]):
                best = int(np.argmin(np.abs(s - _NO_BOW)))
        found.append(float(fine[best]))
    return replace(lips, peaks=(found[0], found[1]))


def _turn(edge: DoubleArray) -> float:
    out = []
    for side in (-1.0, 1.0):
        near, at, corner = (
            np.array([np.interp(side * s, _S, edge[:, k]) for k in (0, 2)]) for s in (_TURN[0], _TURN[1], 1.0)
        )
        way = (corner - near) / max(float(np.linalg.norm(corner - near)), 1e-9)
        out.append(side * float(way[1] * (at - near)[0] - way[0] * (at - near)[1]))
    return -float(np.mean(out))


def _before(point: DoubleArray, frame: Frame, landmarks: Mapping[str, DoubleArray]) -> float | None:
    """How far a point lies before the line from the tip of the nose to the chin, in profile, mm."""
    if "prn" not in landmarks or "pg" not in landmarks:
        return None
    nose, chin, at = (frame.own(np.asarray(p))[1:] for p in (landmarks["prn"], landmarks["pg"], point))
    way = (chin - nose) / max(float(np.linalg.norm(chin - nose)), 1e-9)
    return float(way[1] * (at - nose)[0] - way[0] * (at - nose)[1])


def with_measure(lips: Lips, landmarks: Mapping[str, DoubleArray], name: str, value: float) -> Lips:
    """The lips with one of the measures of `Reading` set, mm; the others stay as far as it lets them.

    Raises
    ------
    YewfinchError
        If no lips can be like that.
    KeyError
        If there is no such measure.
    """
    if name in FORMS:
        return checked(_with_form(lips, name, value))
    if name == "part":
        return checked(parted(lips, landmarks, value))
    basis = _BASES[name](lips)
    by, out = 0.0, lips

    def off(made: Lips) -> float:
        got = getattr(read(made, landmarks), name)
        return 0.0 if got is None else float(got) - value

    now, slope = off(lips), 1.0
    for _ in range(_ROUNDS):
        if abs(now) < 1e-4:
            break
        step = -now / slope
        by += step
        out = lips.with_lines(lips.lines + by * basis)
        after = off(out)
        slope = (after - now) / step if abs(after - now) > 1e-9 else 1.0
        now = after
    return checked(out)


def _with_form(lips: Lips, name: str, value: float) -> Lips:
    if name == "full_upper":
        return replace(lips, full_upper=value)
    return replace(lips, full_lower=value) if name == "full_lower" else replace(lips, philtrum=value)


def parted(lips: Lips, landmarks: Mapping[str, DoubleArray], part: float) -> Lips:
    """The lips so far apart, mm: the jaw turns, the lower lip goes with it, the corners follow."""
    now = part_of(lips)
    if now == 0.0 and part <= 0.0:
        return lips
    part, frame, hinge = max(part, 0.0), frame_of(lips), hinge_of(lips, landmarks)
    angle = turn_for(part, lips, hinge) - turn_for(now, lips, hinge)
    bow = opening_shape()
    lines = lips.lines
    moved = turned(lines.reshape(-1, 3), line_shares().ravel(), angle, hinge, frame).reshape(lines.shape)
    out = lips.with_lines(moved)
    own = frame.own(out.lines)
    gap = part + CLOSED if part > 0.0 else _SHUT
    lacks = gap - float(own[1, MIDDLE, 1] - own[2, MIDDLE, 1])
    own[2:, :, 1] -= lacks * bow
    if part <= 0.0:  # lips that lie on each other do so all along
        own[3] += own[1] - np.array([0.0, _SHUT, 0.0]) * bow[:, None] - own[2]
        own[2] = own[1] - np.array([0.0, _SHUT, 0.0]) * bow[:, None]
    return out.with_lines(frame.out(own))


# --- how lines go along with a measure ----------------------------------------------------------------------


def _shifts(lips: Lips, **rows: DoubleArray) -> DoubleArray:
    """Displacements of the lines by those in the mouth's own axes, (POINTS, 3) each."""
    frame = frame_of(lips)
    out = np.zeros((4, POINTS, 3))
    for number, key in enumerate(("upper", "upper_edge", "lower_edge", "lower")):
        if key in rows:
            out[number] = rows[key] @ frame.axes.T
    return out


def _way(axis: int, size: DoubleArray) -> DoubleArray:
    out = np.zeros((POINTS, 3))
    out[:, axis] = size
    return out


def _all(lips: Lips, shift: DoubleArray) -> DoubleArray:
    return _shifts(lips, upper=shift, upper_edge=shift, lower_edge=shift, lower=shift)


def _bump(s: DoubleArray, middle: float, half: float) -> DoubleArray:
    """A soft rise about a place on both sides, 1 there and 0 from `half` away on."""
    away = np.clip(np.abs(np.abs(s) - middle) / half, 0.0, 1.0)
    return np.asarray(0.5 + 0.5 * np.cos(np.pi * away))


_ARCH = 1.0 - _S**2


def _width(lips: Lips) -> DoubleArray:
    """Corners go apart and back along the arch of the mouth."""
    own = frame_of(lips).own(lips.lines)
    half = max(float(own[1, -1, 0]), 1e-6)
    slopes = [
        (own[1, -1, 2] - own[1, -4, 2]) / min(own[1, -4, 0] - own[1, -1, 0], -1e-6),
        (own[1, 0, 2] - own[1, 3, 2]) / min(own[1, 0, 0] - own[1, 3, 0], -1e-6),
    ]
    back = float(np.clip(np.mean(slopes), 0.0, 1.2))
    share = own[:, :, 0] / half
    shift = np.zeros_like(own)
    shift[:, :, 0] = 0.5 * share
    shift[:, :, 2] = -0.5 * back * np.abs(share) ** 3
    return shift @ frame_of(lips).axes.T


def _bow(lips: Lips) -> DoubleArray:
    right, left = peaks(lips)
    x = frame_of(lips).own(lips.upper)[:, 0]
    wide = np.where(x < 0.0, max(-right[0], 1.0), max(left[0], 1.0))
    away = np.abs(x) / wide
    rise = np.where(away < 1.0, 0.5 - 0.5 * np.cos(np.pi * away), np.exp(-(((away - 1.0) / 1.2) ** 2)))
    return _shifts(lips, upper=_way(1, rise * np.minimum(1.0, 4.0 * (1.0 - np.abs(_S)))))


def _bow_width(lips: Lips) -> DoubleArray:
    right, left = peaks(lips)
    x = frame_of(lips).own(lips.upper)[:, 0]
    wide = np.where(x < 0.0, max(-right[0], 1.0), max(left[0], 1.0))
    away = np.abs(x) / wide
    go = np.where(away < 1.0, away, np.clip(1.0 - (away - 1.0) / 2.0, 0.0, 1.0))
    return _shifts(lips, upper=_way(0, 0.5 * np.sign(x) * go))


def _both(axis: int, size: DoubleArray, rows: tuple[str, ...]) -> Callable[[Lips], DoubleArray]:
    return lambda lips: _shifts(lips, **{r: _way(axis, size) for r in rows})


_BASES: dict[str, Callable[[Lips], DoubleArray]] = {
    "width": _width,
    "height": lambda lips: _all(lips, _way(1, -np.ones(POINTS))),
    "upper": _both(1, _ARCH, ("upper",)),
    "lower": _both(1, -_ARCH, ("lower",)),
    "bow": _bow,
    "bow_width": _bow_width,
    "wave": _both(1, _bump(_S, _WAVE, 0.4), ("upper_edge", "lower_edge")),
    "corners": lambda lips: _all(lips, _way(1, _S**2)),
    "slant": lambda lips: _all(lips, _way(1, 0.5 * _S)),
    "corner_depth": lambda lips: _all(lips, _way(2, -(_S**2))),
    "corner_turn": lambda lips: _all(lips, _way(2, _bump(_S, _TURN[1], 0.28))),
    "roll_upper": _both(2, _ARCH, ("upper_edge",)),
    "roll_lower": _both(2, _ARCH, ("lower_edge",)),
    "forward_upper": _both(2, _ARCH, ("upper", "upper_edge")),
    "forward_lower": _both(2, _ARCH, ("lower", "lower_edge")),
}
#: Measures that `with_measure` sets.
SETTABLE = (*_BASES, "part", *FORMS)
