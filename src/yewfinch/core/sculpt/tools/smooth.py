"""Smooth: even the clay out; Ctrl brings out what stands above its surroundings."""

from __future__ import annotations

import math

from yewfinch.core.sculpt.smoothing import touch
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext, dab_stroke
from yewfinch.core.sculpt.tool_options import Switch
from yewfinch.core.sculpt.tool_section import ToolSection, arch
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that smooths."""
    return dab_stroke(ctx, "Smooth", touch)


TOOL = ToolSpec(
    "smooth",
    "Smooth",
    "Evens the clay out; Ctrl sharpens what is there.",
    "S",
    ToolSettings(size=20.0, strength=0.5, falloff="soft"),
    make,
    place=40,
    group="even out",
    first=("Block", "Form", "Features", "Skin"),
    section=ToolSection(before=lambda t: arch(t) - 22 + 4 * math.sin(32.4 * t)),
    options=(Switch("keep_volume", "Keep the volume", "Takes noise off without drawing the form in"),),
)
