"""What is done to a whole mask: clear, invert, soften, sharpen, grow, shrink."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt import _dab_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import ByteArray, FloatArray
from yewfinch.core.shared.geometry import smooth_step


def cleared(surface: Surface) -> ByteArray:
    """Nothing held, (n, 1) uint8."""
    return np.zeros_like(surface.mask)


def inverted(surface: Surface) -> ByteArray:
    """Held where it was free."""
    return np.asarray(255 - surface.mask, np.uint8)


def softened(surface: Surface, rounds: int = 3) -> ByteArray:
    """A mask with a wider edge: so many rounds of the mean of each vertex and its neighbours."""
    held = surface.mask[:, 0].astype(np.float32)
    for _ in range(rounds):
        held = 0.5 * held + 0.5 * ring_mean(surface, held)
    return np.round(held)[:, None].astype(np.uint8)


def sharpened(surface: Surface) -> ByteArray:
    """A mask with a narrower edge: a steep curve through the half held ones."""
    steep = np.round(255 * smooth_step((np.arange(256) / 255.0 - 0.25) / 0.5)).astype(np.uint8)
    return np.asarray(steep[surface.mask])


def grown(surface: Surface, rounds: int = 1) -> ByteArray:
    """Wider by so many rings of vertices, (n, 1) uint8."""
    return _spread(surface, rounds, np.maximum)


def shrunk(surface: Surface, rounds: int = 1) -> ByteArray:
    """Narrower by so many rings of vertices, (n, 1) uint8."""
    return _spread(surface, rounds, np.minimum)


def _spread(surface: Surface, rounds: int, better: np.ufunc) -> ByteArray:
    held = surface.mask[:, 0].copy()
    has = np.diff(surface.ring_at) > 0
    starts = surface.ring_at[:-1][has]
    for _ in range(rounds):
        if len(starts):
            held[has] = better(held[has], better.reduceat(held[surface.ring], starts))
    return held[:, None]


def ring_mean(surface: Surface, values: FloatArray) -> FloatArray:
    """Mean of a value (n,) over each vertex's neighbours."""
    return np.asarray(kernels.ring_means(surface.ring_at, surface.ring, np.ascontiguousarray(values, np.float32)))


def _warm() -> None:
    kernels.ring_means(np.zeros(2, np.int32), np.zeros(0, np.int32), np.zeros(1, np.float32))


warmup.register("masks", _warm)
