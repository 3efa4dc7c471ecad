"""Paint: lay colour on."""

from __future__ import annotations

from yewfinch.core.sculpt.colour_strokes import FACING, colour_stroke, lay_or_erase
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of colour. Ctrl takes paint away, Shift evens it out."""
    return colour_stroke(ctx, "Paint", lambda _canvas, coat: lay_or_erase(coat, ctx.rgb))


TOOL = ToolSpec(
    "paint",
    "Paint",
    "Lays the chosen colour on; Ctrl takes paint away, Shift evens it out.",
    "P",
    ToolSettings(size=14.0, strength=0.6, falloff="soft", front=False),
    make,
    channel="colour",
    place=50,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        after=lambda t: 3 * hump(t, 0.16), marks=(Mark("disc", (12, 12, 32, 30), "#B5614B", inside=True),)
    ),
    options=FACING,
)
