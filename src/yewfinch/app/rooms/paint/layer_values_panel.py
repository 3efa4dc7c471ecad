"""What strokes on colour layers lay on besides colour, what the layer in hand carries, and each of it shown alone."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QLabel

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.core.document.verbs import layer_values
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.colour_layer import DEPTH
from yewfinch.core.skin.qualities import DEEPEST, LEVEL, QUALITIES, REACH, SHALLOWEST, in_mm

#: What can be shown, and what it is called.
_SHOWN = (
    ("", "As it is lit"),
    ("colour", "Colour alone"),
    *((k, phrase("{0} alone", q.title)) for k, q in QUALITIES.items()),
)


class LayerValuesPanel(LivePanel):
    """Ticks say what strokes lay on, dials how much of it."""

    def __init__(self, controller: PaintController) -> None:
        super().__init__(controller.bench, 120)
        self.controller = controller
        self._filling = False
        self.head = QLabel()
        self.head.setWordWrap(True)
        self.column.addWidget(self.head)
        self.ticks: dict[str, QCheckBox] = {}
        self.dials: dict[str, ValueSlider] = {}
        tools = self.bench.tools
        self.ticks["colour"] = QCheckBox("Colour")
        self.ticks["colour"].setToolTip("Strokes lay the colour in hand on")
        self.column.addWidget(self.ticks["colour"])
        for key, quality in QUALITIES.items():
            tick = QCheckBox()
            tick.setAccessibleName(phrase("strokes lay {0} on", quality.title.lower()))
            tick.setToolTip(phrase("Strokes lay it on. {0}.", quality.says))
            dial = ValueSlider(quality.title, 0, 100, "%", decimals=2 if key == "height" else 0, label_width=76)
            dial.setToolTip(f"{quality.says}.")
            if key == "height":
                dial.set_range(-DEPTH, DEPTH, "mm")
            dial.changed.connect(lambda v, k=key: self._turned(k, v))
            self.ticks[key], self.dials[key] = tick, dial
            row = QHBoxLayout()
            row.setSpacing(4)
            row.addWidget(tick)
            row.addWidget(dial, 1)
            self.column.addLayout(row)
        for key, tick in self.ticks.items():
            tick.clicked.connect(lambda on, k=key: tools.lay_on(k, on))
        self.deepest = ValueSlider("Depth", SHALLOWEST, DEEPEST, "mm", decimals=2, logarithmic=True, label_width=100)
        self.deepest.setToolTip("How high or deep this layer is at most; what is painted scales along")
        self.deepest.changed.connect(self._deepened)
        self.deepest.released.connect(controller.end_step)
        self.column.addWidget(self.deepest)
        grid, self.buttons = button_grid(
            (
                (
                    "painted", "Where painted", "Lay what is ticked on as far as the layer has paint",
                    lambda: self._lay(where_painted=True),
                ),
                ("all", "All over", "Lay what is ticked on everywhere on this layer", lambda: self._lay()),
                ("away", "Take away", "Take what is ticked away from this layer", self._away),
                (
                    "form", "Height to form", "Make all fine height that is seen into a form layer; it moves the clay",
                    self._to_form,
                ),
            )
        )  # fmt: skip
        self.column.addLayout(grid)
        self.shown = QComboBox()
        for key, title in _SHOWN:
            self.shown.addItem(title, key)
        self.shown.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.shown.setAccessibleName("what the view shows")
        self.shown.setToolTip("Show one of these alone, without light")
        self.shown.activated.connect(lambda _: self.bench.outlook.set_looking(alone=self.shown.currentData()))
        row = QHBoxLayout()
        row.addWidget(QLabel("View"))
        row.addWidget(self.shown, 1)
        self.column.addLayout(row)
        controller.changed.connect(self.later)
        tools.colour_changed.connect(self.later)
        self.bench.outlook.changed.connect(self.later)
        self.begin()

    @property
    def _depth(self) -> float:
        layer = self.controller.layer
        return DEPTH if layer is None else layer.depth

    def _turned(self, key: str, value: float) -> None:
        if self._filling:
            return
        byte = LEVEL + REACH * value / self._depth if key == "height" else 2.55 * value
        self.bench.tools.set_value(key, round(min(max(byte, 1 if key == "height" else 0), 255)))

    def _deepened(self, value: float) -> None:
        if not self._filling:
            self.controller.set(depth=float(value))

    def _ticked(self) -> dict[str, int]:
        tools = self.bench.tools
        return {k: tools.values[k] for k in tools.lays if k in QUALITIES}

    def _key(self) -> str:
        layer = self.controller.layer
        return "" if layer is None else layer.id

    def _lay(self, *, where_painted: bool = False) -> None:
        portrait, key, values = self.bench.portrait, self._key(), self._ticked()
        self.controller.do(lambda p: layer_values.lay_all_over(portrait, p, key, values, where_painted=where_painted))
        self.refresh()

    def _away(self) -> None:
        portrait, key, names = self.bench.portrait, self._key(), list(self._ticked())
        self.controller.do(lambda p: layer_values.take_away(portrait, p, key, names))
        self.refresh()

    def _to_form(self) -> None:
        portrait = self.bench.portrait
        if self.controller.do(lambda p: layer_values.height_to_form(portrait, p)[0]):
            self.bench.say("The fine height is a form layer now: weigh it in the panel Form layers.", "note")
        self.refresh()

    def refresh(self) -> None:
        """Show the layer in hand and what strokes lay on."""
        layer, tools = self.controller.layer, self.bench.tools
        self._filling = True
        carried = "" if layer is None else layer_values.carried_words(layer)
        self.head.setText(
            "Begin colour layers, and choose one."
            if layer is None
            else phrase("{0} carries {1}. Tick what strokes lay on:", layer.name, carried.lower())
            if carried
            else phrase("{0} carries colour only. Tick what strokes lay on:", layer.name)
        )
        for key, tick in self.ticks.items():
            tick.setChecked(key in tools.lays)
            tick.setEnabled(layer is not None)
        for key, dial in self.dials.items():
            if key == "height":
                dial.set_range(-self._depth, self._depth, "mm")
            if not dial.dragging:
                value = tools.values[key]
                dial.set_value(in_mm(value, self._depth) if key == "height" else value / 2.55)
        if not self.deepest.dragging:
            self.deepest.set_value(self._depth)
        self.deepest.setEnabled(layer is not None)
        for button in self.buttons.values():
            button.setEnabled(layer is not None)
        self.shown.setCurrentIndex(max(self.shown.findData(self.bench.outlook.looking.alone), 0))
        self._filling = False
