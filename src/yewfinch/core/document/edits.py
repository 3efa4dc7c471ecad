"""Edits: frozen records of what changed, enough to take it back and to do it again."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any, Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray, IndexArray

if TYPE_CHECKING:
    from yewfinch.core.document.piece import Piece

Channel = Literal["positions", "colour", "mask", "roughness"]


@dataclass(frozen=True)
class RowsChange:
    """Rows of one channel of one piece.

    Attributes
    ----------
    piece : str
    channel : {"positions", "colour", "mask", "roughness"}
    rows : (k,) int32
    before, after : (k, c) of the channel's dtype
    """

    piece: str
    channel: Channel
    rows: IndexArray
    before: npt.NDArray[np.generic]
    after: npt.NDArray[np.generic]

    @property
    def size(self) -> int:
        """Bytes held."""
        return self.rows.nbytes + self.before.nbytes + self.after.nbytes


@dataclass(frozen=True)
class FieldChange:
    """One immutable value of the portrait: the sitter, the landmarks, the calipers, a name."""

    field: str
    before: Any
    after: Any
    size: int = 256


@dataclass(frozen=True)
class PieceChange:
    """A piece that came (`before` None), went (`after` None) or was replaced.

    Attributes
    ----------
    before, after : Piece or None
    within : (2, 3) float, mm, or None
        A box outside of which both are alike, if anybody knows one.
    seat : int or None
        Where in the list the piece came or went, once that has happened.
    """

    before: Piece | None
    after: Piece | None
    within: DoubleArray | None = field(default=None, compare=False)
    seat: int | None = field(default=None, compare=False)

    @property
    def size(self) -> int:
        """Bytes held by the surface that went, about; the one that came is in the portrait, or is the one that went in a later change."""
        piece = self.before or self.after
        return 0 if piece is None else len(piece.surface) * 70


Change = RowsChange | FieldChange | PieceChange


@dataclass(frozen=True)
class Edit:
    """One undo step.

    Attributes
    ----------
    name : str
        What the history list shows.
    changes : tuple of Change
        Applied in order; taken back in reverse.
    """

    name: str
    changes: tuple[Change, ...]

    @property
    def size(self) -> int:
        """Bytes held."""
        return sum(c.size for c in self.changes)
