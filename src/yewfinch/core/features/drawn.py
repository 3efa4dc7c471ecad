"""How far lines that were drawn on photos lie from where lines of the clay are seen."""

from __future__ import annotations

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera


def evenly_drawn(points: DoubleArray, count: int) -> DoubleArray:
    """A drawn line (n, 2) pixels as `count` points that are evenly spaced along it."""
    long = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))]
    want = np.linspace(0.0, long[-1], count)
    return np.stack([np.interp(want, long, points[:, k]) for k in (0, 1)], axis=1)


def distances(camera: Camera, line: DoubleArray, drawn: DoubleArray) -> DoubleArray:
    """How far points of a drawn line lie from where a line is seen, across it, mm with a sign.

    Parameters
    ----------
    camera : Camera
        In the portrait's frame.
    line : (m, 3) float64, mm
    drawn : (n, 2) float64, pixels

    Returns
    -------
    (n,) float64
        Beyond the line's ends it is how far it is to these.
    """
    seen = camera.project(line)
    size = camera.mm_per_pixel(line.mean(axis=0))
    start, way = seen[:-1], np.diff(seen, axis=0)
    long = np.maximum((way * way).sum(axis=1), 1e-12)
    part = np.clip(((drawn[:, None] - start[None]) * way[None]).sum(axis=2) / long, 0.0, 1.0)
    away = drawn[:, None] - (start[None] + part[:, :, None] * way[None])
    best = (away * away).sum(axis=2).argmin(axis=1)
    row = np.arange(len(drawn))
    normal = np.stack([-way[best, 1], way[best, 0]], axis=1) / np.sqrt(long[best])[:, None]
    near = away[row, best]
    across = (near * normal).sum(axis=1)
    beyond = np.linalg.norm(near, axis=1) - np.abs(across)
    return np.asarray(size * (across + np.sign(across + 1e-12) * np.maximum(beyond, 0.0)))
