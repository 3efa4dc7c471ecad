"""Loops that look up colour samples at places of faces; see `paint_transfer.py`. No checks."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS
from yewfinch.core.skin._grain_kernels import _turned, sample


@njit(cache=True)
def _in_quarter(corners, c, s, t, out):
    """The quarter of a face at its corner c: places (u, v), of 0 to 1, of what lies at (s, t) on the face.

    On a triangle s and t are the weights of its second and third corner, on a quad they run along its first and its
    last side. Solved by Newton's method, as the quarter of a triangle is no parallelogram.
    """
    if corners == 4:
        if c == 0:
            out[0], out[1] = 2.0 * s, 2.0 * t
        elif c == 1:
            out[0], out[1] = 2.0 * t, 2.0 * (1.0 - s)
        elif c == 2:
            out[0], out[1] = 2.0 * (1.0 - s), 2.0 * (1.0 - t)
        else:
            out[0], out[1] = 2.0 * (1.0 - t), 2.0 * s
    else:
        w = (1.0 - s - t, s, t)
        x, y = w[(c + 1) % 3], w[(c + 2) % 3]  # weights of the next corner and of the one before
        u = v = 0.3
        for _ in range(8):
            # from (0, 0) over (1/2, 0) and (1/3, 1/3) to (0, 1/2)
            fx = u * 0.5 * (1.0 - v) + u * v / 3.0 - x
            fy = v * 0.5 * (1.0 - u) + u * v / 3.0 - y
            a, b = 0.5 * (1.0 - v) + v / 3.0, -0.5 * u + u / 3.0
            d, e = -0.5 * v + v / 3.0, 0.5 * (1.0 - u) + u / 3.0
            det = a * e - b * d
            if abs(det) < 1e-12:
                break
            u -= (e * fx - b * fy) / det
            v -= (a * fy - d * fx) / det
        out[0], out[1] = u, v
    out[0], out[1] = min(max(out[0], 0.0), 1.0), min(max(out[1], 0.0), 1.0)


@njit(cache=True, parallel=LOOPS, nogil=True)
def around(face, half, weights, faces, first, quads, edge, n, edges, across, split, rows, shares):
    """The four samples round each place of a surface, (k, 4), and their shares.

    Places lie on a half of a face (cut along corners 0-2), `weights` (k, 2) are those of its second and third corner.
    """
    for i in prange(len(face)):
        f = face[i]
        triangle = faces[f, 2] == faces[f, 3]
        a, b = weights[i, 0], weights[i, 1]
        uv = np.empty(2)
        if triangle:
            s, t = a, b
        elif half[i] == 0:
            s, t = a + b, b
        else:
            s, t = a, a + b
        if not split:
            q = f
            uv[0], uv[1] = s, t
        else:
            if triangle:
                c = 0
                if a > 1.0 - a - b and a >= b:
                    c = 1
                elif b > 1.0 - a - b and b > a:
                    c = 2
                _in_quarter(3, c, s, t, uv)
            else:
                c = (2 if s > 0.5 else 3) if t > 0.5 else (1 if s > 0.5 else 0)
                _in_quarter(4, c, s, t, uv)
            q = first[f] + c
        x, y = uv[0] * across, uv[1] * across
        ix, iy = min(max(int(x), 0), across - 1), min(max(int(y), 0), across - 1)
        fx, fy = min(max(x - ix, 0.0), 1.0), min(max(y - iy, 0.0), 1.0)
        for d in range(4):
            right, up = d & 1, d >> 1
            rows[i, d] = sample(quads, edge, n, edges, across, q, ix + right, iy + up)
            shares[i, d] = (fx if right else 1.0 - fx) * (fy if up else 1.0 - fy)


@njit(cache=True, parallel=LOOPS, nogil=True)
def mixed(rows, shares, values, alpha, out):
    """Values (N, width) mixed from four samples each; with `alpha` the last one weighs the others."""
    width = values.shape[1]
    for i in prange(len(rows)):
        total = 0.0
        acc = np.zeros(width)
        for d in range(4):
            r, share = rows[i, d], shares[i, d]
            if alpha:
                share *= values[r, width - 1] / 255.0
            total += share
            for k in range(width - 1 if alpha else width):
                acc[k] += share * values[r, k]
        if alpha:
            for k in range(width - 1):
                out[i, k] = np.uint8(acc[k] / total + 0.5) if total > 1e-9 else 0
            out[i, width - 1] = np.uint8(min(total, 1.0) * 255.0 + 0.5)
        else:
            for k in range(width):
                out[i, k] = np.uint8(acc[k] + 0.5)


@njit(cache=True, inline="always")
def _in_face(first, quads, edge, n, edges, across, split, f, c, a, b):
    """The row of what lies `a` steps from corner c of a face towards the next one and `b` towards the one before, both
    up to its middle.
    """
    if split:
        return sample(quads, edge, n, edges, across, first[f] + c, a, b)
    i, j = _turned(c, a, b, across)
    return sample(quads, edge, n, edges, across, f, i, j)


@njit(cache=True, parallel=LOOPS, nogil=True)
def copied(row, values, out):
    """Values (n, width) of old samples written where new ones (N,) come of them; -1 for those that do not."""
    width = values.shape[1]
    for i in prange(len(row)):
        if row[i] >= 0:
            for k in range(width):
                out[i, k] = values[row[i], k]


@njit(cache=True, parallel=LOOPS, nogil=True)
def kept(
    old_of, turn, faces, first, quads, edge, n, edges, across, split,
    old_first, old_quads, old_edge, old_n, old_edges, old_across, old_split, half, out,
):  # fmt: skip
    """The old sample at which each sample of faces lies that stayed, into `out`.

    `old_of` says which old face each one was, -1 for new ones; its corner c is the old one's corner c + `turn`. Both
    have `half` steps from a corner to the middle of a side.
    """
    for f in prange(len(faces)):  # what two faces share is the same from both
        was = old_of[f]
        if was < 0:
            continue
        corners = 3 if faces[f, 2] == faces[f, 3] else 4
        for c in range(corners):
            d = (c + turn[f]) % corners
            for b in range(half + 1):
                for a in range(half + 1):
                    row = _in_face(first, quads, edge, n, edges, across, split, f, c, a, b)
                    out[row] = _in_face(
                        old_first, old_quads, old_edge, old_n, old_edges, old_across, old_split, was, d, a, b
                    )
