"""Painted pieces of a portrait: strokes on their colour layers, and paint that goes along when clay gets other faces.

What is painted shows in the colour of the vertices, too: for files, quick pictures and all that knows vertices only.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.document.model.edits import Change, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin.colour_layer import COLOUR, OTHER, named_by
from yewfinch.core.skin.colour_layers import ground_roughness
from yewfinch.core.skin.paint_transfer import Source, carried, same_net
from yewfinch.core.skin.sheet import Sheet


def is_paint(channel: str) -> bool:
    """Whether rows of a channel are colour samples."""
    return channel.startswith((COLOUR, OTHER))


def sheet_of(piece: Piece, channel: str) -> Sheet:
    """The sheet that a channel names.

    Raises
    ------
    KeyError
        If the piece has none.
    """
    if piece.painting is None:
        raise KeyError(channel)
    return piece.painting.sheet(*named_by(channel))


def check(piece: Piece, change: RowsChange) -> None:
    """Refuse samples that a piece does not have and values that do not fit them, before anything is written."""
    sheet = sheet_of(piece, change.channel)
    rows = change.rows
    if len(rows) and not 0 <= int(rows.min()) <= int(rows.max()) < sheet.count:
        raise IndexError(phrase("samples {0} to {1} of {2}", rows.min(), rows.max(), sheet.count))
    shape = (len(rows), sheet.width)
    if change.before.shape != shape or change.after.shape != shape:
        raise ValueError(
            phrase("values of shapes {0} and {1} for samples of {2}", change.before.shape, change.after.shape, shape)
        )


def write(piece: Piece, channel: str, rows: IndexArray, values: npt.NDArray[np.generic]) -> IndexArray:
    """Write values into samples of a layer; the leaves of the surface that show them."""
    painting = piece.painting
    assert painting is not None
    layer, part = named_by(channel)
    painting.write(layer, rows, values, part)
    own = rows[rows < len(piece.surface)]
    piece.surface.colour[own] = painting.shown[own]
    return painting.grain.leaves_at(rows)


def settle(piece: Piece, before: Piece | None) -> None:
    """Let a piece that has come into the portrait show its layers."""
    if piece.painting is None:
        return
    piece.painting.ground_roughness = ground_roughness(piece.surface, piece.painting.grain)
    piece.painting.take_over(None if before is None else before.painting)
    piece.surface.colour[:] = piece.painting.shown[: len(piece.surface)]


def along(changes: Sequence[Change], progress: Progress = silent) -> tuple[Change, ...]:
    """The same changes, with the paint of pieces that get other faces carried over to these.

    Parameters
    ----------
    changes : sequence of Change
    progress : Progress
        May cancel.
    """
    whole = [c for c in changes if isinstance(c, PieceChange)]
    lost = [c for c in whole if c.before is not None and c.before.painting is not None and _takes_place(c)]
    going = [c.before for c in whole if c.before is not None and c.before.painting is not None and c.after is None]
    if not lost and not going:
        return tuple(changes)
    sources = [_source(c.before) for c in whole if c.before is not None and _is_clay(c.before)]
    return tuple(_along(c, sources, progress) if isinstance(c, PieceChange) else c for c in changes)


def _takes_place(change: PieceChange) -> bool:
    """Whether a piece comes with other faces and without paint."""
    after, before = change.after, change.before
    if after is None or after.painting is not None or not _is_clay(after):
        return False
    return before is None or before.surface.faces is not after.surface.faces


def _is_clay(piece: Piece) -> bool:
    return all(v is None for v in (piece.eye, piece.lids, piece.teeth, piece.solid, piece.armature, piece.follows))


def _source(piece: Piece | None) -> Source:
    assert piece is not None
    return Source.plain(piece.surface) if piece.painting is None else Source(piece.surface, piece.painting)


def _along(change: PieceChange, sources: Sequence[Source], progress: Progress) -> PieceChange:
    if not _takes_place(change):
        return change
    after, before = change.after, change.before
    assert after is not None
    if before is not None and before.painting is not None:
        same = same_net(before.painting, before.surface, after.surface)
        if same is not None:
            return replace(change, after=replace(after, painting=same))
    try:
        made = carried(sources, after.surface, progress)
    except YewfinchError:  # too dense for any grain: the colour of the vertices stays
        made = None
    return change if made is None else replace(change, after=replace(after, painting=made))
