"""What lips are like between their lines: fullness, turned in or out, forward, corners, philtrum, fine creases."""

from __future__ import annotations

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.mouth.lips_panel import FORMS, dials_of, show_measures
from yewfinch.app.rooms.mouth.mouth_controller import Mouth
from yewfinch.app.shell.live_dial import WIDE
from yewfinch.core.document.verbs.lips import crease
from yewfinch.core.features.lips.lip_creases import RANGES, Creases


class LipFormsPanel(QWidget):
    """Dials of the form of the lips, and creases.

    Parameters
    ----------
    mouth : Mouth
    """

    def __init__(self, mouth: Mouth) -> None:
        super().__init__()
        self.mouth = mouth
        self.seed = 1
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.dials = dials_of(mouth, FORMS, column)
        self.crease_depth = ValueSlider("Crease depth", *RANGES["depth"], "mm", decimals=2, label_width=WIDE)
        self.crease_depth.setToolTip("Depth of the deepest fine creases that 'Lay creases' lays")
        self.crease_apart = ValueSlider("Creases apart", *RANGES["apart"], "mm", decimals=1, label_width=WIDE)
        self.crease_apart.setToolTip("How far fine creases are from each other on the mouth line, on average")
        self.crease_depth.set_value(Creases.depth)
        self.crease_apart.set_value(Creases.apart)
        column.addWidget(self.crease_depth)
        column.addWidget(self.crease_apart)
        self.lay, self.other = QPushButton("Lay creases"), QPushButton("Others")
        self.lay.setToolTip("Fine creases from the edge of the red to its border, on a form layer of their own")
        self.lay.clicked.connect(lambda _=False: self._lay())
        self.other.setToolTip("Creases of the same kind in other places")
        self.other.clicked.connect(lambda _=False: self._others())
        row = QHBoxLayout()
        row.setSpacing(4)
        row.addWidget(self.lay)
        row.addWidget(self.other)
        column.addLayout(row)
        mouth.changed.connect(self.refresh)
        self.refresh()

    def _lay(self) -> None:
        mouth = self.mouth
        wanted = Creases(self.crease_depth.value(), self.crease_apart.value(), self.seed)
        if mouth.perform(lambda: crease(mouth.bench.portrait, wanted)):
            mouth.bench.say("The creases are a form layer: weigh or hide them in the panel Form layers.", "note")

    def _others(self) -> None:
        self.seed += 1
        self._lay()

    def refresh(self) -> None:
        """Show the lips in hand."""
        if not self.isVisible():
            return
        some = show_measures(self.mouth, self.dials)
        for button in (self.lay, self.other):
            button.setEnabled(some)

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Catch up with what happened while it was folded."""
        super().showEvent(event)
        self.refresh()
