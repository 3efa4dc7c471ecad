"""Locks: a locked piece is changed by nothing, nor through a piece that it follows."""

from __future__ import annotations

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.shared.errors import YewfinchError


def see_unlocked(portrait: Portrait, piece: Piece) -> None:
    """See that nothing locked would change with a piece.

    Raises
    ------
    YewfinchError
        If it is locked itself, or a twin or ring copy of it is.
    """
    if piece.locked:
        raise YewfinchError(f"'{piece.name}' is locked. Unlock it in the list of pieces.")
    for other in portrait.followers(piece.id):
        if other.locked:
            raise YewfinchError(
                f"'{other.name}' follows '{piece.name}' and is locked. Unlock or settle it in the list of pieces."
            )


def chosen_clay(piece: Piece | None) -> Piece:
    """A piece, if it is there and can be worked on.

    Raises
    ------
    YewfinchError
        If none is chosen, or it is locked or no clay yet.
    """
    if piece is None:
        raise YewfinchError("Choose a piece first.")
    if piece.fixed:
        if piece.eye is not None and not piece.locked:
            raise YewfinchError(f"'{piece.name}' is an eye: set it in the panel Eyes, or settle it into clay there.")
        if piece.lids is not None and not piece.locked:
            raise YewfinchError(f"'{piece.name}' are lids: set them in the panel Lids, or join them to the clay there.")
        raise YewfinchError(f"'{piece.name}' is locked, or no clay yet.")
    return piece
