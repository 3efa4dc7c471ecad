"""Lines of the face on the clay: which there are; drawn, dragged, taken away."""

from __future__ import annotations

from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.rooms.any_clay.line_drag_hand import LineDragHand
from yewfinch.app.rooms.any_clay.line_drawing import LineDrawing
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.document.verbs import face_lines
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

MODE = "face_lines"


class FaceLinesPanel(LivePanel):
    """A choice of line and three buttons.

    Parameters
    ----------
    hand : LineDragHand
    drawing : LineDrawing
    """

    def __init__(self, hand: LineDragHand, drawing: LineDrawing) -> None:
        super().__init__(hand.bench, 150)
        self.hand, self.drawing = hand, drawing
        self.choice = QComboBox()
        self.choice.setAccessibleName("line of the face")
        for key in face_lines.ON_CLAY:
            self.choice.addItem("", key)
        self.choice.activated.connect(lambda i: self._choose(self.choice.itemData(i)))
        self.draw, self.drag, self.remove = QPushButton("Draw"), QPushButton("Drag"), QPushButton("Remove")
        for button in (self.draw, self.drag):
            button.setCheckable(True)
        self.draw.setToolTip("Draw the chosen line on the chosen piece, in place of the one that there is")
        self.draw.clicked.connect(lambda _=False: drawing.toggle())
        self.drag.clicked.connect(lambda _=False: hand.bench.toggle_mode(MODE))
        self.remove.setToolTip("Take the chosen line away from the clay")
        self.remove.clicked.connect(lambda _=False: self._remove())
        row = QHBoxLayout()
        row.setSpacing(4)
        for button in (self.draw, self.drag, self.remove):
            row.addWidget(button, 1)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.choice)
        self.column.addLayout(row)
        self.column.addWidget(self.note)
        hand.bench.mode_changed.connect(self.refresh)
        drawing.lines.changed.connect(self.refresh)
        self.begin()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        self.drag.setToolTip(actions.tip("face_lines"))

    def _choose(self, key: str) -> None:
        self.hand.line = key
        self.bench.outlook.changed.emit()
        self.refresh()

    def _remove(self) -> None:
        try:
            edit = face_lines.removed(self.bench.portrait, self.hand.line)
            if edit is not None:
                self.bench.portrait.perform(edit)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")

    def refresh(self) -> None:
        """Show which lines there are."""
        lines = self.bench.portrait.lines
        for i in range(self.choice.count()):
            key = self.choice.itemData(i)
            self.choice.setItemText(i, _named(key, key in lines))
        self.choice.setCurrentIndex(self.choice.findData(self.hand.line))
        there = self.hand.line in lines
        self.remove.setEnabled(there)
        self.drag.setEnabled(bool(lines))
        self.drag.setChecked(self.bench.mode == MODE)
        self.draw.setChecked(self.drawing.lines.draws(self.drawing))
        self.note.setText(f"{CURVES[self.hand.line].definition.capitalize()}.")


def _named(key: str, there: bool) -> str:
    return CURVES[key].plain if there else phrase("{0}  (not on the clay)", CURVES[key].plain)
