"""The stencil: a stamp over the view, through which tools work."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.stamps.stamp_pictures import picture
from yewfinch.app.rooms.stamps.stencil_hand import StencilHand
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.sculpt.stamps import own_stamps, stamp_of
from yewfinch.core.sculpt.stencil import MOST, straight
from yewfinch.core.shared.phrases import phrase


class StencilPanel(QWidget):
    """Picture, on and off, moving and warping by hand, and numbers."""

    def __init__(self, hand: StencilHand) -> None:
        super().__init__()
        self.hand, self.viewport, self.bench = hand, hand.viewport, hand.viewport.bench
        bench = self.bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.pictures = QComboBox()
        self.pictures.setAccessibleName("picture of the stencil")
        self.pictures.setToolTip("Lay a stamp over the view; pictures of your own come in through the panel Stamps")
        self.pictures.activated.connect(self._chosen)
        column.addWidget(self.pictures)
        row = QHBoxLayout()
        self.by_hand, self.warp = QPushButton("Move it in the view"), QPushButton("Warp it")
        for button, run in ((self.by_hand, hand.toggle), (self.warp, self._toggle_warp)):
            button.setProperty("small", True)
            button.setCheckable(True)
            button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button)
        self.warp.setToolTip("Bend the picture by a grid of handles until it fits the form")
        column.addLayout(row)
        self.on, self.invert = QCheckBox("Tools work through it"), QCheckBox("Exchange black and white")
        self.on.clicked.connect(lambda on: bench.stencil.change(on=on))
        self.invert.clicked.connect(lambda on: bench.stencil.change(invert=on))
        self.width_of = ValueSlider("Width", 2.0, 800.0, "%", decimals=0, logarithmic=True)
        self.width_of.setToolTip("As a part of the view's height")
        self.width_of.changed.connect(lambda v: bench.stencil.change(width=v / 100))
        self.angle = ValueSlider("Angle", -180.0, 180.0, "°", decimals=0)
        self.angle.changed.connect(lambda v: bench.stencil.change(angle=v))
        self.tiles = ValueSlider("Tiles", 1.0, float(MOST), "across", decimals=0)
        self.tiles.setToolTip("So many pictures side by side")
        self.tiles.changed.connect(lambda v: bench.stencil.change(tiles=round(v)))
        self.opacity = ValueSlider("Shown", 5.0, 100.0, "%", decimals=0)
        self.opacity.setToolTip("How strongly the stencil is seen; it holds back as much in any case")
        self.opacity.changed.connect(lambda v: bench.stencil.change(opacity=v / 100))
        self.steepest = ValueSlider("Facing", 5.0, 90.0, "°", decimals=0)
        self.steepest.setToolTip("Nothing goes through where the clay is turned away from you by more")
        self.steepest.changed.connect(lambda v: bench.stencil.change(steepest=v))
        self.rest = (self.on, self.invert, self.width_of, self.angle, self.tiles, self.opacity, self.steepest)
        for widget in self.rest:
            column.addWidget(widget)
        row = QHBoxLayout()
        self.straighten, self.away = QPushButton("Straighten"), QPushButton("Take it away")
        self.straighten.setToolTip("Undo the warp, the angle and the place")
        self.straighten.clicked.connect(lambda: bench.stencil.change(warp=straight(), angle=0.0, at=(0.0, 0.0)))
        self.away.clicked.connect(self._away)
        for button in (self.straighten, self.away):
            button.setProperty("small", True)
            row.addWidget(button)
        column.addLayout(row)
        self.note = QLabel(
            "It stays in the view while you turn the clay under it. Strokes mirrored by symmetry go through its "
            "mirror image."
        )
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        for signal in (bench.tools.changed, bench.mode_changed, bench.outlook.changed):
            signal.connect(self.refresh)
        bench.portrait_changed.connect(self._opened)
        self._opened()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["stencil_hand"]
        self.by_hand.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _opened(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self._fill()

    def _field(self, field: str) -> None:
        if field == "stamps":
            self._fill()
        elif field == "stencil":
            self.refresh()

    def _fill(self) -> None:
        self.pictures.clear()
        self.pictures.addItem("No stencil", "")
        for stamp in (*own_stamps(), *self.bench.portrait.stamps):
            self.pictures.addItem(picture(stamp), stamp.title, stamp.id)
        self.refresh()

    def _chosen(self, index: int) -> None:
        stamp = stamp_of(self.bench.portrait.stamps, self.pictures.itemData(index))
        if stamp is None:
            self._away()
        else:
            self.bench.stencil.change(stamp, on=True)

    def _toggle_warp(self) -> None:
        self.hand.warping = self.warp.isChecked()
        if self.warp.isChecked() and self.bench.mode != "stencil":
            self.hand.toggle()
        self.viewport.update()

    def _away(self) -> None:
        if self.bench.mode == "stencil":
            self.bench.set_mode("tool")
        self.bench.stencil.drop()

    def refresh(self) -> None:
        """Show how the stencil lies."""
        stencil = self.bench.portrait.stencil
        there = stencil is not None
        self.pictures.setCurrentIndex(0 if stencil is None else max(0, self.pictures.findData(stencil.stamp.id)))
        self.by_hand.setChecked(self.bench.mode == "stencil")
        self.warp.setChecked(self.hand.warping)
        for widget in (self.warp, *self.rest, self.straighten, self.away):
            widget.setEnabled(there)
        self.on.setChecked(there and self.bench.stencil.on)
        if stencil is None:
            return
        self.invert.setChecked(stencil.invert)
        for slider, value in (
            (self.width_of, 100 * stencil.width),
            (self.angle, stencil.angle),
            (self.tiles, stencil.tiles),
            (self.opacity, 100 * stencil.opacity),
            (self.steepest, stencil.steepest),
        ):
            slider.set_value(value)
