"""Relax: the net is evened, the form stays."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Along the surface towards the mean of the ring."""
    surface = ctx.piece.surface
    out = np.empty((len(rows), 3), np.float32)
    amount = dab.force if dab.force >= 0 else 0.25 * dab.force
    kernels.relax(rows, surface.positions, surface.normals, surface.ring_at, surface.ring, weights, amount, out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Relax", touch, smooth_touch)


TOOL = ToolSpec(
    "relax",
    "Relax",
    "Evens the net out under the tool and leaves the form; Ctrl makes it uneven.",
    "Shift+N",
    ToolSettings(size=30.0, strength=0.7, falloff="soft"),
    make,
    place=42,
    group="even out",
    section=ToolSection(
        marks=(
            *(Mark("line", (10 + 6 * k, 25, 10 + 6 * k, 36), "yew") for k in range(5)),
            Mark("line", (8, 30.5, 36, 30.5), "yew"),
        )
    ),
)
