"""A complexion from few dials, laid on the chosen piece as a group of colour layers."""

from __future__ import annotations

import random
from collections.abc import Callable
from dataclasses import replace

from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import complexions
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress
from yewfinch.core.skin.complexion import DARKEST, LIGHTEST, MOST_SCARS, Complexion

#: Dials: setting, title, low, high, unit, shown times, tool tip.
_DIALS = (
    ("tone", "Tone", DARKEST, LIGHTEST, "°", 1.0, "Typology angle of the brow: 55 light, 28 medium, 10 tan, -30 dark"),
    ("blood", "Blood", 0, 100, "%", 100.0, "From pale to ruddy"),
    ("age", "Age", 1, 100, "years", 1.0, "Vessels, shadows under the eyes, age spots, grey brows"),
    ("sun", "Sun", 0, 100, "%", 100.0, "Freckles on fair skin, darker where the sun falls"),
    ("beard", "Beard", 0, 100, "%", 100.0, "The blue shadow of a shaven beard, and its stubble"),
    ("tan", "Tan", 0, 100, "%", 100.0, "Browner where clothes leave skin bare, with a line where they end"),
    ("scars", "Scars", 0, MOST_SCARS, "", 1.0, "How many old cuts are strewn over face and arms"),
)  # fmt: skip


class ComplexionPanel(QWidget):
    """Dials, and a button that lays the complexion on."""

    def __init__(self, controller: PaintController) -> None:
        super().__init__()
        self.controller, self.bench = controller, controller.bench
        self._worker: Worker | None = None
        self._seed = 1
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.dials: dict[str, ValueSlider] = {}
        plain = Complexion()
        for key, title, low, high, unit, shown, tip in _DIALS:
            dial = ValueSlider(title, low, high, unit, decimals=0, label_width=54)
            dial.setToolTip(tip)
            dial.set_value(getattr(plain, key) * shown)
            self.dials[key] = dial
            column.addWidget(dial)
        row = QHBoxLayout()
        self.lay = QPushButton("Lay on")
        self.lay.setToolTip(
            "A group of layers: tone, mottling, freckles and more, each to be weighed; again: in its place"
        )
        self.lay.clicked.connect(self._lay)
        self.other = QPushButton("Another")
        self.other.setToolTip("The same dials, with all that is left to chance thrown anew")
        self.other.clicked.connect(self._another)
        self.person = QPushButton("Age and beard of the base head")
        self.person.setToolTip("Set age and beard to those of the person that the head was begun with")
        self.person.clicked.connect(self._of_person)
        for button in (self.lay, self.other):
            row.addWidget(button)
        column.addWidget(self.person)
        column.addLayout(row)
        low, high = 100 * complexions.SMALLEST, 100 * complexions.LARGEST
        self.size_of = ValueSlider("Size", low, high, "%", decimals=0, logarithmic=True, label_width=54)
        self.size_of.set_value(100)
        self.size_of.setToolTip("How large spots, lines and patches of the chosen layer come out, against the usual")
        self.anew = QPushButton("The chosen layer anew")
        self.anew.setToolTip("Throws the chance of one layer of the complexion anew, at that size; its mask stays")
        self.anew.clicked.connect(self._lay_again)
        column.addWidget(self.size_of)
        column.addWidget(self.anew)
        note = QLabel("It follows the piece's regions, landmarks and lines. Paint of your own stays above it.")
        note.setWordWrap(True)
        note.setProperty("soft", True)
        column.addWidget(note)

    def complexion(self) -> Complexion:
        """What the dials say."""
        values = {key: self.dials[key].value() / shown for key, _, _, _, _, shown, _ in _DIALS}
        return Complexion(seed=self._seed, scars=round(values.pop("scars")), **values)

    def _lay_again(self) -> None:
        layer = self.controller.layer
        if layer is None:
            self.bench.say("Lay a complexion on first.", "note")
            return
        seed, size = random.randrange(1, 1_000_000), self.size_of.value() / 100.0
        self._run(
            phrase("Laying {0} on …", layer.name.lower()),
            lambda portrait, piece, what, progress: complexions.lay_again(
                portrait, piece, layer.id, replace(what, seed=seed), size, progress
            ),
        )

    def _another(self) -> None:
        self._seed = random.randrange(1, 1_000_000)
        self._lay()

    def _of_person(self) -> None:
        figure = self.bench.portrait.figure
        if figure is None:
            self.bench.say("This portrait was not begun with a base head.", "note")
            return
        self.dials["age"].set_value(min(max(figure.person.age, 1), 100))
        self.dials["beard"].set_value(35 * figure.person.sex if figure.person.age > 16 else 0)

    def _lay(self) -> None:
        self._run(
            "Laying the complexion on …",
            lambda portrait, piece, what, progress: complexions.lay_on(portrait, piece, what, progress=progress),
        )

    def _run(self, title: str, job: Callable[[Portrait, str, Complexion, Progress], Edit]) -> None:
        piece = self.controller.piece
        if piece is None or (self._worker is not None and self._worker.isRunning()):
            return
        self.controller.end_step()
        portrait = self.bench.portrait
        try:
            what = self.complexion()
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self.controller.changed.emit()

        self._worker = behind_dialog(
            self,
            title,
            lambda progress: job(portrait, piece.id, what, progress),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The skin was left as it was.",
        )
