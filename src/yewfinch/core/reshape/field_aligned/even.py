"""Every face of a net cut into quads, and these drawn towards even squares on the surface they stand for."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.reshape.field_aligned import _even_kernels as kernels
from yewfinch.core.reshape.field_aligned.form import ON
from yewfinch.core.reshape.field_aligned.gather import Coarse
from yewfinch.core.reshape.left_out import drawn_out
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent

#: A place whose surface looks more than this away is another sheet's: the cosine.
_FACING = 0.2
#: Places are looked for from so many edges above the net.
_ABOVE = 0.45
#: How far vertices go of the way towards the squares, at first.
_OVER = 1.5
#: What the middle of a face lacks is made up for up to so many edges.
_LACK = 0.3
#: Rounds at the end in which the net is drawn to what it leaves out.
_REACHING = 14


@dataclass(frozen=True, eq=False)
class Quads:
    """A net of quads, twice as fine as that which it is made of.

    Attributes
    ----------
    points : (n, 3) float64, mm
    normals : (n, 3) float64
        Of the surface there.
    faces : (m, 4) int32
    rim : (k,) int32
        Rows of vertices on rims.
    creased : (c, 2) int32
        Ends of edges along creases.
    corners : (k,) int32
        What stays where it is.
    size : (m,) float64, mm
        The length wanted of each face's edges.
    """

    points: DoubleArray
    normals: DoubleArray
    faces: IndexArray
    rim: IndexArray
    creased: IndexArray
    corners: IndexArray
    size: DoubleArray

    def on_plane(self) -> IndexArray:
        """Rows of rims in the plane x = 0."""
        return self.rim[np.abs(self.points[self.rim, 0]) < ON]

    def free(self) -> npt.NDArray[np.bool_]:
        """Which vertices are bound to no rim, crease or corner, (n,)."""
        out = np.ones(len(self.points), bool)
        out[self.creased] = False
        out[self.rim] = False
        out[self.corners] = False
        return out


def quartered(coarse: Coarse) -> Quads:
    """Cut each quad into four and each triangle into three, at the middles of edges and faces."""
    n, m = len(coarse.points), len(coarse.faces)
    faces = coarse.faces.astype(np.int64)
    three = faces[:, 2] == faces[:, 3]
    live = np.ones((m, 4), bool)
    live[three, 3] = False
    start = faces
    end = np.roll(faces, -1, axis=1)
    end[three, 2] = faces[three, 0]
    key = np.minimum(start, end) * n + np.maximum(start, end)
    which = np.full((m, 4), -1, np.int64)
    edges, inverse, often = np.unique(key[live], return_inverse=True, return_counts=True)
    which[live] = inverse
    a, b = edges // n, edges % n
    p = coarse.points
    middles = np.where(three[:, None], p[faces[:, :3]].mean(axis=1), p[faces].mean(axis=1))
    points = np.concatenate([p, (p[a] + p[b]) / 2, middles])
    held = coarse.normals
    normals = np.concatenate([held, held[a] + held[b], held[faces].sum(axis=1)])
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-12)
    previous = np.roll(which, 1, axis=1)
    previous[three, 0] = which[three, 2]
    corner = np.stack(
        [faces, n + which, np.broadcast_to((n + len(edges) + np.arange(m))[:, None], (m, 4)), n + previous], axis=2
    )
    own = corner[live].astype(INDEX)
    step = np.repeat(np.where(three, coarse.step[faces[:, :3]].mean(axis=1), coarse.step[faces].mean(axis=1)), 4)
    rim = np.flatnonzero(often == 1)
    rims = np.unique(np.concatenate([a[rim], b[rim], n + rim])).astype(INDEX)
    c, d = np.sort(coarse.creased.astype(np.int64), axis=1).T
    at = np.searchsorted(edges, c * n + d)
    fine = (at < len(edges)) & (edges[np.minimum(at, len(edges) - 1)] == c * n + d) if len(edges) else np.zeros(0, bool)
    c, d, at = c[fine], d[fine], at[fine]
    creased = np.concatenate([np.stack([c, n + at], 1), np.stack([d, n + at], 1)]).astype(INDEX)
    still = np.zeros(n, bool)
    still[coarse.tiny] = True
    faces_still = np.where(three, still[faces[:, :3]].all(axis=1), still[faces].all(axis=1))
    stay = np.flatnonzero(np.concatenate([still, still[a] & still[b], faces_still])).astype(INDEX)
    corners = np.union1d(coarse.corners, stay).astype(INDEX)
    return Quads(points, normals, own, rims, creased, corners, step.reshape(m, 4)[live] / 2)


@dataclass(frozen=True, eq=False)
class Ground:
    """What a net is laid on.

    Attributes
    ----------
    rough, true : NearestTree
        Of a surface that is nearly the one meant, and quicker to look up; and of that one.
    lines : NearestTree or None
        Of the surface's rims and creases: what lies on some goes along these only.
    places, normals : (k, 3) float64
        Places of the surface, mm, and its normals there, that the net is not to leave out.
    """

    rough: NearestTree
    true: NearestTree
    lines: NearestTree | None
    places: DoubleArray
    normals: DoubleArray


def evened(
    net: Quads,
    ground: Ground,
    *,
    half: bool,
    rounds: int = 32,
    progress: Progress = silent,
) -> DoubleArray:
    """Draw the quads towards squares and lay them on the surface.

    Parameters
    ----------
    net : Quads
    ground : Ground
    half : bool
        Rims in the plane x = 0 stay there, others on those of the surface.
    rounds : int
    progress : Progress

    Returns
    -------
    (n, 3) float64, mm

    Notes
    -----
    A local and a global step by turns, as in Bouaziz, Deuss, Schwartzburg, Weise & Pauly 2012, "Shape-up: shaping
    discrete geometry with projections", the global one being a mean.
    """
    p = net.points.copy()
    on_line = np.zeros(len(p), bool)
    on_line[net.creased] = True
    plane = net.on_plane() if half else np.empty(0, INDEX)
    on_line[np.setdiff1d(net.rim, plane)] = True
    held, hints, own = np.flatnonzero(on_line), None, None
    aims, normals = ground.places, ground.normals
    for number in range(rounds + 1):
        progress(number / (rounds + 1), "evening the quads out")
        if number:
            total, count = np.zeros_like(p), np.zeros(len(p))
            kernels.squares(net.faces, p, net.size, total, count)
            some = count > 0
            p[some] += (_OVER if number < rounds - _REACHING else 1.0) * (total[some] / count[some, None] - p[some])
        last = rounds - number < _REACHING
        if rounds - number == _REACHING - 1:
            hints = None
        p, hints = _slid(net, p, ground.true if last else ground.rough, hints)
        if last and len(aims):
            p, again, own = drawn_out(p, net.faces, net.size, aims, normals, own)
            aims, normals = aims[again], normals[again]
            p, hints = _slid(net, p, ground.true, hints)
        p[net.corners] = net.points[net.corners]
        if ground.lines is not None and len(held):
            p[held] = ground.lines.places(ground.lines.find(p[held]))
        if half:
            p[plane, 0] = 0.0
    free = ~on_line
    free[net.corners] = False
    p = _balanced(net, p, ground.true, free)
    if half:
        p[plane, 0] = 0.0
    return p


def _balanced(net: Quads, p: DoubleArray, tree: NearestTree, free: npt.NDArray[np.bool_]) -> DoubleArray:
    """Move vertices off the surface by half of what the middles of their faces lack: so both are as far from it."""
    out = p.copy()
    middles = p[net.faces].mean(axis=1)
    found = tree.find(middles)
    across = np.cross(p[net.faces[:, 2]] - p[net.faces[:, 0]], p[net.faces[:, 3]] - p[net.faces[:, 1]])
    lack = tree.places(found) - middles
    far = found.squares > (_LACK * net.size) ** 2
    lack[far | (np.einsum("nk,nk->n", tree.normals(found.rows), across) <= 0.0)] = 0.0
    count = np.maximum(np.bincount(net.faces.ravel(), minlength=len(p)), 1)
    for k in range(3):
        out[free, k] += (np.bincount(net.faces.ravel(), np.repeat(lack[:, k], 4), len(p)) / count)[free] / 2
    return out


def _slid(net: Quads, p: DoubleArray, tree: NearestTree, hints: IndexArray | None) -> tuple[DoubleArray, IndexArray]:
    """Points laid on the nearest places that look as the net does; others stay where they are.

    Those of a thin part that are nearer to its other side are looked for from above the net.
    """
    out, size = kernels.upright(net.faces, p, net.size, net.normals, _FACING)
    found = tree.find(p, hints)
    sure = np.einsum("nk,nk->n", tree.normals(found.rows), out) > _FACING
    at = np.where(sure[:, None], tree.places(found), p)
    rest = np.flatnonzero(~sure)
    if len(rest):
        other = tree.find(p[rest] + _ABOVE * size[rest, None] * out[rest])
        fine = np.einsum("nk,nk->n", tree.normals(other.rows), out[rest]) > _FACING
        at[rest[fine]] = tree.places(other)[fine]
    return at, found.rows
