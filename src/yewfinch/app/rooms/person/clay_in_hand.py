"""Which clay the panels of this room speak of."""

from __future__ import annotations

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.session.bench import Bench


def clay_in_hand(bench: Bench) -> Piece | None:
    """The chosen piece, if it is clay; else the one that carries most landmarks; None without one."""
    portrait = bench.portrait
    held = portrait.pieces.get(bench.selection.piece_id)
    if held is not None and not held.fixed:
        return held
    carriers = [a.piece for a in portrait.anchors.values() if a.piece in portrait.pieces]
    carriers = [k for k in carriers if not portrait.pieces[k].fixed]
    return portrait.pieces[max(set(carriers), key=carriers.count)] if carriers else None
