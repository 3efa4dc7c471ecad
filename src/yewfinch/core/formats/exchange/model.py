"""What all formats of models carry, and what a format says of itself."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from pathlib import Path

import numpy as np

from yewfinch.core.mesh.surface.channel_spec import CLAY, ChannelSpec, Values, channel_specs
from yewfinch.core.shared.arrays import ByteArray, FloatArray, IndexArray


@dataclass(frozen=True)
class Shape:
    """One body on its way in or out.

    Attributes
    ----------
    name : str
    positions : (n, 3) float32, mm
    faces : (m, 4) int32, a triangle repeats its third index
    colour : (n, 4) uint8 sRGB, or None
    corners : (m, 4, 2) float32, or None
        Texture coordinates of the faces' corners, v upwards; written by OBJ only.
    channels : mapping of channel to (n, width)
        Others that are exported, as vertices hold them; carried by PLY and GLB.
    maps : mapping of str to (h, w, c)
        What it is painted with by the corners, top row first, as `piece_maps.maps_of` makes it; written by GLB and OBJ.
    pictures : tuple of mappings of str to (h, w, c) uint8
        Of the materials it came with: colour (sRGB), roughness, metallic, wetness, opacity, by the corners, top row
        first; read from GLB, glTF and OBJ.
    pictured : (m,) int32 or None
        Which of these each face shows; -1 for none.
    normals : (n, 3) float32 or None
        Unit, of its vertices; carried by GLB.
    stem : str
        Of the file that is being written.
    """

    name: str
    positions: FloatArray
    faces: IndexArray
    colour: ByteArray | None = None
    corners: FloatArray | None = None
    channels: Mapping[str, Values] = field(default_factory=dict)
    maps: Mapping[str, np.ndarray] = field(default_factory=dict)
    pictures: tuple[Mapping[str, ByteArray], ...] = ()
    pictured: IndexArray | None = None
    normals: FloatArray | None = None
    stem: str = ""


#: Units that a file may be in: what they are called, and their millimetres.
UNITS: dict[str, tuple[str, float]] = {
    "mm": ("millimetres", 1.0), "cm": ("centimetres", 10.0), "m": ("metres", 1000.0), "in": ("inches", 25.4),
}  # fmt: skip
#: What our own files say of themselves.
MADE_BY = "made by Yewfinch"
#: Heights between which a sculptor's work is likely to be, mm: a small head and a figure larger than life.
LIKELY = (90.0, 2600.0)


@dataclass(frozen=True)
class Model:
    """What a file holds.

    Attributes
    ----------
    shapes : list of Shape
        In the file's own unit.
    unit : str or None
        A key of `UNITS`; None if the file does not say.
    notes : tuple of str
        Sentences on what was left out.
    """

    shapes: list[Shape]
    unit: str | None = None
    notes: tuple[str, ...] = ()

    @property
    def height(self) -> float:
        """Largest extent of all bodies together, in the file's unit."""
        low = np.min([s.positions.min(axis=0) for s in self.shapes], axis=0)
        high = np.max([s.positions.max(axis=0) for s in self.shapes], axis=0)
        return float((high.astype(np.float64) - low).max())

    def likely(self) -> str:
        """The unit it says, or the first in which its size is that of a head or figure; millimetres if none is."""
        if self.unit is not None:
            return self.unit
        return next((key for key, (_, mm) in UNITS.items() if LIKELY[0] <= self.height * mm <= LIKELY[1]), "mm")

    def in_mm(self, unit: str) -> list[Shape]:
        """Its bodies in millimetres, if its numbers are in a unit of `UNITS`."""
        mm = UNITS[unit][1]
        if mm == 1.0:
            return self.shapes
        return [replace(s, positions=(s.positions.astype(np.float64) * mm).astype(np.float32)) for s in self.shapes]


def unit_said(text: str) -> str | None:
    """The unit that a comment on units names; None if it names none."""
    words = re.findall(r"[a-z]+", text.lower())
    if not {"unit", "units"} & set(words):
        return None
    told = {
        key: {key, name, name[:-1], name.replace("tre", "ter"), name.replace("tre", "ter")[:-1]}
        for key, (name, _) in UNITS.items()
    }
    return next(
        (key for key, names in told.items() if (names - {"in"} | {"inch"} if key == "in" else names) & set(words)), None
    )


@dataclass(frozen=True)
class Format:
    """A file format: reader, writer and what it says of units and colours; None for a writer if it is only read.

    Formats are listed in ascending order of `place`. Those with `beside` write files of these names along with a file
    of a stem, for bodies with maps.
    """

    suffix: str
    title: str
    units: str
    colours: bool
    read: Callable[[Path], Model]
    write: Callable[[list[Shape]], bytes] | None
    place: float = 100.0
    beside: Callable[[list[Shape], str], dict[str, bytes]] | None = None


def exported() -> list[ChannelSpec]:
    """The channels beside colour that formats carry."""
    return [s for s in channel_specs() if s.exported]


def merged(shapes: list[Shape]) -> Shape:
    """All bodies as one, for formats without names."""
    start = np.cumsum([0] + [len(s.positions) for s in shapes[:-1]])
    colours = [
        s.colour if s.colour is not None else np.tile(np.array(CLAY, np.uint8), (len(s.positions), 1)) for s in shapes
    ]
    beside = {
        spec.name: np.concatenate([s.channels.get(spec.name, spec.plain(len(s.positions))) for s in shapes])
        for spec in exported() if any(spec.name in s.channels for s in shapes)
    }  # fmt: skip
    return Shape(
        shapes[0].name,
        np.concatenate([s.positions for s in shapes]),
        np.concatenate([s.faces + a for s, a in zip(shapes, start, strict=True)]).astype(np.int32),
        np.concatenate(colours),
        channels=beside,
    )
