"""Loops of `fields.py`: pairs of neighbours, crosses and lattice places evened out over a surface. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.reshape.field_aligned._slabs_kernels import NONE, SLABS, inside_by_ring, slabs
from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, nogil=True)
def pairs(order, one, two, count):  # type: ignore[no-untyped-def]
    """Each vertex with one neighbour at most, edges taken in their order; the coarser vertex of each, and how many."""
    up = np.full(count, -1, np.int32)
    n = 0
    for e in order:
        a, b = one[e], two[e]
        if up[a] < 0 and up[b] < 0:
            up[a] = up[b] = n
            n += 1
    for v in range(count):
        if up[v] < 0:
            up[v] = n
            n += 1
    return up, n


@njit(cache=True, nogil=True)
def joined(starts, ring, weight, up, count):  # type: ignore[no-untyped-def]
    """The neighbours of the coarser vertices, weights added up."""
    n = len(starts) - 1
    below = np.full((count, 2), -1, np.int32)
    for v in range(n):
        below[up[v], 0 if below[up[v], 0] < 0 else 1] = v
    seen, at = np.full(count, -1, np.int64), 0
    out_starts = np.zeros(count + 1, np.int32)
    out, out_weight = np.empty(len(ring), np.int32), np.empty(len(ring))
    for u in range(count):
        begin = at
        for k in range(2):
            v = below[u, k]
            if v < 0:
                continue
            for i in range(starts[v], starts[v + 1]):
                w = up[ring[i]]
                if w == u:
                    continue
                if seen[w] >= begin:
                    out_weight[seen[w]] += weight[i]
                else:
                    seen[w] = at
                    out[at], out_weight[at] = w, weight[i]
                    at += 1
        out_starts[u + 1] = at
    return out_starts, out[:at], out_weight[:at]


@njit(cache=True, nogil=True)
def _alike(ax, ay, az, nx, ny, nz, bx, by, bz, mx, my, mz):  # type: ignore[no-untyped-def]
    """Quarter turns of two crosses that make them most alike: of the first (0 or 1) and of the second (0 to 3)."""
    cx, cy, cz = ny * az - nz * ay, nz * ax - nx * az, nx * ay - ny * ax
    dx, dy, dz = my * bz - mz * by, mz * bx - mx * bz, mx * by - my * bx
    s00, s01 = ax * bx + ay * by + az * bz, ax * dx + ay * dy + az * dz
    s10, s11 = cx * bx + cy * by + cz * bz, cx * dx + cy * dy + cz * dz
    best, i, j = abs(s00), 0, 0 if s00 >= 0 else 2
    if abs(s01) > best:
        best, i, j = abs(s01), 0, 1 if s01 >= 0 else 3
    if abs(s10) > best:
        best, i, j = abs(s10), 1, 0 if s10 >= 0 else 2
    if abs(s11) > best:
        best, i, j = abs(s11), 1, 1 if s11 >= 0 else 3
    return i, j


@njit(cache=True, nogil=True)
def _turned(ox, oy, oz, nx, ny, nz, k):  # type: ignore[no-untyped-def]
    """A direction turned round a normal by so many quarters."""
    if k == 0:
        return ox, oy, oz
    if k == 2:
        return -ox, -oy, -oz
    x, y, z = ny * oz - nz * oy, nz * ox - nx * oz, nx * oy - ny * ox
    if k == 1:
        return x, y, z
    return -x, -y, -z


@njit(cache=True, nogil=True, parallel=LOOPS)
def even_crosses(starts, ring, weight, x, n, o, fixed, pull, towards, rounds):  # type: ignore[no-untyped-def]
    """Crosses o at x turned towards their neighbours'; where `fixed` is 1 they stay, and `pull` is how much, against
    all neighbours together, they are drawn to the direction `towards`.
    """
    inside = inside_by_ring(starts, ring, slabs(x))
    for _ in range(rounds):
        for q in prange(SLABS):
            _crosses_in(starts, ring, weight, n, o, fixed, pull, towards, inside, q)
        _crosses_in(starts, ring, weight, n, o, fixed, pull, towards, inside, NONE)


@njit(cache=True, nogil=True)
def _crosses_in(starts, ring, weight, n, o, fixed, pull, towards, inside, only):  # type: ignore[no-untyped-def]
    """One round for what lies inside `only`."""
    for v in range(len(n)):
        if fixed[v] or inside[v] != only:
            continue
        sx, sy, sz, total = o[v, 0], o[v, 1], o[v, 2], 0.0
        nx, ny, nz = n[v, 0], n[v, 1], n[v, 2]
        for k in range(starts[v], starts[v + 1] + 1):
            if k < starts[v + 1]:
                u, w = ring[k], weight[k]
                bx, by, bz, mx, my, mz = o[u, 0], o[u, 1], o[u, 2], n[u, 0], n[u, 1], n[u, 2]
            elif pull[v] > 0:
                w = pull[v] * total
                bx, by, bz, mx, my, mz = towards[v, 0], towards[v, 1], towards[v, 2], nx, ny, nz
            else:
                break
            i, j = _alike(sx, sy, sz, nx, ny, nz, bx, by, bz, mx, my, mz)
            ax, ay, az = _turned(sx, sy, sz, nx, ny, nz, i)
            bx, by, bz = _turned(bx, by, bz, mx, my, mz, j)
            sx, sy, sz = total * ax + w * bx, total * ay + w * by, total * az + w * bz
            total += w
            d = sx * nx + sy * ny + sz * nz
            sx, sy, sz = sx - d * nx, sy - d * ny, sz - d * nz
            size = np.sqrt(sx * sx + sy * sy + sz * sz)
            if size > 1e-12:
                sx, sy, sz = sx / size, sy / size, sz / size
            else:
                sx, sy, sz = o[v, 0], o[v, 1], o[v, 2]
        o[v, 0], o[v, 1], o[v, 2] = sx, sy, sz


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"nnan", "ninf", "nsz"})
def _meet(v, u, x, n, p, arms, s, t, out):  # type: ignore[no-untyped-def]
    """Lattice places of two vertices nearest to each other, near the middle between them.

    `arms` (n, 6) are both arms of the crosses, `s` and `t` the steps. Written to `out`: steps of the first's place
    along its arms (2), both places (6), and the square of their distance.
    """
    # the place nearest to both vertices in both tangent planes
    c = n[v, 0] * n[u, 0] + n[v, 1] * n[u, 1] + n[v, 2] * n[u, 2]
    ex, ey, ez = x[u, 0] - x[v, 0], x[u, 1] - x[v, 1], x[u, 2] - x[v, 2]
    one = n[v, 0] * ex + n[v, 1] * ey + n[v, 2] * ez
    two = -(n[u, 0] * ex + n[u, 1] * ey + n[u, 2] * ez)
    scale = 0.5 / (1.0 - c * c + 1e-4)
    f, g = scale * (one - c * two), scale * (two - c * one)
    mx = 0.5 * (x[v, 0] + x[u, 0]) - f * n[v, 0] - g * n[u, 0]
    my = 0.5 * (x[v, 1] + x[u, 1]) - f * n[v, 1] - g * n[u, 1]
    mz = 0.5 * (x[v, 2] + x[u, 2]) - f * n[v, 2] - g * n[u, 2]
    a0, a1, a2, a3, a4, a5 = arms[v, 0], arms[v, 1], arms[v, 2], arms[v, 3], arms[v, 4], arms[v, 5]
    b0, b1, b2, b3, b4, b5 = arms[u, 0], arms[u, 1], arms[u, 2], arms[u, 3], arms[u, 4], arms[u, 5]
    px, py, pz, qx, qy, qz = p[v, 0], p[v, 1], p[v, 2], p[u, 0], p[u, 1], p[u, 2]
    dx, dy, dz = mx - px, my - py, mz - pz
    rs, rt = 1.0 / s, 1.0 / t
    f0, f1 = np.floor((dx * a0 + dy * a1 + dz * a2) * rs), np.floor((dx * a3 + dy * a4 + dz * a5) * rs)
    best = np.inf
    for i in range(4):  # the four places round the middle, and for each the other's nearest
        i0, i1 = f0 + (i & 1), f1 + (i >> 1)
        ax, ay, az = px + s * (i0 * a0 + i1 * a3), py + s * (i0 * a1 + i1 * a4), pz + s * (i0 * a2 + i1 * a5)
        dx, dy, dz = ax - qx, ay - qy, az - qz
        j0 = t * np.floor((dx * b0 + dy * b1 + dz * b2) * rt + 0.5)
        j1 = t * np.floor((dx * b3 + dy * b4 + dz * b5) * rt + 0.5)
        bx, by, bz = qx + j0 * b0 + j1 * b3, qy + j0 * b1 + j1 * b4, qz + j0 * b2 + j1 * b5
        off = (ax - bx) ** 2 + (ay - by) ** 2 + (az - bz) ** 2
        d = off + 0.02 * ((ax - mx) ** 2 + (ay - my) ** 2 + (az - mz) ** 2)
        if d < best:
            best = d
            out[0], out[1], out[8] = i0, i1, off
            out[2], out[3], out[4], out[5], out[6], out[7] = ax, ay, az, bx, by, bz


@njit(cache=True, nogil=True)
def arms_of(o, n):  # type: ignore[no-untyped-def]
    """Both arms of crosses, (n, 6)."""
    out = np.empty((len(o), 6))
    for v in range(len(o)):
        out[v, 0], out[v, 1], out[v, 2] = o[v, 0], o[v, 1], o[v, 2]
        out[v, 3], out[v, 4], out[v, 5] = _turned(o[v, 0], o[v, 1], o[v, 2], n[v, 0], n[v, 1], n[v, 2], 1)
    return out


@njit(cache=True, nogil=True, parallel=LOOPS)
def even_places(starts, ring, weight, x, n, arms, step, p, held, line, rounds):  # type: ignore[no-untyped-def]
    """Lattice places p moved towards where the lattices of their neighbours agree.

    Where `held` is 1 the lattice has a line through the vertex along `line`, where it is 2 a place at the vertex.
    """
    inside = inside_by_ring(starts, ring, slabs(x))
    for _ in range(rounds):
        for q in prange(SLABS):
            _places_in(starts, ring, weight, x, n, arms, step, p, held, line, inside, q)
        _places_in(starts, ring, weight, x, n, arms, step, p, held, line, inside, NONE)


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"nnan", "ninf", "nsz"})
def _places_in(starts, ring, weight, x, n, arms, step, p, held, line, inside, only):  # type: ignore[no-untyped-def]
    """One round for what lies inside `only`."""
    out = np.empty(9)
    for v in range(len(x)):
        if held[v] == 2 or inside[v] != only:
            continue
        s = step[v]
        nx, ny, nz = n[v, 0], n[v, 1], n[v, 2]
        total = 0.0
        for k in range(starts[v], starts[v + 1]):
            u = ring[k]
            _meet(v, u, x, n, p, arms, s, step[u], out)
            q = total + weight[k]
            g = weight[k] / q
            f = 1.0 - g
            qx, qy, qz = f * out[2] + g * out[5], f * out[3] + g * out[6], f * out[4] + g * out[7]
            total = q
            d = nx * (qx - x[v, 0]) + ny * (qy - x[v, 1]) + nz * (qz - x[v, 2])
            p[v, 0], p[v, 1], p[v, 2] = qx - d * nx, qy - d * ny, qz - d * nz
        for arm in range(0, 6, 3):  # the lattice place nearest to the vertex, and across a line just that
            d = along = 0.0
            for c in range(3):
                d += (x[v, c] - p[v, c]) * arms[v, arm + c]
                along += arms[v, arm + c] * line[v, c]
            if not (held[v] == 1 and abs(along) < 0.7):
                d = np.floor(d / s + 0.5) * s
            for c in range(3):
                p[v, c] += d * arms[v, arm + c]


@njit(cache=True, nogil=True)
def steps_between(one, two, x, n, arms, step, p):  # type: ignore[no-untyped-def]
    """For each pair of vertices the lattice steps from the first's own place to the second's, in the first's cross.

    (e, 2) int32, and the square of how far the lattices are from meeting, in steps.
    """
    out, off, got = np.empty((len(one), 2), np.int32), np.empty(len(one)), np.empty(9)
    for e in range(len(one)):
        v, u = one[e], two[e]
        _meet(v, u, x, n, p, arms, step[v], step[u], got)
        i, j = _alike(
            arms[v, 0], arms[v, 1], arms[v, 2], n[v, 0], n[v, 1], n[v, 2],
            arms[u, 0], arms[u, 1], arms[u, 2], n[u, 0], n[u, 1], n[u, 2],
        )  # fmt: skip
        bx, by, bz = _turned(arms[u, 0], arms[u, 1], arms[u, 2], n[u, 0], n[u, 1], n[u, 2], (j - i) % 4)
        cx, cy, cz = _turned(bx, by, bz, n[u, 0], n[u, 1], n[u, 2], 1)
        dx, dy, dz = got[5] - p[u, 0], got[6] - p[u, 1], got[7] - p[u, 2]
        out[e, 0] = int(got[0] - np.floor((dx * bx + dy * by + dz * bz) / step[u] + 0.5))
        out[e, 1] = int(got[1] - np.floor((dx * cx + dy * cy + dz * cz) / step[u] + 0.5))
        off[e] = got[8] / (step[v] * step[u])
    return out, off
