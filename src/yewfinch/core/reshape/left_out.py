"""A net drawn out to places of the surface it stands for that it leaves out: tips, and the ends of pockets."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: What is farther away than so many edges is left out.
_FAR = 0.12


def drawn_out(
    points: DoubleArray, faces: IndexArray, size: DoubleArray, places: DoubleArray, normals: DoubleArray
) -> tuple[DoubleArray, npt.NDArray[np.bool_]]:
    """Move the corners of the nearest faces towards what is left out, that which is farther away counting for more.

    Parameters
    ----------
    points : (n, 3) float64, mm
        Of the net.
    faces : (m, 4) int32
        A triangle's last two corners are the same.
    size : (m,) float64, mm
        Length of each face's edges, about.
    places, normals : (k, 3) float64
        Places of the surface, mm, and its unit normals there; faces that look away from these are not moved for them.

    Returns
    -------
    (n, 3) float64, mm
    (k,) bool
        Which places are worth another look: they are left out, or nearly.
    """
    tree = NearestTree(points, np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]]))
    found = tree.find(places)
    reach = (_FAR * size[tree.order[found.rows] % len(faces)]) ** 2
    again = found.squares > reach / 4
    far = found.squares > reach
    far &= np.einsum("nk,nk->n", tree.normals(found.rows), normals) > 0.0
    if not far.any():
        return points, again
    way = places[far] - tree.places(found)[far]
    corners = tree.corners[found.rows[far]].astype(np.int64).ravel()
    s, t = found.weights[far].T
    share = np.stack([1.0 - s - t, s, t], axis=1) * np.linalg.norm(way, axis=1)[:, None]
    total = np.bincount(corners, share.ravel(), len(points))
    out, some = points.copy(), total > 0
    for k in range(3):
        out[some, k] += np.bincount(corners, (share * way[:, k : k + 1]).ravel(), len(points))[some] / total[some]
    return out, again
