"""A piece: one named surface of the portrait."""

from __future__ import annotations

from dataclasses import dataclass, replace

from yewfinch.core.mesh.surface import Surface


@dataclass(frozen=True)
class Piece:
    """Name and state of one surface. Frozen: a change makes a new record on the same surface."""

    id: str
    name: str
    surface: Surface
    visible: bool = True
    locked: bool = False

    def renamed(self, name: str) -> Piece:
        """The same piece under another name."""
        return replace(self, name=name)
