"""Compiled loops over surfaces. No checks here: see `surface.py` and `pick.py`."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True)
def normals_of(rows, first_row, count, positions, offsets, ring, closed, normals):
    """Unit normals: the area-weighted sum over the corners of the ring.

    Of `rows` if there are any, otherwise of `count` rows from `first_row` on. One body for both,
    because a call a vertex costs three times as much.
    """
    listed = rows.shape[0] > 0
    total = rows.shape[0] if listed else count
    for i in range(total):
        v = np.int64(rows[i]) if listed else first_row + i
        a, b = offsets[v], offsets[v + 1]
        if b - a < 2:
            continue
        x, y, z = positions[v, 0], positions[v, 1], positions[v, 2]
        if closed[v]:
            w = ring[b - 1]
            first = a
        else:
            w = ring[a]
            first = a + 1
        px, py, pz = positions[w, 0] - x, positions[w, 1] - y, positions[w, 2] - z
        sx = sy = sz = np.float32(0.0)
        for j in range(first, b):
            w = ring[j]
            qx, qy, qz = positions[w, 0] - x, positions[w, 1] - y, positions[w, 2] - z
            sx += py * qz - pz * qy
            sy += pz * qx - px * qz
            sz += px * qy - py * qx
            px, py, pz = qx, qy, qz
        length = np.sqrt(sx * sx + sy * sy + sz * sz)
        if length > 0:
            normals[v, 0] = sx / length
            normals[v, 1] = sy / length
            normals[v, 2] = sz / length


@njit(cache=True, parallel=LOOPS, nogil=True)
def all_normals(positions, offsets, ring, closed, normals):
    """Normals of all rows, in parallel."""
    n = positions.shape[0]
    none = np.empty(0, np.int32)
    for part in prange((n + 4095) // 4096):
        first = np.int64(part) * 4096
        normals_of(none, first, min(np.int64(4096), n - first), positions, offsets, ring, closed, normals)


@njit(cache=True)
def grow_rows(rows, offsets, ring, met, tick, out):
    """Write `rows` and their ring neighbours to `out`, each once; return how many."""
    n = 0
    for i in range(rows.shape[0]):
        v = rows[i]
        if met[v] != tick:
            met[v] = tick
            out[n] = v
            n += 1
    for i in range(rows.shape[0]):
        v = rows[i]
        for j in range(offsets[v], offsets[v + 1]):
            w = ring[j]
            if met[w] != tick:
                met[w] = tick
                out[n] = w
                n += 1
    return n


@njit(cache=True, nogil=True)
def leaf_starts(faces, leaf_count, shift):
    """First face of each leaf, and how many there are: faces stand in the order of their lowest rows."""
    out = np.empty(leaf_count + 1, np.int32)
    for leaf in range(leaf_count + 1):
        row = leaf << shift
        low, high = 0, faces.shape[0]
        while low < high:
            f = (low + high) // 2
            if min(min(faces[f, 0], faces[f, 1]), min(faces[f, 2], faces[f, 3])) < row:
                low = f + 1
            else:
                high = f
        out[leaf] = low
    return out


@njit(cache=True, nogil=True)
def _once(rows):
    """Sort rows in place, and leave each once at their beginning; how many."""
    part = np.sort(rows)
    k = 0
    for i in range(rows.shape[0]):
        if i == 0 or part[i] != part[i - 1]:
            rows[k] = part[i]
            k += 1
    return k


@njit(cache=True, parallel=LOOPS, nogil=True)
def beyond_leaves(faces, face_start, shift):
    """Rows of other leaves that the faces of each leaf use (CSR): later ones, as a face belongs to its lowest row."""
    leaves = face_start.shape[0] - 1
    room = np.zeros(leaves + 1, np.int64)
    for leaf in prange(leaves):
        last, n = (leaf + 1) << shift, 0
        for f in range(face_start[leaf], face_start[leaf + 1]):
            for j in range(4):
                n += faces[f, j] >= last
        room[leaf + 1] = n
    for leaf in range(leaves):
        room[leaf + 1] += room[leaf]
    rows, count = np.empty(room[leaves], np.int32), np.zeros(leaves, np.int32)
    for leaf in prange(leaves):
        last, n = (leaf + 1) << shift, room[leaf]
        for f in range(face_start[leaf], face_start[leaf + 1]):
            for j in range(4):
                if faces[f, j] >= last:
                    rows[n] = faces[f, j]
                    n += 1
        count[leaf] = _once(rows[room[leaf] : n])
    offsets = np.zeros(leaves + 1, np.int32)
    for leaf in range(leaves):
        offsets[leaf + 1] = offsets[leaf] + count[leaf]
    out = np.empty(offsets[leaves], np.int32)
    for leaf in range(leaves):
        for k in range(count[leaf]):
            out[offsets[leaf] + k] = rows[room[leaf] + k]
    return offsets, out


@njit(cache=True, nogil=True)
def leaf_links(beyond_at, beyond, shift):
    """For each leaf of vertices, the leaves that own faces using them (CSR).

    Itself, and those whose faces reach beyond into it.
    """
    leaves = beyond_at.shape[0] - 1
    offsets = np.zeros(leaves + 1, np.int32)
    links = np.empty(0, np.int32)
    fill = offsets[:leaves].copy()
    for write in (False, True):  # counted first: growing arrays within the loop cost ten times as much
        for owner in range(leaves):
            last = -1
            for k in range(beyond_at[owner], beyond_at[owner + 1]):  # in ascending order
                leaf = beyond[k] >> shift
                if leaf != last:
                    last = leaf
                    if write:
                        links[fill[leaf]] = owner
                        fill[leaf] += 1
                    else:
                        offsets[leaf + 1] += 1
            if write:
                links[fill[owner]] = owner
                fill[owner] += 1
            else:
                offsets[owner + 1] += 1
        if not write:
            for leaf in range(leaves):
                offsets[leaf + 1] += offsets[leaf]
            fill = offsets[:leaves].copy()
            links = np.empty(offsets[leaves], np.int32)
    return offsets, links


@njit(cache=True)
def boxes_of(leaves, positions, beyond_at, beyond, shift, lo, hi):
    """Bounds of the given leaves: their own vertices, and those of others that their faces use."""
    n = positions.shape[0]
    for i in range(leaves.shape[0]):
        leaf = leaves[i]
        ax = ay = az = np.float32(np.inf)
        bx = by = bz = np.float32(-np.inf)
        for v in range(leaf << shift, min(n, (leaf + 1) << shift)):
            x, y, z = positions[v, 0], positions[v, 1], positions[v, 2]
            ax, ay, az = min(ax, x), min(ay, y), min(az, z)
            bx, by, bz = max(bx, x), max(by, y), max(bz, z)
        for k in range(beyond_at[leaf], beyond_at[leaf + 1]):
            v = beyond[k]
            x, y, z = positions[v, 0], positions[v, 1], positions[v, 2]
            ax, ay, az = min(ax, x), min(ay, y), min(az, z)
            bx, by, bz = max(bx, x), max(by, y), max(bz, z)
        lo[leaf, 0], lo[leaf, 1], lo[leaf, 2] = ax, ay, az
        hi[leaf, 0], hi[leaf, 1], hi[leaf, 2] = bx, by, bz


@njit(cache=True)
def dirty_leaves(rows, shift, links_at, links, flag_rows, flag_boxes, out_rows, out_boxes):
    """Leaves holding `rows`, and the leaves whose boxes they touch. Flags are left clear."""
    n = 0
    m = 0
    for i in range(rows.shape[0]):
        leaf = rows[i] >> shift
        if flag_rows[leaf] == 0:
            flag_rows[leaf] = 1
            out_rows[n] = leaf
            n += 1
            for j in range(links_at[leaf], links_at[leaf + 1]):
                other = links[j]
                if flag_boxes[other] == 0:
                    flag_boxes[other] = 1
                    out_boxes[m] = other
                    m += 1
    for i in range(n):
        flag_rows[out_rows[i]] = 0
    for i in range(m):
        flag_boxes[out_boxes[i]] = 0
    return n, m


@njit(cache=True)
def rows_in_ball(positions, lo, hi, shift, cx, cy, cz, radius, out):
    """Rows within `radius` of the centre, in row order; return how many."""
    n = 0
    r2 = radius * radius
    total = positions.shape[0]
    for leaf in range(lo.shape[0]):
        dx = max(lo[leaf, 0] - cx, np.float32(0.0), cx - hi[leaf, 0])
        dy = max(lo[leaf, 1] - cy, np.float32(0.0), cy - hi[leaf, 1])
        dz = max(lo[leaf, 2] - cz, np.float32(0.0), cz - hi[leaf, 2])
        if dx * dx + dy * dy + dz * dz > r2:
            continue
        for v in range(leaf << shift, min(total, (leaf + 1) << shift)):
            x = positions[v, 0] - cx
            y = positions[v, 1] - cy
            z = positions[v, 2] - cz
            if x * x + y * y + z * z <= r2:
                out[n] = v
                n += 1
    return n


@njit(cache=True)
def place_of(positions, normals, a, b, c, weights):
    """Place and unit normal between three rows."""
    point, normal = np.empty(3), np.empty(3)
    total = 0.0
    for k in range(3):
        point[k] = weights[0] * positions[a, k] + weights[1] * positions[b, k] + weights[2] * positions[c, k]
        normal[k] = weights[0] * normals[a, k] + weights[1] * normals[b, k] + weights[2] * normals[c, k]
        total += normal[k] * normal[k]
    if total > 0.0:
        normal /= np.sqrt(total)
    return point, normal


@njit(cache=True)
def pick(positions, faces, face_start, lo, hi, ox, oy, oz, dx, dy, dz, front_only, entry, order):
    """First hit of a ray. Returns face, half (0: corners 012, 1: corners 023), t, u, v."""
    tiny = 1e-30
    ix = 1.0 / dx if abs(dx) > tiny else 1.0 / tiny
    iy = 1.0 / dy if abs(dy) > tiny else 1.0 / tiny
    iz = 1.0 / dz if abs(dz) > tiny else 1.0 / tiny
    pad = 1e-5
    px, py, pz = ox + pad, oy + pad, oz + pad
    mx, my, mz = ox - pad, oy - pad, oz - pad
    n = 0
    for leaf in range(lo.shape[0]):
        t0 = 0.0
        t1 = 1e30
        near, far = (lo[leaf, 0] - px) * ix, (hi[leaf, 0] - mx) * ix
        if ix < 0.0:
            near, far = (hi[leaf, 0] - mx) * ix, (lo[leaf, 0] - px) * ix
        t0 = max(t0, near)
        t1 = min(t1, far)
        if t0 > t1:
            continue
        near, far = (lo[leaf, 1] - py) * iy, (hi[leaf, 1] - my) * iy
        if iy < 0.0:
            near, far = (hi[leaf, 1] - my) * iy, (lo[leaf, 1] - py) * iy
        t0 = max(t0, near)
        t1 = min(t1, far)
        if t0 > t1:
            continue
        near, far = (lo[leaf, 2] - pz) * iz, (hi[leaf, 2] - mz) * iz
        if iz < 0.0:
            near, far = (hi[leaf, 2] - mz) * iz, (lo[leaf, 2] - pz) * iz
        t0 = max(t0, near)
        t1 = min(t1, far)
        if t0 <= t1:
            entry[n] = t0
            order[n] = leaf
            n += 1
    best_f, best_h, best_t, best_u, best_v = -1, 0, 1e30, 0.0, 0.0
    for i in range(n):
        k = i  # the nearest of the rest; few are ever needed
        for j in range(i + 1, n):
            if entry[j] < entry[k]:
                k = j
        entry[i], entry[k] = entry[k], entry[i]
        order[i], order[k] = order[k], order[i]
        if entry[i] > best_t:
            break
        leaf = order[i]
        for f in range(face_start[leaf], face_start[leaf + 1]):
            i0 = faces[f, 0]
            ax, ay, az = np.float64(positions[i0, 0]), np.float64(positions[i0, 1]), np.float64(positions[i0, 2])
            sx, sy, sz = ox - ax, oy - ay, oz - az
            qx, qy, qz = sy * dz - sz * dy, sz * dx - sx * dz, sx * dy - sy * dx
            i1, i2 = faces[f, 1], faces[f, 2]
            e1x, e1y, e1z = positions[i1, 0] - ax, positions[i1, 1] - ay, positions[i1, 2] - az
            w1 = e1x * qx + e1y * qy + e1z * qz
            halves = 1 if faces[f, 3] == i2 else 2
            for h in range(halves):
                # Moeller & Trumbore 1997, arranged so that a face shares its first corner: the ray
                # passes between two edges from there only if it lies on different sides of them
                i2 = faces[f, 2 + h]
                e2x, e2y, e2z = positions[i2, 0] - ax, positions[i2, 1] - ay, positions[i2, 2] - az
                w2 = e2x * qx + e2y * qy + e2z * qz
                if w1 * w2 <= 1e-12:
                    px_, py_, pz_ = dy * e2z - dz * e2y, dz * e2x - dx * e2z, dx * e2y - dy * e2x
                    det = e1x * px_ + e1y * py_ + e1z * pz_
                    if abs(det) > 1e-14 and (det > 0.0 or not front_only):
                        u, v = w2 / det, -w1 / det
                        if u >= -1e-9 and v >= -1e-9 and u + v <= 1.0 + 1e-9:
                            nx, ny, nz = e1y * e2z - e1z * e2y, e1z * e2x - e1x * e2z, e1x * e2y - e1y * e2x
                            t = (sx * nx + sy * ny + sz * nz) / det
                            if t > 0.0 and t < best_t:
                                best_f, best_h, best_t, best_u, best_v = f, h, t, u, v
                e1x, e1y, e1z, w1 = e2x, e2y, e2z, w2
    return best_f, best_h, best_t, best_u, best_v


@njit(cache=True)
def depths(positions, faces, face_start, lo, hi, origins, direction, entry, order):
    """Way to the first hit from the front of each ray along one unit direction; infinite if there is none."""
    out = np.full(len(origins), np.inf)
    for i in range(len(origins)):
        face, _, t, _, _ = pick(
            positions,
            faces,
            face_start,
            lo,
            hi,
            origins[i, 0],
            origins[i, 1],
            origins[i, 2],
            direction[0],
            direction[1],
            direction[2],
            True,
            entry,
            order,
        )
        if face >= 0:
            out[i] = t
    return out


@njit(cache=True)
def nearest_row(positions, lo, hi, shift, cx, cy, cz):
    """Row nearest to a point, by leaf boxes."""
    best = np.float32(np.inf)
    row = -1
    total = positions.shape[0]
    for leaf in range(lo.shape[0]):
        dx = max(lo[leaf, 0] - cx, np.float32(0.0), cx - hi[leaf, 0])
        dy = max(lo[leaf, 1] - cy, np.float32(0.0), cy - hi[leaf, 1])
        dz = max(lo[leaf, 2] - cz, np.float32(0.0), cz - hi[leaf, 2])
        if dx * dx + dy * dy + dz * dz >= best:
            continue
        for v in range(leaf << shift, min(total, (leaf + 1) << shift)):
            x = positions[v, 0] - cx
            y = positions[v, 1] - cy
            z = positions[v, 2] - cz
            d = x * x + y * y + z * z
            if d < best:
                best = d
                row = v
    return row


@njit(cache=True, parallel=LOOPS, nogil=True)
def middles(positions, faces):
    """Middle of each face, (m, 3) float32."""
    out = np.empty((faces.shape[0], 3), np.float32)
    for i in prange(faces.shape[0]):
        a, b, c, d = faces[i, 0], faces[i, 1], faces[i, 2], faces[i, 3]
        for k in range(3):
            out[i, k] = (positions[a, k] + positions[b, k] + positions[c, k] + positions[d, k]) / np.float32(4)
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def morton(points, lo, scale):
    """63-bit Z-order code of each point (Morton 1966)."""
    out = np.empty(points.shape[0], np.uint64)
    for i in prange(points.shape[0]):
        code = np.uint64(0)
        for k in range(3):
            q = np.uint64(min(2097151.0, max(0.0, (np.float64(points[i, k]) - lo[k]) * scale)))
            q = (q | (q << np.uint64(32))) & np.uint64(0x1F00000000FFFF)
            q = (q | (q << np.uint64(16))) & np.uint64(0x1F0000FF0000FF)
            q = (q | (q << np.uint64(8))) & np.uint64(0x100F00F00F00F00F)
            q = (q | (q << np.uint64(4))) & np.uint64(0x10C30C30C30C30C3)
            q = (q | (q << np.uint64(2))) & np.uint64(0x1249249249249249)
            code |= q << np.uint64(k)
        out[i] = code
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def code_order(codes):
    """Order of codes (n,) uint64, equal ones in their own order.

    Laid into buckets by their highest bits, and sorted there.
    """
    n = codes.shape[0]
    bits = 1
    while bits < 18 and (1 << bits) < n:
        bits += 1
    most = np.uint64(0)
    for i in range(n):
        most = max(most, codes[i])
    shift = 0
    while most >> np.uint64(shift) >= np.uint64(1 << bits):
        shift += 1
    at = np.zeros((1 << bits) + 1, np.int32)
    for i in range(n):
        at[np.int64(codes[i] >> np.uint64(shift)) + 1] += 1
    for k in range(1 << bits):
        at[k + 1] += at[k]
    order, keys, fill = np.empty(n, np.int32), np.empty(n, np.uint64), at[:-1].copy()
    for i in range(n):
        k = np.int64(codes[i] >> np.uint64(shift))
        order[fill[k]], keys[fill[k]] = i, codes[i]
        fill[k] += 1
    for run in prange((1 << bits) // 2):
        for bucket in range(2 * run, 2 * run + 2):
            first, last = at[bucket], at[bucket + 1]
            if last - first > 64:
                some = np.argsort(keys[first:last], kind="mergesort")
                order[first:last] = order[first:last][some]
                continue
            for i in range(first + 1, last):
                key, row, j = keys[i], order[i], i
                while j > first and keys[j - 1] > key:
                    keys[j], order[j] = keys[j - 1], order[j - 1]
                    j -= 1
                keys[j], order[j] = key, row
    return order


@njit(cache=True, nogil=True)
def by_lowest_row(faces, count):
    """Faces in the order of their lowest rows, equal ones in their own order; none if they stand so already."""
    m = faces.shape[0]
    at = np.zeros(count + 1, np.int32)
    last, sorted_already = np.int32(0), True
    for f in range(m):
        low = min(min(faces[f, 0], faces[f, 1]), min(faces[f, 2], faces[f, 3]))
        sorted_already = sorted_already and low >= last
        last = low
        at[low + 1] += 1
    if sorted_already:
        return faces[:0].copy()
    for v in range(count):
        at[v + 1] += at[v]
    out = np.empty_like(faces)
    for f in range(m):
        low = min(min(faces[f, 0], faces[f, 1]), min(faces[f, 2], faces[f, 3]))
        to = at[low]
        at[low] = to + 1
        for k in range(4):
            out[to, k] = faces[f, k]
    return out


@njit(cache=True, parallel=LOOPS, nogil=True)
def extremes(points):
    """Lowest and highest corner round points (n, 3), (2, 3); a place that is no number makes them none."""
    n = points.shape[0]
    parts = (n + 8191) // 8192
    low, high = np.full((parts + 1, 3), np.inf, points.dtype), np.full((parts + 1, 3), -np.inf, points.dtype)
    wrong = np.zeros(parts + 1, np.uint8)
    for part in prange(parts):
        first = part * 8192
        for i in range(first, min(n, first + 8192)):
            for k in range(3):
                value = points[i, k]
                low[part, k], high[part, k] = min(low[part, k], value), max(high[part, k], value)
                if not np.isfinite(value):
                    wrong[part] = 1
    out = np.empty((2, 3), points.dtype)
    for k in range(3):
        out[0, k], out[1, k] = low[:, k].min(), high[:, k].max()
        if wrong.any():
            out[0, k] = out[1, k] = np.nan
    return out


@njit(cache=True, nogil=True)
def relabel(faces, count):
    """Number vertices in the order in which the faces first use them; unused come last."""
    new = np.full(count, -1, np.int32)
    at = 0
    for f in range(faces.shape[0]):
        for j in range(4):
            v = faces[f, j]
            if new[v] < 0:
                new[v] = at
                at += 1
    for v in range(count):
        if new[v] < 0:
            new[v] = at
            at += 1
    return new


@njit(cache=True, nogil=True)
def _triangle(p, a, b, c):  # type: ignore[no-untyped-def]
    """Area of the triangle of three rows."""
    ux, uy, uz = np.float64(p[b, 0]) - p[a, 0], np.float64(p[b, 1]) - p[a, 1], np.float64(p[b, 2]) - p[a, 2]
    wx, wy, wz = np.float64(p[c, 0]) - p[a, 0], np.float64(p[c, 1]) - p[a, 1], np.float64(p[c, 2]) - p[a, 2]
    x, y, z = uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx
    return 0.5 * np.sqrt(x * x + y * y + z * z)


@njit(cache=True, parallel=LOOPS, nogil=True)
def area(positions, faces):  # type: ignore[no-untyped-def]
    """Area of all faces, quads cut along corners 0-2.

    Summed up by blocks, so that it does not depend on the number of processors.
    """
    block = 4096
    parts = np.zeros((len(faces) + block - 1) // block)
    for k in prange(len(parts)):
        total = 0.0
        for f in range(k * block, min((k + 1) * block, len(faces))):
            a, b, c, d = faces[f, 0], faces[f, 1], faces[f, 2], faces[f, 3]
            total += _triangle(positions, a, b, c)
            if d != c:
                total += _triangle(positions, a, c, d)
        parts[k] = total
    return parts.sum()
