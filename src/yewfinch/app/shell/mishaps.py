"""Unexpected errors: none ends the program.

Python calls the hooks here for errors that nothing caught, in the window's thread or another. What was under way is
taken back, a recovery file is written, the report goes into the log, and a dialog says so. Without such a hook PyQt
ends
the process.
"""

from __future__ import annotations

import sys
import threading
import time
from pathlib import Path
from types import TracebackType

from PyQt6.QtCore import QObject, Qt, pyqtSignal
from PyQt6.QtGui import QAction
from PyQt6.QtWidgets import QFileDialog

from yewfinch.app.shell.dialogs.mishap import MishapDialog
from yewfinch.app.shell.window import MainWindow
from yewfinch.core.session.journal import Journal
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Seconds in which an error at the same place is not shown again.
_QUIET = 10.0


class Mishaps(QObject):
    """Catches what nothing else caught, for one window.

    Signals
    -------
    happened : (error,)
        An unexpected error, from whatever thread.
    """

    happened = pyqtSignal(object)

    def __init__(self, window: MainWindow, journal: Journal) -> None:
        super().__init__(window)
        self.window, self.journal = window, journal
        self.dialog: MishapDialog | None = None
        self._shown: dict[str, float] = {}
        self._busy = False
        self._before = (sys.excepthook, threading.excepthook, sys.unraisablehook)
        self.happened.connect(self._happened, Qt.ConnectionType.QueuedConnection)  # type: ignore[call-arg]  # the stubs leave the kind of connection out
        self._listen()
        window.bench.portrait_changed.connect(self._listen_to_history)

    def install(self) -> None:
        """Take over the hooks of the interpreter."""
        sys.excepthook = self._hook
        threading.excepthook = lambda told: self._hook(told.exc_type, told.exc_value, told.exc_traceback)
        sys.unraisablehook = lambda told: self._hook(told.exc_type, told.exc_value, told.exc_traceback)

    def uninstall(self) -> None:
        """Give them back."""
        sys.excepthook, threading.excepthook, sys.unraisablehook = self._before

    # --- what the user did, for reports ----------------------------------------------------

    def _listen(self) -> None:
        for action in self.window.findChildren(QAction):
            action.triggered.connect(lambda _on, a=action: self.journal.act(a.text().replace("&", "")))
        self.window.bench.stage_changed.connect(lambda: self.journal.act(phrase("stage {0}", self.window.bench.stage)))
        self._listen_to_history()

    def _listen_to_history(self) -> None:
        history = self.window.bench.portrait.history
        self.journal.act("a portrait is on the bench")
        history.changed.connect(lambda: self.journal.act(phrase("history: {0}", history.newest or "the beginning")))

    # --- what is done about an error -------------------------------------------------------

    def _hook(self, kind: type[BaseException], error: BaseException | None, trace: TracebackType | None) -> None:
        """Called by the interpreter, in the thread of the error."""
        if error is None or issubclass(kind, (KeyboardInterrupt, SystemExit)):
            self._before[0](kind, error or kind(), trace)
            return
        error.__traceback__ = trace
        self.happened.emit(error)

    def _happened(self, error: BaseException) -> None:
        if self._busy:  # an error while one is dealt with: the log has to be enough
            self.journal.report(error)
            return
        self._busy = True
        try:
            self.journal.know("OpenGL", self.window.viewport.drawn_by)
            report = self.journal.report(error)
            taken_back = self._taken_back()
            safe = self._safe()
        finally:
            self._busy = False
        place = _place_of(error)
        now = time.monotonic()
        if self.dialog is not None:
            self.dialog.again()
        elif now - self._shown.get(place, -_QUIET) < _QUIET:
            self.window.bench.say(
                "The same error came again; the log has it. Save your work and start Yewfinch anew.", "error"
            )
        else:
            self.dialog = MishapDialog(self.window, phrase("{0} {1}", taken_back, safe), report, self._save_and_close)
            self.dialog.finished.connect(self._closed)
            self.dialog.open()
        self._shown[place] = now

    def _closed(self) -> None:
        self.dialog = None

    def _taken_back(self) -> str:
        """Take back what the pointer had begun, and draw all anew; what happened to it, in words."""
        view = self.window.viewport
        try:
            busy = view.busy
            view.cancel()
            self.window.bench.portrait.pieces_changed.emit()
            self.window.bench.outlook.changed.emit()
        except Exception as second:
            self.journal.report(second)
            return "What was under way could not be taken back."
        return (
            "The stroke that was under way was taken back."
            if busy
            else "Nothing was under way: all that you did before stands, and can be undone."
        )

    def _safe(self) -> str:
        """Write a recovery file; where the work is, in words."""
        documents = self.window.documents
        if not documents.unsaved:
            return "All your work is saved."
        try:
            documents.autosave_now()
        except YewfinchError as failed:
            return phrase("A recovery file could not be written: {0} Save your work now.", failed)
        except Exception as second:
            self.journal.report(second)
            return "A recovery file could not be written. Save your work now under another name."
        return phrase(
            "Your work was written to a recovery file at {0}: it is offered at the next start, whatever happens.",
            time.strftime("%H:%M"),
        )

    def _save_and_close(self) -> None:
        name, _ = QFileDialog.getSaveFileName(
            self.window, "Save a copy", f"{self.window.documents.folder()}/copy.yewfinch", "Portraits (*.yewfinch)"
        )
        if name and self.window.documents.save_copy(Path(name)):
            self.window.bench.portrait.history.mark_saved()
            self.window.close()


def _place_of(error: BaseException) -> str:
    """Kind of an error and where it was raised, to know it again."""
    trace = error.__traceback__
    while trace is not None and trace.tb_next is not None:
        trace = trace.tb_next
    return (
        type(error).__name__
        if trace is None
        else phrase("{0} {1}:{2}", type(error).__name__, trace.tb_frame.f_code.co_filename, trace.tb_lineno)
    )
