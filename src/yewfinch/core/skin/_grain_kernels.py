"""Loops over colour samples of faces; see `grain.py`. No checks."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, inline="always")
def sample(quads, edge, n, edges, across, q, i, j):
    """The row of the sample at (i, j) of a quad: i steps along its first side, j along its last."""
    a = i if j == 0 or j == across else -1
    if a == 0:
        return quads[q, 0] if j == 0 else quads[q, 3]
    if a == across:
        return quads[q, 1] if j == 0 else quads[q, 2]
    if j == 0:
        side, t = 0, i
    elif i == across:
        side, t = 1, j
    elif j == across:
        side, t = 2, across - i
    elif i == 0:
        side, t = 3, across - j
    else:
        inner = across - 1
        return n + edges * inner + (q * inner + (j - 1)) * inner + (i - 1)
    start, end = quads[q, side], quads[q, (side + 1) & 3]
    return n + edge[q, side] * (across - 1) + (t - 1 if start < end else across - 1 - t)


@njit(cache=True, inline="always")
def corner(v, n, made, values, out):
    """The value of a corner of a quad: a vertex, or the mean of those that it is made of."""
    width = values.shape[1]
    if v < n:
        for k in range(width):
            out[k] = values[v, k]
        return
    for k in range(width):
        out[k] = 0.0
    many = 0
    for c in range(4):
        r = made[v - n, c]
        if r >= 0:
            many += 1
            for k in range(width):
                out[k] += values[r, k]
    for k in range(width):
        out[k] /= many


@njit(cache=True, nogil=True)
def edges_of(quads, start, after, edge, side):
    """Number the edges of quads in their order, into `edge` (q, 4); `start` (n,) and `after` (4 q,) are scratch.

    Where each was met first, four times its quad and its side, comes into `side` (4 q,). Returns how many there are.
    """
    start[:] = -1
    count = 0
    for q in range(len(quads)):
        for c in range(4):
            a, b = quads[q, c], quads[q, (c + 1) & 3]
            low, high = min(a, b), max(a, b)
            found = -1
            at = start[low]
            while at >= 0:
                x, y = quads[at >> 2, at & 3], quads[at >> 2, ((at & 3) + 1) & 3]
                if max(x, y) == high:
                    found = edge[at >> 2, at & 3]
                    break
                at = after[at]
            if found < 0:
                found = count
                side[found] = 4 * q + c
                count += 1
                after[4 * q + c] = start[low]
                start[low] = 4 * q + c
            edge[q, c] = found
    return count


@njit(cache=True, nogil=True, fastmath=True)
def in_ball(
    faces, face_start, first, quads, edge, edges, across, made, positions, normals, mask, leaf_lo, leaf_hi,
    centre, radius, met, tick, rows, at, across_at, held, on,
):  # fmt: skip
    """Samples within a ball, each once: rows, places (k, 3), unit normals (k, 3) and masks (k, 1), and the quads that
    they lie on; how many there are of both.

    What does not fit into the arrays is counted only.
    """
    n, v0, inner = len(positions), len(positions) + len(made), across - 1
    c, m, w = np.empty((4, 3), np.float32), np.empty((4, 3), np.float32), np.empty((4, 1), np.float32)
    one, cx, cy, cz = np.float32(1.0), centre[0], centre[1], centre[2]
    found = seen = 0
    start, way = np.empty(4, np.int64), np.empty(4, np.int64)
    alike, plain, half = True, np.uint8(0), np.float32(0.5)
    step, r2 = np.float32(1.0 / across), np.float32(radius * radius)
    for leaf in range(len(leaf_lo)):
        far = np.float32(0.0)
        for k in range(3):
            x = max(leaf_lo[leaf, k] - centre[k], centre[k] - leaf_hi[leaf, k], 0.0)
            far += x * x
        if far > r2:
            continue
        for f in range(face_start[leaf], face_start[leaf + 1]):
            a, b, e, g = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
            far = np.float32(0.0)
            for k in range(3):
                p0, p1, p2, p3 = positions[a, k], positions[b, k], positions[e, k], positions[g, k]
                low, high = min(min(p0, p1), min(p2, p3)), max(max(p0, p1), max(p2, p3))
                x = max(max(low - centre[k], centre[k] - high), np.float32(0.0))
                far += x * x
            if far > r2:
                continue
            for q in range(first[f], first[f + 1]):
                whole = True  # then so are all of its samples
                for d in range(4):
                    corner(quads[q, d], n, made, positions, c[d])
                    x, y, z = c[d, 0] - cx, c[d, 1] - cy, c[d, 2] - cz
                    whole &= x * x + y * y + z * z <= r2
                inside = False
                for j in range(across + 1):
                    v = np.float32(j) * step
                    o = one - v
                    # along a row of samples all is linear
                    x0, y0, z0 = o * c[0, 0] + v * c[3, 0], o * c[0, 1] + v * c[3, 1], o * c[0, 2] + v * c[3, 2]
                    dx = o * c[1, 0] + v * c[2, 0] - x0
                    dy = o * c[1, 1] + v * c[2, 1] - y0
                    dz = o * c[1, 2] + v * c[2, 2] - z0
                    rim = j == 0 or j == across
                    own = v0 + edges * inner + (q * inner + j - 1) * inner - 1  # rows within the quad follow each other
                    for i in range(across + 1):
                        u = np.float32(i) * step
                        x, y, z = x0 + u * dx, y0 + u * dy, z0 + u * dz
                        if not whole and (x - cx) * (x - cx) + (y - cy) * (y - cy) + (z - cz) * (z - cz) > r2:
                            continue
                        if not inside:
                            for d in range(4):
                                corner(quads[q, d], n, made, normals, m[d])
                                corner(quads[q, d], n, made, mask, w[d])
                            alike = w[0, 0] == w[1, 0] and w[0, 0] == w[2, 0] and w[0, 0] == w[3, 0]
                            plain = np.uint8(w[0, 0] + np.float32(0.5))
                            for d in range(4):  # rows along the sides, as `sample` has them
                                first_row = v0 + edge[q, d] * inner
                                if quads[q, d] < quads[q, (d + 1) & 3]:
                                    start[d], way[d] = first_row - 1, 1
                                else:
                                    start[d], way[d] = first_row + inner, -1
                        inside = True
                        row = own + i
                        if rim or i == 0 or i == across:  # others share it
                            if rim and (i == 0 or i == across):
                                row = quads[q, (0 if i == 0 else 1) if j == 0 else (3 if i == 0 else 2)]
                            elif rim:
                                row = start[0] + i * way[0] if j == 0 else start[2] + (across - i) * way[2]
                            else:
                                row = start[3] + (across - j) * way[3] if i == 0 else start[1] + j * way[1]
                            if met[row] >= tick:
                                continue
                            met[row] = tick
                        if found < len(rows):
                            rows[found] = row
                            at[found, 0], at[found, 1], at[found, 2] = x, y, z
                            s, t = one - u, v * u
                            s0, s1, s3 = o * s, o * u, v * s
                            x = s0 * m[0, 0] + s1 * m[1, 0] + t * m[2, 0] + s3 * m[3, 0]
                            y = s0 * m[0, 1] + s1 * m[1, 1] + t * m[2, 1] + s3 * m[3, 1]
                            z = s0 * m[0, 2] + s1 * m[1, 2] + t * m[2, 2] + s3 * m[3, 2]
                            far = x * x + y * y + z * z
                            if far > np.float32(0.8):  # nearly always: Newton's steps towards one over its root
                                size = np.float32(1.5) - half * far
                                size *= np.float32(1.5) - half * far * size * size
                                size *= np.float32(1.5) - half * far * size * size
                            else:
                                size = one / max(np.sqrt(far), np.float32(1e-9))
                            across_at[found, 0], across_at[found, 1], across_at[found, 2] = x * size, y * size, z * size
                            if alike:
                                held[found, 0] = plain
                            else:
                                x = s0 * w[0, 0] + s1 * w[1, 0] + t * w[2, 0] + s3 * w[3, 0]
                                held[found, 0] = np.uint8(x + np.float32(0.5))
                        found += 1
                if inside:
                    if seen < len(on):
                        on[seen] = q
                    seen += 1
    return found, seen


@njit(cache=True, parallel=LOOPS, nogil=True)
def spread(quads, edge, edges, side, across, made, values, out):
    """Values (n, k) of vertices at all samples, (N, k) float32; each is worked out once, so that bits stay the same."""
    n, v0 = len(values), len(values) + len(made)
    width = values.shape[1]
    step = np.float32(1.0 / across)
    for v in prange(v0):
        corner(v, n, made, values, out[v])
    for e in prange(edges):
        q, d = side[e] >> 2, side[e] & 3
        a, b = quads[q, d], quads[q, (d + 1) & 3]
        low, high = min(a, b), max(a, b)
        for t in range(1, across):
            u = np.float32(t * step)
            row = v0 + e * (across - 1) + t - 1
            for k in range(width):
                out[row, k] = (1 - u) * out[low, k] + u * out[high, k]
    for q in prange(len(quads)):
        a, b, c, d = quads[q, 0], quads[q, 1], quads[q, 2], quads[q, 3]
        for j in range(1, across):
            v = np.float32(j * step)
            for i in range(1, across):
                u = np.float32(i * step)
                row = sample(quads, edge, v0, edges, across, q, i, j)
                for k in range(width):
                    out[row, k] = (1 - v) * ((1 - u) * out[a, k] + u * out[b, k]) + v * (
                        (1 - u) * out[d, k] + u * out[c, k]
                    )


@njit(cache=True, nogil=True)
def touched(quads, edge, at_corner, at_edge, within, out):
    """Mark quads of which a corner, an edge or the inside is marked."""
    for q in range(len(quads)):
        found = within[q] > 0
        for d in range(4):
            found |= at_corner[quads[q, d]] > 0 or at_edge[edge[q, d]] > 0
        if found:
            out[q] = 1


@njit(cache=True, parallel=LOOPS, nogil=True)
def tiles(chosen, quads, edge, n, edges, across, values, out):
    """Values (N, 4) of the samples of some quads as tiles, (k, across + 1, across + 1, 4)."""
    for t in prange(len(chosen)):
        q = chosen[t]
        for j in range(across + 1):
            for i in range(across + 1):
                row = sample(quads, edge, n, edges, across, q, i, j)
                for k in range(4):
                    out[t, j, i, k] = values[row, k]


@njit(cache=True, inline="always")
def _turned(c, a, b, across):
    """Steps (i, j) of what lies `a` steps from corner c towards the next one and `b` towards the one before."""
    if c == 0:
        return a, b
    if c == 1:
        return across - b, a
    if c == 2:
        return across - a, across - b
    return b, across - a


@njit(cache=True, nogil=True)
def risen(
    quads, edge, n, edges, across, vertex_of, face_of,
    coarse_faces, first, coarse_quads, coarse_edge, coarse_n, coarse_edges, coarse_across, split, out,
):  # fmt: skip
    """The sample of a coarse net at which each one of the next finer net lies, into `out`; False if some face of the
    finer net comes of none.

    `vertex_of` and `face_of` say which vertex or face of the coarse net a finer vertex comes of; -1 if of none.
    """
    for q in range(len(quads)):
        c0, v, f = -1, -1, -1
        for d in range(4):
            if vertex_of[quads[q, d]] >= 0:
                c0, v = d, vertex_of[quads[q, d]]
            if face_of[quads[q, d]] >= 0:
                f = face_of[quads[q, d]]
        if c0 < 0 or f < 0:
            return False
        c = -1
        for d in range(4):
            if coarse_faces[f, d] == v:
                c = d
                break
        if c < 0:
            return False
        for b in range(across + 1):
            for a in range(across + 1):
                i, j = _turned(c0, a, b, across)
                if split:
                    x, y, owner = a, b, first[f] + c
                else:
                    x, y = _turned(c, a, b, coarse_across)
                    owner = f
                row = sample(quads, edge, n, edges, across, q, i, j)
                out[row] = sample(coarse_quads, coarse_edge, coarse_n, coarse_edges, coarse_across, owner, x, y)
    return True
