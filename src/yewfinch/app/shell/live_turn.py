"""A dial whose each turn begins from where it was taken hold of: one undo step for as long as it is turned."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QObject, QTimer

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError


class LiveTurn(QObject):
    """Carries wishes out one after the other, the newest only.

    Parameters
    ----------
    bench : Bench
    name : str
        What it is known by, to go on with it.
    """

    def __init__(self, bench: Bench, name: str) -> None:
        super().__init__()
        self.bench, self.name = bench, name
        self._wish: Callable[[], Edit] | None = None
        self._live: LiveEdit | None = None
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self.finish)

    def turn(self, make: Callable[[], Edit]) -> None:
        """Carry this out soon, in the place of what is still to be carried out."""
        self._wish = make
        self._soon.start()

    def finish(self) -> None:
        """Carry out what is wished."""
        self._soon.stop()
        make, self._wish = self._wish, None
        if make is None:
            return
        self._live = self.bench.portrait.going_on(self._live, self.name)
        self._live.take_back()  # each time from where the turning began: other rows may differ
        try:
            edit = make()
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        if edit.changes:
            self._live.update(edit)

    def end(self) -> None:
        """What follows is another step."""
        self.finish()
        self._live = None

    def cancel(self) -> None:
        """Take back what was done since it was taken hold of."""
        self._soon.stop()
        self._wish = None
        if self._live is not None:
            self._live.cancel()
        self._live = None
