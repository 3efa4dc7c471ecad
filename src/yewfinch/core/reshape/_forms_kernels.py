"""Loops over lists of forms. No checks: see `forms`."""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS

# a group is what is joined at once; its columns: 0-2 centre and 3 radius of a ball round it, 4 way
# (0 add, 1 carve, 2 dent, 3 put aside what there is and begin anew, 4 join with what was put
# aside), 5 width, 6 depth, 7 first row, 8 the row after its last
# a row is one form; its columns: 0 kind (0 ellipsoid, 1 rod), 9- its own numbers


@njit(cache=True)
def _alone(x, y, z, row):  # type: ignore[no-untyped-def]
    """Distance to one form."""
    if row[0] == 1.0:
        wx, wy, wz = row[13] - row[9], row[14] - row[10], row[15] - row[11]
        rx, ry, rz = x - row[9], y - row[10], z - row[11]
        t = (rx * wx + ry * wy + rz * wz) / max(wx * wx + wy * wy + wz * wz, 1e-12)
        t = min(max(t, 0.0), 1.0)
        dx, dy, dz = rx - t * wx, ry - t * wy, rz - t * wz
        return np.sqrt(dx * dx + dy * dy + dz * dz) - (row[12] + (row[16] - row[12]) * t)
    px, py, pz = x - row[9], y - row[10], z - row[11]
    a = abs(row[15] * px + row[16] * py + row[17] * pz) / row[12]
    b = abs(row[18] * px + row[19] * py + row[20] * pz) / row[13]
    c = abs(row[21] * px + row[22] * py + row[23] * pz) / row[14]
    power = row[24]
    if power == 2.0:
        k0 = np.sqrt(a * a + b * b + c * c)
        k1 = np.sqrt((a / row[12]) ** 2 + (b / row[13]) ** 2 + (c / row[14]) ** 2)
        return k0 * (k0 - 1.0) / max(k1, 1e-9)
    k0 = max((a**power + b**power + c**power) ** (1.0 / power), 1e-9)
    fall = k0 ** (1.0 - power)
    ga = a ** (power - 1.0) / row[12] * fall
    gb = b ** (power - 1.0) / row[13] * fall
    gc = c ** (power - 1.0) / row[14] * fall
    return (k0 - 1.0) / max(np.sqrt(ga * ga + gb * gb + gc * gc), 1e-9)


@njit(cache=True)
def _at(x, y, z, groups, rows, soft):  # type: ignore[no-untyped-def]
    """Distance to all of them joined; `soft` rounds |x| at the midline."""
    if soft > 0.0:
        x = abs(x)
        if x < soft:
            x = (x * x / soft + soft) / 2.0
    d = 1e9
    aside = 1e9
    for g in range(len(groups)):
        way, width = groups[g, 4], groups[g, 5]
        if way == 3.0:
            aside = d
            d = 1e9
            continue
        if way == 4.0:
            part = aside
        else:
            gx, gy, gz, r = x - groups[g, 0], y - groups[g, 1], z - groups[g, 2], groups[g, 3]
            if way == 0.0:
                reach = d + width
            elif way == 1.0:
                reach = width - d
            else:
                reach = 3.5 * width
            if reach < -r or gx * gx + gy * gy + gz * gz > (reach + r) ** 2:
                if d > 1e8:  # nothing yet to be near to
                    d = np.sqrt(gx * gx + gy * gy + gz * gz) - r
                continue
            part = 1e9
            for i in range(int(groups[g, 7]), int(groups[g, 8])):
                part = min(part, _alone(x, y, z, rows[i]))
        if way == 1.0:
            h = max(width - abs(d + part), 0.0) / max(width, 1e-9)
            d = max(d, -part) + h * h * width * 0.25
        elif way == 2.0:
            s = max(part, 0.0) / width
            d += groups[g, 6] * np.exp(-s * s)
        else:
            h = max(width - abs(d - part), 0.0) / max(width, 1e-9)
            d = min(d, part) - h * h * width * 0.25
    return d


@njit(cache=True, parallel=LOOPS)
def distances(points, groups, rows, soft):  # type: ignore[no-untyped-def]
    """Signed distance of (k, 3) points."""
    out = np.empty(len(points))
    for i in prange(len(points)):
        out[i] = _at(points[i, 0], points[i, 1], points[i, 2], groups, rows, soft)
    return out


@njit(cache=True, parallel=LOOPS)
def projected(points, groups, rows, soft, steps, most):  # type: ignore[no-untyped-def]
    """Points moved along the gradient onto the surface, by `most` mm a step."""
    out = points.copy()
    eps = 0.05
    for i in prange(len(points)):
        for _ in range(steps):
            x, y, z = out[i, 0], out[i, 1], out[i, 2]
            d = _at(x, y, z, groups, rows, soft)
            gx = (_at(x + eps, y, z, groups, rows, soft) - d) / eps
            gy = (_at(x, y + eps, z, groups, rows, soft) - d) / eps
            gz = (_at(x, y, z + eps, groups, rows, soft) - d) / eps
            size = np.sqrt(max(gx * gx + gy * gy + gz * gz, 0.09))
            step = min(max(d / size, -most), most) / size
            out[i, 0] -= step * gx
            out[i, 1] -= step * gy
            out[i, 2] -= step * gz
    return out


@njit(cache=True, parallel=LOOPS)
def marched(starts, ways, groups, rows, soft, longest):  # type: ignore[no-untyped-def]
    """Where rays from inside leave the form: steps by the distance, back again where one went too far."""
    out = starts.copy()
    for i in prange(len(starts)):
        gone = 0.0
        for _ in range(90):
            d = _at(out[i, 0], out[i, 1], out[i, 2], groups, rows, soft)
            if abs(d) < 1e-3 or gone > longest:
                break
            step = -d * 0.6
            gone += step
            for a in range(3):
                out[i, a] += step * ways[i, a]
    return out
