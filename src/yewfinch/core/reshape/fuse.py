"""One closed surface of even quads from several, or from one: fused and remeshed.

What is inside is told by winding numbers, so surfaces may overlap and cross themselves and each
other; distances are those to the nearest face. The union, with its joins rounded on request, is a field that
`quad_net` makes quads of.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.field_shapes import blend, carve
from yewfinch.core.mesh.inside import Inside
from yewfinch.core.mesh.nearest import nearest
from yewfinch.core.mesh.order import in_face_order
from yewfinch.core.mesh.parts import loose_parts
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.reshape.quad_net import quads, symmetric_quads
from yewfinch.core.reshape.ridges import sharpened
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError, YewfinchError
from yewfinch.core.shared.progress import Progress, part, silent

#: Edges on offer, mm; widest join, mm.
FINEST, COARSEST, WIDEST = 0.3, 50.0, 60.0
#: Grid points of one job at most.
MOST_POINTS = 60_000_000
#: Cells of the grid against the edges that come of them.
_CELL = 1.24
#: Mirror images nearer than this count as equal, mm.
SAME = 1e-3


@dataclass(frozen=True, eq=False)
class Body:
    """A closed surface as a field of distances.

    Attributes
    ----------
    surface : Surface
    """

    surface: Surface

    @cached_property
    def _mesh(self) -> tuple[DoubleArray, npt.NDArray[np.int64]]:
        at = np.ascontiguousarray(self.surface.positions, np.float64)
        triangles = self.surface.triangles().astype(np.int64)
        a, b, c = (at[triangles[:, k]] for k in range(3))
        turned = float((a * np.cross(b, c)).sum()) < 0  # inside out
        return at, np.ascontiguousarray(triangles[:, ::-1] if turned else triangles)

    @property
    def is_open(self) -> bool:
        """Whether it has a rim."""
        return bool((self.surface.closed[np.unique(self.surface.faces)] == 0).any())

    @cached_property
    def _tree(self):  # type: ignore[no-untyped-def]
        import igl

        tree = igl.AABB()
        tree.init(*self._mesh)
        return tree

    @cached_property
    def _inside(self) -> Inside:
        return Inside(*self._mesh)

    def distance(self, p: DoubleArray) -> DoubleArray:
        """Signed distance, (k,) mm, negative inside."""
        points = np.ascontiguousarray(p, np.float64)
        squares = np.ravel(self._tree.squared_distance(*self._mesh, points)[0])
        return np.where(self._inside.winding(points) > 0, -1.0, 1.0) * np.sqrt(np.maximum(squares, 0.0))


def fused(
    surfaces: Sequence[Surface], edge: float, *, join: float = 0.0, take: Sequence[Surface] = (), common: Sequence[Surface] = (),
    symmetric: bool | None = None, progress: Progress = silent,
) -> Surface:
    """The union of surfaces, less what is taken away, as one surface of quads.

    Parameters
    ----------
    surfaces : sequence of Surface
        Closed ones, at least one.
    edge : float
        Length of the quads' edges, mm, about.
    join : float
        Width over which joins are rounded, mm.
    take : sequence of Surface
        What is cut out of them.
    common : sequence of Surface
        Only what lies within each of these stays.
    symmetric : bool, optional
        Across x = 0 to the last bit; not given, if the surfaces are.
    progress : Progress
        May cancel.

    Returns
    -------
    Surface
        Closed, of plain clay; see `origins` for colours. Bodies smaller than a few edges and bubbles inside are lost.

    Raises
    ------
    YewfinchError
        If a surface is open, a number makes no sense, or nothing is left.
    """
    if not surfaces:
        raise YewfinchError("There is nothing to fuse. Show some clay first.")
    if not (np.isfinite(edge) and FINEST <= edge <= COARSEST):
        raise YewfinchError(f"Edges of {edge:g} mm make no sense here; {FINEST:g} to {COARSEST:g} mm do.")
    if not (np.isfinite(join) and 0.0 <= join <= WIDEST):
        raise YewfinchError(f"A join cannot be {join:g} mm wide; 0 to {WIDEST:g} mm make sense.")
    bodies, away, within = [Body(s) for s in surfaces], [Body(s) for s in take], [Body(s) for s in common]
    if any(b.is_open for b in (*bodies, *away, *within)):
        raise YewfinchError("A surface is open, so nobody can tell what is inside it.")
    boxes = np.stack([s.bounds() for s in surfaces]).astype(np.float64)
    low, high = boxes[:, 0].min(axis=0), boxes[:, 1].max(axis=0)
    cell = _CELL * edge
    spare = 3.5 * cell + 0.3 * join
    sides = [np.arange(a - spare, b + spare + cell, cell) for a, b in zip(low, high, strict=True)]
    if float(np.prod([float(len(s)) for s in sides])) > MOST_POINTS:
        raise YewfinchError(f"Edges of {edge:g} mm are too short for clay of {(high - low).max():.0f} mm. Choose longer ones.")
    if symmetric is None:
        symmetric = is_symmetric([*surfaces, *take, *common])
    reach = join + 1.0

    def field(p: DoubleArray) -> DoubleArray:
        out = np.full(len(p), np.inf)
        for body in bodies:
            bounds = body.surface.bounds().astype(np.float64)
            apart = np.linalg.norm(np.maximum(np.maximum(bounds[0] - p, p - bounds[1]), 0.0), axis=1)
            rows = np.nonzero(apart < out + reach)[0]  # farther ones change nothing
            if len(rows):
                d = body.distance(p[rows])
                both = np.isfinite(out[rows])
                joined = np.where(both, blend(np.where(both, out[rows], 0.0), d, join), d) if join > 0 else np.minimum(out[rows], d)
                out[rows] = joined
        for body in away:
            d = body.distance(p)
            out = carve(out, d, join) if join > 0 else np.maximum(out, -d)
        for body in within:
            d = body.distance(p)
            out = carve(out, -d, join) if join > 0 else np.maximum(out, d)
        return out

    how = {"relax": 4, "firm": 2, "near": True, "progress": part(progress, 0.0, 0.97)}
    try:
        if symmetric:
            half = np.arange(cell / 2, max(-low[0], high[0]) + spare + cell, cell)
            positions, faces, mirror = symmetric_quads(field, half, sides[1], sides[2], one=False, **how)  # type: ignore[arg-type]
        else:
            positions, faces = quads(field, *sides, **how)  # type: ignore[arg-type]
            mirror = None
    except BadSurfaceError as error:
        raise YewfinchError(f"Nothing that edges of {edge:g} mm can show is left. Choose shorter ones.") from error
    progress(0.97, "looking for ridges")
    positions, faces = sharpened(positions, faces, field, edge)
    if mirror is not None:
        positions = ((positions + positions[mirror] * np.array([-1, 1, 1], np.float32)) / 2).astype(np.float32)
    positions, faces = _without_voids(positions, faces)
    ordered, order = in_face_order(positions, faces)
    return Surface(positions[order], ordered)


def _without_voids(positions: FloatArray, faces: IndexArray) -> tuple[FloatArray, IndexArray]:
    """Drop closed surfaces that look inwards: bubbles inside the clay."""
    label = loose_parts(faces, len(positions))
    if not label.any():
        return positions, faces
    p, q, r, s = (positions[faces[:, k]].astype(np.float64) for k in range(4))
    volume = (p * np.cross(q, r)).sum(axis=1) + (p * np.cross(r, s)).sum(axis=1)
    keep = np.bincount(label[faces[:, 0]], volume, int(label.max()) + 1) > 0
    rows = np.nonzero(keep[label])[0]
    return positions[rows], np.searchsorted(rows, faces[keep[label[faces[:, 0]]]]).astype(INDEX)


def is_symmetric(surfaces: Sequence[Surface]) -> bool:
    """Whether surfaces together are their own mirror image across x = 0, within `SAME`."""
    from scipy.spatial import cKDTree

    at = np.concatenate([s.positions for s in surfaces]).astype(np.float64)
    away, _ = cKDTree(at).query(at * (-1.0, 1.0, 1.0), distance_upper_bound=10 * SAME)
    return bool((away < SAME).all())


@dataclass(frozen=True, eq=False)
class Origins:
    """Which place of which surface lies nearest to each of some points.

    Attributes
    ----------
    source : (n,) int
        Number of the surface.
    corners : (n, 3) int32
        Rows of a triangle of it.
    weights : (n, 3) float64
    """

    source: npt.NDArray[np.int64]
    corners: IndexArray
    weights: DoubleArray

    def carried(self, channels: Sequence[ByteArray | None]) -> ByteArray:
        """One channel, (n, c) uint8, mixed from that of each surface; 0 where a surface has none."""
        width = next((c.shape[1] for c in channels if c is not None), 1)
        out = np.zeros((len(self.source), width), np.uint8)
        for number, channel in enumerate(channels):
            own = self.source == number
            if channel is not None and own.any():
                mixed = np.einsum("nk,nkc->nc", self.weights[own], channel[self.corners[own]].astype(np.float64))
                out[own] = np.clip(np.round(mixed), 0, 255).astype(np.uint8)
        return out


def origins(points: npt.ArrayLike, surfaces: Sequence[Surface]) -> Origins:
    """Where points (n, 3) mm come from on surfaces."""
    at = np.asarray(points, np.float64)
    best = np.full(len(at), np.inf)
    source = np.zeros(len(at), np.int64)
    corners, weights = np.zeros((len(at), 3), INDEX), np.zeros((len(at), 3))
    for number, surface in enumerate(surfaces):
        away, rows, parts = nearest(surface, at)
        own = away < best
        best[own], source[own], corners[own], weights[own] = away[own], number, rows[own], parts[own]
    return Origins(source, corners, weights)
