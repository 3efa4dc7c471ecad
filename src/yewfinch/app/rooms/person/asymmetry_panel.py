"""Asymmetry: the clay's and the sitter's by landmark, line or region, in colours, taken apart, brought over, evened."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton, QTableWidgetItem

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.person.clay_in_hand import clay_in_hand
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_turn import LiveTurn
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import asymmetry as verbs
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.document.verbs.asymmetry_lists import LISTS, Amount
from yewfinch.core.features.asymmetry import NOTICED, USUAL, colours, known, parts
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: The colours end at this distance of left from right, mm; so many landmarks are listed.
_MOST, _LISTED = 4.0, 14
#: Clay of more vertices is looked through for images in a thread, when it is asked for.
_DENSE = 150_000


class AsymmetryPanel(LivePanel):
    """A list, and what can be done about it."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 400)
        self._dial = LiveTurn(bench, "asymmetry")
        self._worker: Worker | None = None
        self.told = QLabel()
        self.told.setWordWrap(True)
        self.column.addWidget(self.told)
        self.by = QComboBox()
        self.by.setAccessibleName("list asymmetry by")
        self.by.setToolTip("Landmark by landmark, along the lines of the face, or by parts of the head")
        for word in LISTS:
            self.by.addItem(phrase("by {0}", word), word)
        self.by.activated.connect(lambda _: self.refresh())
        self.column.addWidget(self.by)
        self.table = plain_table(["", "clay", "sitter"], "asymmetry of clay and sitter")
        self.table.setMinimumHeight(150)
        self.table.cellClicked.connect(self._show)
        self.column.addWidget(self.table)
        self.seen = QPushButton("Show in colours")
        self.seen.setCheckable(True)
        self.seen.setToolTip("Colour the clay by how far each place is from the image of its counterpart")
        self.seen.clicked.connect(lambda _=False: self._colour())
        self.column.addWidget(self.seen)
        self.apart, self.over = QPushButton("Take apart"), QPushButton("From the sitter")
        self.apart.setToolTip("Put the asymmetry onto a form layer: under it the clay is its own mirror image")
        self.apart.clicked.connect(lambda _=False: self._take_apart())
        self.over.setToolTip("Give the clay the sitter's asymmetry on a layer; its symmetric part stays")
        self.over.clicked.connect(lambda _=False: self._bring_over())
        row = QHBoxLayout()
        row.addWidget(self.apart, 1)
        row.addWidget(self.over, 1)
        self.column.addLayout(row)
        self.strength = ValueSlider("Strength", -100.0, 200.0, "%", decimals=0)
        self.strength.setToolTip("Of the layer: 0 is symmetric, 100 as it was, -100 its mirror image")
        self.strength.changed.connect(self._weigh)
        self.strength.released.connect(self._dial.end)
        self.column.addWidget(self.strength)
        self.region = QComboBox()
        self.region.setAccessibleName("feature to be made like the other side")
        self.region.setToolTip("A feature that both sides have")
        self.left, self.right = QPushButton("left as right"), QPushButton("right as left")
        for button, side in ((self.left, "l"), (self.right, "r")):
            button.setToolTip("Make that feature of this side the image of the other's")
            button.clicked.connect(lambda _=False, s=side: self._even(s))
        row = QHBoxLayout()
        row.addWidget(self.region, 1)
        row.addWidget(self.left)
        row.addWidget(self.right)
        self.column.addLayout(row)
        self.rows: list[Amount] = []
        bench.selection.changed.connect(self.later)
        self.begin()

    def piece(self) -> Piece | None:
        """The clay that is spoken of."""
        return clay_in_hand(self.bench)

    def _perform(self, make: Callable[[], Edit]) -> None:
        try:
            self.bench.portrait.perform(make())
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
        self.refresh()

    def _take_apart(self) -> None:
        piece = self.piece()
        if piece is not None:
            self._dial.end()
            self._perform(lambda: verbs.take_apart(self.bench.portrait, piece.id)[0])

    def _bring_over(self) -> None:
        piece, found = self.piece(), self.bench.standpoint.likeness()
        solution = self.bench.portrait.sitter.solution
        if piece is None or found is None or solution is None:
            self.bench.say("There is no solved sitter to go by. Mark landmarks on photos and solve first.", "warn")
            return
        self._dial.end()
        self._perform(lambda: verbs.bring_over(self.bench.portrait, piece.id, solution, found.alignment)[0])

    def _layer(self) -> str | None:
        piece = self.piece()
        if piece is None:
            return None
        stack = form_layers.stack_of(self.bench.portrait, piece)
        return next((v.id for v in stack.layers if v.name in (verbs.LAYER, verbs.FROM_SITTER)), None)

    def _weigh(self, value: float) -> None:
        piece, key = self.piece(), self._layer()
        if piece is not None and key is not None:
            self._dial.turn(lambda: form_layers.weigh(self.bench.portrait, piece.id, key, value / 100.0))

    def _even(self, side: str) -> None:
        piece, region = self.piece(), self.region.currentData()
        if piece is None or not region:
            return

        def make() -> Edit:
            return verbs.side_as_other(self.bench.portrait, piece.id, f"{region}_{side}", side)

        self._perform(make)

    def _colour(self) -> None:
        piece = self.piece()
        if piece is None or not self.seen.isChecked():
            self.bench.outlook.show_instead({})
            return
        if self._heavy(piece):
            surface = piece.surface
            self._worker = behind_dialog(
                self, "Measuring the asymmetry …", lambda _: parts(surface), lambda _: self.refresh(),
                lambda text: self.bench.say(text, "warn"), "Nothing was measured.",
            )  # fmt: skip
            return
        shown = piece.surface.moved(piece.surface.positions)
        shown.colour[:] = colours(parts(piece.surface).away, _MOST)
        self.bench.outlook.show_instead({piece.id: shown})

    def _heavy(self, piece: Piece) -> bool:
        """Whether it takes so long to look for images that the window would stand."""
        return len(piece.surface) > _DENSE and not known(piece.surface)

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def _show(self, row: int, _column: int) -> None:
        if 0 <= row < len(self.rows) and self.rows[row].key in LANDMARKS:
            self.bench.selection.choose_landmark(self.rows[row].key)

    def refresh(self) -> None:
        """Measure again."""
        portrait, piece = self.bench.portrait, self.piece()
        found, solution = self.bench.standpoint.likeness(), portrait.sitter.solution
        lay = None if found is None else found.alignment
        self.rows = LISTS[self.by.currentData()](portrait, solution if lay is not None else None, lay)[:_LISTED]
        self.table.setRowCount(len(self.rows))
        for i, u in enumerate(self.rows):
            clay = "" if u.clay is None else phrase("{0:.1f} mm", u.clay)
            sitter = "" if u.sitter is None else phrase("{0:.1f} ± {1:.1f} mm", u.sitter, u.spread or 0.0)
            for j, text in enumerate((u.title, clay, sitter)):
                item = QTableWidgetItem(text)
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                if j == 2 and u.certain:
                    font = item.font()
                    font.setBold(True)
                    item.setFont(font)
                self.table.setItem(i, j, item)
        key = self._layer()
        self.strength.setEnabled(key is not None)
        if piece is not None and key is not None:
            self.strength.set_value(100.0 * form_layers.stack_of(portrait, piece)[key].strength)
        stems = [] if piece is None else sorted({k[:-2] for k in piece.regions if k.endswith("_l")})
        if [self.region.itemData(i) for i in range(self.region.count())] != stems:
            held = self.region.currentData()
            self.region.clear()
            for stem in stems:
                self.region.addItem(stem, stem)
            self.region.setCurrentIndex(max(0, self.region.findData(held)))
        for widget in (self.apart, self.over, self.seen, self.left, self.right):
            widget.setEnabled(piece is not None)
        if piece is None:
            self.told.setText("Choose clay with landmarks first.")
            return
        if self._heavy(piece):
            self.told.setText(phrase("{0} is dense: 'Show in colours' measures it.", piece.name))
            return
        away = parts(piece.surface).away
        self.told.setText(
            phrase(
                "{0}: {1:.2f} mm from its mirror image (root mean square; healthy faces {2:g} to "
                "{3:g}), at most {4:.1f} mm. Viewers notice {5:g} to {6:g} mm.",
                piece.name,
                np.sqrt((away**2).mean()),
                USUAL[0],
                USUAL[1],
                away.max(),
                NOTICED[0],
                NOTICED[1],
            )
        )
        if self.seen.isChecked():
            self._colour()
