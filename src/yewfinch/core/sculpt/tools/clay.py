"""Clay: lay clay on in flat layers, or take it off."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _dab_kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, displace, middle
from yewfinch.core.sculpt.tool_section import ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: Thickness of a full layer as a part of the radius.
LAYER = 0.12
#: The part of the way to the layer's top that a full dab goes; dabs lie close, so that none of them shows.
SHARE = 0.30


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Fill up to a plane a layer above the surface."""
    out = np.empty((len(rows), 3), np.float32)
    axis = dab.axis if dab.force >= 0 else -dab.axis
    height = LAYER * dab.radius * (0.4 + 0.6 * abs(dab.force))
    centre = middle(ctx.piece.surface.positions, rows, weights, dab.centre)
    _dab_kernels.clay(rows, ctx.piece.surface.positions, weights, centre, axis, height, SHARE * abs(dab.force), out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of clay."""
    return dab_stroke(ctx, "Clay", touch, smooth_touch)


TOOL = ToolSpec(
    "clay",
    "Clay",
    "Lays clay on in flat layers; Ctrl takes it off.",
    "C",
    ToolSettings(size=16.0, strength=0.45, falloff="cushion", spacing=0.04),
    make,
    place=20,
    group="build up",
    first=("Block", "Form", "Features"),
    section=ToolSection(after=lambda t: 7 * min(1.0, max(0.0, 1.5 - abs(t - 0.5) / 0.16))),
)
