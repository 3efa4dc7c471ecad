"""Keeps the lines drawn on photos compared with the clay while it is worked on."""

from __future__ import annotations

from PyQt6.QtCore import QObject, QTimer

from yewfinch.app.rooms.likeness.fringes import Fringes
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.session.bench import Bench


class Comparing(QObject):
    """Compares soon after each change, but never in the middle of a stroke."""

    def __init__(self, bench: Bench, view: Viewport) -> None:
        super().__init__(view)
        self.bench, self.view, self.fringes = bench, view, Fringes(bench)
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self._compare)
        bench.standpoint.changed.connect(self._later)
        bench.portrait_changed.connect(self._listen)
        view.stroke_ended.connect(self._later)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.history.changed.connect(self._later)

    def _later(self, *_args: object) -> None:
        self._soon.start()

    def _compare(self) -> None:
        if not self.view.busy:
            self.fringes.refresh()
            self.view.update()
