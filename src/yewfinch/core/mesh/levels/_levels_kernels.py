"""Loops of `levels.py`.

No checks. A half-edge is 4 f + c, from corner c of face f to the next; a triangle has none at c = 3.
"""

from __future__ import annotations

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True)
def _corners(faces, f):  # type: ignore[no-untyped-def]
    return 3 if faces[f, 2] == faces[f, 3] else 4


@njit(cache=True, parallel=LOOPS)
def touching(faces, marked):  # type: ignore[no-untyped-def]
    """Which faces have a marked vertex."""
    out = np.zeros(len(faces), np.bool_)
    for f in prange(len(faces)):
        out[f] = marked[faces[f, 0]] or marked[faces[f, 1]] or marked[faces[f, 2]] or marked[faces[f, 3]]
    return out


@njit(cache=True, parallel=LOOPS)
def differing(one, other):  # type: ignore[no-untyped-def]
    """Which rows (n, 3) of two arrays are not the same."""
    out = np.empty(len(one), np.bool_)
    for i in prange(len(one)):
        out[i] = one[i, 0] != other[i, 0] or one[i, 1] != other[i, 1] or one[i, 2] != other[i, 2]
    return out


@njit(cache=True, parallel=LOOPS)
def under(changed, faces, edge, vertex_row, edge_row, face_row):  # type: ignore[no-untyped-def]
    """Which faces have a changed row of the next level on them."""
    out = np.empty(len(faces), np.bool_)
    for f in prange(len(faces)):
        found = changed[face_row[f]]
        for c in range(_corners(faces, f)):
            found = found or changed[vertex_row[faces[f, c]]] or changed[edge_row[edge[4 * f + c]]]
        out[f] = found
    return out


@njit(cache=True)
def numbered_edges(faces, twin):  # type: ignore[no-untyped-def]
    """Number of the edge of each half-edge, and how many edges there are."""
    edge = np.full(4 * len(faces), -1, np.int32)
    count = 0
    for f in range(len(faces)):
        for c in range(_corners(faces, f)):
            h = 4 * f + c
            if twin[h] < 0 or h < twin[h]:
                edge[h] = count
                if twin[h] >= 0:
                    edge[twin[h]] = count
                count += 1
    return edge, count


@njit(cache=True, parallel=LOOPS)
def renumber(faces, row):  # type: ignore[no-untyped-def]
    """Give the vertices of faces other numbers, in place."""
    for f in prange(len(faces)):
        for k in range(4):
            faces[f, k] = row[faces[f, k]]


@njit(cache=True, parallel=LOOPS)
def refined(faces, twin, edge, edges, n):  # type: ignore[no-untyped-def]
    """The finer faces, twins and edges by rules of the indices alone (Dupuy & Vanhoey 2021, "A halfedge refinement rule
    for parallel Catmull-Clark subdivision").

    Vertices are the old ones, then one for each edge, then one for each face.
    """
    m = len(faces)
    first = np.empty(m + 1, np.int64)
    first[0] = 0
    for f in range(m):
        first[f + 1] = first[f] + _corners(faces, f)
    total = first[m]
    out, mate, side = np.empty((total, 4), np.int32), np.empty(4 * total, np.int32), np.empty(4 * total, np.int32)
    for f in prange(m):
        d = _corners(faces, f)
        for c in range(d):
            h, last, after = 4 * f + c, (c + d - 1) % d, (c + 1) % d
            before = 4 * f + last
            j = first[f] + c
            out[j, 0], out[j, 1], out[j, 2], out[j, 3] = faces[f, c], n + edge[h], n + edges + f, n + edge[before]
            t = twin[h]
            if t < 0:
                mate[4 * j] = -1
            else:
                g, k = t // 4, t % 4
                mate[4 * j] = 4 * (first[g] + (k + 1) % _corners(faces, g)) + 3
            side[4 * j] = 2 * edge[h] + (0 if t < 0 or h < t else 1)
            mate[4 * j + 1] = 4 * (first[f] + after) + 2
            side[4 * j + 1] = 2 * edges + j
            mate[4 * j + 2] = 4 * (first[f] + last) + 1
            side[4 * j + 2] = 2 * edges + first[f] + last
            t = twin[before]
            mate[4 * j + 3] = -1 if t < 0 else 4 * (first[t // 4] + t % 4)
            side[4 * j + 3] = 2 * edge[before] + (1 if t < 0 or before < t else 0)
    return out, mate, side


@njit(cache=True)
def subdivided(at, faces, twin, edge, edges, vertex_row, edge_row, face_row, out):  # type: ignore[no-untyped-def]
    """Finer positions by the rules of Catmull & Clark (1978), along rims by those of cubic B-splines."""
    n, m = len(at), len(faces)
    middle = np.zeros((edges, 3), np.float32)  # sum of the faces' middles
    around, beside, along = np.zeros((n, 3), np.float32), np.zeros((n, 3), np.float32), np.zeros((n, 3), np.float32)
    degree, rims = np.zeros(n, np.int32), np.zeros(n, np.int32)
    for f in range(m):
        d = _corners(faces, f)
        x = y = z = 0.0
        for c in range(d):
            v = faces[f, c]
            x, y, z = x + at[v, 0], y + at[v, 1], z + at[v, 2]
        px, py, pz = np.float32(x / d), np.float32(y / d), np.float32(z / d)
        row = face_row[f]
        out[row, 0], out[row, 1], out[row, 2] = px, py, pz
        for c in range(d):
            v, e = faces[f, c], edge[4 * f + c]
            around[v, 0] += px
            around[v, 1] += py
            around[v, 2] += pz
            degree[v] += 1
            middle[e, 0] += px
            middle[e, 1] += py
            middle[e, 2] += pz
    half, quarter = np.float32(0.5), np.float32(0.25)
    for f in range(m):
        d = _corners(faces, f)
        for c in range(d):
            h = 4 * f + c
            if twin[h] >= 0 and h > twin[h]:
                continue
            v, w, e = faces[f, c], faces[f, (c + 1) % d], edge[h]
            row = edge_row[e]
            for k in range(3):
                both = at[v, k] + at[w, k]
                if twin[h] < 0:
                    out[row, k] = both * half
                    along[v, k] += at[w, k]
                    along[w, k] += at[v, k]
                else:
                    out[row, k] = (both + middle[e, k]) * quarter
                beside[v, k] += both * half
                beside[w, k] += both * half
            if twin[h] < 0:
                rims[v] += 1
                rims[w] += 1
    for v in range(n):
        row = vertex_row[v]
        if rims[v] == 2:
            for k in range(3):
                out[row, k] = np.float32(0.75) * at[v, k] + np.float32(0.125) * along[v, k]
        elif rims[v] > 0 or degree[v] == 0:  # where rims touch, or nothing is
            for k in range(3):
                out[row, k] = at[v, k]
        else:
            d = np.float32(degree[v])
            for k in range(3):
                out[row, k] = (
                    around[v, k] / d + np.float32(2.0) * beside[v, k] / d + (d - np.float32(3.0)) * at[v, k]
                ) / d


@njit(cache=True)
def mixed(values, faces, twin, edge, vertex_row, edge_row, face_row, out):  # type: ignore[no-untyped-def]
    """Channels carried over by plain means of edge ends and face corners."""
    for v in range(len(values)):
        out[vertex_row[v]] = values[v]
    for f in range(len(faces)):
        d = _corners(faces, f)
        for k in range(values.shape[1]):
            total = np.float32(0.0)
            for c in range(d):
                total += values[faces[f, c], k]
                h = 4 * f + c
                if twin[h] < 0 or h < twin[h]:
                    out[edge_row[edge[h]], k] = (
                        values[faces[f, c], k] + values[faces[f, (c + 1) % d], k]
                    ) * np.float32(0.5)
            out[face_row[f], k] = total / np.float32(d)


@njit(cache=True)
def gathered(steps, faces, edge, vertex_row, edge_row, face_row, n):  # type: ignore[no-untyped-def]
    """What the steps of the finer rows mean for the coarser ones.

    Own, those at edges and at faces weighted 4 : 2 : 1.
    """
    total, weight = np.zeros((n, 3)), np.zeros(n)
    for v in range(n):
        weight[v] = 4.0
        for k in range(3):
            total[v, k] = 4.0 * steps[vertex_row[v], k]
    for f in range(len(faces)):
        d = _corners(faces, f)
        for c in range(d):
            v = faces[f, c]
            one, two, three = edge_row[edge[4 * f + c]], edge_row[edge[4 * f + (c + d - 1) % d]], face_row[f]
            for k in range(3):  # an edge is met from both of its faces
                total[v, k] += steps[one, k] + steps[two, k] + steps[three, k]
            weight[v] += 3.0
    return (total / weight.reshape(-1, 1)).astype(np.float32)


@njit(cache=True, parallel=LOOPS)
def carried(rows, fine, old, old_normals, new, new_normals, ring_at, ring, out):  # type: ignore[no-untyped-def]
    """Fine positions of some rows whose distances from `old`, in the frame of normal and first neighbour, are those
    from `new`.
    """
    for i in prange(len(rows)):
        v = rows[i]
        if ring_at[v + 1] == ring_at[v]:
            for k in range(3):
                out[v, k] = fine[v, k] + (new[v, k] - old[v, k])
            continue
        w = ring[ring_at[v]]
        same = True
        for k in range(3):
            same = same and old[v, k] == new[v, k] and old[w, k] == new[w, k] and old_normals[v, k] == new_normals[v, k]
        if same:
            for k in range(3):
                out[v, k] = fine[v, k]
            continue
        ax, ay, az, bx, by, bz, ok = _frame(old, old_normals, v, w)
        cx, cy, cz, ex, ey, ez, fine_too = _frame(new, new_normals, v, w)
        dx, dy, dz = (
            np.float64(fine[v, 0]) - old[v, 0],
            np.float64(fine[v, 1]) - old[v, 1],
            np.float64(fine[v, 2]) - old[v, 2],
        )
        if not (ok and fine_too):
            out[v, 0], out[v, 1], out[v, 2] = new[v, 0] + dx, new[v, 1] + dy, new[v, 2] + dz
            continue
        p = dx * ax + dy * ay + dz * az
        q = dx * bx + dy * by + dz * bz
        r = dx * old_normals[v, 0] + dy * old_normals[v, 1] + dz * old_normals[v, 2]
        out[v, 0] = new[v, 0] + p * cx + q * ex + r * new_normals[v, 0]
        out[v, 1] = new[v, 1] + p * cy + q * ey + r * new_normals[v, 1]
        out[v, 2] = new[v, 2] + p * cz + q * ez + r * new_normals[v, 2]


@njit(cache=True)
def _frame(at, normals, v, w):  # type: ignore[no-untyped-def]
    """Two directions across the normal, the first towards row `w`."""
    x, y, z = np.float64(normals[v, 0]), np.float64(normals[v, 1]), np.float64(normals[v, 2])
    ax, ay, az = np.float64(at[w, 0]) - at[v, 0], np.float64(at[w, 1]) - at[v, 1], np.float64(at[w, 2]) - at[v, 2]
    d = ax * x + ay * y + az * z
    ax, ay, az = ax - d * x, ay - d * y, az - d * z
    size = np.sqrt(ax * ax + ay * ay + az * az)
    if size < 1e-12 or x * x + y * y + z * z < 0.5:
        return 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, False
    ax, ay, az = ax / size, ay / size, az / size
    return ax, ay, az, y * az - z * ay, z * ax - x * az, x * ay - y * ax, True


@njit(cache=True)
def frames(at, normals, rows, ring_at, ring):  # type: ignore[no-untyped-def]
    """Three directions at each of some rows.

    Towards the first neighbour, across, along the normal; those of space where there is none.
    """
    out = np.zeros((len(rows), 3, 3))
    for i in range(len(rows)):
        v = rows[i]
        ok = False
        if ring_at[v + 1] > ring_at[v]:
            ax, ay, az, bx, by, bz, ok = _frame(at, normals, v, ring[ring_at[v]])
        if ok:
            out[i, 0, 0], out[i, 0, 1], out[i, 0, 2] = ax, ay, az
            out[i, 1, 0], out[i, 1, 1], out[i, 1, 2] = bx, by, bz
            out[i, 2, 0], out[i, 2, 1], out[i, 2, 2] = normals[v, 0], normals[v, 1], normals[v, 2]
        else:
            out[i, 0, 0] = out[i, 1, 1] = out[i, 2, 2] = 1.0
    return out
