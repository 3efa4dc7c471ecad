"""Strokes along a curve through knots that can be moved: an arc through three, or a smooth line through any."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.shared.arrays import DoubleArray

#: Knots of a curve drawn by hand: at least and at most; one more for every so many tool sizes.
FEWEST, MOST, EVERY = 3, 9, 1.6


@dataclass(frozen=True, eq=False)
class Knot:
    """A place of the clay that a curve goes through, as it is seen.

    Attributes
    ----------
    aim : (3,) float64, mm
        On the clay.
    eye : (3,) float64, mm
        Where it is seen from.
    """

    aim: DoubleArray
    eye: DoubleArray


def knots_of(hits: Sequence[tuple[Hit, DoubleArray]], course: Literal["arc", "curve"], size: float) -> list[Knot]:
    """Knots of what was drawn: hits with the eye's place, mm; `size` of the tool, mm."""
    points = np.array([h.point for h, _ in hits])
    away = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))])
    if course == "arc":
        count = 3
    else:
        count = int(np.clip(2 + round(away[-1] / max(EVERY * size, 1e-6)), FEWEST, MOST))
    found = [min(int(np.searchsorted(away, d)), len(hits) - 1) for d in np.linspace(0.0, away[-1], count)]
    found[-1] = len(hits) - 1
    return [Knot(hits[i][0].point, hits[i][1]) for i in found]


def line(knots: Sequence[Knot], course: Literal["arc", "curve"], step: float) -> tuple[DoubleArray, DoubleArray]:
    """The curve as close points (n, 3) mm, at most `step` mm apart, and the eye's place for each.

    Notes
    -----
    A centripetal Catmull-Rom curve (Yuksel, Schaefer & Keyser 2011, "Parameterization and applications of
    Catmull-Rom curves"), which makes no loops; the arc is the circle's through three points.
    """
    aims, eyes = np.array([k.aim for k in knots]), np.array([k.eye for k in knots])
    length = float(np.linalg.norm(np.diff(aims, axis=0), axis=1).sum())
    count = int(np.clip(np.ceil(1.2 * length / step), 2, 4000))
    if len(knots) == 2:
        t = np.linspace(0.0, 1.0, count)[:, None]
        return aims[0] + t * (aims[1] - aims[0]), eyes[0] + t * (eyes[1] - eyes[0])
    if course == "arc" and len(knots) == 3:
        return _arc(aims, count), np.linspace(eyes[0], eyes[2], count)
    return _smooth(aims, eyes, count)


def _arc(p: DoubleArray, count: int) -> DoubleArray:
    a, b = p[0] - p[2], p[1] - p[2]
    normal = np.cross(a, b)
    square = float(normal @ normal)
    if square < 1e-9 * float((a @ a) * (b @ b)) or square == 0.0:
        t = np.linspace(0.0, 1.0, count)[:, None]
        return np.asarray(p[0] + t * (p[2] - p[0]))
    middle = p[2] + np.cross((a @ a) * b - (b @ b) * a, normal) / (2.0 * square)
    x = p[0] - middle
    radius = float(np.linalg.norm(x))
    x = x / radius
    y = np.cross(normal / np.sqrt(square), x)

    def turn(q: DoubleArray) -> float:
        return float(np.arctan2((q - middle) @ y, (q - middle) @ x) % (2 * np.pi))

    via, end = turn(p[1]), turn(p[2])
    angles = np.linspace(0.0, end if via <= end else end - 2 * np.pi, count)[:, None]
    return np.asarray(middle + radius * (np.cos(angles) * x + np.sin(angles) * y))


def _smooth(aims: DoubleArray, eyes: DoubleArray, count: int) -> tuple[DoubleArray, DoubleArray]:
    both = np.concatenate([aims, eyes], axis=1)
    both = np.concatenate([2 * both[:1] - both[1:2], both, 2 * both[-1:] - both[-2:-1]])
    gap = np.maximum(np.linalg.norm(np.diff(both[:, :3], axis=0), axis=1), 1e-6) ** 0.5
    t = np.concatenate([[0.0], np.cumsum(gap)])
    at = np.linspace(t[1], t[-2], count)
    k = np.clip(np.searchsorted(t, at, side="right") - 1, 1, len(both) - 3)
    t0, t1, t2, t3 = (t[k + j][:, None] for j in (-1, 0, 1, 2))
    p0, p1, p2, p3 = (both[k + j] for j in (-1, 0, 1, 2))
    u = at[:, None]
    a1 = (t1 - u) / (t1 - t0) * p0 + (u - t0) / (t1 - t0) * p1
    a2 = (t2 - u) / (t2 - t1) * p1 + (u - t1) / (t2 - t1) * p2
    a3 = (t3 - u) / (t3 - t2) * p2 + (u - t2) / (t3 - t2) * p3
    b1 = (t2 - u) / (t2 - t0) * a1 + (u - t0) / (t2 - t0) * a2
    b2 = (t3 - u) / (t3 - t1) * a2 + (u - t1) / (t3 - t1) * a3
    out = (t2 - u) / (t2 - t1) * b1 + (u - t1) / (t2 - t1) * b2
    return out[:, :3], out[:, 3:]


def events_along(
    knots: Sequence[Knot], course: Literal["arc", "curve"], step: float, like: PointerEvent
) -> list[PointerEvent]:
    """Pointer events along a curve, with the keys held as in another event."""
    aims, eyes = line(knots, course, step)
    ways = aims - eyes
    ways /= np.maximum(np.linalg.norm(ways, axis=1, keepdims=True), 1e-9)
    last = len(aims) - 1
    return [
        PointerEvent(
            "press" if i == 0 else "release" if i == last else "move", eyes[i], ways[i], 1.0, like.shift, like.ctrl
        )
        for i in range(last + 1)
    ]


def with_knot(knots: Sequence[Knot], new: Knot) -> list[Knot]:
    """A knot put in where it lengthens the way least."""
    aims = np.array([k.aim for k in knots])
    detour = [
        np.linalg.norm(new.aim - aims[i])
        + np.linalg.norm(aims[i + 1] - new.aim)
        - np.linalg.norm(aims[i + 1] - aims[i])
        for i in range(len(knots) - 1)
    ]
    at = int(np.argmin(detour)) + 1
    return [*knots[:at], new, *knots[at:]]
