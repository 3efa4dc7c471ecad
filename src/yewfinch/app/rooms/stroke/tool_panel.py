"""The tools as small pictures, and the settings of the one in hand."""

from __future__ import annotations

from PyQt6.QtCore import QSize
from PyQt6.QtWidgets import QButtonGroup, QCheckBox, QGridLayout, QHBoxLayout, QLabel, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.rooms.stroke.falloff_picker import FalloffPicker
from yewfinch.app.rooms.stroke.option_rows import OptionRows
from yewfinch.app.rooms.stroke.tool_picture import picture
from yewfinch.core.sculpt.tool_settings import SIZE_RANGE
from yewfinch.core.sculpt.toolbox import tools
from yewfinch.core.session.bench import Bench


class ToolPanel(QWidget):
    """Always at the head of the inspector: every tool stays reachable from every stage."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        grid = QGridLayout()
        grid.setSpacing(4)
        self._group = QButtonGroup(self)
        self.buttons: dict[str, QToolButton] = {}
        for i, spec in enumerate(tools()):
            button = QToolButton()
            button.setCheckable(True)
            button.setIcon(picture(spec.section))
            button.setIconSize(QSize(32, 32))
            button.setToolTip(f"<b>{spec.title}</b> ({spec.key})<br>{spec.hint}")
            button.setAccessibleName(spec.title)
            button.clicked.connect(lambda _=False, t=spec.id: bench.tools.take(t))
            self._group.addButton(button)
            self.buttons[spec.id] = button
            grid.addWidget(button, i // 6, i % 6)
        column.addLayout(grid)
        row = QHBoxLayout()
        self.title = QLabel()
        self.title.setProperty("head", True)
        self.hint = QLabel()
        self.hint.setProperty("soft", True)
        self.hint.setWordWrap(True)
        row.addWidget(self.title)
        row.addStretch(1)
        self.symmetry = QToolButton()
        self.symmetry.setIcon(theme.icon("flip-horizontal"))
        self.symmetry.setCheckable(True)
        self.symmetry.setToolTip("Symmetry: work on both sides of the face at once (T)")
        self.symmetry.setAccessibleName("symmetry")
        self.symmetry.clicked.connect(bench.tools.set_symmetry)
        row.addWidget(self.symmetry)
        column.addLayout(row)
        column.addWidget(self.hint)
        self.diameter = ValueSlider("Size", *SIZE_RANGE, "mm", logarithmic=True)
        self.diameter.setToolTip("Diameter of the tool in mm of the sitter ([ and ])")
        self.strength = ValueSlider("Strength", 1.0, 100.0, "%", decimals=0)
        self.falloff = FalloffPicker()
        self.diameter.changed.connect(lambda v: bench.tools.change(size=v))
        self.strength.changed.connect(lambda v: bench.tools.change(strength=v / 100))
        self.falloff.changed.connect(lambda n: bench.tools.change(falloff=n))
        for widget in (self.diameter, self.strength, self.falloff):
            column.addWidget(widget)
        pens = QHBoxLayout()
        pens.addWidget(QLabel("Pen pressure"))
        self.pen_size = QCheckBox("size")
        self.pen_strength = QCheckBox("strength")
        self.pen_size.setToolTip("Pressing harder makes the tool larger")
        self.pen_strength.setToolTip("Pressing harder makes the tool stronger")
        self.pen_size.clicked.connect(lambda on: bench.tools.change(pressure_size=on))
        self.pen_strength.clicked.connect(lambda on: bench.tools.change(pressure_strength=on))
        pens.addWidget(self.pen_size)
        pens.addWidget(self.pen_strength)
        pens.addStretch(1)
        column.addLayout(pens)
        only = QHBoxLayout()
        only.addWidget(QLabel("Works on"))
        self.front = QCheckBox("front only")
        self.connected = QCheckBox("connected only")
        self.front.setToolTip("What faces away from the tool stays")
        self.connected.setToolTip("Distances run along the surface: the upper lip leaves the lower alone")
        self.front.clicked.connect(lambda on: bench.tools.change(front=on))
        self.connected.clicked.connect(lambda on: bench.tools.change(connected=on))
        only.addWidget(self.front)
        only.addWidget(self.connected)
        only.addStretch(1)
        column.addLayout(only)
        #: Controls of the settings that only one tool has, by the tool.
        self.options: dict[str, OptionRows] = {}
        for spec in tools():
            if spec.options:
                rows = OptionRows(spec.options, lambda key, value: bench.tools.change(**{key: value}))
                rows.setVisible(False)
                self.options[spec.id] = rows
                column.addWidget(rows)
        bench.tools.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the tool in hand."""
        spec, settings = self.bench.tools.tool, self.bench.tools.settings
        self.buttons[spec.id].setChecked(True)
        self.title.setText(spec.title)
        self.hint.setText(spec.hint)
        self.diameter.set_value(settings.size)
        self.strength.set_value(settings.strength * 100)
        self.falloff.set_value(settings.falloff)
        self.symmetry.setChecked(self.bench.tools.symmetry)
        self.pen_size.setChecked(settings.pressure_size)
        self.pen_strength.setChecked(settings.pressure_strength)
        self.front.setChecked(settings.front)
        self.connected.setChecked(settings.connected)
        for tool, rows in self.options.items():
            rows.setVisible(tool == spec.id)
        if spec.id in self.options:
            self.options[spec.id].show_settings(settings)
