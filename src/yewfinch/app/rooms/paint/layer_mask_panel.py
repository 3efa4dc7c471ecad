"""The mask of the colour layer in hand, and, of a layer of adjustment, what it does."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.core.document.verbs import painting
from yewfinch.core.skin.adjusting import STRAIGHT, Adjustment, Curve

#: Dials of an adjustment: setting, title, low, high, unit, shown times, tool tip.
_DIALS = (
    ("brightness", "Brightness", 0, 200, "%", 100.0, "Light is multiplied by it, as sRGB has it"),
    ("contrast", "Contrast", 0, 200, "%", 100.0, "Away from middle grey, or towards it"),
    ("saturation", "Saturation", 0, 200, "%", 100.0, "0 is grey"),
    ("hue", "Hue", -180, 180, "°", 1.0, "All hues are turned by so much"),
)
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
                    lambda: self._do(lambda p: painting.mask_from_clay(self.bench.portrait, p, self._key())),
                ),
                (
                    "invert", "Invert", "Shows where it was hidden, and the other way round",
                    lambda: self._do(lambda p: painting.invert_mask(self.bench.portrait, p, self._key())),
                ),
                (
                    "none", "No mask", "It shows everywhere again",
                    lambda: self._do(lambda p: painting.set_mask(self.bench.portrait, p, self._key(), None)),
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
                lambda p: painting.mask_from_region(self.bench.portrait, p, self._key(), self.region.currentText())
            )
        )
        row.addWidget(self.region, 1)
        row.addWidget(self.to_region)
        self.column.addLayout(row)
        self.on_mask = QPushButton("Paint on the mask")
        self.on_mask.setCheckable(True)
        self.on_mask.setToolTip("Tools of colour work on the mask: light colours show the layer, dark ones hide it")
        self.on_mask.clicked.connect(lambda on: self.controller.choose(self._key(), mask=on))
        self.column.addWidget(self.on_mask)
        self._adjusts()
        controller.changed.connect(self.later)
        self.begin()

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
            else f"{layer.name}: " + ("a mask hides a part of it." if masked else "it has no mask.")
        )
        for widget in (self.buttons["clay"], self.region, self.to_region):
            widget.setEnabled(layer is not None)
        for widget in (self.buttons["invert"], self.buttons["none"], self.on_mask):
            widget.setEnabled(masked)
        self.on_mask.setChecked(masked and self.bench.selection.on_colour_mask)
        names = [] if piece is None else list(piece.regions)
        if [self.region.itemText(i) for i in range(self.region.count())] != names:
            self.region.clear()
            self.region.addItems(names)
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
