"""Pieces mended and reduced, in a portrait."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest, dressed, tied
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.mesh.repair.mend import LONGEST_RIM, SPECK, WELD, Closing, Report, mended
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.reduce import reduced
from yewfinch.core.reshape.thin_parts import thickened
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.shared.errors import BadSurfaceError, YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent


def usable(portrait: Portrait, key: str) -> Piece:
    """A piece whose surface may be replaced.

    Raises
    ------
    YewfinchError
        If it is locked, no clay, or stands in a pose or with parts turned.
    """
    held = portrait.pieces[key]
    see_unlocked(portrait, held)
    if held.fixed:
        raise YewfinchError(phrase("'{0}' is no clay yet. Settle or clothe it first.", held.name))
    at_rest(portrait, held)
    return held


def mend(
    portrait: Portrait,
    piece: str,
    *,
    weld: float = WELD,
    speck: float = SPECK,
    longest: int = LONGEST_RIM,
    closing: Closing = "smooth",
    progress: Progress = silent,
) -> tuple[Edit | None, Report]:
    """Mend a piece; colours, masks, regions, landmarks stay.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    weld, speck, longest
        As in `mesh.repair.mend.mended`.
    closing : {"smooth", "flat", "open"}
        How holes are closed.
    progress : Progress

    Returns
    -------
    Edit or None
        None if nothing was wrong.
    Report

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or nothing of it can be used.
    """
    held = usable(portrait, piece)
    surface = held.surface
    try:
        made = mended(
            surface.positions,
            surface.faces,
            weld=weld,
            speck=speck,
            longest=0 if closing == "open" else longest,
            flat=closing == "flat",
            progress=part(progress, 0.0, 0.9),
        )
    except BadSurfaceError as error:
        raise YewfinchError(str(error)) from error
    if made.report.clean or (made.report == Report(left_open=made.report.left_open, blocked=made.report.blocked)):
        return None, made.report
    faces, order = in_face_order(made.positions.astype(np.float32), made.faces)
    rows = made.origin[order]
    own = Surface(made.positions[order], faces, channels=surface.channels.at(rows))
    regions = {k: v[rows] for k, v in held.regions.items()}
    whole = replace(held, surface=own, regions=regions, texture=None)
    changes: list[Change] = [PieceChange(held, whole), *tied(portrait, {piece: whole})]
    return told(portrait, Edit(phrase("Mend {0}", held.name), tuple(changes)), part(progress, 0.92, 1.0)), made.report


def reduce(portrait: Portrait, piece: str, count: int, progress: Progress = silent) -> Edit:
    """Reduce a piece to so many triangles.

    Returns
    -------
    Edit

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or the count makes no sense.
    """
    held = usable(portrait, piece)
    found = reduced(held.surface, count, part(progress, 0.0, 0.85))
    progress(0.9, "carrying colours over")
    whole = dressed(found, [held], held)
    changes: list[Change] = [PieceChange(held, whole), *tied(portrait, {piece: whole})]
    return told(portrait, Edit(phrase("Reduce {0}", held.name), tuple(changes)), part(progress, 0.92, 1.0))


def thicken(portrait: Portrait, piece: str, least: float, progress: Progress = silent) -> Edit | None:
    """Make thin parts of a piece so many mm thick; its net stays, and what is masked.

    Returns
    -------
    Edit or None
        None if nothing is thinner, or nothing may move.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or nobody could mean such a thickness.
    """
    surface = usable(portrait, piece).surface
    now = thickened(surface, least, surface.mask[:, 0] > 127, progress).astype(np.float32)
    rows = np.flatnonzero((now != surface.positions).any(axis=1)).astype(INDEX)
    if not len(rows):
        return None
    change = RowsChange(piece, "positions", rows, surface.positions[rows].copy(), now[rows])
    return Edit(phrase("Thicken {0}", portrait.pieces[piece].name), (change,))
