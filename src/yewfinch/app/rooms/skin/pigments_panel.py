"""The colour in hand by the pigments of skin."""

from __future__ import annotations

from dataclasses import astuple, replace
from functools import partial

import numpy as np
from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QLabel, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.pigments import BOUNDS, Pigments, colour_of, pigments_of

#: What is dialled, what it is called, whether by its logarithm, and what it does.
_DIALS = (
    (
        "melanin",
        "Melanin",
        True,
        "Brown, in the upper skin: 1 to 6 % in light skin, 8 to 16 in medium, 18 to 43 in dark",
    ),
    ("blood", "Blood", True, "Red, below: 0.2 to 7 %; more in cheeks, nose and ears, and in a flush"),
    ("oxygen", "Oxygen", False, "Of the blood: 75 % is usual; little makes it bluish, as in lips that are cold"),
    ("yellow", "Yellow", False, "Carotene, or a bruise that fades"),
)
#: So far from skin a colour is named as none, CIEDE2000.
_NO_SKIN = 6.0


class PigmentsPanel(QWidget):
    """Four dials that mix the colour in hand; another colour sets them to the nearest skin.

    Parameters
    ----------
    bench : Bench
    """

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.pigments, self._rgb, self._far = Pigments(), (-1, -1, -1), 0.0
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.dials: dict[str, ValueSlider] = {}
        for key, title, by_log, tip in _DIALS:
            low, high = (100.0 * v for v in BOUNDS[key])
            dial = ValueSlider(title, low, high, "%", decimals=1, logarithmic=by_log)
            dial.setToolTip(tip)
            dial.changed.connect(partial(self._turned, key))
            self.dials[key] = dial
            column.addWidget(dial)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        bench.tools.colour_changed.connect(self.refresh)
        self.refresh()

    def _turned(self, key: str, percent: float) -> None:
        low, high = BOUNDS[key]
        value = float(np.clip(percent / 100.0, low, high))
        self.pigments = replace(self.pigments, **{key: value})
        self._rgb, self._far = colour_of(self.pigments), 0.0
        self.bench.tools.set_colour(self._rgb)

    def refresh(self) -> None:
        """Show the pigments of the colour in hand."""
        if not self.isVisible():
            return
        rgb = self.bench.tools.rgb
        if rgb != self._rgb:
            found, far = pigments_of(np.array([rgb]) / 255.0)
            self.pigments, self._rgb, self._far = Pigments(*(float(v) for v in found[0])), rgb, float(far[0])
        for dial, value in zip(self.dials.values(), astuple(self.pigments), strict=True):
            dial.set_value(100.0 * value)
        if self._far > _NO_SKIN:
            self.note.setText(phrase("The colour in hand is no skin: the nearest is {0:.0f} ΔE00 away.", self._far))
        elif self._far > 0.5:
            self.note.setText(phrase("The nearest skin; the colour in hand is {0:.1f} ΔE00 from it.", self._far))
        else:
            self.note.setText("The colour in hand is that of such skin.")

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Catch up with what happened while it was folded."""
        super().showEvent(event)
        self.refresh()
