"""Loops of `noise.py`. No checks."""

import numpy as np
from numba import njit, prange

from yewfinch.core.shared.parallel import LOOPS


@njit(cache=True, inline="always")
def _hash(x, y, z, seed):
    """A whole number of 32 bits that looks like chance (the finaliser of MurmurHash3)."""
    h = (
        np.uint32(x) * np.uint32(0x8DA6B343)
        ^ np.uint32(y) * np.uint32(0xD8163841)
        ^ np.uint32(z) * np.uint32(0xCB1AB31F)
    )
    h ^= np.uint32(seed) * np.uint32(0x9E3779B1)
    h ^= h >> np.uint32(16)
    h *= np.uint32(0x85EBCA6B)
    h ^= h >> np.uint32(13)
    h *= np.uint32(0xC2B2AE35)
    return h ^ (h >> np.uint32(16))


@njit(cache=True, inline="always")
def _slope(h, x, y, z):
    """The inner product with one of twelve directions."""
    c = h % np.uint32(12)
    u = x if c < 8 else y
    v = y if c < 4 else z
    return (u if h & np.uint32(16) else -u) + (v if h & np.uint32(32) else -v)


@njit(cache=True)
def _gradient(x, y, z, seed):
    """Gradient noise at a place, about -1 to 1."""
    i, j, k = int(np.floor(x)), int(np.floor(y)), int(np.floor(z))
    x, y, z = x - i, y - j, z - k
    u = x * x * x * (x * (x * 6.0 - 15.0) + 10.0)
    v = y * y * y * (y * (y * 6.0 - 15.0) + 10.0)
    w = z * z * z * (z * (z * 6.0 - 15.0) + 10.0)
    total = 0.0
    for c in range(8):
        a, b, d = c & 1, (c >> 1) & 1, c >> 2
        share = (u if a else 1.0 - u) * (v if b else 1.0 - v) * (w if d else 1.0 - w)
        total += share * _slope(_hash(i + a, j + b, k + d, seed), x - a, y - b, z - d)
    return total


@njit(cache=True, parallel=LOOPS, nogil=True)
def noise(places, scale, octaves, seed, out):
    """Sums of gradient noise, each finer by half and weaker by half, at places (n, 3)."""
    for i in prange(len(places)):
        total, size, weight, whole = 0.0, 1.0 / scale, 1.0, 0.0
        for o in range(octaves):
            total += weight * _gradient(places[i, 0] * size, places[i, 1] * size, places[i, 2] * size, seed + 101 * o)
            whole += weight
            size, weight = 2.0 * size, 0.5 * weight
        out[i] = total / whole


@njit(cache=True, parallel=LOOPS, nogil=True)
def spots(places, size, share, seed, each, least, irregular, out, tone):
    """Round spots strewn in cells, so many at most in each: how much each place lies in one, 0 to 1, into `out`.

    Parameters
    ----------
    places : (n, 3) float32
    size : float
        Of a cell.
    share : (n,) float32
        How likely each of a cell's spots is there, 0 to 1.
    each : int
    least : float
        Radius of the smallest spot against the largest, which is a third of a cell.
    irregular : float
        How far edges wander, as a part of the radius.
    tone : (n,) float32
        A number of 0 to 1 of each spot, for its colour.
    """
    for i in prange(len(places)):
        x, y, z = places[i, 0] / size, places[i, 1] / size, places[i, 2] / size
        cx, cy, cz = int(np.floor(x)), int(np.floor(y)), int(np.floor(z))
        best = 0.0
        for dx in range(-1, 2):
            for dy in range(-1, 2):
                for dz in range(-1, 2):
                    for m in range(each):
                        own = seed + 1009 * m
                        h = _hash(cx + dx, cy + dy, cz + dz, own)
                        if (h & np.uint32(0xFFFF)) / 65535.0 >= share[i]:
                            continue
                        h2 = _hash(cx + dx, cy + dy, cz + dz, own + 7)
                        h3 = _hash(cx + dx, cy + dy, cz + dz, own + 13)
                        px = cx + dx + (h2 & np.uint32(1023)) / 1023.0
                        py = cy + dy + ((h2 >> np.uint32(10)) & np.uint32(1023)) / 1023.0
                        pz = cz + dz + ((h2 >> np.uint32(20)) & np.uint32(1023)) / 1023.0
                        big = (h3 & np.uint32(1023)) / 1023.0
                        r = 0.45 * (least + (1.0 - least) * big * np.sqrt(big))
                        far = np.sqrt((x - px) ** 2 + (y - py) ** 2 + (z - pz) ** 2)
                        if irregular > 0.0:
                            far += (
                                r
                                * irregular
                                * _gradient(2.0 * x / r * 0.35, 2.0 * y / r * 0.35, 2.0 * z / r * 0.35, own)
                            )
                        value = min(max((r - far) / (0.35 * r), 0.0), 1.0)
                        if value > best:
                            best = value
                            tone[i] = ((h3 >> np.uint32(10)) & np.uint32(1023)) / 1023.0
        out[i] = best


@njit(cache=True, parallel=LOOPS, nogil=True, fastmath=True)
def drawn(places, starts, ends, axis, half, out):
    """How much lines lay on at places (k, 3) mm, into `out` (k,): 1 along `starts` to `ends` (s, 3) mm, 0 at
    `half` from them.

    Nine tenths of what lies off along `axis` does not count: the skin bends away under them.
    """
    soft = np.float32(1.0) / max(np.float32(0.6) * half, np.float32(1e-6))
    zero, one = np.float32(0.0), np.float32(1.0)
    for i in prange(len(places)):
        best = np.float32(1e30)
        for s in range(len(starts)):
            wx, wy, wz = ends[s, 0] - starts[s, 0], ends[s, 1] - starts[s, 1], ends[s, 2] - starts[s, 2]
            x, y, z = places[i, 0] - starts[s, 0], places[i, 1] - starts[s, 1], places[i, 2] - starts[s, 2]
            far2 = wx * wx + wy * wy + wz * wz
            t = zero
            if far2 > np.float32(1e-12):
                t = min(max((x * wx + y * wy + z * wz) / far2, zero), one)
            x, y, z = x - t * wx, y - t * wy, z - t * wz
            off = np.float32(0.9) * (x * axis[0] + y * axis[1] + z * axis[2])
            x, y, z = x - off * axis[0], y - off * axis[1], z - off * axis[2]
            best = min(best, x * x + y * y + z * z)
        out[i] = min(max((half - np.sqrt(best)) * soft, zero), one)
