"""Masks drawn or taken from the form, kept under names, hidden; shells over them, parts split off."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QHBoxLayout,
    QInputDialog,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.rooms.masks.mask_maker import MaskMaker
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.lore.region_names import region_title
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import masking
from yewfinch.core.mesh.repair.mend import Closing
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.shell import THICKEST, THINNEST, Where
from yewfinch.core.sculpt import mask_makers, masks
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress


class MaskMakingPanel(QWidget):
    """Buttons that make masks, and what can be made of masks."""

    def __init__(self, maker: MaskMaker) -> None:
        super().__init__()
        self.maker, self.bench = maker, maker.bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.joinings = choices(self, column, [
            ("add", "Add", "New masks are added to what is masked"),
            ("take", "Take away", "New masks free what they meet"),
            ("replace", "Replace", "New masks take the place of the present one"),
        ], maker.set_joining)  # fmt: skip
        self.shapes = choices(self, column, [
            ("lasso", "Lasso", "Draw round what is to be masked"), ("box", "Box", "Drag a box over it"),
        ], maker.draw)  # fmt: skip
        self.through = QCheckBox("Also what faces away")
        self.through.setToolTip("Lasso and box mask the far side of the clay as well")
        self.through.toggled.connect(maker.set_through)
        column.addWidget(self.through)
        grid, self.buttons = button_grid(
            (
                (
                    "hollows",
                    "Hollows",
                    "The most hollow parts of the form",
                    lambda: self._make("Mask the hollows", lambda p: mask_makers.hollows(p.surface)),
                ),
                (
                    "crests",
                    "Crests",
                    "The sharpest crests of the form",
                    lambda: self._make("Mask the crests", lambda p: mask_makers.hollows(p.surface, crests=True)),
                ),
                ("facing", "Facing me", "What faces you in the present view, within 50 degrees", self._facing),
                ("colour", "Of the colour", "What has nearly the colour of the paint tool", self._colour),
                (
                    "part",
                    "Loose part",
                    "The whole loose part under the pointer's last place, or the largest one",
                    self._part,
                ),
                ("grow", "Grow", "Wider by a ring of vertices", lambda: self._own("Grow the mask", masks.grown)),
                (
                    "shrink",
                    "Shrink",
                    "Narrower by a ring of vertices",
                    lambda: self._own("Shrink the mask", masks.shrunk),
                ),
                (
                    "split",
                    "Split off",
                    "What is masked becomes a piece of its own, closed as chosen below",
                    self._split,
                ),
            )
        )
        column.addLayout(grid)
        self.closing: Closing = "flat"
        self.closings = choices(
            self,
            column,
            [
                ("flat", "Flat rims", "What is split off, and what is left, is closed straight across"),
                ("smooth", "Round rims", "It is closed so that it goes on with the form round it"),
                ("open", "Open rims", "It stays open"),
            ],
            self._close_so,
        )
        self.closings["flat"].setChecked(True)
        row = QHBoxLayout()
        row.setSpacing(2)
        self.stored = QComboBox()
        self.stored.setAccessibleName("named masks of the piece")
        self.stored.setToolTip("Masks and regions of the piece by name; choose one to take it up")
        self.stored.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.stored.activated.connect(self._recall)
        self.store = QPushButton("Store …")
        self.store.setProperty("small", True)
        self.store.setToolTip("Keep the present mask under a name")
        self.store.clicked.connect(lambda: self._store())
        self.forget = QToolButton()
        self.forget.setIcon(theme.icon("trash", "soft"))
        self.forget.setToolTip("Remove the named mask that was taken up last")
        self.forget.setAccessibleName("remove the named mask")
        self.forget.clicked.connect(self._forget)
        row.addWidget(self.stored, 1)
        row.addWidget(self.store)
        row.addWidget(self.forget)
        column.addLayout(row)
        self.hidden = QCheckBox("Hide what is masked")
        self.hidden.setToolTip("It is neither drawn nor met by the pointer; nothing is lost")
        self.hidden.clicked.connect(self._hide)
        column.addWidget(self.hidden)
        self.thickness = ValueSlider("Shell", THINNEST, THICKEST, "mm", logarithmic=True)
        self.thickness.set_value(2.0)
        self.thickness.setToolTip("How thick a shell is")
        column.addWidget(self.thickness)
        self.shells = choices(
            self,
            column,
            [
                ("outward", "Outward", "A closed shell on the masked clay"),
                ("inward", "Inward", "A closed shell under its surface"),
                ("both", "Both ways", "A closed shell half in, half out"),
            ],
            self._shell,
        )
        for button in self.shells.values():
            button.setCheckable(False)
        self._last = ""
        self._listen()
        maker.changed.connect(self.refresh)
        self.bench.mode_changed.connect(self.refresh)
        self.bench.selection.changed.connect(self.refresh)
        self.bench.portrait_changed.connect(self._listen)

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["mask_lasso"]
        self.shapes["lasso"].setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _listen(self) -> None:
        self.bench.portrait.pieces_changed.connect(self.refresh)
        self.refresh()

    def _make(self, name: str, maker: Callable[[Piece], ByteArray]) -> None:
        self.maker.make(name, maker)

    def _facing(self) -> None:
        camera = self.bench.standpoint.camera() or self.bench.outlook.view.camera(100.0, 100.0)
        self._make("Mask what faces the eye", lambda p: mask_makers.facing(p.surface, -camera.rotation[2], 50.0))

    def _colour(self) -> None:
        self._make("Mask by colour", lambda p: mask_makers.of_colour(p.surface, self.bench.tools.rgb))

    def _part(self) -> None:
        def part(piece: Piece) -> ByteArray:
            held = piece.surface
            free = np.nonzero(held.mask[:, 0] == 0)[0]
            rows = (
                self.bench.selection.last_hit
                if self.bench.selection.last_hit is not None and self.bench.selection.last_hit[0] == piece.id
                else None
            )
            row = rows[1] if rows is not None and rows[1] < len(held) else int(free[0]) if len(free) else 0
            return mask_makers.loose_part(held, row)

        self._make("Mask a loose part", part)

    def _own(self, name: str, change: Callable[[Surface], ByteArray]) -> None:
        """What is done to the mask itself takes its place."""
        self.maker.make(name, lambda p: change(p.surface), "replace")

    def _close_so(self, closing: Closing) -> None:
        self.closing = closing

    def _split(self) -> None:
        portrait, closing = self.bench.portrait, self.closing
        self._make_piece(
            "Splitting off …",
            lambda piece, progress: masking.split_off(portrait, piece, progress, closing=closing),
        )

    def _shell(self, where: Where) -> None:
        portrait, thickness = self.bench.portrait, self.thickness.value()
        self._make_piece(
            "Making the shell …",
            lambda piece, progress: masking.make_shell(portrait, piece, thickness, where, progress),
        )

    def _make_piece(self, words: str, job: Callable[[str, Progress], tuple[Edit, str] | tuple[Edit, str, str]]) -> None:
        piece, portrait = self.maker.piece, self.bench.portrait

        def done(made: tuple[Edit, str] | tuple[Edit, str, str]) -> None:
            portrait.perform(made[0])
            self.bench.selection.choose(made[1])
            if len(made) == 3 and made[2]:
                self.bench.say(made[2], "note")

        if piece is not None:
            self.maker.work(len(piece.surface), words, lambda progress: job(piece.id, progress), done)

    def _carry_out(self, job: Callable[[str], Edit]) -> None:
        piece = self.maker.piece
        if piece is None:
            return
        try:
            self.bench.portrait.perform(job(piece.id))
        except YewfinchError as error:
            self.bench.say(str(error), "warn")

    def _hide(self, on: bool) -> None:
        self._carry_out(lambda piece: masking.hide(self.bench.portrait, piece, on))

    def _store(self) -> None:
        name, ok = QInputDialog.getText(self, "Store the mask", "Name of the mask")
        if ok:
            self._carry_out(lambda piece: masking.store(self.bench.portrait, piece, name))

    def _recall(self, index: int) -> None:
        name = self.stored.itemData(index)
        self.stored.setCurrentIndex(0)
        if name:
            self._last = name
            self._make(phrase("Mask {0}", name), lambda p: masking.of_region(p, name))
            self.refresh()

    def _forget(self) -> None:
        name, self._last = self._last, ""
        if name:
            self._carry_out(lambda piece: masking.forget(self.bench.portrait, piece, name))
        self.refresh()

    def refresh(self) -> None:
        """Show the chosen piece and what is set."""
        out, piece = self.maker, self.maker.piece
        can = piece is not None and not piece.fixed
        drawing = out.lines.draws(out.drawing)
        for key, button in self.shapes.items():
            group = button.group()
            if group is not None:
                group.setExclusive(drawing)  # with none drawn, none is down
            button.setChecked(drawing and key == out.drawing.shape)
        for key, button in self.joinings.items():
            button.setChecked(key == out.joining)
        self.through.setChecked(out.through)
        for button in (*self.buttons.values(), *self.shapes.values(), *self.shells.values(), self.store):
            button.setEnabled(can)
        names = tuple(piece.regions) if piece is not None else ()
        shown = tuple(self.stored.itemData(i) for i in range(1, self.stored.count()))
        if tuple(sorted(names)) != shown or self.stored.count() == 0:
            self.stored.clear()
            self.stored.addItem("Take up a mask …", "")
            for name in sorted(names):
                self.stored.addItem(region_title(name), name)
        self.stored.setEnabled(can and bool(names))
        self.forget.setEnabled(can and self._last in names)
        self.forget.setToolTip(
            phrase("Remove the named mask '{0}'", self._last)
            if self._last in names
            else "Remove the named mask that was taken up last"
        )
        self.hidden.setEnabled(piece is not None)
        self.hidden.setCheckState(
            Qt.CheckState.Checked if piece is not None and piece.hide_masked else Qt.CheckState.Unchecked
        )
