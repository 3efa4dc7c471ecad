"""Work on files, one after another in threads: what was asked for, how far it is, and how it ended."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from PyQt6.QtCore import QEventLoop, QObject, pyqtSignal

from yewfinch.app.kit.workers import Worker
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.progress import Progress


class Job(QObject):
    """Something that was asked for and takes its time.

    Signals
    -------
    ended : (bool,) whether it went well
    """

    ended = pyqtSignal(bool)

    def __init__(self) -> None:
        super().__init__()
        self.over = self.well = False

    def end(self, well: bool) -> Job:
        """Tell that the job has ended, once only, and how."""
        if not self.over:
            self.over, self.well = True, well
            self.ended.emit(well)
        return self

    def follow(self, other: Job) -> Job:
        """End as another one does, which may have ended already."""
        if other.over:
            return self.end(other.well)
        other.ended.connect(self.end)
        return self

    def wait(self) -> bool:
        """Let the window live until it has ended; whether it went well."""
        if not self.over:
            loop = QEventLoop()
            self.ended.connect(loop.quit)
            loop.exec()
        return self.well


class Jobs(QObject):
    """Runs jobs in the order in which they were asked for.

    Signals
    -------
    working : (str, float) what is done and how far it is, 0 to 1; an empty text means that nothing is
    """

    working = pyqtSignal(object, float)

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self._bench = bench
        self._worker: Worker | None = None
        self._waiting: list[tuple[Job, Callable[[Progress], Any], Callable[[Any], bool], str]] = []

    @property
    def busy(self) -> bool:
        """Is anything under way, or waiting?"""
        return self._worker is not None or bool(self._waiting)

    def add(self, work: Callable[[Progress], Any], done: Callable[[Any], bool], title: str) -> Job:
        """Have something done.

        Parameters
        ----------
        work : callable
            Runs in a thread, on what nobody changes meanwhile.
        done : callable
            Runs in the window's thread with what came of it; whether that is what was asked for.
        title : str
            What is done, for the status line.
        """
        job = Job()
        self._waiting.append((job, work, done, title))
        self._next()
        return job

    def _next(self) -> None:
        if self._worker is not None or not self._waiting:
            return
        job, work, done, title = self._waiting.pop(0)
        worker = self._worker = Worker(work)

        def over(well: bool) -> None:
            self._worker = None
            if not self._waiting:
                self.working.emit("", 1.0)
            job.end(well)
            self._next()

        def arrived(result: Any) -> None:
            well = False
            try:
                well = done(result)
            finally:
                over(well)

        def failed(text: str) -> None:
            self._bench.say(text, "error")
            over(False)

        def cancelled() -> None:
            self._bench.say("Cancelled; nothing was changed.")
            over(False)

        worker.progressed.connect(lambda share, text: self.working.emit(text or title, share))
        worker.done.connect(arrived)
        worker.failed.connect(failed)
        worker.cancelled.connect(cancelled)
        self.working.emit(title, 0.0)
        worker.start()

    def cancel(self) -> None:
        """Stop what is under way, and what waits behind it."""
        waiting, self._waiting = self._waiting, []
        if self._worker is not None:
            self._worker.cancel()
        for job, *_ in waiting:
            job.end(False)

    def wait(self) -> None:
        """Let the window live until all is done."""
        while self.busy:
            loop = QEventLoop()
            self.working.connect(loop.quit)
            loop.exec()
            self.working.disconnect(loop.quit)
