"""Scrape to an edge: two planes that meet along the stroke."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across, dab_stroke, displace, footprint_plane
from yewfinch.core.sculpt.tool_section import ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: How steeply the planes fall off, and how far under the surface they meet in a valley, as a part of the radius.
SLOPE, UNDER = 0.45, 0.06


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Off what stands above both planes."""
    out = np.zeros((len(rows), 3), np.float32)
    _, axis = footprint_plane(
        ctx, rows, weights, dab
    )  # all of it: the middle alone tilts with the edge that comes about
    along = across(dab.along, axis)
    if not along.any():
        return out
    slope = SLOPE if dab.force >= 0 else -SLOPE
    centre = dab.centre if dab.force >= 0 else dab.centre - UNDER * dab.radius * axis
    kernels.two_planes(
        rows,
        ctx.piece.surface.positions,
        weights,
        centre,
        axis,
        np.cross(axis, along),
        slope,
        0.35 * abs(dab.force),
        out,
    )
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Scrape to an edge", touch, smooth_touch)


TOOL = ToolSpec(
    "scrape_edge",
    "Scrape to an edge",
    "Scrapes two planes that meet in a crisp edge along the stroke; Ctrl makes them meet in a valley.",
    "Shift+Y",
    ToolSettings(size=22.0, strength=0.6, falloff="cushion", spacing=0.04),
    make,
    place=35,
    group="cut",
    section=ToolSection(after=lambda t: 2.5 - max(0.0, 13 * min(abs(t - 0.5), 0.3)), before=lambda t: 3 * hump(t, 0.3)),
)
