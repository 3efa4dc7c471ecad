"""What the vertices of clay hold beside their places: colour, mask and roughness, a byte each value."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.rows import Rows
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadSurfaceError

#: Colour of untouched clay, sRGB 8 bit with alpha.
CLAY = (214, 196, 176, 255)
#: Its roughness: 0 is a mirror, 255 chalk.
ROUGH = 153
#: Values of a vertex in each channel, in the order in which they are packed.
WIDTHS = {"colour": 4, "mask": 1, "roughness": 1}


@dataclass(frozen=True, eq=False)
class Channels:
    """Channels of some vertices.

    Attributes
    ----------
    colour : (n, 4) uint8
        sRGB with alpha.
    mask : (n, 1) uint8
        How far each vertex is held, 0 free to 255 held.
    roughness : (n, 1) uint8
        Of the skin, 0 mirror to 255 chalk.
    """

    colour: ByteArray
    mask: ByteArray
    roughness: ByteArray

    @classmethod
    def plain(cls, n: int) -> Channels:
        """Those of untouched clay."""
        return cls(np.tile(np.array(CLAY, np.uint8), (n, 1)), np.zeros((n, 1), np.uint8), np.full((n, 1), ROUGH, np.uint8))

    @classmethod
    def unpacked(cls, table: npt.NDArray[np.generic]) -> Channels:
        """Channels of a table (n, 6), as `packed` gives it; other numbers are rounded."""
        if table.dtype != np.uint8:
            table = np.clip(np.round(table.astype(np.float32)), 0, 255).astype(np.uint8)
        ends = np.cumsum([0, *WIDTHS.values()])
        return cls(*(np.ascontiguousarray(table[:, a:b]) for a, b in zip(ends[:-1], ends[1:], strict=True)))

    @classmethod
    def joined(cls, several: Sequence[Channels]) -> Channels:
        """Those of several lots of vertices, one after the other."""
        return cls(*(np.concatenate([getattr(c, name) for c in several]) for name in WIDTHS))

    def __len__(self) -> int:
        return len(self.colour)

    def packed(self) -> ByteArray:
        """A table (n, 6) uint8 of all of them."""
        return np.concatenate([getattr(self, name) for name in WIDTHS], axis=1)

    def at(self, rows: Rows) -> Channels:
        """Those of some rows."""
        return Channels(self.colour[rows], self.mask[rows], self.roughness[rows])

    def free(self) -> Channels:
        """The same without a mask."""
        return replace(self, mask=np.zeros_like(self.mask))

    def copy(self) -> Channels:
        """Arrays of their own."""
        return Channels(*(np.array(getattr(self, name), dtype=np.uint8, order="C") for name in WIDTHS))

    def same(self, other: Channels) -> bool:
        """Whether all values are."""
        return all(getattr(self, name) is getattr(other, name) or np.array_equal(getattr(self, name), getattr(other, name)) for name in WIDTHS)

    def check(self, n: int) -> None:
        """See that they belong to so many vertices.

        Raises
        ------
        BadSurfaceError
            If not.
        """
        for name, width in WIDTHS.items():
            shape = getattr(self, name).shape
            if shape != (n, width):
                raise BadSurfaceError(f"{name} must have shape ({n}, {width}), got {shape}")
