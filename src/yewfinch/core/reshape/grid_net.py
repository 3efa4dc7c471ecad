"""The net of quads round the inside points of a grid: a vertex for each sheet in a cell, a quad for each crossed edge.

After Gibson 1998, "Constrained elastic surface nets", and Nielson 2004, "Dual marching cubes". Where two cells would
meet twice over one side, which would make an edge of four faces, a corner is changed (Wenger 2013, "Isosurfaces", 3.3).
Fields that are made for it may have all cells of more than one sheet filled instead.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _grid_net_kernels as kernels
from yewfinch.core.reshape.digital import turned
from yewfinch.core.reshape.sheets import sheets
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError

#: A body of fewer vertices is a speck.
_SPECK = 26
#: A vertex moves so far along the surface at most, in reaches.
_STRAY = 0.8
#: So often points are changed where cells meet twice, before such cells are filled.
_UNTWISTED = 40
_NO_PLANE = np.empty((0, 3))


@dataclass(frozen=True, eq=False)
class Net:
    """A closed net of quads, or its half on the side of growing x.

    Attributes
    ----------
    cells : (n, 3) int32
        The cell of each vertex.
    aside : (n, 3) float64
        Where it stands off the middle of its cell at first, in cells; empty if none does.
    faces : (m, 4) int32
        Counter-clockwise from outside.
    beside : (n, 8) int32
        Neighbours towards -x, +x, -y, +y, -z, +z, or -1; then second ones towards one of these, which are rare.
    middle : int
        So many first vertices lie in the mirror's plane, in a half.
    half : bool
    """

    cells: IndexArray
    aside: DoubleArray
    faces: IndexArray
    beside: IndexArray
    middle: int
    half: bool

    def middles(self) -> DoubleArray:
        """Where the vertices stand at first, (n, 3), in cells from the grid's first point."""
        at = self.cells + 0.5
        return np.asarray(at + self.aside if len(self.aside) else at)

    def bodies(self) -> int:
        """How many parts hang together."""
        return int(kernels.bodies(self.beside)[1])

    def outwards(self, at: DoubleArray) -> DoubleArray:
        """Normals of the vertices (n, 3) at places (n, 3), of no certain length."""
        across = np.cross(at[self.faces[:, 2]] - at[self.faces[:, 0]], at[self.faces[:, 3]] - at[self.faces[:, 1]])
        out = np.stack(
            [sum(np.bincount(self.faces[:, k], across[:, axis], len(at)) for k in range(4)) for axis in range(3)],
            axis=1,
        )
        if self.half:
            out[: self.middle, 0] = 0.0
        return out

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


def net_of(
    solid: ByteArray,
    *,
    half: bool = False,
    one: bool = False,
    apart: bool = False,
    fixed: ByteArray | None = None,
) -> Net:
    """The net round the points that are 1.

    Parameters
    ----------
    solid : (x, y, z) uint8
        0 on all outer sides but the first in x of a half. Ambiguous cells are filled in it, or points changed.
    half : bool
        The first two layers in x are mirror images, the plane lies between them.
    one : bool
        Keep the largest body only.
    apart : bool
        Each sheet of a cell gets a vertex of its own, and hollows inside are kept; else cells of more than one sheet
        are filled, and hollows dropped.
    fixed : (x, y, z) uint8, optional
        Points that are 1 here are changed only where no other will do.

    Raises
    ------
    BadSurfaceError
        If nothing is 1, or the outer side is reached.
    """
    told = sheets()
    if apart:
        _untwist(solid, np.zeros_like(solid) if fixed is None else fixed, half)
    else:
        _fill(solid, half)
    sides = [solid[-1], solid[:, 0], solid[:, -1], solid[:, :, 0], solid[:, :, -1], *(() if half else (solid[0],))]
    if any(side.any() for side in sides):
        raise BadSurfaceError("the form does not fit into its grid")
    count = np.zeros(len(solid) - 1, np.int64)
    kernels.sheet_count(solid, told.count, np.arange(len(count)), count)
    if not count.any():
        raise BadSurfaceError("nothing of the form lies in its grid")
    first = np.cumsum(count) - count
    number = np.empty([n - 1 for n in solid.shape], INDEX)  # of crossed cells; others are never asked for
    cells, sheet = np.empty((int(count.sum()), 3), INDEX), np.empty(int(count.sum()), np.int8)
    kernels.numbered(solid, told.count, first, number, cells, sheet)
    faces = kernels.faces_of(solid, number, cells, sheet, told.of_edge)
    beside = kernels.neighbours(solid, number, cells, sheet, told.of_edge, told.crossing, half)
    within = told.middle[kernels.codes(solid, cells), sheet] - 0.5
    if not within.any():
        within = within[:0]
    return _kept(Net(cells, within, faces, beside, int(count[0]) if half else 0, half), one, apart)


def _fill(solid: ByteArray, half: bool) -> None:
    """Fill cells of more than one sheet until there are none."""
    plain = sheets().plain
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


def _untwist(solid: ByteArray, fixed: ByteArray, half: bool) -> None:
    """Change points until no two cells meet twice over a side."""
    told = sheets()
    slabs = np.arange(len(solid) - 1)
    for _ in range(_UNTWISTED):
        found = kernels.twice_joined(solid, told.of_edge, told.crossing, slabs)
        if not len(found):
            return
        if not turned(solid, found, fixed, half=half):
            break
        near = np.unique(found[:, 0]).astype(np.int64)
        near = np.concatenate([near - 2, near - 1, near, near + 1])
        slabs = np.unique(np.clip(near, 0, len(solid) - 2))
    _fill(solid, half)


def _kept(net: Net, one: bool, hollows: bool) -> Net:
    """The net without specks; `one`: without all but the largest body; without `hollows`, which look inwards."""
    label, count = kernels.bodies(net.beside)
    if count == 1:
        return net
    p, q, r, s = (net.middles()[net.faces[:, k]] for k in range(4))
    # a half's rim lies in the plane of the first slab, so what is missing there adds nothing
    volume = np.bincount(
        label[net.faces[:, 0]], ((p * np.cross(q, r)).sum(axis=1) + (p * np.cross(r, s)).sum(axis=1)), count
    )
    size = np.bincount(label, minlength=count)
    size += np.bincount(label[net.middle :], minlength=count) if net.half else 0
    keep = volume > 0
    keep &= size == (size * keep).max() if one else size >= min(_SPECK, int((size * keep).max()))
    if hollows and not one:
        keep |= (volume < 0) & (size >= _SPECK)
    rows = np.nonzero(keep[label])[0]
    new = np.full(len(label) + 1, -1, INDEX)
    new[rows] = np.arange(len(rows), dtype=INDEX)
    return Net(
        net.cells[rows],
        net.aside[rows] if len(net.aside) else net.aside,
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
    *,
    reach: float = 0.0,
    thin: npt.NDArray[np.bool_] | None = None,
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
    reach : float, mm
        How far a place is looked for beyond the nearest one, if that looks away from where the net does: the other
        face of something thin.
    thin : (n,) bool, optional
        Vertices that are laid on the surface once more at the end: what is as thin as the edges would shrink.

    Returns
    -------
    positions, normals : (n, 3) float64
    """
    way = net.outwards(at)
    onto, normal = _faced(project, at, way, reach)
    at = onto
    for _ in range(rounds):
        at = net.evened(at, 0.5, onto, normal)
        if reach > 0:
            at = _near(at, onto, _STRAY * reach)
    at, normal = _faced(project, at, way, reach)
    if net.half:
        at[: net.middle, 0] = 0.0
    for _ in range(teeth):
        at = net.evened(net.evened(at, 0.5), -0.52)
    if thin is not None and thin.any():
        at[thin], normal[thin] = _faced(project, at[thin], way[thin], reach)
        if net.half:
            at[: net.middle, 0] = 0.0
    return at, normal


def fitted(
    net: Net,
    at: DoubleArray,
    project: Callable[[DoubleArray], tuple[DoubleArray, DoubleArray]],
    most: float,
) -> DoubleArray:
    """Vertices moved off a surface by half of what the middles of their faces lack, so that both are as near to it.

    A net whose vertices lie on a round form is smaller than that.

    Parameters
    ----------
    net : Net
    at : (n, 3) float64, mm
    project : callable
        Nearest places on the surface, and its normals there.
    most : float, mm
        What lacks more, where the net bridges something, moves nothing.

    Returns
    -------
    (n, 3) float64, mm
    """
    middles = at[net.faces].mean(axis=1)
    across = np.cross(at[net.faces[:, 2]] - at[net.faces[:, 0]], at[net.faces[:, 3]] - at[net.faces[:, 1]])
    across /= np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-12)
    place, normal = project(middles)
    way = place - middles
    fair = ((normal * across).sum(axis=1) > 0.7) & (np.linalg.norm(way, axis=1) < most)
    way[~fair] = 0.0
    step = np.stack([np.bincount(net.faces.ravel(), np.repeat(way[:, axis], 4), len(at)) for axis in range(3)], axis=1)
    count = np.bincount(net.faces.ravel(), minlength=len(at)).astype(np.float64)
    if net.half:
        step[: net.middle, 0] = 0.0
    return np.asarray(at + 0.5 * step / count[:, None])


def _near(at: DoubleArray, home: DoubleArray, most: float) -> DoubleArray:
    """Places (n, 3) mm, none farther than `most` mm from its home (n, 3)."""
    way = at - home
    far = np.linalg.norm(way, axis=1, keepdims=True)
    return np.asarray(home + way * np.minimum(1.0, most / np.maximum(far, 1e-12)))


def _faced(
    project: Callable[[DoubleArray], tuple[DoubleArray, DoubleArray]], at: DoubleArray, way: DoubleArray, reach: float
) -> tuple[DoubleArray, DoubleArray]:
    """Nearest places (n, 3) mm on a surface and its normals there, that look the way (n, 3) the net does if any do."""
    onto, normal = project(at)
    for share in (0.5, 1.0) if reach > 0 else ():
        wrong = np.nonzero((normal * way).sum(axis=1) < -0.2 * np.linalg.norm(way, axis=1))[0]
        if not len(wrong):
            break
        unit = way[wrong] / np.linalg.norm(way[wrong], axis=1, keepdims=True)
        place, across = project(at[wrong] + share * reach * unit)
        better = (across * unit).sum(axis=1) > 0.0
        onto[wrong[better]], normal[wrong[better]] = place[better], across[better]
    return onto, normal


def _warm() -> None:
    solid = np.zeros((7, 7, 7), np.uint8)
    solid[3, 3, 3] = solid[4, 4, 3] = 1
    for apart in (False, True):
        net = net_of(solid.copy(), apart=apart)
    net.evened(net.middles(), 0.5)


warmup.register("nets of quads", _warm)
