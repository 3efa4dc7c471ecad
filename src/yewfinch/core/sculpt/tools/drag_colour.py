"""Drag colour: a finger draws wet paint along."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Near, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, across
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that carries paint on from where the finger was. Shift evens it out."""

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            way = across(dab.along, dab.axis)
            if not way.any():
                return
            step = ctx.settings.spacing * ctx.settings.size
            own_bytes = canvas.own(patch)
            back = patch.places - (step * way).astype(np.float32)
            reach = 1.3 * canvas.spacing
            there, found = Near(patch.places, reach).mixed_at(back, own_bytes, reach)
            own = own_bytes.astype(np.float32)
            there = np.where(found[:, None], there, own)
            share = np.minimum(weights * abs(dab.force) * 1.4, 1.0)[:, None]
            alpha = own[:, 3:] + share * (there[:, 3:] - own[:, 3:])
            mixed = own[:, :3] * own[:, 3:] * (1.0 - share) + there[:, :3] * there[:, 3:] * share
            colour = np.where(alpha > 0.0, mixed / np.maximum(alpha, 1e-6), own[:, :3])
            coat.forget(patch)
            canvas.lay(patch, np.round(np.concatenate([colour, alpha], axis=1)).clip(0, 255).astype(np.uint8))

        return touch

    return colour_stroke(ctx, "Drag colour", lays)


TOOL = ToolSpec(
    "drag_colour",
    "Drag colour",
    "Draws paint along under a finger; Shift evens it out.",
    "Alt+D",
    ToolSettings(size=10.0, strength=0.7, falloff="soft", front=False, spacing=0.06),
    make,
    channel="colour",
    place=52.0,
    group="colour",
    section=ToolSection(
        marks=(
            Mark("disc", (8, 13, 22, 28), "#B5614B", inside=True),
            Mark("disc", (18, 13, 30, 28), "#80B5614B", inside=True),
            Mark("disc", (27, 13, 36, 28), "#40B5614B", inside=True),
        )
    ),
    options=FACING,
)
