"""Adaptive detail: a switch, and how long the edges under a stroke are to be."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QLabel, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.core.reshape.adapt import COARSEST, FINEST
from yewfinch.core.session.bench import Bench


class AdaptivePanel(QWidget):
    """A panel that turns adaptive detail on, with its rule and the rule's number."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.on = QCheckBox("Strokes adapt the detail")
        self.on.setToolTip(
            "When a stroke ends, edges under it are halved or drawn together to the length below; the rest stays as "
            "it is"
        )
        self.on.clicked.connect(lambda on: bench.tools.change_adaptive(on=on))
        column.addWidget(self.on)
        self.rules = choices(self, column, [
            ("length", "In mm", "Edges of one length"), ("tool", "By the tool", "So many edges across the tool"),
            ("view", "By the view", "Edges of so many pixels: the nearer you are, the finer"),
        ], lambda rule: bench.tools.change_adaptive(rule=rule))  # fmt: skip
        self.length = ValueSlider("Edges", FINEST, COARSEST, "mm", decimals=2, logarithmic=True)
        self.length.changed.connect(lambda v: bench.tools.change_adaptive(length=v))
        self.part = ValueSlider("Across", 2.0, 100.0, "edges", decimals=0)
        self.part.changed.connect(lambda v: bench.tools.change_adaptive(part=v))
        self.pixels = ValueSlider("Edges", 2.0, 60.0, "px", decimals=0)
        self.pixels.changed.connect(lambda v: bench.tools.change_adaptive(pixels=v))
        for slider in (self.length, self.part, self.pixels):
            column.addWidget(slider)
        note = QLabel(
            "Clay becomes triangles where it is adapted. Symmetric clay stays symmetric while symmetry is on. Layers "
            "of pose and turned parts must be off."
        )
        note.setWordWrap(True)
        note.setProperty("soft", True)
        column.addWidget(note)
        bench.tools.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show what is set."""
        a = self.bench.tools.adaptive
        self.on.setChecked(a.on)
        for rule, button in self.rules.items():
            button.setChecked(rule == a.rule)
        for rule, slider, value in (
            ("length", self.length, a.length),
            ("tool", self.part, a.part),
            ("view", self.pixels, a.pixels),
        ):
            slider.setVisible(rule == a.rule)
            slider.set_value(value)
