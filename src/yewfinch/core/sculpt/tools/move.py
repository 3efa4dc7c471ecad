"""Move: take hold of the clay and draw it along with the pointer."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.hold import Hold, hold
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import MIRROR, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import DoubleArray, FloatArray


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that moves clay: freely, along its normals only, or along the surface only."""
    way = ctx.settings.way

    def carry(held: Hold, weights: FloatArray, pull: DoubleArray, _event: PointerEvent) -> DoubleArray:
        step = pull * MIRROR if held.mirrored else pull
        if way == "normal":
            return np.asarray(held.normals * (weights * float(step @ held.dab.axis))[:, None])
        if way == "surface":
            return np.asarray(weights[:, None] * (step - held.normals * (held.normals @ step)[:, None]))
        return np.asarray(weights[:, None] * step)

    return hold(ctx, "Move", carry)


TOOL = ToolSpec(
    "move",
    "Move",
    "Draws the clay along with the pointer; Ctrl pushes it the other way.",
    "M",
    ToolSettings(size=40.0, strength=1.0, falloff="soft", pressure_strength=False),
    make,
    place=10,
    dabs=False,
)
