"""Turned parts in a portrait: turned, taken off, put on again."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.reshape.part_turn import Bent, PartTurn, after
from yewfinch.core.shared.arrays import INDEX, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


def turn(
    portrait: Portrait, piece: str, part: PartTurn, degrees: float, name: str, *, masked: bool = True,
    start: tuple[FloatArray, Bent | None] | None = None,
) -> Edit:  # fmt: skip
    """Turn a part of a piece.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    part : PartTurn
    degrees : float
    name : str
        Of the undo step.
    masked : bool
        What is masked turns; else what is free.
    start : tuple, optional
        Vertices and turned parts from which to begin, for a turn that is still being set.

    Raises
    ------
    YewfinchError
        If the piece is locked, an armature, or nothing of it would turn.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    if held.fixed:
        raise YewfinchError(phrase("'{0}' is locked or an armature; its parts are not turned.", held.name))
    surface = held.surface
    mask = surface.mask[:, 0] / 255.0
    share = mask if masked else 1.0 - mask
    if not share.any():
        raise YewfinchError(
            "Nothing is masked. Paint with Mask (Q) over the part that is to turn, or take a region of the clay."
        )
    at, before = start or (surface.positions.copy(), current(portrait, piece))
    turns, places = part.motion(at, share, degrees)
    now = places.astype(np.float32)
    still = share == 0.0
    now[still] = at[still]
    if before is not None and before.on:
        made = Bent(before.off(at), after(turns, before.turns), now)
    else:
        made = Bent(at, turns, now)
    return _edit(portrait, piece, now, made, name)


def set_on(portrait: Portrait, piece: str, on: bool) -> Edit:
    """Take all turns of a piece off, or put them on again.

    Raises
    ------
    YewfinchError
        If nothing of it was turned, or it is locked.
    """
    held, bent = portrait.pieces[piece], current(portrait, piece)
    if bent is None:
        raise YewfinchError(phrase("No part of '{0}' was turned.", held.name))
    see_unlocked(portrait, held)
    at = held.surface.positions
    if bent.on == on:
        return Edit("", ())
    name = phrase("Turned parts {0}", "on" if on else "off")
    return _edit(portrait, piece, bent.again(at) if on else bent.off(at), replace(bent, on=on), name)


def current(portrait: Portrait, piece: str) -> Bent | None:
    """The turned parts of a piece; None if there are none, or its vertices are others since."""
    bent = portrait.bent.get(piece)
    return bent if bent is not None and len(bent.was) == len(portrait.surface(piece)) else None


def _edit(portrait: Portrait, piece: str, now: FloatArray, made: Bent, name: str) -> Edit:
    at = portrait.surface(piece).positions
    rows = np.arange(len(at), dtype=INDEX)  # all of them, so that the step can be amended
    return Edit(name, (
        RowsChange(piece, "positions", rows, at.copy(), now),
        FieldChange("bent", portrait.bent, {**portrait.bent, piece: made}, 256 + made.size),
    ))  # fmt: skip
