"""Whose file it is: has somebody else written it since, and does another window have it open?

A window holds a lock for the file that it shows; the lock goes with the process however that ends.
"""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import os
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from yewfinch.core.shared.folders import state_dir
from yewfinch.core.shared.phrases import phrase


@dataclass(frozen=True)
class Stand:
    """How a file stood when it was looked at.

    Attributes
    ----------
    written : int
        When it was written last, nanoseconds since 1970.
    size : int, bytes
    """

    written: int
    size: int

    @property
    def words(self) -> str:
        """Its date and size for a sentence."""
        when = datetime.fromtimestamp(self.written / 1e9).strftime("%d %b %Y, %H:%M:%S")
        return phrase("{0}, {1:.1f} MB", when, self.size / 1000000.0)


def stand_of(path: Path) -> Stand | None:
    """How a file stands now; None if there is none."""
    try:
        told = path.stat()
    except (OSError, ValueError):
        return None
    return Stand(told.st_mtime_ns, told.st_size)


class Claim:
    """The file that a window shows, told to other windows of the same user."""

    def __init__(self) -> None:
        self._lock, self._file = -1, Path()
        self.path: Path | None = None
        self.shared = False

    def take(self, path: Path | None) -> None:
        """Claim a file, and let go of another. `shared` says afterwards whether another window has it."""
        if path is not None and path == self.path and not self.shared:
            return
        self.release()
        self.path = path
        if path is None:
            return
        lock, file = _lock_of(path)
        if lock is None:
            self.shared = file is not None
        else:
            assert file is not None
            self._lock, self._file = lock, file

    def look_again(self) -> bool:
        """Whether another window has the file now; takes it over if none has any more."""
        if self.shared:
            self.take(self.path)
        return self.shared

    def release(self) -> None:
        """Let go of the claim on the file."""
        if self._lock >= 0:
            with contextlib.suppress(OSError):
                self._file.unlink()
            os.close(self._lock)
        self._lock, self.path, self.shared = -1, None, False


def claimed(path: Path) -> bool:
    """Whether another window has a file open."""
    lock, file = _lock_of(path)
    if lock is None:
        return file is not None
    assert file is not None
    with contextlib.suppress(OSError):
        file.unlink()
    os.close(lock)
    return False


def _lock_of(path: Path) -> tuple[int | None, Path | None]:
    """A held lock for a file, and where it lies.

    No lock if another window holds it; neither if locks cannot be kept.
    """
    try:
        folder = state_dir() / "open"
        folder.mkdir(mode=0o700, exist_ok=True)
        file = folder / hashlib.blake2b(os.fsencode(os.path.realpath(path)), digest_size=16).hexdigest()
        for _ in range(5):
            lock = os.open(file, os.O_CREAT | os.O_RDWR, 0o600)
            try:
                fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError:
                os.close(lock)
                return None, file
            with contextlib.suppress(OSError):
                if os.fstat(lock).st_ino == file.stat().st_ino:  # else it was unlinked by whoever held it
                    return lock, file
            os.close(lock)
    except (OSError, ValueError):
        pass
    return None, None
