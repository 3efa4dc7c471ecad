"""Erase on layer: take what the chosen layer does away, under the tool only."""

from __future__ import annotations

from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext, dab_stroke
from yewfinch.core.sculpt.to_reference import touch
from yewfinch.core.sculpt.tool_section import ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke towards the form without the layer."""
    return dab_stroke(ctx, "Erase layer", touch, smooth_touch)


TOOL = ToolSpec(
    "erase_layer",
    "Erase layer",
    "Takes the chosen form layer away where it is drawn.",
    "Shift+E",
    ToolSettings(size=20.0, strength=0.5, falloff="soft"),
    make,
    place=44,
    group="hold",
    needs="layer",
    section=ToolSection(after=lambda t: 5 * hump(t, 0.16) * (t < 0.5), before=lambda t: 5 * hump(t, 0.16)),
)
