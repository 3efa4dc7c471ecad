"""Long work in a thread behind a modal dialog with a cancel button: nothing else touches the clay meanwhile."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from PyQt6.QtCore import QObject, Qt
from PyQt6.QtWidgets import QApplication, QProgressDialog

from yewfinch.app.kit.workers import Worker
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, silent

T = TypeVar("T")

#: Work on fewer vertices takes less than a tenth of a second: the window does it itself.
AT_ONCE = 8_000
#: Copying vertices is so much quicker than most other work on them.
COPIED = 40


def at_once_or_behind_dialog(
    parent: QObject,
    size: int,
    words: str,
    work: Callable[[Progress], T],
    done: Callable[[T], None],
    failed: Callable[[str], None],
    left: str,
) -> Worker | None:
    """Do work on `size` vertices now if it is short, else as `behind_dialog`; the thread at work, if there is one."""
    if size > AT_ONCE:
        return behind_dialog(parent, words, work, done, failed, left)
    try:
        result = work(silent)
    except YewfinchError as error:
        failed(str(error))
    else:
        done(result)
    return None


def behind_dialog(
    parent: QObject,
    words: str,
    work: Callable[[Progress], T],
    done: Callable[[T], None],
    failed: Callable[[str], None],
    left: str,
    *,
    counted: bool = True,
) -> Worker:
    """Start work and show how far it is.

    Parameters
    ----------
    parent : QObject
        Owns the thread.
    words : str
        What is being done.
    work : callable (Progress)
        Runs in the thread; changes nothing.
    done : callable
        Gets the result, in the window's thread.
    failed : callable (str)
        Told why nothing came of it.
    left : str
        Said when the work was cancelled.
    counted : bool
        The work tells how far it is.
    """
    dialog = QProgressDialog(words, "Cancel", 0, 1000 if counted else 0, QApplication.activeWindow())
    dialog.setWindowModality(Qt.WindowModality.ApplicationModal)
    dialog.setMinimumDuration(0)
    dialog.setAutoReset(False)
    worker = Worker(work)
    dropped: list[bool] = []

    def arrived(result: T) -> None:
        dialog.reset()
        if dropped:
            failed(left)
        else:
            done(result)

    worker.done.connect(arrived)

    def ended(text: str) -> None:
        dialog.reset()
        failed(text)

    def drop() -> None:
        dropped.append(True)
        worker.cancel()

    worker.failed.connect(ended)
    dialog.canceled.connect(drop)
    worker.cancelled.connect(lambda: ended(left))
    if counted:
        worker.progressed.connect(lambda share, _text: dialog.setValue(min(int(1000 * share), 999)))
    worker.finished.connect(dialog.deleteLater)
    worker.start()
    dialog.show()
    return worker
