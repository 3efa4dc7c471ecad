"""The mean of each vertex's neighbours, as a matrix."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np

from yewfinch.core.shared.arrays import IndexArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array


def umbrella(faces: IndexArray, n: int) -> csr_array:
    """Matrix (n, n) of the mean of the neighbours along edges of faces (m, 4).

    A triangle repeats its last corner.
    """
    from scipy.sparse import coo_array, diags_array

    a, b = faces.ravel(), np.roll(faces, -1, axis=1).ravel()
    # both ways: an edge along an open rim has one face only
    ring = coo_array((np.ones(2 * len(a)), (np.concatenate([a, b]), np.concatenate([b, a]))), shape=(n, n)).tocsr()
    ring.data[:] = 1.0
    return diags_array(1.0 / np.maximum(np.asarray(ring.sum(axis=1)).ravel(), 1.0)) @ ring
