"""Plain nets of quads: boxes, stacks of rings, grids inside a loop."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np

from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.phrases import phrase

#: How a stack of rings ends: open, in one point (triangles), or in a grid of quads.
End = Literal["open", "pole", "grid"]


def grid_quads(rows: int, columns: int, first: int = 0) -> IndexArray:
    """Quads of a grid of vertices numbered row by row, (m, 4) int32, counter-clockwise where rows go up and columns
    right.
    """
    at = first + np.arange(rows * columns).reshape(rows, columns)
    return np.stack([at[:-1, :-1], at[:-1, 1:], at[1:, 1:], at[1:, :-1]], axis=-1).reshape(-1, 4).astype(INDEX)


def box_net(lines: Sequence[DoubleArray]) -> tuple[DoubleArray, IndexArray]:
    """The surface of a box, cut along coordinates.

    Parameters
    ----------
    lines : three (k,) float64
        Ascending coordinates along x, y and z, two at least.

    Returns
    -------
    (n, 3) float64
    (m, 4) int32
        Outward.
    """
    counts = [len(c) for c in lines]
    number = np.full(counts, -1)
    rim = np.zeros(counts, bool)
    for axis in range(3):
        for side in (0, -1):
            rim[tuple(side if k == axis else slice(None) for k in range(3))] = True
    number[rim] = np.arange(int(rim.sum()))
    at = np.stack([lines[k][i] for k, i in enumerate(np.nonzero(rim))], axis=1)
    faces = []
    for axis in range(3):
        for side in (0, -1):
            plane = number[tuple(side if k == axis else slice(None) for k in range(3))]
            quads = np.stack([plane[:-1, :-1], plane[1:, :-1], plane[1:, 1:], plane[:-1, 1:]], axis=-1).reshape(-1, 4)
            faces.append(quads if (side == -1) == (axis != 1) else quads[:, ::-1])
    return at, np.concatenate(faces).astype(INDEX)


def ring_net(
    rings: DoubleArray, start: End = "open", end: End = "open", *, loop: bool = False
) -> tuple[DoubleArray, IndexArray]:
    """A stack of closed rings, joined by quads.

    Parameters
    ----------
    rings : (k, m, 3) float64
        Ring by ring; seen against the way from the first to the last ring, each goes round counter-clockwise.
        A grid needs m divisible by four.
    start, end : {"open", "pole", "grid"}
        A pole lies in the mean of its ring's points.
    loop : bool
        The last ring is joined to the first.

    Returns
    -------
    (n, 3) float64
    (f, 4) int32
    """
    k, m, _ = rings.shape
    at = np.arange(k * m).reshape(k, m)
    low, high = (at, np.roll(at, -1, axis=0)) if loop else (at[:-1], at[1:])
    faces = [np.stack([low, np.roll(low, -1, axis=1), np.roll(high, -1, axis=1), high], axis=-1).reshape(-1, 4)]
    points = [rings.reshape(-1, 3)]
    count = k * m
    for kind, ring, flip in ((start, at[0], True), (end, at[-1], False)):
        if loop or kind == "open":
            continue
        if kind == "pole":
            points.append(points[0][ring].mean(axis=0)[None])
            fan = np.stack([ring, np.roll(ring, -1), np.full(m, count), np.full(m, count)], axis=1)
            faces.append(fan[:, [1, 0, 2, 3]] if flip else fan)
            count += 1
        else:
            inner, quads = _filled(points[0], ring, count)
            points.append(inner)
            faces.append(quads[:, ::-1] if flip else quads)
            count += len(inner)
    return np.concatenate(points), np.concatenate(faces).astype(INDEX)


def _filled(points: DoubleArray, loop: IndexArray, first: int) -> tuple[DoubleArray, IndexArray]:
    """A grid inside a loop of 4 q vertices: its new vertices, and quads (Coons 1967)."""
    q = len(loop) // 4
    if 4 * q != len(loop):
        raise ValueError(phrase("a loop of {0} vertices cannot be filled: four must divide it", len(loop)))
    grid = np.full((q + 1, q + 1), -1)
    closed = np.append(loop, loop[0])
    grid[0], grid[:, q] = closed[: q + 1], closed[q : 2 * q + 1]
    grid[q], grid[:, 0] = closed[2 * q : 3 * q + 1][::-1], closed[3 * q : 4 * q + 1][::-1]
    t = np.linspace(0.0, 1.0, q + 1)
    u, v = t[None, :, None], t[:, None, None]
    bottom, top, left, right = (
        points[grid[0]][None],
        points[grid[q]][None],
        points[grid[:, 0]][:, None],
        points[grid[:, q]][:, None],
    )
    corners = (
        (1 - u) * (1 - v) * bottom[:, :1]
        + u * (1 - v) * bottom[:, -1:]
        + (1 - u) * v * top[:, :1]
        + u * v * top[:, -1:]
    )
    patch = (1 - v) * bottom + v * top + (1 - u) * left + u * right - corners
    grid[1:-1, 1:-1] = first + np.arange((q - 1) ** 2).reshape(q - 1, q - 1)
    quads = np.stack([grid[:-1, :-1], grid[:-1, 1:], grid[1:, 1:], grid[1:, :-1]], axis=-1).reshape(-1, 4)
    return patch[1:-1, 1:-1].reshape(-1, 3), quads
