"""Crease: cut a sharp line, or raise a sharp ridge."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _dab_kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across, dab_stroke, displace
from yewfinch.core.sculpt.tool_options import Amount
from yewfinch.core.sculpt.tool_section import ToolSection, peak
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

DEPTH = 0.05
PINCH = 0.05


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Down along the line, both sides towards it."""
    out = np.empty((len(rows), 3), np.float32)
    along = across(dab.along, dab.axis)
    pinch = 2.0 * PINCH * dab.pinch * abs(dab.force) if along.any() else 0.0  # there are no sides to a first touch
    _dab_kernels.crease(
        rows, ctx.piece.surface.positions, weights, dab.centre, dab.axis, along,
        -DEPTH * dab.radius * dab.force, pinch, out,
    )  # fmt: skip
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that cuts."""
    return dab_stroke(ctx, "Crease", touch, smooth_touch)


TOOL = ToolSpec(
    "crease",
    "Crease",
    "Cuts a sharp line and draws its sides together; Ctrl raises a ridge.",
    "R",
    ToolSettings(size=9.0, strength=0.5, falloff="pointed", spacing=0.04, taper_in=3.0),
    make,
    place=30,
    group="cut",
    first=("Form", "Features"),
    section=ToolSection(after=lambda t: -12 * peak(t, 0.07)),
    options=(
        Amount(
            "pinch",
            "Pinch",
            "How much the crease draws its sides together",
            0.5,
            0.0,
            100.0,
            "%",
            shown=100.0,
            decimals=0,
        ),
    ),
)
