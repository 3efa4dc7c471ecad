"""Loops of `scan.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

#: Triangles are looked at in so many shares.
SHARES = 16


@njit(cache=True, error_model="numpy")
def _columns(at, a, b, c, low, cell, wide, tall):  # type: ignore[no-untyped-def]
    """First and last column in x and y under the box of a triangle."""
    per, more = 1.0 / cell, 1e-6  # rather a column too many than one too few
    i0 = max(0, int(np.ceil((min(at[a, 0], at[b, 0], at[c, 0]) - low[0]) * per - more)))
    i1 = min(wide - 1, int(np.floor((max(at[a, 0], at[b, 0], at[c, 0]) - low[0]) * per + more)))
    j0 = max(0, int(np.ceil((min(at[a, 1], at[b, 1], at[c, 1]) - low[1]) * per - more)))
    j1 = min(tall - 1, int(np.floor((max(at[a, 1], at[b, 1], at[c, 1]) - low[1]) * per + more)))
    return i0, i1, j0, j1


@njit(cache=True, parallel=LOOPS, error_model="numpy")
def crossings(at, triangles, low, cell, wide, tall):  # type: ignore[no-untyped-def]
    """Where triangles cross the columns along z of a grid: column, z, and 1 from below or -1, times the cosine between
    the triangle's normal and z; first and last of each share.

    Sides of edges are asked from the lower row to the higher one, so that both triangles of an edge get the same
    answer.
    """
    total = len(triangles)
    room = np.zeros(SHARES + 1, np.int64)
    for share in prange(SHARES):
        most = 0
        for t in range(total * share // SHARES, total * (share + 1) // SHARES):
            i0, i1, j0, j1 = _columns(at, triangles[t, 0], triangles[t, 1], triangles[t, 2], low, cell, wide, tall)
            most += max(0, i1 - i0 + 1) * max(0, j1 - j0 + 1)
        room[share + 1] = most
    first = np.cumsum(room)
    last = first[:-1].copy()
    column, height, sign = np.empty(first[-1], np.int32), np.empty(first[-1]), np.empty(first[-1], np.float32)
    for share in prange(SHARES):
        count = first[share]
        for t in range(total * share // SHARES, total * (share + 1) // SHARES):
            a, b, c = triangles[t, 0], triangles[t, 1], triangles[t, 2]
            i0, i1, j0, j1 = _columns(at, a, b, c, low, cell, wide, tall)
            if i0 > i1 or j0 > j1:
                continue
            turn = 1
            if a > b:
                a, b, turn = b, a, -turn
            if b > c:
                b, c, turn = c, b, -turn
            if a > b:
                a, b, turn = b, a, -turn
            ax, ay, bx, by, cx, cy = at[a, 0], at[a, 1], at[b, 0], at[b, 1], at[c, 0], at[c, 1]
            ux, uy, vx, vy = bx - ax, by - ay, cx - ax, cy - ay
            area = ux * vy - uy * vx
            if area == 0.0:
                continue
            uz, vz = at[b, 2] - at[a, 2], at[c, 2] - at[a, 2]
            steep = abs(area) / np.sqrt((uy * vz - uz * vy) ** 2 + (uz * vx - ux * vz) ** 2 + area * area)
            for i in range(i0, i1 + 1):
                x = low[0] + i * cell
                for j in range(j0, j1 + 1):
                    y = low[1] + j * cell
                    one = ux * (y - ay) - uy * (x - ax) >= 0.0
                    two = (cx - bx) * (y - by) - (cy - by) * (x - bx) >= 0.0
                    three = vx * (y - ay) - vy * (x - ax) >= 0.0
                    if one != two or one == three:
                        continue
                    s, w = ((x - ax) * vy - (y - ay) * vx) / area, (ux * (y - ay) - uy * (x - ax)) / area
                    column[count] = i * tall + j
                    height[count] = at[a, 2] + s * uz + w * vz
                    sign[count] = -turn * steep if one else turn * steep
                    count += 1
        last[share] = count
    return column, height, sign, first[:-1], last


@njit(cache=True, parallel=LOOPS)
def filled(column, height, sign, begin, end, low, cell, shape):  # type: ignore[no-untyped-def]
    """Grid points (x, y, z) round which the surface goes at least once: 1, else 0."""
    wide, tall, deep = shape
    solid = np.zeros((wide, tall, deep), np.uint8)
    start = np.zeros(wide * tall + 1, np.int64)
    for share in range(len(begin)):
        for n in range(begin[share], end[share]):
            start[column[n] + 1] += 1
    for n in range(wide * tall):
        start[n + 1] += start[n]
    at = start[:-1].copy()
    z, s = np.empty(start[-1]), np.empty(start[-1], np.int8)
    for share in range(len(begin)):
        for n in range(begin[share], end[share]):
            z[at[column[n]]], s[at[column[n]]] = height[n], 1 if sign[n] > 0 else -1
            at[column[n]] += 1
    for i in prange(wide):
        for j in range(tall):
            first, after = start[i * tall + j], start[i * tall + j + 1]
            for m in range(first + 1, after):  # few, and nearly in order
                keep, kept = z[m], s[m]
                n = m - 1
                while n >= first and z[n] > keep:
                    z[n + 1], s[n + 1] = z[n], s[n]
                    n -= 1
                z[n + 1], s[n + 1] = keep, kept
            turns = 0
            for m in range(first, after):
                turns += s[m]
                if turns > 0 and m + 1 < after:
                    lowest = max(0, int(np.ceil((z[m] - low) / cell)))
                    above = min(deep, int(np.ceil((z[m + 1] - low) / cell)))
                    for k in range(lowest, above):
                        solid[i, j, k] = 1
    return solid
