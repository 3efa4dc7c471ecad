"""Compiled loops of the tools: arrays and scalars, no checks."""

import numpy as np
from numba import njit


@njit(cache=True)
def weigh(rows, positions, normals, mask, centre, axis, radius, table, far, front, out):
    """Falloff of each row by its distance, or by `far` where given; with `front`, faded out where the surface turns
    away from `axis`.

    What is masked is held; a `mask` without rows holds nothing.
    """
    last = table.shape[0] - 1
    scale = last / radius
    cx, cy, cz = centre[0], centre[1], centre[2]
    ax, ay, az = axis[0], axis[1], axis[2]
    held, long = mask.shape[0] > 0, far.shape[0] > 0
    for i in range(rows.shape[0]):
        v = rows[i]
        if long:
            t = far[i] * scale
        else:
            x, y, z = positions[v, 0] - cx, positions[v, 1] - cy, positions[v, 2] - cz
            t = np.sqrt(x * x + y * y + z * z) * scale
        if t >= last:
            out[i] = 0.0
            continue
        k = int(t)
        f = t - k
        w = table[k] * (1.0 - f) + table[k + 1] * f
        if held and mask[v, 0] > 0:
            w *= 1.0 - mask[v, 0] * (1.0 / 255.0)
        if front:
            facing = normals[v, 0] * ax + normals[v, 1] * ay + normals[v, 2] * az
            w *= min(1.0, max(0.0, (facing + 0.25) * 2.0))
        out[i] = w


@njit(cache=True)
def plane_of(rows, positions, normals, weights):
    """Weighted mean position and normal of rows."""
    px = py = pz = nx = ny = nz = total = 0.0
    for i in range(rows.shape[0]):
        w = np.float64(weights[i])
        v = rows[i]
        px, py, pz = px + w * positions[v, 0], py + w * positions[v, 1], pz + w * positions[v, 2]
        nx, ny, nz = nx + w * normals[v, 0], ny + w * normals[v, 1], nz + w * normals[v, 2]
        total += w
    return np.array([px, py, pz, nx, ny, nz, total])


@njit(cache=True)
def normals_in_ball(positions, normals, lo, hi, shift, centre, radius, axis):
    """Sum of the normals within a ball that do not look away from `axis`, and how many rows there are."""
    n = 0
    sx = sy = sz = 0.0
    r2 = np.float32(radius * radius)
    cx, cy, cz = np.float32(centre[0]), np.float32(centre[1]), np.float32(centre[2])
    total = positions.shape[0]
    for leaf in range(lo.shape[0]):
        dx = max(lo[leaf, 0] - cx, np.float32(0.0), cx - hi[leaf, 0])
        dy = max(lo[leaf, 1] - cy, np.float32(0.0), cy - hi[leaf, 1])
        dz = max(lo[leaf, 2] - cz, np.float32(0.0), cz - hi[leaf, 2])
        if dx * dx + dy * dy + dz * dz > r2:
            continue
        for v in range(leaf << shift, min(total, (leaf + 1) << shift)):
            x, y, z = positions[v, 0] - cx, positions[v, 1] - cy, positions[v, 2] - cz
            if x * x + y * y + z * z > r2:
                continue
            n += 1
            a, b, c = normals[v, 0], normals[v, 1], normals[v, 2]
            if a * axis[0] + b * axis[1] + c * axis[2] > 0.0:
                sx, sy, sz = sx + a, sy + b, sz + c
    return sx, sy, sz, n


@njit(cache=True)
def clay(rows, positions, weights, centre, axis, height, amount, out):
    """Fill up to a plane `height` above the centre, along `axis`."""
    for i in range(rows.shape[0]):
        v = rows[i]
        d = 0.0
        for k in range(3):
            d += (positions[v, k] - centre[k]) * axis[k]
        step = height - d
        if step < 0.0:
            step = 0.0
        elif step > 2.0 * height:
            step = 2.0 * height
        step *= amount * weights[i]
        for k in range(3):
            out[i, k] = axis[k] * step


@njit(cache=True)
def crease(rows, positions, weights, centre, axis, along, depth, pinch, out):
    """Push down along the line and draw both sides towards it."""
    for i in range(rows.shape[0]):
        v = rows[i]
        w = weights[i]
        dn = 0.0
        dt = 0.0
        for k in range(3):
            r = centre[k] - positions[v, k]
            dn += r * axis[k]
            dt += r * along[k]
        for k in range(3):
            r = centre[k] - positions[v, k] - dn * axis[k] - dt * along[k]
            out[i, k] = axis[k] * depth * w * w + r * pinch * w


@njit(cache=True)
def smooth(rows, positions, ring_at, ring, weights, amount, out):
    """Towards the mean of the ring."""
    for i in range(rows.shape[0]):
        v = rows[i]
        a, b = ring_at[v], ring_at[v + 1]
        if b == a:
            out[i, 0] = out[i, 1] = out[i, 2] = 0.0
            continue
        x = np.float32(0.0)
        y = np.float32(0.0)
        z = np.float32(0.0)
        for j in range(a, b):
            w = ring[j]
            x += positions[w, 0]
            y += positions[w, 1]
            z += positions[w, 2]
        n = np.float32(b - a)
        f = amount * weights[i]
        out[i, 0] = (x / n - positions[v, 0]) * f
        out[i, 1] = (y / n - positions[v, 1]) * f
        out[i, 2] = (z / n - positions[v, 2]) * f


@njit(cache=True)
def shift(rows, positions, steps, hold_midline):
    """Add steps to rows; with `hold_midline`, rows at x = 0 stay there exactly."""
    for i in range(rows.shape[0]):
        v = rows[i]
        on_plane = hold_midline and abs(positions[v, 0]) < 1e-6
        for k in range(3):
            positions[v, k] += steps[i, k]
        if on_plane:
            positions[v, 0] = 0.0


@njit(cache=True)
def first_touch(rows, seats, first, values, out_rows, out_values):
    """Copy rows that have no seat yet, with their values, and seat them from `first` on; return how many."""
    n = 0
    width = values.shape[1]
    for i in range(rows.shape[0]):
        v = rows[i]
        if seats[v] == 0:
            seats[v] = first + n
            out_rows[n] = v
            for k in range(width):
                out_values[n, k] = values[v, k]
            n += 1
    return n


@njit(cache=True, nogil=True)
def ring_means(ring_at, ring, values):  # type: ignore[no-untyped-def]
    """Mean of a value (n,) over each vertex's neighbours; its own where it has none."""
    out = np.empty(len(values), np.float32)
    for i in range(len(values)):
        total = np.float32(0.0)
        for k in range(ring_at[i], ring_at[i + 1]):
            total += values[ring[k]]
        many = ring_at[i + 1] - ring_at[i]
        out[i] = total / many if many else values[i]
    return out
