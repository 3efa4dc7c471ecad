"""Where the colour of clay is kept: samples that are finer than its net, numbered by rules and without places of their
own.

Samples stand where the vertices of finer subdivision levels of the same faces would: at the vertices, along the edges
and within the faces of the net, 2^k parts to an edge. So there are no seams and no texture coordinates, vertices are
samples themselves, and where clay steps to another level its samples stay the same ones under other numbers.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.halfedges import Net, Rise
from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.mesh.surface.order import rows_in
from yewfinch.core.mesh.surface.rows import each_once
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, LEAF_SHIFT, POSITION, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin import _grain_kernels as kernels

#: Samples of one piece at most; steps between its net and its samples.
MOST_SAMPLES, MOST_STEPS = 16_000_000, 8


@dataclass(frozen=True, eq=False)
class Grain:
    """Samples of faces.

    Attributes
    ----------
    faces : (m, 4) int32
        The surface's own array: with others the samples do not belong to it.
    vertices : int
        Of the surface; they are the first samples.
    steps : int
        How often its edges are halved.
    quads : (q, 4) int32
        The faces, or, if some are triangles, what they become when they are split once.
    first : (m + 1,) int32
        The first quad of each face.
    edge : (q, 4) int32
        Edges of the quads, from each corner to the next.
    edges : int
    side : (edges,) int32
        Where each edge comes first: four times its quad, and the side of that.
    made : (v, 4) int32
        Vertices whose means are the corners that splitting adds, -1 for none.
    """

    faces: IndexArray
    vertices: int
    steps: int
    quads: IndexArray
    first: IndexArray
    edge: IndexArray
    edges: int
    side: IndexArray
    made: IndexArray

    @property
    def across(self) -> int:
        """Parts along the edge of a quad."""
        return 1 << (self.steps - (1 if len(self.made) else 0))

    @property
    def corners(self) -> int:
        """Vertices and what splitting adds to them."""
        return self.vertices + len(self.made)

    @property
    def count(self) -> int:
        """How many samples there are."""
        inner = self.across - 1
        return self.corners + self.edges * inner + len(self.quads) * inner * inner

    @cached_property
    def leaf_of(self) -> IndexArray:
        """The leaf of the surface that owns each quad."""
        owner = (self.faces.min(axis=1) >> LEAF_SHIFT).astype(INDEX)
        return np.repeat(owner, np.diff(self.first))

    def fits(self, surface: Surface) -> bool:
        """Whether these are samples of a surface."""
        return surface.faces is self.faces

    def places(self, surface: Surface) -> FloatArray:
        """Places of all samples, (N, 3) float32, mm."""
        return self.spread(surface.positions)

    def spread(self, values: npt.NDArray[np.generic]) -> FloatArray:
        """Values (n, k) of vertices at all samples, (N, k) float32, linearly between them."""
        out = np.empty((self.count, values.shape[1]), np.float32)
        kernels.spread(
            self.quads, self.edge, self.edges, self.side, self.across, self.made, np.ascontiguousarray(values), out
        )
        return out

    def quads_at(self, rows: IndexArray) -> IndexArray:
        """Quads that some samples lie on, ascending."""
        inner = self.across - 1
        at_corner, at_edge = np.zeros(self.corners, np.uint8), np.zeros(self.edges, np.uint8)
        within, out = np.zeros(len(self.quads), np.uint8), np.zeros(len(self.quads), np.uint8)
        at_corner[rows[rows < self.corners]] = 1
        if inner:
            beyond = rows[rows >= self.corners] - self.corners
            ends = self.edges * inner
            at_edge[beyond[beyond < ends] // inner] = 1
            within[(beyond[beyond >= ends] - ends) // (inner * inner)] = 1
        kernels.touched(self.quads, self.edge, at_corner, at_edge, within, out)
        return np.flatnonzero(out).astype(INDEX)

    def leaves_at(self, rows: IndexArray) -> IndexArray:
        """Leaves of the surface that hold samples as vertices or own quads that they lie on, ascending."""
        leaves = int(self.leaf_of.max(initial=0)) + 1
        leaves = max(leaves, (self.vertices + (1 << LEAF_SHIFT) - 1) >> LEAF_SHIFT)
        own = rows[rows < self.vertices] >> LEAF_SHIFT
        return each_once(np.concatenate([self.leaf_of[self.quads_at(rows)], own]), leaves).astype(INDEX)

    def quads_in(self, leaves: IndexArray) -> IndexArray:
        """Quads that leaves of the surface own, ascending."""
        mark = np.zeros(int(self.leaf_of.max(initial=0)) + 1, np.bool_)
        mark[leaves[leaves < len(mark)]] = True
        return np.flatnonzero(mark[self.leaf_of]).astype(INDEX)

    def tiles(self, chosen: IndexArray, values: ByteArray) -> ByteArray:
        """Values (N, 4) of the samples of some quads as tiles, (k, K + 1, K + 1, 4), along the first side last."""
        side = self.across + 1
        out = np.empty((len(chosen), side, side, 4), np.uint8)
        kernels.tiles(chosen, self.quads, self.edge, self.corners, self.edges, self.across, values, out)
        return out

    def rows_of_face(self, face: int) -> IndexArray:
        """All samples of one face."""
        chosen = np.arange(self.first[face], self.first[face + 1], dtype=INDEX)
        side = self.across + 1
        out = [
            kernels.sample(self.quads, self.edge, self.corners, self.edges, self.across, q, i, j)
            for q in chosen
            for j in range(side)
            for i in range(side)
        ]
        return np.unique(np.array(out, INDEX))


def grain_of(surface: Surface, steps: int) -> Grain:
    """Samples of a surface whose edges are halved so often.

    Parameters
    ----------
    surface : Surface
        Of quads, triangles or both.
    steps : int
        0 for vertices alone; clay with triangles takes one at least.

    Raises
    ------
    YewfinchError
        If there would be too many samples.
    """
    faces, n = surface.faces, len(surface)
    triangle = faces[:, 2] == faces[:, 3]
    if triangle.any():
        steps = max(steps, 1)
        quads, first, made = _split(faces, n, triangle)
    else:
        quads, made = faces, np.empty((0, 4), INDEX)
        first = np.arange(len(faces) + 1, dtype=INDEX)
    if not 0 <= steps <= MOST_STEPS:
        raise YewfinchError(phrase("Edges can be halved 0 to {0} times, not {1}.", MOST_STEPS, steps))
    edge = np.empty((len(quads), 4), INDEX)
    side = np.empty(4 * len(quads), INDEX)
    edges = kernels.edges_of(quads, np.empty(n + len(made), INDEX), np.empty(4 * len(quads), INDEX), edge, side)
    out = Grain(faces, n, steps, quads, first, edge, int(edges), side[:edges].copy(), made)
    if out.count > MOST_SAMPLES:
        raise YewfinchError(
            phrase(
                "That grain would take {0} samples; {1} are the most. Choose a coarser one.",
                grouped(out.count),
                grouped(MOST_SAMPLES),
            )
        )
    return out


def _split(faces: IndexArray, n: int, triangle: npt.NDArray[np.bool_]) -> tuple[IndexArray, IndexArray, IndexArray]:
    """Quads of faces split at their middles and those of their edges; the first of each face; what corners are made
    of.
    """
    corners = np.where(triangle, 3, 4)
    face = np.repeat(np.arange(len(faces)), corners)
    first = np.concatenate([[0], np.cumsum(corners)]).astype(INDEX)
    c = np.arange(len(face)) - first[face]
    after = np.where(c + 1 == corners[face], 0, c + 1)
    a, b = faces[face, c].astype(np.int64), faces[face, after].astype(np.int64)
    key = np.minimum(a, b) * n + np.maximum(a, b)
    keys, edge = np.unique(key, return_inverse=True)
    before = np.where(c == 0, corners[face] - 1, c - 1)
    at = n + edge
    quads = np.stack([a, at, n + len(keys) + face, at[first[face] + before]], axis=1)
    ends = np.stack([keys // n, keys % n], axis=1)
    made = np.full((len(keys) + len(faces), 4), -1, INDEX)
    made[: len(keys), :2] = ends
    made[len(keys) :] = np.where(triangle[:, None] & (np.arange(4) == 3), -1, faces)
    return np.ascontiguousarray(quads, INDEX), first, made


def steps_for(surface: Surface, grain: float) -> int:
    """How often edges have to be halved for samples that lie so far apart at most, mm, by the mean edge; as far as
    there is room.
    """
    faces = surface.faces
    edge = np.linalg.norm(surface.positions[faces[:, 0]] - surface.positions[faces[:, 1]], axis=1).mean()
    steps = int(np.clip(np.ceil(np.log2(max(float(edge), 1e-6) / grain) - 0.2), 0, MOST_STEPS))
    while steps > 0 and len(faces) * 4**steps > MOST_SAMPLES:
        steps -= 1
    return steps


def spacing(surface: Surface, grain: Grain) -> float:
    """How far samples lie apart, mm: the root of the area that each has."""
    return float(np.sqrt(surface.area() / max(grain.count, 1)))


def risen(coarse: Grain, fine: Grain, net: Net, rise: Rise) -> IndexArray:
    """The sample of a level at which each sample of the next finer level lies, (N,): they are the same ones.

    Parameters
    ----------
    coarse, fine : Grain
        The finer one with a step less.
    net, rise : Net, Rise
        Of the coarser level.

    Raises
    ------
    YewfinchError
        If they do not belong together.
    """
    vertex_of, face_of = np.full((2, fine.vertices), -1, INDEX)
    vertex_of[rise.vertices] = np.arange(net.n, dtype=INDEX)
    rows = rows_in(net.faces, coarse.faces)
    if rows is None:
        raise YewfinchError("The colour samples of these levels do not belong together.")
    face_of[rise.faces] = rows
    out = np.full(fine.count, -1, INDEX)
    out[rise.vertices] = np.arange(net.n, dtype=INDEX)  # those without a face, too
    whole = fine.count == coarse.count and kernels.risen(
        fine.quads, fine.edge, fine.corners, fine.edges, fine.across, vertex_of, face_of,
        coarse.faces, coarse.first, coarse.quads, coarse.edge, coarse.corners, coarse.edges, coarse.across,
        len(coarse.made) > 0, out,
    )  # fmt: skip
    if not whole or (out < 0).any():
        raise YewfinchError("The colour samples of these levels do not belong together.")
    return out


def nearest_sample(surface: Surface, grain: Grain, hit: Hit) -> int:
    """The sample nearest to where a ray met a surface."""
    rows = grain.rows_of_face(hit.face)
    return int(rows[np.argmin(np.linalg.norm(places_of(surface, grain, hit.face, rows) - hit.point, axis=1))])


def places_of(surface: Surface, grain: Grain, face: int, rows: IndexArray) -> DoubleArray:
    """Places (k, 3) mm of samples of a face, of which rows (k,) are some or all."""
    side = grain.across + 1
    where: dict[int, DoubleArray] = {}
    for q in range(int(grain.first[face]), int(grain.first[face + 1])):
        c = np.empty((4, 3), np.float32)
        for d in range(4):
            kernels.corner(grain.quads[q, d], grain.vertices, grain.made, surface.positions, c[d])
        for j in range(side):
            for i in range(side):
                u, v = i / grain.across, j / grain.across
                row = int(kernels.sample(grain.quads, grain.edge, grain.corners, grain.edges, grain.across, q, i, j))
                where[row] = (1 - v) * ((1 - u) * c[0] + u * c[1]) + v * ((1 - u) * c[3] + u * c[2])
    return np.array([where[int(r)] for r in rows], np.float64)


class Under(NamedTuple):
    """Samples under a tool.

    Attributes
    ----------
    rows : (k,) int32
    places : (k, 3) float32, mm
    normals : (k, 3) float32, unit
    mask : (k, 1) uint8
    leaves : (l,) int32
        Leaves of the surface that own quads which they lie on.
    """

    rows: IndexArray
    places: FloatArray
    normals: FloatArray
    mask: ByteArray
    leaves: IndexArray


class SamplesUnder:
    """Finds the samples under a tool, again and again, on one surface.

    Parameters
    ----------
    surface : Surface
    grain : Grain
        Its samples.
    """

    def __init__(self, surface: Surface, grain: Grain) -> None:
        self.surface, self.grain = surface, grain
        self._met = np.zeros(grain.count, INDEX)
        self._tick = 0
        self._room = 1 << 12

    def ball(self, centre: DoubleArray, radius: float) -> Under:
        """Samples within a radius, mm, of a place (3,) mm, each once."""
        s, g = self.surface, self.grain
        while True:
            self._tick += 1
            rows, held = np.empty(self._room, INDEX), np.empty((self._room, 1), np.uint8)
            at, normals = np.empty((self._room, 3), POSITION), np.empty((self._room, 3), POSITION)
            on = np.empty(self._room, INDEX)
            n, quads = kernels.in_ball(
                s.faces, s.face_start, g.first, g.quads, g.edge, g.edges, g.across, g.made, s.positions, s.normals,
                s.mask, s.leaf_lo, s.leaf_hi, np.asarray(centre, POSITION), POSITION(radius), self._met, self._tick,
                rows, at, normals, held, on,
            )  # fmt: skip
            if max(n, quads) <= self._room:
                leaves = each_once(g.leaf_of[on[:quads]], s.leaf_count).astype(INDEX)
                return Under(rows[:n], at[:n], normals[:n], held[:n], leaves)
            self._room = 2 * max(n, quads)

    @property
    def size(self) -> int:
        """Bytes held."""
        return self._met.nbytes


def _warm() -> None:
    at = np.array([[x, y, 0.0] for y in range(3) for x in range(3)], POSITION)
    square = np.array([[0, 1, 4, 3], [1, 2, 5, 4], [3, 4, 7, 6], [4, 5, 8, 7]], INDEX)
    for faces in (square, np.array([[0, 1, 4, 4], [0, 4, 3, 3], [1, 2, 5, 4]], INDEX)):
        surface = Surface(at, faces)
        grain = grain_of(surface, 2)
        rows = SamplesUnder(surface, grain).ball(np.zeros(3), 1.0)[0]
        grain.spread(surface.positions)
        grain.spread(surface.colour)
        grain.spread(surface.mask)
        grain.tiles(grain.quads_in(grain.leaves_at(rows)), np.zeros((grain.count, 4), np.uint8))
        places_of(surface, grain, 0, grain.rows_of_face(0)[:1])
        below = levels.begun(surface, {})
        above = levels.added(below)
        coarse = above.levels.levels[0]
        assert coarse.rise is not None
        risen(grain, grain_of(above.surface, 1), coarse.net, coarse.rise)


warmup.register("grain", _warm)
