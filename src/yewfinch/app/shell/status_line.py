"""The status line: what the cursor is over, messages, long work, symmetry, saved state."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime

from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QProgressBar, QPushButton, QWidget

from yewfinch.app.controls.sentence import Sentence
from yewfinch.app.shell.documents import Documents
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase

#: Milliseconds that a note stays, at least, and for each letter (some 17 a second are read: common practice);
#: warnings and errors stay until the next sentence.
NOTE_STAYS, LETTER_STAYS = 6000, 60


class StatusLine(QWidget):
    """One row at the foot of the window.

    Attributes
    ----------
    helper : callable or None
        What leads to the page of the help that is about a sentence; None if there is none.
    """

    def __init__(self, bench: Bench, documents: Documents, viewport: Viewport) -> None:
        super().__init__()
        self.setObjectName("statusline")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.bench, self.documents, self.viewport = bench, documents, viewport
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 3, 12, 3)
        row.setSpacing(16)
        self.place = QLabel()
        self.place.setProperty("soft", True)
        self.place.setMinimumWidth(236)
        row.addWidget(self.place)
        self.message = Sentence()
        self.message.setAccessibleName("message")
        row.addWidget(self.message, 1)
        self.help = QPushButton("Help on this")
        self.help.setToolTip("The page of the help that is about this sentence")
        self.help.clicked.connect(lambda _=False: self._asked_for_help())
        self.help.hide()
        self.helper: Callable[[str], Callable[[], None] | None] | None = None
        self._lead: Callable[[], None] | None = None
        row.addWidget(self.help)
        self.progress = QProgressBar()
        self.progress.setFixedWidth(160)
        self.progress.setRange(0, 1000)
        self.progress.hide()
        self.cancel = QPushButton("Cancel")
        self.cancel.clicked.connect(documents.cancel)
        self.cancel.hide()
        row.addWidget(self.progress)
        row.addWidget(self.cancel)
        self.state = QLabel()
        self.state.setProperty("soft", True)
        row.addWidget(self.state)
        self._saved: datetime | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.timeout.connect(self._let_go)
        self._clock = QTimer(self)
        self._clock.setInterval(30_000)
        self._clock.timeout.connect(self.refresh)
        self._clock.start()
        viewport.hovered.connect(self._hovered)
        bench.said.connect(self.say)
        bench.tools.changed.connect(self.refresh)
        bench.portrait_changed.connect(self.refresh)
        documents.changed.connect(self.refresh)
        documents.jobs.working.connect(self._working)
        self.refresh()

    def say(self, text: str, kind: str) -> None:
        """Show a sentence."""
        self.message.setText(text)
        self.message.setToolTip(text)
        for name in ("warn", "error"):
            self.message.setProperty(name, name == kind)
        style = self.message.style()
        assert style is not None
        style.unpolish(self.message)
        style.polish(self.message)
        self._lead = self.helper(text) if kind != "note" and self.helper is not None else None
        self.help.setVisible(self._lead is not None)
        if kind == "note":
            self._timer.start(max(NOTE_STAYS, LETTER_STAYS * len(text)))
        else:
            self._timer.stop()
        if text.startswith("Saved"):
            self._saved = datetime.now()
            self.refresh()

    def _let_go(self) -> None:
        if self.message.underMouse():  # its tool tip is being read
            self._timer.start(NOTE_STAYS)
        else:
            self.message.clear()

    def _asked_for_help(self) -> None:
        if self._lead is not None:
            self._lead()

    def _hovered(self, hit: Hit | None) -> None:
        piece = self.bench.portrait.pieces.get(self.viewport.hit_piece)
        if hit is None or piece is None:
            self.place.setText("")
            return
        x, y, z = hit.point
        side = "left" if x >= 0 else "right"
        self.place.setText(
            phrase("{0}: {1:.1f} mm {2}, {3:+.1f} mm up, {4:+.1f} mm forward", piece.name, abs(x), side, y, z)
        )

    def _working(self, text: str, fraction: float) -> None:
        busy = bool(text)
        self.progress.setVisible(busy)
        self.cancel.setVisible(busy)
        if busy:
            self.progress.setValue(round(fraction * 1000))
            self.message.setText(text)

    def refresh(self) -> None:
        """Vertices, symmetry and when it was saved."""
        portrait = self.bench.portrait
        count = grouped(sum(len(p.surface) for p in portrait.pieces.values()))
        symmetry = "symmetry on" if self.bench.tools.symmetry else "symmetry off"
        if self.documents.unsaved:
            saved = "unsaved changes"
        elif self._saved is not None:
            minutes = int((datetime.now() - self._saved).total_seconds() // 60)
            saved = "saved just now" if minutes < 1 else phrase("saved {0} min ago", minutes)
        else:
            saved = "no changes"
        self.state.setText(phrase("{0} vertices · {1} · {2}", count, symmetry, saved))
