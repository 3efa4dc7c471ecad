"""Hours of work by script in the real window, with what its memory does.

    python -m tools.soak MINUTES

One round after another of what a sculptor does: strokes and their undo, levels, masks, remeshing, pieces that come and
go,
photos added and taken away, marks, views, stages, saving, opening another portrait and this one again. Said every half
minute: memory, portraits and widgets that are alive. At the end memory is compared with what it was after ten minutes
(a
sixth of the time, if that is less); more than 15 % fails.
"""

from __future__ import annotations

import argparse
import os
import re
import sys
import tempfile
import time
import weakref
from pathlib import Path

if __name__ == "__main__":
    home = tempfile.mkdtemp(prefix="yewfinch-soak-")
    os.environ["YEWFINCH_STATE"], os.environ["YEWFINCH_CONFIG"], os.environ["YEWFINCH_CACHE"] = (
        f"{home}/state",
        f"{home}/config",
        f"{home}/cache",
    )

import numpy as np
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt, QTimer
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QApplication, QWidget

from tools.mutants import picture
from tools.parts import doer
from yewfinch.app.bench_window import bench_window
from yewfinch.app.shell.application import make_app
from yewfinch.app.shell.garbage import Garbage
from yewfinch.app.shell.window import MainWindow
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import detail_levels, masking, pieces
from yewfinch.core.sculpt import masks
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.demo_portrait import demo_portrait

#: Part by which memory may grow.
MOST_GROWTH = 0.15
#: Milliseconds between two doings.
PACE = 120


class Soak:
    """Does one thing after another, whenever the window has nothing else to do."""

    def __init__(self, window: MainWindow, folder: Path, minutes: float) -> None:
        self.window, self.folder = window, folder
        self.rng = np.random.default_rng(1)
        self.start = time.monotonic()
        self.end = self.start + 60 * minutes
        self.first_at = self.start + min(600.0, 60 * minutes / 6)
        self.told = 0.0
        self.seen: list[tuple[float, float]] = []
        self.done = 0
        self.alive: weakref.WeakSet[Portrait] = weakref.WeakSet([window.bench.portrait])
        window.bench.portrait_changed.connect(self._came)
        self.ways = (
            [self.stroke] * 8
            + [self.undo] * 3
            + [
                self.redo,
                self.stage,
                self.stage,
                self.turn,
                self.turn,
                self.mask,
                self.level,
                self.copy,
                self.remove,
                self.photo,
                self.unphoto,
                self.mark,
                self.save,
                self.reopen,
                self.other,
                self.four,
                self.choose,
            ]
        )
        window.settle = lambda: True  # type: ignore[method-assign]
        window.documents.save(folder / "work.yewfinch").wait()
        (folder / "photo.jpg").write_bytes(picture(size=(600, 800)))
        self.clock = QTimer()
        self.clock.setSingleShot(True)
        self.clock.timeout.connect(self.tick)
        self.clock.start(PACE)

    def tick(self) -> None:
        """One thing, and the next later."""
        if not self.window.documents.jobs.busy and not doer(self.window, "solve").busy():
            way = self.ways[int(self.rng.integers(len(self.ways)))]
            try:
                way()
                self.done += 1
            except YewfinchError:
                pass  # refused with a sentence
        self.tell()
        if time.monotonic() > self.end:
            QApplication.exit(0)
        else:
            self.clock.start(PACE)

    def tell(self) -> None:
        """Say how things stand, every half minute."""
        now = time.monotonic()
        if now - self.told < 30 and now < self.end:
            return
        self.told = now
        rss = int(re.search(r"VmRSS:\s+(\d+)", Path("/proc/self/status").read_text())[1]) / 1024  # type: ignore[index]
        self.seen.append((now, rss))
        print(
            f"{(now - self.start) / 60:6.1f} min  {rss:7.1f} MB  {self.done} things done, {len(self.alive)} "
            f"portraits, {len(QApplication.allWidgets())} widgets",
            flush=True,
        )

    def _came(self) -> None:
        self.alive.add(self.window.bench.portrait)

    def growth(self) -> tuple[float, float]:
        """Memory round the first look and at the end, MB: medians, as a history grows and goes with its portrait."""
        span = self.first_at - self.start
        first = [m for t, m in self.seen if abs(t - self.first_at) < span / 3]
        last = [m for t, m in self.seen if self.end - t < span / 1.5]
        return float(np.median(first or [0.0])), float(np.median(last or [0.0]))

    # --- what is done ----------------------------------------------------------------------

    @property
    def p(self) -> Portrait:
        """The portrait on the bench."""
        return self.window.bench.portrait

    def stroke(self) -> None:
        """A stroke with any tool over the middle of the view."""
        w = self.window
        w.bench.set_stage("Form")
        w.bench.tools.take(str(self.rng.choice(["move", "clay", "smooth", "swell", "scrape"])))
        view: QWidget = w.viewport
        at = np.array([view.width() / 2, view.height() / 2]) + self.rng.uniform(-80, 80, 2)
        step = self.rng.uniform(-8, 8, 2)

        def send(kind: QEvent.Type, k: int, button: Qt.MouseButton, held: Qt.MouseButton) -> None:
            here = QPointF(*(at + k * step))
            where = QPointF(view.mapToGlobal(QPoint(int(here.x()), int(here.y()))))
            QApplication.sendEvent(view, QMouseEvent(kind, here, where, button, held, Qt.KeyboardModifier.NoModifier))

        left, none = Qt.MouseButton.LeftButton, Qt.MouseButton.NoButton
        send(QEvent.Type.MouseButtonPress, 0, left, left)
        for k in range(1, 12):
            send(QEvent.Type.MouseMove, k, none, left)
        send(QEvent.Type.MouseButtonRelease, 11, left, none)

    def undo(self) -> None:
        """Take back a step."""
        self.window.undo()

    def redo(self) -> None:
        """And again."""
        self.window.redo()

    def stage(self) -> None:
        """Another stage."""
        self.window.bench.set_stage(STAGES[int(self.rng.integers(len(STAGES)))])

    def turn(self) -> None:
        """Turn the work."""
        self.window.bench.outlook.set_view(self.window.bench.outlook.view.turned(*self.rng.uniform(-40, 40, 2)))

    def mask(self) -> None:
        """Mask half of a piece, or clear it."""
        held = self.p.pieces["head"]
        s = held.surface
        made = (
            np.where(s.positions[:, :1] > self.rng.uniform(-20, 20), 255, 0).astype(np.uint8)
            if self.rng.random() < 0.5
            else masks.cleared(s)
        )
        self._do(lambda: masking.mask_edit(held, made, "Mask"))

    def level(self) -> None:
        """Add a level, or go down again and leave it."""
        head = self.p.pieces["head"]
        if head.levels is None:
            if len(head.surface) < 60_000:
                self._do(lambda: detail_levels.add(self.p, "head"))
        else:
            self._do(lambda: detail_levels.go_to(self.p, "head", 0))
            self._do(lambda: detail_levels.drop_finer(self.p, "head"))

    def copy(self) -> None:
        """A copy of a piece."""
        if len(self.p.pieces) < 8:
            self._do(lambda: pieces.duplicate(self.p, str(self.rng.choice(list(self.p.pieces)))))

    def remove(self) -> None:
        """A piece goes."""
        mine = [k for k in self.p.pieces if k not in ("head", "eye_l", "eye_r")]
        if mine:
            self._do(lambda: pieces.remove(self.p, [str(self.rng.choice(mine))]))

    def _do(self, work) -> None:  # type: ignore[no-untyped-def]
        at = self.p.history.position
        made = work()
        if made is not None and self.p.history.position == at:
            self.p.perform(made[0] if isinstance(made, tuple) else made)

    def photo(self) -> None:
        """Another photo on the wall."""
        if len(self.p.sitter.photos) < 8:
            doer(self.window, "solve").add([self.folder / "photo.jpg"])

    def unphoto(self) -> None:
        """A photo goes."""
        if len(self.p.sitter.photos) > 3:
            self.p.set_field("sitter", self.p.sitter.removed(self.p.sitter.photos[-1].id), "Remove photo")

    def mark(self) -> None:
        """A mark on a photo is moved."""
        photo = self.p.sitter.photos[0]
        at = photo.marks.get("prn", (300.0, 300.0))
        moved = (float(at[0] + self.rng.uniform(-1, 1)), float(at[1] + self.rng.uniform(-1, 1)))
        self.p.set_field("sitter", self.p.sitter.replaced(photo.marked("prn", moved)), "Move mark")

    def save(self) -> None:
        """Save."""
        self.window.documents.save(self.folder / "work.yewfinch").wait()

    def reopen(self) -> None:
        """Open what was saved last."""
        if self.rng.random() < 0.3:
            self.window.documents.open(self.folder / "work.yewfinch").wait()

    def other(self) -> None:
        """Begin another portrait, on the demo's data."""
        if self.rng.random() < 0.1:
            self.window.documents.show(demo_portrait(), None)
            self.window.documents.save(self.folder / "work.yewfinch").wait()

    def four(self) -> None:
        """Four views, or one."""
        self.window.toggle_four()

    def choose(self) -> None:
        """Another piece in hand."""
        self.window.bench.selection.choose(str(self.rng.choice(list(self.p.pieces))))


def main() -> int:
    """Read the command line, work, and end with 1 if memory grew too much."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("minutes", type=float)
    args = parser.parse_args()
    app = make_app([])
    window = bench_window(demo_portrait(), Settings())
    window.resize(1280, 800)
    window.show()
    garbage = app.findChild(Garbage)
    assert garbage is not None
    window.bench.portrait_changed.connect(lambda: QTimer.singleShot(1000, garbage.look_through))  # as main does
    with tempfile.TemporaryDirectory() as folder:
        soak = Soak(window, Path(folder), args.minutes)
        app.exec()
    first, last = soak.growth()
    growth = last / first - 1 if first else 0.0
    print(
        f"{soak.done} things done; memory {first:.0f} MB at the first look, {last:.0f} MB at the end: "
        f"{100 * growth:+.1f} %"
    )
    return 1 if growth > MOST_GROWTH else 0


if __name__ == "__main__":
    sys.exit(main())
