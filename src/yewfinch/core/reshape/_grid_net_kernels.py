"""Loops of `grid_net.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

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


@njit(cache=True, parallel=True)
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


@njit(cache=True, parallel=True)
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


@njit(cache=True, parallel=True)
def numbered(solid, first, number, cells):  # type: ignore[no-untyped-def]
    """Number the crossed cells, slab by slab; `first` is the first number of each slab."""
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
                cells[n, 0], cells[n, 1], cells[n, 2] = i, j, k
                n += 1


@njit(cache=True, nogil=True)
def _put(faces, m, a, b, c, d, outward):  # type: ignore[no-untyped-def]
    if outward:
        faces[m, 0], faces[m, 1], faces[m, 2], faces[m, 3] = a, b, c, d
    else:
        faces[m, 0], faces[m, 1], faces[m, 2], faces[m, 3] = a, d, c, b


@njit(cache=True, parallel=True)
def faces_of(solid, number, cells):  # type: ignore[no-untyped-def]
    """One quad for each crossed edge of the grid, found at the cell above it."""
    runs = (len(cells) + _RUN - 1) // _RUN
    first = np.zeros(runs + 1, np.int64)
    for run in prange(runs):
        m = 0
        for row in range(run * _RUN, min(len(cells), (run + 1) * _RUN)):
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
            n = np.int32(row)
            i, j, k = cells[n, 0], cells[n, 1], cells[n, 2]
            here = solid[i, j, k]
            if j > 0 and k > 0 and solid[i + 1, j, k] != here:
                _put(faces, m, number[i, j - 1, k - 1], number[i, j, k - 1], n, number[i, j - 1, k], here)
                m += 1
            if i > 0 and k > 0 and solid[i, j + 1, k] != here:
                _put(faces, m, number[i - 1, j, k - 1], number[i - 1, j, k], n, number[i, j, k - 1], here)
                m += 1
            if i > 0 and j > 0 and solid[i, j, k + 1] != here:
                _put(faces, m, number[i - 1, j - 1, k], number[i, j - 1, k], n, number[i - 1, j, k], here)
                m += 1
    return faces


@njit(cache=True, parallel=True)
def neighbours(solid, number, cells, mirrored):  # type: ignore[no-untyped-def]
    """Rows across the crossed sides of each cell, towards -x, +x, -y, +y, -z, +z, or -1.

    `mirrored`: the first slab lies across the plane.
    """
    nx, ny, nz = solid.shape
    out = np.full((len(cells), 6), -1, np.int32)
    for n in prange(len(cells)):
        i, j, k = cells[n, 0], cells[n, 1], cells[n, 2]
        code = np.int64(_code(solid, i, j, k))
        side = code & 0x55
        if side != 0 and side != 0x55 and i > 0:
            out[n, 0] = number[i - 1, j, k]
        side = code & 0xAA
        if side != 0 and side != 0xAA and i < nx - 2:
            out[n, 1] = number[i + 1, j, k]
        if mirrored and i == 0:
            out[n, 0] = out[n, 1]
        side = code & 0x33
        if side != 0 and side != 0x33 and j > 0:
            out[n, 2] = number[i, j - 1, k]
        side = code & 0xCC
        if side != 0 and side != 0xCC and j < ny - 2:
            out[n, 3] = number[i, j + 1, k]
        side = code & 0x0F
        if side != 0 and side != 0x0F and k > 0:
            out[n, 4] = number[i, j, k - 1]
        side = code & 0xF0
        if side != 0 and side != 0xF0 and k < nz - 2:
            out[n, 5] = number[i, j, k + 1]
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
            for k in range(6):
                other = beside[row, k]
                if other >= 0 and label[other] < 0:
                    label[other] = count
                    stack[top] = other
                    top += 1
        count += 1
    return label, count


@njit(cache=True, parallel=True)
def evened(at, beside, weight, middle, onto, normal, out):  # type: ignore[no-untyped-def]
    """Move rows towards the mean of their neighbours, along the planes `onto` and `normal` where given.

    The first `middle` rows stay in x = 0.
    """
    for i in prange(len(at)):
        x = y = z = 0.0
        count = 0
        for k in range(6):
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
