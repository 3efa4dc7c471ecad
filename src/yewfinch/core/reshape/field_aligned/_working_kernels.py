"""Loops of `working.py`: triangles made finer or coarser until their edges suit a length. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.reshape.field_aligned._slabs_kernels import NONE, SLABS, inside_by_triangles, slabs
from yewfinch.core.reshape.field_aligned._triangle_net_kernels import (
    ROOM,
    after,
    before,
    can_turn,
    draw_in,
    is_sound,
    round_,
    turn,
)
from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, nogil=True)
def creases(tri, beyond, p, least):  # type: ignore[no-untyped-def]
    """1 for half edges whose two triangles stand at more than an angle, whose cosine is `least`.

    Splinters so thin that their direction is chance have none.
    """
    corner = tri.ravel()
    normal = np.zeros((len(tri), 3))
    for t in range(len(tri)):
        a, b, c = tri[t, 0], tri[t, 1], tri[t, 2]
        ux, uy, uz = p[b, 0] - p[a, 0], p[b, 1] - p[a, 1], p[b, 2] - p[a, 2]
        vx, vy, vz = p[c, 0] - p[a, 0], p[c, 1] - p[a, 1], p[c, 2] - p[a, 2]
        x, y, z = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
        size = np.sqrt(x * x + y * y + z * z)
        wx, wy, wz = ux - vx, uy - vy, uz - vz
        if size > 1e-4 * max(ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz, wx * wx + wy * wy + wz * wz):
            normal[t, 0], normal[t, 1], normal[t, 2] = x / size, y / size, z / size
    out = np.zeros(len(corner), np.uint8)
    for h in range(len(corner)):
        o = beyond[h]
        if o > h:
            m, n = normal[h // 3], normal[o // 3]
            if not m.any() or not n.any():
                continue
            if m[0] * n[0] + m[1] * n[1] + m[2] * n[2] < least:
                out[h] = out[o] = 1
    return out


@njit(cache=True, nogil=True)
def area(tri, p, step):  # type: ignore[no-untyped-def]
    """Area of triangles, each by the square of the mean step at its corners."""
    total = 0.0
    for t in range(len(tri)):
        a, b, c = tri[t, 0], tri[t, 1], tri[t, 2]
        ux, uy, uz = p[b, 0] - p[a, 0], p[b, 1] - p[a, 1], p[b, 2] - p[a, 2]
        vx, vy, vz = p[c, 0] - p[a, 0], p[c, 1] - p[a, 1], p[c, 2] - p[a, 2]
        x, y, z = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
        total += 4.5 * np.sqrt(x * x + y * y + z * z) / (step[a] + step[b] + step[c]) ** 2
    return total


@njit(cache=True, nogil=True)
def long_chains(tri, beyond, kept, p, least):  # type: ignore[no-untyped-def]
    """Drop creases that hang together over less than a length, or fork and end too often; how long what is left is."""
    corner = tri.ravel()
    root = np.arange(len(p))
    for h in range(len(corner)):
        if kept[h]:
            a, b = corner[h], corner[after(h)]
            while root[a] != a:
                root[a] = root[root[a]]
                a = root[a]
            while root[b] != b:
                root[b] = root[root[b]]
                b = root[b]
            root[max(a, b)] = min(a, b)
    size, odd, meeting = np.zeros(len(p)), np.zeros(len(p)), np.zeros(len(p), np.int32)
    for h in range(len(corner)):
        if kept[h]:
            meeting[corner[h]] += 1
    total = 0.0
    for summing in range(2):
        for h in range(len(corner)):
            if kept[h] and beyond[h] > h:
                a, b = corner[h], corner[after(h)]
                r = a
                while root[r] != r:
                    r = root[r]
                away = np.sqrt((p[a, 0] - p[b, 0]) ** 2 + (p[a, 1] - p[b, 1]) ** 2 + (p[a, 2] - p[b, 2]) ** 2)
                if summing == 0:
                    size[r] += away
                    for v in (a, b):
                        if meeting[v] != 2:
                            odd[r] += 1.0 / meeting[v]
                elif size[r] < least or odd[r] > 2.0 + 2.0 * size[r] / least:
                    kept[h] = kept[beyond[h]] = 0
                else:
                    total += away
    return total


@njit(cache=True, nogil=True)
def _apart2(p, a, b):  # type: ignore[no-untyped-def]
    return (p[a, 0] - p[b, 0]) ** 2 + (p[a, 1] - p[b, 1]) ** 2 + (p[a, 2] - p[b, 2]) ** 2


@njit(cache=True, nogil=True)
def longest(tri, alive, p, want):  # type: ignore[no-untyped-def]
    """The greatest square of an edge by those wanted at its ends."""
    most = 0.0
    for t in range(len(tri)):
        if not alive[t]:
            continue
        for k in range(3):
            a, b = tri[t, k], tri[t, (k + 1) % 3]
            most = max(most, _apart2(p, a, b) / (want[a] * want[b]))
    return most


@njit(cache=True, nogil=True)
def halved(tri, beyond, kept, leaves, alive, p, want, count, triangles, most2):  # type: ignore[no-untyped-def]
    """Halve edges whose square by those wanted at their ends is more than `most2`, while there is room.

    Only edges that are the longest of both their triangles are halved.

    Returns the numbers of vertices and triangles then.
    """
    corner = tri.ravel()
    h = 0
    while h < 3 * triangles:
        if not alive[h // 3]:
            h += 1
            continue
        a, b, o = corner[h], corner[after(h)], beyond[h]
        d = _apart2(p, a, b)
        if d <= most2 * want[a] * want[b]:
            h += 1
            continue
        longest = True  # else splinters are halved for ever
        for side in range(2):
            g = h if side == 0 else o
            if g >= 0 and max(_apart2(p, b if side == 0 else a, corner[before(g)]),
                              _apart2(p, a if side == 0 else b, corner[before(g)])) > d:  # fmt: skip
                longest = False
        if not longest:
            h += 1
            continue
        if count + 1 > len(p) or triangles + 2 > len(tri):
            break
        m = count
        count += 1
        for k in range(3):
            p[m, k] = 0.5 * (p[a, k] + p[b, k])
        want[m] = np.sqrt(want[a] * want[b])
        crease = kept[h]
        h1, k0 = after(h), 3 * triangles
        c, x, kx = corner[before(h)], beyond[h1], kept[h1]
        corner[h1] = m
        corner[k0], corner[k0 + 1], corner[k0 + 2] = m, b, c
        beyond[h1], beyond[k0 + 2], kept[h1], kept[k0 + 2] = k0 + 2, h1, 0, 0
        beyond[k0 + 1], kept[k0 + 1] = x, kx
        if x >= 0:
            beyond[x] = k0 + 1
        beyond[k0], kept[k0] = -1, crease
        leaves[m], leaves[b], leaves[a] = k0, k0 + 1, h
        alive[triangles] = 1
        triangles += 1
        if o >= 0:
            o2, q0 = before(o), 3 * triangles
            e, y, ky = corner[o2], beyond[o2], kept[o2]
            corner[o] = m
            corner[q0], corner[q0 + 1], corner[q0 + 2] = b, m, e
            beyond[o2], beyond[q0 + 1], kept[o2], kept[q0 + 1] = q0 + 1, o2, 0, 0
            beyond[q0 + 2], kept[q0 + 2] = y, ky
            if y >= 0:
                beyond[y] = q0 + 2
            beyond[k0], beyond[q0], kept[q0] = q0, k0, crease
            alive[triangles] = 1
            triangles += 1
    return count, triangles


@njit(cache=True, nogil=True, parallel=LOOPS)
def turned(tri, beyond, kept, leaves, alive, p):  # type: ignore[no-untyped-def]
    """Turn edges of nearly flat pairs of triangles where that makes the least of their angles greater; how many.

    The sum of the angles across an edge is at most half a turn then (Delaunay 1934).
    """
    slab = slabs(p)
    done = np.zeros(SLABS, np.int64)
    for q in prange(SLABS):
        done[q] = _turned_in(tri, beyond, kept, leaves, alive, p, slab, q)
    return done.sum() + _turned_in(tri, beyond, kept, leaves, alive, p, slab, NONE)


@njit(cache=True, nogil=True)
def _turned_in(tri, beyond, kept, leaves, alive, p, slab, only):  # type: ignore[no-untyped-def]
    """Turn edges of which all four corners lie in slab `only`, or of `NONE` those of which they do not.

    What another thread is changing has all its corners in another slab, before and after.
    """
    corner = tri.ravel()
    ring, done = np.empty(ROOM, np.int32), 0
    for h in range(len(corner)):
        if only != NONE and slab[corner[h]] != only:
            continue
        o = beyond[h]
        if not alive[h // 3] or o < h or kept[h]:
            continue
        a, b, c, d = corner[h], corner[o], corner[before(h)], corner[before(o)]
        alone = slab[a] == slab[b] and slab[a] == slab[c] and slab[a] == slab[d]
        if alone != (only != NONE) or c == d:
            continue
        ux, uy, uz = p[a, 0] - p[c, 0], p[a, 1] - p[c, 1], p[a, 2] - p[c, 2]
        vx, vy, vz = p[b, 0] - p[c, 0], p[b, 1] - p[c, 1], p[b, 2] - p[c, 2]
        mx, my, mz = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
        one, dot_one = np.sqrt(mx * mx + my * my + mz * mz), ux * vx + uy * vy + uz * vz
        ux, uy, uz = p[b, 0] - p[d, 0], p[b, 1] - p[d, 1], p[b, 2] - p[d, 2]
        vx, vy, vz = p[a, 0] - p[d, 0], p[a, 1] - p[d, 1], p[a, 2] - p[d, 2]
        nx, ny, nz = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
        two, dot_two = np.sqrt(nx * nx + ny * ny + nz * nz), ux * vx + uy * vy + uz * vz
        # the sine of the sum of both angles is negative where they are more than half a turn
        if one * dot_two + dot_one * two > -1e-9 * (one + two) ** 2:
            continue
        if mx * nx + my * ny + mz * nz < 0.9 * one * two:
            continue
        if not (_fits(p, a, d, b, c, np.inf) and _fits(p, b, c, a, d, np.inf)):
            continue
        if not can_turn(h, tri, beyond, leaves, ring):
            continue
        turn(h, tri, beyond, kept, leaves)
        done += 1
    return done


@njit(cache=True, nogil=True)
def _fits(p, v, b, c, d, far2):  # type: ignore[no-untyped-def]
    """Whether the triangle v c d may have its first corner at b.

    It may not be turned over, have a side too long, or be more of a splinter than it is.
    """
    ex, ey, ez = p[c, 0] - p[b, 0], p[c, 1] - p[b, 1], p[c, 2] - p[b, 2]
    fx, fy, fz = p[d, 0] - p[b, 0], p[d, 1] - p[b, 1], p[d, 2] - p[b, 2]
    far = max(ex * ex + ey * ey + ez * ez, fx * fx + fy * fy + fz * fz)
    if far > far2:
        return False
    nx, ny, nz = ey * fz - ez * fy, ez * fx - ex * fz, ex * fy - ey * fx
    now = nx * nx + ny * ny + nz * nz
    ex, ey, ez = p[c, 0] - p[v, 0], p[c, 1] - p[v, 1], p[c, 2] - p[v, 2]
    fx, fy, fz = p[d, 0] - p[v, 0], p[d, 1] - p[v, 1], p[d, 2] - p[v, 2]
    old = max(ex * ex + ey * ey + ez * ez, fx * fx + fy * fy + fz * fz)
    mx, my, mz = ey * fz - ez * fy, ez * fx - ex * fz, ex * fy - ey * fx
    was = mx * mx + my * my + mz * mz
    if now < 0.0225 * far * far and now * old * old < 0.4 * was * far * far:
        return False
    dot = nx * mx + ny * my + nz * mz
    return was == 0.0 or (dot > 0.0 and dot * dot > 0.09 * was * now)


@njit(cache=True, nogil=True, parallel=LOOPS)
def drawn_together(tri, beyond, kept, leaves, alive, pinned, p, want, wait, shortest2, longest2):  # type: ignore[no-untyped-def]
    """One look at each vertex: drawn along its shortest edge into the other end, where that is short enough.

    Vertices on rims and creases go along these only, those that are `pinned` stay. `wait` (n,) holds how short an edge
    must be allowed to be before a vertex is worth another look. How many went.
    """
    # a vertex drawn into another leaves its neighbours new ones out of both their neighbours: what lies inside a slab
    # with all neighbours stays so
    inside = inside_by_triangles(tri, alive, slabs(p))
    mark, done = np.zeros(len(p), np.int64), np.zeros(SLABS, np.int64)
    for q in prange(SLABS):
        done[q] = _drawn_in(
            tri, beyond, kept, leaves, alive, pinned, p, want, wait, shortest2, longest2, inside, q, mark
        )
    mark[:] = 0
    return done.sum() + _drawn_in(
        tri, beyond, kept, leaves, alive, pinned, p, want, wait, shortest2, longest2, inside, NONE, mark
    )


@njit(cache=True, nogil=True)
def _drawn_in(tri, beyond, kept, leaves, alive, pinned, p, want, wait, shortest2, longest2, inside, only, mark):  # type: ignore[no-untyped-def]
    """The look at vertices that lie inside `only`; those that would leave it are put off to `NONE`."""
    corner = tri.ravel()
    tick = 1
    ring, other = np.empty(ROOM, np.int32), np.empty(ROOM, np.int32)
    done = 0
    for v in range(len(p)):
        if inside[v] != only:
            continue
        if leaves[v] < 0 or pinned[v] or wait[v] >= shortest2:
            continue
        n, rim = round_(v, beyond, leaves, ring)
        wait[v] = shortest2
        held = 0
        for i in range(n):
            if kept[ring[i]]:
                held += 1
        if rim and held == 0:
            held = 2
        elif rim:
            held = 3
        if held not in (0, 2):
            continue
        best, which = np.inf, -1
        for i in range(n):
            h = ring[i]
            u = corner[after(h)]
            if held == 0 or kept[h] or (rim and beyond[h] < 0):
                d = (p[u, 0] - p[v, 0]) ** 2 + (p[u, 1] - p[v, 1]) ** 2 + (p[u, 2] - p[v, 2]) ** 2
                d /= want[u] * want[v]
                if d < best:
                    best, which = d, h
        if which < 0:
            continue
        if best >= shortest2:
            wait[v] = best
            continue
        b, o = corner[after(which)], beyond[which]
        if only != NONE and inside[b] != only:
            inside[v], wait[v] = NONE, 0.0
            continue
        fine = True
        for i in range(n):
            h = ring[i]
            t = h // 3
            if t == which // 3 or (o >= 0 and t == o // 3):
                continue
            if not _fits(p, v, b, corner[after(h)], corner[before(h)], longest2 * want[b] ** 2):
                fine = False
                break
        if not fine:
            continue
        tick += 2
        sound, n = is_sound(which, tri, beyond, leaves, mark, tick, ring, other)
        if not sound:
            continue
        for i in range(n):
            wait[corner[after(ring[i])]] = 0.0
        draw_in(which, tri, beyond, kept, leaves, alive, ring, n)
        done += 1
    return done


@njit(cache=True, nogil=True)
def graded(tri, beyond, leaves, p, step, slope, rows):  # type: ignore[no-untyped-def]
    """Shorten steps until none is longer than a neighbour's by more than `slope` for each mm between them.

    `rows` are those whose steps may be too short for their neighbours', the shortest first. They wait in a ring until
    their neighbours have been looked at; whatever gets shorter waits again.
    """
    corner = tri.ravel()
    n = len(p)
    waits, queue = np.zeros(n, np.uint8), np.empty(n, np.int64)
    around = np.empty(ROOM, np.int32)
    first, count = 0, len(rows)
    for i in range(count):
        waits[rows[i]], queue[i] = 1, rows[i]
    while count > 0:
        v = queue[first]
        first, count = (first + 1) % n, count - 1
        waits[v] = 0
        if leaves[v] < 0:
            continue
        m, rim = round_(v, beyond, leaves, around)
        for i in range(m + 1):
            if i < m:
                u = corner[after(around[i])]
            elif rim:
                u = corner[before(around[m - 1])]
            else:
                break
            away = np.sqrt((p[u, 0] - p[v, 0]) ** 2 + (p[u, 1] - p[v, 1]) ** 2 + (p[u, 2] - p[v, 2]) ** 2)
            if step[u] > step[v] + slope * away:
                step[u] = step[v] + slope * away
                if not waits[u]:
                    waits[u] = 1
                    queue[(first + count) % n] = u
                    count += 1
