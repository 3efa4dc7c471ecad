"""Loops of `narrow.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, nogil=True)
def between_points(column, height, sign, body, role, begin, low, cell, shape, least):  # type: ignore[no-untyped-def]
    """Runs inside and outside along columns that hold no point of the grid, though they pass for walls and gaps.

    Crossings are given for each of `begin` (columns + 1,), with the body that each belongs to; `role` (bodies,) is 0
    for one of a union, 1 for one taken away, 2 for one that all must lie within. Both faces of a run stand across the
    column, `least` the cosine at least. Column, nearest point, and 1 for a wall or 0 for a gap, of each.
    """
    tall, deep = shape[1], shape[2]
    out = np.empty((64, 4), np.int32)
    found = 0
    rounds = np.zeros(len(role), np.int64)
    for n in range(len(begin) - 1):
        first, after = begin[n], begin[n + 1]
        if after - first < 2:
            continue
        for m in range(first + 1, after):
            keep, kept, own = height[m], sign[m], body[m]
            q = m - 1
            while q >= first and height[q] > keep:
                height[q + 1], sign[q + 1], body[q + 1] = height[q], sign[q], body[q]
                q -= 1
            height[q + 1], sign[q + 1], body[q + 1] = keep, kept, own
        rounds[:] = 0
        was, last, slope = False, 0.0, np.float32(0.0)
        begun = False
        for m in range(first, after):
            rounds[body[m]] += 1 if sign[m] > 0 else -1
            union, kept_in = False, True
            for b in range(len(role)):
                if role[b] == 0:
                    union = union or rounds[b] > 0
                elif role[b] == 1:
                    kept_in = kept_in and rounds[b] <= 0
                else:
                    kept_in = kept_in and rounds[b] > 0
            now = union and kept_in
            if now == was:
                continue
            if begun and min(slope, abs(sign[m])) >= least:
                one, two = (last - low) / cell, (height[m] - low) / cell
                if np.ceil(one) >= np.ceil(two):
                    k = int(np.rint((one + two) / 2))
                    if 0 <= k < deep:
                        if found == len(out):
                            more = np.empty((2 * found, 4), np.int32)
                            more[:found] = out
                            out = more
                        out[found, 0], out[found, 1] = n // tall, n % tall
                        out[found, 2], out[found, 3] = k, 1 if was else 0
                        found += 1
            was, last, slope, begun = now, height[m], abs(sign[m]), True
    return out[:found]


@njit(cache=True, nogil=True)
def _corner(solid, value, x, y, z):  # type: ignore[no-untyped-def]
    """Of the corners of the cell round a place, in steps of the grid, the nearest that has a value, and if there is
    one; else the nearest of all.
    """
    i, j, k = int(np.floor(x)), int(np.floor(y)), int(np.floor(z))
    best, least = -1, 1e9
    for corner in range(8):
        a, b, c = i + (corner & 1), j + (corner >> 1 & 1), k + (corner >> 2)
        away = (a - x) ** 2 + (b - y) ** 2 + (c - z) ** 2
        if solid[a, b, c] == value and away < least:
            best, least = corner, away
    if best >= 0:
        return i + (best & 1), j + (best >> 1 & 1), k + (best >> 2), True
    return int(np.rint(x)), int(np.rint(y)), int(np.rint(z)), False


@njit(cache=True, nogil=True)
def _is_linked(solid, value, a, b, c, d, e, f):  # type: ignore[no-untyped-def]
    """Do two points hang together by points of a value near them: by sides if it is 1, else by edges, too?"""
    x, y, z = abs(a - d), abs(b - e), abs(c - f)
    most = 1 if value == 1 else 2
    if x + y + z <= most and max(x, y, z) <= 1:
        return True
    nx, ny, nz = solid.shape
    i0, i1 = max(min(a, d) - 1, 0), min(max(a, d) + 1, nx - 1)
    j0, j1 = max(min(b, e) - 1, 0), min(max(b, e) + 1, ny - 1)
    k0, k1 = max(min(c, f) - 1, 0), min(max(c, f) + 1, nz - 1)
    wide, deep = j1 - j0 + 1, k1 - k0 + 1
    seen = np.zeros((i1 - i0 + 1) * wide * deep, np.uint8)
    stack = np.empty(len(seen), np.int32)
    goal = ((d - i0) * wide + e - j0) * deep + f - k0
    stack[0] = ((a - i0) * wide + b - j0) * deep + c - k0
    seen[stack[0]] = 1
    top = 1
    while top > 0:
        top -= 1
        at = stack[top]
        if at == goal:
            return True
        i, j, k = at // (wide * deep) + i0, at // deep % wide + j0, at % deep + k0
        for u in range(-1, 2):
            for v in range(-1, 2):
                for w in range(-1, 2):
                    if not 0 < abs(u) + abs(v) + abs(w) <= most:
                        continue
                    p, q, r = i + u, j + v, k + w
                    if not (i0 <= p <= i1 and j0 <= q <= j1 and k0 <= r <= k1) or solid[p, q, r] != value:
                        continue
                    to = ((p - i0) * wide + q - j0) * deep + r - k0
                    if not seen[to]:
                        seen[to] = 1
                        stack[top] = to
                        top += 1
    return False


@njit(cache=True, nogil=True)
def _link(solid, marks, value, a, b, c, d, e, f):  # type: ignore[no-untyped-def]
    """Give the points on the way from one to another a value: by sides if it is 1, else by edges, too."""
    while a != d or b != e or c != f:
        steps = 1 if value == 1 else 2
        x, y, z = d - a, e - b, f - c
        while steps > 0 and (x != 0 or y != 0 or z != 0):
            if abs(x) >= abs(y) and abs(x) >= abs(z):
                a += 1 if x > 0 else -1
                x = 0
            elif abs(y) >= abs(z):
                b += 1 if y > 0 else -1
                y = 0
            else:
                c += 1 if z > 0 else -1
                z = 0
            steps -= 1
        if solid[a, b, c] != value:
            if marks[a, b, c] == (2 if value == 1 else 1):
                return
            solid[a, b, c] = value
            marks[a, b, c] = 1 if value == 1 else 2


@njit(cache=True, inline="always")
def _beside_face(at, normals, a, b, c, s, w, off, low, cell):  # type: ignore[no-untyped-def]
    """A place of a triangle by its second and third weights, moved along the normal there, in steps of the grid."""
    r = 1.0 - s - w
    x = r * normals[a, 0] + s * normals[b, 0] + w * normals[c, 0]
    y = r * normals[a, 1] + s * normals[b, 1] + w * normals[c, 1]
    z = r * normals[a, 2] + s * normals[b, 2] + w * normals[c, 2]
    size = max(np.sqrt(x * x + y * y + z * z), 1e-12)
    x = (r * at[a, 0] + s * at[b, 0] + w * at[c, 0] - low[0]) / cell + off * x / size
    y = (r * at[a, 1] + s * at[b, 1] + w * at[c, 1] - low[1]) / cell + off * y / size
    z = (r * at[a, 2] + s * at[b, 2] + w * at[c, 2] - low[2]) / cell + off * z / size
    return x, y, z


@njit(cache=True, nogil=True)
def along_faces(at, normals, triangles, solid, marks, value, low, cell, mirrored):  # type: ignore[no-untyped-def]
    """See to it that next to each place of some triangles there is a point of a value (1 below, 0 above them), and
    that those next to neighbouring places hang together; whether anything was done.
    """
    nx, ny, nz = solid.shape
    changed = False
    off = -0.3 if value == 1 else 0.3
    before = np.empty((256, 3), np.int64)
    for t in range(len(triangles)):
        a, b, c = triangles[t]
        longest = 0.0
        for p, q in ((a, b), (b, c), (c, a)):
            longest = max(longest, (at[p, 0] - at[q, 0]) ** 2 + (at[p, 1] - at[q, 1]) ** 2 + (at[p, 2] - at[q, 2]) ** 2)
        parts = min(255, max(1, int(np.ceil(np.sqrt(longest) / (0.6 * cell)))))
        before[:, 0] = -1
        for p in range(parts + 1):
            last = np.array([-1, 0, 0])
            for q in range(parts + 1 - p):
                x, y, z = _beside_face(at, normals, a, b, c, p / parts, q / parts, off, low, cell)
                if (mirrored and x < 0.5) or not (0 <= x < nx - 1 and 1 <= y < ny - 2 and 1 <= z < nz - 2):
                    last[0] = before[q, 0] = -1
                    continue
                i, j, k, there = _corner(solid, value, x, y, z)
                if mirrored and i == 0:
                    i = 1
                if not there and marks[i, j, k] != (2 if value == 1 else 1):
                    changed = True
                    solid[i, j, k] = value
                    marks[i, j, k] = 1 if value == 1 else 2
                if solid[i, j, k] == value:
                    for n in range(3):
                        other = last if n == 0 else before[q] if n == 1 else before[q + 1]
                        if other[0] >= 0 and not _is_linked(solid, value, i, j, k, other[0], other[1], other[2]):
                            changed = True
                            _link(solid, marks, value, i, j, k, other[0], other[1], other[2])
                    last[0], last[1], last[2] = i, j, k
                    before[q] = last
                else:
                    last[0] = before[q, 0] = -1
    if mirrored:
        solid[0], marks[0] = solid[1], marks[1]
    return changed


@njit(cache=True, inline="always")
def _is_crosswise(solid, i, j, k, axis):  # type: ignore[no-untyped-def]
    """Are the corners of a square across an axis inside and outside by turns?"""
    here = solid[i, j, k]
    if solid[i + (axis != 0), j + (axis != 1), k + (axis != 2)] != here:
        return False
    one = solid[i, j + 1, k] if axis == 0 else solid[i + 1, j, k]
    two = solid[i, j + 1, k] if axis == 2 else solid[i, j, k + 1]
    return one != here and two != here


@njit(cache=True, parallel=LOOPS, nogil=True)
def crosswise(solid):  # type: ignore[no-untyped-def]
    """Squares of four points of which two inside ones stand across from two outside ones: these four, inside first."""
    nx, ny, nz = solid.shape
    first = np.zeros(nx, np.int64)
    for i in prange(nx - 1):
        n = 0
        for j in range(ny - 1):
            for k in range(nz - 1):
                if solid[i, j, k] == solid[i, j, k + 1] == solid[i, j + 1, k] == solid[i + 1, j, k]:
                    continue
                for axis in range(3):
                    n += _is_crosswise(solid, i, j, k, axis)
        first[i + 1] = n
    for i in range(nx - 1):
        first[i + 1] += first[i]
    out = np.empty((first[nx - 1], 4, 3), np.int32)
    for i in prange(nx - 1):
        at = first[i]
        if first[i + 1] == at:
            continue
        for j in range(ny - 1):
            for k in range(nz - 1):
                for axis in range(3):
                    if not _is_crosswise(solid, i, j, k, axis):
                        continue
                    one = 0 if solid[i, j, k] else 2
                    out[at, one, 0], out[at, one, 1], out[at, one, 2] = i, j, k
                    out[at, one + 1, 0] = i + (axis != 0)
                    out[at, one + 1, 1] = j + (axis != 1)
                    out[at, one + 1, 2] = k + (axis != 2)
                    two = 2 - one
                    out[at, two, 0], out[at, two, 1], out[at, two, 2] = i + (axis != 0), j + (axis == 0), k
                    out[at, two + 1, 0], out[at, two + 1, 1], out[at, two + 1, 2] = i, j + (axis == 2), k + (axis != 2)
                    at += 1
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def near_marks(cells, marks, reach):  # type: ignore[no-untyped-def]
    """Whether there is a mark as near as `reach` steps to each of some cells."""
    nx, ny, nz = marks.shape
    out = np.zeros(len(cells), np.bool_)
    for n in prange(len(cells)):
        i, j, k = cells[n, 0], cells[n, 1], cells[n, 2]
        met = 0
        for a in range(max(i - reach, 0), min(i + reach + 2, nx)):
            for b in range(max(j - reach, 0), min(j + reach + 2, ny)):
                for c in range(max(k - reach, 0), min(k + reach + 2, nz)):
                    met |= marks[a, b, c]
        out[n] = met > 0
    return out
