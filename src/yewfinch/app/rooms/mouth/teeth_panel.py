"""The open mouth: how far the lips part, and the teeth, gums and tongue behind them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

import numpy as np
from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.mouth.lips_panel import dials_of, show_measures
from yewfinch.app.rooms.mouth.mouth_controller import Mouth
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_dial import dial_of
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import mouth_cutting
from yewfinch.core.document.verbs import teeth as verbs
from yewfinch.core.features.teeth.teeth import RANGES, SHOWN, Teeth, axes
from yewfinch.core.shared.phrases import in_a_row, phrase

_PART = (("part", "Lips apart", 0.0, 40.0, "Between the lips in the middle: the jaw turns, cheeks and chin go along"),)
#: What is set straight, with what it is called, its unit, what the unit is of the value, and what it does.
_PLAIN = (
    ("size", "Size", "%", 100.0, "Of teeth, gums and tongue, as a part of the usual"),
    ("arch", "Arch", "mm", 1.0, "Between the outer faces of the upper canines; about 35 mm is usual"),
    ("overbite", "Overbite", "mm", 1.0, "How far the upper incisors reach over the lower ones"),
    ("overjet", "Overjet", "mm", 1.0, "How far the upper incisors stand before the lower ones"),
    ("tongue", "Tongue up", "mm", 1.0, "How high the back of the tongue lies"),
    ("crooked", "Crooked", "mm", 1.0, "How far teeth stand off their places"),
)


class TeethPanel(QWidget):
    """How far the mouth is open, and dials of the teeth.

    Parameters
    ----------
    mouth : Mouth
    """

    def __init__(self, mouth: Mouth) -> None:
        super().__init__()
        self.mouth = mouth
        self._worker: Worker | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.part = dials_of(mouth, _PART, column)
        self.dials: dict[str, ValueSlider] = {}
        rest = in_a_row(", ", (phrase("{0}: {1:g} mm", who, mm) for who, mm in SHOWN.items()))
        for key, title, low, high, tip, act in (
            (
                "lower", "Teeth down", -10.0, 20.0,
                phrase("How far the upper incisors reach below the upper lip's edge; shown at rest: {0}", rest),
                partial(self._place, 1, -1.0),
            ),
            (
                "behind", "Behind the lip", 2.0, 30.0,
                "From the upper border of the lips back to the front of the incisors; about 11 mm is usual",
                partial(self._place, 2, -1.0),
            ),
        ):  # fmt: skip
            self._dial(column, key, title, (low, high), "mm", tip, act)
        for key, title, unit, per, tip in _PLAIN:
            low, high = RANGES[key]
            self._dial(column, key, title, (per * low, per * high), unit, tip, partial(self._set, key, title, per))
        self.new, self.other, self.settle = QPushButton("New teeth"), QPushButton("Others"), QPushButton("Settle")
        self.new.setToolTip(
            "Two rows of teeth, gums and a tongue behind the lips; the inside of the mouth is laid out round them"
        )
        self.new.clicked.connect(lambda _=False: self._begin())
        self.other.setToolTip("Teeth that stand off their places in another way")
        self.other.clicked.connect(
            lambda _=False: mouth.change_teeth("others", lambda t: replace(t, seed=t.seed % 999 + 1))
        )
        self.settle.setToolTip("Make clay of the teeth: tools work on them, they follow the jaw no more")
        self.settle.clicked.connect(lambda _=False: self._settle())
        self.cut = QPushButton("Cut open")
        self.cut.setToolTip(
            "Cut lips of one surface apart along the line of the mouth; they get edges and an inside behind them"
        )
        self.cut.clicked.connect(lambda _=False: self._cut())
        column.addWidget(self.cut)
        row = QHBoxLayout()
        row.setSpacing(4)
        for button in (self.new, self.other, self.settle):
            row.addWidget(button)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        mouth.changed.connect(self.refresh)
        self.refresh()

    def _dial(
        self,
        column: QVBoxLayout,
        key: str,
        title: str,
        bounds: tuple[float, float],
        unit: str,
        tip: str,
        act: Callable[[float], None],
    ) -> None:
        self.dials[key] = dial = dial_of(self.mouth, title, *bounds, unit, tip, act)
        column.addWidget(dial)

    # --- what it does -----------------------------------------------------------------------

    def _begin(self) -> None:
        mouth = self.mouth
        mouth.end_step()
        portrait = mouth.bench.portrait

        def done(found: tuple[Edit, str]) -> None:
            if mouth.perform(lambda: found[0]):
                mouth.bench.say("Teeth, gums and a tongue. 'Lips apart' opens the mouth.", "note")

        self._worker = behind_dialog(
            self,
            "Making room for teeth …",
            lambda progress: verbs.begin(portrait, progress),
            done,
            lambda text: mouth.bench.say(text, "warn"),
            "The mouth was left as it was.",
        )

    def _cut(self) -> None:
        mouth = self.mouth
        mouth.end_step()
        portrait = mouth.bench.portrait

        def done(edit: Edit) -> None:
            if mouth.perform(lambda: edit):
                mouth.bench.say("The lips are apart. 'Lips apart' opens the mouth, 'New teeth' fills it.", "note")

        self._worker = behind_dialog(
            self,
            "Cutting the mouth open …",
            lambda progress: mouth_cutting.cut_open(portrait, progress),
            done,
            lambda text: mouth.bench.say(text, "warn"),
            "The mouth was left as it was.",
        )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def _settle(self) -> None:
        piece = self.mouth.teeth_piece()
        if piece is not None:
            key = piece.id
            self.mouth.perform(lambda: verbs.settle(self.mouth.bench.portrait, key))

    def _set(self, key: str, title: str, per: float, value: float) -> None:
        self.mouth.change_teeth(
            title.lower(),
            lambda t: replace(t, **{key: round(value / per, 4)}),  # type: ignore[arg-type]  # names of its fields
        )

    def _place(self, axis: int, sign: float, value: float) -> None:
        portrait = self.mouth.bench.portrait

        def moved(teeth: Teeth) -> Teeth:
            present = verbs.set_in(portrait, teeth)
            if present is None:
                return teeth
            step = sign * (value - (present.lower if axis == 1 else present.behind))
            x, y, z = (np.array(teeth.place) + axes(teeth)[:, axis] * step).tolist()
            return replace(teeth, place=(x, y, z))

        self.mouth.change_teeth("place", moved)

    # --- what it shows ----------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the mouth in hand."""
        if not self.isVisible():
            return
        some, teeth = show_measures(self.mouth, self.part), self.mouth.teeth()
        sealed = some and self.mouth.sealed()
        self.cut.setVisible(sealed)
        for dial in self.part.values():
            dial.setEnabled(some and not sealed)
        self.new.setEnabled(some and teeth is None and not sealed)
        for widget in (*self.dials.values(), self.other, self.settle):
            widget.setEnabled(teeth is not None)
        if not some:
            self.note.setText("No clay has lines of a mouth. Lay the head on, or begin with a base head.")
        elif sealed:
            self.note.setText("The lips are one surface. 'Cut open' parts them along the line of the mouth.")
        elif teeth is None:
            self.note.setText("There are no teeth behind these lips yet: 'New teeth' puts some there.")
        else:
            for key, _, _, per, _ in _PLAIN:
                self.dials[key].set_value(per * getattr(teeth, key))
            present = verbs.set_in(self.mouth.bench.portrait, teeth)
            if present is not None:
                self.dials["lower"].set_value(present.lower)
                self.dials["behind"].set_value(present.behind)
            self.note.setText(
                phrase("The jaw is open by {0:.0f}°; at most 45 to 55 mm between the incisors is usual.", teeth.jaw)
            )

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Catch up with what happened while it was folded."""
        super().showEvent(event)
        self.refresh()
