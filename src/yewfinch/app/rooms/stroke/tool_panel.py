"""The settings of the tool in hand."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QLabel, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.rooms.stroke.falloff_picker import FalloffPicker
from yewfinch.app.rooms.stroke.option_rows import OptionRows
from yewfinch.core.sculpt.tool_settings import SIZE_RANGE
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.session.bench import Bench


class ToolPanel(QWidget):
    """Always at the head of the inspector: size and strength, and the rest of the settings one click away.

    Parameters
    ----------
    bench : Bench
    whole : bool
        Show all of it, without a way to fold it.
    folded : bool
        Begin with size and strength alone.
    on_fold : callable
        Told when the user folds or unfolds it.
    """

    def __init__(
        self, bench: Bench, *, whole: bool = False, folded: bool = False, on_fold: Callable[[bool], None] | None = None
    ) -> None:
        super().__init__()
        self.bench = bench
        self._column = column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
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
        self.more = QToolButton()
        self.more.setIcon(theme.icon("dots-three"))
        self.more.setCheckable(True)
        self.more.setToolTip("More settings: falloff, pen pressure and what the tool works on")
        self.more.setAccessibleName("more settings of the tool")
        self.more.setVisible(not whole)
        row.addWidget(self.more)
        column.addLayout(row)
        column.addWidget(self.hint)
        self.diameter = ValueSlider("Size", *SIZE_RANGE, "mm", logarithmic=True)
        self.diameter.setToolTip("Diameter of the tool in mm of the sitter ([ and ])")
        self.strength = ValueSlider("Strength", 1.0, 100.0, "%", decimals=0)
        self.falloff = FalloffPicker()
        self.diameter.changed.connect(lambda v: bench.tools.change(size=v))
        self.strength.changed.connect(lambda v: bench.tools.change(strength=v / 100))
        self.falloff.changed.connect(lambda n: bench.tools.change(falloff=n))
        column.addWidget(self.diameter)
        column.addWidget(self.strength)
        self.rest = QWidget()
        rest = QVBoxLayout(self.rest)
        rest.setContentsMargins(0, 0, 0, 0)
        rest.setSpacing(6)
        rest.addWidget(self.falloff)
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
        rest.addLayout(pens)
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
        rest.addLayout(only)
        column.addWidget(self.rest)
        #: Controls of the settings that only one tool has, by the tool; made when it is first in hand.
        self.options: dict[str, OptionRows] = {}
        self.more.toggled.connect(self._unfold)
        self.more.clicked.connect(lambda on: None if on_fold is None else on_fold(not on))
        self.more.setChecked(whole or not folded)
        self._unfold(self.more.isChecked())
        bench.tools.changed.connect(self.refresh)
        self.refresh()

    def _unfold(self, on: bool) -> None:
        """Show all settings, or only size and strength."""
        self.rest.setVisible(on)
        self.hint.setVisible(on)

    def _options(self, spec: ToolSpec) -> None:
        if spec.options and spec.id not in self.options:
            self.options[spec.id] = OptionRows(spec.options, lambda key, value: self.bench.tools.change(**{key: value}))
            self._column.addWidget(self.options[spec.id])
        for tool, rows in self.options.items():
            rows.setVisible(tool == spec.id)

    def refresh(self) -> None:
        """Show the tool in hand."""
        spec, settings = self.bench.tools.tool, self.bench.tools.settings
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
        self._options(spec)
        if spec.id in self.options:
            self.options[spec.id].show_settings(settings)
