"""The mask of the colour layer in hand, and, of a layer of adjustment, what it does."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.core.anatomy.lore.region_names import region_title
from yewfinch.core.document.verbs import layer_masks
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.adjusting import STRAIGHT, Adjustment, Curve

#: Dials of an adjustment: setting, title, low, high, unit, shown times, tool tip.
_DIALS = (
    ("brightness", "Brightness", 0, 200, "%", 100.0, "Light is multiplied by it, as sRGB has it"),
    ("contrast", "Contrast", 0, 200, "%", 100.0, "Away from middle grey, or towards it"),
    ("saturation", "Saturation", 0, 200, "%", 100.0, "0 is grey"),
    ("hue", "Hue", -180, 180, "°", 1.0, "All hues are turned by so much"),
)
#: What a mask is made of, and what that means; and the amount: low, high, unit, usual.
_SOURCES = {
    "Hollows": "The most hollow part of the form: creases, corners, below the lip",
    "Crests": "The sharpest part of the form: rims, ridges",
    "Facing the view": "What looks towards you now",
    "Near the last press": "Round the place where the clay was pressed last",
    "Colour in hand": "Where nearly the colour in hand is seen (CIEDE2000)",
}
_AMOUNTS = {
    "Hollows": (1, 95, "%", 15),
    "Crests": (1, 95, "%", 15),
    "Facing the view": (5, 120, "°", 60),
    "Near the last press": (1, 200, "mm", 25),
    "Colour in hand": (1, 40, "ΔE", 8),
}
#: Places of a curve that have a dial, and what these are called.
_PLACES = ((0.25, "Shadows"), (0.5, "Middle"), (0.75, "Lights"))
_CHANNELS = ("All", "Red", "Green", "Blue")


class LayerMaskPanel(LivePanel):
    """Buttons for the mask; dials of an adjustment."""

    def __init__(self, controller: PaintController) -> None:
        super().__init__(controller.bench, 120)
        self.controller = controller
        self._filling = False
        self.head = QLabel()
        self.head.setWordWrap(True)
        self.column.addWidget(self.head)
        grid, self.buttons = button_grid(
            (
                (
                    "clay", "From clay", "The layer shows where the clay is not masked now",
                    lambda: self._do(lambda p: layer_masks.mask_from_clay(self.bench.portrait, p, self._key())),
                ),
                (
                    "invert", "Invert", "Shows where it was hidden, and the other way round",
                    lambda: self._do(lambda p: layer_masks.invert_mask(self.bench.portrait, p, self._key())),
                ),
                (
                    "none", "No mask", "It shows everywhere again",
                    lambda: self._do(lambda p: layer_masks.set_mask(self.bench.portrait, p, self._key(), None)),
                ),
            )
        )  # fmt: skip
        self.column.addLayout(grid)
        row = QHBoxLayout()
        self.region = QComboBox()
        self.region.setAccessibleName("region that the layer is to show in")
        self.region.setToolTip("A named region of the piece")
        self.region.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.to_region = QPushButton("Only there")
        self.to_region.setProperty("small", True)
        self.to_region.setToolTip("The layer shows in that region only")
        self.to_region.clicked.connect(
            lambda: self._do(
                lambda p: layer_masks.mask_from_region(self.bench.portrait, p, self._key(), self.region.currentData())
            )
        )
        row.addWidget(self.region, 1)
        row.addWidget(self.to_region)
        self.column.addLayout(row)
        row = QHBoxLayout()
        self.source = QComboBox()
        for name, tip in _SOURCES.items():
            self.source.addItem(name, name)
            self.source.setItemData(self.source.count() - 1, tip, Qt.ItemDataRole.ToolTipRole)
        self.source.setAccessibleName("what the mask is made of")
        self.source.setToolTip("What of the form or the colour decides where the layer shows")
        self.source.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.source.currentIndexChanged.connect(lambda _: self._measure())
        self.made = QPushButton("Make it")
        self.made.setProperty("small", True)
        self.made.setToolTip("The layer's mask becomes that, by the amount below")
        self.made.clicked.connect(self._make)
        row.addWidget(self.source, 1)
        row.addWidget(self.made)
        self.column.addLayout(row)
        self.amount = ValueSlider("Amount", 1, 100, "%", decimals=0)
        self.amount.setToolTip("How much of the form, how far turned away, how far off, or how alike")
        self.column.addWidget(self.amount)
        self._measure()
        self.on_mask = QPushButton("Paint on the mask")
        self.on_mask.setCheckable(True)
        self.on_mask.setToolTip("Tools of colour work on the mask: light colours show the layer, dark ones hide it")
        self.on_mask.clicked.connect(lambda on: self.controller.choose(self._key(), mask=on))
        self.column.addWidget(self.on_mask)
        self._adjusts()
        controller.changed.connect(self.later)
        self.begin()

    def _measure(self) -> None:
        """Give the amount the unit that the source is measured in."""
        low, high, unit, usual = _AMOUNTS[self.source.currentData()]
        self.amount.set_range(low, high, unit)
        self.amount.set_value(usual)

    def _make(self) -> None:
        bench, key, amount = self.bench, self._key(), self.amount.value()
        portrait, kind = bench.portrait, self.source.currentData()
        if kind == "Near the last press":
            hit = bench.selection.last_hit
            if hit is None or hit[0] not in portrait.pieces or hit[1] >= len(portrait.surface(hit[0])):
                bench.say("Press on the clay first, at the middle of what the layer is to show.", "note")
                return
            place = portrait.surface(hit[0]).positions[hit[1]].astype(np.float64)
        elif kind == "Facing the view":
            way = -bench.outlook.view.camera(100, 100).rotation[2]
        makers = {
            "Hollows": lambda p: layer_masks.mask_from_hollows(portrait, p, key, amount / 100),
            "Crests": lambda p: layer_masks.mask_from_hollows(portrait, p, key, amount / 100, crests=True),
            "Facing the view": lambda p: layer_masks.mask_from_facing(portrait, p, key, way, amount),
            "Near the last press": lambda p: layer_masks.mask_from_distance(portrait, p, key, place, amount),
            "Colour in hand": lambda p: layer_masks.mask_from_colour(portrait, p, key, bench.tools.rgb, amount),
        }
        self._do(makers[kind])

    def _adjusts(self) -> None:
        self.box = QWidget()
        column = QVBoxLayout(self.box)
        column.setContentsMargins(0, 6, 0, 0)
        column.setSpacing(4)
        self.dials: dict[str, ValueSlider] = {}
        for key, title, low, high, unit, shown, tip in _DIALS:
            dial = ValueSlider(title, low, high, unit, decimals=0)
            dial.setToolTip(tip)
            dial.changed.connect(lambda v, k=key, s=shown: self._set(**{k: v / s}))
            dial.released.connect(self.controller.end_step)
            self.dials[key] = dial
            column.addWidget(dial)
        row = QHBoxLayout()
        self.channel = QComboBox()
        self.channel.addItems(_CHANNELS)
        self.channel.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.channel.setAccessibleName("channel of the curve")
        self.channel.setToolTip("Which channel's curve the three dials below bend")
        self.channel.activated.connect(lambda _: self.refresh())
        row.addWidget(QLabel("Curve"))
        row.addWidget(self.channel, 1)
        column.addLayout(row)
        self.curve: list[ValueSlider] = []
        for i, (_, title) in enumerate(_PLACES):
            dial = ValueSlider(title, -25, 25, "%", decimals=0)
            dial.setToolTip("How far the curve is raised there")
            dial.changed.connect(lambda v, i=i: self._bend(i, v / 100))
            dial.released.connect(self.controller.end_step)
            self.curve.append(dial)
            column.addWidget(dial)
        row = QHBoxLayout()
        self.balance = QPushButton("Balance it")
        self.balance.setProperty("small", True)
        self.balance.setToolTip(
            "What has the colour in hand becomes grey: take that from a white card in a photo first"
        )
        self.balance.clicked.connect(self._balance)
        self.unbalance = QPushButton("No balance")
        self.unbalance.setProperty("small", True)
        self.unbalance.setToolTip("Colours as they are")
        self.unbalance.clicked.connect(lambda: self._set(grey=(0.5, 0.5, 0.5)))
        row.addWidget(self.balance, 1)
        row.addWidget(self.unbalance)
        column.addLayout(row)
        self.column.addWidget(self.box)

    def _key(self) -> str:
        layer = self.controller.layer
        return "" if layer is None else layer.id

    def _do(self, job) -> None:  # type: ignore[no-untyped-def]  # a verb of the controller's
        self.controller.do(job)
        self.refresh()

    def _adjustment(self) -> Adjustment:
        layer = self.controller.layer
        return Adjustment() if layer is None else layer.adjustment

    def _set(self, **changes: object) -> None:
        if not self._filling:
            self.controller.finish()
            self.controller.set(adjustment=replace(self._adjustment(), **changes))  # type: ignore[arg-type]  # ours

    def _balance(self) -> None:
        r, g, b = (max(v / 255.0, 0.02) for v in self.bench.tools.rgb)
        self._set(grey=(r, g, b))

    def _bend(self, which: int, by: float) -> None:
        curves = list(self._adjustment().curves)
        chosen = self.channel.currentIndex()
        for k in range(3) if chosen == 0 else (chosen - 1,):
            raised = list(_raised(curves[k]))
            raised[which] = by
            curves[k] = _curve(raised)
        self._set(curves=(curves[0], curves[1], curves[2]))

    def refresh(self) -> None:
        """Show the layer in hand."""
        layer, piece = self.controller.layer, self.controller.piece
        self._filling = True
        masked = layer is not None and layer.mask is not None
        self.head.setText(
            "Begin colour layers, and choose one."
            if layer is None
            else phrase("{0}: ", layer.name) + ("a mask hides a part of it." if masked else "it has no mask.")
        )
        for widget in (self.buttons["clay"], self.region, self.to_region, self.source, self.made, self.amount):
            widget.setEnabled(layer is not None)
        for widget in (self.buttons["invert"], self.buttons["none"], self.on_mask):
            widget.setEnabled(masked)
        self.on_mask.setChecked(masked and self.bench.selection.on_colour_mask)
        names = [] if piece is None else list(piece.regions)
        if [self.region.itemData(i) for i in range(self.region.count())] != names:
            self.region.clear()
            for name in names:
                self.region.addItem(region_title(name), name)
        self.to_region.setEnabled(layer is not None and bool(names))
        adjusts = layer is not None and layer.kind == "adjust"
        self.box.setVisible(adjusts)
        if adjusts:
            held = self._adjustment()
            for key, _, _, _, _, shown, _ in _DIALS:
                self.dials[key].set_value(getattr(held, key) * shown)
            chosen = self.channel.currentIndex()
            for dial, by in zip(self.curve, _raised(held.curves[max(chosen - 1, 0)]), strict=True):
                dial.set_value(100 * by)
        self._filling = False


def _raised(curve: Curve) -> tuple[float, ...]:
    """How far a curve is raised at the places that have a dial."""
    at = {round(x, 3): y for x, y in curve}
    return tuple(at.get(x, x) - x for x, _ in _PLACES)


def _curve(raised: list[float]) -> Curve:
    """The curve that is raised by so much there."""
    if not any(raised):
        return STRAIGHT
    inside = tuple((x, min(max(x + by, 0.0), 1.0)) for (x, _), by in zip(_PLACES, raised, strict=True))
    return ((0.0, 0.0), *inside, (1.0, 1.0))
