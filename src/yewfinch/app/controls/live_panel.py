"""A panel that measures the portrait: soon after each change, and only while it is in sight."""

from __future__ import annotations

from PyQt6.QtCore import QTimer
from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from yewfinch.core.session.bench import Bench


class LivePanel(QWidget):
    """Base of panels with a `measure` of their own; `refresh` measures now.

    Parameters
    ----------
    bench : Bench
    wait : int
        Milliseconds after a change; further changes meanwhile are taken together.
    """

    def __init__(self, bench: Bench, wait: int = 200) -> None:
        super().__init__()
        self.bench = bench
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(4)
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(wait)
        self._timer.timeout.connect(self._due)
        bench.portrait_changed.connect(self._listen)

    def begin(self) -> None:
        """Call at the end of a subclass's own beginning."""
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.rows_changed.connect(self.later)
        self.bench.portrait.field_changed.connect(self.later)
        self.bench.portrait.pieces_changed.connect(self.later)
        self.refresh()

    def later(self, *_args: object) -> None:
        """Measure again soon."""
        if not self._timer.isActive():
            self._timer.start()

    def _due(self) -> None:
        if self.isVisible():
            self.refresh()

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """What was not measured while out of sight is measured now."""
        super().showEvent(event)
        self.later()

    def refresh(self) -> None:
        """Measure now."""
        raise NotImplementedError
