"""What a stroke needs of the world round it: clay to work on, and a book that its change is written into.

The document's pieces and portraits are such; a test may use less.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Protocol

import numpy.typing as npt

from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.mesh.surface.rows_change import Channel, RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import IndexArray


class Clay(Protocol):
    """One surface with a name."""

    @property
    def id(self) -> str:
        """Its key in the book."""
        ...

    @property
    def surface(self) -> Surface:
        """What is worked on."""
        ...

    def pick(self, origin: npt.ArrayLike, direction: npt.ArrayLike) -> Hit | None:
        """Where a ray, (3,) mm and (3,) unit direction, first meets what is in sight of it."""
        ...


class Book(Protocol):
    """Where strokes are announced while they run, and kept when they end."""

    @property
    def moment(self) -> int:
        """A number that is another one after each step that is remembered."""
        ...

    def rows_written(self, piece: str, channel: Channel, leaves: IndexArray) -> None:
        """Announce leaves of a channel that a running stroke has written."""
        ...

    def keep_stroke(self, name: str, change: RowsChange, more: Sequence[Any], *, going: bool = False) -> None:
        """Carry out what follows from a stroke, and remember both as one step."""
        ...

    def take_back(self, change: RowsChange) -> None:
        """Undo a stroke that was not remembered."""
        ...
