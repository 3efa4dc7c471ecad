"""What closes a rim: triangles of least area across it, made even, drawn straight or going on with the form round it.

References
----------
Barequet & Sharir 1995, "Filling gaps in the boundary of a polyhedron"; Liepa 2003, "Filling holes in meshes".
"""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _edge_kernels as edges
from yewfinch.core.mesh.repair import _fill_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Corners of a loop that are joined by least area; of longer ones every so many-th is, and those between follow.
_CORNERS = 240
#: Edges longer or shorter than these parts of the wanted length are halved or drawn together; rounds of that; no
#: triangle becomes worse than this by it.
_LONG, _SHORT, _ROUNDS, _QUALITY = 4.0 / 3.0, 4.0 / 5.0, 24, 0.15
#: Edges become longer by this much for each mm from the rim.
_GRADING = 0.3
#: How often the ring behind a rim is evened out.
_SMOOTHED = 3
#: New vertices for each of the rim at most.
_GROWTH = 60

_Triangles = npt.NDArray[np.int64]


def filled(
    points: DoubleArray, taken: set[tuple[int, int]] | None = None
) -> tuple[DoubleArray, _Triangles, npt.NDArray[np.int64]]:
    """Close a loop by triangles with edges as long as its own, laid as a skin of soap would lie.

    Parameters
    ----------
    points : (k, 3) float64, mm
        The loop; the triangles go round in this direction.
    taken : set of pairs of numbers of the loop's points, optional
        Joined by an edge already, the smaller first: another one would have three faces.

    Returns
    -------
    (n, 3) float64, mm
        New vertices.
    (m, 3) int64
        Triangles; the loop's points are 0 to k - 1, new ones follow.
    (n,) int64
        The loop's point that is nearest to each new one.
    """
    n = len(points)
    step = -(-n // _CORNERS)
    if step > 1:
        return _coarsely(points, np.arange(0, n - step // 2, step), taken or set())
    barred = np.zeros((n, n), np.uint8)
    for i, j in taken or ():
        barred[i, j] = barred[j, i] = 1
    tri = kernels.least_area(np.ascontiguousarray(points), barred)
    length = np.linalg.norm(points - np.roll(points, -1, axis=0), axis=1)
    want = (length + np.roll(length, 1)) / 2
    at, tri = _even(points, tri, np.maximum(want, 0.5 * float(np.median(length))))
    if len(at) == n:
        return np.empty((0, 3)), tri, np.empty(0, np.int64)
    at = skin(at, tri, np.arange(n, len(at)))
    from scipy.spatial import cKDTree

    return at[n:], tri, np.asarray(cKDTree(points).query(at[n:])[1], np.int64)


def filled_behind(
    at: DoubleArray, quads: npt.NDArray[np.int64], loop: npt.NDArray[np.int64], back: float
) -> tuple[DoubleArray, _Triangles, npt.NDArray[np.int64]]:
    """Close a loop of a surface by a band that goes straight back from it, and what closes that.

    So nothing lies in the notches of a rim in steps, where the clay goes on beside it.

    Parameters
    ----------
    at : (n, 3) float64, mm
    quads : (m, 4) int64
        The surface.
    loop : (k,) int64
        Rows of its rim.
    back : float
        How far back the band goes, in the loop's edges.

    Returns
    -------
    As `filled`.
    """
    n, rim = len(loop), at[loop]
    corners = at[quads]
    across = np.cross(corners[:, 2] - corners[:, 0], corners[:, 3] - corners[:, 1])
    three = quads[:, 2] == quads[:, 3]
    across[three] = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])[three]
    out = np.zeros_like(at)
    for k in range(4):
        np.add.at(out, quads[:, k], across)
    way = out[loop] / np.maximum(np.linalg.norm(out[loop], axis=1, keepdims=True), 1e-12)
    edge = float(np.linalg.norm(rim - np.roll(rim, -1, axis=0), axis=1).mean())
    ring = rim - back * edge * way
    for _ in range(_SMOOTHED):
        ring = (2.0 * ring + np.roll(ring, 1, axis=0) + np.roll(ring, -1, axis=0)) / 4.0
    new, tri, source = filled(ring)
    one, two = np.arange(n), (np.arange(n) + 1) % n
    band = np.concatenate([np.stack([one, two, n + two], axis=1), np.stack([one, n + two, n + one], axis=1)])
    return np.concatenate([ring, new]), np.concatenate([band, n + tri]), np.concatenate([one, source])


def _coarsely(
    points: DoubleArray, corners: npt.NDArray[np.int64], taken: set[tuple[int, int]]
) -> tuple[DoubleArray, _Triangles, npt.NDArray[np.int64]]:
    """A long loop closed between some of its points; triangles along the rim are parted at those between."""
    n = len(points)
    number = {int(c): i for i, c in enumerate(corners)}
    barred = {(min(x), max(x)) for x in ((number.get(a, -1), number.get(b, -1)) for a, b in taken) if min(x) >= 0}
    new, tri, source = filled(points[corners], barred)
    name = np.r_[corners, n + np.arange(len(new))]
    chains = {
        (int(a), int(b)): [*range(a, b if b > a else n), *([] if b > a else range(b)), int(b)]
        for a, b in zip(corners, np.roll(corners, -1), strict=True)
    }
    out: list[tuple[int, int, int]] = []
    for triangle in name[tri].tolist():
        parts = [(triangle[0], triangle[1], triangle[2])]
        for k in range(3):
            a, b = triangle[k], triangle[(k + 1) % 3]
            if (a, b) in chains:
                parts = _parted(parts, a, b, chains[a, b])
        out += parts
    return new, np.array(out, np.int64), corners[source]


def _parted(parts: list[tuple[int, int, int]], a: int, b: int, chain: list[int]) -> list[tuple[int, int, int]]:
    """Triangles, that on the edge from a to b parted at the points of a chain between these."""
    out = []
    for part in parts:
        if a in part and part[(part.index(a) + 1) % 3] == b:
            third = next(v for v in part if v not in (a, b))
            out += [(c, d, third) for c, d in zip(chain, chain[1:], strict=False)]
        else:
            out.append(part)
    return out


def _even(points: DoubleArray, tri: _Triangles, want: DoubleArray) -> tuple[DoubleArray, _Triangles]:
    """Edges within halved to the lengths wanted at the rim and turned for even numbers of neighbours; the rim stays."""
    from scipy.spatial import cKDTree

    n = len(points)
    corners = points[tri]
    area = float(np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1).sum())
    room = int(min(2.0 * area / float(want.min()) ** 2, _GROWTH * n)) + 4 * n + 64
    p, wanted = np.zeros((room, 3)), np.full(room, float(want.mean()))
    p[:n], wanted[:n] = points, want
    own = np.zeros((2 * room + len(tri), 3), np.int64)
    own[: len(tri)] = tri
    alive, free = np.zeros(len(own), np.uint8), np.zeros(len(own), np.uint8)
    locked, border = np.zeros(room, np.uint8), np.zeros(room, np.uint8)
    alive[: len(tri)], locked[:n] = 1, 1
    values, count = np.zeros((room, 1), np.float32), n
    rim = cKDTree(points)
    for _ in range(_ROUNDS):
        if count > n:  # longer towards the middle
            away, near = rim.query(p[n:count])
            wanted[n:count] = want[near] + _GRADING * away
        starts, around = edges.adjacency(own, alive, count)
        some, size = edges.edges_of(own, alive, free, p, wanted, starts, around, border)
        count, done = edges.split(
            own, alive, p, wanted, values, border, count, some, np.argsort(size, kind="stable"), size, _LONG**2
        )
        starts, around = edges.adjacency(own, alive, count)
        some, size = edges.edges_of(own, alive, free, p, wanted, starts, around, border)
        order = np.argsort(size, kind="stable")
        edges.collapse(
            own, alive, free, p, wanted, values, locked, border, starts, around, some, order, size,
            _SHORT**2, _LONG**2, _QUALITY,
        )  # fmt: skip
        starts, around = edges.adjacency(own, alive, count)
        some, _ = edges.edges_of(own, alive, free, p, wanted, starts, around, border)
        edges.flip(own, alive, free, p, border, starts, around, some, _QUALITY)
        starts, around = edges.adjacency(own, alive, count)
        edges.relax(own, p, count, locked, starts, around, 2)
        if not done:
            break
    kept = own[alive > 0]
    used = np.union1d(np.arange(n), kept)
    return p[used], np.searchsorted(used, kept)


def skin(at: DoubleArray, tri: _Triangles, free: npt.NDArray[np.int64]) -> DoubleArray:
    """Some vertices laid at the means of their neighbours (n, 3) mm; the others stay."""
    from scipy.sparse.linalg import spsolve

    square = pulls(len(at), tri)[free]
    rest = np.setdiff1d(np.arange(len(at)), free)
    out = at.copy()
    solved = spsolve(square[:, free].tocsc(), -(square[:, rest] @ at[rest]))
    out[free] = solved.reshape(-1, 3)
    return out


def pulls(n: int, tri: _Triangles) -> csr_array:
    """Matrix (n, n) of the number of neighbours of each vertex, less its neighbours."""
    from scipy.sparse import coo_array, csr_array, diags_array

    a, b = tri.ravel(), np.roll(tri, -1, axis=1).ravel()
    both = csr_array(coo_array((np.ones(2 * len(a)), (np.r_[a, b], np.r_[b, a])), shape=(n, n)))
    both.data[:] = 1.0
    return csr_array(diags_array(np.asarray(both.sum(axis=1)).ravel()) - both)


def _warm() -> None:
    turn = np.arange(8) * (np.pi / 4)
    filled(np.stack([np.cos(turn), np.sin(turn), 0 * turn], axis=1))


warmup.register("filling of rims", _warm)
