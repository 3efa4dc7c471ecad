"""Dials of the panels of eyes and lids: a drag of one is one undo step."""

from __future__ import annotations

from collections.abc import Callable

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.eyes.eye_controller import Eyes

#: Width of what a dial is called, pixels.
WIDE = 92


def dial_of(
    eyes: Eyes, title: str, low: float, high: float, unit: str, tip: str, act: Callable[[float], None]
) -> ValueSlider:
    """A dial whose drags are one step each."""
    slider = ValueSlider(title, low, high, unit, label_width=WIDE, decimals=0 if unit in ("%", "°") else 1)
    slider.setToolTip(tip)
    slider.changed.connect(act)
    slider.released.connect(eyes.end_step)
    return slider
