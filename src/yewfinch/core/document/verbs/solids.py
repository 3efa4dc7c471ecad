"""Solids in a portrait: a piece whose surface follows from a few measures, until it is settled into clay."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy.head.face_lines import spaced
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.reshape.solid import KINDS, Solid, begun, checked
from yewfinch.core.reshape.solid_form import surface_of
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.outline import drawn

#: Points of a solid's line: places and radius, mm.
Line = tuple[tuple[float, float, float, float], ...]
#: Points of a drawn tube, and of a drawn profile.
TUBE_POINTS, PROFILE_POINTS = 9, 14
#: Seen from more steeply above or below than this, degrees, no upright profile can be drawn.
STEEPEST = 75.0


def begin(portrait: Portrait, kind: str, place: tuple[float, float, float] = (0.0, 0.0, 0.0)) -> tuple[Edit, str]:
    """Add a solid as a piece of its own.

    Returns
    -------
    Edit
    str
        The new piece's id.

    Raises
    ------
    YewfinchError
        If there is no such kind.
    """
    solid = begun(kind, place)
    key = free_id(portrait.ids_taken(), "solid")
    title = KINDS[kind].title
    names = {p.name for p in portrait.pieces.values()}
    number = next(
        n for n in range(1, len(names) + 2) if (title if n == 1 else phrase("{0} {1}", title, n)) not in names
    )
    piece = Piece(key, title if number == 1 else phrase("{0} {1}", title, number), surface_of(solid), solid=solid)
    return Edit(phrase("New solid: {0}", title.lower()), (PieceChange(None, piece),)), key


def draw_tube(portrait: Portrait, camera: Camera, points: DoubleArray, radius: float) -> tuple[Edit, str]:
    """A tube along a line drawn on a view: along the clay that is met, else in the plane of what was met first.

    Parameters
    ----------
    portrait : Portrait
    camera : Camera
    points : (k, 2) float, pixels
    radius : float, mm

    Returns
    -------
    Edit
    str
        The new piece's id.

    Raises
    ------
    YewfinchError
        If the line is too short.
    """
    line = spaced(drawn(camera, points, "curve").points, TUBE_POINTS)
    shown = [p for p in portrait.pieces.values() if p.visible and not p.see_through]
    rays = [camera.ray(float(x), float(y)) for x, y in line]
    spots: list[DoubleArray | None] = []
    for origin, way in rays:
        hits = [h for p in shown if (h := p.pick(origin, way)) is not None]
        spots.append(min(hits, key=lambda h: h.distance).point if hits else None)
    depth = float(camera.depths(next((s for s in spots if s is not None), np.zeros(3)))[0])
    places = np.empty((len(rays), 3))
    for i, ((origin, way), spot) in enumerate(zip(rays, spots, strict=True)):
        if spot is not None:
            depth = float(camera.depths(spot)[0])
        forward = camera.rotation[2]
        places[i] = origin + way * ((depth - float((origin - camera.position) @ forward)) / float(way @ forward))
    middle = np.round(places.mean(axis=0), 2)
    own = tuple((float(p[0]), float(p[1]), float(p[2]), float(radius)) for p in np.round(places - middle, 3))
    return _with_line(portrait, "tube", middle, own, float(np.clip(radius / 2, 0.5, 4.0)))


def draw_lathe(portrait: Portrait, camera: Camera, points: DoubleArray) -> tuple[Edit, str]:
    """A lathe whose profile was drawn on a view, from its axis on: the axis is upright through the line's first point.

    Parameters
    ----------
    portrait : Portrait
    camera : Camera
    points : (k, 2) float, pixels

    Returns
    -------
    Edit
    str
        The new piece's id.

    Raises
    ------
    YewfinchError
        If the line is too short or does not leave its axis, or the view is too steep.
    """
    line = spaced(drawn(camera, points, "curve").points, PROFILE_POINTS)
    rays = [camera.ray(float(x), float(y)) for x, y in line]
    shown = [p for p in portrait.pieces.values() if p.visible and not p.see_through]
    hits = [h for p in shown if (h := p.pick(*rays[0])) is not None]
    forward = camera.rotation[2] * (1.0, 0.0, 1.0)
    flat = float(np.linalg.norm(forward))
    if flat < np.cos(np.radians(STEEPEST)):
        raise YewfinchError(
            "From so steeply above or below no profile can be drawn. Turn the view nearer to level first."
        )
    forward = forward / flat
    # the points lie in an upright plane across the view, through the clay under the first of them or through the
    # middle of the room
    through = min(hits, key=lambda h: h.distance).point if hits else np.zeros(3)
    places = np.array(
        [origin + way * (float((through - origin) @ forward) / float(way @ forward)) for origin, way in rays]
    )
    across = np.array([forward[2], 0.0, -forward[0]])
    side = (places - places[0]) @ across
    side = side if abs(side.max()) >= abs(side.min()) else -side
    radius = np.maximum(np.round(side, 2), 0.0)
    radius[0] = 0.0
    if radius.max() < 1.0:
        raise YewfinchError(
            "The profile does not leave its axis, which is upright through the line's first point. Begin on the "
            "axis, and draw one side."
        )
    middle = float(np.round((places[:, 1].max() + places[:, 1].min()) / 2, 2))
    own = tuple((float(r), float(v), 0.0, 0.0) for r, v in zip(radius, np.round(places[:, 1] - middle, 2), strict=True))
    return _with_line(portrait, "lathe", np.array([round(places[0, 0], 2), middle, round(places[0, 2], 2)]), own)


def _with_line(
    portrait: Portrait, kind: str, place: DoubleArray, line: Line, edge: float | None = None
) -> tuple[Edit, str]:
    """A new solid with a line of its own, and its id."""
    edit, key = begin(portrait, kind, (float(place[0]), float(place[1]), float(place[2])))
    (made,) = edit.changes
    assert isinstance(made, PieceChange) and made.after is not None and made.after.solid is not None
    begun_ = made.after.solid
    solid = checked(replace(begun_, line=line, edge=begun_.edge if edge is None else edge))
    return Edit(
        phrase("Draw a {0}", kind), (PieceChange(None, replace(made.after, solid=solid, surface=surface_of(solid))),)
    ), key


def change(portrait: Portrait, piece: str, solid: Solid, name: str) -> Edit:
    """Put another solid in the place of a piece's.

    Raises
    ------
    YewfinchError
        If the piece is no solid or locked, or a value makes no sense.
    """
    held = _solid(portrait, piece)
    return Edit(name, (PieceChange(held, replace(held, surface=surface_of(solid), solid=solid)),))


def settle(portrait: Portrait, piece: str) -> Edit:
    """Make clay of a solid: its measures are gone, tools may work on it.

    Raises
    ------
    YewfinchError
        If the piece is no solid, or locked.
    """
    held = _solid(portrait, piece)
    return Edit(phrase("Settle {0}", held.name.lower()), (PieceChange(held, replace(held, solid=None)),))


def _solid(portrait: Portrait, piece: str) -> Piece:
    held = portrait.pieces.get(piece)
    if held is None or held.solid is None:
        raise YewfinchError("This piece is no solid.")
    see_unlocked(portrait, held)
    return held
