"""Loops of the bundle adjustment over marks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def _moved(point, modes, express):
    """A landmark with a photo's expression."""
    out = point.copy()
    for a in range(len(express)):
        if express[a] != 0.0:
            out += modes[:, a] * express[a]
    return out


@njit(cache=True, nogil=True)
def mark_errors(photo, landmark, seen, rotation, shift, log_focal, centre, points, modes, express, out):
    """Seen less marked of each mark, (m, 2) pixels, into `out`; 1e9 for a landmark behind its camera."""
    for m in range(len(photo)):
        k, j = photo[m], landmark[m]
        x = _moved(points[j], modes[j], express[k])
        c = rotation[k] @ x + shift[k]
        if c[2] <= 1.0:
            out[m] = 1e9
            continue
        focal = np.exp(log_focal[k]) / c[2]
        out[m, 0] = c[0] * focal + centre[k, 0] - seen[m, 0]
        out[m, 1] = c[1] * focal + centre[k, 1] - seen[m, 1]


@njit(cache=True, nogil=True)
def mark_slopes(photo, landmark, rotation, shift, log_focal, points, modes, express, out):
    """Derivatives of each mark, (m, 2, 9 + e + 3), by its camera (turn, shift, focal, centre, expression) and its
    landmark.
    """
    size = 9 + express.shape[1]
    for m in range(len(photo)):
        k, j = photo[m], landmark[m]
        x = _moved(points[j], modes[j], express[k])
        arm = rotation[k] @ x
        c = arm + shift[k]
        z = max(c[2], 1.0)
        focal = np.exp(log_focal[k]) / z
        out[m] = 0.0
        for axis in range(2):
            row = out[m, axis]
            by_depth = -focal * c[axis] / z
            # turn: cross product of the arm with the derivative by the point in the camera's frame
            if axis == 0:
                row[0], row[1], row[2] = arm[1] * by_depth, arm[2] * focal - arm[0] * by_depth, -arm[1] * focal
            else:
                row[0], row[1], row[2] = arm[1] * by_depth - arm[2] * focal, -arm[0] * by_depth, arm[0] * focal
            row[3 + axis] = focal
            row[5] = by_depth
            row[6] = focal * c[axis]
            row[7 + axis] = 1.0
            for b in range(3):
                row[size + b] = focal * rotation[k, axis, b] + by_depth * rotation[k, 2, b]
            for a in range(express.shape[1]):
                for b in range(3):
                    row[9 + a] += row[size + b] * modes[j, b, a]


@njit(cache=True, nogil=True)
def gather(photo, landmark, slopes, errors, information, cameras, between, shared, camera_pull, shared_pull):
    """Add the marks to the normal equations: blocks of cameras (k, p, p), of cameras against what they share (k, p, q),
    of what
    they share (q, q), and the gradients. `information` is the inverse covariance of each mark, (m, 2, 2).
    """
    size = cameras.shape[1]
    for m in range(len(photo)):
        k, at = photo[m], 3 * landmark[m]
        w00, w01, w11 = information[m, 0, 0], information[m, 0, 1], information[m, 1, 1]
        if w00 == 0.0 and w11 == 0.0:
            continue
        e0, e1 = errors[m, 0], errors[m, 1]
        p0, p1 = w00 * e0 + w01 * e1, w01 * e0 + w11 * e1
        for a in range(size + 3):
            x, y = slopes[m, 0, a], slopes[m, 1, a]
            u, v = w00 * x + w01 * y, w01 * x + w11 * y
            if a < size:
                if x == 0.0 and y == 0.0:
                    continue
                camera_pull[k, a] += x * p0 + y * p1
                for b in range(size):
                    cameras[k, a, b] += u * slopes[m, 0, b] + v * slopes[m, 1, b]
                for b in range(3):
                    between[k, a, at + b] += u * slopes[m, 0, size + b] + v * slopes[m, 1, size + b]
            else:
                shared_pull[at + a - size] += x * p0 + y * p1
                for b in range(3):
                    shared[at + a - size, at + b] += u * slopes[m, 0, size + b] + v * slopes[m, 1, size + b]
