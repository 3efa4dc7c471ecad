"""Start of the application."""

from __future__ import annotations

import argparse
import os
import signal
import sys
import time
from pathlib import Path

from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication, QMessageBox

from yewfinch.app.kit import theme
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.application import make_app
from yewfinch.app.shell.garbage import Garbage
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.formats import container
from yewfinch.core.session import autosave
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.claims import stand_of
from yewfinch.core.session.journal import Journal
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared import warmup
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress

#: Milliseconds after the start when nobody minds some work beside the window.
_IDLE = 1200
#: Milliseconds after which a portrait that was left is looked for in memory.
_LEFT = 3000
#: Seconds that a picture of the window waits for its small views.
_PATIENCE = 20.0


def main(argv: list[str] | None = None) -> int:
    """Open the window; returns the exit code."""
    parser = argparse.ArgumentParser(prog="yewfinch open")
    parser.add_argument("file", nargs="?", type=Path)
    parser.add_argument("--demo", action="store_true", help="open a copy of the demo portrait")
    parser.add_argument("--shot", type=Path, help="save a picture of the window and leave")
    parser.add_argument("--stage", type=str.capitalize, choices=STAGES, help="begin in this stage")
    args = parser.parse_args(argv)
    os.environ.setdefault("QT_ENABLE_HIGHDPI_SCALING", "1")
    app = make_app()
    settings = Settings.load()
    theme.apply(app, settings.dark)
    from yewfinch.app.bench_window import bench_window
    from yewfinch.app.shell.mishaps import Mishaps

    problem = ""
    path: Path | None = args.file
    seen = None if path is None else stand_of(path)
    if args.demo:
        from yewfinch.demo.demo_portrait import fine_demo

        portrait = fine_demo()
    elif path is not None:
        try:
            portrait = container.load(path)
        except BadFileError as error:
            problem, path = str(error), None
            portrait = new_portrait()
    else:
        portrait = new_portrait()
    window = bench_window(portrait, settings)
    journal = Journal()
    Mishaps(window, journal).install()
    garbage = app.findChild(Garbage)
    assert garbage is not None
    window.bench.portrait_changed.connect(lambda: QTimer.singleShot(_LEFT, garbage.look_through))
    window.documents.belongs_to(path, seen)
    if path is not None:
        settings.opened(path)
    if not (args.demo or args.stage or args.shot or path is not None):
        window.pages.turn_to("start")
    window.show()
    window.open_windows()
    if problem:
        window.bench.say(problem, "error")
    if args.stage:
        window.bench.set_stage(args.stage)
    if args.shot:
        QTimer.singleShot(1500, lambda: _shoot(window, args.shot, time.monotonic() + _PATIENCE))
    else:
        signal.signal(signal.SIGINT, lambda *_: app.quit())
        QTimer.singleShot(400, lambda: _offer_recovery(window))
        worker = Worker(_load_kernels)
        worker.done.connect(garbage.set_apart)
        QTimer.singleShot(_IDLE, worker.start)
        app.aboutToQuit.connect(worker.cancel)
        app.aboutToQuit.connect(worker.wait)
    return app.exec()


def _load_kernels(progress: Progress) -> None:
    """Load compiled kernels from the disk beside the window, so that the first stroke of each kind need not wait for
    them.
    """
    from yewfinch.warm import import_all

    import_all()
    warmup.run(progress)


def _shoot(window: object, path: Path, until: float) -> None:
    """Save a picture of the window and leave, once all small views are drawn, or at a time in any case."""
    from yewfinch.app.shell.window import MainWindow

    assert isinstance(window, MainWindow)
    if window.round.waits and window.round.isVisible() and time.monotonic() < until:
        QTimer.singleShot(100, lambda: _shoot(window, path, until))
        return
    ok = window.snapshot().save(str(path), "PNG")
    window.documents.close()
    app = QApplication.instance()
    assert app is not None
    app.exit(0 if ok else 1)


def _offer_recovery(window: object) -> None:
    from yewfinch.app.shell.window import MainWindow

    assert isinstance(window, MainWindow)
    offered = autosave.left_behind()
    for i, found in enumerate(offered):
        box = QMessageBox(window)
        box.setWindowTitle("Recover work")
        text = phrase("Yewfinch ended without saving '{0}'. Take the work up again?", found.name)
        if found.older:
            text += phrase("\n\nThe file {0} was saved later than this: it is the newer one.", Path(found.of).name)
        box.setText(text)
        yes = box.addButton("Recover", QMessageBox.ButtonRole.AcceptRole)
        later = box.addButton("Ask again later", QMessageBox.ButtonRole.RejectRole)
        box.addButton("Delete it", QMessageBox.ButtonRole.DestructiveRole)
        box.setDefaultButton(later if found.older else yes)
        box.exec()
        if box.clickedButton() is yes:
            window.documents.recover(found)
            for other in offered[i + 1 :]:
                autosave.let_go(other)
            return
        if box.clickedButton() is later:
            autosave.let_go(found)
        else:
            autosave.forget(found)


if __name__ == "__main__":
    sys.exit(main())
