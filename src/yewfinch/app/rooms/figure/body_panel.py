"""The body under the base head: how much of it there is, its measures in millimetres, and its dials."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QLabel, QPushButton, QTableWidgetItem, QVBoxLayout, QWidget

from yewfinch.app.controls.table import plain_table
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.speech import length
from yewfinch.app.rooms.figure.steering import Steering
from yewfinch.core.anatomy.body.body_dials import DIALS
from yewfinch.core.anatomy.body.body_measures import MEASURES, BodyMeasure
from yewfinch.core.anatomy.body.physique import FURTHEST, HEADS
from yewfinch.core.anatomy.figure.person import EXTENTS, HEAD_ONLY
from yewfinch.core.shared.phrases import phrase


class BodyPanel(QWidget):
    """Head, bust, half or full figure; a table of measures with a slider for the chosen one; dials."""

    def __init__(self, steering: Steering) -> None:
        super().__init__()
        self.steering = steering
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        column.addLayout(self._extents())
        self.table = plain_table(["measure", phrase("body, {0}", "mm"), "wished"], "measures of the body")
        self.table.setMinimumHeight(206)
        self.table.setRowCount(len(MEASURES))
        for i, m in enumerate(MEASURES.values()):
            for j in range(3):
                item = QTableWidgetItem(_short(m) if j == 0 else "")
                item.setToolTip(_words(m))
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)
        column.addWidget(self.table)
        row = QHBoxLayout()
        self.slider = ValueSlider("", 0.0, 1000.0, "mm", label_width=4)
        for part in (self.slider.slider, self.slider.box):
            part.setAccessibleName("the chosen measure of the body")
        self.slider.changed.connect(self._set)
        self.free = QPushButton("Free")
        self.free.setToolTip("Let this measure follow the stature again")
        self.free.clicked.connect(self._free)
        row.addWidget(self.slider, 1)
        row.addWidget(self.free)
        column.addLayout(row)
        column.addLayout(self._head_counts())
        self.dials: dict[str, ValueSlider] = {}
        for dial in DIALS:
            slider = ValueSlider(dial.title, -100 * FURTHEST, 100 * FURTHEST, "%", decimals=0, label_width=92)
            slider.setToolTip(phrase("{0}. Double click the name for 0", dial.hint))
            slider.changed.connect(
                lambda v, d=dial: steering.turn_body(steering.physique.with_dial(d.key, v / 100), d.title.lower())
            )
            self.dials[dial.key] = slider
            column.addWidget(slider)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self.table.currentCellChanged.connect(lambda *_: self._choose())
        steering.changed.connect(self.refresh)
        self.table.setCurrentCell(0, 0)
        self._choose()

    def _extents(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(2)
        group = QButtonGroup(self)
        self.extents: dict[str, QPushButton] = {}
        for key, title in EXTENTS.items():
            button = QPushButton(title)
            button.setProperty("small", True)
            button.setCheckable(True)
            button.setToolTip(
                phrase(
                    "Begin anew as {0} with the same head; strokes are left behind, undo brings them back",
                    title.lower(),
                )
            )
            button.clicked.connect(lambda _=False, k=key: self._begin(k))
            group.addButton(button)
            self.extents[key] = button
            row.addWidget(button)
        return row

    def _head_counts(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(2)
        self.heads: dict[float, QPushButton] = {}
        for count, title in HEADS.items():
            button = QPushButton(title)
            button.setProperty("small", True)
            button.setToolTip(phrase("Make the stature {0:g} times the height of the head", count))
            button.clicked.connect(
                lambda _=False, n=count: self.steering.turn_body(self.steering.physique.with_heads(n), "heads")
            )
            self.heads[count] = button
            row.addWidget(button)
        return row

    def chosen(self) -> BodyMeasure:
        """The measure in hand."""
        return list(MEASURES.values())[max(self.table.currentRow(), 0)]

    def _begin(self, crop: str) -> None:
        if crop != self.steering.figure.crop or self.steering.why_not():
            self.steering.begin(
                replace(self.steering.figure, crop=crop), phrase("New base figure: {0}", EXTENTS[crop].lower())
            )
        self.refresh()

    def _choose(self) -> None:
        m = self.chosen()
        self.slider.set_range(m.low, m.high, "mm")
        self.slider.setToolTip(_words(m))
        self.refresh()

    def _set(self, value: float) -> None:
        m = self.chosen()
        self.steering.turn_body(self.steering.physique.with_measure(m.key, round(value, 1)), _short(m))

    def _free(self) -> None:
        m = self.chosen()
        self.steering.turn_body(self.steering.physique.with_measure(m.key, None), phrase("{0} freed", _short(m)))

    def refresh(self) -> None:
        """Show the present body."""
        steering = self.steering
        figure, physique = steering.figure, steering.physique
        self.extents[figure.crop].setChecked(True)
        held = steering.bench.portrait.figure
        body = None
        if held is not None and held.crop != HEAD_ONLY and steering.maker.bodies_at_hand(held.person.cast):
            body = steering.maker.body_of(held)
        found = body.measures() if body else {}
        for i, key in enumerate(MEASURES):
            for j, text in enumerate(
                (length(found[key], ".0f") if body else "–", length(body.targets[key], ".0f") if body else "–")
            ):
                item = self.table.item(i, j + 1)
                assert item is not None
                item.setText(text)
                font = item.font()
                font.setBold(key in physique.measures)
                item.setFont(font)
        m = self.chosen()
        if m.key in physique.measures or m.key in found:
            self.slider.set_value(physique.measures.get(m.key, found.get(m.key, 0.0)))
        why = steering.why_not()
        on = held is not None and held.crop != HEAD_ONLY and not why
        for widget in (self.slider, *self.heads.values(), *self.dials.values()):
            widget.setEnabled(on)
        self.free.setEnabled(on and m.key in physique.measures)
        for dial in DIALS:
            self.dials[dial.key].setVisible(dial.since <= steering.person.cast)
            self.dials[dial.key].set_value(100 * physique.dials.get(dial.key, 0.0))
        if why:
            self.note.setText(why)
        elif not on:
            self.note.setText("Choose bust, half or full figure to give the head a body.")
        else:
            self.note.setText(
                "Set measures are bold and kept; the others follow the stature in their usual part of it."
            )


def _short(m: BodyMeasure) -> str:
    return m.title.split(" (")[0]


def _words(m: BodyMeasure) -> str:
    def one(value: tuple[float, float | None]) -> str:
        mean, spread = value
        return phrase("{0:g} mm", mean) if spread is None else phrase("{0:g} mm ({1:g} mm)", mean, spread)

    return phrase(
        "{0}. Mean (spread) of men {1}, of women {2}; about {3:g} mm at eight years. Source {4}.",
        m.title,
        one(m.men),
        one(m.women),
        m.child,
        m.source,
    )
