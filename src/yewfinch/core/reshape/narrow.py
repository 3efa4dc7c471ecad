"""Walls and gaps that are narrower than a grid, and would be lost between its points.

Points of the grid next to them are set inside or outside; whoever lays a net on what comes of it finds the true faces
again, as the net's vertices move onto them.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _narrow_kernels as kernels
from yewfinch.core.reshape import _scan_kernels
from yewfinch.core.reshape.scan import ASIDE
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray

#: A wall or gap is told by lines that stand across it, the cosine with its normals at least: one of three lines does.
ACROSS = 0.5
#: Marks of points next to walls and to gaps.
WALL, GAP = 1, 2
#: What is narrower is thin, in cells.
_THIN = 1.2
#: So often walls are looked through for holes.
_CLOSINGS = 8
#: So often a surface is gone over, as what is set at one place may part what hung together at another.
_ROUNDS = 6
#: Positions (n, 3) float64, mm, and triangles (m, 3) int32 of a closed surface, turned alike.
Mesh = tuple[DoubleArray, IndexArray]


def between_points(
    meshes: Sequence[Mesh], roles: Sequence[int], low: DoubleArray, cell: float, shape: tuple[int, int, int]
) -> ByteArray:
    """Mark points next to walls and gaps that lie between two points of a line of the grid.

    Parameters
    ----------
    meshes : sequence of Mesh
    roles : sequence of int
        What each does: 0 is one of a union, 1 is taken away from it, 2 is what it must lie within.
    low : (3,) float64, mm
        The grid's first point.
    cell : float, mm
        Between two points.
    shape : (3,) int

    Returns
    -------
    (x, y, z) uint8
        `WALL`, `GAP` or 0; a gap comes first where both are next to one point.
    """
    marks = np.zeros(shape, np.uint8)
    for axis in range(3):
        turn = [(axis + 1) % 3, (axis + 2) % 3, axis]  # x, y, z; y, z, x; z, x, y: all of one hand
        size = tuple(int(shape[k]) for k in turn)
        parts: list[tuple[np.ndarray, ...]] = []
        for number, (positions, triangles) in enumerate(meshes):
            column, height, sign, begin, end = _scan_kernels.crossings(
                np.ascontiguousarray(positions[:, turn]), triangles, low[turn[:2]] + ASIDE, cell, size[0], size[1]
            )
            some = np.concatenate([np.arange(a, b) for a, b in zip(begin, end, strict=True)])
            parts.append((column[some], height[some], sign[some], np.full(len(some), number, INDEX)))
        column, height, sign, body = (np.concatenate(p) for p in zip(*parts, strict=True))
        order = np.argsort(column, kind="stable")
        first = np.searchsorted(column[order], np.arange(size[0] * size[1] + 1))
        found = kernels.between_points(
            column[order], height[order], sign[order], body[order], np.asarray(roles, INDEX), first,
            float(low[axis]), cell, size, ACROSS,
        )  # fmt: skip
        at = np.empty((len(found), 3), INDEX)
        at[:, turn] = found[:, :3]
        for mark, some in ((WALL, at[found[:, 3] == 1]), (GAP, at[found[:, 3] == 0])):
            here = tuple(some.T)
            marks[here] = np.maximum(marks[here], mark)
    return marks


def keep(
    mesh: Mesh,
    normals: DoubleArray,
    winding: Callable[[DoubleArray], npt.NDArray[np.int32]],
    solid: ByteArray,
    marks: ByteArray,
    low: DoubleArray,
    cell: float,
    *,
    half: bool = False,
) -> None:
    """Make the points of a grid show all parts of one surface, hanging together as they do: rods, tips and slits.

    Parameters
    ----------
    mesh : Mesh
    normals : (n, 3) float64
        Of its vertices, of length 1, outwards.
    winding : callable
        How often the surface goes round points (k, 3) mm.
    solid, marks : (x, y, z) uint8
        What is inside, and marked points; both are changed.
    low, cell
        The grid, as in `between_points`.
    half : bool
        The first two layers in x are mirror images.
    """
    at, triangles = mesh
    rows = np.flatnonzero(at[:, 0] > low[0] - 3.0 * cell) if half else np.arange(len(at))
    for value in (1, 0):
        thin = np.zeros(len(at), bool)
        off = _THIN * cell * (-normals[rows] if value == 1 else normals[rows])
        beyond = at[rows] + off
        open_to = ~_amid(beyond, solid, value, low, cell)  # the grid already says that the others are thick
        near, beyond = rows[open_to], beyond[open_to]
        if value == 1:
            thin[near] = winding(beyond) <= 0
        else:  # a surface that crosses itself has faces within, which bound nothing
            near = near[winding(beyond) > 0]
            thin[near] = winding(at[near] + 0.01 * cell * normals[near]) <= 0
        some = triangles[thin[triangles[:, 0]] | thin[triangles[:, 1]] | thin[triangles[:, 2]]]
        for _ in range(_ROUNDS):  # what is set for one may part others
            if not kernels.along_faces(at, normals, some, solid, marks, value, low, cell, half):
                break


def _amid(p: DoubleArray, solid: ByteArray, value: int, low: DoubleArray, cell: float) -> npt.NDArray[np.bool_]:
    """Whether all eight points of the grid round each place (k, 3) mm have a value."""
    last = np.array(solid.shape) - 2
    x, y, z = np.clip(np.floor((p - low) / cell).astype(INDEX), 0, last).T
    out = np.ones(len(p), bool)
    for a, b, c in np.ndindex(2, 2, 2):
        out &= solid[x + a, y + b, z + c] == value
    return out


def near_marks(cells: IndexArray, marks: ByteArray, reach: int = 2) -> npt.NDArray[np.bool_]:
    """Whether a point that is marked lies as near as so many steps to each of some cells (k, 3)."""
    return np.asarray(kernels.near_marks(cells, marks, reach))


def put(solid: ByteArray, marks: ByteArray, *, half: bool = False) -> None:
    """Set marked points of a grid inside or outside."""
    if half:
        marks[:2] = marks[:2].max(axis=0)
    for side in (-1, 0):  # the outer sides stay outside
        for axis in range(3):
            if not (half and axis == 0 and side == 0):
                marks[(slice(None),) * axis + (side,)] = 0
    solid[marks == WALL] = 1
    solid[marks == GAP] = 0


def close_walls(
    planes: Callable[[DoubleArray], tuple[DoubleArray, DoubleArray]],
    solid: ByteArray,
    marks: ByteArray,
    low: DoubleArray,
    cell: float,
    *,
    half: bool = False,
) -> None:
    """Fill a point where two outside ones would meet across the edge of two inside ones, through a wall.

    Parameters
    ----------
    planes : callable
        Nearest places (k, 3) mm on the surface to points, and the normals there.
    solid, marks, low, cell, half
        As in `keep`.
    """
    for _ in range(_CLOSINGS):
        squares = kernels.crosswise(solid)
        if not len(squares):
            return
        points, number = np.unique(squares.reshape(-1, 3), axis=0, return_inverse=True)
        place, normal = planes(low + cell * points)
        number = number.reshape(-1, 4)
        away = squares[:, 1].astype(float) - squares[:, 0], squares[:, 3].astype(float) - squares[:, 2]
        # between two inside points there is a gap as far as their faces look at each other, between two outside ones
        # a wall as far as theirs look away from each other
        gap, wall = (
            np.minimum((way * normal[number[:, k]]).sum(axis=1), -(way * normal[number[:, k + 1]]).sum(axis=1)) * sign
            for way, k, sign in ((away[0], 0, 1.0), (-away[1], 2, 1.0))
        )
        some = np.nonzero(wall > np.maximum(gap, 0.0))[0]
        if not len(some):
            return
        off = np.linalg.norm(low + cell * points - place, axis=1)[number[some][:, 2:]]
        off += 1e6 * (marks[tuple(squares[some][:, 2:].transpose(2, 0, 1))] == GAP)
        pick = squares[some, 2 + off.argmin(axis=1)]
        pick = pick[off.min(axis=1) < 1e6]
        if not len(pick):
            return
        solid[tuple(pick.T)], marks[tuple(pick.T)] = 1, WALL
        if half:
            solid[:2], marks[:2] = solid[:2].max(axis=0), marks[:2].max(axis=0)


def _warm() -> None:
    mesh, low, solid = (np.eye(3), np.array([[0, 1, 2]], INDEX)), np.zeros(3), np.zeros((4, 4, 4), np.uint8)
    marks = between_points([mesh], [0], low, 0.5, (4, 4, 4))
    keep(mesh, np.eye(3), lambda p: np.zeros(len(p), np.int32), solid, marks, low, 0.5)
    kernels.along_faces(*mesh[:1], np.eye(3), mesh[1], solid, marks, 1, low, 0.5, False)
    kernels.crosswise(solid)
    near_marks(np.zeros((1, 3), INDEX), marks)


warmup.register("narrow walls and gaps", _warm)
