"""Recovery files: written beside the work, taken up after a crash, gone after a save."""

from __future__ import annotations

import copy
import hashlib
import json
import os
import shutil
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from pathlib import Path

from yewfinch.core.document.portrait import Portrait
from yewfinch.core.document.settings import state_dir
from yewfinch.core.formats import container
from yewfinch.core.formats.exchange import write_atomic

#: Seconds between recovery files while there is unsaved work.
EVERY = 45


@dataclass(frozen=True)
class Recovery:
    """A recovery file left behind by a process that ended without saving.

    Attributes
    ----------
    file, note : Path
    of, name : str
        The portrait's own file, empty if it had none, and its name.
    pictures : mapping of file name to Path
        Its photos, which lie beside it.
    """

    file: Path
    note: Path
    of: str
    name: str
    pictures: Mapping[str, Path] = field(default_factory=dict)


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
        folder = state_dir()
        self.file = folder / f"recovery-{os.getpid()}.yewfinch"
        self.note = folder / f"recovery-{os.getpid()}.json"
        self.folder = folder / f"recovery-{os.getpid()}-photos"
        self._names: dict[int, tuple[bytes, str]] = {}

    def snapshot(self, portrait: Portrait) -> Snapshot:
        """The portrait as it is now; quick: only what is written to in place is copied."""
        still = copy.copy(portrait)
        still.pieces = {k: replace(p, surface=p.surface.frozen()) for k, p in portrait.pieces.items()}
        return Snapshot(still, dict(portrait.sitter.files))

    def write(self, made: Snapshot, of: Path | None, name: str) -> None:
        """Write a snapshot; may run in a worker."""
        self.folder.mkdir(exist_ok=True)
        pictures = {file: self._keep(data) for file, data in made.pictures.items()}
        write_atomic(self.file, container.to_bytes(made.portrait, pictures=False))
        note = {"pid": os.getpid(), "of": "" if of is None else str(of), "name": name, "photos": pictures}
        write_atomic(self.note, json.dumps(note).encode())

    def _keep(self, data: bytes) -> str:
        """Write a photo unless it is there; returns its name in the folder."""
        held = self._names.get(id(data))
        if held is None or held[0] is not data:
            held = self._names[id(data)] = (data, hashlib.blake2b(data, digest_size=16).hexdigest())
        if not (self.folder / held[1]).exists():
            write_atomic(self.folder / held[1], data)
        return held[1]

    def clear(self) -> None:
        """The work is safe: no recovery file is needed."""
        self._names.clear()
        _forget(self.file, self.note)


def _forget(file: Path, note: Path) -> None:
    file.unlink(missing_ok=True)
    note.unlink(missing_ok=True)
    shutil.rmtree(file.with_name(f"{file.stem}-photos"), ignore_errors=True)


def left_behind() -> list[Recovery]:
    """Recovery files of processes that no longer run, newest first."""
    out = []
    for note in state_dir().glob("recovery-*.json"):
        try:
            raw = json.loads(note.read_text())
            pid, of, name = int(raw["pid"]), str(raw["of"]), str(raw["name"])
            folder = note.with_name(f"{note.stem}-photos")
            pictures = {str(k): folder / Path(str(v)).name for k, v in dict(raw.get("photos", {})).items()}
        except (OSError, ValueError, KeyError, TypeError):
            continue
        file = note.with_suffix(".yewfinch")
        if file.exists() and not _runs(pid):
            out.append(Recovery(file, note, of, name, pictures))
    return sorted(out, key=lambda r: -r.file.stat().st_mtime)


def _runs(pid: int) -> bool:
    if pid == os.getpid():
        return True
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True


def forget(recovery: Recovery) -> None:
    """Delete a recovery file that was taken up or declined."""
    _forget(recovery.file, recovery.note)
