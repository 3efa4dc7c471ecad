"""Dabs that bring rows towards where they are meant to be: without a layer, or in a stored state."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.stroke import Dab, StrokeContext, displace
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: The part of the way that one dab of full strength goes.
_SHARE = 0.45


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """A part of the way to the reference."""
    if ctx.reference is None or not len(rows):
        return np.zeros((len(rows), 3), np.float32)
    out = ctx.reference(rows)  # a copy of its own
    kernels.towards(rows, ctx.piece.surface.positions, weights, _SHARE * dab.force, out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)
