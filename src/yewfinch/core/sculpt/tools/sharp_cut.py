"""Sharp cut: a groove with straight sides, as deep everywhere."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: Depth of the groove as a part of the radius.
DEPTH = 0.35


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Down onto the sides of the groove; Ctrl up onto those of an edge."""
    out = np.empty((len(rows), 3), np.float32)
    along = across(dab.along, dab.axis)
    kernels.sharp_cut(
        rows,
        ctx.piece.surface.positions,
        ctx.start,
        weights,
        dab.centre,
        dab.axis,
        along,
        dab.radius,
        DEPTH * dab.radius * dab.force,
        0.35,
        out,
    )
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Sharp cut", touch, smooth_touch)


TOOL = ToolSpec(
    "sharp_cut",
    "Sharp cut",
    "Cuts a groove with straight sides; Ctrl raises an edge.",
    "Shift+X",
    ToolSettings(size=8.0, strength=0.6, falloff="cushion", spacing=0.04),
    make,
    place=29,
    group="cut",
    first=("Form", "Features"),
    section=ToolSection(after=lambda t: -max(0.0, 11 * (1 - abs(t - 0.5) / 0.12))),
)
