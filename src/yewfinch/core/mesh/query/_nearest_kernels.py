"""Loops of `nearest.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

#: Points looked at one after the other, each beginning with the triangle found for the one before.
_RUN = 256
#: A point so near to the triangle it begins with lies on it, mm2: nothing can be nearer that matters.
_ON = 1e-12


@njit(cache=True, nogil=True)
def _halve(order, key, low, high, middle):  # type: ignore[no-untyped-def]
    """Put rows of order[low:high] so that none before `middle` has a larger key than those after (Hoare 1961,
    "Find").
    """
    high -= 1
    while low < high:
        a, b, c = key[order[low]], key[order[(low + high) // 2]], key[order[high]]
        pivot = max(min(a, b), min(max(a, b), c))
        i, j = low, high
        while i <= j:
            while key[order[i]] < pivot:
                i += 1
            while key[order[j]] > pivot:
                j -= 1
            if i <= j:
                order[i], order[j] = order[j], order[i]
                i += 1
                j -= 1
        if middle <= j:
            high = j
        elif middle >= i:
            low = i
        else:
            return


@njit(cache=True, parallel=LOOPS)
def sorted_rows(centres, leaves):  # type: ignore[no-untyped-def]
    """Rows (n,) of points (3, n) such that each half, quarter and so on lies apart from the other along its longest
    side.
    """
    count = centres.shape[1]
    order = np.arange(count).astype(np.int32)
    nodes = 1
    while nodes < leaves:
        for node in prange(nodes):
            low, high = node * count // nodes, (node + 1) * count // nodes
            longest, axis = -1.0, 0
            for k in range(3):
                least, most = np.inf, -np.inf
                for i in range(low, high):
                    value = centres[k, order[i]]
                    least, most = min(least, value), max(most, value)
                if most - least > longest:
                    longest, axis = most - least, k
            if high > low:
                _halve(order, centres[axis], low, high, (2 * node + 1) * count // (2 * nodes))
        nodes *= 2
    return order


@njit(cache=True, parallel=LOOPS)
def middles(positions, triangles):  # type: ignore[no-untyped-def]
    """Three times the middles of triangles, (3, m)."""
    out = np.empty((3, len(triangles)))
    for t in prange(len(triangles)):
        a, b, c = triangles[t, 0], triangles[t, 1], triangles[t, 2]
        for k in range(3):
            out[k, t] = positions[a, k] + positions[b, k] + positions[c, k]
    return out


@njit(cache=True, parallel=LOOPS)
def laid_out(positions, corners):  # type: ignore[no-untyped-def]
    """First corners of triangles and the ways from there to the other two, (m, 9)."""
    out = np.empty((len(corners), 9))
    for t in prange(len(corners)):
        a, b, c = corners[t, 0], corners[t, 1], corners[t, 2]
        for k in range(3):
            out[t, k] = positions[a, k]
            out[t, 3 + k] = positions[b, k] - positions[a, k]
            out[t, 6 + k] = positions[c, k] - positions[a, k]
    return out


@njit(cache=True, nogil=True)
def six_volumes(positions, triangles):  # type: ignore[no-untyped-def]
    """Six times the volume that triangles go round, negative if they look inwards."""
    out = 0.0
    for t in range(len(triangles)):
        a, b, c = triangles[t, 0], triangles[t, 1], triangles[t, 2]
        out += positions[a, 0] * (positions[b, 1] * positions[c, 2] - positions[b, 2] * positions[c, 1])
        out += positions[a, 1] * (positions[b, 2] * positions[c, 0] - positions[b, 0] * positions[c, 2])
        out += positions[a, 2] * (positions[b, 0] * positions[c, 1] - positions[b, 1] * positions[c, 0])
    return out


@njit(cache=True, nogil=True)
def boxes(data, leaves):  # type: ignore[no-untyped-def]
    """Boxes of a complete binary tree over triangles in order, two children after each other.

    Lower and upper corners, float32 rounded outwards.
    """
    out = np.empty((2 * leaves, 6), np.float32)  # node n in row n + 1, so that both children share a cache line
    count = len(data)
    for leaf in range(leaves):
        node = leaves - 1 + leaf
        for k in range(3):
            low, high = np.inf, -np.inf
            for t in range(leaf * count // leaves, (leaf + 1) * count // leaves):
                a = data[t, k]
                b, c = a + data[t, 3 + k], a + data[t, 6 + k]
                low, high = min(low, a, b, c), max(high, a, b, c)
            room = 2e-6 * max(abs(low), abs(high))
            out[node + 1, k], out[node + 1, 3 + k] = low - room, high + room
    for node in range(leaves - 2, -1, -1):
        for k in range(3):
            out[node + 1, k] = min(out[2 * node + 2, k], out[2 * node + 3, k])
            out[node + 1, 3 + k] = max(out[2 * node + 2, 3 + k], out[2 * node + 3, 3 + k])
    return out


@njit(cache=True, error_model="numpy", fastmath={"nnan", "nsz"})
def _on_triangle(px, py, pz, data, i):  # type: ignore[no-untyped-def]
    """The place of a triangle nearest to a point (Ericson 2005, "Real-time collision detection", 5.1.5).

    Squared distance and weights of its second and third corner.
    """
    wx, wy, wz = px - data[i, 0], py - data[i, 1], pz - data[i, 2]
    ux, uy, uz, vx, vy, vz = data[i, 3], data[i, 4], data[i, 5], data[i, 6], data[i, 7], data[i, 8]
    d1, d2 = ux * wx + uy * wy + uz * wz, vx * wx + vy * wy + vz * wz
    s = t = 0.0
    if d1 > 0.0 or d2 > 0.0:
        uu, uv, vv = ux * ux + uy * uy + uz * uz, ux * vx + uy * vy + uz * vz, vx * vx + vy * vy + vz * vz
        d3, d4, d5, d6 = d1 - uu, d2 - uv, d1 - uv, d2 - vv
        vc, vb, va = d1 * d4 - d3 * d2, d5 * d2 - d1 * d6, d3 * d6 - d5 * d4
        if d3 >= 0.0 and d4 <= d3 and uu > 0.0:
            s = 1.0
        elif vc <= 0.0 and d1 >= 0.0 and d3 <= 0.0 and uu > 0.0:
            s = d1 / uu
        elif d6 >= 0.0 and d5 <= d6 and vv > 0.0:
            t = 1.0
        elif vb <= 0.0 and d2 >= 0.0 and d6 <= 0.0 and vv > 0.0:
            t = d2 / vv
        elif va <= 0.0 and d4 >= d3 and d5 >= d6 and (d4 - d3) + (d5 - d6) > 0.0:
            t = (d4 - d3) / ((d4 - d3) + (d5 - d6))
            s = 1.0 - t
        elif va + vb + vc > 0.0:
            s, t = vb / (va + vb + vc), vc / (va + vb + vc)
    qx, qy, qz = wx - s * ux - t * vx, wy - s * uy - t * vy, wz - s * uz - t * vz
    return qx * qx + qy * qy + qz * qz, s, t


@njit(cache=True, error_model="numpy", fastmath={"nnan", "nsz"})
def _gap(px, py, pz, box, i):  # type: ignore[no-untyped-def]
    zero = np.float32(0.0)
    x = max(max(box[i, 0] - px, px - box[i, 3]), zero)
    y = max(max(box[i, 1] - py, py - box[i, 4]), zero)
    z = max(max(box[i, 2] - pz, pz - box[i, 5]), zero)
    return x * x + y * y + z * z


@njit(cache=True, parallel=LOOPS, error_model="numpy", fastmath={"nnan", "nsz"})
def find(points, hints, reach, data, box, leaves):  # type: ignore[no-untyped-def]
    """Nearest triangle within `reach`, or -1: squared distance, triangle, weights of its second and third corner.

    `hints` is a triangle for each point to begin with, or empty.
    """
    n, count = len(points), len(data)
    depth = 0
    while 1 << depth < leaves:
        depth += 1
    square, found, weight = np.empty(n), np.empty(n, np.int32), np.zeros((n, 2))
    for run in prange((n + _RUN - 1) // _RUN):
        stack, far = np.empty(64, np.int32), np.empty(64, np.float32)
        last = -1
        for i in range(run * _RUN, min(n, (run + 1) * _RUN)):
            px, py, pz = points[i, 0], points[i, 1], points[i, 2]
            qx, qy, qz = np.float32(px), np.float32(py), np.float32(pz)  # boxes have room for this
            best, which, ws, wt = reach * reach, -1, 0.0, 0.0
            first = hints[i] if len(hints) > 0 else last
            if first >= 0:
                e, s, t = _on_triangle(px, py, pz, data, first)
                if e <= best:
                    best, which, ws, wt = e, first, s, t
            top = 0 if best <= _ON and which >= 0 else 1
            stack[0], far[0] = 0, _gap(qx, qy, qz, box, 1)
            while top > 0:
                top -= 1
                if far[top] > best:
                    continue
                node = stack[top]
                while node < leaves - 1:
                    one, two = 2 * node + 1, 2 * node + 2
                    a, b = _gap(qx, qy, qz, box, one + 1), _gap(qx, qy, qz, box, two + 1)
                    if b < a:
                        one, two, a, b = two, one, b, a
                    if b <= best:
                        stack[top], far[top] = two, b
                        top += 1
                    if a > best:
                        node = -1
                        break
                    node = one
                if node < 0:
                    continue
                leaf = node - leaves + 1
                for tri in range((leaf * count) >> depth, ((leaf + 1) * count) >> depth):
                    e, s, t = _on_triangle(px, py, pz, data, tri)
                    if e < best or (e == best and which < 0):
                        best, which, ws, wt = e, tri, s, t
            square[i], found[i], weight[i, 0], weight[i, 1] = best, which, ws, wt
            last = which
    return square, found, weight


@njit(cache=True, error_model="numpy")
def _meets_box(p, ways, i, box, node, reach):  # type: ignore[no-untyped-def]
    """Whether the line from a point along its way meets a box within so far."""
    low, high = 0.0, reach
    for k in range(3):
        if abs(ways[i, k]) < 1e-12:
            if p[i, k] < box[node, k] or p[i, k] > box[node, 3 + k]:
                return False
            continue
        a, b = (box[node, k] - p[i, k]) / ways[i, k], (box[node, 3 + k] - p[i, k]) / ways[i, k]
        low, high = max(low, min(a, b)), min(high, max(a, b))
    return low <= high


@njit(cache=True, error_model="numpy")
def _meets(p, ways, i, data, t):  # type: ignore[no-untyped-def]
    """How far along its way a point meets the inner side of a triangle, or infinity.

    Moeller & Trumbore 1997, "Fast, minimum storage ray-triangle intersection".
    """
    ux, uy, uz, vx, vy, vz = data[t, 3], data[t, 4], data[t, 5], data[t, 6], data[t, 7], data[t, 8]
    dx, dy, dz = ways[i, 0], ways[i, 1], ways[i, 2]
    hx, hy, hz = dy * vz - dz * vy, dz * vx - dx * vz, dx * vy - dy * vx
    det = ux * hx + uy * hy + uz * hz
    if det > -1e-18:  # met from outside, or along it
        return np.inf
    wx, wy, wz = p[i, 0] - data[t, 0], p[i, 1] - data[t, 1], p[i, 2] - data[t, 2]
    s = (wx * hx + wy * hy + wz * hz) / det
    if s < -1e-9 or s > 1.0 + 1e-9:
        return np.inf
    qx, qy, qz = wy * uz - wz * uy, wz * ux - wx * uz, wx * uy - wy * ux
    w = (dx * qx + dy * qy + dz * qz) / det
    if w < -1e-9 or s + w > 1.0 + 1e-9:
        return np.inf
    return (vx * qx + vy * qy + vz * qz) / det


@njit(cache=True, parallel=LOOPS, error_model="numpy")
def ahead(points, ways, least, reach, data, box, leaves):  # type: ignore[no-untyped-def]
    """How far each point goes along its way, more than `least`, until it leaves the body; infinite beyond `reach`."""
    n, count = len(points), len(data)
    depth = 0
    while 1 << depth < leaves:
        depth += 1
    out = np.full(n, np.inf)
    for i in prange(n):
        stack = np.empty(64, np.int32)
        stack[0], top, best = 0, 1, reach
        while top > 0:
            top -= 1
            node = stack[top]
            if not _meets_box(points, ways, i, box, node + 1, best):
                continue
            if node < leaves - 1:
                stack[top], stack[top + 1] = 2 * node + 1, 2 * node + 2
                top += 2
                continue
            leaf = node - leaves + 1
            for tri in range((leaf * count) >> depth, ((leaf + 1) * count) >> depth):
                far = _meets(points, ways, i, data, tri)
                if least < far < best:
                    best = far
                    out[i] = far
    return out


@njit(cache=True, parallel=LOOPS)
def places(found, weight, data):  # type: ignore[no-untyped-def]
    """Points on triangles."""
    out = np.empty((len(found), 3))
    for i in prange(len(found)):
        t = found[i]
        for k in range(3):
            out[i, k] = data[t, k] + weight[i, 0] * data[t, 3 + k] + weight[i, 1] * data[t, 6 + k]
    return out


@njit(cache=True, parallel=LOOPS)
def normals(found, data):  # type: ignore[no-untyped-def]
    """Unit normals of triangles; zero for one without an area."""
    out = np.zeros((len(found), 3))
    for i in prange(len(found)):
        t = found[i]
        ux, uy, uz, vx, vy, vz = data[t, 3], data[t, 4], data[t, 5], data[t, 6], data[t, 7], data[t, 8]
        x, y, z = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
        size = np.sqrt(x * x + y * y + z * z)
        if size > 0.0:
            out[i, 0], out[i, 1], out[i, 2] = x / size, y / size, z / size
    return out
