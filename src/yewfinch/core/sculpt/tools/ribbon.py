"""Ribbon: a flat band of clay with straight sides."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across, dab_stroke, displace, middle
from yewfinch.core.sculpt.tool_section import ToolSection, plateau
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: Thickness of the band as a part of the radius.
LAYER = 0.24
#: The part of the way to the band's top that a dab goes.
SHARE = 0.3


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Up to a plane above the surface as it was before the stroke, between two straight sides."""
    out = np.empty((len(rows), 3), np.float32)
    axis = dab.axis if dab.force >= 0 else -dab.axis
    along = across(dab.along, axis)
    height = LAYER * dab.radius * abs(dab.force)
    centre = middle(ctx.start, rows, weights, dab.centre)
    kernels.ribbon(rows, ctx.piece.surface.positions, weights, centre, axis, along, dab.radius, height, SHARE, out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Ribbon", touch, smooth_touch)


TOOL = ToolSpec(
    "ribbon",
    "Ribbon",
    "Lays a flat band of clay with straight edges along the stroke; Ctrl cuts it in.",
    "Shift+R",
    ToolSettings(size=14.0, strength=0.6, falloff="cushion", spacing=0.04),
    make,
    place=24,
    group="build up",
    first=("Form",),
    section=ToolSection(after=lambda t: 6 * plateau(t)),
)
