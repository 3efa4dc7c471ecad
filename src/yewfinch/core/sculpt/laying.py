"""Strokes that lay a value on a channel of one value a vertex: the mask, the roughness."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.channel_spec import channel_spec
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, footprint
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: At full strength one dab lays more than all of it on, so that the middle of a stroke is full.
_FULL = 1.6


def around(surface: Surface, rows: IndexArray, values: npt.NDArray[np.generic]) -> FloatArray:
    """The means of values (n, c) over the neighbours of rows, (k, c); a row without any has its own."""
    first, counts = surface.ring_at[rows], surface.ring_at[rows + 1] - surface.ring_at[rows]
    out = values[rows].astype(np.float32)
    some = np.flatnonzero(counts)
    if not len(some):
        return out
    first, counts = first[some], counts[some]
    own = np.cumsum(counts) - counts
    each = np.repeat(first - own, counts) + np.arange(counts.sum())
    out[some] = np.add.reduceat(values[surface.ring[each]].astype(np.float32), own, axis=0) / counts[:, None]
    return out


def laying(ctx: StrokeContext, name: str, value: float, ctrl_value: float) -> Stroke:
    """A stroke that lays a value on the tool's channel; within it the strongest touch counts.

    Parameters
    ----------
    ctx : StrokeContext
    name : str
        Of the edit.
    value, ctrl_value : float
        As the channel holds them; the second is laid on with Ctrl. Shift evens out what is there.
    """
    surface = ctx.piece.surface
    spec, channel = channel_spec(ctx.channel), surface.values(ctx.channel)
    alpha = np.zeros(len(surface), np.float32)
    base = channel[:, 0].astype(np.float32)

    def touch(ctx: StrokeContext, dab: Dab) -> None:
        target = ctrl_value if dab.force < 0 else value
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            ctx.touch(rows)
            alpha[rows] = np.maximum(alpha[rows], np.minimum(weights * (abs(dab.force) * _FULL), 1.0))
            channel[rows, 0] = spec.stored(base[rows] + (target - base[rows]) * alpha[rows])
            ctx.wrote(surface.leaves_of(ctx.match(rows)))

    def soft(ctx: StrokeContext, dab: Dab) -> None:
        for one in (dab, dab.mirrored()) if ctx.symmetry else (dab,):
            rows, weights = footprint(ctx, one)
            if len(rows) == 0:
                continue
            ctx.touch(rows)
            held = channel[rows].astype(np.float32)
            mean = around(surface, rows, channel)
            channel[rows, 0] = spec.stored((held + weights[:, None] * (mean - held))[:, 0])
            ctx.wrote(surface.leaves_of(ctx.match(rows)))

    return dab_stroke(ctx, name, touch, soft)
