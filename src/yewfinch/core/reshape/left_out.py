"""A net drawn out to places of the surface it stands for that it leaves out: tips, and the ends of pockets."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: What is farther away than so many edges is left out; and what is worth uneven quads.
_FAR, _LOST = 0.12, 0.5
#: Rounds of reaching out without crossings, and of taking back in each what crosses.
_ROUNDS, _BACK = 6, 6


def drawn_out(
    points: DoubleArray,
    faces: IndexArray,
    size: DoubleArray,
    places: DoubleArray,
    normals: DoubleArray,
    tree: NearestTree | None = None,
    far: float = _FAR,
) -> tuple[DoubleArray, npt.NDArray[np.bool_], NearestTree]:
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
    tree : NearestTree, optional
        Of an earlier look at the same faces; its vertices are moved.
    far : float
        What is farther away than so many edges is left out.

    Returns
    -------
    (n, 3) float64, mm
    (k,) bool
        Which places are worth another look: they are left out, or nearly.
    NearestTree
        For that look.
    """
    if tree is None:
        tree = NearestTree(points, np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]]))
    else:
        tree.move(points)
    found = tree.find(places)
    reach = (far * size[tree.order[found.rows] % len(faces)]) ** 2
    again = found.squares > reach / 4
    away = found.squares > reach
    away &= np.einsum("nk,nk->n", tree.normals(found.rows), normals) > 0.0
    if not away.any():
        return points, again, tree
    way = places[away] - tree.places(found)[away]
    corners = tree.corners[found.rows[away]].astype(np.int64).ravel()
    s, t = found.weights[away].T
    share = np.stack([1.0 - s - t, s, t], axis=1) * np.linalg.norm(way, axis=1)[:, None]
    total = np.bincount(corners, share.ravel(), len(points))
    out, some = points.copy(), total > 0
    for k in range(3):
        out[some, k] += np.bincount(corners, (share * way[:, k : k + 1]).ravel(), len(points))[some] / total[some]
    return out, again, tree


def reached(
    points: DoubleArray,
    faces: IndexArray,
    size: DoubleArray,
    places: DoubleArray,
    normals: DoubleArray,
    ground: NearestTree,
    free: npt.NDArray[np.bool_],
    mirror: IndexArray | None = None,
) -> DoubleArray:
    """A net drawn out to what it leaves out by more than half an edge, as far as it does not come to cross itself.

    Parameters
    ----------
    points, faces, size, places, normals
        As for `drawn_out`.
    ground : NearestTree
        Of the surface, of a symmetric one its left half.
    free : (n,) bool
        Which of the net's vertices may move; of a symmetric net none in the plane.
    mirror : (n,) int32, optional
        Rows of the images across x = 0 of a symmetric net; those of the left half come first.

    Returns
    -------
    (n, 3) float64, mm
    """
    triangles = np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]])
    tree, now = None, points
    for _ in range(_ROUNDS):
        moved, again, tree = drawn_out(now, faces, size, places, normals, tree, _LOST)
        places, normals = places[again], normals[again]
        gone = free & (moved != now).any(axis=1)
        if mirror is not None:
            gone &= np.arange(len(now)) < mirror
        rows = np.flatnonzero(gone).astype(INDEX)
        at, moved = _laid(moved, rows, triangles, ground), now.copy()
        moved[rows] = at
        if mirror is not None:
            moved[mirror[rows]], gone[mirror[rows]] = at * [-1.0, 1.0, 1.0], True
        for _ in range(_BACK):
            changed = gone[triangles].any(axis=1)
            pairs = crossings(moved, triangles, changed) if changed.any() else np.empty((0, 2), INDEX)
            if not len(pairs):
                break
            back = np.unique(triangles[pairs])
            if mirror is not None:
                back = np.union1d(back, mirror[back])
            moved[back], gone[back] = now[back], False
        else:
            return now
        if not gone.any() or not len(places):
            return moved
        now = moved
    return now


def _laid(points: DoubleArray, rows: IndexArray, triangles: IndexArray, ground: NearestTree) -> DoubleArray:
    """Some of a net's vertices on the nearest places of the surface, where these look as the net does."""
    first = points[triangles[:, 0]]
    across = np.cross(points[triangles[:, 1]] - first, points[triangles[:, 2]] - first)
    normal = np.stack([np.bincount(triangles.ravel(), np.repeat(across[:, k], 3), len(points)) for k in range(3)], 1)
    found = ground.find(points[rows])
    fine = np.einsum("nk,nk->n", ground.normals(found.rows), normal[rows]) > 0.0
    return np.where(fine[:, None], ground.places(found), points[rows])
