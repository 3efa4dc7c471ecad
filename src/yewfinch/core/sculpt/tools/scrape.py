"""Scrape: what stands above a plane a little under the surface is taken off."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, displace, footprint_plane
from yewfinch.core.sculpt.tool_section import ToolSection, arch, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: Where the plane lies over the mean of the clay, as a part of the radius.
LIFT = -0.03
#: The part of the way of a full dab.
SHARE = 0.25


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Towards the plane."""
    out = np.empty((len(rows), 3), np.float32)
    centre, axis = footprint_plane(ctx, rows, weights, dab)
    kernels.to_plane(
        rows,
        ctx.piece.surface.positions,
        weights,
        centre + LIFT * dab.radius * axis,
        axis,
        SHARE * dab.force,
        1.0,
        0.0,
        out,
    )
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Scrape", touch, smooth_touch)


TOOL = ToolSpec(
    "scrape",
    "Scrape",
    "Takes off what stands above the plane under the tool; Ctrl lifts it.",
    "Shift+A",
    ToolSettings(size=24.0, strength=0.6, falloff="cushion", spacing=0.05),
    make,
    place=33,
    group="even out",
    first=("Block", "Form"),
    section=ToolSection(
        after=lambda t: arch(t) - max(arch(t) - 7 * hump(t, 0.2), 20.5), before=lambda t: 7 * hump(t, 0.2)
    ),
)
