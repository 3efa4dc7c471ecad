"""Locks: a locked piece is changed by nothing, nor through a piece that it follows."""

from __future__ import annotations

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


def see_unlocked(portrait: Portrait, piece: Piece) -> None:
    """See that nothing locked would change with a piece.

    Raises
    ------
    YewfinchError
        If it is locked itself, or a twin or ring copy of it is.
    """
    if piece.locked:
        raise YewfinchError(phrase("'{0}' is locked. Unlock it in the list of pieces.", piece.name))
    for other in portrait.followers(piece.id):
        if other.locked:
            raise YewfinchError(
                phrase(
                    "'{0}' follows '{1}' and is locked. Unlock or settle it in the list of pieces.",
                    other.name,
                    piece.name,
                )
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
            raise YewfinchError(
                phrase("'{0}' is an eye: set it in the panel Eyes, or settle it into clay there.", piece.name)
            )
        if piece.lids is not None and not piece.locked:
            raise YewfinchError(
                phrase("'{0}' are lids: set them in the panel Lids, or join them to the clay there.", piece.name)
            )
        raise YewfinchError(phrase("'{0}' is locked, or no clay yet.", piece.name))
    return piece
