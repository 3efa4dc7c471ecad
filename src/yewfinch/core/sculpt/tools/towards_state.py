"""Towards a state: bring the clay to where it was in a stored state."""

from __future__ import annotations

from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext, dab_stroke
from yewfinch.core.sculpt.to_reference import touch
from yewfinch.core.sculpt.tool_section import ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke towards the form of the state."""
    return dab_stroke(ctx, "Towards state", touch, smooth_touch)


TOOL = ToolSpec(
    "towards_state",
    "Towards state",
    "Brings the clay towards the chosen stored state; Ctrl goes away from it.",
    "Shift+W",
    ToolSettings(size=20.0, strength=0.5, falloff="soft"),
    make,
    place=45,
    group="hold",
    needs="state",
    section=ToolSection(after=lambda t: 4 * hump(t, 0.16), before=lambda t: -6 * hump(t, 0.16)),
)
