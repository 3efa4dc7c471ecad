"""Under the skin: the skull and its tissue-depth pegs, shown, hidden, compared with the clay."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QCheckBox, QGridLayout, QLabel, QPushButton, QTableWidgetItem

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import length
from yewfinch.app.rooms.figure.steering import Steering
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.document.figure.under_skin import PEGS, SKULL, Depth, as_clay, depths, guides
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.shared.phrases import phrase

#: Clay this near to the end of its peg needs no attention, mm.
_NEAR = 1.0


class UnderSkinPanel(LivePanel):
    """Switches for skull, pegs and clay; a table of the depths."""

    def __init__(self, steering: Steering) -> None:
        super().__init__(steering.bench, 300)
        self.steering = steering
        self.rows: list[Depth] = []
        self.make = QPushButton("Put skull and pegs under the head")
        self.make.setToolTip(
            "Make the skull inside the base head, and pegs as long as published depths of the flesh over it"
        )
        self.make.clicked.connect(self._make)
        self.column.addWidget(self.make)
        self.switches: dict[str, QCheckBox] = {}
        grid = QGridLayout()
        grid.setSpacing(4)
        for i, (key, title, tip) in enumerate((
            (SKULL, "Skull", "Show the skull through the clay"),
            (PEGS, "Pegs", "Show the pegs: each ends where the skin lies over the bone on average"),
            (HEAD, "Clay over it", "Hide the head to build up from the bone"),
        )):  # fmt: skip
            box = QCheckBox(title)
            box.setToolTip(tip)
            box.clicked.connect(lambda on, k=key: self._show(k, on))
            self.switches[key] = box
            grid.addWidget(box, 0, i)
        self.column.addLayout(grid)
        self.table = plain_table(["Point", phrase("Peg, {0}", "mm"), phrase("Clay, {0}", "mm")], "tissue depths")
        self.table.setMinimumHeight(170)
        self.table.itemSelectionChanged.connect(self._chosen)
        self.column.addWidget(self.table)
        self.clay = QPushButton("Make the skull clay")
        self.clay.setToolTip("A piece that tools can work on; it no longer follows the base head")
        self.clay.clicked.connect(self._as_clay)
        self.column.addWidget(self.clay)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        steering.changed.connect(self.later)
        self.begin()

    def _make(self) -> None:
        figure, portrait = self.steering.figure, self.bench.portrait
        self.steering.finish()

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self.refresh()

        self.steering.making.work(lambda: self.steering.maker.under_skin(portrait), done, figure, skull=True,
                                  posed=portrait.posed is not None and portrait.posed.on)  # fmt: skip

    def _show(self, key: str, on: bool) -> None:
        held = self.bench.portrait.pieces.get(key)
        if held is not None and held.visible != on:
            self.bench.portrait.put_piece(
                replace(held, visible=on), phrase("{0} {1}", "Show" if on else "Hide", held.name)
            )

    def _as_clay(self) -> None:
        self.bench.portrait.perform(as_clay(self.bench.portrait, SKULL))
        self.bench.selection.choose(list(self.bench.portrait.pieces)[-1])
        self.bench.say("The skull is clay now: tools work on it. Undo makes it a guide again.", "note")

    def _chosen(self) -> None:
        model = self.table.selectionModel()
        rows = [] if model is None else [i.row() for i in model.selectedRows()]
        self.bench.selection.choose_peg(self.rows[rows[0]].key if rows and rows[0] < len(self.rows) else None)

    def refresh(self) -> None:
        """Show what is there, and measure the clay over each peg."""
        portrait = self.bench.portrait
        held, why = guides(portrait), self.steering.why_not()
        self.make.setEnabled(not why)
        self.make.setVisible(len(held) < 2)
        for key, box in self.switches.items():
            piece = portrait.pieces.get(key)
            box.setEnabled(piece is not None)
            box.setChecked(piece is not None and piece.visible)
        self.clay.setVisible(SKULL in held)
        rows = depths(portrait)
        self.table.setVisible(bool(rows))
        if len(rows) != self.table.rowCount():
            self.table.setRowCount(len(rows))
        self.rows = rows
        for i, d in enumerate(rows):
            off = None if d.now is None else d.now - d.published
            now = "–" if d.now is None else length(d.now)
            tip = (
                "No clay stands over this peg."
                if off is None
                else (
                    phrase("The clay is {0:.1f} mm {1} the end of the peg.", abs(off), "above" if off > 0 else "below")
                    if abs(off) >= _NEAR
                    else "The clay meets the peg."
                )
            )
            bold = off is not None and abs(off) >= _NEAR
            for j, text in enumerate((d.title, length(d.published), now)):
                item = QTableWidgetItem(text)
                item.setToolTip(phrase("{0}. {1}", d.title, tip))
                item.setForeground(theme.color("ink" if bold else "soft"))
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)
        self.note.setText(why.replace("steer it", "put a skull under it") if why and not held else self._words(rows))

    def _words(self, rows: list[Depth]) -> str:
        if not rows:
            return "The skull follows the base head; depths are means of adults, a single face differs by 2 to 4 mm."
        off = [d for d in rows if d.now is not None and abs(d.now - d.published) >= _NEAR]
        bare = sum(d.now is None for d in rows)
        words = phrase(
            "{0} of {1} pegs meet the clay within {2:.0f} mm.", len(rows) - len(off) - bare, len(rows), _NEAR
        )
        return phrase("{0} Choose a row to see its peg.", words) if off or bare else words
