"""Patterns that never repeat, in the room that clay stands in: cloudy, veined, spotted; each for a seed.

References
----------
Perlin 2002, "Improving noise", ACM TOG 21:681.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.skin import _noise_kernels as kernels


def clouds(places: FloatArray, scale: float, seed: int, octaves: int = 2) -> FloatArray:
    """Smooth noise at places (n, 3) mm, (n,), about -1 to 1, with lumps of about half a scale, mm."""
    out = np.empty(len(places), np.float32)
    kernels.noise(np.ascontiguousarray(places, np.float32), float(scale), octaves, seed % 65521, out)
    return out


def warped(places: FloatArray, scale: float, by: float, seed: int) -> FloatArray:
    """Places pushed about by up to so many mm, so that patterns on them wander."""
    push = np.stack([clouds(places, scale, seed + 31 * (k + 1)) for k in range(3)], axis=1)
    return np.asarray(places + np.float32(by) * push, np.float32)


def blotches(places: FloatArray, scale: float, seed: int, *, cover: float = 0.5, soft: float = 0.25) -> FloatArray:
    """Irregular patches, (n,) 0 to 1, of about the scale, mm, over about so much of the whole."""
    value = clouds(warped(places, scale, 0.35 * scale, seed), scale, seed, 3)
    edge = 0.24 * _quantile(cover)
    return np.asarray(np.clip((value - edge) / max(soft, 1e-3) + 0.5, 0.0, 1.0), np.float32)


def veins(places: FloatArray, scale: float, width: float, seed: int) -> FloatArray:
    """Thin wandering lines, (n,) 0 to 1, about a scale apart and a width across, both mm; here and there they end."""
    at = warped(places, scale, 0.45 * scale, seed)
    ridge = np.abs(clouds(at, scale, seed, 1))
    ends = np.clip(1.6 * clouds(places, 2.3 * scale, seed + 77, 1) + 0.75, 0.0, 1.0)
    thin = 1.3 * width / scale
    return np.asarray(np.clip(1.0 - ridge / max(thin, 1e-4), 0.0, 1.0) * ends, np.float32)


def spots(
    places: FloatArray,
    size: float,
    share: FloatArray | float,
    seed: int,
    *,
    each: int = 1,
    least: float = 0.4,
    irregular: float = 0.25,
) -> tuple[FloatArray, FloatArray]:
    """Spots of up to a size, mm across: how much each place lies in one, and a number of each spot, (n,) 0 to 1 both.

    Parameters
    ----------
    places : (n, 3) float32, mm
    size : float, mm
        Of the largest.
    share : (n,) or float
        How densely they lie, 0 to 1.
    seed : int
    each : int
        So many may lie in each cell of the size.
    least : float
        Size of the smallest against the largest.
    irregular : float
        How far their edges wander, as a part of the radius.
    """
    n = len(places)
    out, tone = np.empty(n, np.float32), np.zeros(n, np.float32)
    kernels.spots(
        np.ascontiguousarray(places, np.float32), size / 0.9, np.broadcast_to(np.float32(share), (n,)).copy()
        if np.ndim(share) == 0 else np.ascontiguousarray(share, np.float32),
        seed % 65521, each, least, irregular, out, tone,
    )  # fmt: skip
    return out, tone


def _quantile(cover: float) -> float:
    """Where a normal distribution has so much beyond it."""
    from scipy.special import ndtri

    return float(ndtri(1.0 - min(max(cover, 1e-3), 1.0 - 1e-3)))


def lines(places: FloatArray, starts: FloatArray, ends: FloatArray, axis: DoubleArray, half: float) -> FloatArray:
    """How much short straight lines lay on at places of a surface, (k,) 0 to 1.

    Parameters
    ----------
    places : (k, 3) float32, mm
    starts, ends : (s, 3) float32, mm
    axis : (3,) float64
        The way out of the surface, unit: how far places lie off along it hardly counts.
    half : float, mm
        Half the breadth of the lines.
    """
    out = np.empty(len(places), np.float32)
    kernels.drawn(
        np.ascontiguousarray(places, np.float32), starts, ends, np.asarray(axis, np.float32), np.float32(half), out
    )
    return out


def _warm() -> None:
    one = np.zeros((1, 3), np.float32)
    lines(one, one, one, np.array([0.0, 0.0, 1.0]), 1.0)
    at = np.zeros((2, 3), np.float32)
    clouds(at, 1.0, 1)
    spots(at, 1.0, 0.5, 1)


warmup.register("patterns", _warm)
