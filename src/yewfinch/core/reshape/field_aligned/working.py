"""The triangles that fields are worked out on: those of a surface, made finer or coarser until they suit the quads."""

from __future__ import annotations

import copy
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import triangles_apart, triangles_of
from yewfinch.core.reshape.field_aligned import _slabs_kernels as shared_out
from yewfinch.core.reshape.field_aligned import _triangle_net_kernels as net
from yewfinch.core.reshape.field_aligned import _working_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError

#: Edges against the quads' that are looked for, and the longest that may be.
_SHORT, _LONG = 0.36, 0.62
#: Two triangles that stand apart by more make a crease, degrees; creases shorter than so many quads are none.
_SHARP, _CHAIN = 40.0, 3.0
#: Creases that lie closer to each other than so many quads, in the mean, are roughness.
_DENSE = 1.0
#: Rounds of halving edges at most; rounds at the end of drawing vertices together in which edges are turned.
_HALVINGS, _TURNED = 60, 2
#: Vertices nearer than this part of a quad's edge lie in one place; rounds of drawing these together.
_SAME, _WELDS = 1e-3, 3
#: After so many rounds it is enough if a round adds fewer than this part; so few are not worth turning edges for.
_SOON, _FEW, _STRAY = 16, 0.01, 1e-3
#: How much longer edges may be in the next of these rounds; rounds up to this part of the length looked for serve for
#: shorter lengths as well.
_COARSER, _SHARED = 1.6, 0.25
#: Most triangles that are worked on.
_MOST = 6_000_000


@dataclass(frozen=True, eq=False)
class Working:
    """Triangles linked by half edges.

    Attributes
    ----------
    points : (n, 3) float64, mm
    normals : (n, 3) float64
        Unit, evened out over about half a quad.
    step : (n,) float64, mm
        Length wanted of the coarse quads' edges.
    triangles : (m, 3) int32
    beyond : (3 m,) int32
        The half edge that runs back along each, -1 on a rim.
    kept : (3 m,) uint8
        1 along creases.
    leaves : (n,) int32
        A half edge that leaves each vertex.
    pinned : (n,) uint8
        1 where a rim has a corner.
    source : (n,) int32
        The surface's vertex that each is, -1 for one between them.
    lines : (k, 2, 3) float64, mm
        The surface's own rims and creases, edge by edge.
    """

    points: DoubleArray
    normals: DoubleArray
    step: DoubleArray
    triangles: IndexArray
    beyond: IndexArray
    kept: ByteArray
    leaves: IndexArray
    pinned: ByteArray
    source: IndexArray
    lines: DoubleArray

    def edges(self) -> npt.NDArray[np.int64]:
        """Half edges, one of each edge."""
        each = np.arange(len(self.beyond))
        return np.flatnonzero((self.beyond < 0) | (self.beyond > each))

    def ends(self, edges: npt.NDArray[np.int64]) -> tuple[IndexArray, IndexArray]:
        """Where half edges begin and end."""
        corner = self.triangles.ravel()
        return corner[edges], corner[edges + np.where(edges % 3 == 2, -2, 1)]


@dataclass(frozen=True, eq=False)
class Linked:
    """A surface's triangles with their half edges.

    Attributes
    ----------
    points : (n, 3) float64, mm
    triangles : (m, 3) int32
    beyond, leaves, pinned
        As in `Working`.
    """

    points: DoubleArray
    triangles: IndexArray
    beyond: IndexArray
    leaves: IndexArray
    pinned: ByteArray


def linked(points: DoubleArray, faces: IndexArray) -> Linked:
    """Link triangles and quads, these cut so that no two triangles meet twice.

    Raises
    ------
    BadSurfaceError
        If an edge has more than two faces, or two that run the same way along it.
    """
    for cut in (triangles_of, triangles_apart):
        triangles = cut(faces)
        beyond, leaves, bad = net.linked(triangles, len(points))
        if not bad:
            return Linked(points, triangles, beyond, leaves, np.zeros(len(points), np.uint8))
    raise BadSurfaceError("an edge has more than two faces")


def divided(surface: Linked, step: DoubleArray) -> tuple[Linked, DoubleArray]:
    """The same form with its long edges halved, so that lengths may differ within what was one triangle.

    Parameters
    ----------
    surface : Linked
    step : (n,) float64, mm
        Length wanted of the coarse quads' edges, at each vertex.

    Returns
    -------
    Linked
    (k,) float64, mm
    """
    every = np.ones(len(surface.triangles), np.uint8)
    if kernels.longest(surface.triangles, every, surface.points, step) <= (2.0 * _LONG) ** 2:
        return surface, step
    held = _Store.of(surface, step)
    held.kept[: 3 * held.triangles] = _creases(surface, step)
    held.weld()
    held.make_finer()
    made = held.packed(np.empty((0, 2, 3)))
    return Linked(made.points, made.triangles, made.beyond, made.leaves, made.pinned), made.step


class Begun:
    """Triangles on the way to those for quads of some length: as far as lengths do not matter yet that get shorter.

    Parameters
    ----------
    surface : Linked
    step : (n,) float64, mm
        Length wanted of the coarse quads' edges, at each vertex.
    """

    def __init__(self, surface: Linked, step: DoubleArray) -> None:
        held = _Store.of(surface, step)
        held.kept[: 3 * held.triangles] = _creases(surface, step)
        marked = np.flatnonzero((held.kept[: len(surface.beyond)] > 0) | (surface.beyond < 0))
        corner, turn = surface.triangles.ravel(), marked + np.where(marked % 3 == 2, -2, 1)
        self._lines = np.stack([surface.points[corner[marked]], surface.points[corner[turn]]], axis=1)
        held.weld()
        held.make_finer()
        lengths = held.lengths()
        self._rest = [short for short in lengths if short > _SHARED * _SHORT]
        held.make_coarser(lengths[: len(lengths) - len(self._rest)], 0.0)
        self._held = held

    def shorter(self, rows: IndexArray, times: DoubleArray, least: float, slope: float) -> None:
        """Make the lengths wanted shorter.

        Parameters
        ----------
        rows : (k,) int
            Vertices of the surface.
        times : (k,) float64
            What their lengths are multiplied by.
        least : float, mm
            No shorter than this.
        slope : float
            How much longer they may be a millimetre farther on.
        """
        held = self._held
        held.want[rows] = np.maximum(held.want[rows] * times, least)
        n = held.count
        first = rows[np.argsort(held.want[rows])].astype(np.int64)
        kernels.graded(held.tri, held.link, held.leaves[:n], held.p[:n], held.want[:n], slope, first)

    def worked(self) -> Working:
        """The triangles for the lengths as they are now."""
        held = copy.deepcopy(self._held)
        held.make_finer()
        held.make_coarser(self._rest, 0.5 * _LONG)
        return held.packed(self._lines)


@dataclass
class _Store:
    """Triangles in arrays that have room for more."""

    tri: IndexArray
    link: IndexArray
    kept: ByteArray
    alive: ByteArray
    leaves: IndexArray
    p: DoubleArray
    pinned: ByteArray
    want: DoubleArray
    count: int
    triangles: int
    begun: int

    @classmethod
    def of(cls, surface: Linked, step: DoubleArray) -> _Store:
        n, m = len(surface.points), len(surface.triangles)
        return cls(
            surface.triangles.copy(),
            surface.beyond.copy(),
            np.zeros(3 * m, np.uint8),
            np.ones(m, np.uint8),
            surface.leaves.copy(),
            surface.points.copy(),
            surface.pinned.copy(),
            step.copy(),
            n,
            m,
            n,
        )

    def weld(self) -> None:
        """Draw vertices together that lie in one place, or nearly: halving does not rid of the splinters there."""
        wait, n = np.zeros(self.count), self.count
        for _ in range(_WELDS):
            done = kernels.drawn_together(
                self.tri, self.link, self.kept, self.leaves, self.alive, self.pinned, self.p[:n], self.want, wait,
                _SAME**2, np.inf,
            )  # fmt: skip
            if not done:
                return

    def make_finer(self) -> None:
        """Halve edges, the longest first, and turn others so that triangles stay as even as can be."""
        most = kernels.longest(self.tri, self.alive, self.p, self.want) / _LONG**2
        coarse = [t for t in (256.0, 64.0, 16.0, 4.0) if t < most]
        for number, times in enumerate((*coarse, *[1.0] * _HALVINGS)):
            before = self.count
            while most > 1.0:
                self.count, self.triangles = kernels.halved(
                    self.tri,
                    self.link,
                    self.kept,
                    self.leaves,
                    self.alive,
                    self.p,
                    self.want,
                    self.count,
                    self.triangles,
                    times * _LONG**2,
                )
                full = self.count + 1 > len(self.p) or self.triangles + 2 > len(self.tri)
                if not full or len(self.tri) >= _MOST:
                    break
                self._grow()
            added = self.count - before
            if times == 1.0 and (added == 0 or (number >= _SOON and added < _FEW * before)):
                return
            if added > _STRAY * before:
                kernels.turned(self.tri, self.link, self.kept, self.leaves, self.alive, self.p)

    def _grow(self) -> None:
        """Make room for half as much again."""
        m, n = len(self.tri) // 2 + 64, len(self.p) // 2 + 64
        self.tri = np.concatenate([self.tri, np.zeros((m, 3), INDEX)])
        self.link = np.concatenate([self.link, np.full(3 * m, -1, INDEX)])
        self.kept = np.concatenate([self.kept, np.zeros(3 * m, np.uint8)])
        self.alive = np.concatenate([self.alive, np.zeros(m, np.uint8)])
        self.leaves = np.concatenate([self.leaves, np.full(n, -1, INDEX)])
        self.p = np.concatenate([self.p, np.zeros((n, 3))])
        self.want = np.concatenate([self.want, np.ones(n)])
        self.pinned = np.concatenate([self.pinned, np.zeros(n, np.uint8)])

    def make_coarser(self, lengths: list[float], least: float) -> None:
        """Draw vertices together that are too near to each other, by lengths in steps, one round after the other.

        Edges get no longer than those lengths allow, or `least` if that is more.
        """
        n = self.count
        wait = np.zeros(n)
        for short in lengths:
            longest = max(short * _LONG / _SHORT, least)
            kernels.drawn_together(
                self.tri,
                self.link,
                self.kept,
                self.leaves,
                self.alive,
                self.pinned,
                self.p[:n],
                self.want,
                wait,
                short**2,
                longest**2,
            )
            if short == _SHORT:
                kernels.turned(self.tri, self.link, self.kept, self.leaves, self.alive, self.p)

    def lengths(self) -> list[float]:
        """How short, in steps, edges are that are drawn together in one round after the other."""
        some = self.tri[: self.triangles : max(1, self.triangles // 20_000)]
        away = np.linalg.norm(self.p[some[:, 0]] - self.p[some[:, 1]], axis=1) / self.want[some[:, 0]]
        out = [_SHORT] * _TURNED
        while out[0] > float(np.median(away)) and len(out) < 12:
            out.insert(0, out[0] / _COARSER)
        return out

    def packed(self, lines: DoubleArray) -> Working:
        """What is left, numbered anew."""
        rows, faces = np.flatnonzero(self.leaves[: self.count] >= 0), np.flatnonzero(self.alive)
        name, place = np.full(self.count, -1, INDEX), np.full(len(self.tri), -1, INDEX)
        name[rows], place[faces] = np.arange(len(rows)), np.arange(len(faces))

        def half(old: IndexArray) -> IndexArray:
            return np.where(old >= 0, 3 * place[old // 3] + old % 3, -1).astype(INDEX)

        own, points = name[self.tri[faces]], self.p[rows]
        return Working(
            points,
            _normals(points, own),
            self.want[rows],
            own,
            half(self.link.reshape(-1, 3)[faces].ravel()),
            self.kept.reshape(-1, 3)[faces].ravel(),
            half(self.leaves[rows]),
            self.pinned[rows],
            np.where(rows < self.begun, rows, -1).astype(INDEX),
            lines,
        )


def _creases(surface: Linked, step: DoubleArray) -> ByteArray:
    """1 for half edges along long creases; none if they are so many that they are roughness."""
    tri, beyond, points = surface.triangles, surface.beyond, surface.points
    found: ByteArray = kernels.creases(tri, beyond, points, np.cos(np.radians(_SHARP)))
    length = float(np.median(step))
    total = kernels.long_chains(tri, beyond, found, points, _CHAIN * length)
    if total > kernels.area(tri, points, step) * length / _DENSE:
        found[:] = 0
    return found


def _normals(points: DoubleArray, triangles: IndexArray) -> DoubleArray:
    """Unit normals of vertices, evened out once over the triangles round them."""
    a, b, c = (points[triangles[:, k]] for k in range(3))
    across = np.cross(b - a, c - a)
    out = np.zeros_like(points)
    for _ in range(2):
        for k in range(3):
            out[:, k] = np.bincount(triangles.ravel(), np.repeat(across[:, k], 3), len(points))
        out /= np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-12)
        across = out[triangles].sum(axis=1)
    return out


def _warm() -> None:
    tri = np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [2, 0, 3]], INDEX)
    beyond, leaves, _ = net.linked(tri, 4)
    mark, one, two = np.zeros(4, np.int64), np.empty(net.ROOM, INDEX), np.empty(net.ROOM, INDEX)
    kept, alive = np.zeros(12, np.uint8), np.ones(4, np.uint8)
    net.after(0), net.before(0)
    net.round_(0, beyond, leaves, one)
    net.can_turn(0, tri, beyond, leaves, one)
    _, count = net.is_sound(0, tri, beyond, leaves, mark, 2, one, two)
    net.turn(0, tri.copy(), beyond.copy(), kept, leaves.copy())
    net.draw_in(0, tri, beyond, kept, leaves, alive, one, count)
    slab = shared_out.slabs(np.zeros((4, 3)))
    shared_out.inside_by_triangles(tri, alive, slab)
    shared_out.inside_by_ring(np.zeros(5, INDEX), np.empty(0, INDEX), slab)


warmup.register("half edges", _warm)
