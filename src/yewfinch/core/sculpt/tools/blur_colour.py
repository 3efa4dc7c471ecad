"""Blur colour: soften paint; Ctrl sharpens it."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke, even_out
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Amount
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray

#: Sharpening goes so much of the way that blurring does: it would run wild.
_SHARPENS = 0.35


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that takes paint nearer to its mean round about. Ctrl takes it away from that."""
    reach = float(ctx.settings.value("reach"))

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            share = np.minimum(weights * abs(dab.force), 1.0)
            even_out(canvas, coat, patch, share if dab.force > 0.0 else -_SHARPENS * share, reach)

        return touch

    return colour_stroke(ctx, "Blur colour", lays)


TOOL = ToolSpec(
    "blur_colour",
    "Blur colour",
    "Softens paint; Ctrl sharpens it.",
    "Alt+B",
    ToolSettings(size=14.0, strength=0.5, falloff="soft", front=False),
    make,
    channel="colour",
    place=52.2,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=tuple(
            Mark("disc", (8 + 3 * i, 11 + 2 * i, 36 - 3 * i, 31 - 2 * i), f"#{40 + 30 * i:02X}B5614B", inside=True)
            for i in range(4)
        )
    ),
    options=(
        Amount("reach", "Reach", "How far round about is mixed with each other", 1.5, 0.2, 10.0, "mm"),
        *FACING,
    ),
)
