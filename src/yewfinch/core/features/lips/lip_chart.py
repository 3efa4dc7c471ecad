"""Which lip a place of the clay belongs to, and where on the red it lies."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.lips.lips import Lips
from yewfinch.core.mesh.surface.surface import Surface, triangles_of
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError

#: Points of a line that places are compared with.
_FINE = 97
#: So many places are compared at a time.
_LOT = 20_000
#: How soon beyond the corners what belongs to one lip gives way to what belongs to the other.
_SOON = 2.2

#: So near to their edges lips are kept from crossing each other, mm; with more vertices only that near to the corners.
_AT_EDGES, _DENSE = 9.0, 16_000

Rows = npt.NDArray[np.int64]


@dataclass(frozen=True, eq=False)
class MouthLines:
    """The lines of a mouth on clay, each from the sitter's right corner to the left one.

    Attributes
    ----------
    upper, upper_edge, lower_edge, lower : (n, 3) float64, mm
        Border and edge of the upper lip, edge and border of the lower one.
    upper_border_rows, upper_edge_rows, lower_edge_rows, lower_border_rows : (n,) int64
        The nearest vertices.
    """

    upper: DoubleArray
    upper_edge: DoubleArray
    lower_edge: DoubleArray
    lower: DoubleArray
    upper_border_rows: Rows
    upper_edge_rows: Rows
    lower_edge_rows: Rows
    lower_border_rows: Rows

    @property
    def upper_rows(self) -> Rows:
        """Vertices of the upper lip's lines, the corners left out."""
        return np.concatenate([self.upper_border_rows[1:-1], self.upper_edge_rows[1:-1]])

    @property
    def lower_rows(self) -> Rows:
        """Vertices of the lower lip's lines, the corners left out."""
        return np.concatenate([self.lower_border_rows[1:-1], self.lower_edge_rows[1:-1]])

    @property
    def border_rows(self) -> Rows:
        """Vertices of both borders, the corners left out."""
        return np.concatenate([self.upper_border_rows[1:-1], self.lower_border_rows[1:-1]])


@dataclass(frozen=True, eq=False)
class OnRed:
    """Where places lie on the red of one lip.

    Attributes
    ----------
    along : (n,) float64
        From -1 in the sitter's right corner to 1 in the left one.
    out : (n,) float64
        0 on the lip's edge, 1 on its border; less and more beyond these.
    """

    along: DoubleArray
    out: DoubleArray


def on_red(points: DoubleArray, edge: DoubleArray, border: DoubleArray) -> OnRed:
    """The places (n, 3) mm on the red between an edge and a border, (m, 3) mm each, from corner to corner."""
    along, out = np.empty(len(points)), np.empty(len(points))
    for first in range(0, len(points), _LOT):
        lot = slice(first, first + _LOT)
        along[lot], out[lot] = _on_red(points[lot], edge, border)
    return OnRed(along, out)


def _on_red(points: DoubleArray, edge: DoubleArray, border: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
    s = np.linspace(-1.0, 1.0, _FINE)
    at = np.linspace(-1.0, 1.0, len(edge))
    e, b = (np.stack([np.interp(s, at, line[:, k]) for k in range(3)], axis=1) for line in (edge, border))
    way = b - e
    long = np.maximum((way * way).sum(axis=1), 1e-6)
    # (p - e).way for all pairs, without an array of (n, m, 3)
    out = (points @ way.T - (e * way).sum(axis=1)) / long
    held = np.clip(out, -0.8, 1.8)
    far = (
        (points * points).sum(axis=1)[:, None]
        - 2.0 * (points @ e.T + held * (points @ way.T))
        + (e * e).sum(axis=1)
        + 2.0 * held * (e * way).sum(axis=1)
        + held * held * long
    )
    best = np.clip(far.argmin(axis=1), 1, _FINE - 2)
    row = np.arange(len(points))
    # between the points compared, by the parabola through the three nearest ones
    one, two, three = (far[row, best + k] for k in (-1, 0, 1))
    bend = one - 2.0 * two + three
    by = np.clip(0.5 * (one - three) / np.where(np.abs(bend) > 1e-12, bend, np.inf), -1.0, 1.0)
    up = held[row, best + 1] - held[row, best - 1]
    return s[best] + by * (s[1] - s[0]), held[row, best] + 0.5 * by * up


def of_upper(surface: Surface, rows: Rows, upper_rows: Rows, lower_rows: Rows) -> DoubleArray:
    """How far each of some vertices belongs to the upper lip's side, (n,) 0 to 1, told along the clay.

    Parameters
    ----------
    surface : Surface
    rows : (n,) int64
    upper_rows, lower_rows : int64
        Vertices of the lips' lines.

    Raises
    ------
    YewfinchError
        If the lines lie on none of these vertices.
    """
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import dijkstra

    owner, other = net_of(surface, rows)
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    at = surface.positions[rows].astype(np.float64)
    long = np.linalg.norm(at[owner] - at[other], axis=1)
    graph = csr_array((np.maximum(long, 1e-9), (owner, other)), shape=(len(rows), len(rows)))
    far = []
    for seeds in (upper_rows, lower_rows):
        found = number[seeds]
        found = found[found >= 0]
        if not len(found):
            raise YewfinchError("The lines of the lips lie on no clay. Draw or move them first.")
        far.append(dijkstra(graph, indices=np.unique(found), min_only=True))
    up, low = (np.minimum(f, 1e3) for f in far)
    return np.asarray(np.clip(0.5 + 0.5 * _SOON * (low - up) / np.maximum(low + up, 1e-6), 0.0, 1.0))


def net_of(surface: Surface, rows: Rows) -> tuple[Rows, Rows]:
    """Neighbours among rows, as numbers among them: of which, and which."""
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    starts = surface.ring_at
    count = np.diff(starts)[rows]
    owner = np.repeat(np.arange(len(rows)), count)
    first = np.repeat(starts[rows] - np.r_[0, np.cumsum(count)[:-1]], count)
    other = number[surface.ring[first + np.arange(len(owner))]]
    return owner[other >= 0], other[other >= 0]


def net_at_edges(surface: Surface, lips: Lips, rows: Rows) -> tuple[Rows, IndexArray]:
    """Those of some vertices, ascending, that lie near the edges at which lips meet; of very dense clay at the corners.

    Returns
    -------
    (k,) int64
    (m, 3) int32
        Triangles between them, as numbers among them.
    """
    from scipy.spatial import cKDTree

    at, some = surface.positions[rows].astype(np.float64), rows
    for edges in (np.concatenate([lips.upper_edge, lips.lower_edge]), lips.upper_edge[[0, -1]]):
        some = rows[cKDTree(edges).query(at, distance_upper_bound=_AT_EDGES)[0] < _AT_EDGES]
        if len(some) < _DENSE:
            break
    if not len(some):
        return some, np.zeros((0, 3), INDEX)
    faces = surface.faces[surface.faces_of(some)]
    where = np.minimum(np.searchsorted(some, faces), len(some) - 1)
    return some, triangles_of(where[(some[where] == faces).all(axis=1)].astype(INDEX))


def bulge_ways(lips: Lips, *, upper: bool) -> DoubleArray:
    """Outwards from the red of one lip at the points of its lines, (POINTS, 3): square to it and to its length."""
    edge, border = (lips.upper_edge, lips.upper) if upper else (lips.lower_edge, lips.lower)
    chord, along = border - edge, np.gradient((edge + border) / 2.0, axis=0)
    way = np.cross(along, chord) if upper else np.cross(chord, along)
    size = np.linalg.norm(way, axis=1, keepdims=True)
    way = np.where(size > 1e-6, way / np.maximum(size, 1e-6), 0.0)
    way[[0, 1, -2, -1]] = way[[2, 2, -3, -3]]  # corners have no red to be square to
    return np.asarray(way)
