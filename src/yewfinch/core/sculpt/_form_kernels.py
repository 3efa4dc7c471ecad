"""Loops of the tools that shape: arrays and scalars, no checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def swell(rows, normals, weights, amount, out):  # type: ignore[no-untyped-def]
    """Each row along its own normal."""
    for i in range(len(rows)):
        for k in range(3):
            out[i, k] = normals[rows[i], k] * amount * weights[i]


@njit(cache=True)
def to_plane(rows, positions, weights, centre, axis, amount, above, below, out):  # type: ignore[no-untyped-def]
    """Towards a plane: rows above it by `above`, rows below it by `below` times the amount."""
    for i in range(len(rows)):
        v = rows[i]
        d = 0.0
        for k in range(3):
            d += (positions[v, k] - centre[k]) * axis[k]
        step = -d * amount * weights[i] * (above if d > 0.0 else below)
        for k in range(3):
            out[i, k] = axis[k] * step


@njit(cache=True)
def pinch(rows, positions, weights, centre, axis, along, amount, lift, out):  # type: ignore[no-untyped-def]
    """Sideways towards the line of the stroke, or towards its point at the beginning, and up by a part of that."""
    for i in range(len(rows)):
        v = rows[i]
        up = on = 0.0
        for k in range(3):
            r = centre[k] - positions[v, k]
            up += r * axis[k]
            on += r * along[k]
        for k in range(3):
            r = centre[k] - positions[v, k] - up * axis[k] - on * along[k]
            out[i, k] = (r * amount + axis[k] * lift) * weights[i]


@njit(cache=True)
def relax(rows, positions, normals, ring_at, ring, weights, amount, out):  # type: ignore[no-untyped-def]
    """Along the surface towards the mean of the ring: the net is evened, the form stays."""
    for i in range(len(rows)):
        v = rows[i]
        first, last = ring_at[v], ring_at[v + 1]
        x = y = z = 0.0
        for j in range(first, last):
            w = ring[j]
            x, y, z = x + positions[w, 0], y + positions[w, 1], z + positions[w, 2]
        n = max(last - first, 1)
        x, y, z = x / n - positions[v, 0], y / n - positions[v, 1], z / n - positions[v, 2]
        if last == first:
            x = y = z = 0.0
        d = x * normals[v, 0] + y * normals[v, 1] + z * normals[v, 2]
        f = amount * weights[i]
        out[i, 0] = (x - d * normals[v, 0]) * f
        out[i, 1] = (y - d * normals[v, 1]) * f
        out[i, 2] = (z - d * normals[v, 2]) * f


@njit(cache=True)
def polish(rows, positions, normals, ring_at, ring, weights, amount, sharp, out):  # type: ignore[no-untyped-def]
    """Along the normal towards the planes of those neighbours that face alike (Fleishman, Drori & Cohen-Or 2003,
    "Bilateral mesh denoising"): edges stay.
    """
    one, half, part = np.float32(1.0), np.float32(0.5), np.float32(1.0 / (8.0 * sharp))
    for i in range(len(rows)):
        v = rows[i]
        x, y, z = positions[v, 0], positions[v, 1], positions[v, 2]
        a, b, c = normals[v, 0], normals[v, 1], normals[v, 2]
        total = weight = np.float32(0.0)
        for j in range(ring_at[v], ring_at[v + 1]):
            w = ring[j]
            p, q, r = normals[w, 0], normals[w, 1], normals[w, 2]
            away = (
                (positions[w, 0] - x) * (a + p) + (positions[w, 1] - y) * (b + q) + (positions[w, 2] - z) * (c + r)
            )  # nothing on an even curve
            alike = one / (one + max(one - (a * p + b * q + c * r), np.float32(0.0)) * part)
            alike *= alike  # the eighth power is nearly the exponential of that paper, and far quicker
            alike *= alike
            alike *= alike
            total += alike * away
            weight += alike
        step = np.float32(amount * weights[i]) * half * total / weight if weight > 0.0 else np.float32(0.0)
        out[i, 0], out[i, 1], out[i, 2] = a * step, b * step, c * step


@njit(cache=True)
def ribbon(rows, positions, weights, centre, axis, along, radius, height, amount, out):  # type: ignore[no-untyped-def]
    """Fill up to a plane above the centre, within straight sides along the stroke, rounded at their upper edge."""
    for i in range(len(rows)):
        v = rows[i]
        up = on = total = 0.0
        for k in range(3):
            r = positions[v, k] - centre[k]
            up += r * axis[k]
            on += r * along[k]
            total += r * r
        side = np.sqrt(max(total - up * up - on * on, 0.0)) / radius
        edge = min(1.0, max(0.0, (0.93 - side) / 0.34))
        top = height * edge * edge * (3.0 - 2.0 * edge)
        step = min(max(top - up, 0.0), 2.0 * height) * amount * min(1.0, 2.0 * weights[i])
        for k in range(3):
            out[i, k] = axis[k] * step


@njit(cache=True)
def reached(rows, positions, ring_at, ring, start, radius, place, out):  # type: ignore[no-untyped-def]
    """Distance of rows along the edges of the net from one of them (Dijkstra 1959).

    `place` is -1 for every row, and so again afterwards.
    """
    n = len(rows)
    for i in range(n):
        place[rows[i]] = i
        out[i] = np.inf
    heap_key, heap = np.empty(6 * n + 16), np.empty(6 * n + 16, np.int32)
    size = 0
    if place[start] >= 0:
        out[place[start]] = 0.0
        heap_key[0], heap[0] = 0.0, start
        size = 1
    while size > 0:
        key, v = heap_key[0], heap[0]
        size -= 1
        heap_key[0], heap[0] = heap_key[size], heap[size]
        at = 0
        while True:  # down the heap
            low = 2 * at + 1
            if low >= size:
                break
            if low + 1 < size and heap_key[low + 1] < heap_key[low]:
                low += 1
            if heap_key[at] <= heap_key[low]:
                break
            heap_key[at], heap_key[low] = heap_key[low], heap_key[at]
            heap[at], heap[low] = heap[low], heap[at]
            at = low
        if key > out[place[v]]:
            continue
        for j in range(ring_at[v], ring_at[v + 1]):
            w = ring[j]
            if place[w] < 0:
                continue
            x = positions[w, 0] - positions[v, 0]
            y = positions[w, 1] - positions[v, 1]
            z = positions[w, 2] - positions[v, 2]
            far = key + np.sqrt(x * x + y * y + z * z)
            if far < out[place[w]] and far <= radius and size < len(heap):
                out[place[w]] = far
                at = size
                heap_key[at], heap[at] = far, w
                size += 1
                while at > 0 and heap_key[(at - 1) // 2] > heap_key[at]:  # up the heap
                    up = (at - 1) // 2
                    heap_key[at], heap_key[up] = heap_key[up], heap_key[at]
                    heap[at], heap[up] = heap[up], heap[at]
                    at = up
    for i in range(n):
        place[rows[i]] = -1


@njit(cache=True)
def sharp_cut(rows, positions, start, weights, centre, axis, along, radius, depth, amount, out):  # type: ignore[no-untyped-def]
    """Steps from where rows were when the stroke began onto the two sides of a groove along it, rounded where they meet
    each other and the clay.

    What lies deeper stays.
    """
    for i in range(len(rows)):
        v = rows[i]
        up = on = total = gone = 0.0
        for k in range(3):
            r = positions[v, k] - centre[k]
            up += r * axis[k]
            on += r * along[k]
            total += r * r
            gone += (positions[v, k] - start[v, k]) * axis[k]
        side = np.sqrt(max(total - up * up - on * on, 0.0)) / (0.6 * radius)
        step = 0.0
        if side < 1.0 and weights[i] > 0.0:
            deep = 1.0 - side
            deep = 0.4 * deep + 0.6 * deep * deep * (3.0 - 2.0 * deep)  # rounded at rim and floor, or facets show
            step = min(-depth * deep - gone, 0.0) if depth > 0.0 else max(-depth * deep - gone, 0.0)
        for k in range(3):
            out[i, k] = axis[k] * step * amount * min(1.0, 3.0 * weights[i])


@njit(cache=True)
def two_planes(rows, positions, weights, centre, axis, side, slope, amount, out):  # type: ignore[no-untyped-def]
    """Take off what stands above two planes that meet along the stroke and fall off to both sides."""
    size = np.sqrt(1.0 + slope * slope)
    for i in range(len(rows)):
        v = rows[i]
        up = away = 0.0
        for k in range(3):
            r = positions[v, k] - centre[k]
            up += r * axis[k]
            away += r * side[k]
        sign = 1.0 if away >= 0.0 else -1.0
        above = max((up + slope * sign * away) / size, 0.0) * amount * weights[i]
        for k in range(3):
            out[i, k] = -(axis[k] + slope * sign * side[k]) / size * above


@njit(cache=True)
def smooth_keeping(rows, positions, ring_at, ring, weights, amount, out):  # type: ignore[no-untyped-def]
    """Towards the mean of the ring, less what the ring itself would move by (Vollmer, Mencl & Müller 1999, "Improved
    Laplacian smoothing"): noise goes, volume stays.
    """
    own, other = np.empty(3), np.empty(3)
    for i in range(len(rows)):
        v = rows[i]
        first, last = ring_at[v], ring_at[v + 1]
        if last == first:
            out[i, 0] = out[i, 1] = out[i, 2] = 0.0
            continue
        own[:] = 0.0
        other[:] = 0.0
        for j in range(first, last):
            w = ring[j]
            a, b = ring_at[w], ring_at[w + 1]
            for k in range(3):
                total = 0.0
                for m in range(a, b):
                    total += positions[ring[m], k]
                own[k] += positions[w, k]
                other[k] += total / (b - a) - positions[w, k]
        for k in range(3):
            out[i, k] = ((own[k] - other[k]) / (last - first) - positions[v, k]) * amount * weights[i]


@njit(cache=True)
def towards(rows, positions, weights, amount, out):  # type: ignore[no-untyped-def]
    """A part of the way from positions to `out`, which it takes the place of."""
    for i in range(len(rows)):
        f = np.float32(amount * weights[i])
        for k in range(3):
            out[i, k] = (out[i, k] - positions[rows[i], k]) * f


@njit(cache=True)
def twisted(start, weights, centre, axis, turn, out):  # type: ignore[no-untyped-def]
    """Ways of rows that are turned about an axis by `turn` radians times their weight (Rodrigues 1840)."""
    for i in range(len(start)):
        c, s = np.cos(turn * weights[i]), np.sin(turn * weights[i])
        x, y, z = start[i, 0] - centre[0], start[i, 1] - centre[1], start[i, 2] - centre[2]
        on = (x * axis[0] + y * axis[1] + z * axis[2]) * (1.0 - c)
        out[i, 0] = x * (c - 1.0) + (axis[1] * z - axis[2] * y) * s + on * axis[0]
        out[i, 1] = y * (c - 1.0) + (axis[2] * x - axis[0] * z) * s + on * axis[1]
        out[i, 2] = z * (c - 1.0) + (axis[0] * y - axis[1] * x) * s + on * axis[2]
