"""Jobs on the base figure that may take long: at once if they are quick, else in a thread behind a dialog."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from PyQt6.QtCore import QObject

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.document.figure.shaping import Figures, figures
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress

T = TypeVar("T")

#: What is said when a job was cancelled.
LEFT = "The base head was left as it was."


class Making(QObject):
    """Carries jobs on figures out, one after the other.

    Parameters
    ----------
    failed : callable (str)
        Told why an edit did not come about.
    """

    def __init__(self, parent: QObject, failed: Callable[[str], None]) -> None:
        super().__init__(parent)
        self._failed = failed
        self._worker: Worker | None = None

    @property
    def maker(self) -> Figures:
        """Makes the forms."""
        return figures()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def work(
        self,
        job: Callable[[], T],
        done: Callable[[T], None],
        figure: Figure,
        *,
        posed: bool = False,
        skull: bool = False,
        quick: bool = False,
    ) -> None:
        """Compute something, mostly an edit, and hand it on.

        Parameters
        ----------
        job : callable
            Computes; changes nothing.
        done : callable
            Called with the result in the window's thread.
        figure : Figure
            What it is about.
        posed, skull : bool
            Whether joints or the skull are needed.
        quick : bool
            The job takes no time at any level, once the figure is ready.
        """
        unready = not self.maker.ready(figure, posed=posed, skull=skull)
        if (quick or figure.level <= FORMED) and not unready:
            try:
                done(job())
            except YewfinchError as error:
                self._failed(str(error))
            return
        words = "Preparing figures; once, up to a minute …" if unready else "Shaping the base head …"

        def carry_out(progress: Progress) -> T:
            self.maker.make_ready(figure, progress, posed=posed, skull=skull)
            return job()

        self._worker = behind_dialog(self, words, carry_out, done, self._failed, LEFT, counted=unready)
