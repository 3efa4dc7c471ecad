"""Dabs that smooth: of the tool that does, and of every other while Shift is held."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt import _dab_kernels, _form_kernels
from yewfinch.core.sculpt.stroke import Dab, StrokeContext, displace
from yewfinch.core.shared.arrays import FloatArray, IndexArray


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """Towards the mean of the neighbours."""
    surface = ctx.piece.surface
    out = np.empty((len(rows), 3), np.float32)
    amount = dab.force if dab.force >= 0 else 0.25 * dab.force
    if ctx.settings.own.get("keep_volume", False) and amount > 0:
        _form_kernels.smooth_keeping(
            rows, surface.positions, surface.ring_at, surface.ring, weights, 0.45 * amount, out
        )
        return out
    _dab_kernels.smooth(rows, surface.positions, surface.ring_at, surface.ring, weights, np.float32(amount), out)
    return out


def touch(ctx: StrokeContext, dab: Dab) -> None:
    """One dab, both sides."""
    displace(ctx, dab, steps)
