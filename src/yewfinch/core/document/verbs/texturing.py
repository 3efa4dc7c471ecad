"""Surface texture on a piece: tried without touching the clay, then laid on as one edit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yewfinch.core.anatomy.lore.skin_lines import directions
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.texture import TextureLayer, heights
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Where a texture goes: on what is masked, on what is free, on all of the piece.
Where = Literal["masked", "free", "all"]


@dataclass(frozen=True, eq=False)
class Ground:
    """What a texture is laid on.

    Attributes
    ----------
    piece : str
    surface : Surface
        As it is; nothing writes to it.
    version : int
        Of the surface.
    rows : (k,) int32
    share : (k,) float32
        How much each row takes of it, 0 to 1.
    places, along : (k, 3) float64
        Where the pattern is asked for, mm, and the skin's direction there.
    """

    piece: str
    surface: Surface
    version: int
    rows: IndexArray
    share: FloatArray
    places: DoubleArray
    along: DoubleArray

    def moved(self, layers: Sequence[TextureLayer], strength: float = 1.0) -> FloatArray:
        """The rows with a texture on, (k, 3) float32 mm."""
        raised = heights(self.places, self.along, layers) * (self.share * np.float32(strength))
        return np.asarray(
            self.surface.positions[self.rows] + raised[:, None] * self.surface.normals[self.rows], np.float32
        )

    def shown(self, layers: Sequence[TextureLayer], strength: float = 1.0) -> Surface:
        """A surface beside the piece's own with the texture on."""
        positions = self.surface.positions.copy()
        positions[self.rows] = self.moved(layers, strength)
        return self.surface.moved(positions)


def ground(portrait: Portrait, piece: Piece, where: Where, *, symmetric: bool) -> Ground:
    """What a texture would be laid on.

    Raises
    ------
    YewfinchError
        If the piece cannot be worked on, or there is nothing to lay it on.
    """
    see_unlocked(portrait, piece)
    if piece.solid is not None or piece.armature is not None:
        raise YewfinchError(phrase("{0} is no clay yet. Settle or clothe it first.", piece.name))
    if piece.follows is not None:
        raise YewfinchError(
            phrase("{0} follows another piece. Lay the texture on that one, or settle it first.", piece.name)
        )
    surface = piece.surface
    held = surface.mask[:, 0].astype(np.float32) / np.float32(255.0)
    share = {"masked": held, "free": 1.0 - held, "all": np.ones_like(held)}[where].astype(np.float32)
    rows = np.nonzero(share > 0.0)[0].astype(INDEX)
    if len(rows) == 0:
        raise YewfinchError(
            "Nothing is masked. Paint a mask (Q) where the texture is to go."
            if where == "masked"
            else "All of the piece is masked."
        )
    places, normals = surface.positions[rows].astype(np.float64), surface.normals[rows].astype(np.float64)
    side = np.where(places[:, 0] < 0.0, -1.0, 1.0)[:, None] * (1.0, 0.0, 0.0) + (0.0, 1.0, 1.0)
    if symmetric:  # the pattern of one side, and its image
        along = directions(places * side, normals * side, portrait.landmarks())
        return Ground(piece.id, surface, surface.version, rows, share[rows], places * side, along)
    return Ground(
        piece.id, surface, surface.version, rows, share[rows], places, directions(places, normals, portrait.landmarks())
    )


def laid(
    portrait: Portrait, on: Ground, layers: Sequence[TextureLayer], strength: float = 1.0, layer: str = ""
) -> RowsChange:
    """The texture laid on, on a form layer if one is named.

    Raises
    ------
    YewfinchError
        If the clay has changed meanwhile, or the layer takes nothing now.
    """
    piece = _unchanged(portrait, on)
    if layer and (why := form_layers.ready(portrait, piece, layer)):
        raise YewfinchError(why)
    return RowsChange(on.piece, "positions", on.rows, on.surface.positions[on.rows].copy(), on.moved(layers, strength))


def carry_out(portrait: Portrait, on: Ground, change: RowsChange, layer: str = "") -> None:
    """Lay a texture on, on a form layer if one is named, as one step of the history; raises as `laid`."""
    _unchanged(portrait, on)
    portrait.perform(Edit("Lay a surface texture", (change,)))
    if layer:
        portrait.append(form_layers.after_stroke(portrait, on.piece, layer, change))


def _unchanged(portrait: Portrait, on: Ground) -> Piece:
    piece = portrait.pieces.get(on.piece)
    if piece is None or piece.surface is not on.surface or piece.surface.version != on.version:
        raise YewfinchError("The clay has changed meanwhile. Try the texture again.")
    return piece
