"""Arrays in a portrait's zip: NumPy format 1.0, never pickled, every shape and type checked before memory is taken.

All readers raise BadFileError, with the file's name in the sentence, if an array is not what it must be.
"""

from __future__ import annotations

import io
import zipfile
from typing import Any

import numpy as np

from yewfinch.core.shared.arrays import MAX_FACES, MAX_VERTICES
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError

#: Type, width and most rows of what every piece has.
ARRAYS: dict[str, tuple[np.dtype[Any], int, int]] = {
    "positions": (np.dtype("<f4"), 3, MAX_VERTICES),
    "faces": (np.dtype("<i4"), 4, MAX_FACES),
    "colour": (np.dtype("u1"), 4, MAX_VERTICES),
}


def write_array(archive: zipfile.ZipFile, member: str, array: np.ndarray) -> None:
    """Add an array to a file."""
    buffer = io.BytesIO()
    np.lib.format.write_array(buffer, array, version=(1, 0), allow_pickle=False)
    archive.writestr(member, buffer.getbuffer())


def plain(archive: zipfile.ZipFile, member: str, shape: tuple[int, ...], dtype: str, name: str) -> np.ndarray:
    """An array that must have this shape and type."""
    with archive.open(member) as file:
        if np.lib.format.read_magic(file) != (1, 0):
            raise BadFileError(f"{name} is damaged: {member} has an unknown array version.")
        found_shape, fortran, found = np.lib.format.read_array_header_1_0(file)
        if found_shape != shape or fortran or found != np.dtype(dtype):
            raise BadFileError(f"{name} is damaged: {member} is {found} {found_shape}.")
        size = int(np.prod(shape)) * found.itemsize
        data = file.read(size)
    if len(data) != size:
        raise BadFileError(f"{name} is damaged: {member} is cut short.")
    return np.frombuffer(bytearray(data), found).reshape(shape)  # one that can be written: kernels are compiled for no others


def held(archive: zipfile.ZipFile, member: str, shape: tuple[int, ...], dtype: str, name: str) -> np.ndarray | None:
    """As `plain`, or None if there is none."""
    return plain(archive, member, shape, dtype, name) if member in archive.namelist() else None


def any_rows(archive: zipfile.ZipFile, name: str, member: str, width: int, dtype: str) -> np.ndarray | None:
    """An array of this width and type and of any length, or None if there is none."""
    if member not in archive.namelist():
        return None
    with archive.open(member) as file:
        np.lib.format.read_magic(file)
        shape, _, _ = np.lib.format.read_array_header_1_0(file)
    if len(shape) != 2 or shape[0] > MAX_VERTICES:
        raise BadFileError(f"{name} is damaged: {member} claims a shape of {shape}.")
    return plain(archive, member, (shape[0], width), dtype, name)


def piece_array(archive: zipfile.ZipFile, member: str, kind: str, name: str) -> np.ndarray:
    """One of a piece's own `ARRAYS`."""
    dtype, width, most = ARRAYS[kind]
    with archive.open(member) as file:
        version = np.lib.format.read_magic(file)
        if version != (1, 0):
            raise BadFileError(f"{name} is damaged: {member} has an unknown array version.")
        shape, fortran, found = np.lib.format.read_array_header_1_0(file)
        if found != dtype or len(shape) != 2 or shape[1] != width or fortran:
            raise BadFileError(f"{name} is damaged: {member} is {found} {shape}.")
        if not 0 < shape[0] <= most:
            raise BadFileError(f"{name} is damaged: {member} claims {grouped(shape[0])} rows.")
        data = file.read(shape[0] * width * dtype.itemsize)
    if len(data) != shape[0] * width * dtype.itemsize:
        raise BadFileError(f"{name} is damaged: {member} is cut short.")
    return np.frombuffer(data, dtype).reshape(shape)


def matrix(archive: zipfile.ZipFile, member: str, shape: tuple[int, int], name: str) -> np.ndarray:
    """As `plain`, of finite float64."""
    out = plain(archive, member, shape, "<f8", name)
    if not np.isfinite(out).all():
        raise BadFileError(f"{name} is damaged: {member} holds values that are no numbers.")
    return out
