"""Paint: lay colour on."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of colour. Ctrl takes paint away, Shift evens it out."""

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            share = np.minimum(weights * abs(dab.force), 1.0)
            if dab.force < 0.0:
                coat.erase(patch, share)
            else:
                coat.lay(patch, share, ctx.rgb)

        return touch

    return colour_stroke(ctx, "Paint", lays)


TOOL = ToolSpec(
    "paint",
    "Paint",
    "Lays the chosen colour on; Ctrl takes paint away, Shift evens it out.",
    "P",
    ToolSettings(size=14.0, strength=0.6, falloff="soft", front=False),
    make,
    channel="colour",
    place=50,
    section=ToolSection(
        after=lambda t: 3 * hump(t, 0.16), marks=(Mark("disc", (12, 12, 32, 30), "#B5614B", inside=True),)
    ),
    options=FACING,
)
