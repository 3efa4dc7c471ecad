"""A piece: one named surface of the portrait."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface import Surface
from yewfinch.core.mesh.unfold import TexturePlaces


@dataclass(frozen=True)
class Piece:
    """Name and state of one surface. Frozen: a change makes a new record on the same surface.

    Attributes
    ----------
    regions : mapping of name to (n,) uint8
        Named parts of the surface, each vertex's membership 0 to 255. Never changed in place.
    texture : TexturePlaces or None
        Where the vertices lie on a picture. Never changed in place.
    """

    id: str
    name: str
    surface: Surface
    visible: bool = True
    locked: bool = False
    regions: Mapping[str, npt.NDArray[np.uint8]] = field(default_factory=dict, compare=False)
    texture: TexturePlaces | None = field(default=None, compare=False)

    def renamed(self, name: str) -> Piece:
        """The same piece under another name."""
        return replace(self, name=name)
