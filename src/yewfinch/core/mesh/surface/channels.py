"""What the vertices of clay hold beside their places: the values of all channels that are declared."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.mesh.surface.channel_spec import ChannelSpec, Values, channel_specs
from yewfinch.core.mesh.surface.rows import Rows
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.core.shared.phrases import phrase


@dataclass(frozen=True, eq=False)
class Channels:
    """Channels of some vertices.

    Attributes
    ----------
    arrays : mapping of channel to (n, width)
        All that were declared when they were made, each of the dtype that its declaration says.
    """

    arrays: Mapping[str, Values]

    @classmethod
    def plain(cls, n: int) -> Channels:
        """Channels of untouched clay."""
        return cls({spec.name: spec.plain(n) for spec in channel_specs()})

    @classmethod
    def unpacked(cls, table: Values) -> Channels:
        """Channels of a table (n, k), as `packed` gives it, or of any numbers that were mixed from such."""
        specs = channel_specs()
        ends = np.cumsum([0, *(s.width for s in specs)])
        return cls({s.name: s.stored(table[:, a:b]) for s, a, b in zip(specs, ends[:-1], ends[1:], strict=True)})

    @classmethod
    def joined(cls, several: Sequence[Channels]) -> Channels:
        """Channels of several lots of vertices, one after the other."""
        return cls({s.name: np.concatenate([c[s.name] for c in several]) for s in channel_specs()})

    @property
    def colour(self) -> ByteArray:
        """Colour (n, 4) uint8, sRGB with alpha."""
        return self["colour"]

    @property
    def mask(self) -> ByteArray:
        """How far each vertex is held, (n, 1) uint8, 0 free to 255 held."""
        return self["mask"]

    @property
    def roughness(self) -> ByteArray:
        """Roughness of the skin, (n, 1) uint8, 0 mirror to 255 chalk."""
        return self["roughness"]

    def __getitem__(self, name: str) -> Values:
        return self.arrays[name]

    def __len__(self) -> int:
        return len(self.colour)

    def packed(self) -> Values:
        """A table (n, k) of all of them: uint8 if all channels are, else float32."""
        return np.concatenate([self[s.name] for s in channel_specs()], axis=1)

    def at(self, rows: Rows) -> Channels:
        """Channels of some rows."""
        return Channels({name: values[rows] for name, values in self.arrays.items()})

    def put(self, **arrays: Values) -> Channels:
        """The same with other values of some channels."""
        return replace(self, arrays={**self.arrays, **arrays})

    def free(self) -> Channels:
        """The same without what stays with the piece that it was laid on, such as a mask."""
        return self.put(**{s.name: s.plain(len(self)) for s in channel_specs() if s.stays})

    def copy(self) -> Channels:
        """Arrays of their own."""
        return Channels({s.name: np.array(self[s.name], dtype=s.dtype, order="C") for s in _of(self)})

    def same(self, other: Channels) -> bool:
        """Whether all values are."""
        return all(values is other[name] or np.array_equal(values, other[name]) for name, values in self.arrays.items())

    def check(self, n: int) -> None:
        """See that they belong to so many vertices.

        Raises
        ------
        BadSurfaceError
            If not.
        """
        for spec in _of(self):
            shape = self[spec.name].shape
            if shape != (n, spec.width):
                raise BadSurfaceError(
                    phrase("{0} must have shape ({1}, {2}), got {3}", spec.name, n, spec.width, shape)
                )


def _of(channels: Channels) -> list[ChannelSpec]:
    """The declared channels that these have."""
    return [s for s in channel_specs() if s.name in channels.arrays]
