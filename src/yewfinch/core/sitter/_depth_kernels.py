"""Kernels of depth maps: triangles scanned into a buffer of depths."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def project(positions, first, last, rotation, shift, focal, cx, cy, out):
    """Pixel centres' x and y, and 1 / depth (0 behind the camera), of rows [first, last)."""
    for r in range(first, last):
        a, b, c = np.float64(positions[r, 0]), np.float64(positions[r, 1]), np.float64(positions[r, 2])
        z = rotation[2, 0] * a + rotation[2, 1] * b + rotation[2, 2] * c + shift[2]
        if z < 1.0:
            out[r - first, 0] = out[r - first, 1] = out[r - first, 2] = 0.0
            continue
        x = rotation[0, 0] * a + rotation[0, 1] * b + rotation[0, 2] * c + shift[0]
        y = rotation[1, 0] * a + rotation[1, 1] * b + rotation[1, 2] * c + shift[1]
        out[r - first, 0] = x / z * focal + cx - 0.5
        out[r - first, 1] = y / z * focal + cy - 0.5
        out[r - first, 2] = 1.0 / z


@njit(cache=True)
def fill_leaves(depth, leaves, seen, faces, face_start, x0, y0, x1, y1):
    """Nearest depth of every pixel centre within [x0, x1) x [y0, y1), for the faces of `leaves`.

    Returns how many triangles reached into the rectangle.
    """
    count = 0
    for li in range(len(leaves)):
        leaf = leaves[li]
        for face in range(face_start[leaf], face_start[leaf + 1]):
            for half in range(2):
                if half == 1 and faces[face, 3] == faces[face, 2]:
                    break
                i = faces[face, 0]
                j = faces[face, 1] if half == 0 else faces[face, 2]
                k = faces[face, 2] if half == 0 else faces[face, 3]
                xi, xj, xk = seen[i, 0], seen[j, 0], seen[k, 0]
                low = min(xi, xj, xk)
                high = max(xi, xj, xk)
                if high < x0 or low > x1 - 1:
                    continue
                yi, yj, yk = seen[i, 1], seen[j, 1], seen[k, 1]
                below = min(yi, yj, yk)
                above = max(yi, yj, yk)
                if above < y0 or below > y1 - 1:
                    continue
                wi, wj, wk = seen[i, 2], seen[j, 2], seen[k, 2]
                if wi <= 0.0 or wj <= 0.0 or wk <= 0.0:
                    continue
                area = (xj - xi) * (yk - yi) - (xk - xi) * (yj - yi)
                if abs(area) < 1e-12:
                    continue
                count += 1
                inverse = 1.0 / area
                for y in range(max(y0, int(np.ceil(below))), min(y1 - 1, int(np.floor(above))) + 1):
                    for x in range(max(x0, int(np.ceil(low))), min(x1 - 1, int(np.floor(high))) + 1):
                        u = ((x - xi) * (yk - yi) - (xk - xi) * (y - yi)) * inverse
                        v = ((xj - xi) * (y - yi) - (x - xi) * (yj - yi)) * inverse
                        if u < -1e-9 or v < -1e-9 or u + v > 1.0 + 1e-9:
                            continue
                        z = 1.0 / (wi + u * (wj - wi) + v * (wk - wi))
                        depth[y, x] = min(depth[y, x], z)
    return count
