"""The mask of the chosen piece, and parts of it that are turned."""

from __future__ import annotations

from PyQt6.QtWidgets import QComboBox, QGridLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.masks.part_controller import Parts
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.lore.region_names import region_title
from yewfinch.core.reshape.part_turn import KINDS
from yewfinch.core.shared.phrases import phrase


class MaskPanel(QWidget):
    """Clear, invert, soften, sharpen, regions; hinge, bend or twist with its angle; off and on."""

    def __init__(self, parts: Parts) -> None:
        super().__init__()
        self.parts = parts
        self._regions: tuple[str, ...] | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        grid = QGridLayout()
        grid.setSpacing(2)
        self.buttons: dict[str, QPushButton] = {}
        for i, (key, title, tip, run) in enumerate((
            ("clear", "Clear", "Let all of the piece be free (Shift+Q)", parts.clear),
            ("invert", "Invert", "Hold what was free (Alt+Q)", parts.invert),
            ("soften", "Soften", "Widen the edge of the mask", parts.soften),
            ("sharpen", "Sharpen", "Narrow the edge of the mask", parts.sharpen),
        )):  # fmt: skip
            button = QPushButton(title)
            button.setProperty("small", True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, r=run: r())
            self.buttons[key] = button
            grid.addWidget(button, i // 2, i % 2)
        column.addLayout(grid)
        self.regions = QComboBox()
        self.regions.setAccessibleName("regions of the piece")
        self.regions.setToolTip("Mask a named region of the piece, besides what is masked")
        self.regions.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.regions.activated.connect(self._region)
        column.addWidget(self.regions)
        self.by_hand = QPushButton("Turn a part in the view")
        self.by_hand.setCheckable(True)
        self.by_hand.clicked.connect(parts.toggle)
        column.addWidget(self.by_hand)
        self.kinds = choices(self, column, [(k, *v) for k, v in KINDS.items()], parts.set_kind)
        self.sides = choices(
            self,
            column,
            [
                (True, "Masked turns", "What is masked turns, the rest stays"),
                (False, "Free turns", "What is masked stays, the rest turns"),
            ],
            parts.set_masked,
        )
        self.angle = ValueSlider("Angle", -180.0, 180.0, "°", decimals=0)
        self.angle.setToolTip("How far the part is turned from where it was when its line was drawn")
        self.angle.changed.connect(parts.turn)
        column.addWidget(self.angle)
        self.states = choices(
            self,
            column,
            [
                (False, "Parts as before", "Take all turned parts of the piece off; strokes made since stay"),
                (True, "Parts turned", "Put them on again"),
            ],
            self._set_on,
        )
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        parts.changed.connect(self.refresh)
        parts.bench.mode_changed.connect(self._moded)
        self.refresh()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["part_hand"]
        self.by_hand.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _moded(self) -> None:
        self.by_hand.setChecked(self.parts.bench.mode == "part")
        if self.parts.bench.mode != "part":
            self.parts.finish()
            self.parts.forget()
            self.refresh()

    def _set_on(self, on: bool) -> None:
        self.parts.set_on(on)
        self.refresh()

    def _region(self, index: int) -> None:
        name = self.regions.itemData(index)
        self.regions.setCurrentIndex(0)
        if name:
            self.parts.region(name)

    def refresh(self) -> None:
        """Show the present piece."""
        parts = self.parts
        piece, bent = parts.piece, parts.bent
        can = piece is not None and not piece.fixed
        regions = tuple(piece.regions) if piece is not None else ()
        if regions != self._regions:
            self._regions = regions
            self.regions.clear()
            self.regions.addItem("Mask a region …", "")
            for name in sorted(regions):
                self.regions.addItem(region_title(name), name)
        self.regions.setEnabled(can and bool(regions))
        for button in (*self.buttons.values(), *self.kinds.values(), *self.sides.values(), self.by_hand):
            button.setEnabled(can)
        for kind, button in self.kinds.items():
            button.setChecked(kind == parts.kind)
        for side, button in self.sides.items():
            button.setChecked(side == parts.masked)
        self.angle.setEnabled(can and parts.line is not None)
        self.angle.set_value(parts.degrees)
        for on, button in self.states.items():
            button.setEnabled(bent is not None and can)
            button.setChecked(bent is not None and bent.on == on)
        if piece is None:
            self.note.setText("No piece is chosen.")
        elif piece.fixed:
            self.note.setText(phrase("{0} is locked, an armature or a guide.", piece.name))
        else:
            held = float(piece.surface.mask.mean()) / 2.55
            text = (
                phrase("{0}: {1:.0f} % masked.", piece.name, held)
                if held >= 0.5 or not piece.surface.mask.any()
                else phrase("{0}: less than 1 % masked.", piece.name)
            )
            self.note.setText(
                text if parts.line is None else phrase("{0} Drag the golden dot, or set the angle.", text)
            )
