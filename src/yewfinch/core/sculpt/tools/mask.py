"""Mask: paint where the clay is held."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.registry import ToolSpec, register
from yewfinch.core.sculpt.settings import ToolSettings
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, footprint


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of mask. Ctrl frees, Shift softens; within a stroke the strongest touch counts."""
    surface = ctx.piece.surface
    alpha = np.zeros(len(surface), np.float32)
    base = surface.mask[:, 0].astype(np.float32)

    def touch(ctx: StrokeContext, dab: Dab) -> None:
        target = 0.0 if dab.force < 0 else 255.0
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            ctx.recorder.touch(rows)
            alpha[rows] = np.maximum(alpha[rows], np.minimum(weights * (abs(dab.force) * 1.6), 1.0))
            surface.mask[rows, 0] = np.round(base[rows] + (target - base[rows]) * alpha[rows])
            ctx.portrait.rows_written(ctx.piece.id, "mask", surface.leaves_of(rows))

    def soft(ctx: StrokeContext, dab: Dab) -> None:
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            if len(rows) == 0:
                continue
            ctx.recorder.touch(rows)
            counts = surface.ring_at[rows + 1] - surface.ring_at[rows]
            each = np.repeat(surface.ring_at[rows], counts) + np.arange(counts.sum()) - np.repeat(np.cumsum(counts) - counts, counts)
            mean = np.add.reduceat(surface.mask[surface.ring[each], 0].astype(np.float32), np.cumsum(counts) - counts) / counts
            held = surface.mask[rows, 0].astype(np.float32)
            surface.mask[rows, 0] = np.round(held + weights * (mean - held))
            ctx.portrait.rows_written(ctx.piece.id, "mask", surface.leaves_of(rows))

    return dab_stroke(ctx, "Mask", touch, soft)


register(
    ToolSpec(
        "mask",
        "Mask",
        "Holds the clay it is painted on; Ctrl frees it, Shift softens the edge.",
        "Q",
        ToolSettings(size=24.0, strength=0.8, falloff="even"),
        make,
        channel="mask",
        place=60,
    )
)
