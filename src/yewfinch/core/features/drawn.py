"""How far lines that were drawn on photos lie from where lines of the clay are seen."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

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
    met = _nearest(camera, line, drawn)
    across = (met.near * met.normal).sum(axis=1)
    beyond = np.linalg.norm(met.near, axis=1) - np.abs(across)
    return np.asarray(met.size * (across + np.sign(across + 1e-12) * np.maximum(beyond, 0.0)))


@dataclass(frozen=True, eq=False)
class _Nearest:
    """Where drawn points are nearest to a line that is seen.

    Attributes
    ----------
    best : (n,) int64
        Piece of the line.
    part : (n,) float64
        How far along it.
    near : (n, 2) float64, pixels
        From there to the drawn point.
    normal : (n, 2) float64
        Across the piece.
    size : float
        Millimetres in a pixel.
    """

    best: npt.NDArray[np.int64]
    part: DoubleArray
    near: DoubleArray
    normal: DoubleArray
    size: float


def _nearest(camera: Camera, line: DoubleArray, drawn: DoubleArray) -> _Nearest:
    seen = camera.project(line)
    start, way = seen[:-1], np.diff(seen, axis=0)
    long = np.maximum((way * way).sum(axis=1), 1e-12)
    part = np.clip(((drawn[:, None] - start[None]) * way[None]).sum(axis=2) / long, 0.0, 1.0)
    away = drawn[:, None] - (start[None] + part[:, :, None] * way[None])
    best = (away * away).sum(axis=2).argmin(axis=1)
    row = np.arange(len(drawn))
    normal = np.stack([-way[best, 1], way[best, 0]], axis=1) / np.sqrt(long[best])[:, None]
    return _Nearest(best, part[row, best], away[row, best], normal, camera.mm_per_pixel(line.mean(axis=0)))


def slopes(camera: Camera, line: DoubleArray, drawn: DoubleArray, ways: DoubleArray) -> DoubleArray:
    """How fast the distances change when the points of the line go along ways, to first order.

    Parameters
    ----------
    camera : Camera
    line : (m, 3) float64, mm
    drawn : (n, 2) float64, pixels
    ways : (k, m, 3) float64
        Displacements of the points of the line for one unit of each of k numbers.

    Returns
    -------
    (n, k) float64, mm
    """
    seen, met, step = camera.project(line), _nearest(camera, line, drawn), 1e-3
    turn = np.stack([(camera.project(line + step * axis) - seen) / step for axis in np.eye(3)], axis=2)  # (m, 2, 3)
    goes = np.einsum("mij,kmj->kmi", turn, ways)
    along = met.part[None, :, None]
    moved = (1.0 - along) * goes[:, met.best] + along * goes[:, met.best + 1]  # (k, n, 2)
    far = np.maximum(np.linalg.norm(met.near, axis=1), 1e-9)
    # beside the line it is the distance across it, beyond its ends that to the end
    ends = ((met.part <= 0.0) | (met.part >= 1.0)) & (far > 1e-6)
    side = np.sign((met.near * met.normal).sum(axis=1) + 1e-12)
    across = np.where(ends[:, None], side[:, None] * met.near / far[:, None], met.normal)
    return np.asarray(-met.size * np.einsum("kni,ni->nk", moved, across))
