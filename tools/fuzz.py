"""Spoilt files of every kind through the real window: read, shown in every stage, undone, saved and opened again.

    python -m tools.fuzz [--count N] [--first SEED] [KIND ...]

Each mutant has a number and is the same at every run. Said for each kind: how many were taken and refused, the longest
time and the most memory of one file, and every error that was not a sentence.
"""

from __future__ import annotations

import argparse
import os
import re
import sys
import tempfile
import time
import traceback
from collections import Counter
from pathlib import Path

if __name__ == "__main__":
    home = tempfile.mkdtemp(prefix="yewfinch-fuzz-")
    os.environ["YEWFINCH_STATE"], os.environ["YEWFINCH_CONFIG"], os.environ["YEWFINCH_CACHE"] = (
        f"{home}/state",
        f"{home}/config",
        f"{home}/cache",
    )

from PyQt6.QtCore import QThreadPool
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from tools import readers
from tools.mutants import KINDS_OF_FILE, full_portrait
from tools.parts import doer
from tools.readers import UGLY
from yewfinch.app.bench_window import bench_window
from yewfinch.app.shell.dialogs.units import UnitsDialog
from yewfinch.app.shell.window import MainWindow
from yewfinch.core.formats import container
from yewfinch.core.session import autosave
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.folders import config_dir, state_dir

#: Limits of one file: seconds of computing and bytes.
MOST_SECONDS, MOST_MEMORY = 10.0, 3 << 29
#: Memory of a window with a small portrait, bytes: peaks are said as if every file met such a one.
BARE = 450 << 20


class Fuzz:
    """A window, and files given to it one after another."""

    def __init__(self, window: MainWindow, folder: Path) -> None:
        self.window, self.folder = window, folder
        self.faults: list[str] = []
        self.said: list[tuple[str, str]] = []
        window.bench.said.connect(lambda text, kind: self.said.append((text, kind)))
        window.settle = lambda: True  # type: ignore[method-assign]
        self._full = container.to_bytes(window.bench.portrait)
        sys.excepthook = self._caught

    def _caught(self, kind, error, trace) -> None:  # type: ignore[no-untyped-def]
        self.faults.append("".join(traceback.format_exception(kind, error, trace)))

    def _settled(self) -> None:
        """Let everything happen that is under way; units are taken as proposed."""
        w = self.window
        end, calm = time.monotonic() + 60, 0
        while time.monotonic() < end and calm < 3:  # what a thread has to say arrives after it has ended
            QTest.qWait(1)  # as the loop of the application: what waits to be deleted is
            asked = [d for d in w.findChildren(UnitsDialog) if d.isVisible()]
            for dialog in asked:
                dialog.accept()
            writer = w.documents._writer
            busy = (
                w.documents.jobs.busy
                or (writer is not None and writer.isRunning())
                or doer(w, "solve").busy()
                or QThreadPool.globalInstance().activeThreadCount()
            )
            calm = 0 if asked or busy else calm + 1

    def _looked_at(self) -> None:
        for stage in STAGES:
            self.window.bench.set_stage(stage)
            QApplication.processEvents()
        self._settled()

    def one(self, name: str, data: bytes) -> bool:
        """Give the window one file of a kind; was it taken?"""
        kind = KINDS_OF_FILE[name]
        w, path = self.window, self.folder / f"mutant{kind.suffix}"
        path.write_bytes(data)
        self.said.clear()
        before, history = w.bench.portrait, w.bench.portrait.history.position
        match name:
            case "portrait":
                w.documents.open(path).wait()
            case "recovery" | "note":
                self._recover(name, data)
            case "settings":
                (config_dir() / "settings.json").write_bytes(data)
                Settings.load().save()
                Settings.load()
            case "stamp":
                w.panel("Stamps").add_file(path)
            case "sheet":
                w.panel("Design sheets").add(path)
            case "marks.csv" | "marks.json":
                doer(w, "paste").read_marks(path)
            case "jpeg" | "png" | "tiff" | "webp":
                doer(w, "solve").add([path])
            case _:
                w.documents.import_file(path)
        self._settled()
        taken = w.bench.portrait is not before or w.bench.portrait.history.position != history
        for text, tone in self.said:
            if tone == "error" and (UGLY.search(text) or not text.rstrip().endswith((".", "?", "!"))):
                self.faults.append(f"no sentence: {text}")
        if not taken and name not in ("settings", "note", "recovery") and not self.said:
            self.faults.append("neither taken nor refused")
        if taken and name != "note":
            self._used()
        return taken

    def _recover(self, name: str, data: bytes) -> None:
        folder = state_dir() / "recovery-0000"
        (folder / "photos").mkdir(parents=True, exist_ok=True)
        (folder / "lock").write_bytes(b"")
        (folder / "work.yewfinch").write_bytes(data if name == "recovery" else self._full)
        (folder / "note.json").write_bytes(data if name == "note" else b'{"of": "", "name": "x", "seen": null}')
        for found in autosave.left_behind():
            assert found.older in (True, False)
            self.window.documents.recover(found).wait()

    def _used(self) -> None:
        """Look at what was taken from everywhere, work on it, undo, save, open, and save again: the same bytes."""
        w = self.window
        self._looked_at()
        portrait = w.bench.portrait
        at = portrait.history.position
        portrait.set_field("name", "Changed", "Rename")
        QApplication.processEvents()
        w.undo()
        portrait.history.go_to(0)
        QApplication.processEvents()
        portrait.history.go_to(at)
        self._settled()
        first, second = self.folder / "first.yewfinch", self.folder / "second.yewfinch"
        w.documents.autosave_now()
        if not w.documents.save(first).wait():
            self.faults.append(f"not saved: {self.said[-1:]}")
            return
        again = container.load(first)
        container.save(again, second, container.preview_of(first))
        again.history.close()
        third = container.load(second)
        if container.to_bytes(third, container.preview_of(second)) != second.read_bytes():
            self.faults.append("written again it differs")
        third.history.close()

    def start_anew(self) -> None:
        """Put a small portrait with something of everything on the bench."""
        path = self.folder / "full.yewfinch"
        path.write_bytes(self._full)
        self.window.documents.show(container.load(path), None)
        self._settled()


def _memory(key: str) -> int:
    """What Linux says of this process's memory, bytes."""
    return int(re.search(rf"{key}:\s+(\d+)", Path("/proc/self/status").read_text())[1]) << 10  # type: ignore[index]


def _peak() -> int:
    """Most memory since the last call, bytes (Linux: VmHWM, reset by writing to clear_refs)."""
    most = _memory("VmHWM")
    Path("/proc/self/clear_refs").write_text("5")
    return most


def run(
    window: MainWindow, folder: Path, kinds: list[str], count: int, first: int = 0, *, tell: bool = True
) -> list[str]:
    """Try `count` mutants of each kind; returns what went wrong, with the numbers of the mutants."""
    bad: list[str] = []
    shown: set[object] = set()
    fuzz = Fuzz(window, folder)
    for name in kinds:
        kind = KINDS_OF_FILE[name]
        seeds = kind.sound(folder)
        told: Counter[str] = Counter()
        fuzz.start_anew()
        start = time.process_time()
        fuzz.one(name, seeds[0])  # what a sound file takes here is no fault of a spoilt one
        sound = time.process_time() - start
        slowest, most, started = (0.0, -1), (0, -1), time.monotonic()
        for seed in range(first, first + count):
            if name not in ("portrait", "settings"):
                fuzz.start_anew() if told["taken"] % 20 == 0 or name in ("recovery", "note") else None
            data = kind.mutant(seeds, seed)
            _peak()
            before, start = _memory("VmRSS"), time.process_time()
            try:
                taken = fuzz.one(name, data)
            except Exception:
                fuzz.faults.append(traceback.format_exc())
                taken = False
            spent, peak = time.process_time() - start, _peak() - before + BARE
            told["taken" if taken else "refused"] += 1
            slowest, most = max(slowest, (spent, seed)), max(most, (peak, seed))
            if spent > MOST_SECONDS + sound:
                fuzz.faults.append(f"took {spent:.1f} s")
            if peak > MOST_MEMORY:
                fuzz.faults.append(f"took {peak / 2**20:.0f} MB")
            for fault in fuzz.faults:
                told["faults"] += 1
                bad.append(f"{name} {seed}: {fault}")
                place = tuple(re.findall(r'File "([^"]*yewfinch/[^"]*)", line (\d+)', fault)[-1:]) or fault[:40]
                if tell and place not in shown:
                    shown.add(place)
                    print(
                        f"--- {name} {seed} "
                        f"---\n{fault if len(fault) < 3000 else fault[:1500] + ' ... ' + fault[-1500:]}",
                        flush=True,
                    )
            if fuzz.faults:
                fuzz.faults.clear()
                fuzz.start_anew()
        if tell:
            print(
                f"{name:10s} {count} mutants: {told['taken']} taken, {told['refused']} refused, {told['faults']} "
                f"faults; at most {slowest[0]:.2f} s (number"
                f" {slowest[1]}; a sound one {sound:.2f} s), {most[0] / 2**20:.0f} MB (number {most[1]}); "
                f"{time.monotonic() - started:.0f} s",
                flush=True,
            )
    return bad


def run_readers(folder: Path, kinds: list[str], count: int, first: int) -> list[str]:
    """The same through the readers alone, without a window."""
    bad: list[str] = []
    full = full_portrait()
    for name in kinds:
        kind, told, slowest, most = KINDS_OF_FILE[name], Counter[str](), (0.0, -1), (0, -1)
        seeds = kind.sound(folder)
        for seed in range(first, first + count):
            path = folder / f"mutant{kind.suffix}"
            path.write_bytes(kind.mutant(seeds, seed))
            _peak()
            before, start = _memory("VmRSS"), time.process_time()
            try:
                told["refused" if readers.tried(name, path, full.sitter) else "taken"] += 1
            except Exception:
                told["faults"] += 1
                bad.append(f"{name} {seed}: {traceback.format_exc()}")
                print(bad[-1], flush=True)
            slowest = max(slowest, (time.process_time() - start, seed))
            most = max(most, (_peak() - before, seed))
        print(
            f"{name:10s} {count} mutants: {told['taken']} taken, {told['refused']} refused, {told['faults']} faults; "
            f"at most {slowest[0]:.2f} s (number"
            f" {slowest[1]}), {most[0] / 2**20:.0f} MB more (number {most[1]})", flush=True,
        )  # fmt: skip
    full.history.close()
    return bad


def main() -> int:
    """Read the command line, try, and end with 1 if anything went wrong."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("kinds", nargs="*", choices=[[], *KINDS_OF_FILE], help="all if none is named")
    parser.add_argument("--count", type=int, default=1000, help="mutants of each kind")
    parser.add_argument("--first", type=int, default=0, help="number of the first")
    parser.add_argument("--readers", action="store_true", help="through the readers alone, without a window: quick")
    args = parser.parse_args()
    if args.readers:
        with tempfile.TemporaryDirectory() as folder:
            return 1 if run_readers(Path(folder), args.kinds or list(KINDS_OF_FILE), args.count, args.first) else 0

    from yewfinch.app.shell.application import make_app

    app = make_app([])
    window = bench_window(full_portrait(), Settings())
    window.resize(700, 500)
    window.show()
    with tempfile.TemporaryDirectory() as folder:
        bad = run(window, Path(folder), args.kinds or list(KINDS_OF_FILE), args.count, args.first)
    window.close()
    app.quit()
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
