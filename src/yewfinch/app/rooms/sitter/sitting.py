"""Work on the sitter that takes time: adding photos and the joint solve, in a thread."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QObject, pyqtSignal

from yewfinch.app.kit.workers import Worker
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress
from yewfinch.core.sitter.photo import Photo, Sitter, photo_from, read_photo

#: What came of reading files: photos with their bytes, and sentences about the others.
_Read = tuple[list[tuple[Photo, bytes]], list[str]]


class Sitting(QObject):
    """Adds photos and solves.

    Signals
    -------
    working : (object,) fraction of the solve, or None when it has ended
    solved : ()
    failed : (str,) why it cannot be solved
    added : (int,) so many photos came
    """

    working = pyqtSignal(object)
    solved = pyqtSignal()
    failed = pyqtSignal(object)
    added = pyqtSignal(int)

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self._solver: Worker | None = None
        self._reader: Worker | None = None
        self._waiting: list[Path] = []

    # --- photos --------------------------------------------------------------------------

    def add(self, paths: list[Path]) -> None:
        """Put photos on the wall; those that cannot be opened are named."""
        self._waiting += paths
        if self._reader is not None or not self._waiting:
            return
        todo, self._waiting = self._waiting, []
        here = self.bench.portrait
        taken = list(here.sitter.photos)

        def work(progress: Progress) -> _Read:
            got: list[tuple[Photo, bytes]] = []
            problems: list[str] = []
            for i, path in enumerate(todo):
                progress(i / len(todo), phrase("opening {0}", path.name))
                try:
                    got.append(read_photo(path, [*taken, *(p for p, _ in got)]))
                except BadFileError as error:
                    problems.append(str(error))
            return got, problems

        self._reader = Worker(work)
        self._reader.done.connect(lambda found: self._take(found) if self.bench.portrait is here else None)
        self._reader.failed.connect(lambda text: self.bench.say(text, "error"))
        self._reader.progressed.connect(
            lambda fraction, text: (
                self.bench.say(phrase("{0} ({1:.0f} %)", text, fraction * 100)) if len(todo) > 3 else None
            )
        )
        self._reader.finished.connect(self._read)
        self._reader.start()

    def add_bytes(self, data: bytes, file_name: str) -> bool:
        """Put one pasted picture on the wall."""
        try:
            found = photo_from(data, file_name, self.bench.portrait.sitter.photos)
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        self._take(([found], []))
        return True

    def _take(self, found: _Read) -> None:
        got, problems = found
        sitter = self.bench.portrait.sitter
        for photo, data in got:
            sitter = sitter.added(photo, data)
        if got:
            word = "photo" if len(got) == 1 else phrase("{0} photos", len(got))
            self.bench.portrait.set_field("sitter", sitter, phrase("Add {0}", word))
            self.bench.say(phrase("Added {0}.", word if len(got) > 1 else got[0][0].name))
        if problems:
            more = phrase(" And {0} more.", len(problems) - 3) if len(problems) > 3 else ""
            self.bench.say(in_a_row(" ", problems[:3]) + more, "error")
        self.added.emit(len(got))

    def _read(self) -> None:
        self._reader = None
        if self._waiting:
            self.add([])

    # --- solve ---------------------------------------------------------------------------

    def solve(self) -> None:
        """Solve the sitter from all photos, in a thread; another call while it runs is left."""
        if self._solver is not None:
            return
        here, sitter = self.bench.portrait, self.bench.portrait.sitter

        def work(progress: Progress) -> Sitter:
            from yewfinch.core.sitter.joint import solve_sitter  # with much that nothing else needs

            return solve_sitter(sitter, progress)[0]

        def done(found: Sitter) -> None:
            if self.bench.portrait is not here or not self.bench.standpoint.take_solution(found):
                self.bench.say("The marks were changed meanwhile: solve again.", "warn")
                return
            assert found.solution is not None
            self.bench.say(found.solution.words())
            self.solved.emit()

        def failed(text: str) -> None:
            self.bench.say(text, "error")
            self.failed.emit(text)

        self._solver = Worker(work)
        self._solver.progressed.connect(lambda fraction, _text: self.working.emit(fraction))
        self._solver.done.connect(done)
        self._solver.failed.connect(failed)
        self._solver.cancelled.connect(lambda: self.bench.say("The solve was cancelled; nothing was changed."))
        self._solver.finished.connect(self._ended)
        self.working.emit(0.0)
        self._solver.start()

    def cancel(self) -> None:
        """End a solve that runs; nothing of it is kept."""
        if self._solver is not None:
            self._solver.cancel()

    def _ended(self) -> None:
        self._solver = None
        self.working.emit(None)

    def busy(self) -> bool:
        """Whether something is running."""
        return self._solver is not None or self._reader is not None

    def close(self) -> None:
        """Let threads end."""
        for worker in (self._solver, self._reader):
            if worker is not None:
                worker.cancel()
                worker.wait(5000)
