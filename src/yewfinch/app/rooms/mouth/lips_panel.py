"""Lips: width, heights, bow, line and corners; dragged, laid on the sitter's lines."""

from __future__ import annotations

from functools import partial

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.mouth.mouth_controller import Mouth
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_dial import dial_of
from yewfinch.core.document.verbs.lips import OfSitter, of_sitter
from yewfinch.core.features.lips.lip_measures import USUAL
from yewfinch.core.features.lips.lips import Lips
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.solution import Solution

#: Measures with what they are called, lowest and highest, mm, and what they do.
LINES = (
    ("width", "Width", 25.0, 90.0, "From corner to corner"),
    ("height", "Under the nose", 8.0, 45.0, "From under the nose down to the line of the mouth; moves the whole mouth"),
    ("upper", "Upper red", 0.5, 25.0, "Height of the upper lip's red in the middle"),
    ("lower", "Lower red", 0.5, 28.0, "Height of the lower lip's red in the middle"),
    ("bow", "Bow", -2.0, 8.0, "How far the two peaks of the upper border lie above its middle"),
    ("bow_width", "Bow width", 3.0, 30.0, "From one peak of the bow to the other: the breadth of the philtrum"),
    ("wave", "Line sags", -4.0, 6.0, "How far the middle of the mouth line hangs below what lies beside it"),
    ("corners", "Corners up", -12.0, 12.0, "How far the corners lie above the middle of the line; less than 0 hangs"),
    ("slant", "Slant", -10.0, 10.0, "How far the sitter's left corner lies above the right one"),
)
FORMS = (
    ("full_upper", "Upper fullness", 0.0, 9.0, "How far the upper red bulges between its border and its edge"),
    ("full_lower", "Lower fullness", 0.0, 9.0, "How far the lower red bulges between its border and its edge"),
    ("roll_upper", "Upper rolled", -10.0, 8.0, "How far the upper lip's edge stands before its border (turned out)"),
    ("roll_lower", "Lower rolled", -10.0, 8.0, "How far the lower lip's edge stands before its border (turned out)"),
    ("forward_upper", "Upper forward", -25.0, 15.0, "How far the upper lip stands before the line nose to chin"),
    ("forward_lower", "Lower forward", -25.0, 15.0, "How far the lower lip stands before the line nose to chin"),
    ("corner_depth", "Corners back", 2.0, 40.0, "How far the corners lie behind the middle of the lips"),
    ("corner_turn", "Corners in", -3.0, 6.0, "How far the line bulges before them; below 0: turned out"),
    ("philtrum", "Philtrum depth", -1.0, 4.0, "How deep the groove under the nose lies between its ridges"),
)  # fmt: skip


def dials_of(
    mouth: Mouth, which: tuple[tuple[str, str, float, float, str], ...], column: QVBoxLayout
) -> dict[str, ValueSlider]:
    """Dials of measures, put into a column."""
    out = {}
    for key, title, low, high, tip in which:
        usual = phrase("; {0:g} to {1:g} mm are usual", USUAL[key][0], USUAL[key][1]) if key in USUAL else ""
        out[key] = dial = dial_of(
            mouth, title, low, high, "mm", tip + usual, partial(mouth.set_measure, key, title.lower())
        )
        column.addWidget(dial)
    return out


def show_measures(mouth: Mouth, dials: dict[str, ValueSlider]) -> bool:
    """Show the measures of the lips in hand on dials; are there lips?"""
    found = mouth.reading()
    for key, dial in dials.items():
        value = None if found is None else getattr(found, key)
        dial.setEnabled(value is not None)
        if value is not None:
            dial.set_value(value)
    return found is not None


class LipsPanel(QWidget):
    """Dials of the lines of the lips, and what can be done with them.

    Parameters
    ----------
    mouth : Mouth
    """

    def __init__(self, mouth: Mouth) -> None:
        super().__init__()
        self.mouth = mouth
        self._worker: Worker | None = None
        self._solved: tuple[Solution | None, dict[str, OfSitter]] = None, {}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.dials = dials_of(mouth, LINES, column)
        self.drag, self.sitter = QPushButton("Drag the lines"), QPushButton("To the sitter")
        self.drag.setCheckable(True)
        self.drag.clicked.connect(lambda _=False: mouth.bench.toggle_mode("lips"))
        self.sitter.setToolTip("Lay the lips on the lines of lips that are drawn on the photos; solve first")
        self.sitter.clicked.connect(lambda _=False: self._to_sitter())
        row = QHBoxLayout()
        row.setSpacing(4)
        row.addWidget(self.drag)
        row.addWidget(self.sitter)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        mouth.changed.connect(self.refresh)
        mouth.bench.mode_changed.connect(self._moded)
        self.refresh()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        self.drag.setToolTip(actions.tip("lips"))

    def _moded(self) -> None:
        self.drag.setChecked(self.mouth.bench.mode == "lips")

    def _to_sitter(self) -> None:
        mouth = self.mouth

        def done(made: tuple[Lips, float]) -> None:
            lips, off = made
            mouth.put_lips(lips, "to the sitter", wide=True)
            mouth.end_step()
            mouth.bench.say(phrase("The lips lie on the drawn lines but for {0:.2f} mm (median).", off), "note")

        self._worker = behind_dialog(
            self,
            "Laying the lips on the drawn lines …",
            mouth.fit(),
            done,
            lambda text: mouth.bench.say(text, "warn"),
            "The lips were left as they were.",
        )

    def refresh(self) -> None:
        """Show the lips in hand."""
        if not self.isVisible():
            return
        some = show_measures(self.mouth, self.dials)
        self.drag.setEnabled(some)
        self.sitter.setEnabled(some)
        if not some:
            self.note.setText("No clay has lines of a mouth. Lay the head on, or draw them.")
            return
        solution = self.mouth.bench.portrait.sitter.solution
        if self._solved[0] is not solution or solution is None:
            self._solved = solution, of_sitter(self.mouth.bench.portrait)
        told = [
            phrase("{0} {1:.1f} ± {2:.1f} mm", title.lower(), self._solved[1][key].value, self._solved[1][key].spread)
            for key, title, *_ in LINES
            if key in self._solved[1]
        ]
        self.note.setText(
            phrase("The sitter: {0}.", in_a_row(", ", told))
            if told
            else "The sitter's measures show once photos are solved."
        )

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Catch up with what happened while it was folded."""
        super().showEvent(event)
        self.refresh()
