"""The zip that a portrait is: the one place that unpacks bytes of it, and that packs them.

Nothing is executed or unpickled. Every size is checked before memory is taken for it: what members claim, all in all,
may
not be more than this machine can hold, nor absurdly more than the file itself; and no member is unpacked further than
it
claims. Arrays are NumPy format 1.0; shapes and types are checked before their data are read.
"""

from __future__ import annotations

import io
import re
import struct
import zipfile
import zlib
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from types import TracebackType
from typing import Any

import numpy as np

from yewfinch.core.mesh.surface.channel_spec import ChannelSpec
from yewfinch.core.shared import memory
from yewfinch.core.shared.arrays import MAX_FACES, MAX_VERTICES
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

MAX_MEMBER = 2 << 30
MAX_MEMBERS = 10_000
#: A file may unpack to so many times its own size, beyond a free allowance in bytes. Flat arrays pack a thousandfold.
MOST_PACKED, ALLOWANCE = 40, 192 << 20
#: What is made of arrays needs several times their size: the part of free memory that they may take.
PART_OF_MEMORY = 0.2
#: Numbers in arrays stay below this, by bytes of the type: places in mm and turns; covariances.
FURTHEST = {4: 1e7, 8: 1e12}
#: Bytes that are unpacked at a time: they stay in the processor's cache until they are summed and copied.
_READ = 1 << 18
#: Longest header of an array that we write, bytes.
_LONGEST_HEADER = 256

#: Type, width and most rows of what every piece has.
ARRAYS: dict[str, tuple[np.dtype[Any], int, int]] = {
    "positions": (np.dtype("<f4"), 3, MAX_VERTICES),
    "faces": (np.dtype("<i4"), 4, MAX_FACES),
    "colour": (np.dtype("u1"), 4, MAX_VERTICES),
}


def file_type(spec: ChannelSpec) -> str:
    """The type of a channel's array in a file."""
    return "u1" if spec.dtype == "uint8" else "<f4"


_HEADER = re.compile(
    rb"\{'descr': '([<|][a-z]\d)', 'fortran_order': (False|True), 'shape': \((\d{1,12}), ?(\d{0,12})\), \} *\n"
)


class Archive:
    """A portrait's file, open for reading.

    Parameters
    ----------
    path : Path

    Raises
    ------
    BadFileError
        If it is no zip, or claims more than can be held; and from every reader if a member is damaged. The sentence
        names the file.
    """

    def __init__(self, path: Path) -> None:
        self.name = path.name
        with self._guarded():
            self._zip = zipfile.ZipFile(path)
        try:
            self._members = self._checked(path)
        except BaseException:
            self._zip.close()
            raise

    def __enter__(self) -> Archive:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        self._zip.close()

    def __contains__(self, member: str) -> bool:
        return member in self._members

    def damaged(self, what: str) -> BadFileError:
        """An error that names the file."""
        return BadFileError(phrase("{0} is damaged: {1}.", self.name, what))

    def read(self, member: str, most: int = MAX_MEMBER) -> bytes:
        """A member's bytes, at most as many as it claims."""
        info = self._info(member)
        if info.file_size > most:
            raise BadFileError(
                phrase(
                    "{0} has a '{1}' of absurd size ({2} bytes) and is not opened.",
                    self.name,
                    member,
                    grouped(info.file_size),
                )
            )
        with self._guarded(), self._zip.open(info) as file:
            data = file.read(info.file_size)
        if len(data) != info.file_size:
            raise self.damaged(phrase("{0} is cut short", member))
        return data

    def plain(self, member: str, shape: tuple[int, ...], dtype: str) -> np.ndarray:
        """An array that must have this shape and type."""
        with self._guarded(), self._zip.open(self._info(member)) as file:
            return self._data(file, member, shape, np.dtype(dtype), self._header(file, member))

    def held(self, member: str, shape: tuple[int, ...], dtype: str) -> np.ndarray | None:
        """As `plain`, or None if there is none."""
        return self.plain(member, shape, dtype) if member in self else None

    def rows(self, member: str, width: int, dtype: str) -> np.ndarray | None:
        """An array of this width and type and of any length, or None if there is none."""
        if member not in self:
            return None
        with self._guarded(), self._zip.open(self._info(member)) as file:
            found = self._header(file, member)
            if found[1][0] > MAX_VERTICES:
                raise self.damaged(phrase("{0} claims a shape of {1}", member, found[1]))
            return self._data(file, member, (found[1][0], width), np.dtype(dtype), found)

    def piece_array(self, member: str, kind: str) -> np.ndarray:
        """One of a piece's own `ARRAYS`."""
        dtype, width, most = ARRAYS[kind]
        with self._guarded(), self._zip.open(self._info(member)) as file:
            found = self._header(file, member)
            if not 0 < found[1][0] <= most:
                raise self.damaged(phrase("{0} claims {1} rows", member, grouped(found[1][0])))
            return self._data(file, member, (found[1][0], width), dtype, found)

    def _checked(self, path: Path) -> dict[str, zipfile.ZipInfo]:
        infos = self._zip.infolist()
        total = sum(i.file_size for i in infos)
        try:
            own = path.stat().st_size
        except OSError as error:
            raise BadFileError(phrase("{0} is not there any more.", self.name)) from error
        if (
            len(infos) > MAX_MEMBERS
            or any(i.file_size > MAX_MEMBER for i in infos)
            or total > ALLOWANCE + MOST_PACKED * own
        ):
            raise BadFileError(phrase("{0} claims more than a portrait can hold and is not opened.", self.name))
        if total > ALLOWANCE and total > PART_OF_MEMORY * memory.free():
            raise BadFileError(
                phrase(
                    "{0} holds {1} MB, which is too much for the memory that is free here. Close other "
                    "programs, or open it on a larger machine.",
                    self.name,
                    total >> 20,
                )
            )
        if any(i.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED) or i.flag_bits & 1 for i in infos):
            raise BadFileError(
                phrase("{0} is packed or locked in a way that portraits never are, and is not opened.", self.name)
            )
        out = {i.filename: i for i in infos}
        if len(out) != len(infos):
            raise self.damaged("it holds two members of one name")
        return out

    def _info(self, member: str) -> zipfile.ZipInfo:
        if member not in self._members:
            raise self.damaged(phrase("it lacks {0}", member))
        return self._members[member]

    def _header(self, file: Any, member: str) -> tuple[np.dtype[Any], tuple[int, ...]]:
        """Type and shape of an array; exactly as NumPy writes them, as no other text is read."""
        if file.read(8) != b"\x93NUMPY\x01\x00":
            raise self.damaged(phrase("{0} has an unknown array version", member))
        size = int.from_bytes(file.read(2), "little")
        found = _HEADER.fullmatch(file.read(size)) if size <= _LONGEST_HEADER else None
        if found is None or found[2] != b"False":
            raise self.damaged(phrase("{0} is no array of a portrait", member))
        try:
            dtype = np.dtype(found[1].decode())
        except TypeError as error:
            raise self.damaged(phrase("{0} is an array of a type that does not exist", member)) from error
        return dtype, tuple(int(n) for n in found.groups()[2:] if n)

    def _data(
        self,
        file: Any,
        member: str,
        shape: tuple[int, ...],
        dtype: np.dtype[Any],
        found: tuple[np.dtype[Any], tuple[int, ...]],
    ) -> np.ndarray:
        if found != (dtype, shape):
            raise self.damaged(phrase("{0} is {1} {2}, not {3} {4}", member, found[0], found[1], dtype, shape))
        size = int(np.prod(shape, dtype=np.int64)) * dtype.itemsize
        if size > self._info(member).file_size:
            raise self.damaged(phrase("{0} is cut short", member))
        out = np.empty(shape, dtype)  # one that can be written: kernels are compiled for no others
        view, at = out.reshape(-1).view(np.uint8).data, 0
        while at < size:
            got = file.readinto(view[at : at + _READ])
            if not got:
                raise self.damaged(phrase("{0} is cut short", member))
            at += got
        most = FURTHEST.get(dtype.itemsize, 0.0)
        if dtype.kind == "f" and size and not (out.min() > -most and out.max() < most):  # false for no number, too
            raise self.damaged(phrase("{0} holds values that are no numbers, or absurd", member))
        return out

    @contextmanager
    def _guarded(self) -> Iterator[None]:
        """What the zip and its unpacking raise for bytes that are not theirs becomes one sentence."""
        try:
            yield
        except FileNotFoundError as error:
            raise BadFileError(phrase("{0} is not there any more.", self.name)) from error
        except zipfile.BadZipFile as error:
            raise BadFileError(phrase("{0} is damaged or no Yewfinch portrait.", self.name)) from error
        except OSError as error:
            raise BadFileError(
                phrase("{0} cannot be read: {1}.", self.name, error.strerror or "its folder or disk does not answer")
            ) from error
        except (zlib.error, EOFError, struct.error, NotImplementedError, UnicodeDecodeError, ValueError) as error:
            raise BadFileError(phrase("{0} is damaged: a part of it cannot be unpacked.", self.name)) from error


class Packer:
    """A portrait's file on its way out, in memory: the same content gives the same bytes."""

    def __init__(self, *, deflate: bool = False) -> None:
        self._out = io.BytesIO()
        self._kind = zipfile.ZIP_DEFLATED if deflate else zipfile.ZIP_STORED
        self._zip = zipfile.ZipFile(self._out, "w", self._kind)

    def put(self, member: str, data: bytes | memoryview | str) -> None:
        """Add a member."""
        info = zipfile.ZipInfo(member)  # without a time: it would differ between two equal files
        info.compress_type, info.external_attr = self._kind, 0o600 << 16
        self._zip.writestr(info, data)

    def put_array(self, member: str, array: np.ndarray) -> None:
        """Add an array."""
        buffer = io.BytesIO()
        np.lib.format.write_array(buffer, array, version=(1, 0), allow_pickle=False)
        self.put(member, buffer.getbuffer())

    def done(self) -> bytes:
        """The whole file."""
        self._zip.close()
        return self._out.getvalue()
