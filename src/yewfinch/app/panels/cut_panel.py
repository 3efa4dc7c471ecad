"""Cutting clay along a line drawn on the view."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.actions import ActionTable
from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.outlines import Outlines
from yewfinch.core.reshape.outline_fit import FARTHEST, NEAREST


class CutPanel(QWidget):
    """Shape of the line, what is done with what comes off, and through what."""

    def __init__(self, outlines: Outlines) -> None:
        super().__init__()
        self.outlines = outlines
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.draw = QPushButton("Draw the cut in the view")
        self.draw.setCheckable(True)
        self.draw.clicked.connect(lambda: outlines.begin("cut"))
        column.addWidget(self.draw)
        self.shapes = choices(self, column, [
            ("line", "Line", "A straight cut: what lies to the right of the line goes"),
            ("curve", "Curve", "A cut along a drawn line: what lies to the right of it goes"),
            ("lasso", "Lasso", "What lies within a drawn outline goes"),
            ("box", "Box", "What lies within a rectangle goes"),
        ], lambda shape: outlines.begin("cut", shape) if not self._now(shape) else self.refresh())  # fmt: skip
        self.fates = choices(self, column, [
            ("remove", "Remove", "What is cut off is gone; undo brings it back"),
            ("keep", "Keep both", "What is cut off becomes a piece of its own"),
        ], lambda fate: outlines.set(fate=fate))  # fmt: skip
        self.everything = QCheckBox("Through all clay in sight")
        self.everything.setToolTip("Cut every piece that is shown and not locked; else only the chosen one")
        self.everything.toggled.connect(lambda on: outlines.set(everything=on))
        column.addWidget(self.everything)
        note = QLabel("The cut runs straight away from you through the clay and is capped. What is masked stays whole.")
        note.setWordWrap(True)
        note.setProperty("soft", True)
        column.addWidget(note)
        self.fit = QPushButton("Draw the outline it is to have")
        self.fit.setCheckable(True)
        self.fit.clicked.connect(lambda: outlines.begin("fit"))
        column.addWidget(self.fit)
        self.reach = ValueSlider("Follows", NEAREST, FARTHEST, "mm", decimals=0, logarithmic=True)
        self.reach.set_value(outlines.reach)
        self.reach.setToolTip("How far from the silhouette the form follows it")
        self.reach.changed.connect(lambda mm: outlines.set(reach=mm))
        column.addWidget(self.reach)
        outlines.changed.connect(self.refresh)
        outlines.bench.mode_changed.connect(self.refresh)
        self.refresh()

    def _now(self, shape: str) -> bool:
        return self.outlines.bench.mode == "outline" and self.outlines.purpose == "cut" and self.outlines.cut_shape == shape

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        for button, key in ((self.draw, "cut"), (self.fit, "fit")):
            record = actions[key]
            button.setToolTip(f"{record.tip} ({record.keys})")

    def refresh(self) -> None:
        """Show what is set."""
        out = self.outlines
        self.fit.setChecked(out.bench.mode == "outline" and out.purpose == "fit")
        self.draw.setChecked(out.bench.mode == "outline" and out.purpose == "cut")
        for key, button in self.shapes.items():
            button.setChecked(key == out.cut_shape)
        for key, button in self.fates.items():
            button.setChecked(key == out.fate)
        self.everything.setChecked(out.everything)
