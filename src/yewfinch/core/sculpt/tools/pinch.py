"""Pinch: the clay is drawn together sideways, to a crest if wanted."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import ToolSection, hump, peak
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: The part of the way of a full dab.
SHARE = 0.16


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Towards the line of the stroke."""
    out = np.empty((len(rows), 3), np.float32)
    along = across(dab.along, dab.axis)
    kernels.pinch(rows, ctx.piece.surface.positions, weights, dab.centre, dab.axis, along, SHARE * dab.force, 0.0, out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Pinch", touch, smooth_touch)


TOOL = ToolSpec(
    "pinch",
    "Pinch",
    "Draws the clay together along the stroke; Ctrl spreads it.",
    "Shift+P",
    ToolSettings(size=12.0, strength=0.5, falloff="soft", spacing=0.08),
    make,
    place=31,
    group="cut",
    first=("Form", "Features"),
    section=ToolSection(after=lambda t: 6 * peak(t, 0.06), before=lambda t: 4 * hump(t, 0.22)),
)
