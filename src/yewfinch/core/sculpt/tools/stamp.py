"""Stamp: press a picture's relief into the clay, at a size that is drawn out."""

from __future__ import annotations

import math

import numpy as np

from yewfinch.core.sculpt import _stamp_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """White is raised by the height in mm along the normal of the place, grey by less."""
    out = np.empty((len(rows), 3), np.float32)
    kernels.raised(weights, dab.axis * (ctx.settings.height * dab.force), out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of stamps."""
    return dab_stroke(ctx, "Stamp", touch, smooth_touch)


TOOL = ToolSpec(
    "stamp",
    "Stamp",
    "Raises the clay by a picture, Ctrl presses it in: press, and draw it out to its size.",
    "Shift+B",
    ToolSettings(size=20.0, strength=1.0, falloff="even", spacing=1.0, course="size", stamp="cheek"),
    make,
    place=46,
    group="build up",
    section=ToolSection(after=lambda t: 6 * (0.2 < t < 0.8) * (0.5 + 0.5 * math.cos(2 * math.pi * (t - 0.5) / 0.15))),
)
