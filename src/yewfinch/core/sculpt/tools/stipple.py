"""Stipple: fine even dots, as pores and short stubble are set in."""

from __future__ import annotations

from yewfinch.core.sculpt.colour_strokes import FACING
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Amount
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.tools.freckle import strewing


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dots of one size."""
    return strewing(ctx, "Stipple", least=0.85, irregular=0.0)


TOOL = ToolSpec(
    "stipple",
    "Stipple",
    "Sets fine dots of the chosen colour, all of about one size; Ctrl takes them away, Shift evens out.",
    "Alt+I",
    ToolSettings(size=16.0, strength=0.5, falloff="soft", front=False),
    make,
    channel="colour",
    place=50.7,
    group="colour",
    section=ToolSection(marks=tuple(Mark("disc", (x, 15, x + 3, 18), "#6A5A50") for x in (9, 15, 21, 27, 33))),
    options=(
        Amount("spot", "Dot", "Across", 0.8, 0.2, 5.0, "mm"),
        Amount("density", "Density", "How close they lie", 0.6, 5.0, 100.0, "%", shown=100.0, decimals=0),
        *FACING,
    ),
)
