"""Distance along the surface, as a tape laid on it would measure."""

from __future__ import annotations

from typing import Any

import numpy as np

from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: Most vertices of the patch that is searched.
MOST = 60_000
#: Vertices are put aside by so much of an edge at most.
_TREMBLE = 1e-6


def along_surface(surface: Surface, start: Anchor, end: Anchor) -> float:
    """Shortest way over the surface between two points of it, mm.

    Exact on the triangulated patch round the two points: the points are put in as vertices and
    the distance field is propagated in windows.

    Returns
    -------
    float
        Infinity if no way leads from one to the other inside the patch.

    References
    ----------
    Mitchell, Mount & Papadimitriou 1987, "The discrete geodesic problem", as carried out by
    libigl.
    """
    import igl

    a, b = start.on(surface), end.on(surface)
    middle, gap = (a + b) / 2, float(np.linalg.norm(a - b))
    if gap < 1e-9:
        return 0.0
    longest = 0.0
    for row in (*start.corners, *end.corners):
        ring = surface.ring[surface.ring_at[row] : surface.ring_at[row + 1]]
        edges = surface.positions[ring] - surface.positions[row]
        longest = max(longest, float(np.linalg.norm(edges, axis=1).max(initial=0.0)))
    for reach in (0.85, 1.6, 4.0):
        rows = surface.rows_in_ball(middle, gap * reach + 4.0 * longest)
        if len(rows) > MOST:
            break
        found = _exact(igl, surface, rows, start, end, a, b, longest)
        # a shorter way could only lie outside the patch if it is longer than the patch is wide
        if found < 2.0 * reach * gap:
            return found
    return found if len(rows) <= MOST else float("inf")


def _exact(
    igl: Any,
    surface: Surface,
    rows: np.ndarray,
    start: Anchor,
    end: Anchor,
    a: DoubleArray,
    b: DoubleArray,
    longest: float,
) -> float:
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    faces = number[surface.faces[np.unique(_faces_of(surface, rows))]]
    faces = faces[(faces >= 0).all(axis=1)]
    second = faces[faces[:, 3] != faces[:, 2]][:, [0, 2, 3]]
    triangles = np.concatenate([faces[:, :3], second])
    points = surface.positions[rows].astype(np.float64)
    ids = []
    for anchor, point in ((start, a), (end, b)):
        corners = number[list(anchor.corners)]
        if (corners < 0).any():
            return float("inf")
        best = int(np.argmax(anchor.weights))
        if anchor.weights[best] > 1.0 - 1e-6:
            ids.append(int(corners[best]))
            continue
        same = (np.sort(triangles, axis=1) == np.sort(corners)).all(axis=1)
        if not same.any():
            ids.append(int(corners[best]))
            continue
        at = len(points)
        points = np.concatenate([points, point[None]])
        t = triangles[int(np.argmax(same))]
        fan = np.array([[t[0], t[1], at], [t[1], t[2], at], [t[2], t[0], at]])
        triangles = np.concatenate([triangles[~same], fan])
        ids.append(at)
    if ids[0] == ids[1]:
        return 0.0
    # in regular nets ways run exactly through vertices, where the search may go on for ever
    points += _TREMBLE * longest * np.random.default_rng(1).uniform(-1.0, 1.0, points.shape)
    none = np.empty(0, np.int64)
    out = igl.exact_geodesic(points, triangles.astype(np.int64), np.array([ids[0]]), none, np.array([ids[1]]), none)
    value = float(np.asarray(out).ravel()[0])
    # no way is reported as zero, and no way is shorter than the straight one
    reached = np.isfinite(value) and value >= (1.0 - 1e-6) * float(np.linalg.norm(a - b))
    return value if reached else float("inf")


def _faces_of(surface: Surface, rows: np.ndarray) -> np.ndarray:
    leaves = np.unique(rows >> 9)
    owners = [surface.leaf_owners(int(leaf)) for leaf in leaves]
    wanted = np.unique(np.concatenate(owners))
    return np.concatenate([np.arange(surface.face_start[o], surface.face_start[o + 1]) for o in wanted])
