"""The colour of the paint tool: hex, hue/saturation/lightness, picking, filling."""

from __future__ import annotations

from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.rooms.colour.swatch_row import SwatchRow
from yewfinch.core.document.verbs import painting
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.colour import from_hex, from_hsl, hex_of, to_hsl
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


class ColourPanel(QWidget):
    """One colour, several ways to say it."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        row = QHBoxLayout()
        self.patch = QFrame()
        self.patch.setFixedSize(56, 30)
        self.patch.setAccessibleName("colour")
        self.hex = QLineEdit()
        self.hex.setMaxLength(7)
        self.hex.setToolTip("sRGB, like #c98a16")
        self.hex.setAccessibleName("colour as sRGB hex")
        self.hex.editingFinished.connect(self._typed)
        row.addWidget(self.patch)
        row.addWidget(self.hex, 1)
        column.addLayout(row)
        self.hue = ValueSlider("Hue", 0, 360, "°", decimals=0, label_width=74)
        self.saturation = ValueSlider("Saturation", 0, 100, "%", decimals=0, label_width=74)
        self.lightness = ValueSlider("Lightness", 0, 100, "%", decimals=0, label_width=74)
        for slider in (self.hue, self.saturation, self.lightness):
            slider.changed.connect(self._slid)
            column.addWidget(slider)
        row = QHBoxLayout()
        row.setSpacing(4)
        self.pick = QPushButton(theme.icon("eyedropper"), "From clay")
        self.pick.setCheckable(True)
        self.pick.setToolTip("Click the clay to take its colour (I). In the marking view, Alt+click takes a photo's.")
        self.pick.clicked.connect(lambda on: bench.set_mode("pick colour" if on else "tool"))
        self.photo = QPushButton(theme.icon("eyedropper"), "From photo")
        self.photo.setToolTip("Stand at a photo first; then click in it to take its colour")
        self.photo.setCheckable(True)
        self.fill = QPushButton(theme.icon("paint-bucket"), "Fill")
        self.fill.setToolTip("Give the chosen piece this colour all over")
        self.fill.clicked.connect(self._fill)
        self.layer = QPushButton(theme.icon("eyedropper"), "From layer")
        self.layer.setToolTip("Click the clay to take the colour that the chosen layer alone has there")
        self.layer.setCheckable(True)
        self.layer.clicked.connect(lambda on: bench.set_mode("pick layer" if on else "tool"))
        for button in (self.pick, self.layer):
            row.addWidget(button)
        column.addLayout(row)
        row = QHBoxLayout()
        row.setSpacing(4)
        for button in (self.photo, self.fill):
            row.addWidget(button)
        column.addLayout(row)
        self.swatches = SwatchRow(bench)
        column.addWidget(self.swatches)
        bench.tools.colour_changed.connect(self.refresh)
        bench.mode_changed.connect(self.refresh)
        self.photo.clicked.connect(self._from_photo)
        self._hsl = to_hsl(bench.tools.rgb)
        self.refresh()

    def _from_photo(self, on: bool) -> None:
        if on and self.bench.standpoint.photo() is None:
            self.photo.setChecked(False)
            self.bench.say("Click a matched photo first; then take a colour from it.", "warn")
            return
        self.bench.set_mode("pick photo" if on else "tool")

    def _typed(self) -> None:
        try:
            rgb = from_hex(self.hex.text())
        except ValueError as error:
            self.bench.say(f"{error}.".capitalize(), "error")
            self.refresh()
            return
        if rgb != self.bench.tools.rgb:
            self.bench.tools.set_colour(rgb)

    def _slid(self, _value: float) -> None:
        self._hsl = (self.hue.value(), self.saturation.value(), self.lightness.value())
        self.bench.tools.set_colour(from_hsl(*self._hsl))

    def _fill(self) -> None:
        bench = self.bench
        piece = bench.portrait.pieces.get(bench.selection.piece_id)
        if piece is None:
            return
        if piece.fixed and not piece.locked:
            bench.say(phrase("{0} is no clay yet. Settle or clothe it first.", piece.name), "warn")
            return
        layer = bench.selection.colour_layer_of.get(piece.id, "")
        try:
            bench.portrait.perform(painting.fill(bench.portrait, piece.id, bench.tools.rgb, layer))
        except YewfinchError as error:
            bench.say(str(error), "warn")

    def refresh(self) -> None:
        """Show the colour in force."""
        rgb = self.bench.tools.rgb
        if from_hsl(*self._hsl) != rgb:
            self._hsl = to_hsl(rgb)
        line = theme.palette().line
        self.patch.setStyleSheet(f"background: {hex_of(rgb)}; border: 1px solid {line}; border-radius: 4px;")
        self.hex.setText(hex_of(rgb))
        for slider, value in zip((self.hue, self.saturation, self.lightness), self._hsl, strict=True):
            slider.set_value(value)
        self.pick.setChecked(self.bench.mode == "pick colour")
        self.layer.setChecked(self.bench.mode == "pick layer")
        self.photo.setChecked(self.bench.mode == "pick photo")
