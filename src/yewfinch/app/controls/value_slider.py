"""A slider with its value and unit beside it; logarithmic on request."""

from __future__ import annotations

import math

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QSlider, QWidget

from yewfinch.app.controls.length_box import LengthBox
from yewfinch.core.shared.phrases import phrase

STEPS = 1000


class ValueSlider(QWidget):
    """Label, slider and number box for one value.

    Signals
    -------
    changed : (float,)
        By the user; setting a value from the program is silent.
    released : ()
        A drag of the slider has ended.
    """

    changed = pyqtSignal(float)
    released = pyqtSignal()

    def __init__(
        self,
        title: str,
        low: float,
        high: float,
        unit: str,
        *,
        decimals: int = 1,
        logarithmic: bool = False,
        label_width: int = 66,
    ) -> None:
        super().__init__()
        self._low, self._high, self._log = low, high, logarithmic
        self.slider = QSlider(Qt.Orientation.Horizontal)
        self.slider.setRange(0, STEPS)
        self.slider.setAccessibleName(title)
        self.box = LengthBox()
        self.box.setRange(low, high)
        self.box.setDecimals(decimals)
        self.box.setSuffix(phrase(" {0}", unit))
        self.box.setButtonSymbols(LengthBox.ButtonSymbols.NoButtons)
        self.box.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.box.setFixedWidth(78 if len(unit) <= 4 else 92)  # a word instead of a unit
        self.box.setKeyboardTracking(False)
        self.box.setAccessibleName(title)
        label = QLabel(title)
        label.setMinimumWidth(label_width)  # other languages may need more
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(8)
        row.addWidget(label)
        row.addWidget(self.slider, 1)
        row.addWidget(self.box)
        self.slider.valueChanged.connect(self._slid)
        self.slider.sliderReleased.connect(self.released)
        self.box.valueChanged.connect(self._typed)

    @property
    def dragging(self) -> bool:
        """Whether the slider is held now."""
        return self.slider.isSliderDown()

    def value(self) -> float:
        """The value in its unit."""
        return float(self.box.value())

    def set_range(self, low: float, high: float, unit: str) -> None:
        """Another range and unit."""
        self._low, self._high = low, high
        self.box.blockSignals(True)
        self.box.setRange(low, high)
        self.box.setSuffix(phrase(" {0}", unit))
        self.box.blockSignals(False)

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """A double click on the label: back to 0, where the range has one in its middle."""
        if self._low == -self._high:
            self.box.setValue(0.0)
        super().mouseDoubleClickEvent(event)

    def set_value(self, value: float) -> None:
        """Show a value without announcing it."""
        for widget in (self.slider, self.box):
            widget.blockSignals(True)
        self.box.setValue(value)
        self.slider.setValue(self._to_step(value))
        for widget in (self.slider, self.box):
            widget.blockSignals(False)

    def _to_step(self, value: float) -> int:
        v = min(max(value, self._low), self._high)
        if self._log:
            t = math.log(v / self._low) / math.log(self._high / self._low)
        else:
            t = (v - self._low) / (self._high - self._low)
        return round(t * STEPS)

    def _slid(self, step: int) -> None:
        t = step / STEPS
        if self._log:
            value = self._low * (self._high / self._low) ** t
        else:
            value = self._low + t * (self._high - self._low)
        self.box.blockSignals(True)
        self.box.setValue(value)
        self.box.blockSignals(False)
        self.changed.emit(value)

    def _typed(self, value: float) -> None:
        self.slider.blockSignals(True)
        self.slider.setValue(self._to_step(value))
        self.slider.blockSignals(False)
        self.changed.emit(value)
