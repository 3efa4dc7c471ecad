"""The base head's measures in millimetres: what it has, what is usual, and what is fixed."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QTableWidgetItem

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.speech import length
from yewfinch.app.rooms.figure.steering import Steering
from yewfinch.core.anatomy.head.head_measures import CHILD_AGE, GROWN_AGE, PLAIN, SETTABLE, Steered
from yewfinch.core.shared.phrases import phrase


class HeadMeasuresPanel(LivePanel):
    """A table of measures and a slider for the chosen one."""

    def __init__(self, steering: Steering) -> None:
        super().__init__(steering.bench, wait=60)
        self.steering = steering
        self.table = plain_table(["measure", phrase("head, {0}", "mm"), "mean", "±"], "measures of the base head")
        self.table.setMinimumHeight(190)
        self.table.setRowCount(len(SETTABLE))
        for i, m in enumerate(SETTABLE.values()):
            for j in range(4):
                item = QTableWidgetItem(m.title if j == 0 else "")
                item.setToolTip(_words(m))
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)
        self.column.addWidget(self.table)
        self.slider = ValueSlider("", 0.0, 1000.0, "mm", label_width=4)
        for part in (self.slider.slider, self.slider.box):
            part.setAccessibleName("the chosen measure")
        self.slider.changed.connect(self._set)
        row = QHBoxLayout()
        row.addWidget(self.slider, 1)
        self.free = QPushButton("Free")
        self.free.setToolTip("Let this measure follow from the others again")
        self.free.clicked.connect(self._free)
        row.addWidget(self.free)
        self.column.addLayout(row)
        self.note = QLabel(
            "Choose a measure and set it; the most probable head with all that is set follows. Set ones are bold."
        )
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        self.table.currentCellChanged.connect(lambda *_: self._choose())
        steering.changed.connect(self.refresh)
        self.table.setCurrentCell(0, 0)
        self._choose()
        self.begin()

    def chosen(self) -> Steered:
        """The measure in hand."""
        return list(SETTABLE.values())[max(self.table.currentRow(), 0)]

    def _choose(self) -> None:
        m = self.chosen()
        self.slider.set_range(m.low, m.high, "°" if m.unit == "deg" else "mm")
        self.slider.setToolTip(_words(m))
        self.refresh()

    def _set(self, value: float) -> None:
        self.steering.turn(self.steering.person.with_measure(self.chosen().key, round(value, 2)), self.chosen().title)

    def _free(self) -> None:
        self.steering.turn(
            self.steering.person.with_measure(self.chosen().key, None), phrase("{0} freed", self.chosen().title)
        )

    def refresh(self) -> None:
        """Measure the base head as it stands on the clay."""
        person = self.steering.person
        at = self.bench.portrait.landmarks()
        # necks have no landmarks: theirs are the base head's own
        neck = {} if self.steering.why_not() else self.steering.maker.shape(person, draft=True).neck
        for i, (key, m) in enumerate(SETTABLE.items()):
            value, spread = neck.get(key, m.value(at)), m.spread(person.sex)
            grown = person.age >= GROWN_AGE
            texts = (
                _number(m, value) if np.isfinite(value) else "–",
                "" if m.source == PLAIN else _number(m, m.mean(person.sex, person.age)),
                "" if spread is None or not grown else _number(m, spread),
            )
            for j, text in enumerate(texts):
                item = self.table.item(i, j + 1)
                assert item is not None
                item.setText(text)
                font = item.font()
                font.setBold(key in person.measures and j == 0)
                item.setFont(font)
        m = self.chosen()
        here = person.measures.get(m.key, neck.get(m.key, m.value(at)))
        if np.isfinite(here):
            self.slider.set_value(here)
        on = not self.steering.why_not()
        self.slider.setEnabled(on)
        self.free.setEnabled(on and m.key in person.measures)


def _number(m: Steered, value: float) -> str:
    return phrase("{0:.1f}°", value) if m.unit == "deg" else length(value)


def _words(m: Steered) -> str:
    if m.source == PLAIN:
        return phrase("{0}. No published mean at hand: without a wish it follows the plain head's.", m.title)

    def one(value: tuple[float, float | None]) -> str:
        mean, spread = value
        if m.unit == "deg":
            return phrase("{0:g}°", mean) if spread is None else phrase("{0:g}° ({1:g}°)", mean, spread)
        return phrase("{0:g} mm", mean) if spread is None else phrase("{0:g} mm ({1:g} mm)", mean, spread)

    return phrase(
        "{0}. Mean (spread) of men {1}, of women {2}; source {3}. From {4:.0f} to {5:.0f} years, and over 30, a "
        "rounded part of it.",
        m.title,
        one(m.men),
        one(m.women),
        m.source,
        CHILD_AGE,
        GROWN_AGE,
    )
