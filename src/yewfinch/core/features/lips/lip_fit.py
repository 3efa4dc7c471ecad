"""Lips laid on lines of lips that were drawn on photos."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.core.features.drawn import distances, evenly_drawn, slopes
from yewfinch.core.features.lips.lips import MIDDLE, POINTS, Lips, checked, frame_of
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sight.camera import Camera

#: How far lines may usually lie from where they are, mm, seen from the front and in depth: what no line tells of stays.
_OFF, _DEEP = 4.0, 3.0
#: A drawn line is so exact, mm; distances count less beyond so many (a slip of the hand).
_EXACT, _SLIP = 0.15, 0.6
#: Knots of each line between the corners.
_KNOTS = 7
#: Points of a drawn line that are compared.
_SAMPLES = 32
#: About so often the lips are looked at, for the progress.
_LOOKS = 20


@dataclass(frozen=True, eq=False)
class DrawnLine:
    """A line of the lips on one photo.

    Attributes
    ----------
    camera : Camera
        In the portrait's frame.
    points : (n, 2) float64, pixels
    line : {"lip_upper", "mouth_line", "mouth_line_lower", "lip_lower"}
    """

    camera: Camera
    points: DoubleArray
    line: str


@dataclass(frozen=True, eq=False)
class Known:
    """A landmark of the lips whose place is known from elsewhere.

    Attributes
    ----------
    key : {"ch_l", "ch_r", "ls", "sto", "li"}
    at : (3,) float64, mm
    spread : float, mm
    """

    key: str
    at: DoubleArray
    spread: float


_ROW_OF = {"lip_upper": 0, "mouth_line": 1, "mouth_line_lower": 2, "lip_lower": 3}
_PLACE_OF = {"ch_r": (1, 0), "ch_l": (1, POINTS - 1), "ls": (0, MIDDLE), "sto": (1, MIDDLE), "li": (3, MIDDLE)}


def fitted(
    lips: Lips, drawn: Sequence[DrawnLine], known: Sequence[Known] = (), progress: Progress = silent
) -> tuple[Lips, float]:
    """The lips that are seen on the drawn lines, and how far they are off, median, mm.

    Parameters
    ----------
    lips : Lips
        To begin with.
    drawn : sequence of DrawnLine
    known : sequence of Known
        What tells of depth where all photos are from the front.
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If nothing is drawn, or no such lips can be.
    """
    if not drawn:
        raise YewfinchError("No line of the lips is drawn on a photo that is solved. Draw one, and solve the sitter.")
    from scipy.optimize import least_squares

    samples = [evenly_drawn(d.points, _SAMPLES) for d in drawn]
    apart = any(d.line == "mouth_line_lower" for d in drawn)
    bases = _bases(lips, apart=apart)
    spread = np.tile([_OFF, _OFF, _DEEP], len(bases))
    looks = 0

    def made_of(by: DoubleArray) -> Lips:
        steps = np.tensordot(by.reshape(-1, 3), bases, axes=(0, 0))  # (3, 4, POINTS)
        return lips.with_lines(lips.lines + np.moveaxis(steps, 0, -1) @ frame_of(lips).axes.T)

    def off(by: DoubleArray) -> DoubleArray:
        nonlocal looks
        looks += 1
        progress(min(looks / _LOOKS, 1.0), "laying lips on the drawn lines")
        made = made_of(by)
        away = [_distances(made, d, s) / _EXACT for d, s in zip(drawn, samples, strict=True)]
        lines = made.lines
        at = [(lines[_PLACE_OF[k.key]] - k.at) / max(k.spread, 0.8) for k in known if k.key in _PLACE_OF]
        return np.concatenate([*away, *at, by / spread])

    axes = frame_of(lips).axes
    ways = np.einsum("brp,aj->barpj", bases, axes.T).reshape(-1, 4, POINTS, 3)  # of the lines, for each number

    def slope(by: DoubleArray) -> DoubleArray:
        made = made_of(by)
        rows = [
            slopes(d.camera, made.lines[_ROW_OF[d.line]], s, ways[:, _ROW_OF[d.line]]) / _EXACT
            for d, s in zip(drawn, samples, strict=True)
        ]
        at = [ways[:, r, p].T / max(k.spread, 0.8) for k in known if k.key in _PLACE_OF for r, p in [_PLACE_OF[k.key]]]
        return np.concatenate([*rows, *at, np.diag(1.0 / spread)])

    found = least_squares(
        off, np.zeros(3 * len(bases)), slope, loss="soft_l1", f_scale=_SLIP / _EXACT, max_nfev=20, xtol=1e-3, ftol=1e-3
    )
    made = checked(made_of(np.asarray(found.x)))
    far = np.concatenate([np.abs(_distances(made, d, s)) for d, s in zip(drawn, samples, strict=True)])
    return made, float(np.median(far))


def places_of(lips: Lips) -> dict[str, DoubleArray]:
    """Where the landmarks of `Known` are on lips, (3,) mm."""
    return {key: lips.lines[row, at] for key, (row, at) in _PLACE_OF.items()}


def _bases(lips: Lips, *, apart: bool) -> DoubleArray:
    """Shares, (k, 4, POINTS), by which the points of the lines go along with each corner and each knot.

    Both edges go alike where nothing tells them apart.
    """
    s = np.linspace(-1.0, 1.0, POINTS)
    out = []
    for end in (-1.0, 1.0):
        out.append(np.tile(np.clip((1.0 + end * s) / 2.0, 0.0, 1.0), (4, 1)))
    half = 2.0 / (_KNOTS + 1)
    rows: tuple[tuple[int, ...], ...] = ((0,), (1,), (2,), (3,)) if apart else ((0,), (1, 2), (3,))
    for which in rows:
        for k in range(_KNOTS):
            middle = -1.0 + (k + 1) * half
            away = np.clip(np.abs(s - middle) / (1.5 * half), 0.0, 1.0)
            one = np.zeros((4, POINTS))
            one[list(which)] = (0.5 + 0.5 * np.cos(np.pi * away)) * np.clip(4.0 * (1.0 - np.abs(s)), 0.0, 1.0)
            out.append(one)
    return np.array(out)


def _distances(lips: Lips, drawn: DrawnLine, samples: DoubleArray) -> DoubleArray:
    """How far points of a drawn line lie from where that line of the lips is seen, mm with a sign."""
    return distances(drawn.camera, lips.lines[_ROW_OF[drawn.line]], samples)
