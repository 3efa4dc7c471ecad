"""Kernels of depth maps: triangles scanned into a buffer of depths."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def fill_leaves(depth, leaves, positions, faces, face_start, rotation, shift, focal, cx, cy, x0, y0, x1, y1):
    """Nearest depth of every pixel centre within [x0, x1) x [y0, y1), for the faces of `leaves`."""
    px = np.empty(4)
    py = np.empty(4)
    pw = np.empty(4)
    for li in range(len(leaves)):
        leaf = leaves[li]
        for face in range(face_start[leaf], face_start[leaf + 1]):
            ok = True
            for k in range(4):
                r = faces[face, k]
                a, b, c = positions[r, 0], positions[r, 1], positions[r, 2]
                z = rotation[2, 0] * a + rotation[2, 1] * b + rotation[2, 2] * c + shift[2]
                if z < 1.0:
                    ok = False
                    break
                px[k] = (rotation[0, 0] * a + rotation[0, 1] * b + rotation[0, 2] * c + shift[0]) / z * focal + cx - 0.5
                py[k] = (rotation[1, 0] * a + rotation[1, 1] * b + rotation[1, 2] * c + shift[1]) / z * focal + cy - 0.5
                pw[k] = 1.0 / z
            if not ok:
                continue
            for half in range(2):
                i, j, k = (0, 1, 2) if half == 0 else (0, 2, 3)
                if half == 1 and faces[face, 3] == faces[face, 2]:
                    break
                area = (px[j] - px[i]) * (py[k] - py[i]) - (px[k] - px[i]) * (py[j] - py[i])
                if abs(area) < 1e-12:
                    continue
                low_x = max(x0, int(np.ceil(min(px[i], px[j], px[k]))))
                high_x = min(x1 - 1, int(np.floor(max(px[i], px[j], px[k]))))
                low_y = max(y0, int(np.ceil(min(py[i], py[j], py[k]))))
                high_y = min(y1 - 1, int(np.floor(max(py[i], py[j], py[k]))))
                inverse = 1.0 / area
                for y in range(low_y, high_y + 1):
                    for x in range(low_x, high_x + 1):
                        u = ((x - px[i]) * (py[k] - py[i]) - (px[k] - px[i]) * (y - py[i])) * inverse
                        v = ((px[j] - px[i]) * (y - py[i]) - (x - px[i]) * (py[j] - py[i])) * inverse
                        if u < -1e-9 or v < -1e-9 or u + v > 1.0 + 1e-9:
                            continue
                        z = 1.0 / (pw[i] + u * (pw[j] - pw[i]) + v * (pw[k] - pw[i]))
                        depth[y, x] = min(depth[y, x], z)
