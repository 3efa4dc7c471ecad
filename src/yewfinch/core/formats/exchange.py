"""Which formats there are, and what all of them carry."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import numpy as np

from yewfinch.core.shared.arrays import ByteArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic

#: Largest file that is opened, bytes.
MAX_BYTES = 4 << 30


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
        Texture coordinates of the faces' corners, v upwards; only written, and only by OBJ.
    roughness : (n, 1) uint8, or None
        As vertices hold it; carried by PLY and GLB.
    """

    name: str
    positions: FloatArray
    faces: IndexArray
    colour: ByteArray | None = None
    corners: FloatArray | None = None
    roughness: ByteArray | None = None


@dataclass(frozen=True)
class Format:
    """A file format: reader, writer and what it says of units and colours."""

    suffix: str
    title: str
    units: str
    colours: bool
    read: Callable[[Path], list[Shape]]
    write: Callable[[list[Shape]], bytes]


def formats() -> dict[str, Format]:
    """All formats by suffix."""
    from yewfinch.core.formats import gltf, obj, ply, stl

    return {f.suffix: f for f in (ply.FORMAT, obj.FORMAT, stl.FORMAT, gltf.FORMAT)}


def format_of(path: Path) -> Format:
    """The format a file name asks for.

    Raises
    ------
    BadFileError
        If there is no such format.
    """
    found = formats().get(path.suffix.lower())
    if found is None:
        known = ", ".join(s.lstrip(".").upper() for s in formats())
        raise BadFileError(f"{path.name}: files of this kind are not known. Use one of {known}.")
    return found


def read_shapes(path: Path) -> list[Shape]:
    """Read all bodies of a file.

    Raises
    ------
    BadFileError
        If the file is missing, damaged, empty or too large.
    """
    kind = format_of(path)
    try:
        size = path.stat().st_size
    except OSError as error:
        raise BadFileError(f"{path.name} cannot be read: {error.strerror}.") from error
    if size > MAX_BYTES:
        raise BadFileError(f"{path.name} is larger than {MAX_BYTES >> 30} GB and is not opened.")
    try:
        with np.errstate(all="ignore"):  # what overflows is no number, and is refused below
            shapes = kind.read(path)
    except BadFileError:
        raise
    except (ValueError, IndexError, KeyError, TypeError, OSError, MemoryError, AttributeError,
            OverflowError, RecursionError, StopIteration, UnicodeError) as error:  # fmt: skip
        raise BadFileError(
            f"{path.name} is damaged or not a {kind.title} file; nothing was imported."
        ) from error
    shapes = [s for s in shapes if len(s.positions) and len(s.faces)]
    if not shapes:
        raise BadFileError(f"{path.name} holds no faces; there is nothing to import.")
    for s in shapes:
        if not np.isfinite(s.positions).all():
            raise BadFileError(f"{path.name} holds positions that are not numbers.")
        if s.faces.min() < 0 or s.faces.max() >= len(s.positions):
            raise BadFileError(f"{path.name} has faces that name vertices it does not have.")
    return shapes


def write_shapes(path: Path, shapes: list[Shape]) -> None:
    """Write bodies in the format of the file's suffix, whole or not at all."""
    write_atomic(path, format_of(path).write(shapes))


def merged(shapes: list[Shape]) -> Shape:
    """All bodies as one, for formats without names."""
    from yewfinch.core.mesh.channels import CLAY, ROUGH

    start = np.cumsum([0] + [len(s.positions) for s in shapes[:-1]])
    colours = [
        s.colour if s.colour is not None else np.tile(np.array(CLAY, np.uint8), (len(s.positions), 1))
        for s in shapes
    ]
    rough = [s.roughness if s.roughness is not None else np.full((len(s.positions), 1), ROUGH, np.uint8) for s in shapes]
    return Shape(
        shapes[0].name,
        np.concatenate([s.positions for s in shapes]),
        np.concatenate([s.faces + a for s, a in zip(shapes, start, strict=True)]).astype(np.int32),
        np.concatenate(colours),
        roughness=np.concatenate(rough) if any(s.roughness is not None for s in shapes) else None,
    )


def triangles(faces: IndexArray) -> IndexArray:
    """Quads cut along corners 0-2, (k, 3)."""
    second = faces[faces[:, 3] != faces[:, 2]][:, [0, 2, 3]]
    return np.concatenate([faces[:, :3], second]).astype(np.int32)
