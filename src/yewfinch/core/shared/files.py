"""Writing files so that nothing is lost: whole or not at all, with the permissions that were there, through links."""

from __future__ import annotations

import contextlib
import os
import stat
import tempfile
from pathlib import Path

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase


def write_atomic(path: Path, data: bytes, *, private: bool = False) -> None:
    """Write beside the target, flush, rename.

    A file that was there keeps its permissions, and a link stays a link: what it leads to is written.

    Parameters
    ----------
    path : Path
    data : bytes
    private : bool
        A new file may be read by its owner only: it may show people's faces.

    Raises
    ------
    BadFileError
        If the place cannot be written, or is read-only; what was there stays.
    """
    handle, name = -1, ""
    try:
        target = Path(os.path.realpath(path))
        mode = _mode(path, target, private=private)
        handle, name = tempfile.mkstemp(prefix=".yewfinch-", dir=target.parent)
        with os.fdopen(handle, "wb") as file:
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
        os.chmod(name, mode)
        os.replace(name, target)
    except (OSError, ValueError) as error:  # ValueError: a name that no file can have
        if name:
            with contextlib.suppress(OSError):
                os.unlink(name)
        reason = getattr(error, "strerror", None) or "no file can have this name"
        raise BadFileError(phrase("{0} cannot be written: {1}. Choose another place.", _shown(path), reason)) from error
    _settle(target.parent)


def _mode(path: Path, target: Path, *, private: bool) -> int:
    """Permissions of the file that will be there."""
    try:
        held = target.stat()
    except FileNotFoundError:
        if private:
            return 0o600
        mask = os.umask(0)
        os.umask(mask)
        return 0o666 & ~mask
    if not stat.S_ISREG(held.st_mode):
        raise BadFileError(phrase("{0} is no file that can be written over. Choose another place.", _shown(path)))
    if not held.st_mode & 0o222 or not os.access(target, os.W_OK):
        raise BadFileError(
            phrase("{0} is read-only. Choose another name, or allow it to be written first.", _shown(path))
        )
    return stat.S_IMODE(held.st_mode)


def _settle(folder: Path) -> None:
    """Let the new name reach the disk, where the system can be asked for that."""
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY | os.O_DIRECTORY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def _shown(path: Path) -> str:
    """A path that can be put into a sentence, whatever bytes it is made of."""
    return str(path).encode("utf-8", "backslashreplace").decode()
