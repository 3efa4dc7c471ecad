"""Tint: add pigment to skin or take some away, so that it darkens, reddens, pales and yellows as skin does."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.laying import around
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, footprint
from yewfinch.core.sculpt.tool_options import Choice
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.skin import _pigment_kernels
from yewfinch.core.skin.pigments import tables

#: How far along the axes of the table (melanin, blood, oxygen, yellow) a stroke of full strength takes skin: melanin
#: and blood about fourfold. Blood that comes to the skin in a flush is fresh, else it would look like a bruise.
FULL = {
    "melanin": (0.25, 0.0, 0.0, 0.0),
    "blood": (0.0, 0.26, 0.24, 0.12),
    "oxygen": (0.0, 0.0, 0.6, 0.0),
    "yellow": (0.0, 0.0, 0.0, 0.6),
}
#: With Shift so much of the way to the mean of the neighbours, at full weight.
_EVENS = 0.6


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of pigment. Ctrl takes some away, Shift evens the colour out."""
    surface = ctx.piece.surface
    n = len(surface)
    met, alpha = np.zeros(n, np.uint8), np.zeros(n, np.float32)
    base, place = np.zeros((n, 3), np.float32), np.zeros((n, 4), np.float32)
    full = np.array(FULL[str(ctx.settings.value("pigment"))], np.float32)
    forward, inverse = tables()

    def touch(ctx: StrokeContext, dab: Dab) -> None:
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            ctx.touch(rows)
            ways = full if one.force > 0 else -full
            laid = (weights * np.float32(min(abs(one.force), 1.0))).astype(np.float32)
            _pigment_kernels.tint(rows, laid, ways, met, alpha, base, place, surface.colour, inverse, forward)
            ctx.wrote(surface.leaves_of(ctx.match(rows)))

    def soft(ctx: StrokeContext, dab: Dab) -> None:
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            if not len(rows):
                continue
            ctx.touch(rows)
            held = surface.colour[rows, :3].astype(np.float32)
            mean = around(surface, rows, surface.colour)[:, :3]
            share = (weights * min(abs(dab.force), 1.0) * _EVENS)[:, None]
            surface.colour[rows, :3] = np.round(held + share * (mean - held)).astype(np.uint8)
            met[rows] = 0  # what is laid on afterwards begins from here
            alpha[rows] = 0.0
            ctx.wrote(surface.leaves_of(ctx.match(rows)))

    return dab_stroke(ctx, "Tint", touch, soft)


TOOL = ToolSpec(
    "tint",
    "Tint",
    "Adds the pigment chosen below to skin, so that it reddens or tans along true colours; Ctrl takes some away, Shift "
    "evens the colour out.",
    "Shift+C",
    ToolSettings(size=22.0, strength=0.35, falloff="soft"),
    make,
    channel="colour",
    place=51,
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
    ),
)
