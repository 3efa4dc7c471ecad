"""Clay pressed back from an eye by a gap, so that it makes a socket round it."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.eyes.eye import Eye, axis, off_the_eye
from yewfinch.core.mesh.query.crossings import crossings, untangled
from yewfinch.core.mesh.query.inside import Inside
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.surface.surface import Surface, triangles_of
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Gaps on offer, mm.
LEAST, MOST = 0.02, 3.0
#: What is nearer to the socket's rim than this part of an edge does not go into it.
_RIM = 0.4
#: Skin beside the rim is evened out over so many edges.
_SEAM, _RIM_ROUNDS = 3, 6
#: Rounds of evening out what was pressed, and of looking whether faces between cut into the eye.
_ROUNDS, _LOOKS = 12, 30
#: Rounds of smoothing away what crosses itself.
_CLEARED = 10

_Rows = npt.NDArray[np.int64]


def seated(
    surface: Surface, eye: Eye, gap: float, held: npt.NDArray[np.bool_] | None = None
) -> tuple[_Rows, DoubleArray]:
    """Press a surface back from an eye.

    What faces the eye, as the inner side of a lid does, goes out of it the shortest way. If the eye's middle lies
    within the clay, all skin before it goes behind its back: a round socket, its wall beside the eye.

    Parameters
    ----------
    surface : Surface
    eye : Eye
    gap : float, mm
    held : (n,) bool, optional
        Vertices that stay.

    Returns
    -------
    (k,) int64
        Rows that move.
    (k, 3) float64, mm
        Where they go.

    Raises
    ------
    YewfinchError
        If the gap makes no sense, or nothing of the surface is near enough.
    """
    if not (np.isfinite(gap) and LEAST <= gap <= MOST):
        raise YewfinchError(phrase("A gap of {0:g} mm makes no sense; {1:g} to {2:g} mm do.", gap, LEAST, MOST))
    centre = np.array(eye.place)
    near = surface.rows_in_ball(centre, 1.6 * (eye.radius + eye.rise)).astype(np.int64)
    free = near if held is None else near[~held[near]]
    at = surface.positions.astype(np.float64)
    off = off_the_eye(eye, at[free])
    outward = ((at[free] - centre) * surface.normals[free]).sum(axis=1) > 0.0
    buried = bool(Inside(at, surface.triangles()).winding(centre[None])[0] > 0)
    if not (buried or (off < gap).any()):
        raise YewfinchError("The eye is nowhere nearer to the clay than the gap. Move it into the clay first.")
    was = at.copy()
    floor = rim = np.empty(0, np.int64)
    if buried:
        floor, rim = _socketed(surface, at, eye, gap, free[outward])
    short = free[off < gap]
    short = np.setdiff1d(short, np.concatenate([floor, rim]))
    at[short] = _nearest_out(eye, at[short], gap)
    if len(rim):
        _seam(surface, at, rim, np.setdiff1d(free[outward], np.concatenate([floor, rim])))
    _evened(surface, at, eye, gap, np.setdiff1d(np.union1d(floor, short), rim))
    _cleared(surface, was, at, eye, gap, free)
    rows = free[np.linalg.norm(at[free] - was[free], axis=1) > 1e-6]
    return rows, at[rows]


def _cleared(surface: Surface, was: DoubleArray, at: DoubleArray, eye: Eye, gap: float, free: _Rows) -> None:
    """Smooth away, in place, where clay came to cross itself; what is pressed stays out of the eye."""
    faces = surface.faces[surface.faces_of(free)]
    rows, local = np.unique(faces, return_inverse=True)
    some = local.reshape(-1, 4).astype(INDEX)
    triangles = triangles_of(some)
    if len(crossings(at[rows], triangles)) <= len(crossings(was[rows], triangles)):
        return
    pressed = rows[np.linalg.norm(at[rows] - was[rows], axis=1) > 1e-6]
    pull, may = umbrella(some, len(rows)), np.isin(rows, free)
    for _ in range(_CLEARED):
        out = untangled(at[rows], triangles, pull, None, 3)
        out[~may] = at[rows][~may]
        short = may & (off_the_eye(eye, out) < gap)
        out[short] = _nearest_out(eye, out[short], gap)
        at[rows] = out
        _faces_out(surface, at, eye, gap, pressed)
        if not len(crossings(at[rows], triangles)):
            return


def _socketed(surface: Surface, at: DoubleArray, eye: Eye, gap: float, skin: _Rows) -> tuple[_Rows, _Rows]:
    """Lay skin before an eye behind it, in place; rows of the socket's floor and wall, and of its rim."""
    from scipy.spatial import cKDTree

    centre, way, radius = np.array(eye.place), axis(eye), eye.radius + gap
    from_centre = at[skin] - centre
    ahead = from_centre @ way
    across = from_centre - ahead[:, None] * way
    aside = np.linalg.norm(across, axis=1)
    behind = ahead <= -np.sqrt(np.maximum(radius**2 - np.minimum(aside, radius) ** 2, 0.0))
    inside = (aside < radius - _RIM * _edge(surface, at, skin)) & ~behind
    faces = surface.faces[np.isin(surface.faces, skin[inside]).any(axis=1)]
    rim = np.isin(skin, faces) & ~inside & ~behind  # a closed ring of vertices
    if not (inside.any() and rim.any()):
        return np.empty(0, np.int64), np.empty(0, np.int64)
    aside = np.maximum(aside, 1e-9)
    triangles = surface.triangles()
    local = triangles[np.isin(triangles, skin[rim]).any(axis=1)]
    tree, points = NearestTree(at, local), at[skin[rim]]
    for _ in range(_RIM_ROUNDS):  # out or in to the rim, and back onto the skin
        points = tree.places(tree.find(points))
        step = points - centre
        level = (step @ way)[:, None] * way
        points = centre + level + (step - level) * (radius / np.linalg.norm(step - level, axis=1))[:, None]
    at[skin[rim]], ahead[rim] = points, (points - centre) @ way
    # along the back of the globe from its pole, then up a wall beside it, evenly
    quarter = radius * np.pi / 2.0
    towards = across / aside[:, None]
    top = ahead[rim][cKDTree(towards[rim]).query(towards[inside])[1]]  # of the rim in that direction
    height = np.maximum(np.minimum(top, ahead[inside]), 0.0)
    along = aside[inside] / radius * (quarter + height)
    angle = np.minimum(along / radius, np.pi / 2.0)
    wide = radius * np.sin(angle)
    deep = np.where(along > quarter, along - quarter, -radius * np.cos(angle))
    at[skin[inside]] = centre + across[inside] * (wide / aside[inside])[:, None] + deep[:, None] * way
    return skin[inside], skin[rim]


def _around(surface: Surface, rows: _Rows) -> _Rows:
    """Neighbours of rows."""
    starts = surface.ring_at
    return surface.ring[np.concatenate([np.arange(starts[r], starts[r + 1]) for r in rows])].astype(np.int64)


def _seam(surface: Surface, at: DoubleArray, rim: _Rows, skin: _Rows) -> None:
    """Let skin beside a rim follow it along itself, in place: the rim stays, and nothing is lifted."""
    starts = surface.ring_at
    some = np.zeros(len(at), bool)
    some[rim] = True
    for _ in range(_SEAM):
        some[_around(surface, np.flatnonzero(some))] = True
    rows = np.intersect1d(np.flatnonzero(some), skin)
    if not len(rows):
        return
    normal = surface.normals[rows].astype(np.float64)
    count = np.diff(starts)[rows]
    owner = np.repeat(np.arange(len(rows)), count)
    other = _around(surface, rows)
    own = np.isin(other, np.concatenate([rows, rim, skin]))  # not what went down into the socket
    owner, other = owner[own], other[own]
    count = np.maximum(np.bincount(owner, minlength=len(rows)), 1)
    for _ in range(_ROUNDS):
        mean = np.stack([np.bincount(owner, at[other, k], len(rows)) for k in range(3)], axis=1) / count[:, None]
        step = mean - at[rows]
        at[rows] += 0.4 * (step - (step * normal).sum(axis=1, keepdims=True) * normal)


def _evened(surface: Surface, at: DoubleArray, eye: Eye, gap: float, rows: _Rows) -> None:
    """Even out what was pressed, in place, and keep it, and the faces on it, out of the eye."""
    if not len(rows):
        return
    starts = surface.ring_at
    count = np.diff(starts)[rows]
    owner = np.repeat(np.arange(len(rows)), count)
    other = _around(surface, rows)
    for _ in range(_ROUNDS):
        mean = np.stack([np.bincount(owner, at[other, k], len(rows)) for k in range(3)], axis=1)
        at[rows] += 0.2 * (mean / np.maximum(count, 1)[:, None] - at[rows])
        close = rows[off_the_eye(eye, at[rows]) < gap]
        at[close] = _nearest_out(eye, at[close], gap)
    _faces_out(surface, at, eye, gap, rows)


def _faces_out(surface: Surface, at: DoubleArray, eye: Eye, gap: float, rows: _Rows) -> None:
    """Keep faces on what was pressed out of the eye, in place."""
    triangles = surface.triangles()
    some = triangles[np.isin(triangles, rows).any(axis=1)]
    for _ in range(_LOOKS):  # faces cut corners: their vertices go out until they do not
        corners = at[some]
        between = np.stack([corners.mean(axis=1), *((corners[:, k] + corners[:, k - 1]) / 2.0 for k in range(3))])
        off = off_the_eye(eye, between.reshape(-1, 3)).reshape(4, len(some))
        lacks = gap / 2.0 - off.min(axis=0)
        bad = lacks > 0.0
        if not bad.any():
            return
        most = np.zeros(len(at))
        np.maximum.at(most, some[bad].ravel(), np.repeat(lacks[bad], 3))
        go = rows[most[rows] > 0.0]
        away = at[go] - eye.place
        at[go] += away / np.maximum(np.linalg.norm(away, axis=1, keepdims=True), 1e-9) * most[go, None]


def _edge(surface: Surface, at: DoubleArray, rows: _Rows) -> float:
    """Mean length of the edges at rows, mm."""
    starts = surface.ring_at
    owner = np.repeat(rows, np.diff(starts)[rows])
    other = _around(surface, rows)
    return float(np.linalg.norm(at[owner] - at[other], axis=1).mean())


def _nearest_out(eye: Eye, points: DoubleArray, gap: float) -> DoubleArray:
    """Points moved straight from an eye's middle until they are so far off it, mm."""
    centre = np.array(eye.place)
    away = points - centre
    away /= np.maximum(np.linalg.norm(away, axis=1, keepdims=True), 1e-9)
    low, high = np.zeros(len(points)), np.full(len(points), 2.0 * eye.radius + gap)
    for _ in range(40):
        middle = (low + high) / 2.0
        short = off_the_eye(eye, centre + middle[:, None] * away) < gap
        low, high = np.where(short, middle, low), np.where(short, high, middle)
    return np.asarray(centre + high[:, None] * away)
