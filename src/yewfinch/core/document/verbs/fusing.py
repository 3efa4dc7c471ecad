"""Pieces of a portrait fused or remeshed: colours, masks, regions, landmarks and lines go along."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest, dressed, let_go, tied
from yewfinch.core.document.verbs.detail_levels import with_state
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.repair.mend import Mended, mended, outward
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.sparse_rows import SparseRows
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.body import Body
from yewfinch.core.reshape.fuse import fused, origins
from yewfinch.core.reshape.wrap import lay
from yewfinch.core.sculpt.form_layers import FormLayer, Stack
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, part, silent

#: Name of the layer that holds what a remesh would lose.
DETAIL = "Detail before the remesh"
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
    held, away, within = ([_usable(portrait, k) for k in ids] for ids in (pieces, take, common))
    made = fused(
        [_closed(p) for p in held],
        edge,
        join=join,
        take=[_closed(p) for p in away],
        common=[_closed(p) for p in within],
        progress=part(progress, 0.0, 0.85),
    )
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
        f"Remesh {first.name}"
        if not gone
        else f"Keep what lies within {within[0].name}"
        if within
        else f"Take {away[0].name} away"
        if len(held) == 1 and away
        else f"Fuse {len(held)} pieces"
    )
    return told(portrait, Edit(what, tuple(changes)), part(progress, 0.92, 1.0), whole=not gone)


def remesh_with_detail(portrait: Portrait, piece: str, edge: float, count: int, progress: Progress = silent) -> Edit:
    """Remesh a piece with levels on top, the finest of which holds, as a form layer, what the even surface lacks of the
    old one.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    edge : float, mm
        Of the coarsest level.
    count : int
        Levels on top of it.
    progress : Progress

    Returns
    -------
    Edit
        The layer is named `DETAIL`; at no strength the finest level is the coarse surface subdivided.

    Raises
    ------
    YewfinchError
        As `fuse`, or if so many levels would be too large.
    """
    held = _usable(portrait, piece)
    first = fuse(portrait, [piece], edge, progress=part(progress, 0.0, 0.5))
    even = next(
        c.after for c in first.changes if isinstance(c, PieceChange) and c.after is not None and c.after.id == piece
    )
    state = levels.begun(even.surface, even.regions)
    for number in range(count):
        progress(0.5 + 0.2 * number / count, "adding levels")
        state = levels.added(state)
    progress(0.7, "keeping the detail")
    own, rows = state.surface, np.arange(len(state.surface), dtype=INDEX)
    plain = own.positions.copy()
    tree = NearestTree(held.surface.positions, held.surface.triangles())
    for _ in range(2):
        lay(own, tree, 3.0 * edge / 2**count)
    layer = FormLayer("layer1", DETAIL, SparseRows().with_rows(rows, own.positions.astype(np.float64) - plain))
    stack = Stack(own.faces, count, SparseRows().with_rows(rows, plain), (layer,))
    own.set_rows(rows, stack.form(rows))
    progress(0.9, "carrying colours over")
    found = origins(own.positions, [held.surface])
    own.wear(found.channels([held.surface]))
    made = replace(with_state(even, state), texture=None)
    rest = {k: v for k, v in portrait.layers.items() if k != piece}
    size = layer.steps.size + stack.base.size
    changes = [
        *let_go(portrait, [piece]),
        PieceChange(held, made),
        FieldChange("layers", portrait.layers, {**rest, piece: (stack,)}, size),
    ]
    edit = Edit(f"Remesh {held.name}, detail kept", (*changes, *tied(portrait, {piece: made})))
    return told(portrait, edit, part(progress, 0.93, 1.0))


def _usable(portrait: Portrait, key: str) -> Piece:
    held = portrait.pieces[key]
    if held.locked:
        raise YewfinchError(f"'{held.name}' is locked. Unlock it in the list of pieces, or hide it.")
    if held.armature is not None or held.see_through:
        raise YewfinchError(f"'{held.name}' is no clay. Clothe it into clay first, or hide it.")
    at_rest(portrait, held)
    return held


def _closed(piece: Piece) -> Surface:
    """The surface of a piece, its rims closed if it has any, parts that look inwards turned round."""
    surface = piece.surface
    if not Body(surface).is_open:
        quads, turned = outward(surface.positions.astype(np.float64), surface.faces.astype(np.int64))
        return surface if not turned else Surface(surface.positions, quads)
    made = mended(surface.positions, surface.faces, weld=0.0, speck=0.0, longest=_LONGEST)
    if made.report.left_open or abs(_volume(made)) < _FLAT * float(np.ptp(made.positions, axis=0).max()) ** 3:
        raise YewfinchError(
            f"'{piece.name}' has an open rim that cannot be closed, so its inside cannot be told. Close it first, or "
            "hide it."
        )
    faces, order = in_face_order(made.positions.astype(np.float32), made.faces)
    return Surface(made.positions[order], faces)


def _volume(made: Mended) -> float:
    p, q, r, s = (made.positions[made.faces[:, k]] for k in range(4))
    return float(((p * np.cross(q, r)).sum() + (p * np.cross(r, s)).sum()) / 6.0)
