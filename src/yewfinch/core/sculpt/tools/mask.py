"""Mask: paint where the clay is held."""

from __future__ import annotations

from yewfinch.core.sculpt.laying import laying
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of mask. Ctrl frees, Shift softens."""
    return laying(ctx, "Mask", 255.0, 0.0)


TOOL = ToolSpec(
    "mask",
    "Mask",
    "Holds the clay it is painted on; Ctrl frees it, Shift softens the edge.",
    "Q",
    ToolSettings(size=24.0, strength=0.8, falloff="even"),
    make,
    channel="mask",
    place=60,
    group="hold",
    first=("Block", "Form", "Features", "Skin"),
    section=ToolSection(
        after=lambda t: 7 * min(1.0, max(0.0, 1.6 - abs(t - 0.36) / 0.13)) * (t < 0.56),
        marks=(Mark("box", (24, 8, 44, 44), "#5C6A86", inside=True),),
    ),
)
