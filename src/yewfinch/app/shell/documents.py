"""Opening, saving, exporting and recovering portraits, from the window's side."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from yewfinch.app.kit.workers import Worker
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats import container, transfer
from yewfinch.core.formats.exchange.model import Model
from yewfinch.core.formats.model_files import read_model
from yewfinch.core.session import autosave
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.claims import Claim, Stand, claimed, stand_of
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.progress import Progress


class Documents(QObject):
    """Which file is open, and everything done to it.

    Signals
    -------
    changed : () file, name or saved state changed
    working : (str, float) long work reports; an empty text means it has ended
    unit_wanted : (str, Model, callable) a file does not say its unit: its name, what it holds, and whom to tell the unit
    """

    changed = pyqtSignal()
    working = pyqtSignal(str, float)
    unit_wanted = pyqtSignal(str, object, object)

    def __init__(self, bench: Bench, settings: Settings, preview: Callable[[], bytes | None]) -> None:
        super().__init__()
        self.bench, self.settings = bench, settings
        self.path: Path | None = None
        self._preview = preview
        #: Asked before another's work is written over, with what is to be said: "over", "as" for another name, or "stay".
        self.save_elsewhere: Callable[[], bool] = lambda: False
        self.ask_over: Callable[[str], str] = lambda _text: "over"
        self._claim = Claim()
        self._seen: Stand | None = None
        self._autosave = autosave.Autosave()
        self.worker: Worker | None = None
        self._waiting: list[Path] = []
        self._writer: Worker | None = None
        self._clock = QTimer(self)
        self._clock.setInterval(autosave.EVERY * 1000)
        self._clock.timeout.connect(self.autosave)
        self._clock.start()
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.history.changed.connect(self.changed.emit)
        self.changed.emit()

    # --- open and save -------------------------------------------------------------------

    def open(self, path: Path) -> bool:
        """Open a portrait; on failure say why and change nothing."""
        seen = stand_of(path)
        try:
            portrait = container.load(path)
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.show(portrait, path, seen)
        self.settings.opened(path)
        if self._claim.shared:
            self.bench.say(f"{path.name} is open in another window, too. Saving asks before one replaces the other's work.", "warn")
        else:
            self.bench.say(f"Opened {path.name}.")
        return True

    def belongs_to(self, path: Path | None, seen: Stand | None) -> None:
        """Which file the portrait on the bench was read from, and how that stood then."""
        self.path, self._seen = path, seen
        self._claim.take(path)

    def show(self, portrait: Portrait, path: Path | None, seen: Stand | None = None) -> None:
        """Put a portrait on the bench; `seen` is how its file stood when it was read."""
        self.belongs_to(path, seen)
        self._autosave.clear()
        self.bench.open(portrait)
        self.changed.emit()

    def save(self, path: Path | None = None) -> bool:
        """Save, by default where it was opened; returns False if there is no place or it fails."""
        path = path or self.path
        if path is None:
            return False
        if path.suffix.lower() != ".yewfinch":
            path = path.with_name(path.name + ".yewfinch")
        against = self.against_saving(path)
        if against is not None:
            answer = self.ask_over(against)
            if answer != "over":
                return answer == "as" and self.save_elsewhere()
        portrait = self.bench.portrait
        if self.path is None or path != self.path:
            portrait.name = path.stem.replace("_", " ").replace("-", " ").capitalize()
        try:
            container.save(portrait, path, self._preview())
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.belongs_to(path, stand_of(path))
        portrait.history.mark_saved()
        self._autosave.clear()
        self.settings.opened(path)
        self.bench.say(f"Saved {path.name}.")
        self.changed.emit()
        return True

    def against_saving(self, path: Path) -> str | None:
        """What speaks against writing this file now: another window has it, or another program wrote it. None if nothing does."""
        if path == self.path:
            now = stand_of(path)
            if now is not None and now != self._seen:
                mine = "was never seen here" if self._seen is None else f"was of {self._seen.words} when it was last read or written here"
                return f"{path.name} was changed by somebody else: it is of {now.words} now, and {mine}."
            shared = self._claim.look_again()
        else:
            shared = claimed(path)
        return f"{path.name} is open in another window, whose work would be replaced." if shared else None

    def folder(self) -> str:
        """Where file dialogs begin."""
        return str(self.path.parent) if self.path else str(Path.home())

    @property
    def unsaved(self) -> bool:
        """Is there work that is not on disk?"""
        return self.bench.portrait.history.unsaved

    # --- recovery ------------------------------------------------------------------------

    def autosave(self) -> None:
        """Write the recovery file if there is unsaved work; the disk part runs in a worker."""
        if not self.unsaved or (self._writer is not None and self._writer.isRunning()):
            return
        portrait, path = self.bench.portrait, self.path
        data = self._autosave.snapshot(portrait)
        seen = self._seen
        writer = Worker(lambda _p: self._autosave.write(data, path, portrait.name, seen))
        writer.failed.connect(lambda text: self.bench.say(f"No recovery file: {text}", "warn"))
        self._writer = writer
        writer.start()

    def autosave_now(self) -> None:
        """Write the recovery file here and now.

        Raises
        ------
        BadFileError
            If it cannot be written.
        """
        if self._writer is not None:
            self._writer.wait()
        portrait = self.bench.portrait
        self._autosave.write(self._autosave.snapshot(portrait), self.path, portrait.name, self._seen)

    def save_copy(self, path: Path) -> bool:
        """Save under another name and stay with this one; returns False, having said why, if it fails."""
        if path.suffix.lower() != ".yewfinch":
            path = path.with_name(path.name + ".yewfinch")
        try:
            container.save(self.bench.portrait, path, None)
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.bench.say(f"Saved a copy as {path.name}.")
        return True

    def save_without_sitter(self, path: Path) -> bool:
        """Write a copy without photos, marks, measures and notes, and stay with this portrait; False, having said why, if it fails."""
        if path.suffix.lower() != ".yewfinch":
            path = path.with_name(path.name + ".yewfinch")
        if path == self.path:
            self.bench.say("That is this portrait's own file, which would lose its photos. Choose another name.", "error")
            return False
        try:
            container.save(container.without_sitter(self.bench.portrait), path, self._preview())
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.bench.say(f"Wrote {path.name} without photos, marks and measures of the sitter.")
        return True

    def recover(self, found: autosave.Recovery) -> bool:
        """Take up what a crash left behind; it counts as unsaved, and is kept until this window has a recovery file of its own."""
        try:
            portrait, lost = found.load()
        except BadFileError as error:
            autosave.let_go(found)
            self.bench.say(str(error), "error")
            return False
        self.show(portrait, Path(found.of) if found.of else None, found.seen)
        portrait.history.mark_unsaved()
        try:
            self.autosave_now()
        except BadFileError as error:
            autosave.let_go(found)
            self.bench.say(str(error), "warn")
        else:
            autosave.forget(found)
        if lost:
            names = ", ".join(f"'{n}'" for n in lost)
            self.bench.say(f"Recovered, but without the picture of {names}: a grey one stands in for it under the marks.", "warn")
        self.changed.emit()
        return True

    def close(self) -> None:
        """The window closes in good order."""
        self._clock.stop()
        self._waiting.clear()
        for worker in (self.worker, self._writer):
            if worker is not None:
                worker.wait()
        self._autosave.clear()
        self._claim.release()
        self.bench.portrait.history.close()

    # --- other formats -------------------------------------------------------------------

    def import_file(self, path: Path) -> None:
        """Read another format in a worker, one file after another; where one does not say its unit, `unit_wanted` asks for it."""
        if self.worker is not None and self.worker.isRunning():
            self._waiting.append(path)
            return
        taken = set(self.bench.portrait.pieces)

        def work(progress: Progress) -> tuple[Model, list[Piece]]:
            progress(0.0, f"reading {path.name}")
            model = read_model(path)
            return model, [] if model.unit is None else transfer.pieces_of(model, path.name, taken, model.unit, progress)

        def done(read: tuple[Model, list[Piece]]) -> None:
            model, found = read
            if model.unit is None:
                self.unit_wanted.emit(path.name, model, lambda unit: self._take(path, model, unit))
            else:
                self._add(path, model, model.unit, found)

        self.run(work, done, f"Reading {path.name}")

    def _take(self, path: Path, model: Model, unit: str) -> None:
        """Make pieces of a model whose unit was chosen."""
        taken = set(self.bench.portrait.pieces)
        self.run(
            lambda progress: transfer.pieces_of(model, path.name, taken, unit, progress),
            lambda found: self._add(path, model, unit, found), f"Sorting {path.name}",
        )  # fmt: skip

    def _add(self, path: Path, model: Model, unit: str, found: list[Piece]) -> None:
        transfer.add_pieces(self.bench.portrait, found, f"Import {path.name}")
        self.bench.say(f"Imported {path.name}: {transfer.told_of(found, model, unit)}")

    def export_file(self, path: Path) -> bool:
        """Write all visible pieces in the format of the suffix."""
        try:
            told = transfer.export(self.bench.portrait, path)
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.bench.say(told)
        return True

    def write_picture(self, path: Path, data: bytes) -> bool:
        """Write a finished picture."""
        try:
            write_atomic(path, data)
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.bench.say(f"Wrote {path.name}.")
        return True

    def run(self, work: Callable[[Progress], Any], done: Callable[[Any], None], title: str) -> None:
        """Long work with progress and cancel."""
        if self.worker is not None and self.worker.isRunning():
            self.bench.say("Something is still being worked out; wait or cancel it first.", "warn")
            return
        worker = Worker(work)
        worker.progressed.connect(lambda f, t: self.working.emit(t or title, f))
        worker.done.connect(done)
        worker.failed.connect(lambda text: self.bench.say(text, "error"))
        worker.cancelled.connect(lambda: self.bench.say("Cancelled; nothing was changed."))
        worker.finished.connect(self._ended)
        self.worker = worker
        self.working.emit(title, 0.0)
        worker.start()

    def _ended(self) -> None:
        self.working.emit("", 1.0)
        if self._waiting:
            self.import_file(self._waiting.pop(0))

    def cancel(self) -> None:
        """Stop the long work, and what waits behind it."""
        self._waiting.clear()
        if self.worker is not None:
            self.worker.cancel()
