"""A cross and a lattice place for each vertex of a surface, as alike to their neighbours' as can be."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape.field_aligned import _fields_kernels as kernels
from yewfinch.core.reshape.field_aligned.working import Working
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.progress import Progress, part, silent

#: Rounds on each floor, of crosses and of places.
_ROUNDS, _PLACE_ROUNDS = 6, 8
#: Coarser floors are made until there are so few vertices, or so many floors.
_FEW, _FLOORS = 12, 24


@dataclass(frozen=True, eq=False)
class Wishes:
    """What is wanted of the fields.

    Attributes
    ----------
    towards : (n, 3) float64
        Direction of one arm of the cross, along the surface.
    pull : (n,) float64
        How much that counts, against all neighbours together; 0 for not at all.
    fixed : (n,) uint8
        1 where the cross is that direction, come what may.
    held : (n,) uint8
        1 where a line of the lattice runs through the vertex along `line`, 2 where a place of it is.
    line : (n, 3) float64
    """

    towards: DoubleArray
    pull: DoubleArray
    fixed: ByteArray
    held: ByteArray
    line: DoubleArray

    @classmethod
    def none(cls, count: int) -> Wishes:
        """Nothing is wanted of so many vertices."""
        return cls(
            np.zeros((count, 3)),
            np.zeros(count),
            np.zeros(count, np.uint8),
            np.zeros(count, np.uint8),
            np.zeros((count, 3)),
        )


@dataclass(frozen=True, eq=False)
class _Floor:
    """The surface's vertices, or pairs of those of the floor below."""

    starts: IndexArray
    ring: IndexArray
    weight: DoubleArray
    at: DoubleArray
    normals: DoubleArray
    area: DoubleArray
    step: DoubleArray
    wishes: Wishes
    up: IndexArray | None = None

    @property
    def tail(self) -> IndexArray:
        """The vertex that each place of `ring` belongs to."""
        return np.repeat(np.arange(len(self.starts) - 1, dtype=INDEX), np.diff(self.starts))


@dataclass(frozen=True, eq=False)
class Fields:
    """What was worked out.

    Attributes
    ----------
    crosses : (n, 3) float64
        Unit direction of one arm.
    places : (n, 3) float64, mm
        The nearest lattice place, in the tangent plane.
    """

    crosses: DoubleArray
    places: DoubleArray


def fields(work: Working, wishes: Wishes, starts: IndexArray, ring: IndexArray, progress: Progress = silent) -> Fields:
    """Work out both fields, from the coarsest floor down.

    Notes
    -----
    Jakob, Tarini, Panozzo & Sorkine-Hornung 2015, "Instant field-aligned meshes", sections 3 and 4: crosses and
    lattices compared in space, not along the surface, so that they follow its form; the length of the step may differ
    from vertex to vertex.
    """
    floors = [_ground(work, wishes, starts, ring)]
    while len(floors) < _FLOORS and len(floors[-1].at) > _FEW:
        up = _up(floors[-1])
        above = _above(floors[-1], up)
        if len(above.at) == len(floors[-1].at):
            break
        floors[-1] = replace(floors[-1], up=up)
        floors.append(above)
    crosses: list[DoubleArray] = [np.empty(0)] * len(floors)
    for k in range(len(floors) - 1, -1, -1):
        part(progress, 0.0, 0.4)(1 - k / len(floors), "turning the net along the form")
        floor = floors[k]
        o = _begun(floor) if k == len(floors) - 1 else crosses[k + 1][floor.up]
        o = _flat(o, floor.normals)
        w = floor.wishes
        o[w.fixed == 1] = _flat(w.towards[w.fixed == 1], floor.normals[w.fixed == 1])
        kernels.even_crosses(
            floor.starts, floor.ring, floor.weight, floor.at, floor.normals, o, w.fixed, w.pull, w.towards, _ROUNDS
        )
        crosses[k] = o
    places = np.empty(0)
    for k in range(len(floors) - 1, -1, -1):
        part(progress, 0.4, 1.0)(1 - k / len(floors), "spacing the net out")
        floor = floors[k]
        p = floor.at.copy() if k == len(floors) - 1 else places[floor.up]
        p = p - (np.einsum("nk,nk->n", p - floor.at, floor.normals))[:, None] * floor.normals
        p[floor.wishes.held == 2] = floor.at[floor.wishes.held == 2]
        kernels.even_places(
            floor.starts,
            floor.ring,
            floor.weight,
            floor.at,
            floor.normals,
            kernels.arms_of(crosses[k], floor.normals),
            floor.step,
            p,
            floor.wishes.held,
            floor.wishes.line,
            _PLACE_ROUNDS,
        )
        places = p
    return Fields(crosses[0], places)


def _flat(o: DoubleArray, normals: DoubleArray) -> DoubleArray:
    """Directions laid into tangent planes, of unit length."""
    out = o - np.einsum("nk,nk->n", o, normals)[:, None] * normals
    size = np.linalg.norm(out, axis=1)
    lost = size < 1e-6
    if lost.any():
        out[lost] = _across(normals[lost])
        size[lost] = 1.0
    return out / size[:, None]


def _across(normals: DoubleArray) -> DoubleArray:
    """Any unit directions at right angles to normals."""
    axis = np.eye(3)[np.argmin(np.abs(normals), axis=1)]
    out = np.cross(normals, axis)
    return np.asarray(out / np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-12))


def _begun(floor: _Floor) -> DoubleArray:
    towards = floor.wishes.towards
    have = np.linalg.norm(towards, axis=1) > 1e-6
    return np.where(have[:, None], towards, _across(floor.normals))


def neighbours(work: Working) -> tuple[IndexArray, IndexArray]:
    """The vertices round each vertex: where they start, (n + 1,), and which they are."""
    one, two = work.ends(work.edges())
    n = len(work.points)
    tail, head = np.concatenate([one, two]), np.concatenate([two, one])
    order = np.argsort(tail, kind="stable")
    starts = np.concatenate([[0], np.cumsum(np.bincount(tail, minlength=n))]).astype(INDEX)
    return starts, head[order].astype(INDEX)


def _ground(work: Working, wishes: Wishes, starts: IndexArray, ring: IndexArray) -> _Floor:
    n = len(work.points)
    corners = np.bincount(work.triangles.ravel(), minlength=n).astype(float)
    return _Floor(
        starts,
        ring,
        np.ones(len(ring)),
        work.points,
        work.normals,
        np.maximum(corners, 1.0),
        work.step,
        wishes,
    )


def _up(floor: _Floor) -> IndexArray:
    """Which vertex of the next floor each becomes: pairs that look the same way and are of one size go first."""
    tail = floor.tail
    once = np.flatnonzero(tail < floor.ring)
    a, b = tail[once], floor.ring[once]
    like = np.einsum("ek,ek->e", floor.normals[a], floor.normals[b])
    ratio = np.maximum(floor.area[a], floor.area[b]) / np.minimum(floor.area[a], floor.area[b])
    order = np.argsort(-like * ratio, kind="stable")
    up, _ = kernels.pairs(order, a, b, len(floor.at))
    return np.asarray(up)


def _above(floor: _Floor, up: IndexArray) -> _Floor:
    n = int(up.max()) + 1
    starts, ring, weight = kernels.joined(floor.starts, floor.ring, floor.weight, up, n)
    area = np.bincount(up, floor.area, n).astype(np.float64)

    def mean(values: DoubleArray, by: DoubleArray = floor.area) -> DoubleArray:
        held = values if values.ndim == 2 else values[:, None]
        out = np.stack([np.bincount(up, by * held[:, k], n) for k in range(held.shape[1])], axis=1)
        return np.asarray(out if values.ndim == 2 else out[:, 0])

    normals = mean(floor.normals)
    size = np.linalg.norm(normals, axis=1)
    first = np.zeros(n, np.int64)
    first[up[::-1]] = np.arange(len(up))[::-1]
    normals = np.where(size[:, None] > 1e-9, normals / np.maximum(size, 1e-12)[:, None], floor.normals[first])
    return _Floor(
        starts,
        ring,
        weight,
        mean(floor.at) / area[:, None],
        normals,
        area,
        mean(floor.step) / area,
        _wishes_above(floor.wishes, up, n),
    )


def _wishes_above(w: Wishes, up: IndexArray, n: int) -> Wishes:
    """Wishes of pairs: those of the one that wants more."""
    rank = w.pull + 1e3 * w.fixed + 1e-3 * w.held
    order = np.argsort(rank, kind="stable")  # the last one written stays
    first = np.zeros(n, np.int64)
    first[up[order]] = order
    return Wishes(w.towards[first], w.pull[first], w.fixed[first], w.held[first], w.line[first])


def steps_between(work: Working, found: Fields, edges: npt.NDArray[np.int64]) -> tuple[IndexArray, DoubleArray]:
    """Lattice steps along half edges, (e, 2) int32, and how far the lattices are from meeting there, in steps."""
    one, two = work.ends(edges)
    arms = kernels.arms_of(found.crosses, work.normals)
    steps, off = kernels.steps_between(one, two, work.points, work.normals, arms, work.step, found.places)
    return steps, np.sqrt(off)
