"""The signed distance field of a plain adult skull, inside the plain head of the first cast.

Same frame: origin midway between the tragions, Frankfurt plane level, mm. Proportions are common
practice; how deep it lies under the skin is set afterwards at the published points (`skull`).
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.reshape.field_shapes import Point, axes, blend, carve, cone, curve, ellipsoid
from yewfinch.core.shared.arrays import DoubleArray

#: Skin over the braincase of the plain head, mm.
_SCALP = 6.0
#: Teeth from the middle outwards: place on the arch, and half breadth, half depth, half height.
_TEETH: tuple[tuple[float, float, float, float, float], ...] = (
    (3.9, 91.0, 4.1, 3.4, 5.6),
    (10.8, 88.4, 3.7, 3.2, 5.2),
    (16.9, 82.4, 3.8, 3.8, 5.8),
    (21.8, 75.6, 3.6, 4.0, 4.9),
    (25.4, 69.0, 3.6, 4.2, 4.7),
    (28.0, 61.2, 4.9, 4.8, 4.4),
    (29.6, 51.6, 4.8, 4.8, 4.2),
)
#: How much taller than broad the cheekbone's bridge is.
_TALL = 1.9
#: How far ahead of these places they stand, mm: lips of the second cast stand farther ahead than those of the first.
_AHEAD = 1.4
#: Heights of the edges of upper and lower teeth.
_BITE = -49.0


def upper(p: DoubleArray) -> DoubleArray:
    """Signed distance of the skull without its lower jaw, (k,) mm, negative inside; mirrored points give the same."""
    q = _folded(p)
    d = blend(cranium(q), _face(q), 9.0)
    d = blend(_opened(q, d), _arch(q), 4.0)
    return np.minimum(d, _teeth(q, 1.0))


def lower(p: DoubleArray) -> DoubleArray:
    """The same of the lower jaw."""
    q = _folded(p)
    return np.minimum(jaw(q), _teeth(q, -1.0))


def _folded(p: DoubleArray) -> DoubleArray:
    q = p.copy()
    q[:, 0] = np.sqrt(p[:, 0] ** 2 + 0.16) - 0.4
    return q


def vault(q: DoubleArray) -> DoubleArray:
    """Braincase and forehead under the scalp of the first plain head, in which this skull was modelled."""
    d = ellipsoid(q, (0, 47, -3), (71, 82, 92.5), power=2.2)
    d = blend(d, ellipsoid(q, (0, 55, -24), (75.5, 68, 70)), 18.0)  # parietal breadth
    d = blend(d, ellipsoid(q, (0, 58, 42), (56, 46, 48), power=2.3), 24.0)  # frontal eminences
    d = blend(d, ellipsoid(q, (0, 6, -44), (52, 42, 48)), 22.0)  # occiput over the neck
    # temporal planes: flattened behind the brow
    return carve(d, ellipsoid(q, (85, 38, 56), (22, 36, 38), axes(yaw=-14)), 38.0)


def cranium(q: DoubleArray) -> DoubleArray:
    """Braincase, its base, the mastoids and the brow."""
    d = vault(q) + _SCALP
    d = carve(d, ellipsoid(q, (0.0, -66.0, -14.0), (46, 52, 62)), 14.0)  # nothing of the neck
    d = carve(
        d, ellipsoid(q, (0, -66, -98), (84, 54, 64), axes(pitch=-20)), 34.0
    )  # up to the crest where the neck's muscles end
    d = blend(d, ellipsoid(q, (0, 2, -84), (12, 9, 6)), 22.0)
    d = blend(d, ellipsoid(q, (52, -13, -16), (8.0, 16, 10), axes(pitch=18)), 9.0)  # mastoid
    d = carve(d, ellipsoid(q, (78, 14, 46), (20, 40, 30), axes(yaw=-12)), 18.0)  # temple
    d = blend(d, ellipsoid(q, (18, 60, 66), (22, 19, 14)), 26.0)  # frontal eminence
    ridge: list[Point] = [(6, 35, 85.0), (17, 38.5, 81.0), (29, 39.5, 74), (38.5, 36, 64.5), (42, 25, 57.5)]
    return blend(d, curve(q, ridge, [6.0, 5.6, 4.8, 4.6, 4.6]), 15.0)


def _face(q: DoubleArray) -> DoubleArray:
    """Upper jaw and cheekbones."""
    d = ellipsoid(q, (0, -20, 56), (29, 34, 31), power=2.4)
    d = blend(d, ellipsoid(q, (0, -36, 66.5), (27, 11.5, 23.0), power=2.2), 8.0)  # above the teeth
    d = blend(d, cone(q, (0, -26, 82), (0, -23.5, 93.5), 5.5, 3.2), 8.0)  # spine under the nose
    d = blend(d, curve(q, [(15, 5, 80), (28, 0, 74), (41, 2, 64.5)], [4.6, 5.0, 5.0]), 7.0)  # rim below the eye
    d = blend(d, curve(q, [(20, -22, 71), (32, -14, 68.5), (41, -8, 64)], [9.0, 8.0, 7.5]), 12.0)
    d = blend(d, ellipsoid(q, (43, -6, 61.5), (10.5, 10.5, 5.5), axes(yaw=42), 2.4), 7.0)  # cheekbone
    d = blend(d, cone(q, (45, -1, 59), (42, 25, 58), 5.0, 4.6), 8.0)  # up to the brow
    return blend(d, cone(q, (14, -10, 84), (8.5, 24, 86.5), 6.0, 5.4), 8.0)  # beside the nose


def _opened(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Eye sockets and the opening of the nose, under the nasal bones and with its partition."""
    d = carve(d, ellipsoid(q, (33.0, 20.0, 82), (18.5, 16.0, 22), axes(yaw=18, roll=-8), 2.6), 7.5)
    d = carve(d, cone(q, (31, 20, 76), (19, 17, 46), 15.5, 6.0), 5.0)
    d = carve(d, ellipsoid(q, (5.4, -15, 90), (7.2, 11.5, 36), axes(roll=-12)), 4.0)
    d = carve(d, ellipsoid(q, (0, -3, 92), (5.4, 12, 34)), 4.0)
    nasal: list[Point] = [(1.8, 30, 81.0), (2.2, 19, 88.0), (2.2, 8, 97.0)]
    d = blend(d, curve(q, nasal, [5.4, 4.8, 3.6]), 6.0)
    return np.minimum(d, ellipsoid(q, (0, -12, 72), (1.7, 14, 17)))


def _arch(q: DoubleArray) -> DoubleArray:
    """The bridge from the cheekbone to the ear, a band that stands free of the temple."""
    flat = q * (1.0, 1 / _TALL, 1.0)
    line: list[Point] = [(46, -3.2, 59), (54.5, -2.4, 48), (60.5, -0.8, 32), (60.5, 0.4, 16), (57, 1.0, 4)]
    return curve(flat, line, [3.6, 2.6, 2.3, 2.5, 3.4], 6)


def jaw(q: DoubleArray) -> DoubleArray:
    """The lower jaw: body, angle, ramus with its notch, and chin."""
    low: list[Point] = [(0, -80, 73), (13, -79.5, 69.5), (30, -74.5, 51), (41.5, -63, 29), (45, -53, 15)]
    mid: list[Point] = [(0, -72, 74.5), (13, -71, 70.5), (26, -65, 54), (39, -54, 34), (44, -44, 22)]
    high: list[Point] = [(0, -62, 79.5), (11, -61.5, 74), (20.5, -60, 62), (30, -57, 50), (39, -47, 33)]
    d = blend(curve(q, low, [7.2, 6.8, 6.2, 5.4, 5.2], 6), curve(q, high, [5.4, 5.4, 5.6, 5.6, 4.6], 6), 10.0)
    d = blend(d, curve(q, mid, [5.6, 5.4, 5.2, 4.8, 4.2], 6), 9.0)
    d = blend(d, ellipsoid(q, (0, -76.5, 77), (12.5, 9.5, 8)), 12.0)  # chin
    d = blend(d, ellipsoid(q, (10.5, -80.5, 73), (8, 5.5, 6)), 14.0)
    d = blend(d, ellipsoid(q, (45.0, -31, 24.5), (4.2, 28, 17.0), axes(yaw=-8, pitch=-8), 2.6), 12.0)  # ramus
    d = carve(d, ellipsoid(q, (45.0, -4, 23.5), (12, 9.5, 7.5)), 4.0)  # notch
    d = blend(d, cone(q, (46.5, -20, 13), (49.5, -6.5, 11), 4.2, 4.4), 4.0)  # to the joint
    d = blend(d, ellipsoid(q, (49.5, -5, 11), (8.0, 4.0, 4.2), axes(yaw=-12)), 3.0)
    return blend(d, cone(q, (43.5, -22, 33), (44, -7, 34.5), 4.0, 2.6), 5.0)  # to the temple's muscle


def _teeth(q: DoubleArray, side: float) -> DoubleArray:
    """The upper (1) or lower (-1) row, seven to a side."""
    d = np.full(len(q), 1e3)
    rows = np.nonzero((q[:, 1] > -70) & (q[:, 1] < -30) & (q[:, 2] > 40))[0]
    if len(rows) == 0:
        return d
    out = np.full(len(rows), 1e3)
    at = np.array([t[:2] for t in _TEETH])
    for i, (x, z, broad, deep, high) in enumerate(_TEETH):
        way = at[min(i + 1, len(at) - 1)] - at[max(i - 1, 0)]
        turn = axes(yaw=-float(np.degrees(np.arctan2(way[1], way[0]))))
        shrink, inward, back = (1.0, 1.0, 0.0) if side > 0 else (0.9, 0.96, 1.4)
        centre: Point = (
            x * inward,
            _BITE + side * (high + 0.3),
            z + _AHEAD - back - (0.0 if side > 0 else 1.4 * min(i, 2)),
        )
        out = np.minimum(out, ellipsoid(q[rows], centre, (broad * shrink, high * 1.15, deep), turn, 2.8))
    d[rows] = out
    return d
