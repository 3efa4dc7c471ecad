"""Steps of vertices evened out until what they lead to crosses itself no more than what they start from."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: How far what crosses goes over to going the same way in each round.
_TOGETHER = 0.5
#: Rounds of evening out between neighbours, before what crosses goes the same way.
_EVENED = 10
#: What goes the same way runs out softly over so many rings, in so many sweeps.
_TAPER, _SWEEPS = 5, 16

Rows = npt.NDArray[np.int64]
Mask = npt.NDArray[np.bool_]


def kept_apart(
    at: DoubleArray, triangles: IndexArray, steps: DoubleArray, rounds: int = 24, before: int | None = None
) -> DoubleArray:
    """The same steps, evened out where a small surface would come to cross itself.

    Parameters
    ----------
    at : (n, 3) float64, mm
    triangles : (m, 3) int
    steps : (n, 3) float64, mm
    rounds : int
        After so many it stays as it is then.
    before : int, optional
        How many pairs cross without the steps, if that is known.

    Returns
    -------
    (n, 3) float64, mm
    """
    if not len(triangles):
        return steps
    pairs = crossings(at + steps, triangles)
    if not len(pairs):
        return steps
    if before is None:
        before = len(crossings(at, triangles))
    one = np.concatenate([triangles[:, a] for a in (0, 1, 2, 1, 2, 0)]).astype(np.int64)
    other = np.concatenate([triangles[:, a] for a in (1, 2, 0, 0, 1, 2)]).astype(np.int64)
    net = one, other
    out, pairs = _evened(at, triangles, steps, pairs, net, before)
    for turn in range(rounds):
        if len(pairs) <= before:
            break
        near = np.zeros(len(at), bool)
        near[triangles[pairs]] = True
        near = grown(near, net, 1 + turn // 6)
        rows = np.flatnonzero(near)
        inside = near[one] & near[other]
        change = np.zeros_like(out)
        change[rows] = lot_means(out, rows, one[inside], other[inside], triangles[pairs]) - out[rows]
        wide = grown(near, net, _TAPER + turn // 3)
        out += _TOGETHER * _tapered(change, near, wide, net)
        pairs = crossings(at + out, triangles, np.asarray(wide[triangles].any(axis=1)))  # all that crosses was in there
    return out


def grown(near: Mask, net: tuple[Rows, Rows], rings: int) -> Mask:
    """Vertices, (n,) bool, and so many rings round them; `net` are vertices and their neighbours, (e,) each."""
    one, other = net
    out = near.copy()
    for _ in range(rings):
        out[other[out[one]]] = True
    return out


class Neighbours:
    """Some vertices, (n,) bool, and their neighbours.

    Attributes
    ----------
    rows : (k,) int64
        The vertices.
    """

    def __init__(self, some: Mask, net: tuple[Rows, Rows]) -> None:
        one, other = net
        edges = np.flatnonzero(some[one])
        self.rows = np.flatnonzero(some)
        self._others, self._number = other[edges], np.searchsorted(self.rows, one[edges])
        self._count = np.maximum(np.bincount(self._number, minlength=len(self.rows)), 1)[:, None]

    def means(self, values: DoubleArray) -> DoubleArray:
        """Mean value of the neighbours of each, (k, 3), of values of all vertices, (n, 3)."""
        sums = [np.bincount(self._number, values[self._others, k], len(self.rows)) for k in range(3)]
        return np.asarray(np.stack(sums, axis=1) / self._count)


def _tapered(change: DoubleArray, near: Mask, wide: Mask, net: tuple[Rows, Rows]) -> DoubleArray:
    """A change of some vertices, (n, 3) mm, that runs out softly among those round them."""
    beside = Neighbours(wide & ~near, net)
    out = change.copy()
    for _ in range(_SWEEPS):
        out[beside.rows] = beside.means(out)
    return out


def _evened(
    at: DoubleArray,
    triangles: IndexArray,
    steps: DoubleArray,
    pairs: Rows,
    net: tuple[Rows, Rows],
    before: int,
) -> tuple[DoubleArray, Rows]:
    """Steps evened out between neighbours round the few places that cross, and what crosses then, the best of some
    rounds: what crosses in one place mostly does so as one vertex goes where its neighbours do not.
    """
    best, fewest = steps.copy(), pairs
    out = steps.copy()
    for turn in range(_EVENED):
        near = np.zeros(len(at), bool)
        near[triangles[pairs]] = True
        near = grown(near, net, 1 + turn // 4)
        some = Neighbours(near, net)
        out[some.rows] += _TOGETHER * (some.means(out) - out[some.rows])
        pairs = crossings(at + out, triangles, np.asarray(near[triangles].any(axis=1)))
        if len(pairs) < len(fewest):
            best, fewest = out.copy(), pairs
        if len(pairs) <= before:
            break
    return best, fewest


def lot_means(steps: DoubleArray, rows: Rows, one: Rows, other: Rows, pairs: npt.NDArray[np.integer]) -> DoubleArray:
    """For each row the mean step of all that hangs together with it, or crosses what does: sheets that go the same way
    do not cross.

    Parameters
    ----------
    steps : (n, 3) float64, mm
    rows : (k,) int64
    one, other : (e,) int64
        Neighbours among the rows.
    pairs : (p, 2, 3) int
        Corners of triangles that cross.
    """
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    a = np.concatenate([one, pairs[:, 0, 0]])
    b = np.concatenate([other, pairs[:, 1, 0]])
    n = len(steps)
    lot = connected_components(coo_array((np.ones(len(a)), (a, b)), shape=(n, n)), directed=False)[1][rows]
    size = np.maximum(np.bincount(lot), 1)
    mean = np.stack([np.bincount(lot, steps[rows, k]) for k in range(3)], axis=1) / size[:, None]
    return np.asarray(mean[lot])
