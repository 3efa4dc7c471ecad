"""Where a surface crosses itself."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query import _crossings_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import POSITION, DoubleArray, FloatArray, IndexArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Pairs reported at most.
MOST = 100_000
#: So often what crosses once it is stored is smoothed.
_STORINGS = 3


def crossings(
    positions: npt.ArrayLike, triangles: npt.ArrayLike, changed: npt.NDArray[np.bool_] | None = None
) -> npt.NDArray[np.int64]:
    """Pairs of triangles that cross and have no corner in common.

    Parameters
    ----------
    positions : (n, 3) mm
    triangles : (m, 3) int
    changed : (m,) bool, optional
        Only where these are is looked; all pairs with one of them are found.

    Returns
    -------
    (k, 2) int64
        Rows of `triangles`, each pair once; at most `MOST`.

    Notes
    -----
    Boxes are sorted into a grid; edges are tested against triangles (Moeller & Trumbore 1997).
    Triangles that only touch in one plane are not found.
    """
    points, tri = np.ascontiguousarray(positions, np.float64), np.ascontiguousarray(triangles, np.int64)
    if not len(tri):
        return np.empty((0, 2), np.int64)
    cells = _sorted(points, tri, changed)
    count = kernels.crossings_in_cells(points, tri, *cells)
    if not count.any():
        return np.empty((0, 2), np.int64)
    return np.asarray(np.unique(kernels.crossing_pairs(points, tri, *cells, count, MOST), axis=0))


def crosses_itself(positions: npt.ArrayLike, triangles: npt.ArrayLike) -> bool:
    """Whether any two triangles without a common corner cross; quicker than listing them."""
    return bool(_flags(np.ascontiguousarray(positions, np.float64), np.ascontiguousarray(triangles, np.int64)).any())


def around(touched: npt.ArrayLike, triangles: npt.ArrayLike, pull: csr_array, rings: int = 6) -> IndexArray:
    """Triangles that can have come to cross others since some vertices moved.

    Parameters
    ----------
    touched : (n,) bool
    triangles : (m, 3) int
    pull : (n, n) sparse
        Not zero where two vertices are neighbours.
    rings : int
        So many neighbours further.

    Returns
    -------
    (k, 3) int
        Some of `triangles`.
    """
    near = np.array(touched, bool)
    tri = np.asarray(triangles)
    rows: npt.NDArray[np.integer[Any]] = np.flatnonzero(near)
    for _ in range(rings):
        rows = _neighbours(pull, rows)
        rows = rows[~near[rows]]
        near[rows] = True
    return np.asarray(tri[near[tri[:, 0]] | near[tri[:, 1]] | near[tri[:, 2]]])


def _neighbours(pull: csr_array, rows: npt.NDArray[np.integer[Any]]) -> npt.NDArray[np.integer[Any]]:
    """Vertices that have a neighbour among some, each once; cost goes with these."""
    first, last = pull.indptr[rows], pull.indptr[rows + 1]
    count = last - first
    at = np.repeat(first - np.cumsum(count) + count, count) + np.arange(count.sum())
    found = np.zeros(pull.shape[0], bool)
    found[pull.indices[at]] = True
    return np.flatnonzero(found)


def _flags(points: DoubleArray, tri: npt.NDArray[np.int64]) -> npt.NDArray[np.uint8]:
    """Which triangles cross another, (m,)."""
    if not len(tri):
        return np.empty(0, np.uint8)
    return np.asarray(kernels.crossing_flags(points, tri, *_sorted(points, tri)))


def _sorted(
    points: DoubleArray, tri: npt.NDArray[np.int64], changed: npt.NDArray[np.bool_] | None = None
) -> tuple[np.ndarray, np.ndarray, DoubleArray]:
    """Triangles sorted into cells: owners, where each cell starts among them, and the owners' boxes, (6, ...)."""
    low, high = kernels.boxes(points, tri)
    origin, extent, long = kernels.spans(low, high)
    size = np.median(long)
    cell = float(max(size * 1.5, (extent - origin).max() / 1000.0, 1e-9))
    shape = np.floor((extent - origin) / cell).astype(np.int64) + 1
    if changed is None or changed.all():
        keys, owner = kernels.cells_of(low, high, origin, cell, shape)
    else:
        some = np.sort(kernels.cells_of(low[changed], high[changed], origin, cell, shape)[0])
        keys, owner = kernels.cells_among(
            low, high, origin, cell, shape, some[np.r_[True, np.diff(some) > 0][: len(some)]]
        )
    order = np.argsort(keys)
    keys, owner = keys[order], owner[order]
    starts = (
        np.concatenate([[0], np.nonzero(np.diff(keys))[0] + 1, [len(keys)]]) if len(keys) else np.zeros(1, np.int64)
    )
    return owner, starts, kernels.in_turn(low, high, owner)


def untangled(
    positions: npt.ArrayLike,
    triangles: npt.ArrayLike,
    pull: csr_array,
    mirror: npt.ArrayLike | None = None,
    rounds: int = 12,
    *,
    first: npt.ArrayLike | None = None,
) -> DoubleArray:
    """Smooth away small crossings, and only those.

    Parameters
    ----------
    positions : (n, 3) mm
    triangles : (m, 3) int
        What is looked at; with `mirror`, those of one side are enough.
    pull : (n, n) sparse
        Mean of each vertex's neighbours.
    mirror : (n,) int, optional
        Keep the surface symmetric: rows of the mirror images.
    rounds : int
        At most; what is left after them stays.
    first : (k,) int, optional
        Rows of the triangles that cross others, if that is known; not looked for then.

    Returns
    -------
    (n, 3) float64, mm
    """
    p = np.array(positions, np.float64)
    tri = np.ascontiguousarray(triangles, np.int64)
    crossing = tri[_flags(p, tri) > 0] if first is None else tri[np.asarray(first)]
    for number in range(rounds):
        if not len(crossing):
            break
        near = np.zeros(len(p))
        near[crossing.ravel()] = 1.0
        if mirror is not None:
            near = np.maximum(near, near[np.asarray(mirror)])
        wide = near.copy()
        for _ in range(1 + number // 3):  # the longer it lasts, the wider
            beside = _neighbours(pull, np.flatnonzero(wide))
            wide[beside] = np.maximum(wide[beside], 0.6)
        rows = np.flatnonzero(wide)
        p[rows] += 0.7 * wide[rows, None] * (pull[rows] @ p - p[rows])
        if mirror is not None:
            other = p[np.asarray(mirror)[rows]] * (-1.0, 1.0, 1.0)
            p[rows] = (p[rows] + other) / 2
        if number + 1 < rounds:
            watched = around(wide > 0, tri, pull).astype(np.int64)
            crossing = watched[_flags(p, watched) > 0]
    return p


def stored_untangled(
    positions: npt.ArrayLike,
    triangles: npt.ArrayLike,
    pull: csr_array,
    mirror: npt.ArrayLike | None = None,
    rounds: int = 12,
    changed: npt.NDArray[np.bool_] | None = None,
) -> FloatArray:
    """Positions as a surface stores them, without small crossings, also of those that come by storing them.

    Where sheets of a net lie on each other in one plane nobody finds that they cross until they are rounded.

    Parameters
    ----------
    positions, triangles, pull, mirror, rounds
        As in `untangled`.
    changed : (m,) bool, optional
        As in `crossings`.

    Returns
    -------
    (n, 3) float32, mm
    """
    out = np.asarray(positions, POSITION)
    found = np.unique(crossings(out, triangles, changed))
    for _ in range(_STORINGS):
        if not len(found):
            break
        smooth = untangled(out, triangles, pull, mirror, rounds, first=found).astype(POSITION)
        left = np.unique(crossings(smooth, triangles, changed))
        if len(left) >= len(found):
            break  # smoothing does not help there
        out, found = smooth, left
    return out


def _warm() -> None:
    flat = np.array([[-1.0, -1.0, 0.0], [1.0, -1.0, 0.0], [0.0, 1.0, 0.0]])
    two, triangles = np.concatenate([flat, flat[:, [0, 2, 1]]]), np.arange(6).reshape(2, 3)
    crossings(two, triangles, np.array([True, False]))
    crossings(two, triangles)
    _flags(two, triangles)


warmup.register("crossings", _warm)
