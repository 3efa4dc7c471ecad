"""Opening, saving, exporting and recovering portraits, from the window's side."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.jobs import Job, Jobs
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.model.snapshot import still_of
from yewfinch.core.formats import container, transfer
from yewfinch.core.formats.exchange.model import Model
from yewfinch.core.formats.model_files import read_model
from yewfinch.core.session import autosave
from yewfinch.core.session.autosave import Recovery
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.claims import Claim, Stand, claimed, stand_of
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress


class Documents(QObject):
    """The file that is open, and everything that is done to it.

    Signals
    -------
    changed : () file, name or saved state changed
    unit_wanted : (str, Model, callable) a file does not say its unit: its name, what it holds, and whom to tell the
    unit
    """

    changed = pyqtSignal()
    unit_wanted = pyqtSignal(str, object, object)

    def __init__(self, bench: Bench, settings: Settings, preview: Callable[[], bytes | None]) -> None:
        super().__init__()
        self.bench, self.settings = bench, settings
        self.path: Path | None = None
        self._preview = preview
        #: Asked before another's work is written over, with what is to be said: "over", "as" for another
        #: name, or "stay".
        self.save_elsewhere: Callable[[], Job] = lambda: Job().end(False)
        self.ask_over: Callable[[str], str] = lambda _text: "over"
        self._claim = Claim()
        self._seen: Stand | None = None
        self._autosave = autosave.Autosave()
        self.jobs = Jobs(bench)
        self._writer: Worker | None = None
        self._clock = QTimer(self)
        self._clock.setInterval(settings.autosave * 1000)
        self._clock.timeout.connect(self.autosave)
        self._clock.start()
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def keep_every(self, seconds: int) -> None:
        """Write recovery files of unsaved work so often."""
        self._clock.setInterval(seconds * 1000)

    def _listen(self) -> None:
        self.bench.portrait.history.changed.connect(self.changed.emit)
        self.changed.emit()

    # --- open and save -------------------------------------------------------------------

    def open(self, path: Path) -> Job:
        """Open a portrait; if that fails it is said why, and nothing is changed."""
        here, moment = self.bench.portrait, self.bench.portrait.moment

        def done(read: tuple[Portrait, Stand | None]) -> bool:
            portrait, seen = read
            if self.bench.portrait is not here or here.moment != moment:
                portrait.history.close()
                self.bench.say(
                    phrase(
                        "The portrait on the bench was changed meanwhile, so {0} was not opened. Save, and "
                        "open it again.",
                        path.name,
                    ),
                    "warn",
                )
                return False
            self.show(portrait, path, seen)
            self.settings.opened(path)
            if self._claim.shared:
                self.bench.say(
                    phrase(
                        "{0} is open in another window, too. Saving asks before one replaces the other's work.",
                        path.name,
                    ),
                    "warn",
                )
            else:
                self.bench.say(phrase("Opened {0}.", path.name))
            return True

        def work(progress: Progress) -> tuple[Portrait, Stand | None]:
            seen = stand_of(path)
            return container.load(path, progress=progress, to_be_shown=True), seen

        return self.jobs.add(work, done, phrase("Opening {0}", path.name))

    def belongs_to(self, path: Path | None, seen: Stand | None) -> None:
        """Take note of the file that the portrait was read from, and of how that stood then."""
        self.path, self._seen = path, seen
        self._claim.take(path)

    def show(self, portrait: Portrait, path: Path | None, seen: Stand | None = None) -> None:
        """Put a portrait on the bench; `seen` is how its file stood when it was read."""
        self.belongs_to(path, seen)
        self._autosave.clear()
        self.bench.open(portrait)
        self.changed.emit()

    def save(self, path: Path | None = None) -> Job:
        """Save what is on the bench now, by default where it was opened."""
        path = path or self.path
        if path is None:
            return Job().end(False)
        path = _with_suffix(path)
        against = self.against_saving(path)
        if against is not None:
            answer = self.ask_over(against)
            if answer != "over":
                return self.save_elsewhere() if answer == "as" else Job().end(False)
        portrait, preview = self.bench.portrait, self._preview()
        moment = portrait.moment
        still = still_of(portrait)
        if self.path is None or path != self.path:
            still.name = path.stem.replace("_", " ").replace("-", " ").capitalize()

        def work(progress: Progress) -> Stand | None:
            container.save(still, path, preview, progress)
            return stand_of(path)

        def done(seen: Stand | None) -> bool:
            self.bench.say(phrase("Saved {0}.", path.name))
            self.settings.opened(path)
            if self.bench.portrait is portrait:
                portrait.name = still.name
                self.belongs_to(path, seen)
                portrait.history.mark_saved(moment)
                if not self.unsaved:
                    self._autosave.clear()
                self.changed.emit()
            return True

        return self.jobs.add(work, done, phrase("Saving {0}", path.name))

    def against_saving(self, path: Path) -> str | None:
        """What speaks against writing this file now.

        Another window has it, or another program wrote it. None if nothing does.
        """
        if path == self.path:
            now = stand_of(path)
            if now is not None and now != self._seen:
                mine = (
                    "was never seen here"
                    if self._seen is None
                    else phrase("was of {0} when it was last read or written here", self._seen.words)
                )
                return phrase(
                    "{0} was changed by somebody else: it is of {1} now, and {2}.", path.name, now.words, mine
                )
            shared = self._claim.look_again()
        else:
            shared = claimed(path)
        return phrase("{0} is open in another window, whose work would be replaced.", path.name) if shared else None

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
        writer.failed.connect(lambda text: self.bench.say(phrase("No recovery file: {0}", text), "warn"))
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
        """Save under another name and stay with this one, here and now, after an error.

        False, having said why, if it fails.
        """
        path = _with_suffix(path)
        try:
            container.save(self.bench.portrait, path, None)
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self.bench.say(phrase("Saved a copy as {0}.", path.name))
        return True

    def save_without_sitter(self, path: Path) -> Job:
        """Write a copy without photos, marks, measures and notes, and stay with this portrait."""
        path = _with_suffix(path)
        if path == self.path:
            self.bench.say(
                "That is this portrait's own file, which would lose its photos. Choose another name.", "error"
            )
            return Job().end(False)
        still, preview = container.without_sitter(still_of(self.bench.portrait)), self._preview()
        return self.jobs.add(
            lambda progress: container.save(still, path, preview, progress),
            lambda _: self._said(phrase("Wrote {0} without photos, marks and measures of the sitter.", path.name)),
            phrase("Writing {0}", path.name),
        )

    def _said(self, text: str) -> bool:
        self.bench.say(text)
        return True

    def recover(self, found: Recovery) -> Job:
        """Take up what a crash left behind.

        It counts as unsaved, and is kept until this window has a recovery file of its own.
        """

        def work(progress: Progress) -> tuple[Portrait, list[str]] | str:
            try:
                return found.load(progress)
            except BadFileError as error:
                return str(error)

        def done(read: tuple[Portrait, list[str]] | str) -> bool:
            if isinstance(read, str):
                autosave.let_go(found)
                self.bench.say(read, "error")
                return False
            portrait, lost = read
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
                names = in_a_row(", ", (f"'{n}'" for n in lost))
                self.bench.say(
                    phrase(
                        "Recovered, but without the picture of {0}: a grey one stands in for it under the marks.", names
                    ),
                    "warn",
                )
            self.changed.emit()
            return True

        return self.jobs.add(work, done, phrase("Recovering '{0}'", found.name))

    def close(self) -> None:
        """The window closes in good order."""
        self._clock.stop()
        self.jobs.wait()
        if self._writer is not None:
            self._writer.wait()
        self._autosave.clear()
        self._claim.release()
        self.bench.portrait.history.close()

    # --- other formats -------------------------------------------------------------------

    def import_file(self, path: Path) -> Job:
        """Read another format; where the file does not say its unit, `unit_wanted` asks for it."""
        taken = set(self.bench.portrait.pieces)

        def work(progress: Progress) -> tuple[Model, list[Piece]]:
            progress(0.0, phrase("reading {0}", path.name))
            model = read_model(path)
            return model, [] if model.unit is None else transfer.pieces_of(
                model, path.name, taken, model.unit, progress
            )

        def done(read: tuple[Model, list[Piece]]) -> bool:
            model, found = read
            if model.unit is not None:
                return self._add(path, model, model.unit, found)
            self.unit_wanted.emit(path.name, model, lambda unit: self._take(path, model, unit))
            return True

        return self.jobs.add(work, done, phrase("Reading {0}", path.name))

    def _take(self, path: Path, model: Model, unit: str) -> None:
        """Make pieces of a model whose unit was chosen."""
        taken = set(self.bench.portrait.pieces)
        self.jobs.add(
            lambda progress: transfer.pieces_of(model, path.name, taken, unit, progress),
            lambda found: self._add(path, model, unit, found), phrase("Sorting {0}", path.name),
        )  # fmt: skip

    def _add(self, path: Path, model: Model, unit: str, found: list[Piece]) -> bool:
        found = transfer.renamed(found, self.bench.portrait)
        transfer.add_pieces(self.bench.portrait, found, phrase("Import {0}", path.name))
        return self._said(phrase("Imported {0}: {1}", path.name, transfer.told_of(found, model, unit)))

    def export_file(self, path: Path) -> Job:
        """Write all visible pieces in the format of the suffix, as they are now."""
        still = still_of(self.bench.portrait)
        return self.jobs.add(
            lambda progress: transfer.export(still, path, progress), self._said, phrase("Exporting {0}", path.name)
        )

    def write_picture(self, path: Path, data: bytes) -> Job:
        """Write a finished picture."""
        return self.jobs.add(
            lambda _: write_atomic(path, data),
            lambda _: self._said(phrase("Wrote {0}.", path.name)),
            phrase("Writing {0}", path.name),
        )

    def cancel(self) -> None:
        """Stop the long work, and what waits behind it."""
        self.jobs.cancel()


def _with_suffix(path: Path) -> Path:
    """A path that ends as portraits do."""
    return path if path.suffix.lower() == ".yewfinch" else path.with_name(path.name + ".yewfinch")
