"""The places of a surface nearest to points."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.anchors import Anchor
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray, IndexArray


def nearest(surface: Surface, points: DoubleArray) -> tuple[DoubleArray, IndexArray, DoubleArray]:
    """The nearest places of a surface: squared distance (k,), corners (k, 3) and weights (k, 3)."""
    import igl

    triangles = surface.triangles()
    at = surface.positions.astype(np.float64)
    squares, rows, places = igl.point_mesh_squared_distance(np.ascontiguousarray(points, np.float64), at, triangles.astype(np.int64))
    corners = triangles[np.ravel(rows)]
    a, b, c = (at[corners[:, k]] for k in range(3))
    u, v, w = b - a, c - a, places - a
    uu, uv, vv, wu, wv = ((x * y).sum(axis=1) for x, y in ((u, u), (u, v), (v, v), (w, u), (w, v)))
    area = np.where(np.abs(uu * vv - uv * uv) > 1e-18, uu * vv - uv * uv, 1.0)
    s, t = (vv * wu - uv * wv) / area, (uu * wv - uv * wu) / area
    weights = np.clip(np.stack([1.0 - s - t, s, t], axis=1), 0.0, 1.0)
    return np.ravel(squares), corners, weights / weights.sum(axis=1, keepdims=True)


def nearest_anchors(piece: str, surface: Surface, points: DoubleArray) -> list[Anchor]:
    """Points (k, 3) mm tied to the nearest places of a piece."""
    _, corners, weights = nearest(surface, points)
    return [
        Anchor(piece, (int(c[0]), int(c[1]), int(c[2])), (float(w[0]), float(w[1]), float(w[2])))
        for c, w in zip(corners, weights, strict=True)
    ]
