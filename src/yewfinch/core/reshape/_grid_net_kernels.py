"""Loops of `grid_net.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

#: Cells that one thread looks at in a row.
_RUN = 4096


@njit(cache=True, inline="always")
def _code(solid, i, j, k):  # type: ignore[no-untyped-def]
    """Corners of a cell as bits: x + 2 y + 4 z."""
    return (
        solid[i, j, k]
        | solid[i + 1, j, k] << 1
        | solid[i, j + 1, k] << 2
        | solid[i + 1, j + 1, k] << 3
        | solid[i, j, k + 1] << 4
        | solid[i + 1, j, k + 1] << 5
        | solid[i, j + 1, k + 1] << 6
        | solid[i + 1, j + 1, k + 1] << 7
    )


@njit(cache=True, parallel=LOOPS)
def count(solid, plain, slabs, crossed, doubtful):  # type: ignore[no-untyped-def]
    """Crossed cells, and those among them that hold more than one sheet, of each of the slabs of cells named."""
    _, ny, nz = solid.shape
    for n in prange(len(slabs)):
        i = slabs[n]
        here, bad = 0, 0
        for j in range(ny - 1):
            a = solid[i, j, 0] + solid[i + 1, j, 0] + solid[i, j + 1, 0] + solid[i + 1, j + 1, 0]
            for k in range(nz - 1):
                b = solid[i, j, k + 1] + solid[i + 1, j, k + 1] + solid[i, j + 1, k + 1] + solid[i + 1, j + 1, k + 1]
                both = a + b
                a = b
                if both == 0 or both == 8:
                    continue
                here += 1
                if not plain[_code(solid, i, j, k)]:
                    bad += 1
        crossed[i], doubtful[i] = here, bad


@njit(cache=True, parallel=LOOPS)
def fill(solid, plain, slabs, doubtful):  # type: ignore[no-untyped-def]
    """Set the corners of cells with more than one sheet to inside, in the slabs named.

    `doubtful` says how many each slab has.
    """
    _, ny, nz = solid.shape
    first = np.zeros(len(slabs) + 1, np.int64)
    for n in range(len(slabs)):
        first[n + 1] = first[n] + doubtful[slabs[n]]
    found = np.empty((first[-1], 3), np.int32)
    for n in prange(len(slabs)):
        i, at = slabs[n], first[n]
        for j in range(ny - 1):
            if at == first[n + 1]:
                break
            a = solid[i, j, 0] + solid[i + 1, j, 0] + solid[i, j + 1, 0] + solid[i + 1, j + 1, 0]
            for k in range(nz - 1):
                b = solid[i, j, k + 1] + solid[i + 1, j, k + 1] + solid[i, j + 1, k + 1] + solid[i + 1, j + 1, k + 1]
                both = a + b
                a = b
                if both != 0 and both != 8 and not plain[_code(solid, i, j, k)]:
                    found[at, 0], found[at, 1], found[at, 2] = i, j, k
                    at += 1
    for n in range(len(found)):
        i, j, k = found[n]
        solid[i : i + 2, j : j + 2, k : k + 2] = 1


@njit(cache=True, parallel=LOOPS)
def sheet_count(solid, sheets, slabs, crossed):  # type: ignore[no-untyped-def]
    """How many sheets pass through the cells of each of the slabs named; `sheets` (256,) says it for each pattern."""
    _, ny, nz = solid.shape
    for n in prange(len(slabs)):
        i = slabs[n]
        here = 0
        for j in range(ny - 1):
            a = solid[i, j, 0] + solid[i + 1, j, 0] + solid[i, j + 1, 0] + solid[i + 1, j + 1, 0]
            for k in range(nz - 1):
                b = solid[i, j, k + 1] + solid[i + 1, j, k + 1] + solid[i, j + 1, k + 1] + solid[i + 1, j + 1, k + 1]
                both = a + b
                a = b
                if both != 0 and both != 8:
                    here += sheets[_code(solid, i, j, k)]
        crossed[i] = here


@njit(cache=True, nogil=True)
def twice_joined(solid, of_edge, crossing, slabs):  # type: ignore[no-untyped-def]
    """Sides of cells across which the same two sheets meet in two lines, which would make an edge of four faces.

    Cell and axis of each, (k, 4).
    """
    _, ny, nz = solid.shape
    out = np.empty((16, 4), np.int32)
    count = 0
    for i in slabs:
        for j in range(ny - 1):
            a = solid[i, j, 0] + solid[i + 1, j, 0] + solid[i, j + 1, 0] + solid[i + 1, j + 1, 0]
            for k in range(nz - 1):
                b = solid[i, j, k + 1] + solid[i + 1, j, k + 1] + solid[i, j + 1, k + 1] + solid[i + 1, j + 1, k + 1]
                both = a + b
                a = b
                if both < 2 or both > 6:
                    continue
                code = _code(solid, i, j, k)
                for axis in range(3):
                    if _is_twice(solid, of_edge, crossing, code, i, j, k, axis):
                        if count == len(out):
                            more = np.empty((2 * count, 4), np.int32)
                            more[:count] = out
                            out = more
                        out[count, 0], out[count, 1], out[count, 2], out[count, 3] = i, j, k, axis
                        count += 1
    return out[:count]


@njit(cache=True, nogil=True)
def _is_twice(solid, of_edge, crossing, code, i, j, k, axis):  # type: ignore[no-untyped-def]
    """Do the same two sheets meet in two lines in the far side of a cell along an axis?"""
    one, two = crossing[code, 2 * axis + 1, 0], crossing[code, 2 * axis + 1, 1]
    if two < 0 or of_edge[code, one] != of_edge[code, two]:
        return False
    i, j, k = i + (axis == 0), j + (axis == 1), k + (axis == 2)
    if i >= solid.shape[0] - 1 or j >= solid.shape[1] - 1 or k >= solid.shape[2] - 1:
        return False
    other = _code(solid, i, j, k)
    return of_edge[other, _across(one, axis, -1)] == of_edge[other, _across(two, axis, -1)]


@njit(cache=True, inline="always")
def _across(edge, axis, step):  # type: ignore[no-untyped-def]
    """The number that an edge of the far (-1) or near (1) side along an axis has in the next cell there."""
    first = 1 if edge < 4 else 0  # the first of the two other axes; its bit is 1, the second's is 2
    return edge + step * (1 if axis == first else 2)


@njit(cache=True, parallel=LOOPS)
def numbered(solid, sheets, first, number, cells, sheet):  # type: ignore[no-untyped-def]
    """Number the vertices of crossed cells, slab by slab; `first` is the first number of each slab.

    `number` gets the first vertex of each cell, `cells` and `sheet` the cell and the sheet of each vertex.
    """
    nx, ny, nz = solid.shape
    for i in prange(nx - 1):
        n = first[i]
        for j in range(ny - 1):
            a = solid[i, j, 0] + solid[i + 1, j, 0] + solid[i, j + 1, 0] + solid[i + 1, j + 1, 0]
            for k in range(nz - 1):
                b = solid[i, j, k + 1] + solid[i + 1, j, k + 1] + solid[i, j + 1, k + 1] + solid[i + 1, j + 1, k + 1]
                both = a + b
                a = b
                if both == 0 or both == 8:
                    continue
                number[i, j, k] = n
                for s in range(sheets[_code(solid, i, j, k)]):
                    cells[n, 0], cells[n, 1], cells[n, 2] = i, j, k
                    sheet[n] = s
                    n += 1


@njit(cache=True, nogil=True)
def _put(faces, m, a, b, c, d, outward):  # type: ignore[no-untyped-def]
    if outward:
        faces[m, 0], faces[m, 1], faces[m, 2], faces[m, 3] = a, b, c, d
    else:
        faces[m, 0], faces[m, 1], faces[m, 2], faces[m, 3] = a, d, c, b


@njit(cache=True, inline="always")
def _vertex(solid, number, of_edge, i, j, k, edge):  # type: ignore[no-untyped-def]
    """The vertex of the sheet that crosses an edge of a cell."""
    return number[i, j, k] + of_edge[_code(solid, i, j, k), edge]


@njit(cache=True, parallel=LOOPS)
def faces_of(solid, number, cells, sheet, of_edge):  # type: ignore[no-untyped-def]
    """One quad for each crossed edge of the grid, found at the cell above it."""
    runs = (len(cells) + _RUN - 1) // _RUN
    first = np.zeros(runs + 1, np.int64)
    for run in prange(runs):
        m = 0
        for row in range(run * _RUN, min(len(cells), (run + 1) * _RUN)):
            if sheet[row] > 0:
                continue
            i, j, k = cells[row, 0], cells[row, 1], cells[row, 2]
            here = solid[i, j, k]
            m += (
                (j > 0 and k > 0 and solid[i + 1, j, k] != here)
                + (i > 0 and k > 0 and solid[i, j + 1, k] != here)
                + (i > 0 and j > 0 and solid[i, j, k + 1] != here)
            )
        first[run + 1] = m
    for run in range(runs):
        first[run + 1] += first[run]
    faces = np.empty((first[runs], 4), np.int32)
    for run in prange(runs):
        m = first[run]
        for row in range(run * _RUN, min(len(cells), (run + 1) * _RUN)):
            if sheet[row] > 0:
                continue
            i, j, k = cells[row, 0], cells[row, 1], cells[row, 2]
            here = solid[i, j, k]
            if j > 0 and k > 0 and solid[i + 1, j, k] != here:
                a, b = (
                    _vertex(solid, number, of_edge, i, j - 1, k - 1, 3),
                    _vertex(solid, number, of_edge, i, j, k - 1, 2),
                )
                c, d = _vertex(solid, number, of_edge, i, j, k, 0), _vertex(solid, number, of_edge, i, j - 1, k, 1)
                _put(faces, m, a, b, c, d, here)
                m += 1
            if i > 0 and k > 0 and solid[i, j + 1, k] != here:
                a, b = (
                    _vertex(solid, number, of_edge, i - 1, j, k - 1, 7),
                    _vertex(solid, number, of_edge, i - 1, j, k, 5),
                )
                c, d = _vertex(solid, number, of_edge, i, j, k, 4), _vertex(solid, number, of_edge, i, j, k - 1, 6)
                _put(faces, m, a, b, c, d, here)
                m += 1
            if i > 0 and j > 0 and solid[i, j, k + 1] != here:
                a, b = (
                    _vertex(solid, number, of_edge, i - 1, j - 1, k, 11),
                    _vertex(solid, number, of_edge, i, j - 1, k, 10),
                )
                c, d = _vertex(solid, number, of_edge, i, j, k, 8), _vertex(solid, number, of_edge, i - 1, j, k, 9)
                _put(faces, m, a, b, c, d, here)
                m += 1
    return faces


@njit(cache=True, parallel=LOOPS)
def neighbours(solid, number, cells, sheet, of_edge, crossing, mirrored):  # type: ignore[no-untyped-def]
    """Vertices across the sides that each sheet crosses, towards -x, +x, -y, +y, -z, +z, or -1.

    The last two are second ones across a side. `mirrored`: the first slab lies across the plane.
    """
    nx, ny, nz = solid.shape
    out = np.full((len(cells), 8), -1, np.int32)
    for n in prange(len(cells)):
        i, j, k = cells[n, 0], cells[n, 1], cells[n, 2]
        code = _code(solid, i, j, k)
        more = 6
        for side in range(6):
            axis, step = side // 2, 1 if side % 2 else -1
            a, b, c = i + step * (axis == 0), j + step * (axis == 1), k + step * (axis == 2)
            if a < 0 or b < 0 or c < 0 or a >= nx - 1 or b >= ny - 1 or c >= nz - 1:
                continue
            for line in range(2):
                edge = crossing[code, side, line]
                if edge < 0 or of_edge[code, edge] != sheet[n]:
                    continue
                row = _vertex(solid, number, of_edge, a, b, c, _across(edge, axis, -step))
                if out[n, side] < 0:
                    out[n, side] = row
                elif out[n, side] != row and more < 8:
                    out[n, more] = row
                    more += 1
        if mirrored and i == 0:
            out[n, 0] = out[n, 1]
    return out


@njit(cache=True, parallel=LOOPS)
def codes(solid, cells):  # type: ignore[no-untyped-def]
    """The pattern of the corners of cells."""
    out = np.empty(len(cells), np.uint8)
    for n in prange(len(cells)):
        out[n] = _code(solid, cells[n, 0], cells[n, 1], cells[n, 2])
    return out


@njit(cache=True, nogil=True)
def bodies(beside):  # type: ignore[no-untyped-def]
    """The loose part that each row belongs to, numbered from 0."""
    label = np.full(len(beside), -1, np.int32)
    stack = np.empty(len(beside), np.int32)
    count = 0
    for seed in range(len(beside)):
        if label[seed] >= 0:
            continue
        label[seed], stack[0] = count, seed
        top = 1
        while top > 0:
            top -= 1
            row = stack[top]
            for k in range(beside.shape[1]):
                other = beside[row, k]
                if other >= 0 and label[other] < 0:
                    label[other] = count
                    stack[top] = other
                    top += 1
        count += 1
    return label, count


@njit(cache=True, parallel=LOOPS)
def evened(at, beside, weight, middle, onto, normal, out):  # type: ignore[no-untyped-def]
    """Move rows towards the mean of their neighbours, along the planes `onto` and `normal` where given.

    The first `middle` rows stay in x = 0.
    """
    for i in prange(len(at)):
        x = y = z = 0.0
        count = 0
        for k in range(beside.shape[1]):
            row = beside[i, k]
            if row >= 0:
                x, y, z = x + at[row, 0], y + at[row, 1], z + at[row, 2]
                count += 1
        if count == 0:
            out[i] = at[i]
            continue
        if i < middle:
            x = 0.0
        x = at[i, 0] + weight * (x / count - at[i, 0])
        y = at[i, 1] + weight * (y / count - at[i, 1])
        z = at[i, 2] + weight * (z / count - at[i, 2])
        if len(onto) > 0:
            nx, ny, nz = normal[i, 0], normal[i, 1], normal[i, 2]
            away = (x - onto[i, 0]) * nx + (y - onto[i, 1]) * ny + (z - onto[i, 2]) * nz
            x, y, z = x - away * nx, y - away * ny, z - away * nz
        out[i, 0], out[i, 1], out[i, 2] = x, y, z
        if i < middle:
            out[i, 0] = 0.0
