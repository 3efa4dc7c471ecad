"""Cutting clay along a line drawn on the view."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.cut.cut_controller import Cutting
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.outline_fit import FARTHEST, NEAREST


class CutPanel(QWidget):
    """Shape of the line, what is done with what comes off, and through what."""

    def __init__(self, cutting: Cutting) -> None:
        super().__init__()
        self.cutting = cutting
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.draw = QPushButton("Draw the cut in the view")
        self.draw.setCheckable(True)
        self.draw.clicked.connect(lambda: cutting.lines.toggle(cutting.cut))
        column.addWidget(self.draw)
        self.shapes = choices(self, column, [
            ("line", "Line", "A straight cut: what lies to the right of the line goes"),
            ("curve", "Curve", "A cut along a drawn line: what lies to the right of it goes"),
            ("lasso", "Lasso", "What lies within a drawn outline goes"),
            ("box", "Box", "What lies within a rectangle goes"),
        ], cutting.draw_cut)  # fmt: skip
        self.fates = choices(self, column, [
            ("remove", "Remove", "What is cut off is gone; undo brings it back"),
            ("keep", "Keep both", "What is cut off becomes a piece of its own"),
        ], cutting.set_fate)  # fmt: skip
        self.everything = QCheckBox("Through all clay in sight")
        self.everything.setToolTip("Cut every piece that is shown and not locked; else only the chosen one")
        self.everything.toggled.connect(cutting.set_everything)
        column.addWidget(self.everything)
        note = QLabel("The cut runs straight away from you through the clay and is capped. What is masked stays whole.")
        note.setWordWrap(True)
        note.setProperty("soft", True)
        column.addWidget(note)
        self.fit = QPushButton("Draw the outline it is to have")
        self.fit.setCheckable(True)
        self.fit.clicked.connect(lambda: cutting.lines.toggle(cutting.fit))
        column.addWidget(self.fit)
        self.reach = ValueSlider("Follows", NEAREST, FARTHEST, "mm", decimals=0, logarithmic=True)
        self.reach.set_value(cutting.reach)
        self.reach.setToolTip("How far from the silhouette the form follows it")
        self.reach.changed.connect(self._follow)
        column.addWidget(self.reach)
        for signal in (cutting.changed, cutting.lines.changed, cutting.bench.mode_changed):
            signal.connect(self.refresh)
        self.refresh()

    def _follow(self, reach: float) -> None:
        self.cutting.reach = reach

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        for button, key in ((self.draw, "cut"), (self.fit, "fit")):
            record = actions[key]
            button.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def refresh(self) -> None:
        """Show what is set."""
        out = self.cutting
        self.fit.setChecked(out.lines.draws(out.fit))
        self.draw.setChecked(out.lines.draws(out.cut))
        for key, button in self.shapes.items():
            button.setChecked(key == out.cut.shape)
        for key, button in self.fates.items():
            button.setChecked(key == out.fate)
        self.everything.setChecked(out.everything)
