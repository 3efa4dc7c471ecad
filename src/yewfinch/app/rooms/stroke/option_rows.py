"""Controls for the settings that only one tool has, made from what the tool declares."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from PyQt6.QtWidgets import QCheckBox, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.core.sculpt.tool_options import Amount, Choice, Option, Switch
from yewfinch.core.sculpt.tool_settings import ToolSettings


class OptionRows(QWidget):
    """A row for each option of a tool.

    Parameters
    ----------
    options : tuple of Option
    change : callable
        Told key and value of what the hand sets.
    """

    def __init__(self, options: tuple[Option, ...], change: Callable[[str, Any], None]) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        #: What shows an option, by its key: a slider, a tick, or the buttons of a choice.
        self.controls: dict[str, Any] = {}
        self._show: list[Callable[[ToolSettings], None]] = []
        for option in options:
            if isinstance(option, Amount):
                self._show.append(self._amount(option, column, change))
            elif isinstance(option, Switch):
                self._show.append(self._switch(option, column, change))
            else:
                self._show.append(self._choice(option, column, change))

    def show_settings(self, settings: ToolSettings) -> None:
        """Show what is set; nobody is told."""
        for show in self._show:
            show(settings)

    def _amount(
        self, option: Amount, column: QVBoxLayout, change: Callable[[str, Any], None]
    ) -> Callable[[ToolSettings], None]:
        slider = ValueSlider(option.title, option.low, option.high, option.unit, decimals=option.decimals)
        slider.setToolTip(option.tip)
        slider.changed.connect(lambda shown: change(option.key, shown / option.shown))
        column.addWidget(slider)
        self.controls[option.key] = slider
        return lambda settings: slider.set_value(option.shown * settings.value(option.key))

    def _switch(
        self, option: Switch, column: QVBoxLayout, change: Callable[[str, Any], None]
    ) -> Callable[[ToolSettings], None]:
        box = QCheckBox(option.title)
        box.setToolTip(option.tip)
        box.clicked.connect(lambda on: change(option.key, on))
        column.addWidget(box)
        self.controls[option.key] = box
        return lambda settings: box.setChecked(bool(settings.value(option.key)))

    def _choice(
        self, option: Choice, column: QVBoxLayout, change: Callable[[str, Any], None]
    ) -> Callable[[ToolSettings], None]:
        buttons = choices(self, column, option.entries, lambda value: change(option.key, value))
        self.controls[option.key] = buttons

        def show(settings: ToolSettings) -> None:
            for value, button in buttons.items():
                button.setChecked(value == settings.value(option.key))

        return show
