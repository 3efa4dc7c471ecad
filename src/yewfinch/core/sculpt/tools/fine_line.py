"""Fine line: a thin line of colour with tapered ends, for lid rims, borders of lips and scars."""

from __future__ import annotations

from yewfinch.core.sculpt.colour_strokes import FACING
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.tools.paint import make

TOOL = ToolSpec(
    "fine_line",
    "Fine line",
    "Draws a thin line of the chosen colour that begins thin; Ctrl takes paint away.",
    "Alt+N",
    ToolSettings(size=1.2, strength=0.8, falloff="even", front=False, spacing=0.12, taper_in=4.0, stabiliser=1.0),
    make,
    channel="colour",
    place=50.8,
    group="colour",
    first=("Skin",),
    section=ToolSection(marks=(Mark("line", (8, 20, 36, 14), "#8C3A30"),)),
    options=FACING,
)
