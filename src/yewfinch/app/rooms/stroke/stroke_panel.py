"""How strokes run: course, spacing, stabiliser, tapers, scatter, airbrush, pressure; the last one done again."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QLabel, QPushButton, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.pressure_curve import PressureCurve
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.stroke.strokes import Strokes
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase

#: What pressure acts on, in words.
_PRESSED = {"size": "Size", "strength": "Strength", "pinch": "Pinch", "scatter": "Scatter"}


class StrokePanel(QWidget):
    """Settings of the tool in hand."""

    def __init__(self, bench: Bench, strokes: Strokes) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.courses = choices(
            self,
            column,
            [
                ("hand", "By hand", "The stroke goes where the pointer goes"),
                ("line", "Straight", "From where you press to where you let go"),
                ("arc", "Arc", "Draw to the other end, then bend it by its middle; Enter confirms"),
                ("curve", "Curve", "Draw it, then move its knots; Enter confirms"),
                ("size", "Sized", "One dab: press, and draw it out to its size and angle"),
            ],
            lambda course: bench.tools.change(course=course),
            3,
        )
        self.spacing = ValueSlider("Spacing", 2.0, 100.0, "%", decimals=0, logarithmic=True)
        self.spacing.setToolTip("Between two dabs, as a part of the tool's size")
        self.spacing.changed.connect(lambda v: bench.tools.change(spacing=v / 100))
        self.stabiliser = ValueSlider("Steady", 0.0, 40.0, "mm")
        self.stabiliser.setToolTip(
            "The stroke is drawn along behind the pointer on a line of this length, so that trembling does not show"
        )
        self.stabiliser.changed.connect(lambda v: bench.tools.change(stabiliser=v))
        self.taper_in = ValueSlider("Taper in", 0.0, 80.0, "mm")
        self.taper_in.setToolTip("The stroke begins thin over this way")
        self.taper_in.changed.connect(lambda v: bench.tools.change(taper_in=v))
        self.taper_out = ValueSlider("Taper out", 0.0, 80.0, "mm")
        self.taper_out.setToolTip("The stroke ends thin over this way: it is laid anew when you let go")
        self.taper_out.changed.connect(lambda v: bench.tools.change(taper_out=v))
        self.scatter = ValueSlider("Scatter", 0.0, 200.0, "%", decimals=0)
        self.scatter.setToolTip("Dabs are strewn beside the stroke, as a part of the tool's size")
        self.scatter.changed.connect(lambda v: bench.tools.change(scatter=v / 100))
        self.sliders = (self.spacing, self.stabiliser, self.taper_in, self.taper_out, self.scatter)
        for slider in self.sliders:
            column.addWidget(slider)
        row = QHBoxLayout()
        self.airbrush = QCheckBox("Airbrush")
        self.airbrush.setToolTip("Goes on while you hold still")
        self.airbrush.clicked.connect(lambda on: bench.tools.change(airbrush=on))
        self.by_speed = QCheckBox("Slower is stronger")
        self.by_speed.setToolTip("Pressure for those without a pen")
        self.by_speed.clicked.connect(lambda on: bench.tools.change(by_speed=on))
        row.addWidget(self.airbrush)
        row.addWidget(self.by_speed)
        row.addStretch(1)
        column.addLayout(row)
        self.by_key = QCheckBox("Space presses harder")
        self.by_key.setToolTip(
            "Pressure for those without a pen: it grows while you hold Space during a stroke, and falls again"
        )
        self.by_key.clicked.connect(lambda on: bench.tools.change(by_key=on))
        column.addWidget(self.by_key)
        pressed = QHBoxLayout()
        self.whats = QComboBox()
        self.whats.setAccessibleName("what pressure acts on")
        for what, title in _PRESSED.items():
            self.whats.addItem(title, what)
        self.whats.setCurrentIndex(1)
        self.whats.activated.connect(self.refresh)
        self.pressed = QCheckBox("follows pressure")
        self.pressed.clicked.connect(lambda on: bench.tools.change(**{f"pressure_{self.what}": on}))
        self.plain = QToolButton()
        self.plain.setText("Straight")
        self.plain.setToolTip("A straight curve again")
        self.plain.clicked.connect(
            lambda: bench.tools.change(**{f"curve_{self.what}": getattr(ToolSettings(), f"curve_{self.what}")})
        )
        pressed.addWidget(self.whats)
        pressed.addWidget(self.pressed)
        pressed.addStretch(1)
        pressed.addWidget(self.plain)
        column.addLayout(pressed)
        self.curve = PressureCurve("curve of pressure")
        self.curve.changed.connect(lambda c: bench.tools.change(**{f"curve_{self.what}": c}))
        column.addWidget(self.curve)
        self.redo = QPushButton("Do the last stroke again")
        self.redo.clicked.connect(strokes.redo)
        column.addWidget(self.redo)
        self.note = QLabel(
            "Change the settings or take another tool, then do the stroke again: it takes the place of what it did."
        )
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        bench.tools.changed.connect(self.refresh)
        self.refresh()

    @property
    def what(self) -> str:
        """The quantity whose curve of pressure is shown."""
        return str(self.whats.currentData())

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["stroke_again"]
        self.redo.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def refresh(self) -> None:
        """Show the tool in hand."""
        s, dabs = self.bench.tools.settings, self.bench.tools.tool.dabs
        for course, button in self.courses.items():
            button.setChecked(course == s.course)
            button.setEnabled(dabs)
        for slider, value in zip(
            self.sliders, (100 * s.spacing, s.stabiliser, s.taper_in, s.taper_out, 100 * s.scatter), strict=True
        ):
            slider.set_value(value)
            slider.setEnabled(dabs)
        self.airbrush.setChecked(s.airbrush)
        self.airbrush.setEnabled(dabs)
        self.by_speed.setChecked(s.by_speed)
        self.by_key.setChecked(s.by_key)
        on = bool(getattr(s, f"pressure_{self.what}"))
        self.pressed.setChecked(on)
        self.curve.setEnabled(on)
        self.plain.setEnabled(on)
        self.curve.set_value(getattr(s, f"curve_{self.what}"))
