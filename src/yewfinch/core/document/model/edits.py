"""Edits: frozen records of what changed, enough to take it back and to do it again."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, Any

from yewfinch.core.document.model.weight import arrays_in
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import DoubleArray

if TYPE_CHECKING:
    from yewfinch.core.document.model.piece import Piece


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

    @cached_property
    def size(self) -> int:
        """Bytes held by the piece that went, but for what the one that came shares.

        That is in the portrait, or went in a later change.
        """
        held = arrays_in(self.before or self.after)
        for shared in arrays_in(self.after) if self.before is not None else ():
            held.pop(shared, None)
        return sum(held.values())


Change = RowsChange | FieldChange | PieceChange


@dataclass(frozen=True)
class Told:
    """What an edit did to the form, for those who read the history.

    Attributes
    ----------
    words : str
        In one line.
    place : (float, float, float) or None
        Where the old clay was farthest from the new, mm.
    lost : str
        How far that was, in words.
    most : float
        The same, mm; 0 if nobody looked.
    """

    words: str
    place: tuple[float, float, float] | None = None
    lost: str = ""
    most: float = 0.0


@dataclass(frozen=True)
class Edit:
    """One undo step.

    Attributes
    ----------
    name : str
        What the history list shows.
    changes : tuple of Change
        Applied in order; taken back in reverse.
    told : Told or None
        What it did to the form, if it gave pieces new faces.
    """

    name: str
    changes: tuple[Change, ...]
    told: Told | None = None

    @property
    def size(self) -> int:
        """Bytes held."""
        return sum(c.size for c in self.changes)
