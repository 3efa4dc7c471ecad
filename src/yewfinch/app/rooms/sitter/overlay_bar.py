"""How photo and clay lie over each other while one stands where a photo was taken."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QSlider, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.standpoint_state import OVERLAYS
from yewfinch.core.shared.phrases import phrase


class OverlayBar(QWidget):
    """Kind of overlay, opacity, wipe with its angle, and blink."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 4, 0)
        column.setSpacing(4)
        first, second = QHBoxLayout(), QHBoxLayout()
        for row in (first, second):
            row.setSpacing(4)
            column.addLayout(row)
        self.leave = QToolButton()
        self.leave.setIcon(theme.icon("arrow-left"))
        self.leave.setToolTip("Leave the standpoint (Esc, or turn the view)")
        self.leave.setAccessibleName("leave the standpoint")
        self.leave.clicked.connect(lambda: bench.standpoint.take(None))
        self.mode = QComboBox()
        for key, name in OVERLAYS.items():
            self.mode.addItem(name, key)
        self.mode.setToolTip("How photo and clay are laid over each other (G for the next)")
        self.mode.setAccessibleName("overlay")
        self.mode.setMinimumWidth(60)
        self.mode.activated.connect(lambda i: bench.standpoint.set_overlay(mode=self.mode.itemData(i)))
        first.addWidget(self.leave)
        first.addWidget(self.mode, 1)
        self.opacity = QSlider(Qt.Orientation.Horizontal)
        self.opacity.setRange(0, 100)
        self.opacity.setToolTip("How strongly the photo lies over the clay")
        self.opacity.setAccessibleName("photo opacity")
        self.opacity.valueChanged.connect(lambda v: bench.standpoint.set_overlay(opacity=v / 100))
        self.value = QLabel()
        self.value.setFixedWidth(36)
        self.wipe = QToolButton()
        self.wipe.setIcon(theme.icon("square-split-horizontal"))
        self.wipe.setCheckable(True)
        self.wipe.setToolTip("Wipe: photo on one side, clay on the other; drag the line, with Shift turn it (W)")
        self.wipe.setAccessibleName("wipe")
        self.wipe.clicked.connect(lambda on: bench.standpoint.set_overlay(wipe=0.5 if on else None, angle=0.0))
        self.blink = QToolButton()
        self.blink.setIcon(theme.icon("eye"))
        self.blink.setCheckable(True)
        self.blink.setToolTip("Blink: photo and clay in turn (B)")
        self.blink.setAccessibleName("blink")
        self.blink.clicked.connect(lambda on: bench.standpoint.set_overlay(blink=on))
        for widget in (self.opacity, self.value, self.wipe, self.blink):
            second.addWidget(widget)
        bench.standpoint.changed.connect(self.refresh)
        bench.portrait_changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the overlay in force."""
        o = self.bench.standpoint.overlay
        self.setVisible(self.bench.standpoint.photo() is not None)
        self.mode.setCurrentIndex(self.mode.findData(o.mode))
        self.opacity.blockSignals(True)
        self.opacity.setValue(round(o.opacity * 100))
        self.opacity.blockSignals(False)
        self.value.setText(phrase("{0:.0f} %", o.opacity * 100))
        self.wipe.setChecked(o.wipe is not None)
        self.blink.setChecked(o.blink)
