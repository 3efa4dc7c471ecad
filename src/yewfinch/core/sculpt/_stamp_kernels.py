"""Loops of `stamps.py` and `stencil.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def _endless(grey, u, v):  # type: ignore[no-untyped-def]
    """Value of a picture that goes on without end, at u to the right and v upwards, in widths and heights."""
    h, w = grey.shape
    x, y = u * w - 0.5, (1.0 - v) * h - 0.5
    i, j = int(np.floor(x)), int(np.floor(y))
    f, g = x - i, y - j
    i0, i1, j0, j1 = i % w, (i + 1) % w, j % h, (j + 1) % h
    return (grey[j0, i0] * (1.0 - f) + grey[j0, i1] * f) * (1.0 - g) + (grey[j1, i0] * (1.0 - f) + grey[j1, i1] * f) * g


@njit(cache=True)
def _within(grey, u, v):  # type: ignore[no-untyped-def]
    """Value of a picture at u, v from 0 to 1; 0 beyond its edge."""
    if u < 0.0 or v < 0.0 or u > 1.0 or v > 1.0:
        return 0.0
    h, w = grey.shape
    x, y = min(max(u * w - 0.5, 0.0), w - 1.0), min(max((1.0 - v) * h - 0.5, 0.0), h - 1.0)
    i, j = int(x), int(y)
    f, g = x - i, y - j
    i1, j1 = min(i + 1, w - 1), min(j + 1, h - 1)
    return (grey[j, i] * (1.0 - f) + grey[j, i1] * f) * (1.0 - g) + (grey[j1, i] * (1.0 - f) + grey[j1, i1] * f) * g


@njit(cache=True)
def in_circle(rows, positions, centre, right, up, radius, aspect, grey, invert, out):  # type: ignore[no-untyped-def]
    """Multiply by a picture laid on the square round the tool's circle; its longer side fills it."""
    a, b = (1.0, aspect) if aspect < 1.0 else (1.0 / aspect, 1.0)  # aspect: height by width
    cx, cy, cz = centre[0], centre[1], centre[2]
    p, q = 0.5 / (radius * a), 0.5 / (radius * b)
    rx, ry, rz, ux, uy, uz = p * right[0], p * right[1], p * right[2], q * up[0], q * up[1], q * up[2]
    for i in range(rows.shape[0]):
        if out[i] == 0.0:
            continue
        r = rows[i]
        x, y, z = positions[r, 0] - cx, positions[r, 1] - cy, positions[r, 2] - cz
        u, v = 0.5 + x * rx + y * ry + z * rz, 0.5 + x * ux + y * uy + z * uz
        value = _within(grey, u, v)
        if invert:
            value = 1.0 - value if 0.0 <= u <= 1.0 and 0.0 <= v <= 1.0 else 0.0
        out[i] *= value


@njit(cache=True)
def over_skin(points, normals, side, width, aspect, turn, grey, invert, out):  # type: ignore[no-untyped-def]
    """Multiply by a picture that is spread without end over points from three sides, mixed by their normals.

    `side` is -1 to spread it as on the other side of x = 0; `turn` in radians.
    """
    c, s = np.cos(turn), np.sin(turn)
    for i in range(points.shape[0]):
        if out[i] == 0.0:
            continue
        x, y, z = side * points[i, 0], points[i, 1], points[i, 2]
        nx, ny, nz = side * normals[i, 0], normals[i, 1], normals[i, 2]
        a, b, d = nx * nx, ny * ny, nz * nz
        a, b, d = a * a, b * b, d * d
        total = a + b + d
        if total < 1e-12:
            continue
        value = 0.0
        if a > 0.02 * total:
            p, q = (-z if nx > 0.0 else z), y
            value += a * _endless(grey, (c * p + s * q) / width, (c * q - s * p) / (width * aspect))
        if b > 0.02 * total:
            p, q = x, (-z if ny > 0.0 else z)
            value += b * _endless(grey, (c * p + s * q) / width, (c * q - s * p) / (width * aspect))
        if d > 0.02 * total:
            p, q = (x if nz > 0.0 else -x), y
            value += d * _endless(grey, (c * p + s * q) / width, (c * q - s * p) / (width * aspect))
        value /= (a if a > 0.02 * total else 0.0) + (b if b > 0.02 * total else 0.0) + (d if d > 0.02 * total else 0.0)
        out[i] *= 1.0 - value if invert else value


@njit(cache=True)
def through(points, normals, side, turn, position, focal, centre, flat, frame, grey, invert, steep, out):  # type: ignore[no-untyped-def]
    """Multiply by what a picture that lies over the view lets through.

    `turn` is world to camera, `frame` (2, 3) brings pixels to u and v; beyond the edge nothing goes through.
    `steep` are cosines: nothing goes through below the first, all above the second.
    """
    for i in range(points.shape[0]):
        if out[i] == 0.0:
            continue
        x, y, z = side * points[i, 0] - position[0], points[i, 1] - position[1], points[i, 2] - position[2]
        cx = turn[0, 0] * x + turn[0, 1] * y + turn[0, 2] * z
        cy = turn[1, 0] * x + turn[1, 1] * y + turn[1, 2] * z
        cz = turn[2, 0] * x + turn[2, 1] * y + turn[2, 2] * z
        nx, ny, nz = side * normals[i, 0], normals[i, 1], normals[i, 2]
        if flat > 0.0:
            px, py = cx / flat + centre[0], cy / flat + centre[1]
            facing = -(turn[2, 0] * nx + turn[2, 1] * ny + turn[2, 2] * nz)
        else:
            if cz <= 1e-6:
                out[i] = 0.0
                continue
            px, py = cx / cz * focal + centre[0], cy / cz * focal + centre[1]
            facing = -(x * nx + y * ny + z * nz) / np.sqrt(x * x + y * y + z * z)
        t = min(1.0, max(0.0, (facing - steep[0]) / max(steep[1] - steep[0], 1e-6)))
        u = frame[0, 0] * px + frame[0, 1] * py + frame[0, 2]
        v = frame[1, 0] * px + frame[1, 1] * py + frame[1, 2]
        if u < 0.0 or v < 0.0 or u > 1.0 or v > 1.0:
            out[i] = 0.0
            continue
        value = _within(grey, u, v)
        out[i] *= t * (1.0 - value if invert else value)


@njit(cache=True)
def raised(weights, step, out):  # type: ignore[no-untyped-def]
    """Steps (k, 3): each weight times one step (3,)."""
    for i in range(len(weights)):
        for k in range(3):
            out[i, k] = weights[i] * step[k]
