"""Gloss: make the skin matt or glossy where it is painted."""

from __future__ import annotations

from yewfinch.core.mesh.surface.channel_spec import ROUGH
from yewfinch.core.sculpt.colour_strokes import colour_stroke, lay_or_erase
from yewfinch.core.sculpt.laying import laying
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Amount
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of roughness, on painted clay on the layer in hand. Ctrl lays plain clay's on, Shift evens it out."""
    value = 255.0 * float(ctx.settings.value("roughness"))
    if ctx.painting is None:
        return laying(ctx, "Gloss", value, float(ROUGH))

    return colour_stroke(ctx, "Gloss", lambda _canvas, coat: lay_or_erase(coat, (value, value, value)))


TOOL = ToolSpec(
    "gloss",
    "Gloss",
    "Makes the skin as matt or as glossy as the roughness below; Ctrl takes it back to plain clay, Shift evens it out.",
    "Shift+G",
    ToolSettings(size=14.0, strength=0.5, falloff="soft"),
    make,
    channel="roughness",
    place=52,
    group="colour",
    section=ToolSection(
        marks=(
            Mark("disc", (13.5, 21, 30.5, 27), "#96ffffff", inside=True),
            Mark("disc", (18.7, 21, 25.3, 23.3), "#ffffff", inside=True),
        )
    ),
    options=(
        Amount(
            "roughness",
            "Roughness",
            "About 20 % for a wet lip, 40 % for an oily nose; 60 % is plain clay, 100 % chalk",
            0.3,
            0.0,
            100.0,
            "%",
            shown=100.0,
            decimals=0,
        ),
    ),
)
