"""Loops of `crossings.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, nogil=True)
def _span(low, high, origin, cell, i):  # type: ignore[no-untyped-def]
    """First and last cell of a triangle's box along each axis."""
    x0, x1 = int((low[i, 0] - origin[0]) / cell), int((high[i, 0] - origin[0]) / cell)
    y0, y1 = int((low[i, 1] - origin[1]) / cell), int((high[i, 1] - origin[1]) / cell)
    z0, z1 = int((low[i, 2] - origin[2]) / cell), int((high[i, 2] - origin[2]) / cell)
    return x0, x1, y0, y1, z0, z1


@njit(cache=True, nogil=True)
def cells_of(low, high, origin, cell, shape):  # type: ignore[no-untyped-def]
    """For every triangle the grid cells that its box touches: cell keys and triangles."""
    count = 0
    for i in range(len(low)):
        n = 1
        for a in range(3):
            n *= int((high[i, a] - origin[a]) / cell) - int((low[i, a] - origin[a]) / cell) + 1
        count += n
    keys, owner = np.empty(count, np.int64), np.empty(count, np.int64)
    at = 0
    for i in range(len(low)):
        x0, x1, y0, y1, z0, z1 = _span(low, high, origin, cell, i)
        for x in range(x0, x1 + 1):
            for y in range(y0, y1 + 1):
                for z in range(z0, z1 + 1):
                    keys[at] = (x * shape[1] + y) * shape[2] + z
                    owner[at] = i
                    at += 1
    return keys, owner


@njit(cache=True, nogil=True)
def cells_among(low, high, origin, cell, shape, some):  # type: ignore[no-untyped-def]
    """As `cells_of`, but only those cells whose keys are among some, which ascend."""
    room = 0
    first, last = shape.copy(), np.zeros(3, np.int64)  # the box of these cells, beyond which nothing is looked for
    for key in some:
        rest = key
        for a in range(2, -1, -1):
            first[a], last[a] = min(first[a], rest % shape[a]), max(last[a], rest % shape[a])
            rest //= shape[a]
    for turn in range(2):
        if turn == 1:
            keys, owner = np.empty(room, np.int64), np.empty(room, np.int64)
        at = 0
        for i in range(len(low)):
            x0, x1, y0, y1, z0, z1 = _span(low, high, origin, cell, i)
            x0, y0, z0 = max(x0, first[0]), max(y0, first[1]), max(z0, first[2])
            x1, y1, z1 = min(x1, last[0]), min(y1, last[1]), min(z1, last[2])
            if x0 > x1 or y0 > y1 or z0 > z1:
                continue
            for x in range(x0, x1 + 1):
                for y in range(y0, y1 + 1):
                    begin = (x * shape[1] + y) * shape[2] + z0
                    spot = np.searchsorted(some, begin)
                    while spot < len(some) and some[spot] <= begin + z1 - z0:
                        if turn == 1:
                            keys[at], owner[at] = some[spot], i
                        at += 1
                        spot += 1
        room = at
    return keys, owner


@njit(cache=True, nogil=True)
def _pierces(v, p, q, a, b, c):  # type: ignore[no-untyped-def]
    """Whether the segment of rows pq goes through the triangle of rows abc (Moeller & Trumbore 1997)."""
    ax, ay, az = v[a, 0], v[a, 1], v[a, 2]
    dx, dy, dz = v[q, 0] - v[p, 0], v[q, 1] - v[p, 1], v[q, 2] - v[p, 2]
    e1x, e1y, e1z = v[b, 0] - ax, v[b, 1] - ay, v[b, 2] - az
    e2x, e2y, e2z = v[c, 0] - ax, v[c, 1] - ay, v[c, 2] - az
    hx, hy, hz = dy * e2z - dz * e2y, dz * e2x - dx * e2z, dx * e2y - dy * e2x
    det = e1x * hx + e1y * hy + e1z * hz
    if abs(det) < 1e-12:
        return False
    sx, sy, sz = v[p, 0] - ax, v[p, 1] - ay, v[p, 2] - az
    u = (sx * hx + sy * hy + sz * hz) / det
    if u < 0.0 or u > 1.0:
        return False
    kx, ky, kz = sy * e1z - sz * e1y, sz * e1x - sx * e1z, sx * e1y - sy * e1x
    w = (dx * kx + dy * ky + dz * kz) / det
    if w < 0.0 or u + w > 1.0:
        return False
    t = (e2x * kx + e2y * ky + e2z * kz) / det
    return 0.0 <= t <= 1.0


@njit(cache=True, nogil=True)
def boxes(points, triangles):  # type: ignore[no-untyped-def]
    """Lower and upper corner of each triangle's box."""
    low, high = np.empty((len(triangles), 3)), np.empty((len(triangles), 3))
    for i in range(len(triangles)):
        for a in range(3):
            x, y, z = points[triangles[i, 0], a], points[triangles[i, 1], a], points[triangles[i, 2], a]
            low[i, a], high[i, a] = min(x, y, z), max(x, y, z)
    return low, high


@njit(cache=True, nogil=True)
def spans(low, high):  # type: ignore[no-untyped-def]
    """Lower and upper corner of all boxes, (3,) each, and the longest side of each of them."""
    origin, extent, long = low[0].copy(), high[0].copy(), np.empty(len(low))
    for i in range(len(low)):
        size = 0.0
        for a in range(3):
            origin[a], extent[a] = min(origin[a], low[i, a]), max(extent[a], high[i, a])
            size = max(size, high[i, a] - low[i, a])
        long[i] = size
    return origin, extent, long


@njit(cache=True, nogil=True)
def in_turn(low, high, owner):  # type: ignore[no-untyped-def]
    """Boxes of triangles in an order, (6, n): lower corners, then upper ones."""
    out = np.empty((6, len(owner)))
    for n in range(len(owner)):
        for a in range(3):
            out[a, n], out[a + 3, n] = low[owner[n], a], high[owner[n], a]
    return out


@njit(cache=True, nogil=True)
def _one_side(v, triangles, i, j):  # type: ignore[no-untyped-def]
    """Whether triangle j lies wholly on one side of the plane of triangle i."""
    a, b, c = triangles[i, 0], triangles[i, 1], triangles[i, 2]
    ux, uy, uz = v[b, 0] - v[a, 0], v[b, 1] - v[a, 1], v[b, 2] - v[a, 2]
    wx, wy, wz = v[c, 0] - v[a, 0], v[c, 1] - v[a, 1], v[c, 2] - v[a, 2]
    nx, ny, nz = uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx
    over, under = False, False
    for k in range(3):
        r = triangles[j, k]
        d = nx * (v[r, 0] - v[a, 0]) + ny * (v[r, 1] - v[a, 1]) + nz * (v[r, 2] - v[a, 2])
        if d >= 0.0:
            over = True
        if d <= 0.0:
            under = True
    return not (over and under)


@njit(cache=True, nogil=True)
def _cross(points, triangles, i, j):  # type: ignore[no-untyped-def]
    """Whether two triangles without a common corner cross."""
    for a in range(3):
        for b in range(3):
            if triangles[i, a] == triangles[j, b]:
                return False
    if _one_side(points, triangles, i, j) or _one_side(points, triangles, j, i):
        return False
    for a in range(3):
        b = (a + 1) % 3
        i0, i1, j0, j1 = triangles[i, a], triangles[i, b], triangles[j, a], triangles[j, b]
        if _pierces(points, i0, i1, triangles[j, 0], triangles[j, 1], triangles[j, 2]) or _pierces(
            points, j0, j1, triangles[i, 0], triangles[i, 1], triangles[i, 2]
        ):
            return True
    return False


@njit(cache=True, nogil=True)
def _overlaps(boxes, m, end, out):  # type: ignore[no-untyped-def]
    """Which boxes after m overlap it; no branches, so that it is done several at a time."""
    x0, y0, z0, x1, y1, z1 = boxes[0, m], boxes[1, m], boxes[2, m], boxes[3, m], boxes[4, m], boxes[5, m]
    for n in range(m + 1, end):
        across = (boxes[0, n] <= x1) & (boxes[3, n] >= x0)
        up = (boxes[1, n] <= y1) & (boxes[4, n] >= y0)
        out[n - m - 1] = across & up & (boxes[2, n] <= z1) & (boxes[5, n] >= z0)


@njit(cache=True, nogil=True)
def _of_cell(points, triangles, owner, begin, end, boxes, out):  # type: ignore[no-untyped-def]
    """How many pairs of a cell's triangles cross; they are written to `out` (most, 2) as far as there is room."""
    near = np.empty(end - begin, np.uint8)
    found = 0
    for m in range(begin, end):
        _overlaps(boxes, m, end, near)
        for k in range(end - m - 1):
            if near[k] and _cross(points, triangles, owner[m], owner[m + 1 + k]):
                if found < len(out):
                    i, j = owner[m], owner[m + 1 + k]
                    out[found, 0], out[found, 1] = min(i, j), max(i, j)
                found += 1
    return found


@njit(cache=True, nogil=True, parallel=LOOPS)
def crossings_in_cells(points, triangles, owner, starts, boxes):  # type: ignore[no-untyped-def]
    """How many pairs of triangles cross in each cell, (cells,)."""
    count = np.zeros(len(starts) - 1, np.int64)
    for s in prange(len(count)):
        none = np.empty((0, 2), np.int64)
        count[s] = _of_cell(points, triangles, owner, starts[s], starts[s + 1], boxes, none)
    return count


@njit(cache=True, nogil=True)
def crossing_pairs(points, triangles, owner, starts, boxes, count, most):  # type: ignore[no-untyped-def]
    """Pairs of triangles that cross, of cells with so many each; at most `most`; one may come twice."""
    out = np.empty((min(most, count.sum()), 2), np.int64)
    found = 0
    for s in range(len(count)):
        if count[s]:
            _of_cell(points, triangles, owner, starts[s], starts[s + 1], boxes, out[found:])
            found = min(found + count[s], len(out))
    return out


@njit(cache=True, parallel=LOOPS)
def crossing_flags(points, triangles, owner, starts, boxes):  # type: ignore[no-untyped-def]
    """Which triangles cross another one, (m,) uint8."""
    flags = np.zeros(len(triangles), np.uint8)
    for s in prange(len(starts) - 1):
        end = starts[s + 1]
        near = np.empty(end - starts[s], np.uint8)
        for m in range(starts[s], end):
            _overlaps(boxes, m, end, near)
            for k in range(end - m - 1):
                if near[k] and _cross(points, triangles, owner[m], owner[m + 1 + k]):
                    flags[owner[m]] = 1
                    flags[owner[m + 1 + k]] = 1
    return flags
