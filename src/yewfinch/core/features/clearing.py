"""Steps of vertices evened out until what they lead to crosses itself no more than what they start from."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: How far what crosses goes over to going the same way in each round.
_TOGETHER = 0.5

Rows = npt.NDArray[np.int64]


def kept_apart(at: DoubleArray, triangles: IndexArray, steps: DoubleArray, rounds: int = 24) -> DoubleArray:
    """The same steps, evened out where a small surface would come to cross itself.

    Parameters
    ----------
    at : (n, 3) float64, mm
    triangles : (m, 3) int
    steps : (n, 3) float64, mm
    rounds : int
        After so many it stays as it is then.

    Returns
    -------
    (n, 3) float64, mm
    """
    if not len(triangles):
        return steps
    pairs = crossings(at + steps, triangles)
    if not len(pairs):
        return steps
    before = len(crossings(at, triangles))
    one = np.concatenate([triangles[:, a] for a in (0, 1, 2, 1, 2, 0)]).astype(np.int64)
    other = np.concatenate([triangles[:, a] for a in (1, 2, 0, 0, 1, 2)]).astype(np.int64)
    out = steps.copy()
    for turn in range(rounds):
        if len(pairs) <= before:
            break
        near = np.zeros(len(at), bool)
        near[triangles[pairs]] = True
        for _ in range(1 + turn // 4):
            near[other[near[one]]] = True
        rows = np.flatnonzero(near)
        inside = near[one] & near[other]
        out[rows] += _TOGETHER * (lot_means(out, rows, one[inside], other[inside], triangles[pairs]) - out[rows])
        pairs = crossings(at + out, triangles)
    return out


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
