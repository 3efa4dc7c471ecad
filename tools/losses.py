"""Kills and failing disks: is anything lost beyond the last recovery file, and does the window live?

    python -m tools.losses kills [--count N] [--first SEED]
    python -m tools.losses disks            (as root: it mounts small disks)

Kills: a window with the recovery clock shortened works, saves and writes recovery files, each thing said aloud once it
is
done; it is killed at any moment. Then what is on the disk is read as the next start would: the file and the recovery
file must open, and hold at least what was said to be kept.
"""

from __future__ import annotations

import argparse
import os
import random
import select
import signal
import subprocess
import sys
import tempfile
import time
from collections import Counter
from dataclasses import replace
from pathlib import Path

from PyQt6.QtCore import QTimer
from PyQt6.QtTest import QTest

from tools.mutants import full_portrait, picture
from yewfinch.app.bench_window import bench_window
from yewfinch.app.shell.application import make_app
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats import container
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.session import autosave
from yewfinch.core.session.settings import Settings
from yewfinch.core.sitter.photo import photo_from

#: Milliseconds between two edits, two recovery files and two saves of a window that is to be killed.
EDIT, RECOVER, SAVE = 15, 120, 350


def _numbered(portrait: Portrait, n: int) -> None:
    """An edit with a number: it stands in the name, in a vertex, and at times in another photo."""
    surface = portrait.surface("head")
    rows = surface.rows_in_ball(surface.positions[0], 1.0)
    before = surface.positions[rows].copy()
    after = before.copy()
    after[:, 0] = before[:, 0] + 0.001
    portrait.perform(Edit(f"Edit {n}", (RowsChange("head", "positions", rows, before, after),)))
    portrait.set_field("name", f"edit {n}", "Count")
    if n % 40 == 0:
        photo, data = photo_from(picture(), f"photo {n}.jpg", portrait.sitter.photos)
        portrait.set_field("sitter", portrait.sitter.added(photo, data), "Add photo")


def _number(portrait: Portrait) -> int:
    return int(portrait.name.split()[-1]) if portrait.name.startswith("edit ") else 0


def _victim(file: Path) -> None:
    """Work until killed. Said: "saved N" and "kept N" once a file with edit N is on the disk."""
    app = make_app([])
    portrait = full_portrait()
    portrait.pieces["head"] = replace(portrait.pieces["head"], levels=None)
    window = bench_window(portrait, Settings())
    window.resize(600, 400)
    window.show()
    documents = window.documents
    count = [0]
    wrote = documents._autosave.write

    def write(made, of, name, seen=None):  # type: ignore[no-untyped-def]
        wrote(made, of, name, seen)
        print(f"kept {_number(made.portrait)}", flush=True)

    documents._autosave.write = write  # type: ignore[method-assign]

    def edit() -> None:
        count[0] += 1
        _numbered(window.bench.portrait, count[0])

    def save() -> None:
        n = count[0]
        held = window.bench.portrait.name
        if documents.save(file).wait():
            window.bench.portrait.name = held
            print(f"saved {n}", flush=True)

    timers = []
    for every, work in ((EDIT, edit), (SAVE, save)):
        timer = QTimer()
        timer.timeout.connect(work)
        timer.start(every)
        timers.append(timer)
    documents.path = file  # so that saving keeps the name
    documents._clock.setInterval(RECOVER)
    print("ready", flush=True)
    app.exec()


def _one_kill(rng: random.Random, folder: Path) -> tuple[str, dict[str, int]]:
    """Start, kill and look; what was wrong, if anything, and how it stood."""
    env = {**os.environ, "YEWFINCH_STATE": str(folder / "state"), "YEWFINCH_CONFIG": str(folder / "config")}
    os.environ.update(env)
    file = folder / "work.yewfinch"
    told = {"kept": 0, "saved": 0}
    with subprocess.Popen(
        [sys.executable, "-m", "tools.losses", "victim", str(file)],
        stdout=subprocess.PIPE,
        stderr=subprocess.DEVNULL,
        env=env,
    ) as victim:
        assert victim.stdout is not None
        end, data = time.monotonic() + 300, b""
        while time.monotonic() < end:
            if select.select([victim.stdout], [], [], 0.02)[0]:
                part = os.read(victim.stdout.fileno(), 65536)
                if not part:
                    break
                if b"ready" not in data and b"ready" in data + part:
                    end = time.monotonic() + rng.uniform(0.05, 2.5)
                data += part
        victim.send_signal(signal.SIGKILL)
        data += victim.stdout.read()
    for line in data.decode().splitlines():
        word, _, n = line.partition(" ")
        if word in told and n.isdigit():
            told[word] = int(n)
    if b"ready" not in data:
        return "it did not start", told
    found = {"file": 0, "recovery": 0, "offered": 0}
    if file.exists():
        held = container.load(file)
        found["file"] = _number(held)
        held.history.close()
    left = autosave.left_behind()
    if len(left) > 1:
        return f"{len(left)} recoveries of one window", told
    for recovery in left:
        found["offered"] = 1
        work, lost = recovery.load()
        found["recovery"] = _number(work)
        work.history.close()
        older = recovery.older
        autosave.forget(recovery)
        if lost:
            return f"photos lost: {lost}", told | found
        if older and found["recovery"] > found["file"] > 0:
            return "the recovery file is said to be older, and is newer", told | found
    best = max(found["file"], found["recovery"])
    if best < max(told["kept"], told["saved"]):
        return f"lost: {best} of {max(told.values())}", told | found
    if found["file"] < told["saved"]:
        return f"the file went back: {found['file']} of {told['saved']}", told | found
    return "", told | found


def kills(count: int, first: int) -> int:
    """Kill `count` windows; returns how many lost something."""
    bad, seen = 0, Counter[str]()
    for seed in range(first, first + count):
        with tempfile.TemporaryDirectory() as name:
            wrong, told = _one_kill(random.Random(seed), Path(name))
        seen["offered"] += told.get("offered", 0)
        seen["with a saved file"] += told.get("file", 0) > 0
        if wrong:
            bad += 1
            print(f"kill {seed}: {wrong} {told}", flush=True)
        if (seed - first) % 25 == 24:
            print(f"{seed - first + 1} kills, {bad} with a loss, {dict(seen)}", flush=True)
    print(f"{count} kills, {bad} with a loss, {dict(seen)}")
    return bad


def disks() -> int:
    """A full, a read-only and a vanished disk under the state folder and under the portrait, in a real window."""
    bad = 0
    for where in ("state", "portrait"):
        for what in ("full", "read-only", "gone"):
            with tempfile.TemporaryDirectory() as name:
                wrong = _one_disk(Path(name), where, what)
            print(
                f"{where} folder on a disk that is {what}: "
                f"{wrong or 'the window lives, the work is there, a sentence says what is wrong'}",
                flush=True,
            )
            bad += bool(wrong)
    return bad


def _one_disk(folder: Path, where: str, what: str) -> str:
    disk = folder / "disk"
    disk.mkdir()
    subprocess.run(["mount", "-t", "tmpfs", "-o", "size=3m", "none", str(disk)], check=True)
    state = disk / "state" if where == "state" else folder / "state"
    file = disk / "work.yewfinch" if where == "portrait" else folder / "work.yewfinch"
    os.environ["YEWFINCH_STATE"], os.environ["YEWFINCH_CONFIG"] = str(state), str(folder / "config")
    window = bench_window(full_portrait(), Settings())
    window.settle = lambda: True  # type: ignore[method-assign]
    window.resize(600, 400)
    window.show()
    said: list[str] = []
    window.bench.said.connect(lambda text, kind: said.append(text) if kind != "note" else None)
    try:
        _numbered(window.bench.portrait, 1)
        if not window.documents.save(file).wait():
            return f"not saved on a sound disk: {said}"
        _numbered(window.bench.portrait, 2)
        window.documents.autosave_now()
        if what == "full":
            filler = os.open(disk / "filler", os.O_CREAT | os.O_WRONLY)
            try:
                while True:
                    os.write(filler, bytes(4096))
            except OSError:
                os.close(filler)
        elif what == "read-only":
            subprocess.run(
                ["mount", "--bind", str(disk), str(disk)], check=True
            )  # what is open for writing holds the one below
            subprocess.run(["mount", "-o", "remount,ro,bind", str(disk)], check=True)
        else:
            subprocess.run(["umount", "-l", str(disk)], check=True)
        _numbered(window.bench.portrait, 3)
        QTest.qWait(50)
        window.documents.autosave()
        QTest.qWait(300)
        saved = window.documents.save(file).wait()
        _numbered(window.bench.portrait, 4)
        QTest.qWait(50)
        if _number(window.bench.portrait) != 4:
            return "the work in the window is not there"
        if not saved and not said:
            return "not saved, and not a word"
        if (
            where == "portrait" and what != "gone" and _number(container.load(file)) not in (0, 3)
        ):  # the first save gave it the name of its file
            return "the file is neither old nor new"
        if any("Errno" in text or not text.endswith(".") for text in said):
            return f"no sentence: {said}"
        if not window.documents.save(folder / "elsewhere.yewfinch").wait():
            return f"cannot be saved elsewhere: {said[-1:]}"
        if len(container.load(folder / "elsewhere.yewfinch").pieces) != len(window.bench.portrait.pieces):
            return "saved elsewhere it is not whole"
        return ""
    finally:
        window.close()
        for _ in range(2):
            subprocess.run(["umount", "-l", str(disk)], check=False, stderr=subprocess.DEVNULL)


def main() -> int:
    """Read the command line and try; ends with 1 if anything was lost."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("what", choices=["kills", "disks", "victim"])
    parser.add_argument("file", nargs="?", type=Path)
    parser.add_argument("--count", type=int, default=300)
    parser.add_argument("--first", type=int, default=0)
    args = parser.parse_args()
    if args.what == "victim":
        _victim(args.file)
        return 0
    if args.what == "kills":
        return 1 if kills(args.count, args.first) else 0
    app = make_app([])
    bad = disks()
    app.quit()
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
