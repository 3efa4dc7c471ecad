"""Loops of the bundle adjustment over marks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True, inline="always")
def _in_camera(point, modes, express, rotation, shift):
    """A landmark with a photo's expression, and where it lies seen from the camera: turned, x, y, z, and moved, x, y,
    z.
    """
    x, y, z = point[0], point[1], point[2]
    for a in range(len(express)):
        if express[a] != 0.0:
            x += modes[0, a] * express[a]
            y += modes[1, a] * express[a]
            z += modes[2, a] * express[a]
    u = rotation[0, 0] * x + rotation[0, 1] * y + rotation[0, 2] * z
    v = rotation[1, 0] * x + rotation[1, 1] * y + rotation[1, 2] * z
    w = rotation[2, 0] * x + rotation[2, 1] * y + rotation[2, 2] * z
    return u, v, w, u + shift[0], v + shift[1], w + shift[2]


@njit(cache=True, nogil=True)
def mark_errors(photo, landmark, seen, rotation, shift, log_focal, centre, points, modes, express, out):
    """Seen less marked of each mark, (m, 2) pixels, into `out`; 1e9 for a landmark behind its camera."""
    for m in range(len(photo)):
        k, j = photo[m], landmark[m]
        _, _, _, x, y, z = _in_camera(points[j], modes[j], express[k], rotation[k], shift[k])
        if z <= 1.0:
            out[m, 0] = out[m, 1] = 1e9
            continue
        focal = np.exp(log_focal[k]) / z
        out[m, 0] = x * focal + centre[k, 0] - seen[m, 0]
        out[m, 1] = y * focal + centre[k, 1] - seen[m, 1]


@njit(cache=True, nogil=True)
def mark_slopes(photo, landmark, rotation, shift, log_focal, points, modes, express, out):
    """Derivatives of each mark, (m, 2, 9 + e + 3), by its camera (turn, shift, focal, centre, expression) and its
    landmark.
    """
    size = 9 + express.shape[1]
    for m in range(len(photo)):
        k, j = photo[m], landmark[m]
        arm_x, arm_y, arm_z, x, y, z = _in_camera(points[j], modes[j], express[k], rotation[k], shift[k])
        z = max(z, 1.0)
        focal = np.exp(log_focal[k]) / z
        out[m] = 0.0
        for axis in range(2):
            row = out[m, axis]
            along = x if axis == 0 else y
            by_depth = -focal * along / z
            # turn: cross product of the arm with the derivative by the point in the camera's frame
            if axis == 0:
                row[0], row[1], row[2] = arm_y * by_depth, arm_z * focal - arm_x * by_depth, -arm_y * focal
            else:
                row[0], row[1], row[2] = arm_y * by_depth - arm_z * focal, -arm_x * by_depth, arm_x * focal
            row[3 + axis] = focal
            row[5] = by_depth
            row[6] = focal * along
            row[7 + axis] = 1.0
            for b in range(3):
                row[size + b] = focal * rotation[k, axis, b] + by_depth * rotation[k, 2, b]
            for a in range(express.shape[1]):
                for b in range(3):
                    row[9 + a] += row[size + b] * modes[j, b, a]


@njit(cache=True, nogil=True)
def gather(photo, landmark, slopes, errors, information, some, cameras, between, shared, camera_pull, shared_pull):
    """Add the marks to the normal equations: blocks of cameras (k, p, p), of cameras against what they share (k, p, q),
    of what they share (q, q), and the gradients. `information` is the inverse variance of each mark, (m,); only the
    first `some` parameters of a camera count.
    """
    size = cameras.shape[1]
    for m in range(len(photo)):
        k, at = photo[m], 3 * landmark[m]
        w = information[m]
        if w == 0.0:
            continue
        p0, p1 = w * errors[m, 0], w * errors[m, 1]
        for a in range(some):
            x, y = slopes[m, 0, a], slopes[m, 1, a]
            if x == 0.0 and y == 0.0:
                continue
            u, v = w * x, w * y
            camera_pull[k, a] += x * p0 + y * p1
            for b in range(some):
                cameras[k, a, b] += u * slopes[m, 0, b] + v * slopes[m, 1, b]
            for b in range(3):
                between[k, a, at + b] += u * slopes[m, 0, size + b] + v * slopes[m, 1, size + b]
        for a in range(3):
            x, y = slopes[m, 0, size + a], slopes[m, 1, size + a]
            shared_pull[at + a] += x * p0 + y * p1
            for b in range(3):
                shared[at + a, at + b] += w * (x * slopes[m, 0, size + b] + y * slopes[m, 1, size + b])
