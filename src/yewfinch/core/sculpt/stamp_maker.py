"""Our own stamps, made by code: seamless pictures of skin and cloth.

Sizes are common practice of the trade: what a hand's breadth of clay has to show, not what a microscope sees.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray, FloatArray

#: Pixels of a side.
SIDE = 256


@dataclass(frozen=True)
class Recipe:
    """How a stamp is made.

    Attributes
    ----------
    id, title, hint : str
    width : float, mm
        Of one picture.
    make : callable () -> (256, 256) float32
        Grey from 0 to 1; opposite edges fit.
    """

    id: str
    title: str
    hint: str
    width: float
    make: Callable[[], FloatArray]


def _grid() -> tuple[DoubleArray, DoubleArray]:
    t = (np.arange(SIDE) + 0.5) / SIDE
    return np.meshgrid(t, t)


def _scattered(count: int, seed: int, rounds: int = 8) -> DoubleArray:
    """Places spread out evenly without order on a torus of side 1: each goes to the middle of its cell (Lloyd 1982)."""
    from scipy.spatial import cKDTree

    rng = np.random.default_rng(seed)
    at = rng.random((count, 2))
    probes = np.stack(_grid(), axis=-1).reshape(-1, 2)[::3]
    for _ in range(rounds):
        near = cKDTree(at, boxsize=1.0).query(probes)[1]
        way = (probes - at[near] + 0.5) % 1.0 - 0.5
        size = np.maximum(np.bincount(near, minlength=count), 1)
        at = (at + np.stack([np.bincount(near, way[:, k], count) for k in range(2)], axis=1) / size[:, None]) % 1.0
    return at


def _cells(at: DoubleArray, stretch: tuple[float, float] = (1.0, 1.0)) -> tuple[DoubleArray, DoubleArray]:
    """Distance of each pixel to its nearest place and to the next, in sides (Worley 1996)."""
    from scipy.spatial import cKDTree

    scale = np.array(stretch)
    probes = np.stack(_grid(), axis=-1).reshape(-1, 2)
    away, _ = cKDTree(at * scale, boxsize=scale).query(probes * scale, 2)
    return away[:, 0].reshape(SIDE, SIDE), away[:, 1].reshape(SIDE, SIDE)


def _noise(seed: int, across: float, down: float, width: float = 0.5) -> DoubleArray:
    """Filtered noise of mean 0 and spread 1: waves of about `across` and `down` to a side."""
    rng = np.random.default_rng(seed)
    f = np.fft.fftfreq(SIDE, 1.0 / SIDE)
    fx, fy = np.meshgrid(f, f)
    r = np.hypot(fx / across, fy / down)
    band = np.exp(-(((r - 1.0) / width) ** 2))
    band[0, 0] = 0.0
    out = np.fft.ifft2(np.fft.fft2(rng.standard_normal((SIDE, SIDE))) * band).real
    return np.asarray(out / out.std())


def _bent(picture: DoubleArray, seed: int, waves: float, far: float) -> DoubleArray:
    """A picture with its places shifted by noise of so many waves, `far` sides at most about."""
    from scipy.ndimage import map_coordinates

    y, x = np.mgrid[:SIDE, :SIDE].astype(np.float64)
    dx, dy = (_noise(seed + k, waves, waves) * far * SIDE / 2 for k in range(2))
    return np.asarray(map_coordinates(picture, [y + dy, x + dx], order=1, mode="grid-wrap"))


def _levelled(picture: DoubleArray, low: float = 1.0, high: float = 99.0) -> FloatArray:
    """From 0 to 1 between two shares in percent."""
    a, b = np.percentile(picture, [low, high])
    return np.asarray(np.clip((picture - a) / max(b - a, 1e-12), 0.0, 1.0), np.float32)


def _pores(count: int, seed: int, small: float, large: float) -> DoubleArray:
    """Dark hollows of different sizes, as parts of their distance, 1 in them."""
    from scipy.spatial import cKDTree

    at = _scattered(count, seed)
    probes = np.stack(_grid(), axis=-1).reshape(-1, 2)
    away, which = cKDTree(at, boxsize=1.0).query(probes, 5)
    size = np.random.default_rng(seed + 1).uniform(small, large, count)[which] / np.sqrt(count)
    return np.asarray(np.exp(-((away / size) ** 2)).max(axis=1).reshape(SIDE, SIDE))


def pores() -> FloatArray:
    """White hollows: pressed in with Ctrl, or with the tool's own stroke."""
    return _levelled(_pores(260, 1, 0.16, 0.34))


def cheek() -> FloatArray:
    """Soft pores, and fine lines from one to the other."""
    at = _scattered(220, 11)
    near, second = _cells(at)
    lines = np.exp(-(((second - near) / 0.012) ** 2))
    return _levelled(_bent(0.8 * _pores(220, 11, 0.18, 0.30) + 0.35 * lines, 12, 6, 0.012) + 0.08 * _noise(13, 18, 18))


def nose() -> FloatArray:
    """Large, deep pores close together."""
    return _levelled(_pores(120, 21, 0.20, 0.42) + 0.06 * _noise(22, 20, 20))


def forehead() -> FloatArray:
    """Fine cells drawn out across, between shallow furrows."""
    at = _scattered(200, 31)
    near, second = _cells(at, (0.45, 1.0))
    lines = np.exp(-(((second - near) / 0.014) ** 2))
    return _levelled(_bent(0.6 * lines + 0.5 * np.abs(_noise(32, 3, 22)) ** 0.5 * -1.0, 33, 5, 0.012))


def wrinkles() -> FloatArray:
    """Fine lines that run across, part and meet again."""
    ridges = sum(np.exp(-((_noise(40 + k, 2.2, 12 + 3 * k, 0.35) / 0.16) ** 2)) for k in range(3))
    return _levelled(_bent(np.asarray(ridges), 45, 4, 0.02), 5.0, 99.5)


def lip() -> FloatArray:
    """Upright creases of different depth with soft swellings between them."""
    creases = np.exp(-((_noise(51, 11, 1.3, 0.4) / 0.22) ** 2)) + 0.6 * np.exp(
        -((_noise(52, 21, 2.4, 0.4) / 0.22) ** 2)
    )
    return _levelled(_bent(creases, 53, 4, 0.02), 5.0, 99.5)


def cloth() -> FloatArray:
    """Plain weave: threads over and under by turns."""
    x, y = _grid()
    n = 14
    over = np.sin(np.pi * n * x) * np.sin(np.pi * n * y) > 0
    thread = np.where(over, np.abs(np.sin(np.pi * n * x)) ** 0.7 * (0.55 + 0.45 * np.abs(np.sin(np.pi * n * y))),
                      np.abs(np.sin(np.pi * n * y)) ** 0.7 * (0.55 + 0.45 * np.abs(np.sin(np.pi * n * x))))  # fmt: skip
    return _levelled(thread + 0.04 * _noise(61, 30, 30))


def bumps() -> FloatArray:
    """Small soft swellings of many sizes, as of cold or aged skin."""
    return _levelled(0.7 * _pores(180, 71, 0.30, 0.55) + 0.5 * _pores(60, 72, 0.3, 0.6))


#: Stamps by id.
RECIPES: dict[str, Recipe] = {
    r.id: r
    for r in (
        Recipe("pores", "Pores", "Round pores of many sizes: press them in with Ctrl.", 14.0, pores),
        Recipe("cheek", "Cheek", "Soft pores with fine lines between them.", 12.0, cheek),
        Recipe("nose", "Nose", "Large pores close together.", 9.0, nose),
        Recipe("forehead", "Forehead", "Fine cells drawn out across.", 14.0, forehead),
        Recipe("wrinkles", "Fine lines", "Lines that part and meet: turn them along the skin.", 18.0, wrinkles),
        Recipe("lip", "Lip", "Upright creases of the red of the lips.", 16.0, lip),
        Recipe("bumps", "Bumps", "Soft swellings of many sizes.", 16.0, bumps),
        Recipe("cloth", "Cloth", "Plain weave.", 12.0, cloth),
    )
}
