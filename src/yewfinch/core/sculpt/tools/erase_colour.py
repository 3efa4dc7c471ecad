"""Erase colour: take paint away from a layer."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that takes paint away."""

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            coat.erase(patch, np.minimum(weights * abs(dab.force), 1.0))

        return touch

    return colour_stroke(ctx, "Erase colour", lays)


TOOL = ToolSpec(
    "erase_colour",
    "Erase colour",
    "Takes paint away from the chosen layer, so that what lies below it shows; Shift evens out.",
    "Alt+X",
    ToolSettings(size=14.0, strength=0.8, falloff="soft", front=False),
    make,
    channel="colour",
    place=52.6,
    group="colour",
    first=("Skin",),
    section=ToolSection(marks=(Mark("disc", (12, 13, 32, 30), "#F3EEE4", inside=True),)),
    options=FACING,
)
