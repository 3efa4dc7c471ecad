"""Paint: lay colour on the vertices."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _dab_kernels
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, footprint
from yewfinch.core.sculpt.tool_section import Mark, ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of colour. Ctrl paints plain clay, Shift blends towards it softly."""
    surface = ctx.piece.surface
    n = len(surface)
    met = np.zeros(n, np.uint8)
    alpha = np.zeros(n, np.float32)
    base = np.zeros((n, 3), np.float32)
    plain = np.array(_plain(), np.float32)
    rgb = np.array(ctx.rgb, np.float32)

    def touch(ctx: StrokeContext, dab: Dab) -> None:
        _lay(ctx, dab, plain if dab.force < 0 else rgb, abs(dab.force))

    def soft(ctx: StrokeContext, dab: Dab) -> None:
        _lay(ctx, dab, plain if dab.force < 0 else rgb, abs(dab.force) * 0.35)

    def _lay(ctx: StrokeContext, dab: Dab, colour: np.ndarray, strength: float) -> None:
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            ctx.touch(rows)
            _dab_kernels.paint(rows, weights, strength, met, 1, alpha, base, surface.colour, colour)
            ctx.wrote(surface.leaves_of(ctx.match(rows)))

    return dab_stroke(ctx, "Paint", touch, soft)


def _plain() -> tuple[int, int, int]:
    from yewfinch.core.mesh.surface.channel_spec import CLAY

    return CLAY[:3]


TOOL = ToolSpec(
    "paint",
    "Paint",
    "Lays the chosen colour on; Ctrl takes it back to plain clay.",
    "P",
    ToolSettings(size=14.0, strength=0.6, falloff="soft"),
    make,
    channel="colour",
    place=50,
    section=ToolSection(
        after=lambda t: 3 * hump(t, 0.16), marks=(Mark("disc", (12, 12, 32, 30), "#B5614B", inside=True),)
    ),
)
