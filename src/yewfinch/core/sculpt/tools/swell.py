"""Swell: the clay grows along its own normals, as if blown up."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: Growth of a full dab as a part of the radius.
GROWTH = 0.06


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Each row along its own normal."""
    out = np.empty((len(rows), 3), np.float32)
    kernels.swell(rows, ctx.piece.surface.normals, weights, GROWTH * dab.radius * dab.force, out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Swell", touch, smooth_touch)


TOOL = ToolSpec(
    "swell",
    "Swell",
    "Blows the clay up along its own normals; Ctrl lets it shrink.",
    "Shift+I",
    ToolSettings(size=22.0, strength=0.5, falloff="soft"),
    make,
    place=22,
    group="build up",
    first=("Block", "Form", "Features"),
    section=ToolSection(after=lambda t: 9 * hump(t, 0.24)),
)
