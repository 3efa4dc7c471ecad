"""Loops of `digital.py`. No checks."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(cache=True, nogil=True)
def _spread(seed, within, near):  # type: ignore[no-untyped-def]
    """Of bits `within`, those that hang together with `seed` (bits) by the neighbours that `near` (26,) says."""
    found = seed & within
    grow = found
    while grow:
        more = np.int64(0)
        for n in range(26):
            if grow >> n & 1:
                more |= near[n]
        grow = more & within & ~found
        found |= grow
    return found


@njit(cache=True, nogil=True)
def _are_one(within, touching, near):  # type: ignore[no-untyped-def]
    """Is there just one group of bits `within`, as far as such groups hold one of `touching`?"""
    start = within & touching
    if start == 0:
        return False
    return start & ~_spread(start & -start, within, near) == 0


@njit(cache=True, nogil=True)
def is_simple(bits, sides, edges, near6, near18):  # type: ignore[no-untyped-def]
    """Whether a point can change sides without a body, a hollow or a handle coming or going.

    `bits`: which of its 26 neighbours are inside; `sides` and `edges`: the bits of those that share a side or an edge.
    """
    one = bits & sides
    grown = np.int64(0)
    for n in range(26):
        if one >> n & 1:
            grown |= near6[n]
    two = one | (grown & bits)
    grown = np.int64(0)
    for n in range(26):
        if two >> n & 1:
            grown |= near6[n]
    if not _are_one(two | (grown & bits), sides, near6):
        return False
    out = ~bits & ((np.int64(1) << 26) - 1)
    one = out & (sides | edges)
    grown = np.int64(0)
    for n in range(26):
        if one >> n & 1:
            grown |= near18[n]
    return _are_one(one | (grown & out), sides | edges, near18)


@njit(cache=True, nogil=True)
def bits_at(solid, i, j, k, steps):  # type: ignore[no-untyped-def]
    """Which of the 26 neighbours of a point are inside; those beyond the grid are not."""
    bits = np.int64(0)
    nx, ny, nz = solid.shape
    for n in range(26):
        a, b, c = i + steps[n, 0], j + steps[n, 1], k + steps[n, 2]
        if 0 <= a < nx and 0 <= b < ny and 0 <= c < nz and solid[a, b, c]:
            bits |= np.int64(1) << n
    return bits


@njit(cache=True, nogil=True)
def depths(solid, mirrored):  # type: ignore[no-untyped-def]
    """About how deep each point lies inside, in thirds of a step (chamfer distances 3, 4, 5: Borgefors 1986)."""
    nx, ny, nz = solid.shape
    out = np.where(solid > 0, np.int32(1 << 20), np.int32(0))
    for way in (1, -1):
        for p in range(nx):
            i = p if way > 0 else nx - 1 - p
            for q in range(ny):
                j = q if way > 0 else ny - 1 - q
                for r in range(nz):
                    k = r if way > 0 else nz - 1 - r
                    least = out[i, j, k]
                    if least == 0:
                        continue
                    for a in range(-1, 2):
                        for b in range(-1, 2):
                            for c in range(-1, 2):
                                if (a * 9 + b * 3 + c) * way >= 0:
                                    continue
                                x, y, z = i + a, j + b, k + c
                                far = 2 + abs(a) + abs(b) + abs(c)
                                if mirrored and x < 0:
                                    continue  # the image of what is looked at from the other side
                                if 0 <= x < nx and 0 <= y < ny and 0 <= z < nz:
                                    least = min(least, out[x, y, z] + far)
                                else:
                                    least = min(least, far)
                    out[i, j, k] = least
    return out


@njit(cache=True, nogil=True)
def _plane_bits(solid, j, k, ring):  # type: ignore[no-untyped-def]
    """Which of the 8 neighbours of a point in layer 1, round it, are inside."""
    bits = 0
    for n in range(8):
        if solid[1, j + ring[n, 0], k + ring[n, 1]]:
            bits |= 1 << n
    return bits


@njit(cache=True, nogil=True)
def _is_simple_in_plane(bits):  # type: ignore[no-untyped-def]
    """The same in a plane: inside by sides, outside by corners too. Neighbours stand round the point, sides even."""
    runs = 0
    for n in range(0, 8, 2):  # crossing number of Hilditch for inside by sides
        after, corner = (n + 2) % 8, n + 1
        if bits >> n & 1 and not (bits >> corner & 1 and bits >> after & 1):
            runs += 1
    return runs == 1


@njit(cache=True, nogil=True)
def _line_up(head, tail, follows, place, way):  # type: ignore[no-untyped-def]
    """Put a point at the end of a queue."""
    follows[place] = -1
    if head[way] < 0:
        head[way] = place
    else:
        follows[tail[way]] = place
    tail[way] = place


@njit(cache=True, nogil=True)
def reached(ball, wanted, depth, mirrored, steps, ring, sides, edges, near6, near18):  # type: ignore[no-untyped-def]
    """Turn points of a ball, 1 or 0, into what is wanted, the deepest first, by points that leave it a ball.

    `wanted` are the points to be turned, `depth` how deep they lie among themselves. Points wait in a queue for each
    depth; one that was refused waits anew once a neighbour of it has been turned.
    """
    nx, ny, nz = ball.shape
    low = 1 if mirrored else 0
    waits, follows = np.zeros_like(ball), np.empty(ball.size, np.int32)
    most = depth.max() + 1
    head, tail = np.full(most, -1, np.int32), np.full(most, -1, np.int32)
    now = 0
    for i in range(max(low, 1), nx - 1):
        for j in range(1, ny - 1):
            for k in range(1, nz - 1):
                if not wanted[i, j, k]:
                    continue
                here = ball[i, j, k]
                if (
                    (i > low and ball[i - 1, j, k] != here)
                    or ball[i + 1, j, k] != here
                    or ball[i, j - 1, k] != here
                    or ball[i, j + 1, k] != here
                    or ball[i, j, k - 1] != here
                    or ball[i, j, k + 1] != here
                ):
                    waits[i, j, k] = 1
                    _line_up(head, tail, follows, (i * ny + j) * nz + k, depth[i, j, k])
                    now = max(now, depth[i, j, k])
    while now > 0:
        if head[now] < 0:
            now -= 1
            continue
        at = head[now]
        head[now] = follows[at]
        i, j, k = at // (ny * nz), at // nz % ny, at % nz
        waits[i, j, k] = 0
        bits = np.int64(0)
        for n in range(26):
            a, b, c = i + steps[n, 0], j + steps[n, 1], k + steps[n, 2]
            if a >= low and ball[a, b, c]:
                bits |= np.int64(1) << n
        if not is_simple(bits, sides, edges, near6, near18):
            continue
        if mirrored and i == 1 and not _is_simple_in_plane(_plane_bits(ball, j, k, ring)):
            continue
        ball[i, j, k] = 1 - ball[i, j, k]
        wanted[i, j, k] = 0
        for n in range(26):
            a, b, c = i + steps[n, 0], j + steps[n, 1], k + steps[n, 2]
            if a < max(low, 1) or a >= nx - 1 or b < 1 or b >= ny - 1 or c < 1 or c >= nz - 1:
                continue
            if wanted[a, b, c] and not waits[a, b, c]:
                waits[a, b, c] = 1
                _line_up(head, tail, follows, (a * ny + b) * nz + c, depth[a, b, c])
                now = max(now, depth[a, b, c])
    if mirrored:
        ball[0] = ball[1]
    return ball


@njit(cache=True, nogil=True)
def turned(solid, found, mirrored, fixed, steps, sides, edges, near6, near18):  # type: ignore[no-untyped-def]
    """Turn a corner of each of the sides of cells found (k, 4) that has two inside and two outside, crosswise.

    A point that changes nothing else is taken, if there is one, and one that is not `fixed`; else one is filled.
    """
    done = 0
    for f in range(len(found)):
        i, j, k, axis = found[f]
        i, j, k = i + (axis == 0), j + (axis == 1), k + (axis == 2)
        u, v = (1 if axis == 0 else 0), (1 if axis == 2 else 2)
        best, at = -1, np.zeros(3, np.int64)
        crosswise = 0
        for n in range(4):
            p = np.array([i, j, k])
            p[u] += n & 1
            p[v] += n >> 1
            crosswise |= int(solid[p[0], p[1], p[2]]) << n
        if crosswise != 0b0110 and crosswise != 0b1001:
            continue  # another one took care of it
        for n in range(4):
            p = np.array([i, j, k])
            p[u] += n & 1
            p[v] += n >> 1
            x, y, z = p
            if min(x, y, z) < 1 or x >= solid.shape[0] - 1 or y >= solid.shape[1] - 1 or z >= solid.shape[2] - 1:
                continue
            worth = 0
            if is_simple(bits_at(solid, x, y, z, steps), sides, edges, near6, near18):
                worth += 4
            if not fixed[x, y, z]:
                worth += 2
            if not solid[x, y, z]:
                worth += 1
            if worth > best:
                best = worth
                at[:] = p
        if best < 4:  # fill
            for n in range(4):
                p = np.array([i, j, k])
                p[u] += n & 1
                p[v] += n >> 1
                if not solid[p[0], p[1], p[2]]:
                    at[:] = p
        x, y, z = at
        solid[x, y, z] = 1 - solid[x, y, z] if best >= 4 else 1
        if mirrored and x < 2:
            solid[1 - x, y, z] = solid[x, y, z]
        done += 1
    return done
