"""Exact picking: the first point and face a ray meets."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface import _surface_kernels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray

#: Hidden surfaces that a ray goes through at most.
_THROUGH = 64


@dataclass(frozen=True)
class Hit:
    """Where a ray meets a surface.

    Attributes
    ----------
    point : (3,) float64, mm
    normal : (3,) float64, unit, interpolated from the vertices
    face : int
    corners : (3,) int, the triangle of the face that was hit
    weights : (3,) float64, barycentric, sum 1
    distance : float, mm along the ray when its direction is a unit vector
    """

    point: DoubleArray
    normal: DoubleArray
    face: int
    corners: tuple[int, int, int]
    weights: DoubleArray
    distance: float


def pick(
    surface: Surface,
    origin: npt.ArrayLike,
    direction: npt.ArrayLike,
    *,
    front_only: bool = True,
) -> Hit | None:
    """Find the first hit of a ray.

    Parameters
    ----------
    surface : Surface
    origin, direction : (3,) float, mm; the direction need not be a unit vector
    front_only : bool
        Ignore faces seen from behind.

    Returns
    -------
    Hit or None

    References
    ----------
    Moeller & Trumbore 1997, "Fast, minimum storage ray/triangle intersection".
    """
    o = np.asarray(origin, np.float64)
    d = np.asarray(direction, np.float64)
    entry, order = surface.pick_buffers
    face, half, t, u, v = _surface_kernels.pick(
        surface.positions, surface.faces, surface.face_start, surface.leaf_lo, surface.leaf_hi,
        o[0], o[1], o[2], d[0], d[1], d[2], front_only, entry, order,
    )  # fmt: skip
    if face < 0:
        return None
    f = surface.faces[face]
    corners = (int(f[0]), int(f[1 + half]), int(f[2 + half]))
    u, v = min(max(u, 0.0), 1.0), min(max(v, 0.0), 1.0)
    w = max(1.0 - u - v, 0.0)
    total = w + u + v
    weights = np.array([w / total, u / total, v / total])
    point, normal = _surface_kernels.place_of(surface.positions, surface.normals, *corners, weights)
    return Hit(point, normal, int(face), corners, weights, t * math.sqrt(d @ d))


def circle_on(
    surface: Surface, centre: npt.ArrayLike, normal: npt.ArrayLike, radius: float, count: int = 48
) -> DoubleArray:
    """A circle laid on a surface, looked down on along the normal of its centre.

    Parameters
    ----------
    surface : Surface
    centre : (3,) float, mm
    normal : (3,) float, unit
    radius : float, mm
    count : int
        Points of the circle.

    Returns
    -------
    (count + 1, 3) float64
        In mm, closed. Where the surface lies more than a radius above or below, the point stays level with the centre.
    """
    c, n = np.asarray(centre, np.float64), np.asarray(normal, np.float64)
    side = np.cross(n, [0.0, 1.0, 0.0] if abs(n[1]) < 0.9 else [1.0, 0.0, 0.0])
    side /= np.linalg.norm(side)
    turn = np.linspace(0.0, 2.0 * np.pi, count + 1)[:, None]
    level = c + radius * (np.cos(turn) * side + np.sin(turn) * np.cross(n, side))
    entry, order = surface.pick_buffers
    down = _surface_kernels.depths(
        surface.positions,
        surface.faces,
        surface.face_start,
        surface.leaf_lo,
        surface.leaf_hi,
        level + n * radius,
        -n,
        entry,
        order,
    )
    fall = np.where(down <= 2 * radius, radius - down, 0.0)
    return np.asarray(level + fall[:, None] * n)


def pick_free(surface: Surface, origin: npt.ArrayLike, direction: npt.ArrayLike) -> Hit | None:
    """As `pick`, but what is masked by half or more is passed through."""
    o, d = np.asarray(origin, np.float64), np.asarray(direction, np.float64)
    d = d / math.sqrt(d @ d)
    gone = 0.0
    for _ in range(_THROUGH):
        hit = pick(surface, o + d * gone, d)
        if hit is None:
            return None
        gone += hit.distance
        if hit.weights @ surface.mask[list(hit.corners), 0] < 127.5:
            return Hit(hit.point, hit.normal, hit.face, hit.corners, hit.weights, gone)
        gone += 1e-3
    return None


def _warm() -> None:
    surface = Surface([[0, 0, 0], [1, 0, 0], [0, 1, 0]], [[0, 1, 2]])
    pick(surface, (0.2, 0.2, 1), (0, 0, -1))
    circle_on(surface, (0.2, 0.2, 0), (0, 0, 1), 0.1)


warmup.register("picking", _warm)
