"""Pieces of a portrait fused, or remeshed the quick way: colours, masks, regions, landmarks and lines go along."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest, dressed, let_go, tied
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.mesh.repair.mend import Mended, mended, outward
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.body import Body
from yewfinch.core.reshape.fuse import fused
from yewfinch.core.reshape.touching import overlapping, together
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: Rims of more edges than this are not closed for fusing.
_LONGEST = 4000
#: A closed surface with less volume, against its longest side's cube, is a flat sheet.
_FLAT = 1e-5


def fuse(
    portrait: Portrait,
    pieces: Sequence[str],
    edge: float,
    *,
    join: float = 0.0,
    take: Sequence[str] = (),
    common: Sequence[str] = (),
    apart: bool = False,
    progress: Progress = silent,
) -> Edit:
    """Make one closed surface of pieces, or of one alone; it takes the place of the first.

    Parameters
    ----------
    portrait : Portrait
    pieces : sequence of piece ids
        Clay or solids.
    edge, join : float, mm
        As in `reshape.fuse.fused`.
    take : sequence of piece ids
        What is cut out of them; they go as well.
    common : sequence of piece ids
        Only what lies within them stays; they go as well.
    apart : bool
        Pieces that overlap by less than half an edge stay bodies of their own.
    progress : Progress

    Returns
    -------
    Edit

    Raises
    ------
    YewfinchError
        If a piece is locked, an armature, a guide or cannot be closed, stands in a pose, or nothing comes of it.
    """
    if not pieces:
        raise YewfinchError("There is no clay to fuse. Show some first.")
    held, away, within = ([usable_clay(portrait, k) for k in ids] for ids in (pieces, take, common))
    whole, less, only = ([_closed(p) for p in lot] for lot in (held, away, within))
    lots = overlapping(whole, 0.5 * edge) if apart and not join else [list(range(len(whole)))]
    parts = []
    for number, lot in enumerate(lots):
        share = part(progress, 0.85 * number / len(lots), 0.85 * (number + 1) / len(lots))
        parts.append(fused([whole[k] for k in lot], edge, join=join, take=less, common=only, progress=share))
    made = parts[0] if len(parts) == 1 else together(parts)
    progress(0.87, "carrying colours over")
    first = held[0]
    away = [*away, *within]
    piece = dressed(made, [*held, *away], first, keep={p.id for p in held})
    gone = [p for p in (*held, *away) if p is not first]
    progress(0.9, "carrying landmarks over")
    ids = [p.id for p in (*held, *away)]
    changes: list[Change] = [
        *let_go(portrait, ids),
        PieceChange(first, piece),
        *(PieceChange(p, None) for p in gone[::-1]),
    ]
    changes += tied(portrait, {p.id: piece for p in (*held, *away)})
    what = (
        phrase("Remesh {0}", first.name)
        if not gone
        else phrase("Keep what lies within {0}", within[0].name)
        if within
        else phrase("Take {0} away", away[0].name)
        if len(held) == 1 and away
        else phrase("Fuse {0} pieces", len(held))
    )
    return told(portrait, Edit(what, tuple(changes)), part(progress, 0.92, 1.0), whole=not gone)


def usable_clay(portrait: Portrait, key: str) -> Piece:
    """A piece that clay can be made of.

    Raises
    ------
    YewfinchError
        If it is locked, an armature or a guide, or stands in a pose or with parts turned.
    """
    held = portrait.pieces[key]
    if held.locked:
        raise YewfinchError(phrase("'{0}' is locked. Unlock it in the list of pieces, or hide it.", held.name))
    if held.armature is not None or held.see_through:
        raise YewfinchError(phrase("'{0}' is no clay. Clothe it into clay first, or hide it.", held.name))
    at_rest(portrait, held)
    return held


def _closed(piece: Piece) -> Surface:
    """The surface of a piece, its rims closed if it has any, parts that look inwards turned round."""
    surface = piece.surface
    if not Body(surface).is_open:
        quads, turned = outward(surface.positions.astype(np.float64), surface.faces.astype(np.int64))
        return surface if not turned else Surface(surface.positions, quads)
    made = mended(surface.positions, surface.faces, weld=0.0, speck=0.0, longest=_LONGEST, crossing=True)
    if made.report.left_open or abs(_volume(made)) < _FLAT * float(np.ptp(made.positions, axis=0).max()) ** 3:
        raise YewfinchError(
            phrase(
                "'{0}' has an open rim that cannot be closed, so its inside cannot be told. Close it "
                "first, or hide it.",
                piece.name,
            )
        )
    faces, order = in_face_order(made.positions.astype(np.float32), made.faces)
    return Surface(made.positions[order], faces)


def _volume(made: Mended) -> float:
    p, q, r, s = (made.positions[made.faces[:, k]] for k in range(4))
    return float(((p * np.cross(q, r)).sum() + (p * np.cross(r, s)).sum()) / 6.0)
