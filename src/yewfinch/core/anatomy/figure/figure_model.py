"""Head and body as one surface: which faces a crop keeps, and where each vertex comes from.

The head above its neck row and the body share the neck's ring, so no vertex of either moves by the
joining. A crop leaves out faces of the body and closes what stays open with grids. Rows are numbered
by subdivision, as in `head_model` and `body_model`.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.body.body_cage import ARM, ARM_AROUND, FINGER, HAND, THUMB, TRUNK
from yewfinch.core.anatomy.body.body_model import BodyModel
from yewfinch.core.anatomy.body.body_plan import HEAD_OFFSET
from yewfinch.core.anatomy.body.first_cast.first_man import first_man
from yewfinch.core.anatomy.head.first_cast.first_positions import first_positions
from yewfinch.core.anatomy.head.head_cage import COLUMNS
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.mesh.levels.subdivision import Step, split
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: The head's row that is the neck's ring.
NECK_ROW = 3
#: What is kept of the body: the last ring of the trunk and of each arm; None keeps all.
CROPS: dict[str, tuple[int, int | None] | None] = {"bust": (13, 7), "half": (20, None), "full": None}
#: Quads across and up of the grid that closes trunk and arm.
_TRUNK_GRID, _ARM_GRID = (12, 8), (5, 5)
#: Over so many rows a cut through the trunk is levelled.
_LEVELLED = 4.0


@dataclass(frozen=True, eq=False)
class _Grown:
    """A level with what its vertices and faces come from; -1 is neither head nor body."""

    faces: IndexArray
    size: int
    head: IndexArray
    body: IndexArray
    head_face: IndexArray
    body_face: IndexArray
    mirror: IndexArray


@dataclass(frozen=True, eq=False)
class FigureModel:
    """The surface of a crop.

    Attributes
    ----------
    head : HeadModel
    body : BodyModel
    crop : str
        A key of `CROPS`.
    """

    head: HeadModel
    body: BodyModel
    crop: str
    _levels: list[_Grown] = field(default_factory=list)
    _steps: list[Step] = field(default_factory=list)
    _orders: dict[int, tuple[IndexArray, IndexArray]] = field(default_factory=dict)

    def level(self, number: int) -> _Grown:
        """A level's faces and origins."""
        if not self._levels:
            self._levels.append(_coarse(self.head, self.body, self.crop))
        while len(self._levels) <= number:
            held = self._levels[-1]
            step = split(held.faces, held.size)
            self._steps.append(step)
            at = len(self._levels) - 1
            self._levels.append(_finer(held, step, self.head.step(at), self.body.step(at)))
        return self._levels[number]

    def step(self, level: int) -> Step:
        """The split from `level` to the next."""
        self.level(level + 1)
        return self._steps[level]

    def mirror_at(self, level: int) -> IndexArray:
        """Rows of the mirror images at a level."""
        return self.level(level).mirror

    def faces(self, level: int) -> IndexArray:
        """Faces of a level, (m, 4) int32."""
        return self.level(level).faces

    def size(self, level: int) -> int:
        """Vertices of a level."""
        return self.level(level).size

    def at_level(self, values: DoubleArray, level: int) -> DoubleArray:
        """Values (n, c) of the formed level at another one: sampled below, smooth above."""
        if level <= FORMED:
            return values[: self.size(level)]
        self.level(level)
        for number in range(FORMED, level):
            values = self._steps[number].smooth() @ values
        return values

    def linear_at_level(self, values: DoubleArray, level: int) -> DoubleArray:
        """The same by plain means, for memberships."""
        if level <= FORMED:
            return values[: self.size(level)]
        self.level(level)
        for number in range(FORMED, level):
            values = self._steps[number].linear(values)
        return values

    def joined(self, head: DoubleArray, body: DoubleArray) -> DoubleArray:
        """Positions of the formed level from those of the two models there; caps are drawn smooth, (n, 3) mm."""
        out = np.zeros((self.level(FORMED).size, 3))
        for part, (rows, of_part) in zip((body, head), self._origins, strict=True):
            out[rows] = part[of_part]
        if len(self.cut_rows):
            row, weight, rim = self._levelling
            out[row, 1] += weight * (out[rim, 1].mean() - out[rim, 1])
        if len(self.caps[0]):
            out[self.caps[0]] = self._cap_solve(self.caps[1] @ out)
        return out

    @cached_property
    def _origins(self) -> tuple[tuple[IndexArray, IndexArray], ...]:
        """Rows of the formed level that come from the body and from the head, and their rows there."""
        g = self.level(FORMED)
        return tuple((np.flatnonzero(of >= 0).astype(INDEX), of[of >= 0]) for of in (g.body, g.head))

    def order(self, level: int) -> tuple[IndexArray, IndexArray]:
        """Faces with rows in leaf order, and for each such row the row here."""
        if level not in self._orders:
            rest = self.at_level(self.rest, level).astype(np.float32)
            self._orders[level] = in_face_order(rest, self.faces(level))
        return self._orders[level]

    @cached_property
    def rest(self) -> DoubleArray:
        """The first cast's plain head on its man's body at the formed level, in the frame of `body_plan`, (n, 3) mm."""
        # any likeness of the form does for the order, if it is always the same
        man = first_man().astype(np.float64)
        return self.joined(first_positions() + HEAD_OFFSET, man)

    def rows_from(self, part: str) -> IndexArray:
        """The row here of each vertex of the head's or the body's formed level; -1 if it is left out.

        Parameters
        ----------
        part : {"head", "body"}
        """
        g = self.level(FORMED)
        of = g.head if part == "head" else g.body
        out = np.full(len((self.head if part == "head" else self.body).mirror), -1, INDEX)
        own = np.nonzero(of >= 0)[0]
        out[of[own]] = own
        return out

    @cached_property
    def ring(self) -> IndexArray:
        """Rows of the neck's ring at the formed level."""
        g = self.level(FORMED)
        return np.nonzero((g.head >= 0) & (g.body >= 0))[0].astype(INDEX)

    @cached_property
    def regions(self) -> tuple[str, ...]:
        """Names of the head's and the body's regions that this crop has."""
        return (*self.head.regions, *(r for i, r in enumerate(self.body.regions) if self._has_body[i]))

    @cached_property
    def _has_body(self) -> list[bool]:
        g = self.level(FORMED)
        rows = g.body[g.body >= 0]
        return [bool(self.body.region[rows, i].any()) for i in range(len(self.body.regions))]

    @cached_property
    def region(self) -> DoubleArray:
        """Membership of each region at the formed level, (n, k) from 0 to 255."""
        g = self.level(FORMED)
        out = np.zeros((g.size, len(self.regions)))
        k = len(self.head.regions)
        own = g.head >= 0
        out[own, :k] = self.head.region[g.head[own]]
        own = g.body >= 0
        out[own, k:] = self.body.region[g.body[own]][:, self._has_body]
        return out

    # --- caps -----------------------------------------------------------------------------

    @cached_property
    def caps(self) -> tuple[npt.NDArray[np.int64], Any]:
        """Rows of the caps at the formed level, and the matrix of what surrounds them."""
        g = self.level(FORMED)
        rows = np.nonzero((g.head < 0) & (g.body < 0))[0]
        pull = umbrella(g.faces, g.size)[rows]
        keep = np.ones(g.size)
        keep[rows] = 0.0
        from scipy.sparse import diags_array

        return rows, (pull @ diags_array(keep)).tocsr()

    @cached_property
    def _cap_solve(self) -> Callable[[DoubleArray], DoubleArray]:
        """Solves for the rows of the caps, given what surrounds them."""
        from scipy.sparse import eye_array
        from scipy.sparse.linalg import factorized

        g = self.level(FORMED)
        rows = self.caps[0]
        pull = umbrella(g.faces, g.size)[rows][:, rows]
        solve = factorized((eye_array(len(rows)) - pull).tocsc())
        return lambda b: np.stack([solve(np.ascontiguousarray(b[:, k])) for k in range(3)], axis=1)

    @cached_property
    def cut_rows(self) -> IndexArray:
        """Rows of the cut through the trunk at the formed level."""
        kept = CROPS[self.crop]
        if kept is None:
            return np.zeros(0, INDEX)
        row, _ = self.trunk_places
        return np.nonzero(np.abs(row - kept[0]) < 1e-9)[0].astype(INDEX)

    @cached_property
    def trunk_places(self) -> tuple[DoubleArray, DoubleArray]:
        """Row and column on the trunk at the formed level; NaN elsewhere."""
        place, chart = self.body.place, self.body.chart[: self.body.size0]
        at = np.where((chart == TRUNK)[:, None], place, np.nan)
        for step in self.body.steps():
            at = step.linear(at)
        g = self.level(FORMED)
        out = np.full((g.size, 2), np.nan)
        own = g.body >= 0
        out[own] = at[g.body[own]]
        return out[:, 0], out[:, 1]

    @cached_property
    def _levelling(self) -> tuple[IndexArray, DoubleArray, IndexArray]:
        """Rows near the trunk's cut, how far they follow it, and the cut's row in their column."""
        kept = CROPS[self.crop]
        assert kept is not None
        near, row, rim = self.in_columns(self.cut_rows, kept[0] - _LEVELLED, float(kept[0]))
        t = (row - kept[0] + _LEVELLED) / _LEVELLED
        return near, t * t * (3 - 2 * t), rim

    def in_columns(self, line: IndexArray, first: float, last: float) -> tuple[IndexArray, DoubleArray, IndexArray]:
        """Rows of the trunk between two of its rings, their place, and which of `line` is in their column.

        Parameters
        ----------
        line : (k,) int
            Rows of a ring at the formed level.
        first, last : float
            Rings of the trunk; the first is left out.
        """
        row, column = self.trunk_places
        near = np.nonzero((row > first) & (row <= last))[0]
        lookup = {(round(4 * float(column[r])), bool(self._left[r])): int(r) for r in line}
        lookup |= {(c, True): r for (c, _), r in list(lookup.items()) if c in (0, 4 * COLUMNS)}
        at = np.array([lookup.get((round(4 * float(column[r])), bool(self._left[r])), -1) for r in near])
        found = at >= 0
        return near[found].astype(INDEX), row[near[found]], at[found].astype(INDEX)

    @cached_property
    def _left(self) -> np.ndarray:
        """Which rows of the formed level are on the left or the midline, by the man's body."""
        g = self.level(FORMED)
        out = np.zeros(g.size, bool)
        own = g.body >= 0
        out[own] = self.body.bodies["man"][g.body[own], 0] >= 0
        return out


# --- level 0 ------------------------------------------------------------------------------


def _coarse(head: HeadModel, body: BodyModel, crop: str) -> _Grown:
    """Level 0: the head's faces above the ring, the body's that the crop keeps, and caps."""
    ring = np.arange(COLUMNS + 1, dtype=INDEX) + NECK_ROW * (COLUMNS + 1)
    kept_head = _above(head, ring)
    kept_body = _kept_faces(body, crop)
    # one numbering: head's vertices, then the body's that are not on the ring
    head_rows = np.unique(np.concatenate([head.coarse[kept_head].ravel(), ring, head.mirror[ring]]))
    body_ring = np.arange(COLUMNS + 1)
    body_rows = np.unique(body.coarse[kept_body])
    body_rows = body_rows[~np.isin(body_rows, np.concatenate([body_ring, body.mirror[body_ring]]))]
    n_head, n = len(head_rows), len(head_rows) + len(body_rows)
    of_head = np.full(head.size(0), -1)
    of_head[head_rows] = np.arange(n_head)
    of_body = np.full(body.size0, -1)
    of_body[body_rows] = n_head + np.arange(len(body_rows))
    of_body[body_ring] = of_head[ring]
    of_body[body.mirror[body_ring]] = of_head[head.mirror[ring]]
    faces = [of_head[head.coarse[kept_head]], of_body[body.coarse[kept_body]]]
    mirror = np.empty(n, np.int64)
    mirror[of_head[head_rows]] = of_head[head.mirror[head_rows]]
    mirror[of_body[body_rows]] = of_body[body.mirror[body_rows]]
    caps, more = _caps(body, of_body, mirror, n, crop)
    faces.append(caps)
    mirror = np.concatenate([mirror, more])
    added = len(more)
    head_of, body_of = np.full(n + added, -1), np.full(n + added, -1)
    head_of[of_head[head_rows]] = head_rows
    both = np.nonzero(of_body >= 0)[0]
    body_of[of_body[both]] = both
    counts = [len(f) for f in faces]
    none = [np.full(c, -1) for c in counts]
    return _Grown(
        np.concatenate(faces).astype(INDEX),
        n + added,
        head_of.astype(INDEX),
        body_of.astype(INDEX),
        np.concatenate([kept_head, none[1], none[2]]).astype(INDEX),
        np.concatenate([none[0], kept_body, none[2]]).astype(INDEX),
        mirror.astype(INDEX),
    )


def _above(head: HeadModel, ring: IndexArray) -> IndexArray:
    """Faces of the head on the far side of the ring from the bust's rim."""
    faces = head.coarse
    wall = np.zeros(head.size(0), bool)
    wall[ring] = wall[head.mirror[ring]] = True
    low = np.zeros(head.size(0), bool)
    low[0] = True
    while True:
        touched = low[faces].any(axis=1)
        grown = low.copy()
        grown[faces[touched].ravel()] = True
        grown &= ~wall
        if np.array_equal(grown, low):
            return np.nonzero(~touched)[0].astype(INDEX)
        low = grown


def _kept_faces(body: BodyModel, crop: str) -> IndexArray:
    """Faces of the body that a crop keeps."""
    kept = CROPS[crop]
    if kept is None:
        return np.arange(len(body.coarse), dtype=INDEX)
    trunk, arm = kept
    chart, place = body.chart[: body.size0], body.place
    keep = ((chart == TRUNK) & (place[:, 0] <= trunk)) | (
        (chart == ARM) & (place[:, 0] <= (1000 if arm is None else arm))
    )
    if arm is None:
        keep |= (chart != TRUNK) & (chart != ARM) & (place[:, 0] < 1000) & _of_hand(chart)
    return np.nonzero(keep[body.coarse].all(axis=1))[0].astype(INDEX)


def _of_hand(chart: IndexArray) -> np.ndarray:
    return np.asarray((chart == HAND) | ((chart >= FINGER) & (chart <= THUMB)))


def _caps(body: BodyModel, of_body: np.ndarray, mirror: np.ndarray, n: int, crop: str) -> tuple[np.ndarray, np.ndarray]:
    """Faces of the grids that close a crop, numbered from `n`, and the mirror rows of their vertices."""
    kept = CROPS[crop]
    if kept is None:
        return np.zeros((0, 4), np.int64), np.zeros(0, np.int64)
    chart, place = body.chart[: body.size0], body.place
    first = body.mirror >= np.arange(len(body.mirror))  # the left half and the midline have the lower rows

    def along(kind: int, ring: int, count: int) -> list[int]:
        rows = np.nonzero((chart == kind) & (place[:, 0] == ring) & first[: body.size0])[0]
        rows = rows[np.argsort(place[rows, 1])]
        assert len(rows) == count
        return [int(of_body[r]) for r in rows]

    trunk, arm = kept
    half = along(TRUNK, trunk, COLUMNS + 1)
    loop = half + [int(mirror[v]) for v in half[-2:0:-1]]  # from the front over the left side round
    across, up = _TRUNK_GRID
    start = -(across // 2)
    grid = _grid(loop[start:] + loop[:start], across, up, n)
    flipped = np.full((up + 1, across + 1), -1)
    flipped[:] = grid[:, ::-1]
    faces = [_quads(grid)[:, ::-1]]
    twins = {int(a): int(b) for a, b in zip(grid[1:-1, 1:-1].ravel(), flipped[1:-1, 1:-1].ravel(), strict=True)}
    if arm is not None:
        first_new = n + (across - 1) * (up - 1)
        loop = along(ARM, arm, ARM_AROUND)
        left = _grid(loop, *_ARM_GRID, first_new)
        right = _grid([int(mirror[v]) for v in loop], *_ARM_GRID, first_new + (_ARM_GRID[0] - 1) * (_ARM_GRID[1] - 1))
        faces += [_quads(left), _quads(right)[:, ::-1]]
        for a, b in zip(left[1:-1, 1:-1].ravel(), right[1:-1, 1:-1].ravel(), strict=True):
            twins[int(a)], twins[int(b)] = int(b), int(a)
    return np.concatenate(faces), np.array([twins[k] for k in sorted(twins)])


def _grid(loop: list[int], across: int, up: int, first: int) -> np.ndarray:
    """A grid whose border is a loop of 2 (across + up) rows from its lower left corner, filled from `first`."""
    grid = np.full((up + 1, across + 1), -1)
    grid[0] = loop[: across + 1]
    grid[:, across] = loop[across : across + up + 1]
    grid[up] = loop[across + up : 2 * across + up + 1][::-1]
    grid[1:up, 0] = loop[2 * across + up + 1 :][::-1]
    grid[1:-1, 1:-1] = first + np.arange((up - 1) * (across - 1)).reshape(up - 1, across - 1)
    return grid


def _quads(grid: np.ndarray) -> np.ndarray:
    return np.stack([grid[:-1, :-1], grid[:-1, 1:], grid[1:, 1:], grid[1:, :-1]], axis=-1).reshape(-1, 4)


# --- finer --------------------------------------------------------------------------------


def _finer(held: _Grown, step: Step, head: Step, body: Step) -> _Grown:
    """Follow where vertices and faces come from through a split."""

    def rows(of: IndexArray, face: IndexArray, source: Step) -> IndexArray:
        ends = of[step.edges]
        known = (ends >= 0).all(axis=1)
        at_edge = np.full(len(step.edges), -1, np.int64)
        base = source.n
        keys = source.edges[:, 0].astype(np.int64) * base + source.edges[:, 1]  # sorted by `split`
        low = np.sort(ends[known], axis=1).astype(np.int64)
        wanted = low[:, 0] * base + low[:, 1]
        found = np.minimum(np.searchsorted(keys, wanted), len(keys) - 1)
        at_edge[known] = np.where(keys[found] == wanted, source.n + found, -1)
        at_face = np.where(face >= 0, source.n + len(source.edges) + face.astype(np.int64), -1)
        return np.concatenate([of, at_edge, at_face]).astype(INDEX)

    def finer_face(face: IndexArray) -> IndexArray:
        # each quad gives its four in order of its corners
        return np.where(face[:, None] >= 0, 4 * face[:, None] + np.arange(4), -1).ravel().astype(INDEX)

    return _Grown(
        step.faces, step.size, rows(held.head, held.head_face, head), rows(held.body, held.body_face, body),
        finer_face(held.head_face), finer_face(held.body_face), step.paired(held.mirror),
    )  # fmt: skip
