"""Loops of the field's shapes. No checks: see `field_shapes`."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True)
def rod_distance(points, rods):  # type: ignore[no-untyped-def]
    """Distance of (k, 3) points to the rods between consecutive (x, y, z, radius) rows."""
    out = np.empty(len(points))
    for i in range(len(points)):
        best = 1e9
        for j in range(len(rods) - 1):
            wx, wy, wz = rods[j + 1, 0] - rods[j, 0], rods[j + 1, 1] - rods[j, 1], rods[j + 1, 2] - rods[j, 2]
            rx, ry, rz = points[i, 0] - rods[j, 0], points[i, 1] - rods[j, 1], points[i, 2] - rods[j, 2]
            t = (rx * wx + ry * wy + rz * wz) / max(wx * wx + wy * wy + wz * wz, 1e-12)
            t = min(max(t, 0.0), 1.0)
            dx, dy, dz = rx - t * wx, ry - t * wy, rz - t * wz
            d = np.sqrt(dx * dx + dy * dy + dz * dz) - (rods[j, 3] + (rods[j + 1, 3] - rods[j, 3]) * t)
            best = min(best, d)
        out[i] = best
    return out


@njit(cache=True)
def body_distance(points, centre, radii, turn, power):  # type: ignore[no-untyped-def]
    """First-order distance of (k, 3) points to an ellipsoid or a squarer body."""
    out = np.empty(len(points))
    for i in range(len(points)):
        x, y, z = points[i, 0] - centre[0], points[i, 1] - centre[1], points[i, 2] - centre[2]
        k0 = 0.0
        s = np.empty(3)
        for a in range(3):
            s[a] = abs(turn[a, 0] * x + turn[a, 1] * y + turn[a, 2] * z) / radii[a]
        if power == 2.0:
            k1 = 0.0
            for a in range(3):
                k0 += s[a] * s[a]
                k1 += (s[a] / radii[a]) ** 2
            k0, k1 = np.sqrt(k0), np.sqrt(k1)
            out[i] = k0 * (k0 - 1.0) / max(k1, 1e-9)
        else:
            for a in range(3):
                k0 += s[a] ** power
            k0 = k0 ** (1.0 / power)
            g = 0.0
            for a in range(3):
                g += (s[a] ** (power - 1.0) / radii[a] * max(k0, 1e-9) ** (1.0 - power)) ** 2
            out[i] = (k0 - 1.0) / max(np.sqrt(g), 1e-9)
    return out
