"""Recovery files: written beside the work, taken up after a crash, gone after a save.

Each open portrait has a folder of its own in the state folder, which its process holds locked: the lock goes with the
process however that ends, so a folder that can be locked was left behind. Only its owner may read it.
"""

from __future__ import annotations

import fcntl
import hashlib
import json
import os
import secrets
import shutil
from collections.abc import Mapping
from dataclasses import dataclass, field
from pathlib import Path

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.model.snapshot import still_of
from yewfinch.core.formats import container
from yewfinch.core.session.claims import Stand
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.folders import state_dir
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

_WORK, _NOTE, _PHOTOS, _LOCK = "work.yewfinch", "note.json", "photos", "lock"


@dataclass(frozen=True)
class Recovery:
    """Work left behind by a process that ended without saving.

    Attributes
    ----------
    folder : Path
        Where it lies.
    of, name : str
        The portrait's own file, empty if it had none, and its name.
    pictures : mapping of file name to Path
        Its photos, which lie beside it.
    seen : Stand or None
        How the portrait's own file stood when it was last read or written by that process.
    lock : int
        Descriptor that holds the folder, so that no other window offers it too; -1 if it was let go.
    """

    folder: Path
    of: str
    name: str
    pictures: Mapping[str, Path] = field(default_factory=dict)
    lock: int = -1
    seen: Stand | None = None

    @property
    def file(self) -> Path:
        """The portrait without its photos."""
        return self.folder / _WORK

    @property
    def older(self) -> bool:
        """Was the portrait's own file saved later than this?"""
        try:
            return bool(self.of) and Path(self.of).stat().st_mtime > self.file.stat().st_mtime
        except (OSError, ValueError):  # ValueError: a name that no file can have
            return False

    def load(self, progress: Progress = silent) -> tuple[Portrait, list[str]]:
        """The portrait, and names of photos that are lost: a grey picture stands in for each, under its marks.

        Raises
        ------
        BadFileError
            If the portrait itself cannot be read.
        """
        lost: list[str] = []
        portrait = container.load(self.file, self.pictures, lost, progress, to_be_shown=True)
        return portrait, [p.name for p in portrait.sitter.photos if p.file in lost] + [
            s.name for s in portrait.sitter.sheets if s.file in lost
        ]


@dataclass(frozen=True)
class Snapshot:
    """A portrait that nobody changes any more, and its photos, which never change and are only referred to."""

    portrait: Portrait
    pictures: Mapping[str, bytes]


class Autosave:
    """Keeps one recovery file for the portrait of this process.

    Photos lie beside it, each written once: a wall of large photos costs nothing every minute.
    """

    def __init__(self) -> None:
        self._folder: Path | None = None
        self._lock = -1
        self._names: dict[int, tuple[bytes, str]] = {}

    @property
    def folder(self) -> Path | None:
        """Where the recovery file lies; None as long as there is none."""
        return self._folder

    def snapshot(self, portrait: Portrait) -> Snapshot:
        """The portrait as it is now; quick: only what is written to in place is copied."""
        return Snapshot(still_of(portrait), dict(portrait.sitter.files))

    def write(self, made: Snapshot, of: Path | None, name: str, seen: Stand | None = None) -> None:
        """Write a snapshot of the portrait of a file that was seen to stand so; may run in a worker.

        Raises
        ------
        BadFileError
            If the state folder cannot be written.
        """
        folder = self._held()
        pictures = {file: self._keep(folder, data) for file, data in made.pictures.items()}
        # the note first, and the names of photos within the work: a process may end between any two of these
        note = json.dumps(
            {
                "of": "" if of is None else str(of.absolute()),
                "name": name,
                "seen": None if seen is None else [seen.written, seen.size],
            }
        )
        write_atomic(folder / _NOTE, note.encode(), private=True)
        write_atomic(folder / _WORK, container.to_bytes(made.portrait, beside=pictures), private=True)

    def _held(self) -> Path:
        """The folder, made and locked if it is not there."""
        if self._folder is None or not self._folder.is_dir():
            self.clear()
            try:
                folder = state_dir() / f"recovery-{secrets.token_hex(8)}"
                folder.mkdir(mode=0o700)
                self._lock = os.open(folder / _LOCK, os.O_CREAT | os.O_RDWR, 0o600)
                fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
                (folder / _PHOTOS).mkdir(mode=0o700)
            except OSError as error:
                raise BadFileError(
                    phrase(
                        "The folder for recovery files cannot be written ({0}). Save your work yourself.",
                        error.strerror,
                    )
                ) from error
            self._folder = folder
        return self._folder

    def _keep(self, folder: Path, data: bytes) -> str:
        """Write a photo unless it is there; returns its name in the folder."""
        held = self._names.get(id(data))
        if held is None or held[0] is not data:
            held = self._names[id(data)] = (data, hashlib.blake2b(data, digest_size=16).hexdigest())
        file = folder / _PHOTOS / held[1]
        if not file.exists():
            write_atomic(file, data, private=True)
        return held[1]

    def clear(self) -> None:
        """The work is safe: no recovery file is needed."""
        self._names.clear()
        if self._folder is not None:
            shutil.rmtree(self._folder, ignore_errors=True)
        if self._lock >= 0:
            os.close(self._lock)
        self._folder, self._lock = None, -1

    def abandon(self) -> None:
        """Let go of the recovery file without deleting it, as the end of the process does."""
        if self._lock >= 0:
            os.close(self._lock)
        self._folder, self._lock = None, -1


def left_behind() -> list[Recovery]:
    """Work of processes that no longer run, newest first; each is held until it is forgotten or let go.

    Folders without anything that could be recovered are swept away.
    """
    out = []
    try:
        folders = sorted(state_dir().glob("recovery-*"))
    except OSError:
        return []
    for folder in folders:
        lock = _locked(folder)
        if lock is None:
            continue
        found = _read(folder, lock)
        if found is None:
            shutil.rmtree(folder, ignore_errors=True)
            os.close(lock)
        else:
            out.append(found)
    return sorted(out, key=lambda r: -r.file.stat().st_mtime)


def _locked(folder: Path) -> int | None:
    """A descriptor that holds a folder; None if another one does, or it cannot be held."""
    try:
        lock = os.open(folder / _LOCK, os.O_RDWR)
    except OSError:
        return None
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        os.close(lock)
        return None
    return lock


def _read(folder: Path, lock: int) -> Recovery | None:
    """What can be recovered from a folder; None if there is nothing. A lost note costs the name only."""
    if not (folder / _WORK).is_file():
        return None
    pictures = {file: folder / _PHOTOS / held for file, held in container.pictures_beside(folder / _WORK).items()}
    try:
        raw = json.loads((folder / _NOTE).read_text())
        of, name = str(raw["of"]), str(raw["name"])
        if not pictures:  # work of an earlier version, whose note had their names
            pictures = {
                str(k): folder / _PHOTOS / Path(str(v)).name
                for k, v in dict(raw.get("photos", {})).items()
                if "\0" not in str(v)
            }
        told = raw.get("seen")
        seen = Stand(int(told[0]), int(told[1])) if isinstance(told, list) and len(told) == 2 else None
    except (OSError, ValueError, KeyError, TypeError, AttributeError, OverflowError, RecursionError):
        of, name, seen = "", "an untitled portrait", None
    if "\0" in of:  # no name of any file
        of = ""
    return Recovery(folder, of, name, pictures, lock, seen)


def forget(recovery: Recovery) -> None:
    """Delete work that was taken up and is safe elsewhere, or was declined."""
    shutil.rmtree(recovery.folder, ignore_errors=True)
    let_go(recovery)


def let_go(recovery: Recovery) -> None:
    """Leave it for the next start."""
    if recovery.lock >= 0:
        os.close(recovery.lock)
