"""Catmull-Clark subdivision: how faces split, and where the new vertices lie.

Catmull & Clark 1978, "Recursively generated B-spline surfaces on arbitrary topological meshes",
with the usual cubic B-spline rule along open rims.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array


@dataclass(frozen=True, eq=False)
class Step:
    """One subdivision step of a face list; it serves any positions on it.

    Attributes
    ----------
    faces : (m', 4) int32
        The finer faces, all quads. Its vertices are the `n` old ones, then one for each edge,
        then one for each face.
    edges : (e, 2) int32
        Ends of each edge, the smaller row first.
    n : int
        Old vertices.
    old_faces : (m, 4) int32
        A triangle repeats its third index.
    """

    faces: IndexArray
    edges: IndexArray
    n: int
    old_faces: IndexArray

    @property
    def size(self) -> int:
        """Vertices of the finer surface."""
        return self.n + len(self.edges) + len(self.old_faces)

    def smooth(self) -> csr_array:
        """The matrix (size, n) that gives the finer positions of the coarse ones."""
        return _rules(self)

    def linear(self, values: npt.NDArray[np.float64]) -> DoubleArray:
        """Channels (n, k) carried over by plain means of edge ends and face corners."""
        f = self.old_faces
        triangle = f[:, 2] == f[:, 3]
        middle = values[f].mean(axis=1)
        middle[triangle] = values[f[triangle, :3]].mean(axis=1)
        return np.concatenate([values, values[self.edges].mean(axis=1), middle])

    def paired(self, mirror: IndexArray) -> IndexArray:
        """Rows of the mirror images on the finer surface."""
        at_edge = _find_rows(np.sort(mirror[self.edges], axis=1), self.edges)
        old = np.sort(self.old_faces, axis=1)
        at_face = _find_rows(np.sort(mirror[self.old_faces], axis=1), old)
        return np.concatenate([mirror, self.n + at_edge, self.n + len(self.edges) + at_face]).astype(INDEX)


def split(faces: IndexArray, n: int) -> Step:
    """Split every face at its middle and its edges' middles.

    Parameters
    ----------
    faces : (m, 4) int32
        Counter-clockwise; a triangle repeats its third index.
    n : int
        Vertices.
    """
    triangle = faces[:, 2] == faces[:, 3]
    owner, ends = [], []
    for c in range(4):
        take = ~triangle if c == 3 else np.ones(len(faces), bool)
        rows = np.nonzero(take)[0]
        following = np.where(triangle[rows] & (c == 2), 0, (c + 1) % 4)
        owner.append(np.stack([rows, np.full(len(rows), c)], axis=1))
        ends.append(np.stack([faces[rows, c], faces[rows, following]], axis=1))
    corner = np.concatenate(owner)
    raw = np.sort(np.concatenate(ends), axis=1).astype(np.int64)
    keys, edge_of = np.unique(raw[:, 0] * n + raw[:, 1], return_inverse=True)
    edges = np.stack([keys // n, keys % n], axis=1).astype(INDEX)
    table = np.full((len(faces), 4), -1, np.int64)
    table[corner[:, 0], corner[:, 1]] = edge_of
    before = np.roll(table, 1, axis=1)
    before[triangle, 0] = table[triangle, 2]
    centre = n + len(edges) + np.arange(len(faces))
    finer = np.stack([faces, n + table, np.broadcast_to(centre[:, None], faces.shape), n + before], axis=2)
    whole = np.ones((len(faces), 4), bool)
    whole[triangle, 3] = False
    return Step(finer[whole].astype(INDEX), edges, n, faces)


def limit(faces: IndexArray, positions: DoubleArray) -> DoubleArray:
    """Where the vertices end after endless subdivision of a closed all-quad surface.

    Parameters
    ----------
    faces : (m, 4) int32
    positions : (n, 3) float64, mm

    Returns
    -------
    (n, 3) float64, mm

    References
    ----------
    Halstead, Kass & DeRose 1993, "Efficient, fair interpolation using Catmull-Clark surfaces".
    """
    n = len(positions)
    corners = faces.ravel()
    ahead, beyond = np.roll(faces, -1, axis=1).ravel(), np.roll(faces, -2, axis=1).ravel()
    degree = np.bincount(corners, minlength=n).astype(float)[:, None]
    side, across = np.zeros((n, 3)), np.zeros((n, 3))
    np.add.at(side, corners, positions[ahead])
    np.add.at(across, corners, positions[beyond])
    out: DoubleArray = (degree**2 * positions + 4 * side + across) / (degree * (degree + 5))
    return out


def _rules(step: Step) -> csr_array:
    """Assemble the Catmull-Clark matrix."""
    from scipy.sparse import coo_array

    n, edges, faces = step.n, step.edges, step.old_faces
    e, m = len(edges), len(faces)
    triangle = faces[:, 2] == faces[:, 3]
    corners = np.where(triangle, 3, 4)
    flat = faces[~triangle].ravel(), faces[triangle, :3].ravel()
    face_row = np.concatenate([np.repeat(np.nonzero(~triangle)[0], 4), np.repeat(np.nonzero(triangle)[0], 3)])
    face_col = np.concatenate(flat)
    mean = coo_array((1.0 / corners[face_row], (face_row, face_col)), shape=(m, n)).tocsr()
    # which faces meet at each edge
    centre = n + e + np.arange(m)
    finer = step.faces
    of_edge = finer[:, 1] - n, finer[:, 3] - n
    face_of = finer[:, 2] - n - e
    meets = coo_array(
        (np.ones(2 * len(finer)) * 0.5, (np.concatenate(of_edge), np.concatenate([face_of, face_of]))),
        shape=(e, m),
    ).tocsr()  # each face holds an edge in two of its finer quads
    count = np.asarray(meets.sum(axis=1)).ravel()
    rim = count < 1.5
    ends = coo_array((np.ones(2 * e), (np.repeat(np.arange(e), 2), edges.ravel())), shape=(e, n)).tocsr()
    weight_end = np.where(rim, 0.5, 0.25)
    weight_face = np.where(rim, 0.0, 0.25)
    edge_rule = ends.multiply(weight_end[:, None]) + (meets.multiply(weight_face[:, None])) @ mean
    # vertices
    valence = np.bincount(edges.ravel(), minlength=n).astype(float)
    on_rim = np.zeros(n, bool)
    on_rim[edges[rim].ravel()] = True
    touching = coo_array((np.ones(len(face_col)), (face_col, face_row)), shape=(n, m)).tocsr()
    middle = ends.multiply(0.5)
    k = np.maximum(valence, 1.0)
    inner = (~on_rim).astype(float)
    from scipy.sparse import diags_array

    around = diags_array(inner / k**2) @ (touching @ mean)
    along = diags_array(2.0 * inner / k**2) @ (ends.T @ middle)
    own = diags_array(np.where(on_rim, 0.75, (k - 3.0) / k))
    rim_edges = edges[rim]
    pairs = np.concatenate([rim_edges, rim_edges[:, ::-1]])
    beside = coo_array((np.full(len(pairs), 0.125), (pairs[:, 0], pairs[:, 1])), shape=(n, n)).tocsr()
    from scipy.sparse import vstack

    assert len(centre) == m
    return vstack([around + along + own + beside, edge_rule, mean]).tocsr()


def _find_rows(wanted: IndexArray, held: IndexArray) -> IndexArray:
    """Row in `held` of each row of `wanted`; every one must be there."""
    base = int(held.max()) + 1
    fold = base ** np.arange(held.shape[1], dtype=object) if base ** held.shape[1] > 2**62 else None
    if fold is None:
        weights = base ** np.arange(held.shape[1], dtype=np.int64)
        a, b = held @ weights, wanted @ weights
    else:
        _, inverse = np.unique(np.concatenate([held, wanted]), axis=0, return_inverse=True)
        a, b = inverse[: len(held)], inverse[len(held) :]
    order = np.argsort(a)
    at = order[np.searchsorted(a[order], b)]
    return at.astype(INDEX)
