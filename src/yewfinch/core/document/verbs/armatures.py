"""Armatures in a portrait: a piece whose surface is the live skin of balls and links, until it is clothed."""

from __future__ import annotations

from dataclasses import replace

from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.reshape.armature import Armature
from yewfinch.core.reshape.armature_skin import QUICK, edge_for, skin
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent


def begin(portrait: Portrait, armature: Armature, name: str) -> tuple[Edit, str]:
    """Add an armature as a piece of its own.

    Returns
    -------
    Edit
    str
        The new piece's id.
    """
    key = free_id(portrait.ids_taken(), "armature")
    number = key.removeprefix("armature")
    surface = skin(armature, edge_for(armature, QUICK), quick=True)
    piece = Piece(key, phrase("Armature {0}", number).strip(), surface, armature=armature)
    return Edit(name, (PieceChange(None, piece),)), key


def change(portrait: Portrait, piece: str, armature: Armature, name: str) -> Edit:
    """Put another armature in the place of a piece's, with its skin.

    Raises
    ------
    YewfinchError
        If the piece is no armature or locked, or the armature has no balls.
    """
    held = _armature(portrait, piece)
    see_unlocked(portrait, held)
    surface = skin(armature, edge_for(armature, QUICK), quick=True)
    return Edit(name, (PieceChange(held, replace(held, surface=surface, armature=armature)),))


def clothe(portrait: Portrait, piece: str, edge: float, progress: Progress = silent) -> tuple[Edit, str]:
    """Make clay of an armature's skin; the armature is kept, hidden.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    edge : float
        Length of the quads' edges, mm, about.
    progress : Progress

    Returns
    -------
    Edit
    str
        Id of the clay.

    Raises
    ------
    YewfinchError
        If the piece is no armature, or nothing sensible comes of that edge.
    """
    held = _armature(portrait, piece)
    assert held.armature is not None
    surface = skin(held.armature, edge, progress=progress)
    key = free_id(portrait.ids_taken(), "clay")
    clay = Piece(key, phrase("Clay of {0}", held.name.lower()), surface)
    return Edit(
        phrase("Clothe {0}", held.name.lower()),
        (PieceChange(held, replace(held, visible=False)), PieceChange(None, clay)),
    ), key


def _armature(portrait: Portrait, piece: str) -> Piece:
    held = portrait.pieces.get(piece)
    if held is None or held.armature is None:
        raise YewfinchError("This piece is no armature.")
    return held
