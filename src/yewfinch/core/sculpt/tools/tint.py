"""Tint: add pigment to skin or take some away, so that it darkens, reddens, pales and yellows as skin does."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Near, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Choice
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray
from yewfinch.core.skin import _pigment_kernels
from yewfinch.core.skin.pigments import flat_tables

#: How far along the axes of the table (melanin, blood, oxygen, yellow) a stroke of full strength takes skin: melanin
#: and blood about fourfold. Blood that comes to the skin in a flush is fresh, else it would look like a bruise.
FULL = {
    "melanin": (0.25, 0.0, 0.0, 0.0),
    "blood": (0.0, 0.26, 0.24, 0.12),
    "oxygen": (0.0, 0.0, 0.6, 0.0),
    "yellow": (0.0, 0.0, 0.0, 0.6),
}


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of pigment. Ctrl takes some away, Shift evens out."""
    ways = np.array(FULL[str(ctx.settings.value("pigment"))], np.float32)
    held = ctx.painting is not None and ctx.part == "colour" and ctx.painting[ctx.layer].kind == "pigment"

    def on_colour(canvas: Canvas, coat: Coat) -> Touch:
        base, met = np.zeros((canvas.count, 3), np.uint8), np.zeros(canvas.count, np.bool_)
        most = np.zeros(canvas.count, np.float32)

        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            new = ~met[patch.rows]
            base[patch.rows[new]] = canvas.seen(patch)[new, :3]
            met[patch.rows] = True
            share = np.maximum(most[patch.rows], np.minimum(weights * abs(dab.force), 1.0))
            most[patch.rows] = share
            colours = np.empty((len(patch.rows), 3), np.float32)
            _pigment_kernels.tinted(base[patch.rows], share, ways if dab.force > 0 else -ways, *flat_tables(), colours)
            # what is laid over other layers is as clear as the tool's edge, so that these still show there
            coat.lay_each(patch, np.minimum(4.0 * share, 1.0), colours)

        return touch

    def on_pigments(canvas: Canvas, _coat: Coat) -> Touch:
        base, met = np.zeros((canvas.count, 4), np.int16), np.zeros(canvas.count, np.bool_)
        most = np.zeros(canvas.count, np.float32)

        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            own, new = canvas.own(patch), ~met[patch.rows]
            base[patch.rows[new]] = own[new]
            met[patch.rows] = True
            share = np.maximum(most[patch.rows], np.minimum(weights * abs(dab.force), 1.0))
            most[patch.rows] = share
            steps = np.round(share[:, None] * (127.0 * np.sign(dab.force) * ways))
            canvas.lay(patch, np.clip(base[patch.rows] + steps, 1, 255).astype(np.uint8))

        return touch

    if not held:
        return colour_stroke(ctx, "Tint", on_colour)
    return colour_stroke(ctx, "Tint", on_pigments, soften=_even)


def _even(canvas: Canvas, coat: Coat, patch: Patch, share: FloatArray, reach: float) -> None:
    """Bring pigments nearer to their means round about."""
    own = canvas.own(patch)
    reach = max(reach, 1.8 * canvas.spacing)
    near = Near(patch.places, reach)
    every = np.full((len(own), 1), 255, np.uint8)
    mean = np.concatenate(
        [near.means(np.concatenate([own[:, k : k + 2], own[:, :1], every], axis=1), reach)[:, :2] for k in (0, 2)],
        axis=1,
    )
    coat.forget(patch)
    canvas.lay(patch, np.round(own + share[:, None] * (mean - own)).astype(np.uint8))


TOOL = ToolSpec(
    "tint",
    "Tint",
    "Adds the pigment chosen below to skin, so that it reddens or tans along true colours; Ctrl takes some away, Shift "
    "evens the colour out.",
    "Shift+C",
    ToolSettings(size=22.0, strength=0.35, falloff="soft", front=False),
    make,
    channel="colour",
    place=51,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=(
            Mark("disc", (11, 13, 27, 29), "#80B5614B", inside=True),
            Mark("disc", (18, 15, 34, 31), "#808A5A2B", inside=True),
        )
    ),
    options=(
        Choice(
            "pigment",
            (
                ("blood", "Blood", "Reddens; with Ctrl it pales"),
                ("melanin", "Melanin", "Tans and darkens; with Ctrl it lightens"),
                ("oxygen", "Oxygen", "Rosy; with Ctrl bluish, as under the eyes"),
                ("yellow", "Yellow", "Yellows, as a brow or a bruise that fades"),
            ),
            "blood",
        ),
        *FACING,
    ),
    pigments=True,
)
