"""Scars strewn over the skin: thin irregular lines, pale, red at their rims, sunk or raised."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.skin.noise import clouds

#: Lengths and breadths, mm (common practice: old cuts on a face).
_LONG, _BROAD = (12.0, 34.0), (0.9, 2.0)


@dataclass(frozen=True, eq=False)
class Scar:
    """What one scar does to some samples.

    Attributes
    ----------
    rows : (k,) int32
    core, rim : (k,) float32
        How much each lies in the scar itself, and in the red beside it, 0 to 1.
    raised : float
        1 stands out, -1 is sunk.
    """

    rows: IndexArray
    core: FloatArray
    rim: FloatArray
    raised: float


def strewn(samples: FloatArray, where: FloatArray, count: int, seed: int, size: float = 1.0) -> list[Scar]:
    """So many scars, each across samples that lie near a place left to chance.

    Parameters
    ----------
    samples : (N, 3) float32, mm
    where : (N,) float32
        How likely each is the middle of one.
    count : int
    seed : int
    size : float
        How much longer and broader than usual they are.
    """
    rng = np.random.default_rng(seed)
    likely = np.cumsum(np.maximum(where, 0.0).astype(np.float64))
    out: list[Scar] = []
    if likely[-1] <= 0.0:
        return out
    for number in range(count):
        middle = samples[int(np.searchsorted(likely, rng.uniform(0.0, likely[-1])))].astype(np.float64)
        long, broad = size * rng.uniform(*_LONG), size * rng.uniform(*_BROAD)
        near = np.flatnonzero((np.abs(samples - middle.astype(np.float32)) < 0.6 * long + 4.0).all(axis=1))
        at = samples[near]
        flat = np.linalg.svd((at[:: max(len(at) // 2000, 1)] - middle).astype(np.float64), full_matrices=False)[2]
        angle = rng.uniform(0.0, np.pi)
        along = np.cos(angle) * flat[0] + np.sin(angle) * flat[1]
        out.append(
            _scar(
                at, near.astype(np.int32), middle, along, np.cross(flat[2], along), long, broad, seed + 7 * number, rng
            )
        )
    return out


def _scar(
    at: FloatArray,
    rows: IndexArray,
    middle: DoubleArray,
    along: DoubleArray,
    across: DoubleArray,
    long: float,
    broad: float,
    seed: int,
    rng: np.random.Generator,
) -> Scar:
    step = at - middle.astype(np.float32)
    u, v = step @ along.astype(np.float32), step @ across.astype(np.float32)
    bend, phase = rng.uniform(-0.12, 0.12), rng.uniform(0.0, 6.0)
    t = np.clip(u / long, -0.5, 0.5)
    v = v - np.float32(bend * long) * (4.0 * t * t - 0.5) - np.float32(0.35 * broad) * np.sin(9.0 * t + phase)
    v = v + np.float32(0.3 * broad) * clouds(at, 2.0 * broad, seed, 1)
    width = broad * (0.35 + 0.65 * np.maximum(np.cos(np.pi * t), 0.0) ** 0.5)  # tapered at both ends
    beyond = np.maximum(np.abs(u) - 0.5 * long, 0.0)
    far = np.hypot(v, beyond)
    core = np.clip((0.5 * width - far) / (0.35 * broad) + 0.5, 0.0, 1.0)
    rim = np.clip((1.4 * width + 0.5 - far) / (0.8 * broad + 0.5), 0.0, 1.0) * (1.0 - 0.7 * core)
    some = np.flatnonzero((core > 0.0) | (rim > 0.0))
    return Scar(
        rows[some].astype(np.int32),
        core[some].astype(np.float32),
        rim[some].astype(np.float32),
        float(rng.choice((-1.0, -0.6, 0.5))),
    )
