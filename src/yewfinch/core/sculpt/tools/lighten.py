"""Lighten, and with Ctrl darken, skin without changing its hue."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray
from yewfinch.core.shared.colour import to_linear, to_srgb

#: Light is multiplied, or divided, by this at full strength.
_FACTOR = 3.0


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that makes what is seen lighter. Ctrl makes it darker, Shift evens out."""

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        base = np.zeros((canvas.count, 3), np.uint8)
        met = np.zeros(canvas.count, np.bool_)

        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            new = patch.rows[~met[patch.rows]]
            base[new] = canvas.seen(patch)[~met[patch.rows], :3]
            met[new] = True
            coat.lay_each(patch, weights, brighter(base[patch.rows], _FACTOR ** np.clip(dab.force, -1.0, 1.0)))

        return touch

    return colour_stroke(ctx, "Lighten", lays)


def brighter(rgb: np.ndarray, factor: float) -> FloatArray:
    """Colours (k, 3) of 0 to 255, sRGB, with so many times the light: its hue stays.

    Where a channel would have more than there is, all go towards white of the same lightness, so the hue stays there,
    too.
    """
    linear = to_linear(rgb / 255.0) * factor
    grey = np.clip(linear @ np.array([0.2126, 0.7152, 0.0722]), 0.0, 1.0)[:, None]
    over = np.maximum(linear.max(axis=1, keepdims=True), 1.0)
    share = np.where(over > 1.0, (1.0 - grey) / np.maximum(over - grey, 1e-9), 1.0)
    return np.asarray(to_srgb(grey + np.clip(share, 0.0, 1.0) * (linear - grey)) * 255.0, np.float32)


TOOL = ToolSpec(
    "lighten",
    "Lighten",
    "Makes skin lighter, with Ctrl darker, in its own hue; Shift evens out.",
    "Alt+J",
    ToolSettings(size=16.0, strength=0.25, falloff="soft", front=False),
    make,
    channel="colour",
    place=51.5,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=(
            Mark("disc", (9, 13, 25, 29), "#F2DECB", inside=True),
            Mark("disc", (23, 13, 37, 29), "#7A4A35", inside=True),
        )
    ),
    options=FACING,
)
