"""The places of a surface nearest to points."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query import _nearest_kernels as kernels
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError

#: Triangles of one leaf of the tree, at most.
_LEAF = 4
#: So few points on a surface of more faces are looked for near themselves only.
_FEW, _DENSE = 400, 20_000


@dataclass(frozen=True, eq=False)
class Found:
    """Nearest places of a surface.

    Attributes
    ----------
    squares : (k,) float64
        Squared distances, mm2.
    rows : (k,) int32
        Triangles in the tree's own order, to begin with next time; -1 where none is within reach.
    weights : (k, 2) float64
        Of the second and third corner.
    """

    squares: DoubleArray
    rows: IndexArray
    weights: DoubleArray


class NearestTree:
    """A tree of boxes over triangles.

    Parameters
    ----------
    positions : (n, 3) float, mm
    triangles : (m, 3) int

    Raises
    ------
    BadSurfaceError
        If there is no triangle.

    Notes
    -----
    Triangles are halved across their longest side again and again, so that the tree needs no pointers.
    """

    def __init__(self, positions: npt.ArrayLike, triangles: npt.ArrayLike) -> None:
        at = np.ascontiguousarray(positions, np.float64)
        tri = np.ascontiguousarray(triangles, INDEX)
        if len(tri) == 0:
            raise BadSurfaceError("there is no triangle to look for")
        self._leaves = 1 << max(0, int(np.ceil(np.log2(len(tri) / _LEAF))))
        self.order: IndexArray = kernels.sorted_rows(kernels.middles(at, tri), self._leaves)
        self.corners: IndexArray = tri[self.order]
        self.move(at)

    def move(self, positions: npt.ArrayLike) -> None:
        """Put the vertices elsewhere, which is quicker than a new tree.

        The farther they move against each other, the longer it takes to find anything.

        Parameters
        ----------
        positions : (n, 3) float, mm
        """
        self._data = kernels.laid_out(np.ascontiguousarray(positions, np.float64), self.corners)
        self._boxes = kernels.boxes(self._data, self._leaves)

    def find(self, points: npt.ArrayLike, hints: IndexArray | None = None, reach: float = np.inf) -> Found:
        """Find the nearest place of the surface for each point.

        Parameters
        ----------
        points : (k, 3) float, mm
            Quicker if neighbours follow each other.
        hints : (k,) int32, optional
            Rows of an earlier look.
        reach : float, mm
            Look no farther.
        """
        p = np.ascontiguousarray(points, np.float64)
        return Found(
            *kernels.find(
                p, np.empty(0, INDEX) if hints is None else hints, reach, self._data, self._boxes, self._leaves
            )
        )

    def ahead(self, points: npt.ArrayLike, ways: npt.ArrayLike, least: float, reach: float) -> DoubleArray:
        """How far one goes from each point until one leaves the body.

        Parameters
        ----------
        points : (k, 3) float, mm
        ways : (k, 3) float
            Unit vectors.
        least, reach : float, mm
            What is met nearer or farther does not count.

        Returns
        -------
        (k,) float64, mm
            Infinite where nothing is met.
        """
        p, d = np.ascontiguousarray(points, np.float64), np.ascontiguousarray(ways, np.float64)
        return np.asarray(kernels.ahead(p, d, least, reach, self._data, self._boxes, self._leaves))

    def places(self, found: Found) -> DoubleArray:
        """The places themselves, (k, 3) mm."""
        return np.asarray(kernels.places(found.rows, found.weights, self._data))

    def normals(self, rows: IndexArray) -> DoubleArray:
        """Unit normals of the triangles, (k, 3)."""
        return np.asarray(kernels.normals(rows, self._data))


def nearest(surface: Surface, points: npt.ArrayLike) -> tuple[DoubleArray, IndexArray, DoubleArray]:
    """The nearest places of a surface: squared distance (k,), corners (k, 3) and weights (k, 3)."""
    tree = NearestTree(surface.positions, surface.triangles())
    found = tree.find(points)
    s, t = found.weights.T
    return found.squares, tree.corners[found.rows], np.stack([np.maximum(1.0 - s - t, 0.0), s, t], axis=1)


def nearest_anchors(piece: str, surface: Surface, points: DoubleArray) -> list[Anchor]:
    """Points (k, 3) mm tied to the nearest places of a piece; a few of them cost no tree of the whole surface."""
    if len(points) == 0:
        return []
    if len(points) <= _FEW and len(surface.faces) > _DENSE:
        faces = np.unique(np.concatenate([_faces_near(surface, p) for p in points]))
        f = surface.faces[faces]
        second = f[f[:, 3] != f[:, 2]][:, [0, 2, 3]]
        tree = NearestTree(surface.positions, np.concatenate([f[:, :3], second]))
        found = tree.find(points)
        s, t = found.weights.T
        corners, weights = tree.corners[found.rows], np.stack([np.maximum(1.0 - s - t, 0.0), s, t], axis=1)
    else:
        _, corners, weights = nearest(surface, points)
    return [
        Anchor(piece, (int(c[0]), int(c[1]), int(c[2])), (float(w[0]), float(w[1]), float(w[2])))
        for c, w in zip(corners, weights, strict=True)
    ]


def _faces_near(surface: Surface, point: DoubleArray) -> IndexArray:
    """Faces of the leaves whose box is no farther from a point than the nearest vertex.

    The nearest place lies on one of them.
    """
    row = surface.nearest_row(point)
    reach = float(np.linalg.norm(surface.positions[row] - point)) + 1e-6
    gap = np.maximum(np.maximum(surface.leaf_lo - point, point - surface.leaf_hi), 0.0)
    leaves = np.nonzero((gap * gap).sum(axis=1) <= reach * reach)[0]
    return np.concatenate(
        [np.arange(surface.face_start[leaf], surface.face_start[leaf + 1], dtype=INDEX) for leaf in leaves]
    )


def _warm() -> None:
    tree = NearestTree(np.eye(3), [[0, 1, 2]])
    found = tree.find(np.zeros((1, 3)))
    tree.places(found), tree.normals(found.rows), tree.ahead(np.zeros((1, 3)), np.eye(3)[:1], 0.0, 1.0)
    kernels.six_volumes(np.eye(3), np.array([[0, 1, 2]], INDEX))


warmup.register("nearest places", _warm)
