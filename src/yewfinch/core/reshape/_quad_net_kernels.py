"""Compiled loops of `quad_net.py`."""

import numpy as np
from numba import njit


@njit(cache=True)
def _one_sheet(c):
    """Are the inside corners of a cell connected by edges, and the outside ones, and no face
    ambiguous? `c` holds 8 flags at index x + 2 y + 4 z."""
    for side in range(2):
        first = -1
        total = 0
        for i in range(8):
            if c[i] == side:
                total += 1
                if first < 0:
                    first = i
        if total == 0:
            continue
        reached = 1 << first
        while True:
            more = reached
            for i in range(8):
                if reached >> i & 1:
                    for k in range(3):
                        j = i ^ (1 << k)
                        if c[j] == side:
                            more |= 1 << j
            if more == reached:
                break
            reached = more
        size = 0
        for i in range(8):
            size += reached >> i & 1
        if size != total:
            return False
    for axis in range(3):
        u = 1 << ((axis + 1) % 3)
        v = 1 << ((axis + 2) % 3)
        for s in range(2):
            o = s << axis
            if c[o] == c[o | u | v] and c[o | u] == c[o | v] and c[o] != c[o | u]:
                return False
    return True


@njit(cache=True)
def fill_ambiguous(solid, both):
    """Set outside corners of ambiguous cells to inside until none is left; `both`: symmetrically in x."""
    nx, ny, nz = solid.shape
    c = np.empty(8, np.uint8)
    for _ in range(64):
        changed = False
        marks = np.zeros(solid.shape, np.uint8)
        for i in range(nx - 1):
            for j in range(ny - 1):
                for k in range(nz - 1):
                    total = 0
                    for n in range(8):
                        c[n] = solid[i + (n & 1), j + (n >> 1 & 1), k + (n >> 2)]
                        total += c[n]
                    if total % 8 == 0 or _one_sheet(c):
                        continue
                    changed = True
                    for n in range(8):
                        marks[i + (n & 1), j + (n >> 1 & 1), k + (n >> 2)] = 1
        if not changed:
            return
        for i in range(nx):
            for j in range(ny):
                for k in range(nz):
                    if marks[i, j, k] or (both and marks[nx - 1 - i, j, k]):
                        solid[i, j, k] = 1


@njit(cache=True)
def net(solid):
    """Cells crossed by the surface and one quad per crossed grid edge."""
    nx, ny, nz = solid.shape
    number = np.full((nx - 1, ny - 1, nz - 1), -1, np.int32)
    count = 0
    for i in range(nx - 1):
        for j in range(ny - 1):
            for k in range(nz - 1):
                total = 0
                for n in range(8):
                    total += solid[i + (n & 1), j + (n >> 1 & 1), k + (n >> 2)]
                if 0 < total < 8:
                    number[i, j, k] = count
                    count += 1
    cells = np.empty((count, 3), np.int32)
    for i in range(nx - 1):
        for j in range(ny - 1):
            for k in range(nz - 1):
                if number[i, j, k] >= 0:
                    cells[number[i, j, k], 0] = i
                    cells[number[i, j, k], 1] = j
                    cells[number[i, j, k], 2] = k
    faces = np.empty((count * 3, 4), np.int32)
    m = 0
    for i in range(1, nx - 1):
        for j in range(1, ny - 1):
            for k in range(1, nz - 1):
                here = solid[i, j, k]
                if solid[i + 1, j, k] != here:
                    a, b = number[i, j - 1, k - 1], number[i, j, k - 1]
                    c, d = number[i, j, k], number[i, j - 1, k]
                    m = _put(faces, m, a, b, c, d, here)
                if solid[i, j + 1, k] != here:
                    a, b = number[i - 1, j, k - 1], number[i - 1, j, k]
                    c, d = number[i, j, k], number[i, j, k - 1]
                    m = _put(faces, m, a, b, c, d, here)
                if solid[i, j, k + 1] != here:
                    a, b = number[i - 1, j - 1, k], number[i, j - 1, k]
                    c, d = number[i, j, k], number[i - 1, j, k]
                    m = _put(faces, m, a, b, c, d, here)
    return cells, faces[:m].copy()


@njit(cache=True)
def _put(faces, m, a, b, c, d, outward):
    if outward:
        faces[m, 0], faces[m, 1], faces[m, 2], faces[m, 3] = a, b, c, d
    else:
        faces[m, 0], faces[m, 1], faces[m, 2], faces[m, 3] = a, d, c, b
    return m + 1
