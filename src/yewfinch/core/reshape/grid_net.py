"""The net of quads round the inside points of a grid: one vertex for each crossed cell, one quad for each crossed edge.

After Gibson 1998, "Constrained elastic surface nets". Cells that hold more than one sheet would make edges of four
faces; their corners are filled first, again and again, until every cell holds one sheet.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

import numpy as np

from yewfinch.core.reshape import _grid_net_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError

#: A body of fewer vertices is a speck.
_SPECK = 26
_NO_PLANE = np.empty((0, 3))


@dataclass(frozen=True, eq=False)
class Net:
    """A closed net of quads, or its half on the side of growing x.

    Attributes
    ----------
    cells : (n, 3) int32
        The cell of each vertex.
    faces : (m, 4) int32
        Counter-clockwise from outside.
    beside : (n, 6) int32
        Neighbours towards -x, +x, -y, +y, -z, +z, or -1.
    middle : int
        So many first vertices lie in the mirror's plane, in a half.
    half : bool
    """

    cells: IndexArray
    faces: IndexArray
    beside: IndexArray
    middle: int
    half: bool

    def evened(
        self, at: DoubleArray, weight: float, onto: DoubleArray = _NO_PLANE, normal: DoubleArray = _NO_PLANE
    ) -> DoubleArray:
        """Vertices (n, 3) moved by `weight` of the way to the mean of their neighbours, in the planes given
        for each.
        """
        out = np.empty_like(at)
        kernels.evened(at, self.beside, weight, self.middle, onto, normal, out)
        return out

    def whole(self, at: DoubleArray) -> tuple[DoubleArray, IndexArray, IndexArray]:
        """Vertices, faces and mirror images of the whole net, mirrored if this is a half."""
        n, m = len(self.cells), self.middle
        if not self.half:
            return at, self.faces, np.arange(n, dtype=INDEX)
        image = np.concatenate([np.arange(m), np.arange(n, 2 * n - m)]).astype(INDEX)
        positions = np.concatenate([at, at[m:] * (-1.0, 1.0, 1.0)])
        mirror = np.concatenate([image, np.arange(m, n)]).astype(INDEX)
        return positions, np.concatenate([self.faces, image[self.faces][:, [0, 3, 2, 1]]]), mirror


@cache
def _plain() -> ByteArray:
    """For each pattern of a cell's corners.

    Are those inside joined by edges, those outside too, and no side doubtful?
    """

    def joined(corners: set[int]) -> bool:
        found: set[int] = set()
        grow = {min(corners)} if corners else set()
        while grow:
            found |= grow
            grow = {c ^ bit for c in grow for bit in (1, 2, 4)} & corners - found
        return found == corners

    def doubtful(code: int) -> bool:
        for axis in range(3):
            u, v = 1 << (axis + 1) % 3, 1 << (axis + 2) % 3
            for o in (0, 1 << axis):
                a, b, c, d = (code >> k & 1 for k in (o, o | u | v, o | u, o | v))
                if a == b and c == d and a != c:
                    return True
        return False

    inside = [{k for k in range(8) if code >> k & 1} for code in range(256)]
    return np.array(
        [joined(s) and joined(set(range(8)) - s) and not doubtful(code) for code, s in enumerate(inside)], np.uint8
    )


def net_of(solid: ByteArray, *, half: bool = False, one: bool = False) -> Net:
    """The net round the points that are 1.

    Parameters
    ----------
    solid : (x, y, z) uint8
        0 on all outer sides but the first in x of a half. Ambiguous cells are filled in it.
    half : bool
        The first two layers in x are mirror images, the plane lies between them.
    one : bool
        Keep the largest body only.

    Raises
    ------
    BadSurfaceError
        If nothing is 1, or the outer side is reached.
    """
    plain = _plain()
    count, doubtful = np.zeros((2, len(solid) - 1), np.int64)
    slabs = np.arange(len(solid) - 1)
    while True:
        kernels.count(solid, plain, slabs, count, doubtful)
        bad = np.nonzero(doubtful)[0]
        if not len(bad):
            break
        kernels.fill(solid, plain, bad, doubtful)
        if half:
            solid[:2] = solid[:2].max(axis=0)
            bad = np.concatenate([bad, [0]])
        slabs = np.unique(np.clip(np.concatenate([bad - 1, bad, bad + 1]), 0, len(doubtful) - 1))
    sides = [solid[-1], solid[:, 0], solid[:, -1], solid[:, :, 0], solid[:, :, -1], *(() if half else (solid[0],))]
    if any(side.any() for side in sides):
        raise BadSurfaceError("the form does not fit into its grid")
    if not count.any():
        raise BadSurfaceError("nothing of the form lies in its grid")
    first = np.cumsum(count) - count
    number = np.empty([n - 1 for n in solid.shape], INDEX)  # of crossed cells; others are never asked for
    cells = np.empty((int(count.sum()), 3), INDEX)
    kernels.numbered(solid, first, number, cells)
    faces = kernels.faces_of(solid, number, cells)
    beside = kernels.neighbours(solid, number, cells, half)
    return _kept(Net(cells, faces, beside, int(count[0]) if half else 0, half), one)


def _kept(net: Net, one: bool) -> Net:
    """The net without bubbles, which look inwards, and without specks; `one`: without all but the largest body."""
    label, count = kernels.bodies(net.beside)
    if count == 1:
        return net
    p, q, r, s = (net.cells[net.faces[:, k]].astype(np.float64) for k in range(4))
    # a half's rim lies in the plane of the first slab, so what is missing there adds nothing
    volume = np.bincount(
        label[net.faces[:, 0]], ((p * np.cross(q, r)).sum(axis=1) + (p * np.cross(r, s)).sum(axis=1)), count
    )
    size = np.bincount(label, minlength=count)
    size += np.bincount(label[net.middle :], minlength=count) if net.half else 0
    keep = volume > 0
    keep &= size == (size * keep).max() if one else size >= min(_SPECK, int((size * keep).max()))
    rows = np.nonzero(keep[label])[0]
    new = np.full(len(label) + 1, -1, INDEX)
    new[rows] = np.arange(len(rows), dtype=INDEX)
    return Net(
        net.cells[rows],
        new[net.faces[keep[label[net.faces[:, 0]]]]],
        new[net.beside[rows]],
        int((rows < net.middle).sum()),
        net.half,
    )


def settled(
    net: Net,
    at: DoubleArray,
    project: Callable[[DoubleArray], tuple[DoubleArray, DoubleArray]],
    rounds: int,
    teeth: int = 4,
) -> tuple[DoubleArray, DoubleArray]:
    """Even the vertices out along a surface.

    Parameters
    ----------
    net : Net
    at : (n, 3) float64, mm
        The middles of the cells.
    project : callable
        Nearest places on the surface, and its normals there.
    rounds : int
        How often vertices move along the planes of the places found first.
    teeth : int
        Pairs of steps forth and back at the end that take the teeth off thin edges (Taubin 1995).

    Returns
    -------
    positions, normals : (n, 3) float64
    """
    onto, normal = project(at)
    at = onto
    for _ in range(rounds):
        at = net.evened(at, 0.5, onto, normal)
    at, normal = project(at)
    if net.half:
        at[: net.middle, 0] = 0.0
    for _ in range(teeth):
        at = net.evened(net.evened(at, 0.5), -0.52)
    return at, normal


def _warm() -> None:
    solid = np.zeros((7, 7, 7), np.uint8)
    solid[3, 3, 3] = solid[4, 4, 3] = 1
    net = net_of(solid)
    net.evened(net.cells.astype(np.float64), 0.5)


warmup.register("nets of quads", _warm)
