"""Symmetry of shape: one side onto the other, both onto their mean, sectors round an axis."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from PyQt6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QLabel, QPushButton, QSpinBox

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import symmetrising
from yewfinch.core.document.verbs.symmetrising import Report
from yewfinch.core.mesh.repair.symmetry import Side
from yewfinch.core.reshape.sectors import FEWEST, MOST
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase

T = TypeVar("T")


class SymmetryPanel(LivePanel):
    """A plane, four buttons, and sectors."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 300)
        self._worker: Worker | None = None
        self._said: tuple[str, str] | None = None
        self.plane = QComboBox()
        self.plane.setAccessibleName("plane of symmetry")
        self.plane.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for where, (title, tip) in symmetrising.WHERE.items():
            self.plane.addItem(title, where)
            self.plane.setItemData(self.plane.count() - 1, tip, 3)
        self.plane.setToolTip("The plane across which the chosen piece is to be symmetric")
        self.plane.currentIndexChanged.connect(self._replaced)
        self.column.addWidget(self.plane)
        grid = QGridLayout()
        grid.setSpacing(2)
        self.buttons: dict[str, QPushButton] = {}
        for i, (key, title, tip, run) in enumerate(
            (
                (
                    "left",
                    "Left to right",
                    "The sitter's right side takes the form of the left",
                    lambda: self._even("left"),
                ),
                (
                    "right",
                    "Right to left",
                    "The sitter's left side takes the form of the right",
                    lambda: self._even("right"),
                ),
                ("both", "Even both", "Both sides take the mean of their forms", lambda: self._even("both")),
                (
                    "check",
                    "Look over",
                    "How far the sides differ, and what has no image; nothing is changed",
                    self._check,
                ),
            )
        ):
            button = QPushButton(title)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, r=run: r())
            self.buttons[key] = button
            grid.addWidget(button, i // 2, i % 2)
        self.column.addLayout(grid)
        row = QHBoxLayout()
        self.sectors = QSpinBox()
        self.sectors.setRange(FEWEST, MOST)
        self.sectors.setValue(6)
        self.sectors.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.sectors.setSuffix(" sectors")
        self.sectors.setAccessibleName("sectors")
        self.axis = QComboBox()
        self.axis.setAccessibleName("axis of the sectors")
        for title in ("axis from ear to ear", "axis upright", "axis to the front"):
            self.axis.addItem(title)
        self.axis.setCurrentIndex(1)
        self.round = QPushButton("Round an axis")
        self.round.setToolTip("Half a sector of the piece, mirrored and turned about an axis through its middle")
        self.round.clicked.connect(self._round)
        row.addWidget(self.sectors)
        row.addWidget(self.axis, 1)
        self.column.addLayout(row)
        self.column.addWidget(self.round)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        bench.selection.changed.connect(self.later)
        self.begin()

    def _replaced(self, _index: int) -> None:
        self._said = None
        self.refresh()

    def _where(self) -> symmetrising.Where:
        out: symmetrising.Where = self.plane.currentData()
        return out

    def _even(self, keep: Side) -> None:
        portrait, piece, where = self.bench.portrait, self.bench.selection.piece_id, self._where()

        def done(found: tuple[Edit | None, Report]) -> None:
            edit, report = found
            if edit is not None:
                portrait.perform(edit)
            self._told(piece, report.words() if edit is not None else phrase("{0} It is symmetric.", report.words()))

        self._work(lambda: symmetrising.even(portrait, piece, where, keep), done)

    def _check(self) -> None:
        portrait, piece, where = self.bench.portrait, self.bench.selection.piece_id, self._where()
        self._work(
            lambda: symmetrising.looked_over(portrait, piece, where), lambda report: self._told(piece, report.words())
        )

    def _round(self) -> None:
        portrait, piece, count, axis = (
            self.bench.portrait,
            self.bench.selection.piece_id,
            self.sectors.value(),
            self.axis.currentIndex(),
        )

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self._told(piece, phrase("{0} equal sectors.", count))

        self._work(lambda: symmetrising.round_axis(portrait, piece, count, axis), done)

    def _work(self, job: Callable[[], T], done: Callable[[T], None]) -> None:
        self._worker = behind_dialog(
            self,
            "Looking at both sides …",
            lambda _progress: job(),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The piece was left as it was.",
            counted=False,
        )

    def _told(self, piece: str, text: str) -> None:
        self._said = piece, text
        self.bench.say(text, "note")
        self.refresh()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def refresh(self) -> None:
        """Show what can be done to the chosen piece."""
        piece = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        can = piece is not None and not piece.fixed
        for key, button in self.buttons.items():
            button.setEnabled(can or (key == "check" and piece is not None))
        self.round.setEnabled(can)
        if piece is None:
            self.note.setText("No piece is chosen.")
        elif self._said is not None and self._said[0] == piece.id:
            self.note.setText(phrase("{0}: {1}", piece.name, self._said[1]))
        else:
            self.note.setText(
                phrase("{0}. What is masked stays as it is.", piece.name)
                if can
                else phrase("{0} is locked, or no clay yet.", piece.name)
            )
