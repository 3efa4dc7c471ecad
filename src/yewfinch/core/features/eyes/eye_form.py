"""An eye's surfaces: the closed ball that clay and picks meet, and what is seen of it, opaque and clear.

What is seen has a fixed number of vertices, so that a change of an eye moves them only, and an iris is a circle however
coarse the clay is.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.head.eyeball import WET, eyeball
from yewfinch.core.features.eyes.eye import Eye, checked, moved, turning
from yewfinch.core.features.eyes.iris import iris_colours, white_colours
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.similarity import similarity

#: Vertices round the axis; rings of the white (in front and behind), of the iris, of the pupil, of the cornea.
AROUND, FRONT, BEHIND, IRIS, PUPIL, CORNEA = 144, 24, 8, 34, 4, 14
#: The part of the globe's half turn that the rings in front reach to, radians.
_FRONT_TO = 1.45
#: The iris rises towards the pupil by this, and the pupil's floor lies so far behind its edge: mm, of an iris of 11.7.
_RISE, _FLOOR = 0.3, 0.9
#: The cornea is drawn so far beyond its edge, and over the rest by so much, mm.
_BEYOND, _OVER = 0.35, 0.012
#: Colour of the pupil's floor and of the caruncle, sRGB; roughness of both and of the cornea, of 255.
_BLACK, _FLESH, _SMOOTH = (9, 8, 8), (208, 146, 132), 20
#: Roughness of moist flesh in the corner, of 255: it gleams less than the white.
_MOIST = 105
#: Rings of the caruncle and of the fold beside it, and vertices round these.
_KNOB_RINGS, _KNOB_AROUND = 7, 14
_Faces = npt.NDArray[np.int64]
_HERE, _AHEAD = (0.0, 0.0, 0.0), (0.0, 0.0, 1000.0)


@dataclass(frozen=True, eq=False)
class Look:
    """What is seen of an eye.

    Attributes
    ----------
    opaque : Surface
        White, iris with its depth, pupil; caruncle and the fold beside it.
    clear : Surface
        The cornea, through which the iris is seen.
    """

    opaque: Surface
    clear: Surface


def surface_of(eye: Eye) -> Surface:
    """The ball as tools and other clay meet it: globe and cornea, closed.

    Raises
    ------
    YewfinchError
        If there can be no such eye.
    """
    ball = _ball(_ahead(checked(eye)))
    return ball.moved((ball.positions.astype(np.float64) @ turning(eye).T + eye.place).astype(np.float32))


def _ahead(eye: Eye) -> Eye:
    """The eye at the origin, looking along z, with nothing beside it."""
    here = replace(eye, place=_HERE, middle=_HERE, target=_AHEAD, converging=0.0, turn=(0.0, 0.0))
    return replace(here, corner=None, lean=_HERE)


@lru_cache(maxsize=8)
def _ball(eye: Eye) -> Surface:
    """The ball of an eye that looks along z, with its iris painted on: what is exported is seen like this."""
    ball = eyeball(_HERE, eye.radius, iris=eye.iris, pupil=eye.pupil, cornea=eye.cornea)
    at = ball.positions.astype(np.float64)
    flat, half = np.hypot(at[:, 0], at[:, 1]), eye.iris / 2.0
    ball.colour[:, :3] = white_colours(eye, at)
    iris = (at[:, 2] > 0.0) & (flat < half)
    out = np.clip((flat[iris] - eye.pupil / 2.0) / (half - eye.pupil / 2.0), 0.0, 1.0)
    ball.colour[iris, :3] = iris_colours(eye.pattern, out, np.arctan2(at[iris, 1], at[iris, 0]))[0]
    ball.colour[(at[:, 2] > 0.0) & (flat < eye.pupil / 2.0), :3] = _BLACK
    return ball


def eye_as_it_stands(eye: Eye, at: npt.ArrayLike) -> Eye:
    """The eye after what moved its ball as a whole, as a pose or a base head does.

    Parameters
    ----------
    eye : Eye
    at : (n, 3) float, mm
        The vertices of its ball now, in the rows of `surface_of`.

    Returns
    -------
    Eye
        The same if the ball is where it was, or is no such ball any more.

    References
    ----------
    Umeyama 1991, "Least-squares estimation of transformation parameters between two point patterns".
    """
    found = motion_of(eye, at)
    return eye if found is None else moved(eye, *found)


def seen(eye: Eye, at: npt.ArrayLike) -> Look:
    """What is seen of an eye after what moved its ball as a whole: rolled with it, too, as with a head that leans.

    Parameters
    ----------
    eye : Eye
    at : (n, 3) float, mm
        As for `eye_as_it_stands`.
    """
    look, found = look_of(eye), motion_of(eye, at)
    if found is None:
        return look
    turn, scale, shift = found

    def carried(surface: Surface) -> Surface:
        return surface.moved((scale * surface.positions.astype(np.float64) @ turn.T + shift).astype(np.float32))

    return Look(carried(look.opaque), carried(look.clear))


def motion_of(eye: Eye, at: npt.ArrayLike) -> tuple[DoubleArray, float, DoubleArray] | None:
    """The similarity that brought an eye's ball where it is now: turn, scale, shift; None if it is where it was."""
    was, now = surface_of(eye).positions.astype(np.float64), np.asarray(at, np.float64)
    if len(was) != len(now) or np.abs(was - now).max() < 1e-3:
        return None
    return similarity(was, now)


@lru_cache(maxsize=16)
def look_of(eye: Eye) -> Look:
    """What is seen of an eye.

    Raises
    ------
    YewfinchError
        If there can be no such eye.
    """
    checked(eye)
    turn, place = turning(eye), np.array(eye.place)
    at, colour, rough = _opaque(_ahead(eye))
    net, order = _opaque_net()
    knob_at, knob_colour = _knobs(eye, turn, place)
    at = np.concatenate([at @ turn.T + place, knob_at])
    colour = np.concatenate([colour, knob_colour])
    rough = np.concatenate([rough, np.full(len(knob_at), 255.0 - eye.wet * (255 - _MOIST))])
    opaque = net.moved(at[order].astype(np.float32))
    opaque.colour[:] = _with_alpha(colour)[order]
    opaque.roughness[:, 0] = np.round(rough[order]).astype(np.uint8)
    net, order = _clear_net()
    clear = net.moved((_cornea(eye) @ turn.T + place)[order].astype(np.float32))
    clear.roughness[:] = _SMOOTH
    clear.colour[:, :3] = round(255 * eye.wet)
    return Look(opaque, clear)


def _with_alpha(colour: ByteArray) -> ByteArray:
    return np.concatenate([colour, np.full((len(colour), 1), 255, np.uint8)], axis=1)


def _angles() -> DoubleArray:
    return np.asarray(np.arange(AROUND) * (2.0 * np.pi / AROUND), np.float64)


def _ringed(rings: Sequence[tuple[float, float]]) -> DoubleArray:
    """Points (rings * AROUND, 3) of rings of some radius and height, mm."""
    theta = _angles()
    out = np.empty((len(rings), AROUND, 3))
    for row, (radius, height) in enumerate(rings):
        out[row, :, 0], out[row, :, 1], out[row, :, 2] = radius * np.cos(theta), radius * np.sin(theta), height
    return out.reshape(len(rings) * AROUND, 3)


@lru_cache(maxsize=8)
def _opaque(eye: Eye) -> tuple[DoubleArray, ByteArray, DoubleArray]:
    """Points, colours and roughness of the opaque part but for caruncle and fold, looking along z from the origin."""
    half, size = eye.iris / 2.0, eye.iris / 11.7
    rim = float(np.arcsin(half / eye.radius))
    edge = eye.radius * float(np.cos(rim))
    turns = [
        *np.linspace(np.pi, _FRONT_TO, BEHIND + 1)[1:],
        *(rim + (_FRONT_TO - rim) * np.linspace(1.0, 0.0, FRONT + 1)[1:] ** 1.15),
    ]
    back = 0.93  # as the closed ball: flatter behind
    white = _ringed(
        [(eye.radius * np.sin(a), eye.radius * np.cos(a) * (back if a > np.pi / 2 else 1.0)) for a in turns]
    )
    share = np.linspace(1.0, 0.0, IRIS)
    root, pupil = 0.985 * half, eye.pupil / 2.0
    radii = pupil + (root - pupil) * share
    heights = edge - eye.depth + _RISE * size * (1.0 - share) ** 1.5
    iris = _ringed(list(zip(radii, heights, strict=True)))
    floor = heights[-1] - _FLOOR * size
    hole = _ringed([(pupil * k, heights[-1] + (floor - heights[-1]) * (1.0 - k * k)) for k in (0.97, 0.85, 0.6, 0.25)])
    out, theta = np.repeat(share, AROUND), np.tile(_angles(), IRIS)
    colour, height = iris_colours(eye.pattern, out, theta)
    iris[:, 2] += height * size * np.sin(np.pi * np.clip(out, 0.0, 1.0)) ** 0.5
    points = np.concatenate([[[0.0, 0.0, -eye.radius * back]], white, iris, hole, [[0.0, 0.0, floor]]])
    black = np.tile(np.array(_BLACK, np.uint8), (len(hole) + 1, 1))
    whites = white_colours(eye, np.concatenate([points[:1], white]))
    wet = 255.0 - eye.wet * (255 - WET)
    rough = np.concatenate([np.full(len(whites), wet), np.full(len(iris) + len(black), 200.0)])
    return points, np.concatenate([whites, colour, black]), rough


def _tube(rings: int, first: int, around: int) -> list[_Faces]:
    """Quads between rings of vertices that follow each other."""
    j = np.arange(around)
    k = (j + 1) % around
    out = []
    for row in range(first, first + (rings - 1) * around, around):
        out.append(np.stack([row + j, row + k, row + around + k, row + around + j], axis=1))
    return out


def _fan(tip: int, first: int, around: int, *, turned: bool) -> _Faces:
    j = np.arange(around)
    k = (j + 1) % around
    a, b = (first + k, first + j) if turned else (first + j, first + k)
    return np.stack([np.full(around, tip), a, b, b], axis=1)


@cache
def _opaque_net() -> tuple[Surface, IndexArray]:
    """The opaque part's faces, its points anywhere, and the order of these in them."""
    rings = BEHIND + FRONT + IRIS + PUPIL
    last = 1 + rings * AROUND
    parts = [_fan(0, 1, AROUND, turned=True), *_tube(rings, 1, AROUND), _fan(last, last - AROUND, AROUND, turned=False)]
    first = last + 1
    for _ in range(2):
        tip = first + _KNOB_RINGS * _KNOB_AROUND
        parts += [*_tube(_KNOB_RINGS, first, _KNOB_AROUND), _fan(tip, tip - _KNOB_AROUND, _KNOB_AROUND, turned=False)]
        first = tip + 1
    return _net(first, parts)


@cache
def _clear_net() -> tuple[Surface, IndexArray]:
    last = CORNEA * AROUND
    parts = [*_tube(CORNEA, 0, AROUND), _fan(last, last - AROUND, AROUND, turned=False)]
    return _net(last + 1, parts)


def _net(count: int, parts: Sequence[_Faces]) -> tuple[Surface, IndexArray]:
    faces, order = in_face_order(np.zeros((count, 3), np.float32), np.concatenate(parts).astype(np.int32))
    return Surface(np.zeros((count, 3)), faces), order


def _cornea(eye: Eye) -> DoubleArray:
    """Points of the cornea, looking along z from the origin."""
    half = eye.iris / 2.0
    middle = eye.radius + eye.rise - eye.cornea
    rings = []
    for r in np.linspace(half + _BEYOND, half * 0.06, CORNEA):
        globe = np.sqrt(eye.radius**2 - r * r)
        z = globe if r > half else middle + np.sqrt(eye.cornea**2 - r * r)
        rings.append((float(r), float(z) + _OVER))
    return np.concatenate([_ringed(rings), [[0.0, 0.0, eye.radius + eye.rise + _OVER]]])


def _knobs(eye: Eye, turn: DoubleArray, place: DoubleArray) -> tuple[DoubleArray, ByteArray]:
    """Caruncle and the fold beside it in the inner corner: half balls with long axes, points and colours."""
    count = _KNOB_RINGS * _KNOB_AROUND + 1
    if eye.corner is None or eye.caruncle <= 0.0:
        return np.tile(place, (2 * count, 1)), np.tile(np.array(_FLESH, np.uint8), (2 * count, 1))
    corner, size = np.array(eye.corner), eye.caruncle * eye.diameter / 24.2
    to_ball = place - corner
    to_ball[1] = to_ball[2] = 0.0
    aside = to_ball / max(float(np.linalg.norm(to_ball)), 1e-9)
    way = np.array([0.0, 0.0, 1.0])
    up = np.array([0.0, 1.0, 0.0])
    theta = np.arange(_KNOB_AROUND) * (2.0 * np.pi / _KNOB_AROUND) * (1.0 if aside[0] > 0 else -1.0)
    points = []
    for middle, (across, high, deep) in (
        (corner + aside * 2.5 * size - way * 0.3 * size, (2.2 * size, 1.9 * size, 1.0 * size)),
        (corner + aside * 4.8 * size - way * 0.6 * size, (1.6 * size, 3.4 * size, 0.0)),
    ):
        for k in range(_KNOB_RINGS):
            a = np.pi / 2 * k / _KNOB_RINGS
            round_ = np.cos(theta)[:, None] * aside * across + np.sin(theta)[:, None] * up * high
            points.append(middle + np.cos(a) * round_ + np.sin(a) * deep * way)
        points.append((middle + deep * way)[None])
    out = np.concatenate(points)
    fold = out[count:]
    # the fold lies on the ball like a crescent: highest in its middle, its rim just under the white
    share = np.repeat(np.sin(np.pi / 2 * np.arange(_KNOB_RINGS + 1) / _KNOB_RINGS), [_KNOB_AROUND] * _KNOB_RINGS + [1])
    off = fold - place
    raised = eye.radius - 0.15 + (0.15 + 0.32 * size) * share
    fold[:, 2] = place[2] + np.sqrt(np.maximum(raised**2 - off[:, 0] ** 2 - off[:, 1] ** 2, 0.0))
    colour = np.tile(np.array(_FLESH, np.float64), (2 * count, 1))
    colour[count:] = (220, 182, 172)
    return out, np.round(colour).astype(np.uint8)
