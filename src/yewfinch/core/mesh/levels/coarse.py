"""A coarser set of faces over the same vertices, for drawing far away or while the view moves."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.levels import _coarse_kernels as kernels
from yewfinch.core.mesh.levels.levels import Levels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, IndexArray

#: Vertices that are left, about.
ABOUT = 60_000


def coarse_cell(surface: Surface, about: int = ABOUT) -> float:
    """Size, mm, of the cells of a coarser set of faces: what is smaller is lost in it."""
    area = kernels.sampled_area(surface.positions, surface.faces, max(1, len(surface.faces) // 20_000))
    return max(float(np.sqrt(area / max(about, 1))), 1e-6)


def coarse_triangles(surface: Surface, about: int = ABOUT, among: IndexArray | None = None) -> IndexArray:
    """Triangles between a few of a surface's own vertices.

    Parameters
    ----------
    surface : Surface
    about : int
        So many vertices.
    among : (j, 3) int32, optional
        Coarse triangles of the surface between more vertices: with them it is quicker.

    Returns
    -------
    (k, 3) int32

    Notes
    -----
    Vertices of one cell of a grid that look much the same way become the one in their middle (Rossignac & Borrel 1993,
    "Multi-resolution 3D
    approximations for rendering complex scenes"); faces that lose their area go.
    """
    if among is None:
        return mapped(surface, clustered(surface, about))
    number = np.zeros(len(surface), INDEX)
    number[among] = 1
    rows = np.flatnonzero(number).astype(INDEX)
    number[rows] = np.arange(len(rows), dtype=INDEX)
    low, cell = surface.bounds()[0].astype(np.float64), coarse_cell(surface, about)
    first = kernels.clustered(surface.positions[rows], surface.normals[rows], low, cell)
    three = np.ascontiguousarray(number[among[:, [0, 1, 2, 2]]])
    return np.asarray(rows[kernels.mapped(three, first)])


def clustered(surface: Surface, about: int) -> IndexArray:
    """The first half of the way to coarse triangles: the vertex that each becomes, (n,) int32."""
    low, cell = surface.bounds()[0].astype(np.float64), coarse_cell(surface, about)
    return np.asarray(kernels.clustered(surface.positions, surface.normals, low, cell))


def mapped(surface: Surface, first: IndexArray) -> IndexArray:
    """The second half: triangles (k, 3) int32 between what vertices become."""
    return np.asarray(kernels.mapped(surface.faces, first))


def coarse_of_levels(held: Levels, about: int = ABOUT) -> IndexArray | None:
    """Triangles of a coarser level between its vertices on the current one; None if no level has about so many."""
    number = next((k for k in range(held.current - 1, -1, -1) if held.sizes[k] <= about), None)
    if number is None or 16 * held.sizes[number] < about:
        return None
    rows = np.arange(held.sizes[number], dtype=INDEX)
    for level in held.levels[number : held.current]:
        if level.rise is None:
            return None
        rows = level.rise.vertices[rows]
    f = rows[held.levels[number].net.faces]
    return np.ascontiguousarray(f[:, [0, 1, 2, 0, 2, 3]], INDEX).reshape(
        -1, 3
    )  # the two of a face together: they share corners


def _warm() -> None:
    one = Surface(np.eye(3), [[0, 1, 2]])
    coarse_triangles(one, 1, coarse_triangles(one, 1))


warmup.register("coarse drawing", _warm)
