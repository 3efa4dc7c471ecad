"""Bytes that are seldom wanted, on the disk.

A file without a name, which is gone with the process however that ends.
"""

from __future__ import annotations

import os
import tempfile
from dataclasses import dataclass
from typing import IO

from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.folders import cache_dir

#: Bytes of one such file at most.
MOST = 4 << 30


@dataclass(frozen=True, eq=False)
class Stowed:
    """A run of bytes in a file."""

    file: IO[bytes]
    start: int
    size: int

    def fetch(self) -> bytes:
        """Read the bytes back from the disk.

        Raises
        ------
        YewfinchError
            If the disk does not give them back.
        """
        try:
            data = os.pread(self.file.fileno(), self.size, self.start)
        except (OSError, ValueError) as error:
            raise YewfinchError(
                "This old step lies on a disk that does not answer, so it cannot be taken back."
            ) from error
        if len(data) != self.size:
            raise YewfinchError("This old step is gone from the disk, so it cannot be taken back.")
        return data


class Stowage:
    """Keeps bytes on the disk, as long as it takes them."""

    def __init__(self) -> None:
        self._file: IO[bytes] | None = None
        self._end = 0
        self._full = False

    def put(self, data: bytes) -> Stowed | None:
        """Write bytes; None if they cannot be written, now and from now on."""
        if self._full or self._end + len(data) > MOST:
            return None
        try:
            if self._file is None:
                self._file = tempfile.TemporaryFile(prefix="history-", dir=cache_dir())  # noqa: SIM115
            if os.pwrite(self._file.fileno(), data, self._end) != len(data):
                raise OSError("the disk is full")
        except OSError:
            self._full = True
            return None
        made = Stowed(self._file, self._end, len(data))
        self._end += len(data)
        return made

    def close(self) -> None:
        """Nothing is wanted any more."""
        if self._file is not None:
            self._file.close()
        self._file, self._full = None, True
