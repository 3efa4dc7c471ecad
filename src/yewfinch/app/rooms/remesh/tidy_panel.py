"""Mend the chosen piece, or reduce it to fewer faces; what was found, done and lost is said."""

from __future__ import annotations

from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QSpinBox

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import tidying
from yewfinch.core.mesh.repair.mend import LONGEST_RIM, SPECK, WELD, Closing, Report
from yewfinch.core.reshape.reduce import FEWEST
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase


class TidyPanel(LivePanel):
    """Distances for mending, a count for reducing, and a report."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 300)
        self._worker: Worker | None = None
        self._said: tuple[str, str] | None = None
        self.weld = ValueSlider("Weld", 0.0, 1.0, "mm", decimals=3)
        self.weld.set_value(WELD)
        self.weld.setToolTip("Vertices nearer to each other than this become one")
        self.speck = ValueSlider("Specks", 0.0, 50.0, "mm", decimals=1)
        self.speck.set_value(SPECK)
        self.speck.setToolTip("Loose parts smaller than this are dropped, but never the largest")
        self.rim = ValueSlider("Holes", 0.0, 4000.0, "edges", decimals=0)
        self.rim.set_value(LONGEST_RIM)
        self.rim.setToolTip("Holes with at most so many edges are closed; 0 leaves all open")
        for slider in (self.weld, self.speck, self.rim):
            self.column.addWidget(slider)
        self.closing: Closing = "smooth"
        self.closings = choices(
            self,
            self.column,
            [
                ("smooth", "Smooth", "What closes a hole goes on with the form round it"),
                ("flat", "Flat", "What closes a hole lies straight across it"),
                ("open", "Leave open", "Holes stay open"),
            ],
            self._close_so,
        )
        self.closings["smooth"].setChecked(True)
        self.mend = QPushButton("Mend the chosen piece")
        self.mend.setToolTip(
            "Weld, drop empty and doubled faces and specks, cut tangles free, turn faces alike, close holes; says "
            "what it did"
        )
        self.mend.clicked.connect(self._mend)
        self.column.addWidget(self.mend)
        row = QHBoxLayout()
        self.count = QSpinBox()
        self.count.setRange(FEWEST, 40_000_000)
        self.count.setSingleStep(1000)
        self.count.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.count.setSuffix(" triangles")
        self.count.setAccessibleName("triangles wanted")
        self.count.setToolTip("How many triangles are to be left")
        self.reduce = QPushButton("Reduce to")
        self.reduce.setToolTip("Fewer faces for the same form; rims, colours and landmarks stay, and the error is told")
        self.reduce.clicked.connect(self._reduce)
        row.addWidget(self.reduce)
        row.addWidget(self.count, 1)
        self.column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        self._counted = ("", 0)
        bench.selection.changed.connect(self.later)
        self.begin()

    def _close_so(self, closing: Closing) -> None:
        self.closing = closing
        self.rim.setEnabled(closing != "open")

    def _mend(self) -> None:
        portrait, piece, closing = self.bench.portrait, self.bench.selection.piece_id, self.closing
        weld, speck, longest = self.weld.value(), self.speck.value(), int(self.rim.value())

        def done(found: tuple[Edit | None, Report]) -> None:
            edit, report = found
            if edit is not None:
                portrait.perform(edit)
            told = "" if edit is None or edit.told is None else phrase(" Now {0}.", edit.told.words)
            self._told(piece, f"{report.words()}{told}")

        self._worker = behind_dialog(
            self,
            "Mending …",
            lambda progress: tidying.mend(
                portrait, piece, weld=weld, speck=speck, longest=longest, closing=closing, progress=progress
            ),
            done,
            self._failed,
            "The piece was left as it was.",
        )

    def _reduce(self) -> None:
        portrait, piece, count = self.bench.portrait, self.bench.selection.piece_id, self.count.value()

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            told = "" if edit.told is None else phrase("; {0}", edit.told.words)
            self._told(piece, phrase("{0} triangles{1}.", grouped(len(portrait.surface(piece).faces)), told))

        self._worker = behind_dialog(
            self,
            "Reducing …",
            lambda progress: tidying.reduce(portrait, piece, count, progress),
            done,
            self._failed,
            "The piece was left as it was.",
        )

    def _told(self, piece: str, text: str) -> None:
        self._said = piece, text
        self.bench.say(text, "note")
        self.refresh()

    def _failed(self, text: str) -> None:
        self.bench.say(text, "warn")

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def refresh(self) -> None:
        """Show the chosen piece; offer half of its triangles when it is another."""
        piece = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        can = piece is not None and not piece.fixed
        for widget in (self.mend, self.reduce, self.count):
            widget.setEnabled(can)
        if piece is None:
            self.note.setText("No piece is chosen.")
            return
        triangles = int((piece.surface.faces[:, 2] != piece.surface.faces[:, 3]).sum()) + len(piece.surface.faces)
        if self._counted != (piece.id, triangles):
            self._counted = piece.id, triangles
            self.count.setMaximum(max(FEWEST, triangles - 1))
            self.count.setValue(triangles // 2)
        text = phrase("{0}: {1} triangles.", piece.name, grouped(triangles))
        if self._said is not None and self._said[0] == piece.id:
            text = phrase("{0} {1}", text, self._said[1])
        self.note.setText(text if can else phrase("{0} is locked, or no clay yet.", piece.name))
