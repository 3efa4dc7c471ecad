"""Smear: a finger draws the clay along."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: The part of the way between two dabs that clay goes along.
SHARE = 0.4


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Along the stroke, in the surface."""
    way = across(dab.along, dab.axis) * (SHARE * dab.force * ctx.settings.spacing * ctx.settings.size)
    return np.asarray(weights[:, None] * way, np.float32)


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Smear", touch, smooth_touch)


TOOL = ToolSpec(
    "smear",
    "Smear",
    "Draws the clay along under a finger; Ctrl pushes it back.",
    "Shift+D",
    ToolSettings(size=20.0, strength=0.6, falloff="soft", spacing=0.06),
    make,
    place=36,
    group="even out",
    section=ToolSection(
        after=lambda t: 5 * hump(t, 0.12, 0.64) + 2 * hump(t, 0.16, 0.42), before=lambda t: 6 * hump(t, 0.12, 0.4)
    ),
)
