"""Adaptive detail in a portrait: what follows from a stroke for the net under it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import anchors_on, at_rest, retied
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.query.nearest import nearest
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.adapt import ROUNDS, Adapted, adapted


def refined(
    portrait: Portrait, piece: str, stroke: RowsChange, length: float, symmetric: bool, rounds: int = ROUNDS
) -> tuple[Change, ...]:
    """Bring the edges under a stroke to a length.

    Parameters
    ----------
    portrait : Portrait
        After the stroke.
    piece : str
    stroke : RowsChange
        What the stroke did to the piece; its rows say where.
    length : float, mm
    symmetric : bool
        Alike on both sides, if the surface is symmetric there.
    rounds : int
        See `adapted`.

    Returns
    -------
    tuple of Change
        Not carried out yet; empty if nothing was to be done.

    Raises
    ------
    YewfinchError
        If the piece stands in a pose or with parts turned, or the length makes no sense.
    """
    held = portrait.pieces[piece]
    at_rest(portrait, held)
    surface = held.surface
    made = adapted(surface, stroke.rows, length, tables=held.regions, symmetric=symmetric, rounds=rounds)
    if made is None:
        return ()
    whole = replace(held, surface=made.surface, regions=made.tables, texture=None)
    there = made.surface.positions[made.made.touched].astype(np.float64)
    return (PieceChange(held, whole, np.stack([there.min(axis=0), there.max(axis=0)])), *_tied(portrait, held, made))


def _tied(portrait: Portrait, held: Piece, made: Adapted) -> list[Change]:
    """Landmarks, lines and calipers on their new rows; where a row is gone, on the nearest place of what is new."""
    new: dict[Anchor, Anchor] = {}
    lost, own = [], made.surface
    for a in anchors_on(portrait, (held.id,)):
        rows = made.made.row[list(a.corners)]
        if (rows >= 0).all():
            new[a] = replace(a, corners=(int(rows[0]), int(rows[1]), int(rows[2])))
        else:
            lost.append(a)
    if lost:
        used, local = np.unique(made.patch, return_inverse=True)
        patch = Surface(own.positions[used], local.reshape(-1, 3))
        _, corners, weights = nearest(patch, np.array([a.on(held.surface) for a in lost]))
        for a, c, w in zip(lost, used[corners], weights, strict=True):
            new[a] = Anchor(held.id, (int(c[0]), int(c[1]), int(c[2])), (float(w[0]), float(w[1]), float(w[2])))
    return retied(portrait, new)
