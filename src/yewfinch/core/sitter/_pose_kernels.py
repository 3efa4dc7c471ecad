"""Loops of the pose of one camera."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def turned(vector, rotation):
    """The rotation `rotation` followed by a turn about `vector` (radians, Rodrigues)."""
    angle = np.sqrt(vector[0] ** 2 + vector[1] ** 2 + vector[2] ** 2)
    if angle < 1e-12:
        return rotation.copy()
    x, y, z = vector[0] / angle, vector[1] / angle, vector[2] / angle
    s, c = np.sin(angle), np.cos(angle)
    d = 1.0 - c
    turn = np.empty((3, 3))
    turn[0, 0], turn[0, 1], turn[0, 2] = c + x * x * d, x * y * d - z * s, x * z * d + y * s
    turn[1, 0], turn[1, 1], turn[1, 2] = x * y * d + z * s, c + y * y * d, y * z * d - x * s
    turn[2, 0], turn[2, 1], turn[2, 2] = x * z * d - y * s, y * z * d + x * s, c + z * z * d
    out = np.zeros((3, 3))
    for i in range(3):
        for j in range(3):
            for k in range(3):
                out[i, j] += turn[i, k] * rotation[k, j]
    return out


@njit(cache=True, nogil=True)
def _pose_cost(world, image, centre, spread, rotation, shift, log_focal, lens, distance, tail):
    """What is minimised, and the sum of squared errors in pixels; infinite for a point behind the camera.

    `lens` and `distance` are mean and spread of the logarithms of the focal length in pixels and of the distance of the
    points' middle in mm; `tail` is the degrees of freedom of the robust loss, 0 for plain squares.
    """
    focal = np.exp(log_focal)
    data = squares = depth = 0.0
    for i in range(len(world)):
        c = rotation @ world[i] + shift
        if c[2] <= 1e-6:
            return np.inf, np.inf
        depth += c[2]
        u = c[0] / c[2] * focal + centre[0] - image[i, 0]
        v = c[1] / c[2] * focal + centre[1] - image[i, 1]
        e = u * u + v * v
        squares += e
        e /= spread * spread
        data += tail * np.log1p(e / tail) if tail > 0 else e
    data += ((log_focal - lens[0]) / lens[1]) ** 2
    data += ((np.log(depth / len(world)) - distance[0]) / distance[1]) ** 2
    return data, squares


@njit(cache=True, nogil=True)
def refine(world, image, centre, spread, rotation, shift, log_focal, lens, distance, tail):
    """Levenberg-Marquardt on rotation, shift and focal length; see `_pose_cost`.

    Returns rotation, shift, logarithm of the focal length, cost and sum of squared errors in pixels.
    """
    rotation, shift = rotation.copy(), shift.copy()
    cost, squares = _pose_cost(world, image, centre, spread, rotation, shift, log_focal, lens, distance, tail)
    damping = 1e-3
    row = np.empty(7)
    for _ in range(60):
        if not np.isfinite(cost):
            break
        normal, gradient = np.zeros((7, 7)), np.zeros(7)
        focal = np.exp(log_focal)
        depth = 0.0
        for i in range(len(world)):
            arm = rotation @ world[i]
            c = arm + shift
            z = c[2]
            depth += z
            scale = focal / z
            u = c[0] * scale + centre[0] - image[i, 0]
            v = c[1] * scale + centre[1] - image[i, 1]
            weight = 1.0 / (spread * spread)
            if tail > 0:
                weight /= 1.0 + (u * u + v * v) * weight / tail
            for axis in range(2):
                e = u if axis == 0 else v
                x = scale * c[axis] / z
                row[0], row[1], row[2] = -arm[1] * x, arm[0] * x, 0.0
                if axis == 0:
                    row[1] += arm[2] * scale
                    row[2] -= arm[1] * scale
                    row[3], row[4] = scale, 0.0
                else:
                    row[0] -= arm[2] * scale
                    row[2] += arm[0] * scale
                    row[3], row[4] = 0.0, scale
                row[5] = -x
                row[6] = scale * c[axis]
                for a in range(7):
                    gradient[a] += weight * row[a] * e
                    for b in range(a + 1):
                        normal[a, b] += weight * row[a] * row[b]
        for a in range(7):
            for b in range(a):
                normal[b, a] = normal[a, b]
        normal[6, 6] += 1.0 / lens[1] ** 2
        gradient[6] += (log_focal - lens[0]) / lens[1] ** 2
        # the middle's depth changes with the shift above all; its turn is left out of the slope
        middle = depth / len(world)
        slope = 1.0 / (middle * distance[1])
        normal[5, 5] += slope * slope
        gradient[5] += slope * (np.log(middle) - distance[0]) / distance[1]
        moved = False
        while damping < 1e7:
            damped = normal.copy()
            for a in range(7):
                damped[a, a] += damping * max(normal[a, a], 1e-12)
            step = -np.linalg.solve(damped, gradient)
            new_rotation = turned(step[:3], rotation)
            new_shift = shift + step[3:6]
            new_focal = min(max(log_focal + step[6], 3.0), 13.0)
            there, squares_there = _pose_cost(
                world, image, centre, spread, new_rotation, new_shift, new_focal, lens, distance, tail
            )
            if there < cost:
                moved = cost - there > 1e-9 * cost
                rotation, shift, log_focal = new_rotation, new_shift, new_focal
                cost, squares = there, squares_there
                damping = max(damping * 0.2, 1e-9)
                break
            damping *= 5.0
        if not moved:
            break
    return rotation, shift, log_focal, cost, squares
