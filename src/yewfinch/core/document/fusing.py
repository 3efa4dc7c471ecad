"""Pieces of a portrait fused or remeshed: colours, masks, regions, landmarks and lines go along."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.piece import Piece
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.mesh.nearest import nearest_anchors
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.reshape.fuse import Body, fused, origins
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, part, silent


def fuse(
    portrait: Portrait, pieces: Sequence[str], edge: float, *, join: float = 0.0, take: Sequence[str] = (), progress: Progress = silent
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
    progress : Progress

    Returns
    -------
    Edit

    Raises
    ------
    YewfinchError
        If a piece is locked, an armature, a guide or open, stands in a pose, or nothing comes of it.
    """
    if not pieces:
        raise YewfinchError("There is no clay to fuse. Show some first.")
    held, away = ([_usable(portrait, k) for k in ids] for ids in (pieces, take))
    surfaces = [p.surface for p in (*held, *away)]
    made = fused([p.surface for p in held], edge, join=join, take=[p.surface for p in away], progress=part(progress, 0.0, 0.9))
    progress(0.92, "carrying colours over")
    found = origins(made.positions, surfaces)
    surface = Surface(
        made.positions, made.faces, found.carried([s.colour for s in surfaces]), found.carried([s.mask for s in surfaces])
    )
    regions = {}
    for name in dict.fromkeys(r for p in held for r in p.regions):
        member = found.carried([p.regions[name][:, None] if name in p.regions else None for p in (*held, *away)])[:, 0]
        if member.any():
            regions[name] = np.ascontiguousarray(member)
    first = held[0]
    piece = Piece(first.id, first.name, surface, regions=regions)
    gone = [p for p in (*held, *away) if p is not first]
    progress(0.97, "carrying landmarks over")
    changes: list[Change] = [PieceChange(first, piece), *(PieceChange(p, None) for p in gone[::-1])]
    changes += _tied(portrait, {p.id for p in (*held, *away)}, piece)
    what = f"Remesh {first.name}" if not gone else f"Take {away[0].name} away" if len(held) == 1 and away else f"Fuse {len(held)} pieces"
    return Edit(what, tuple(changes))


def _usable(portrait: Portrait, key: str) -> Piece:
    held = portrait.pieces[key]
    if held.locked:
        raise YewfinchError(f"'{held.name}' is locked. Unlock it in the list of pieces, or hide it.")
    if held.armature is not None or held.see_through:
        raise YewfinchError(f"'{held.name}' is no clay. Clothe it into clay first, or hide it.")
    posed, bent = portrait.posed, portrait.bent.get(key)
    if posed is not None and posed.on and key in posed.rest:
        raise YewfinchError("The figure's pose is on. Take it off first (Shift+H).")
    if bent is not None and bent.on:
        raise YewfinchError(f"Parts of '{held.name}' are turned. Take that off in the panel Mask and parts first.")
    if Body(held.surface).is_open:
        raise YewfinchError(f"'{held.name}' has an open rim, so its inside cannot be told. Close it first, or hide it.")
    return held


def _tied(portrait: Portrait, ids: set[str], piece: Piece) -> list[Change]:
    """Landmarks, lines and calipers of the pieces, tied to the nearest places of the new one."""
    everything = [*portrait.anchors.values(), *(a for line in portrait.lines.values() for a in line), *(a for c in portrait.calipers for a in c.points)]
    old = list(dict.fromkeys(a for a in everything if a.piece in ids))
    if not old:
        return []
    points = np.array([a.on(portrait.surface(a.piece)) for a in old])
    new = dict(zip(old, nearest_anchors(piece.id, piece.surface, points), strict=True))
    return [
        FieldChange("anchors", portrait.anchors, {k: new.get(a, a) for k, a in portrait.anchors.items()}),
        FieldChange("lines", portrait.lines, {k: tuple(new.get(a, a) for a in line) for k, line in portrait.lines.items()}),
        FieldChange("calipers", portrait.calipers, tuple(replace(c, points=tuple(new.get(a, a) for a in c.points)) for c in portrait.calipers)),
    ]
