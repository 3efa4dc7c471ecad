"""Gloss: make the skin matt or glossy where it is painted."""

from __future__ import annotations

from yewfinch.core.mesh.channels import ROUGH
from yewfinch.core.sculpt.byte_channel import laying
from yewfinch.core.sculpt.registry import ToolSpec, register
from yewfinch.core.sculpt.settings import ToolSettings
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of roughness. Ctrl lays plain clay's on, Shift evens it out."""
    return laying(ctx, "Gloss", 255.0 * ctx.settings.roughness, float(ROUGH))


register(
    ToolSpec(
        "gloss",
        "Gloss",
        "Makes the skin as matt or as glossy as the roughness below; Ctrl takes it back to plain clay, Shift evens it out.",
        "Shift+G",
        ToolSettings(size=14.0, strength=0.5, falloff="soft"),
        make,
        channel="roughness",
        place=52,
    )
)
