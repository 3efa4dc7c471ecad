"""Which vertex of a symmetric surface is the image of which across x = 0, so that both can be written as one."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.query import _twins_kernels as kernels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, FloatArray, IndexArray

#: A vertex and the image of its twin may be so far apart along an axis, mm: levels and files round.
SAME = 1e-3
#: Size of the cells in which images are looked for, mm; more than that.
_CELL = 0.01
#: Vertices that are tried first: most surfaces that are not symmetric are told by these.
_TRIED = 64


def twins_of(surface: Surface) -> IndexArray | None:
    """The twin of each vertex, itself on the midline.

    Parameters
    ----------
    surface : Surface
        Keeps the table, as its faces do not change; it holds for all that has its faces.

    Returns
    -------
    (n,) int32 or None
        None if the surface is not its own image, in form and net, within `SAME`.
    """
    if surface.known_twins is not None:
        return surface.known_twins if kernels.farthest(surface.positions, surface.known_twins) <= SAME else None
    surface.known_twins = _found(surface)
    return surface.known_twins


def is_still_symmetric(surface: Surface) -> bool | None:
    """Is a surface that was known to be symmetric so now? None if nobody knows that it was."""
    if surface.known_twins is None:
        return None
    return bool(kernels.farthest(surface.positions, surface.known_twins) <= SAME)


def _found(surface: Surface) -> IndexArray | None:
    at = surface.positions
    bounds = surface.bounds()
    if abs(float(bounds[0, 0] + bounds[1, 0])) > 2 * SAME:
        return None
    head, follow = kernels.table_of(at, _CELL)
    tried = np.linspace(0, len(at) - 1, min(_TRIED, len(at))).astype(INDEX)
    if not kernels.have_images(tried, at, head, follow, _CELL, SAME):
        return None
    twin, count = kernels.nearest_images(at, head, follow, _CELL, SAME)
    if (count < 1).any():
        return None
    doubtful = np.flatnonzero(count > 1).astype(INDEX)
    while len(doubtful):
        if not kernels.chosen(doubtful, twin, count, at, head, follow, _CELL, SAME, surface.ring_at, surface.ring):
            return None
        doubtful = doubtful[count[doubtful] > 1]
    return None if kernels.disagreements(twin, surface.ring_at, surface.ring) else np.asarray(twin)


def one_of_each(rows: IndexArray, positions: FloatArray, twin: IndexArray) -> IndexArray:
    """Of rows and their twins one each, that on the sitter's left; ascending."""
    return np.asarray(kernels.both_sides(rows, positions, twin))


def with_twins(rows: IndexArray, twin: IndexArray) -> IndexArray:
    """Rows, and the twins of those that are not their own."""
    return np.asarray(kernels.with_twins(rows, twin))


def write_twins(rows: IndexArray, positions: FloatArray, twin: IndexArray) -> None:
    """Give the twins of rows the mirror images of their positions (n, 3) mm; rows on the midline are laid on it."""
    kernels.mirrored(rows, positions, twin)


def _warm() -> None:
    at = np.array([[-1, 0, 0], [1, 0, 0], [0, 1, 0], [0, 1, 0.0005]], np.float32)
    surface = Surface(at, [[0, 1, 2]])
    head, follow = kernels.table_of(at, _CELL)
    twin, count = kernels.nearest_images(at, head, follow, _CELL, SAME)
    rows = np.arange(4, dtype=INDEX)
    kernels.have_images(rows, at, head, follow, _CELL, SAME)
    kernels.chosen(rows, twin, count, at, head, follow, _CELL, SAME, surface.ring_at, surface.ring)
    kernels.disagreements(twin, surface.ring_at, surface.ring)
    kernels.farthest(at, twin)
    write_twins(one_of_each(rows, at, twin), at, twin)
    with_twins(rows, twin)


warmup.register("twins", _warm)
