"""Move: take hold of the clay and draw it along with the pointer."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.hold import Hold, hold
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import MIRROR, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Choice
from yewfinch.core.sculpt.tool_section import Mark, ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import DoubleArray, FloatArray


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that moves clay: freely, along its normals only, or along the surface only."""
    way = ctx.settings.value("way")

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
    group="shape",
    first=("Block", "Form", "Features"),
    dabs=False,
    section=ToolSection(
        after=lambda t: 8 * hump(t, 0.2, 0.56),
        lean=lambda t: 3 * hump(t, 0.2, 0.56),
        marks=(
            Mark("line", (22, 20, 29, 7), "yew", 1.8),
            Mark("line", (29, 7, 24, 9), "yew", 1.8),
            Mark("line", (29, 7, 30, 12), "yew", 1.8),
        ),
    ),
    options=(
        Choice(
            "way",
            (
                ("free", "Freely", "The clay goes with the pointer"),
                ("normal", "In and out", "Along its own normals only"),
                ("surface", "Along itself", "Along the surface only: features are shifted, the form stays"),
            ),
            "free",
        ),
    ),
)
