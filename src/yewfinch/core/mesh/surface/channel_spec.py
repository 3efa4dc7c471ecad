"""What a channel declares of itself: a value, or several, that every vertex of clay holds beside its place.

Colour, mask and roughness are declared here. Another channel is one more declaration, handed to `register` before
surfaces are made: surfaces, edits, levels, files, exports, buffers and the picture go by what it says.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.phrases import phrase

#: One column or more of uint8 or float32, a row for each vertex.
Values = npt.NDArray[Any]


@dataclass(frozen=True)
class ChannelSpec:
    """Declaration of a channel.

    Attributes
    ----------
    name : str
        As attributes, edits and files call it: letters and lines below only.
    width : int
        Values of a vertex.
    dtype : {"uint8", "float32"}
    default : tuple of float
        Values of untouched clay, `width` of them.
    always_saved : bool
        Written to files even where it is untouched clay's.
    stays : bool
        Belongs to the piece it was laid on: parts that are split off or copied out are without it.
    exported : str
        Name of its properties in PLY and, in capitals, of its attribute in glTF; empty if it is not exported.
    tint : (r, g, b) or None
        The clay is shown in this colour, sRGB 8 bit, as far as the channel's first value goes.
    most : float
        The value at which the tint is full, and which is 1 in glTF.
    attribute : str
        Name of the shader's input that it feeds in full pictures; empty for none.

    Raises
    ------
    ValueError
        If the name, width or default do not make a channel.
    """

    name: str
    width: int
    dtype: Literal["uint8", "float32"]
    default: tuple[float, ...]
    always_saved: bool = False
    stays: bool = False
    exported: str = ""
    tint: tuple[int, int, int] | None = None
    most: float = 255.0
    attribute: str = ""

    def __post_init__(self) -> None:
        if not self.name.isidentifier() or self.name in ("positions", "faces", "normals"):
            raise ValueError(phrase("a channel cannot be called {0!r}", self.name))
        if len(self.default) != self.width or self.width < 1:
            raise ValueError(
                phrase(
                    "channel {0!r} has {1} values a vertex, but {2} of untouched clay",
                    self.name,
                    self.width,
                    len(self.default),
                )
            )

    def plain(self, n: int) -> Values:
        """Values (n, width) of untouched clay."""
        return np.tile(np.array(self.default, self.dtype), (n, 1))

    def is_plain(self, values: Values) -> bool:
        """Whether all values are untouched clay's."""
        return bool((values == np.array(self.default, self.dtype)).all())

    def stored(self, values: npt.ArrayLike) -> Values:
        """Any numbers as this channel keeps them: bytes are rounded and kept within 0 to 255."""
        found = np.asarray(values)
        if found.dtype == self.dtype:
            return np.ascontiguousarray(found)
        if self.dtype == "uint8":
            found = np.clip(np.round(found), 0, 255)
        return np.ascontiguousarray(found, self.dtype)


_specs: dict[str, ChannelSpec] = {}


def register(spec: ChannelSpec) -> None:
    """Declare a channel; surfaces that are made from now on have it.

    Raises
    ------
    ValueError
        If there is one of its name, or of its name in exports.
    """
    for other in _specs.values():
        if other.name == spec.name or (spec.exported and other.exported == spec.exported):
            raise ValueError(phrase("channel {0!r} ({1!r}) clashes with {2!r}", spec.name, spec.exported, other.name))
    _specs[spec.name] = spec


def forget(name: str) -> None:
    """Take a channel back; surfaces that have it must be gone.

    Raises
    ------
    KeyError
        If there is none of that name.
    """
    del _specs[name]


def channel_specs() -> tuple[ChannelSpec, ...]:
    """All channels, in the order in which they were declared."""
    return tuple(_specs.values())


def channel_spec(name: str) -> ChannelSpec:
    """The declaration of one channel.

    Raises
    ------
    KeyError
        If there is none of that name.
    """
    return _specs[name]


#: Colour of untouched clay, sRGB 8 bit with alpha.
CLAY = (214, 196, 176, 255)
#: Its roughness: 0 is a mirror, 255 chalk.
ROUGH = 153

register(ChannelSpec("colour", 4, "uint8", CLAY, always_saved=True))
register(ChannelSpec("mask", 1, "uint8", (0,), stays=True))
register(ChannelSpec("roughness", 1, "uint8", (ROUGH,), exported="roughness", attribute="roughness"))
