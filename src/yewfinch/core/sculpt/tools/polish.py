"""Polish: takes noise off and keeps planes and edges."""

from __future__ import annotations

import math

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, displace
from yewfinch.core.sculpt.tool_section import ToolSection, plateau
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: How unlike neighbours may face, as one less the cosine, to count less.
SHARP = 0.05


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Towards the planes of neighbours that face alike; Ctrl brings the noise out, gently."""
    surface = ctx.piece.surface
    out = np.empty((len(rows), 3), np.float32)
    amount = 0.9 * dab.force if dab.force >= 0 else 0.25 * dab.force
    kernels.polish(rows, surface.positions, surface.normals, surface.ring_at, surface.ring, weights, amount, SHARP, out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of dabs."""
    return dab_stroke(ctx, "Polish", touch, smooth_touch)


TOOL = ToolSpec(
    "polish",
    "Polish",
    "Takes noise off the clay and keeps planes and edges; Ctrl brings it out.",
    "Shift+S",
    ToolSettings(size=24.0, strength=0.6, falloff="soft"),
    make,
    place=41,
    group="even out",
    first=("Form", "Features"),
    section=ToolSection(after=lambda t: 6 * plateau(t), before=lambda t: 6 * plateau(t) + 1.4 * math.sin(t * 60)),
)
