"""Freckle: strew spots of several sizes, darker and lighter, with irregular edges."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Amount
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray
from yewfinch.core.skin.noise import spots


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that strews spots; where it goes twice they do not come twice. Ctrl takes them away, Shift evens out."""
    return strewing(ctx, "Freckle", least=0.35, irregular=0.3)


def strewing(ctx: StrokeContext, name: str, *, least: float, irregular: float) -> Stroke:
    """A stroke of spots, the smallest so much of the largest, with edges that wander by so much."""
    largest, density = float(ctx.settings.value("spot")), float(ctx.settings.value("density"))
    seed = (ctx.seed * 40503 + 11) % 65521

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            at = patch.places * np.array([-1.0 if dab.flipped else 1.0, 1.0, 1.0], np.float32)
            if dab.force < 0.0:
                coat.erase(patch, np.minimum(weights * abs(dab.force), 1.0))
                return
            there, tone = spots(at, largest, density, seed, each=2, least=least, irregular=irregular)
            share = there * np.minimum(2.0 * weights, 1.0) * (0.4 + 0.6 * tone) * min(dab.force * 1.5, 1.0)
            coat.lay(patch, share, ctx.rgb)

        return touch

    return colour_stroke(ctx, name, lays)


TOOL = ToolSpec(
    "freckle",
    "Freckle",
    "Strews spots of the chosen colour, larger and smaller, darker and lighter; Ctrl takes them away, Shift evens out.",
    "Alt+R",
    ToolSettings(size=30.0, strength=0.5, falloff="even", front=False),
    make,
    channel="colour",
    place=50.6,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=(
            Mark("disc", (11, 15, 15, 19), "#8A5A2B"),
            Mark("disc", (19, 13, 25, 19), "#8A5A2B"),
            Mark("disc", (28, 17, 31, 20), "#8A5A2B"),
        )
    ),
    options=(
        Amount("spot", "Largest spot", "Across; others are down to a third of it", 2.5, 0.3, 20.0, "mm"),
        Amount("density", "Density", "How close they lie", 0.35, 5.0, 100.0, "%", shown=100.0, decimals=0),
        *FACING,
    ),
)
