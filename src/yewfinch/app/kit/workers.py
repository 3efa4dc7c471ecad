"""Long work in a thread, with progress and cancel, results back on the window's thread."""

from __future__ import annotations

import sys
import threading
from collections.abc import Callable
from typing import Any, ClassVar

from PyQt6.QtCore import QThread, pyqtSignal

from yewfinch.core.shared.errors import CancelledError, YewfinchError
from yewfinch.core.shared.progress import Progress


class Worker(QThread):
    """Runs one function, which gets a progress callback.

    Signals
    -------
    progressed : (float, str)
    done : (object,)
        What the function returned.
    failed : (str,)
        A sentence for the user.
    cancelled : ()
    """

    progressed = pyqtSignal(float, object)
    done = pyqtSignal(object)
    failed = pyqtSignal(object)
    cancelled = pyqtSignal()

    #: Those that run. Nobody else need hold one, and none has a parent: Qt would keep it, with all that its signals are
    #: connected to, as long as the window stands.
    _running: ClassVar[set[Worker]] = set()

    def __init__(self, work: Callable[[Progress], Any]) -> None:
        super().__init__()
        self._work: Callable[[Progress], Any] | None = work
        self._stop = threading.Event()
        self.finished.connect(self._end)

    def start(self, priority: QThread.Priority = QThread.Priority.InheritPriority) -> None:
        """Begin the work in its thread."""
        self._running.add(self)
        super().start(priority)

    def _end(self) -> None:
        self._running.discard(self)

    def cancel(self) -> None:
        """Ask the work to stop at its next report."""
        self._stop.set()

    def run(self) -> None:
        """Do the work (called by Qt in the thread)."""
        work, self._work = self._work, None  # it may hold surfaces that are not wanted any more
        assert work is not None
        try:
            result = work(self._report)
        except CancelledError:
            self.cancelled.emit()
        except YewfinchError as error:
            self.failed.emit(str(error))
        except Exception as error:
            self.failed.emit("This did not work because of an error in Yewfinch itself.")
            # raised on from here it would end the process: Qt's threads are not Python's
            sys.excepthook(type(error), error, error.__traceback__)
        else:
            self.done.emit(result)

    def _report(self, fraction: float, text: str) -> None:
        if self._stop.is_set():
            raise CancelledError("cancelled")
        self.progressed.emit(fraction, text)
