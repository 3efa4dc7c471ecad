"""Loops of `coarse.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

#: Rows that are looked at together; where two such parts meet, a cell has a row of each.
BLOCK = 8192


@njit(cache=True, parallel=LOOPS)
def clustered(positions, normals, low, cell):  # type: ignore[no-untyped-def]
    """For each row that row of its cell of a grid which lies nearest to their mean (tables of cells with open
    addressing).

    Only rows whose normals point into the same octant are together: both walls of a thin body stay apart.
    """
    n = len(positions)
    first = np.empty(n, np.int32)
    for part in prange((n + BLOCK - 1) // BLOCK):
        begin = np.int64(part) * BLOCK
        count = min(np.int64(BLOCK), n - begin)
        table, keys = np.full(2 * BLOCK, -1, np.int32), np.empty(count, np.int64)
        own, mean = np.empty(count, np.int32), np.zeros((count, 4))
        cells = 0
        for i in range(count):
            x = np.int64((positions[begin + i, 0] - low[0]) / cell)
            y = np.int64((positions[begin + i, 1] - low[1]) / cell)
            z = np.int64((positions[begin + i, 2] - low[2]) / cell)
            key = x + (y << 20) + (z << 40)
            for k in range(3):
                if normals[begin + i, k] < 0.0:
                    key += np.int64(1) << (60 + k)
            mixed = key * np.int64(-7046029254386353131)
            slot = (mixed ^ (mixed >> 29)) & (2 * BLOCK - 1)
            while table[slot] >= 0 and keys[table[slot]] != key:
                slot = (slot + 1) & (2 * BLOCK - 1)
            if table[slot] < 0:
                table[slot], keys[cells] = cells, key
                cells += 1
            c = own[i] = table[slot]
            for k in range(3):
                mean[c, k] += positions[begin + i, k]
            mean[c, 3] += 1.0
        best, least = np.zeros(cells, np.int32), np.full(cells, np.inf)
        for i in range(count):
            c = own[i]
            away = 0.0
            for k in range(3):
                away += (positions[begin + i, k] - mean[c, k] / mean[c, 3]) ** 2
            if away < least[c]:
                least[c], best[c] = away, i
        for i in range(count):
            first[begin + i] = begin + best[own[i]]
    return first


@njit(cache=True, parallel=LOOPS)
def mapped(faces, first):  # type: ignore[no-untyped-def]
    """Triangles between the first rows of cells, without those that lost their area."""
    parts = (len(faces) + BLOCK - 1) // BLOCK
    begin = np.zeros(parts + 1, np.int64)
    for part in prange(parts):
        n, at = 0, np.int64(part) * BLOCK
        for f in range(at, at + min(np.int64(BLOCK), len(faces) - at)):
            a, b, c, d = first[faces[f, 0]], first[faces[f, 1]], first[faces[f, 2]], first[faces[f, 3]]
            if a != c:
                n += (a != b and b != c) + (c != d and d != a)
        begin[part + 1] = n
    for part in range(parts):
        begin[part + 1] += begin[part]
    out = np.empty((begin[parts], 3), np.int32)
    for part in prange(parts):
        n, at = begin[part], np.int64(part) * BLOCK
        for f in range(at, at + min(np.int64(BLOCK), len(faces) - at)):
            a, b, c, d = first[faces[f, 0]], first[faces[f, 1]], first[faces[f, 2]], first[faces[f, 3]]
            if a != c and a != b and b != c:
                out[n, 0], out[n, 1], out[n, 2] = a, b, c
                n += 1
            if a != c and c != d and d != a:
                out[n, 0], out[n, 1], out[n, 2] = a, c, d
                n += 1
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def cones(leaves, normals, faces, face_start, axis, lean):  # type: ignore[no-untyped-def]
    """Mean normal of the corners of each leaf's faces, and the widest angle that one of them makes with it."""
    for n in prange(len(leaves)):
        leaf = leaves[n]
        a, b = face_start[leaf], face_start[leaf + 1]
        x = y = z = 0.0
        for f in range(a, b):
            for j in range(4):
                v = faces[f, j]
                x, y, z = x + normals[v, 0], y + normals[v, 1], z + normals[v, 2]
        size = np.sqrt(x * x + y * y + z * z)
        if size < 1e-9:
            lean[leaf] = np.pi
            continue
        x, y, z = x / size, y / size, z / size
        least = 1.0
        for f in range(a, b):
            for j in range(4):
                v = faces[f, j]
                least = min(least, x * normals[v, 0] + y * normals[v, 1] + z * normals[v, 2])
        axis[leaf, 0], axis[leaf, 1], axis[leaf, 2] = x, y, z
        lean[leaf] = np.arccos(max(-1.0, least))


@njit(cache=True, nogil=True)
def in_sight(low, high, planes, axis, lean, room, back, eye, forward, flat):  # type: ignore[no-untyped-def]
    """Which boxes are not beyond any of some planes and, with `back`, not all turned away.

    `room` radians are added to the lean.
    """
    out = np.empty(len(low), np.bool_)
    middle, half, way = np.empty(3), np.empty(3), np.empty(3)
    for leaf in range(len(low)):
        size = away = 0.0
        for k in range(3):
            a, b = np.float64(low[leaf, k]), np.float64(high[leaf, k])
            middle[k], half[k] = (a + b) / 2, (b - a) / 2
            way[k] = forward[k] if flat else middle[k] - eye[k]
            size, away = size + half[k] * half[k], away + way[k] * way[k]
        inside = True
        for p in range(len(planes)):
            reach = planes[p, 3]
            for k in range(3):
                reach += middle[k] * planes[p, k] + half[k] * abs(planes[p, k])
            inside &= reach >= 0.0
        if inside and back:
            away = max(np.sqrt(away), 1e-9)
            spread = lean[leaf] + room
            if not flat:
                spread += np.arcsin(min(np.sqrt(size) / away, 1.0))
            along = (axis[leaf, 0] * way[0] + axis[leaf, 1] * way[1] + axis[leaf, 2] * way[2]) / away
            inside = not (spread < np.pi / 2 and along > np.sin(spread))
        out[leaf] = inside
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def enclosed(positions, faces):  # type: ignore[no-untyped-def]
    """Six times the volume that faces go round, negative if they look inwards."""
    out = 0.0
    for f in prange(len(faces)):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        # the volume over a quad: its corner, and the cross product of its diagonals, thrice over two triangles
        px, py, pz = (
            np.float64(positions[c, 0] - positions[a, 0]),
            np.float64(positions[c, 1] - positions[a, 1]),
            np.float64(positions[c, 2] - positions[a, 2]),
        )
        part = 0.0
        for k in range(2):
            q, s = (b, 1.0) if k == 0 else (d, -1.0)
            qx, qy, qz = (
                positions[q, 0] - positions[a, 0],
                positions[q, 1] - positions[a, 1],
                positions[q, 2] - positions[a, 2],
            )
            part += s * (
                positions[a, 0] * (qy * pz - qz * py)
                + positions[a, 1] * (qz * px - qx * pz)
                + positions[a, 2] * (qx * py - qy * px)
            )
        out += part
    return out


@njit(cache=True, nogil=True)
def sampled_area(positions, faces, step):  # type: ignore[no-untyped-def]
    """Area of every so many-th face, times that."""
    total = 0.0
    for f in range(0, len(faces), step):
        a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
        px, py, pz = (
            positions[c, 0] - positions[a, 0],
            positions[c, 1] - positions[a, 1],
            positions[c, 2] - positions[a, 2],
        )
        if d == c:
            d = a
        qx, qy, qz = (
            positions[d, 0] - positions[b, 0],
            positions[d, 1] - positions[b, 1],
            positions[d, 2] - positions[b, 2],
        )
        x, y, z = py * qz - pz * qy, pz * qx - px * qz, px * qy - py * qx
        total += 0.5 * np.sqrt(x * x + y * y + z * z)
    return total * step
