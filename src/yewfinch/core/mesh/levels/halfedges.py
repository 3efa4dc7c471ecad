"""Faces in half-edges, and the finer ones of the next level, found without looking anything up."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.levels import _levels_kernels as kernels
from yewfinch.core.mesh.repair.holes import half_edges
from yewfinch.core.mesh.surface import _surface_kernels as mesh_kernels
from yewfinch.core.mesh.surface.rows import Rows
from yewfinch.core.shared.arrays import INDEX, POSITION, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError


@dataclass(frozen=True, eq=False)
class Net:
    """Faces in half-edges, for finding the next finer ones without looking anything up.

    Attributes
    ----------
    faces : (m, 4) int32
        A triangle repeats its third index.
    n : int
        Vertices.
    twin : (4 m,) int32
        The half-edge on the other side, -1 along a rim.
    edge : (4 m,) int32
    edges : int
        How many there are.
    """

    faces: IndexArray
    n: int
    twin: IndexArray
    edge: IndexArray
    edges: int

    @cached_property
    def triangles(self) -> bool:
        """Whether any face is a triangle."""
        return bool((self.faces[:, 2] == self.faces[:, 3]).any())

    def touching(self, rows: Rows) -> IndexArray:
        """Faces that have any of some vertices, ascending."""
        marked = np.zeros(self.n, np.bool_)
        marked[rows] = True
        return np.flatnonzero(kernels.touching(self.faces, marked)).astype(INDEX)


@dataclass(frozen=True, eq=False)
class Rise:
    """The rows of the next finer level that come of a net's vertices, edges and faces."""

    vertices: IndexArray
    edges: IndexArray
    faces: IndexArray

    @property
    def size(self) -> int:
        """Vertices of the finer level."""
        return len(self.vertices) + len(self.edges) + len(self.faces)


def net_of(faces: IndexArray, n: int) -> Net:
    """The net of any manifold faces.

    Raises
    ------
    YewfinchError
        If an edge has more than two faces, or two that are turned against each other.
    """
    face, start, end = half_edges(faces)
    corner = np.arange(4 * len(faces)).reshape(-1, 4)
    real = np.asarray(faces != np.roll(faces, -1, axis=1))
    h = corner[real]
    key, back = start * n + end, end * n + start
    order = np.argsort(key)
    if (np.diff(key[order]) == 0).any():
        raise YewfinchError(
            "Some edges have more than two faces, or faces turned against each other. Mend the piece first."
        )
    place = np.minimum(np.searchsorted(key[order], back), len(key) - 1)
    found = key[order][place] == back
    # a triangle's corners 2 and 3 are one: its third side is that of corner 2
    triangle = faces[:, 2] == faces[:, 3]
    slot = np.where(triangle[face] & (h % 4 == 3), h - 1, h)
    twin = np.full(4 * len(faces), -1, INDEX)
    twin[slot] = np.where(found, slot[order[place]], -1)
    edge, edges = kernels.numbered_edges(np.ascontiguousarray(faces, INDEX), twin)
    return Net(np.ascontiguousarray(faces, INDEX), n, twin, edge, int(edges))


def finer(net: Net) -> tuple[Net, Rise]:
    """The net of the next level, its rows numbered along the faces, and where they come from."""
    faces, twin, edge = kernels.refined(net.faces, net.twin, net.edge, net.edges, net.n)
    size = net.n + net.edges + len(net.faces)
    row = mesh_kernels.relabel(faces, size)
    kernels.renumber(faces, row)
    made = Net(faces, size, twin, edge, 2 * net.edges + len(faces))
    return made, Rise(row[: net.n], row[net.n : net.n + net.edges], row[net.n + net.edges :])


def subdivided(net: Net, rise: Rise, at: FloatArray) -> FloatArray:
    """Positions (n', 3) mm on the next level, of those (n, 3) on this one, without any detail."""
    out = np.empty((rise.size, 3), POSITION)
    kernels.subdivided(at, net.faces, net.twin, net.edge, net.edges, rise.vertices, rise.edges, rise.faces, out)
    return out


def mixed(net: Net, rise: Rise, values: npt.NDArray[np.float32]) -> npt.NDArray[np.float32]:
    """Channels (n', k) on the next level by plain means of edge ends and face corners."""
    out = np.empty((rise.size, values.shape[1]), np.float32)
    kernels.mixed(
        np.ascontiguousarray(values, np.float32),
        net.faces,
        net.twin,
        net.edge,
        rise.vertices,
        rise.edges,
        rise.faces,
        out,
    )
    return out
