"""Compiled loops over surfaces. No checks here: see `surface.py` and `pick.py`."""

import numpy as np
from numba import njit, prange


@njit(cache=True)
def build_ring(faces, count):
    """Ordered one-ring of every vertex in CSR form, counter-clockwise seen from outside.

    Returns offsets (count+1,) int32, ring int32, closed (count,) uint8. The ring of an open
    fan has one entry more than corners; several fans at one vertex stand one after the other.
    """
    start = np.zeros(count + 1, np.int32)
    for f in range(faces.shape[0]):
        k = 3 if faces[f, 3] == faces[f, 2] else 4
        for j in range(k):
            start[faces[f, j] + 1] += 1
    for v in range(count):
        start[v + 1] += start[v]
    nxt = np.empty(start[count], np.int32)
    prv = np.empty(start[count], np.int32)
    fill = start[:count].copy()
    for f in range(faces.shape[0]):
        k = 3 if faces[f, 3] == faces[f, 2] else 4
        for j in range(k):
            v = faces[f, j]
            nxt[fill[v]] = faces[f, (j + 1) % k]
            prv[fill[v]] = faces[f, (j + k - 1) % k]
            fill[v] += 1
    offsets = np.zeros(count + 1, np.int32)
    ring = np.empty(start[count] * 2, np.int32)
    closed = np.ones(count, np.uint8)
    used = np.zeros(1024, np.uint8)
    at = 0
    for v in range(count):
        a, b = start[v], start[v + 1]
        n = min(b - a, 1024)
        for i in range(n):
            used[i] = 0
        left = n
        while left > 0:
            first = -1
            for i in range(n):
                if used[i]:
                    continue
                is_open = True
                for j in range(n):
                    if not used[j] and prv[a + j] == nxt[a + i]:
                        is_open = False
                        break
                if is_open:
                    first = i
                    break
            opened = first >= 0
            if not opened:
                for i in range(n):
                    if not used[i]:
                        first = i
                        break
            if left < n and not opened:
                closed[v] = 0
            if opened:
                closed[v] = 0
            c = first
            while True:
                ring[at] = nxt[a + c]
                at += 1
                used[c] = 1
                left -= 1
                follow = -1
                for j in range(n):
                    if not used[j] and nxt[a + j] == prv[a + c]:
                        follow = j
                        break
                if follow < 0:
                    if opened:
                        ring[at] = prv[a + c]
                        at += 1
                    break
                c = follow
        if n == 0:
            closed[v] = 0
        offsets[v + 1] = at
    return offsets, ring[:at].copy(), closed


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


@njit(cache=True)
def grow_rows(rows, offsets, ring, stamp, tick, out):
    """Write `rows` and their ring neighbours to `out`, each once; return how many."""
    n = 0
    for i in range(rows.shape[0]):
        v = rows[i]
        if stamp[v] != tick:
            stamp[v] = tick
            out[n] = v
            n += 1
    for i in range(rows.shape[0]):
        v = rows[i]
        for j in range(offsets[v], offsets[v + 1]):
            w = ring[j]
            if stamp[w] != tick:
                stamp[w] = tick
                out[n] = w
                n += 1
    return n


@njit(cache=True)
def _leaf_pairs(faces, face_start, leaf_count, shift, pairs, write):
    """Pairs of a leaf of vertices and one that owns faces using them, written if asked for; how many."""
    seen = np.full(leaf_count, -1, np.int32)
    n = 0
    for owner in range(leaf_count):
        for f in range(face_start[owner], face_start[owner + 1]):
            for j in range(4):
                leaf = faces[f, j] >> shift
                if seen[leaf] != owner:
                    seen[leaf] = owner
                    if write:
                        pairs[n, 0], pairs[n, 1] = leaf, owner
                    n += 1
        if seen[owner] != owner:
            seen[owner] = owner
            if write:
                pairs[n, 0], pairs[n, 1] = owner, owner
            n += 1
    return n


@njit(cache=True)
def leaf_links(faces, face_start, leaf_count, shift):
    """For each leaf of vertices, the leaves that own faces using them (CSR)."""
    n = _leaf_pairs(faces, face_start, leaf_count, shift, np.empty((0, 2), np.int32), False)
    pairs = np.empty((n, 2), np.int32)  # counted first: growing arrays within the loop cost ten times as much
    _leaf_pairs(faces, face_start, leaf_count, shift, pairs, True)
    offsets = np.zeros(leaf_count + 1, np.int32)
    for i in range(n):
        offsets[pairs[i, 0] + 1] += 1
    for i in range(leaf_count):
        offsets[i + 1] += offsets[i]
    fill = offsets[:leaf_count].copy()
    links = np.empty(n, np.int32)
    for i in range(n):
        links[fill[pairs[i, 0]]] = pairs[i, 1]
        fill[pairs[i, 0]] += 1
    return offsets, links


@njit(cache=True)
def beyond_leaves(faces, face_start, count, shift):
    """Rows of other leaves that the faces of each leaf use (CSR): later ones, as a face belongs to its lowest row."""
    leaves = face_start.shape[0] - 1
    offsets = np.zeros(leaves + 1, np.int32)
    seen = np.full(count, -1, np.int32)
    rows = np.empty(0, np.int32)
    for write in (False, True):  # counted first
        seen[:] = -1
        n = 0
        for leaf in range(leaves):
            last = (leaf + 1) << shift
            for f in range(face_start[leaf], face_start[leaf + 1]):
                for j in range(4):
                    v = faces[f, j]
                    if v >= last and seen[v] != leaf:
                        seen[v] = leaf
                        if write:
                            rows[n] = v
                        n += 1
            offsets[leaf + 1] = n
        if not write:
            rows = np.empty(n, np.int32)
    return offsets, rows


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


@njit(cache=True, parallel=True)
def middles(positions, faces):
    """Middle of each face, (m, 3) float32."""
    out = np.empty((faces.shape[0], 3), np.float32)
    for i in prange(faces.shape[0]):
        a, b, c, d = faces[i, 0], faces[i, 1], faces[i, 2], faces[i, 3]
        for k in range(3):
            out[i, k] = (positions[a, k] + positions[b, k] + positions[c, k] + positions[d, k]) / np.float32(4)
    return out


@njit(cache=True, parallel=True)
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


@njit(cache=True)
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
