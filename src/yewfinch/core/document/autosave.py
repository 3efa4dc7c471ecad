"""Recovery files: written beside the work, taken up after a crash, gone after a save."""

from __future__ import annotations

import json
import os
from dataclasses import dataclass
from pathlib import Path

from yewfinch.core.document.portrait import Portrait
from yewfinch.core.document.settings import state_dir
from yewfinch.core.formats import container
from yewfinch.core.formats.exchange import write_atomic

#: Seconds between recovery files while there is unsaved work.
EVERY = 45


@dataclass(frozen=True)
class Recovery:
    """A recovery file left behind by a process that ended without saving."""

    file: Path
    note: Path
    of: str
    name: str


class Autosave:
    """Keeps one recovery file for the portrait of this process."""

    def __init__(self) -> None:
        folder = state_dir()
        self.file = folder / f"recovery-{os.getpid()}.yewfinch"
        self.note = folder / f"recovery-{os.getpid()}.json"

    def snapshot(self, portrait: Portrait) -> bytes:
        """The portrait as bytes; quick, because nothing is compressed."""
        return container.to_bytes(portrait)

    def write(self, data: bytes, of: Path | None, name: str) -> None:
        """Write a snapshot; may run in a worker."""
        write_atomic(self.file, data)
        note = {"pid": os.getpid(), "of": "" if of is None else str(of), "name": name}
        write_atomic(self.note, json.dumps(note).encode())

    def clear(self) -> None:
        """The work is safe: no recovery file is needed."""
        self.file.unlink(missing_ok=True)
        self.note.unlink(missing_ok=True)


def left_behind() -> list[Recovery]:
    """Recovery files of processes that no longer run, newest first."""
    out = []
    for note in state_dir().glob("recovery-*.json"):
        try:
            raw = json.loads(note.read_text())
            pid, of, name = int(raw["pid"]), str(raw["of"]), str(raw["name"])
        except (OSError, ValueError, KeyError, TypeError):
            continue
        file = note.with_suffix(".yewfinch")
        if file.exists() and not _runs(pid):
            out.append(Recovery(file, note, of, name))
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
    recovery.file.unlink(missing_ok=True)
    recovery.note.unlink(missing_ok=True)
