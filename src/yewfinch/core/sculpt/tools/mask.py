"""Mask: paint where the clay is held."""

from __future__ import annotations

from yewfinch.core.sculpt.laying import laying
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
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
)
