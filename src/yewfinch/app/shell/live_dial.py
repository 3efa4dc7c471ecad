"""Dials whose drags are one undo step each."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.shell.live_wish import LiveWishes

#: Width of what a dial is called, pixels.
WIDE = 92


def dial_of(
    wishes: LiveWishes[Any], title: str, low: float, high: float, unit: str, tip: str, act: Callable[[float], None]
) -> ValueSlider:
    """A dial that wishes something live; a drag of it is one step.

    Parameters
    ----------
    wishes : LiveWishes
    title : str
    low, high : float
    unit : str
    tip : str
    act : callable
        Called with each value the user sets.
    """
    slider = ValueSlider(title, low, high, unit, label_width=WIDE, decimals=0 if unit in ("%", "°") else 1)
    slider.setToolTip(tip)
    slider.changed.connect(act)
    slider.released.connect(wishes.end_step)
    return slider
