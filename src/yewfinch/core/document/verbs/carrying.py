"""What goes along when clay gets another surface: colours, masks, regions, landmarks, lines, guides, calipers."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.fuse import origins
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


def at_rest(portrait: Portrait, piece: Piece) -> None:
    """See that a piece stands in no pose and no part of it is turned.

    Raises
    ------
    YewfinchError
        If it does.
    """
    posed, bent = portrait.posed, portrait.bent.get(piece.id)
    if posed is not None and posed.on and piece.id in posed.rest:
        raise YewfinchError("The figure's pose is on. Take it off first (Shift+H).")
    if bent is not None and bent.on:
        raise YewfinchError(
            phrase("Parts of '{0}' are turned. Take that off in the panel Mask and parts first.", piece.name)
        )


def let_go(portrait: Portrait, ids: Collection[str]) -> list[Change]:
    """What follows pieces that go, and does not go itself, stands for itself from then on."""
    left = [f for k in ids for f in portrait.followers(k) if f.id not in ids]
    # with surfaces of their own: the present ones go along with what they follow whenever that is undone or done again
    return [PieceChange(f, replace(f, follows=None, surface=f.surface.copy())) for f in left]


def dressed(made: Surface, sources: Sequence[Piece], first: Piece, keep: Collection[str] | None = None) -> Piece:
    """A piece of bare clay with the colours, masks and regions of those it was made from, where they are nearest.

    Parameters
    ----------
    made : Surface
    sources : sequence of Piece
    first : Piece
        The one whose place it takes.
    keep : collection of ids, optional
        Whose regions are carried; of all if not given.
    """
    surfaces = [p.surface for p in sources]
    found = origins(made.positions, surfaces)
    surface = Surface(made.positions, made.faces, channels=found.channels(surfaces))
    kept = [p for p in sources if keep is None or p.id in keep]
    regions = {}
    for name in dict.fromkeys(r for p in kept for r in p.regions):
        member = found.carried([p.regions[name][:, None] if name in p.regions else None for p in sources])[:, 0]
        if member.any():
            regions[name] = np.ascontiguousarray(member)
    return Piece(first.id, first.name, surface, regions=regions)


def tied(portrait: Portrait, after: Mapping[str, Piece]) -> list[Change]:
    """Landmarks, lines, guides and calipers of pieces, tied to the nearest places of what takes their place.

    Parameters
    ----------
    portrait : Portrait
        As it is before.
    after : mapping of piece id to Piece
        What takes the place of each.
    """
    old = anchors_on(portrait, after)
    new: dict[Anchor, Anchor] = {}
    for piece in {id(p): p for p in after.values()}.values():
        own = [a for a in old if after[a.piece] is piece]
        if own:
            points = np.array([a.on(portrait.surface(a.piece)) for a in own])
            new |= dict(zip(own, nearest_anchors(piece.id, piece.surface, points), strict=True))
    return retied(portrait, new)


def anchors_on(portrait: Portrait, pieces: Collection[str]) -> list[Anchor]:
    """All anchors of landmarks, lines, guides and calipers on some pieces, each once."""
    everything = [
        *portrait.anchors.values(),
        *(a for line in portrait.lines.values() for a in line),
        *(a for guide in portrait.guides for a in guide),
        *(a for c in portrait.calipers for a in c.points),
    ]
    return list(dict.fromkeys(a for a in everything if a.piece in pieces))


def retied(portrait: Portrait, new: Mapping[Anchor, Anchor]) -> list[Change]:
    """Landmarks, lines, guides and calipers with other anchors in the place of some; nothing for none."""
    if not new:
        return []
    return [
        FieldChange("anchors", portrait.anchors, {k: new.get(a, a) for k, a in portrait.anchors.items()}),
        FieldChange(
            "lines", portrait.lines, {k: tuple(new.get(a, a) for a in line) for k, line in portrait.lines.items()}
        ),
        FieldChange("guides", portrait.guides, tuple(tuple(new.get(a, a) for a in guide) for guide in portrait.guides)),
        FieldChange(
            "calipers",
            portrait.calipers,
            tuple(replace(c, points=tuple(new.get(a, a) for a in c.points)) for c in portrait.calipers),
        ),
    ]
