"""Solids in a portrait: a piece whose surface follows from a few measures, until it is settled into clay."""

from __future__ import annotations

from dataclasses import replace

from yewfinch.core.document.edits import Edit, PieceChange
from yewfinch.core.document.piece import Piece, free_id
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.reshape.solid import KINDS, Solid, begun
from yewfinch.core.reshape.solid_form import surface_of
from yewfinch.core.shared.errors import YewfinchError


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
    key = free_id(portrait.pieces, "solid")
    title = KINDS[kind].title
    names = {p.name for p in portrait.pieces.values()}
    number = next(n for n in range(1, len(names) + 2) if (title if n == 1 else f"{title} {n}") not in names)
    piece = Piece(key, title if number == 1 else f"{title} {number}", surface_of(solid), solid=solid)
    return Edit(f"New solid: {title.lower()}", (PieceChange(None, piece),)), key


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
    return Edit(f"Settle {held.name.lower()}", (PieceChange(held, replace(held, solid=None)),))


def _solid(portrait: Portrait, piece: str) -> Piece:
    held = portrait.pieces.get(piece)
    if held is None or held.solid is None:
        raise YewfinchError("This piece is no solid.")
    if held.locked:
        raise YewfinchError(f"'{held.name}' is locked. Unlock it in the list of pieces.")
    return held
