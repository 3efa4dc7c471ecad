"""Loops over the edges of a patch of triangles, in whose passes nothing is used twice. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def adjacency(tri, alive, count):  # type: ignore[no-untyped-def]
    """Triangles round each vertex: starts and triangles."""
    starts = np.zeros(count + 1, np.int64)
    for t in range(len(tri)):
        if alive[t]:
            for k in range(3):
                starts[tri[t, k] + 1] += 1
    for v in range(count):
        starts[v + 1] += starts[v]
    out = np.empty(starts[-1], np.int64)
    at = starts[:-1].copy()
    for t in range(len(tri)):
        if alive[t]:
            for k in range(3):
                v = tri[t, k]
                out[at[v]] = t
                at[v] += 1
    return starts, out


@njit(cache=True, nogil=True)
def _length2(p, a, b):  # type: ignore[no-untyped-def]
    x, y, z = p[a, 0] - p[b, 0], p[a, 1] - p[b, 1], p[a, 2] - p[b, 2]
    return x * x + y * y + z * z


@njit(cache=True, nogil=True)
def _across(tri, starts, around, t, a, b):  # type: ignore[no-untyped-def]
    """The other triangle on an edge, -1 if there is none."""
    for n in range(starts[a], starts[a + 1]):
        s = around[n]
        if s != t and (tri[s, 0] == b or tri[s, 1] == b or tri[s, 2] == b):
            return s
    return -1


@njit(cache=True, nogil=True)
def _third(tri, t, a, b):  # type: ignore[no-untyped-def]
    for k in range(3):
        v = tri[t, k]
        if v not in (a, b):
            return v
    return -1


@njit(cache=True, nogil=True)
def edges_of(tri, alive, frozen, p, want, starts, around, border):  # type: ignore[no-untyped-def]
    """Edges of live triangles, each once.

    Ends, triangles (the second -1 on a seam that may be cut), squares of lengths by the wanted ones.
    """
    n = 0
    out = np.empty((3 * len(tri), 4), np.int64)
    size = np.empty(3 * len(tri))
    for t in range(len(tri)):
        if not alive[t] or frozen[t]:
            continue
        for k in range(3):
            a, b = tri[t, k], tri[t, (k + 1) % 3]
            s = _across(tri, starts, around, t, a, b)
            if s >= 0 and (frozen[s] or s < t):
                continue
            if s < 0 and not (border[a] and border[b]):
                continue
            out[n, 0], out[n, 1], out[n, 2], out[n, 3] = a, b, t, s
            size[n] = _length2(p, a, b) / (want[a] * want[b])
            n += 1
    return out[:n], size[:n]


@njit(cache=True, nogil=True)
def split(tri, alive, p, want, attrs, border, count, edges, order, size, longest2):  # type: ignore[no-untyped-def]
    """Halve edges that are too long.

    Returns the numbers of triangles and vertices then, and how many edges were halved.
    """
    used = np.zeros(len(tri), np.uint8)
    n = 0
    for t in range(len(tri)):
        if alive[t]:
            n = t + 1
    done = 0
    for i in range(len(order) - 1, -1, -1):
        e = order[i]
        if size[e] <= longest2:
            break
        a, b, t, s = edges[e, 0], edges[e, 1], edges[e, 2], edges[e, 3]
        if used[t] or (s >= 0 and used[s]) or n + 2 > len(tri) or count + 1 > len(p):
            continue
        m = count
        count += 1
        for k in range(3):
            p[m, k] = 0.5 * (p[a, k] + p[b, k])
        for k in range(attrs.shape[1]):
            attrs[m, k] = 0.5 * (attrs[a, k] + attrs[b, k])
        want[m] = np.sqrt(want[a] * want[b])
        border[m] = 1 if s < 0 else 0
        for turn in range(2):
            f = t if turn == 0 else s
            if f < 0:
                continue
            for k in range(3):
                if tri[f, k] != a and tri[f, k] != b:
                    c, first, second = tri[f, k], tri[f, (k + 1) % 3], tri[f, (k + 2) % 3]
                    tri[f, 0], tri[f, 1], tri[f, 2] = c, first, m
                    tri[n, 0], tri[n, 1], tri[n, 2] = c, m, second
                    break
            alive[n] = 1
            used[f] = 1
            n += 1
        done += 1
    return count, done


@njit(cache=True, nogil=True)
def _normal(p, a, b, c, out):  # type: ignore[no-untyped-def]
    ux, uy, uz = p[b, 0] - p[a, 0], p[b, 1] - p[a, 1], p[b, 2] - p[a, 2]
    wx, wy, wz = p[c, 0] - p[a, 0], p[c, 1] - p[a, 1], p[c, 2] - p[a, 2]
    out[0], out[1], out[2] = uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx
    return np.sqrt(out[0] * out[0] + out[1] * out[1] + out[2] * out[2])


@njit(cache=True, nogil=True)
def _quality(p, a, b, c):  # type: ignore[no-untyped-def]
    """Twice the area by the sum of squared sides, 1 for three equal sides."""
    n = np.empty(3)
    area = _normal(p, a, b, c, n)
    total = _length2(p, a, b) + _length2(p, b, c) + _length2(p, c, a)
    return 2.0 * np.sqrt(3.0) * area / total if total > 0 else 0.0


@njit(cache=True, nogil=True)
def collapse(  # type: ignore[no-untyped-def]
    tri, alive, frozen, p, want, attrs, locked, border, starts, around, edges, order, size, shortest2, longest2, least
):
    """Draw edges that are too short together where the surface stays sound; returns how many."""
    used = np.zeros(len(p), np.uint8)
    mark = np.zeros(len(p), np.int64)
    tick = 0
    done = 0
    old, new, keep, place = np.empty(3), np.empty(3), np.empty(3), np.empty(3)
    for i in range(len(order)):
        e = order[i]
        if size[e] >= shortest2:
            break
        a, b, t, s = edges[e, 0], edges[e, 1], edges[e, 2], edges[e, 3]
        if used[a] or used[b] or (locked[a] and locked[b]):
            continue
        if locked[a] or (border[a] and not border[b]):  # what stays is b
            a, b = b, a
        if locked[a] or (border[a] and not border[b]):
            continue
        if border[a] and border[b] and s >= 0:
            continue  # a chord between two places of the seam
        # neighbours in common: only the corners across the edge
        tick += 1
        for n in range(starts[a], starts[a + 1]):
            for k in range(3):
                mark[tri[around[n], k]] = tick
        common = 0
        for n in range(starts[b], starts[b + 1]):
            f = around[n]
            for k in range(3):
                v = tri[f, k]
                if v not in (a, b) and mark[v] == tick:
                    common += 1
                    mark[v] = tick - 1000000000
        if common != (2 if s >= 0 else 1):
            continue
        fine = True
        for f in (t, s):
            if f >= 0:
                c = _third(tri, f, a, b)
                if starts[c + 1] - starts[c] <= (3 if not border[c] else 2):
                    fine = False
        if not fine:
            continue
        free = not locked[b] and border[a] == border[b]
        for k in range(3):
            keep[k] = p[a, k]
            place[k] = 0.5 * (p[a, k] + p[b, k]) if free else p[b, k]
        worst_old, worst_new = 1.0, 1.0
        for turn in range(2):
            v = a if turn == 0 else b
            if turn == 1 and not free:
                break
            for n in range(starts[v], starts[v + 1]):
                f = around[n]
                if f in (t, s):
                    continue
                if frozen[f] or used[tri[f, 0]] or used[tri[f, 1]] or used[tri[f, 2]]:
                    fine = False
                    break
                x, y, z = tri[f, 0], tri[f, 1], tri[f, 2]
                was = _normal(p, x, y, z, old)
                before = _quality(p, x, y, z)
                for k in range(3):
                    keep[k] = p[v, k]
                    p[v, k] = place[k]
                now = _normal(p, x, y, z, new)
                after = _quality(p, x, y, z)
                far = max(_length2(p, x, y), _length2(p, y, z), _length2(p, z, x)) / (want[b] * want[b])
                for k in range(3):
                    p[v, k] = keep[k]
                worst_old, worst_new = min(worst_old, before), min(worst_new, after)
                if old[0] * new[0] + old[1] * new[1] + old[2] * new[2] <= 0.5 * was * now or far > longest2:
                    fine = False
                    break
            if not fine:
                break
        if not fine or worst_new < min(least, worst_old):
            continue
        for k in range(3):
            p[b, k] = place[k]
        if free:
            for k in range(attrs.shape[1]):
                attrs[b, k] = 0.5 * (attrs[a, k] + attrs[b, k])
        for turn in range(2):
            v = a if turn == 0 else b
            for n in range(starts[v], starts[v + 1]):
                for k in range(3):
                    used[tri[around[n], k]] = 1
        for n in range(starts[a], starts[a + 1]):
            f = around[n]
            if f in (t, s):
                alive[f] = 0
                continue
            for k in range(3):
                if tri[f, k] == a:
                    tri[f, k] = b
        done += 1
    return done


@njit(cache=True, nogil=True)
def _spare(starts, border, v):  # type: ignore[no-untyped-def]
    """How many triangles more than the usual six, or three on a seam, a vertex has."""
    return starts[v + 1] - starts[v] - (3 if border[v] else 6)


@njit(cache=True, nogil=True)
def _joined(tri, starts, around, c, d):  # type: ignore[no-untyped-def]
    """Is there an edge between two vertices?"""
    for n in range(starts[c], starts[c + 1]):
        f = around[n]
        if tri[f, 0] == d or tri[f, 1] == d or tri[f, 2] == d:
            return True
    return False


@njit(cache=True, nogil=True)
def _as_it_runs(tri, t, a, b):  # type: ignore[no-untyped-def]
    """The ends of an edge in the order in which a triangle goes round."""
    for k in range(3):
        if tri[t, k] == b and tri[t, (k + 1) % 3] == a:
            return b, a
    return a, b


@njit(cache=True, nogil=True)
def flip(tri, alive, frozen, p, border, starts, around, edges, least):  # type: ignore[no-untyped-def]
    """Turn edges where that evens out the numbers of neighbours and spoils no triangle; returns how many."""
    used = np.zeros(len(p), np.uint8)
    done = 0
    n0, n1, n2, n3 = np.empty(3), np.empty(3), np.empty(3), np.empty(3)
    for e in range(len(edges)):
        a, b, t, s = edges[e, 0], edges[e, 1], edges[e, 2], edges[e, 3]
        if s < 0:
            continue
        c, d = _third(tri, t, a, b), _third(tri, s, a, b)
        if used[a] or used[b] or used[c] or used[d]:
            continue
        va, vb = _spare(starts, border, a), _spare(starts, border, b)
        vc, vd = _spare(starts, border, c), _spare(starts, border, d)
        if abs(va - 1) + abs(vb - 1) + abs(vc + 1) + abs(vd + 1) >= abs(va) + abs(vb) + abs(vc) + abs(vd):
            continue
        if va + (3 if border[a] else 6) <= 3 or vb + (3 if border[b] else 6) <= 3:
            continue
        there = _joined(tri, starts, around, c, d)
        if there:
            continue
        # t runs a, b, c or b, a, c: keep its turn
        x, y = _as_it_runs(tri, t, a, b)
        l0, l1 = _normal(p, x, y, c, n0), _normal(p, y, x, d, n1)
        l2, l3 = _normal(p, c, x, d, n2), _normal(p, d, y, c, n3)
        if l2 <= 0.0 or l3 <= 0.0 or l0 <= 0.0 or l1 <= 0.0:
            continue
        flat = (n0[0] * n1[0] + n0[1] * n1[1] + n0[2] * n1[2]) / (l0 * l1)
        if flat < 0.85:  # an edge of the form stays
            continue
        fine = True
        for turn in range(4):
            m, size = (n2, l2) if turn < 2 else (n3, l3)
            o, other = (n0, l0) if turn % 2 == 0 else (n1, l1)
            if m[0] * o[0] + m[1] * o[1] + m[2] * o[2] < 0.7 * size * other:
                fine = False
        worst = min(_quality(p, x, y, c), _quality(p, y, x, d))
        if not fine or min(_quality(p, c, x, d), _quality(p, d, y, c)) < min(least, worst):
            continue
        tri[t, 0], tri[t, 1], tri[t, 2] = c, x, d
        tri[s, 0], tri[s, 1], tri[s, 2] = d, y, c
        used[a] = used[b] = used[c] = used[d] = 1
        done += 1
    return done


@njit(cache=True, nogil=True)
def relax(tri, p, count, locked, starts, around, rounds):  # type: ignore[no-untyped-def]
    """Move vertices that are not locked towards the means of their neighbours, where that turns no triangle over and
    makes the worst of them no worse.
    """
    at, n0, n1 = np.empty(3), np.empty(3), np.empty(3)
    for _ in range(rounds):
        for v in range(count):
            a, b = starts[v], starts[v + 1]
            if locked[v] or a == b:
                continue
            x = y = z = 0.0
            for k in range(a, b):
                t = around[k]
                for j in range(3):
                    w = tri[t, j]
                    if w != v:  # each neighbour is met twice
                        x, y, z = x + p[w, 0], y + p[w, 1], z + p[w, 2]
            total = 2.0 * (b - a)
            at[0], at[1], at[2] = p[v, 0], p[v, 1], p[v, 2]
            worst = 1.0
            for k in range(a, b):
                t = around[k]
                worst = min(worst, _quality(p, tri[t, 0], tri[t, 1], tri[t, 2]))
            fine = True
            for k in range(a, b):
                t = around[k]
                _normal(p, tri[t, 0], tri[t, 1], tri[t, 2], n0)
                p[v, 0], p[v, 1], p[v, 2] = x / total, y / total, z / total
                _normal(p, tri[t, 0], tri[t, 1], tri[t, 2], n1)
                good = _quality(p, tri[t, 0], tri[t, 1], tri[t, 2]) >= min(worst, 0.5)
                p[v, 0], p[v, 1], p[v, 2] = at[0], at[1], at[2]
                if n0[0] * n1[0] + n0[1] * n1[1] + n0[2] * n1[2] < 0.0 or not good:
                    fine = False
                    break
            if fine:
                p[v, 0], p[v, 1], p[v, 2] = x / total, y / total, z / total


@njit(cache=True, nogil=True)
def _cotangent(p, a, b, c):  # type: ignore[no-untyped-def]
    """The cotangent of the angle at a."""
    ux, uy, uz = p[b, 0] - p[a, 0], p[b, 1] - p[a, 1], p[b, 2] - p[a, 2]
    wx, wy, wz = p[c, 0] - p[a, 0], p[c, 1] - p[a, 1], p[c, 2] - p[a, 2]
    x, y, z = uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx
    return (ux * wx + uy * wy + uz * wz) / max(np.sqrt(x * x + y * y + z * z), 1e-12)


@njit(cache=True, nogil=True)
def _side(tri, t, a, b):  # type: ignore[no-untyped-def]
    """Which side of a triangle runs from a to b, -1 if none does."""
    for k in range(3):
        if tri[t, k] == a and tri[t, (k + 1) % 3] == b:
            return k
    return -1


@njit(cache=True, nogil=True)
def _meets(tri, beyond, t, k, d):  # type: ignore[no-untyped-def]
    """Whether an edge joins the start of side k of a triangle with d: looked for all round that start."""
    c = tri[t, k]
    for way in range(2):
        f = t
        while True:
            place = 0 if tri[f, 0] == c else 1 if tri[f, 1] == c else 2
            if d in (tri[f, 0], tri[f, 1], tri[f, 2]):
                return True
            f = beyond[f, place if way == 0 else (place + 2) % 3]
            if f == t:
                return False
            if f < 0:
                break
    return False


@njit(cache=True, nogil=True)
def turn_edges(tri, alive, p, starts, around):  # type: ignore[no-untyped-def]
    """Turn edges of a flat patch whose opposite angles make more than two right angles until there are none (Lawson
    1977, "Software for C1 surface interpolation").
    """
    m = len(tri)
    beyond = np.full((m, 3), -1, np.int64)
    todo = np.empty((3 * m, 2), np.int64)
    n = 0
    for t in range(m):
        if not alive[t]:
            continue
        for k in range(3):
            a, b = tri[t, k], tri[t, (k + 1) % 3]
            s = _across(tri, starts, around, t, a, b)
            if s >= 0 and _side(tri, s, b, a) >= 0:
                beyond[t, k] = s
    for t in range(m):
        for k in range(3):
            s = beyond[t, k]
            if s >= 0 and beyond[s, _side(tri, s, tri[t, (k + 1) % 3], tri[t, k])] != t:
                beyond[t, k] = -1  # an edge of three
            elif s > t:
                todo[n, 0], todo[n, 1] = t, k
                n += 1
    left = min(n, 4096) * n + 64  # numbers are round: it ends even where they would go on for ever
    waits = np.zeros((m, 3), np.uint8)
    for i in range(n):
        waits[todo[i, 0], todo[i, 1]] = 1
    n0, n2, n3 = np.empty(3), np.empty(3), np.empty(3)
    while n > 0 and left > 0:
        n -= 1
        left -= 1
        t, k = todo[n, 0], todo[n, 1]
        waits[t, k] = 0
        s = beyond[t, k]
        if s < 0:
            continue
        a, b, c = tri[t, k], tri[t, (k + 1) % 3], tri[t, (k + 2) % 3]
        j = _side(tri, s, b, a)
        d = tri[s, (j + 2) % 3]
        if c == d or _cotangent(p, c, a, b) + _cotangent(p, d, a, b) >= -1e-9:
            continue
        # the larger of both triangles tells which way is up: the other may have no area
        if _normal(p, a, b, c, n0) < _normal(p, b, a, d, n2):
            n0[:] = n2
        _normal(p, c, a, d, n2)
        _normal(p, d, b, c, n3)
        if n0[0] * n2[0] + n0[1] * n2[1] + n0[2] * n2[2] <= 0.0 or n0[0] * n3[0] + n0[1] * n3[1] + n0[2] * n3[2] <= 0.0:
            continue
        if _meets(tri, beyond, t, (k + 2) % 3, d):
            continue
        ta, tb, sa, sb = beyond[t, (k + 2) % 3], beyond[t, (k + 1) % 3], beyond[s, (j + 1) % 3], beyond[s, (j + 2) % 3]
        tri[t, 0], tri[t, 1], tri[t, 2] = c, a, d
        tri[s, 0], tri[s, 1], tri[s, 2] = d, b, c
        beyond[t, 0], beyond[t, 1], beyond[t, 2] = ta, sa, s
        beyond[s, 0], beyond[s, 1], beyond[s, 2] = sb, tb, t
        if sa >= 0:
            beyond[sa, _side(tri, sa, d, a)] = t
        if tb >= 0:
            beyond[tb, _side(tri, tb, c, b)] = s
        for f in (t, s):
            for side in range(2):
                if beyond[f, side] >= 0 and not waits[f, side]:
                    waits[f, side] = 1
                    todo[n, 0], todo[n, 1] = f, side
                    n += 1
