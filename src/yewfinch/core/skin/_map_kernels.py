"""Loops between colour samples and the pixels of maps; see `colour_map.py`. No checks."""

import numpy as np
from numba import njit

from yewfinch.core.skin._grain_kernels import sample


@njit(cache=True, nogil=True)
def rastered(faces, corners, size, face, half, weights):
    """Which face each pixel's middle lies on: `face` (size, size) holds it or stays, `half` which half of it, cut along
    corners 0-2, `weights` (size, size, 2) those of its second and third corner.

    `corners` (m, 4, 2) are pixels, y downwards.
    """
    for f in range(len(faces)):
        for h in range(2):
            if h == 1 and faces[f, 2] == faces[f, 3]:
                continue
            ax, ay = corners[f, 0, 0], corners[f, 0, 1]
            bx, by = corners[f, 1 + h, 0], corners[f, 1 + h, 1]
            cx, cy = corners[f, 2 + h, 0], corners[f, 2 + h, 1]
            area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay)
            if abs(area) < 1e-9:
                continue
            x0, x1 = max(int(np.floor(min(ax, bx, cx) - 0.5)), 0), min(int(np.ceil(max(ax, bx, cx) + 0.5)), size - 1)
            y0, y1 = max(int(np.floor(min(ay, by, cy) - 0.5)), 0), min(int(np.ceil(max(ay, by, cy) + 0.5)), size - 1)
            for y in range(y0, y1 + 1):
                for x in range(x0, x1 + 1):
                    px, py = x + 0.5, y + 0.5
                    u = ((px - ax) * (cy - ay) - (cx - ax) * (py - ay)) / area
                    v = ((bx - ax) * (py - ay) - (px - ax) * (by - ay)) / area
                    if u >= -1e-6 and v >= -1e-6 and u + v <= 1.0 + 1e-6:
                        face[y, x] = f
                        half[y, x] = h
                        weights[y, x, 0], weights[y, x, 1] = max(u, 0.0), max(v, 0.0)


@njit(cache=True, nogil=True)
def looked_up(quads, edge, n, edges, across, places, picture, out):
    """Values of a picture (h, w, k) at all samples, (N, k) float32; `places` (q, 4, 2) of quads' corners in pixels."""
    height, width, many = picture.shape
    for q in range(len(quads)):
        for j in range(across + 1):
            v = j / across
            for i in range(across + 1):
                u = i / across
                row = sample(quads, edge, n, edges, across, q, i, j)
                x = (1 - v) * ((1 - u) * places[q, 0, 0] + u * places[q, 1, 0]) + v * (
                    (1 - u) * places[q, 3, 0] + u * places[q, 2, 0]
                )
                y = (1 - v) * ((1 - u) * places[q, 0, 1] + u * places[q, 1, 1]) + v * (
                    (1 - u) * places[q, 3, 1] + u * places[q, 2, 1]
                )
                x, y = min(max(x - 0.5, 0.0), width - 1.0), min(max(y - 0.5, 0.0), height - 1.0)
                a, b = min(int(x), width - 2), min(int(y), height - 2)
                s, t = x - a, y - b
                for k in range(many):
                    out[row, k] = (1 - t) * ((1 - s) * picture[b, a, k] + s * picture[b, a + 1, k]) + t * (
                        (1 - s) * picture[b + 1, a, k] + s * picture[b + 1, a + 1, k]
                    )
