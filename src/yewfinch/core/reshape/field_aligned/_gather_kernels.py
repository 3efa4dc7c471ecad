"""Loops of `gather.py`: vertices of one lattice place drawn together, triangles joined into quads. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit

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

#: Marks of half edges: along a crease; with both ends at one place.
CREASE, SAME = 1, 2


@njit(cache=True, nogil=True)
def gather(order, tri, beyond, kept, leaves, alive, pinned, place, normal, share):  # type: ignore[no-untyped-def]
    """Draw together the ends of half edges in their order, where these are marked `SAME` and the net stays sound.

    What is `pinned` stays. `place` and `normal` (n, 3) are weighted by `share` and go along. How many were drawn.
    """
    corner = tri.ravel()
    mark, tick = np.zeros(len(leaves), np.int64), 1
    ring, other = np.empty(ROOM, np.int32), np.empty(ROOM, np.int32)
    done = 0
    for e in order:
        h = e
        if not alive[h // 3] or not kept[h] & SAME:
            continue
        a, b = corner[h], corner[after(h)]
        if a == b:
            continue
        # what lies on a rim or crease stays on it
        hold = np.zeros(2, np.int64)
        for k in range(2):
            n, rim = round_(a if k == 0 else b, beyond, leaves, ring)
            for i in range(n):
                if kept[ring[i]] & CREASE:
                    hold[k] += 1
            if rim:
                hold[k] += 2
            if pinned[a if k == 0 else b]:
                hold[k] += 4
        on = kept[h] & CREASE or beyond[h] < 0
        if not (hold[0] == 0 or (on and hold[0] == 2)):
            if beyond[h] >= 0 and (hold[1] == 0 or (on and hold[1] == 2)):
                h = beyond[h]
                a, b = b, a
            else:
                continue
        tick += 2
        sound, n = is_sound(h, tri, beyond, leaves, mark, tick, ring, other)
        if not sound:
            continue
        from_a, at_b = hold[0 if h == e else 1], hold[1 if h == e else 0]
        if at_b == 0 or (at_b == 2 and from_a > 0):  # else b keeps its place
            w = share[a] + share[b]
            for k in range(3):
                place[b, k] = (share[a] * place[a, k] + share[b] * place[b, k]) / w
                normal[b, k] = (share[a] * normal[a, k] + share[b] * normal[b, k]) / w
            share[b] = w
        draw_in(h, tri, beyond, kept, leaves, alive, ring, n)
        done += 1
    return done


@njit(cache=True, nogil=True)
def _apart2(p, a, b):  # type: ignore[no-untyped-def]
    return (p[a, 0] - p[b, 0]) ** 2 + (p[a, 1] - p[b, 1]) ** 2 + (p[a, 2] - p[b, 2]) ** 2


@njit(cache=True, nogil=True)
def _across(p, a, b, c, out):  # type: ignore[no-untyped-def]
    ux, uy, uz = p[b, 0] - p[a, 0], p[b, 1] - p[a, 1], p[b, 2] - p[a, 2]
    vx, vy, vz = p[c, 0] - p[a, 0], p[c, 1] - p[a, 1], p[c, 2] - p[a, 2]
    out[0], out[1], out[2] = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
    return np.sqrt(out[0] ** 2 + out[1] ** 2 + out[2] ** 2)


@njit(cache=True, nogil=True)
def turned(tri, beyond, kept, leaves, alive, p, normal):  # type: ignore[no-untyped-def]
    """Turn edges that are longer than the other diagonal, where both triangles then look outwards; how many."""
    corner = tri.ravel()
    ring, done = np.empty(ROOM, np.int32), 0
    one, two = np.empty(3), np.empty(3)
    for h in range(len(corner)):
        o = beyond[h]
        if not alive[h // 3] or o < h or kept[h] & CREASE:
            continue
        a, b, c, d = corner[h], corner[o], corner[before(h)], corner[before(o)]
        if c == d:
            continue
        _across(p, a, b, c, one)
        _across(p, b, a, d, two)
        was = 2.0
        for t in range(2):
            cross = one if t == 0 else two
            size = np.sqrt(cross[0] ** 2 + cross[1] ** 2 + cross[2] ** 2)
            for v in (a, b, c if t == 0 else d):
                was = min(was, (cross[0] * normal[v, 0] + cross[1] * normal[v, 1] + cross[2] * normal[v, 2])
                          / max(size, 1e-12))  # fmt: skip
        _across(p, c, d, b, one)
        _across(p, d, c, a, two)
        now = 2.0
        for t in range(2):
            cross = one if t == 0 else two
            size = np.sqrt(cross[0] ** 2 + cross[1] ** 2 + cross[2] ** 2)
            for v in (c, d, b if t == 0 else a):
                now = min(now, (cross[0] * normal[v, 0] + cross[1] * normal[v, 1] + cross[2] * normal[v, 2])
                          / max(size, 1e-12))  # fmt: skip
        old, new = _apart2(p, a, b), _apart2(p, c, d)
        better = (now > was + 0.2 and was < 0.3) or (now > 0.3 and new < 0.6 * old)
        if not better:
            continue
        if not can_turn(h, tri, beyond, leaves, ring):
            continue
        turn(h, tri, beyond, kept, leaves)
        done += 1
    return done


@njit(cache=True, nogil=True)
def fitness(tri, beyond, kept, alive, p, normal):  # type: ignore[no-untyped-def]
    """How well the two triangles of each half edge would do as one quad, 0 to 1; -1 where they may not be one."""
    corner = tri.ravel()
    out = np.full(len(corner), -1.0)
    quad, angle = np.empty(4, np.int64), np.empty(4)
    for h in range(len(corner)):
        o = beyond[h]
        if not alive[h // 3] or o < h or kept[h] & CREASE:
            continue
        quad[0], quad[1], quad[2], quad[3] = corner[h], corner[before(o)], corner[o], corner[before(h)]
        if quad[1] == quad[3]:
            continue
        worst = 0.0
        for k in range(4):
            v, a, b = quad[k], quad[(k + 1) % 4], quad[(k + 3) % 4]
            ux, uy, uz = p[a, 0] - p[v, 0], p[a, 1] - p[v, 1], p[a, 2] - p[v, 2]
            wx, wy, wz = p[b, 0] - p[v, 0], p[b, 1] - p[v, 1], p[b, 2] - p[v, 2]
            x, y, z = uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx
            up = x * normal[v, 0] + y * normal[v, 1] + z * normal[v, 2]
            size = np.sqrt((ux * ux + uy * uy + uz * uz) * (wx * wx + wy * wy + wz * wz))
            cosine = (ux * wx + uy * wy + uz * wz) / max(size, 1e-12)
            turned_by = np.arccos(min(1.0, max(-1.0, cosine)))
            angle[k] = turned_by if up >= 0 else 2.0 * np.pi - turned_by
            worst = max(worst, abs(angle[k] - 0.5 * np.pi))
        out[h] = max(0.0, 1.0 - worst / (0.5 * np.pi))
    return out


@njit(cache=True, nogil=True)
def joined(order, beyond, fit, least):  # type: ignore[no-untyped-def]
    """The half edge over which each triangle is joined to another, -1 if it is left alone; the best first."""
    out = np.full(len(fit) // 3, -1, np.int32)
    for h in order:
        if fit[h] < least:
            break
        t, s = h // 3, beyond[h] // 3
        if out[t] < 0 and out[s] < 0:
            out[t], out[s] = h, beyond[h]
    return out


@njit(cache=True, nogil=True)
def folded(tri, alive, p, normal, least):  # type: ignore[no-untyped-def]
    """1 for vertices of triangles that look away from their corners' normals: the cosine is below `least`."""
    out, cross = np.zeros(len(p), np.uint8), np.empty(3)
    for t in range(len(tri)):
        if not alive[t]:
            continue
        size = _across(p, tri[t, 0], tri[t, 1], tri[t, 2], cross)
        x, y, z = 0.0, 0.0, 0.0
        for k in range(3):
            v = tri[t, k]
            x, y, z = x + normal[v, 0], y + normal[v, 1], z + normal[v, 2]
        if cross[0] * x + cross[1] * y + cross[2] * z <= least * size * np.sqrt(x * x + y * y + z * z):
            for k in range(3):
                out[tri[t, k]] = 1
    return out


@njit(cache=True, nogil=True)
def widened(tri, alive, chosen):  # type: ignore[no-untyped-def]
    """The chosen vertices and their neighbours."""
    out = chosen.copy()
    for t in range(len(tri)):
        if alive[t] and (chosen[tri[t, 0]] or chosen[tri[t, 1]] or chosen[tri[t, 2]]):
            for k in range(3):
                out[tri[t, k]] = 1
    return out


@njit(cache=True, nogil=True)
def relaxed(rows, tri, beyond, kept, leaves, pinned, p):  # type: ignore[no-untyped-def]
    """Move some vertices to the means of their neighbours, those on rims and creases to that of the two beside them."""
    corner = tri.ravel()
    ring = np.empty(ROOM, np.int32)
    for v in rows:
        n, rim = round_(v, beyond, leaves, ring)
        held = 0
        for i in range(n):
            if kept[ring[i]] & CREASE:
                held += 1
        if pinned[v] or (held + (2 if rim else 0)) not in (0, 2):
            continue
        x = y = z = 0.0
        count = 0
        for i in range(n):
            u = corner[after(ring[i])]
            if (held == 0 and not rim) or kept[ring[i]] & CREASE or (rim and beyond[ring[i]] < 0):
                x, y, z = x + p[u, 0], y + p[u, 1], z + p[u, 2]
                count += 1
        if rim:
            u = corner[before(ring[n - 1])]
            x, y, z = x + p[u, 0], y + p[u, 1], z + p[u, 2]
            count += 1
        p[v, 0], p[v, 1], p[v, 2] = x / count, y / count, z / count
