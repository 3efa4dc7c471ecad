"""The signed distance field of a plain adult head: skull, jaw, features, ears and neck.

Origin midway between the tragions, Frankfurt plane level at y = 0, +x to the sitter's left,
+z forward, millimetres. Positions follow the published means for men in `norms.py`; each part
is one function, so that a part can be found, read and bettered on its own.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape.field_shapes import (
    Point,
    axes,
    ball,
    blend,
    carve,
    cone,
    curve,
    dent,
    ellipsoid,
)
from yewfinch.core.shared.arrays import DoubleArray

#: Centre and radius of the sitter's left eyeball.
EYE: Point = (32.3, 22.0, 71.6)
EYE_RADIUS = 12.1

#: Height at which the bust ends.
NECK_END = -222.0


#: How far the bust reaches sideways and to the back and front, mm, and from where.
CUT: Point = (112.0, 0.0, 84.0)
CUT_AT = -28.0


def skin(p: DoubleArray) -> DoubleArray:
    """Signed distance of head, neck and collar, without ears and without any opening.

    Parameters
    ----------
    p : (k, 3) float64
        Points in mm; mirrored points give the same value.

    Returns
    -------
    (k,) float64
        Millimetres, negative inside.
    """
    q = p.copy()
    q[:, 0] = np.sqrt(p[:, 0] ** 2 + 0.25) - 0.5  # a soft |x|: no ridge along the midline
    x, y, z = q.T
    d = skull(q)
    d = _where(z > -25, q, d, lambda q, d: blend(d, face_mass(q), 16.0))
    d = _where(y < 30, q, d, lambda q, d: blend(blend(d, jaw(q), 14.0), neck(q), 17.0))
    d = _where(y < -125, q, d, lambda q, d: collar(q, d))
    eyes = (y > -12) & (y < 66) & (z > 28)
    d = _where(eyes, q, d, lambda q, d: blend(sockets(q, d), brow(q), 9.0))
    d = _where((x > 8) & (x < 58) & (y > 0) & (y < 45) & (z > 48), q, d, lid_mounds)
    d = _where((x < 36) & (y > -46) & (y < 48) & (z > 66), q, d, nose)
    d = _where((x < 44) & (y > -84) & (y < -4) & (z > 62), q, d, mouth)
    return d


def _where(
    near: npt.NDArray[np.bool_],
    q: DoubleArray,
    d: DoubleArray,
    part: Callable[[DoubleArray, DoubleArray], DoubleArray],
) -> DoubleArray:
    """Apply a part only to the points it can reach."""
    rows = np.nonzero(near)[0]
    if len(rows):
        d = d.copy()
        d[rows] = part(q[rows], d[rows])
    return d


def skull(q: DoubleArray) -> DoubleArray:
    """Braincase and forehead."""
    d = ellipsoid(q, (0, 47, -3), (71, 82, 92.5), power=2.2)
    d = blend(d, ellipsoid(q, (0, 55, -24), (75.5, 68, 70)), 18.0)  # parietal breadth
    d = blend(d, ellipsoid(q, (0, 58, 42), (56, 46, 48), power=2.3), 24.0)  # frontal eminences
    d = blend(d, ellipsoid(q, (0, 6, -44), (52, 42, 48)), 22.0)  # occiput over the neck
    # temporal planes: flattened behind the brow
    return carve(d, ellipsoid(q, (85, 38, 56), (22, 36, 38), axes(yaw=-14)), 38.0)


def face_mass(q: DoubleArray) -> DoubleArray:
    """Upper jaw, cheekbones and the soft cheek between them."""
    d = ellipsoid(q, (0, -12, 42), (48, 58, 46.5), power=2.2)
    d = blend(d, ellipsoid(q, (0, -44, 61), (31, 33, 39.5)), 14.0)  # tooth cylinder
    d = blend(d, ellipsoid(q, (40, -5, 59.0), (20, 14, 17.0), axes(yaw=32)), 14.0)  # cheekbone
    arch: list[Point] = [(49, -5, 57), (58.5, -2, 38), (63.5, 0, 12)]
    d = blend(d, curve(q, arch, [9.5, 8.5, 7]), 24.0)
    d = blend(d, ellipsoid(q, (36, -34, 52), (22, 36, 29), axes(yaw=26)), 16.0)  # soft cheek
    return blend(d, ellipsoid(q, (20, -12, 73), (12, 15, 13)), 13.0)  # beside the nose


def jaw(q: DoubleArray) -> DoubleArray:
    """Ramus, jaw line, masseter and chin."""
    line: list[Point] = [(60, -6, 4), (49.5, -53, 11), (37, -72, 41), (15, -82, 73)]
    d = curve(q, line, [7, 7.5, 8.5, 11])
    d = blend(d, ellipsoid(q, (45, -36, 27), (14.5, 38, 28), axes(yaw=16)), 22.0)  # masseter
    d = blend(d, ellipsoid(q, (50, -16, 20), (13, 22, 26)), 16.0)  # under the arch
    d = blend(d, ellipsoid(q, (0, -80.5, 80.5), (25, 14.6, 17.5), power=2.3), 14.0)  # chin
    d = blend(d, ellipsoid(q, (0, -62, 38), (43, 29, 48)), 18.0)  # floor of the mouth
    return d


def neck(q: DoubleArray) -> DoubleArray:
    """Column, sternomastoid, larynx and the rise of the trapezius; it leans forward."""
    y = q[:, 1]
    z = q[:, 2] - (-17.0 + (y + 60.0) * 0.24)
    d = np.sqrt(q[:, 0] ** 2 + (z * 1.02) ** 2) - (50.0 + np.maximum(0.0, -y - 140.0) * 0.16)
    d = np.maximum(d, y - 10.0)
    strap: list[Point] = [(60, -14, -20), (53, -66, -14), (38, -116, 2), (22, -154, 12), (11, -176, 15)]
    d = blend(d, curve(q, strap, [8, 9.5, 9, 7, 5]), 13.0)
    throat: list[Point] = [(0, -100, 26), (0, -117, 28.5), (0, -136, 20), (0, -158, 11)]
    d = blend(d, curve(q, throat, [8, 9.0, 8.5, 7]), 18.0)
    back: list[Point] = [(17, -4, -62), (25, -80, -54), (40, -134, -60), (78, -172, -52), (120, -190, -42)]
    return blend(d, curve(q, back, [14, 17, 22, 22, 20]), 24.0)


def collar(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Top of the chest with collarbones, their hollows and the pit of the neck; cut off as a bust."""
    chest = ellipsoid(q, (0, -226, -32), (150, 58, 60), power=2.3)
    d = blend(d, chest, 22.0)
    bone: list[Point] = [(15, -174.5, 17), (38, -173, 20), (66, -170, 12), (96, -165, -8), (124, -164, -24)]
    d = dent(d, np.maximum(curve(q, bone, [0.5] * 5), 0.0), -4.0, 8.0)
    over: list[Point] = [(34, -158, 12), (56, -154, 6), (74, -154, -4)]
    d = dent(d, np.maximum(curve(q, over, [0.5] * 3), 0.0), 3.5, 9.0)
    under: list[Point] = [(44, -186, 30), (78, -182, 16)]
    d = dent(d, np.maximum(curve(q, under, [0.5] * 2), 0.0), 2.0, 9.0)
    d = carve(d, ball(q, (0, -171, 28), 8.5), 12.0)  # pit of the neck
    across = np.sqrt((q[:, 0] / CUT[0]) ** 2 + ((q[:, 2] - CUT_AT) / CUT[2]) ** 2)
    side = (across - 1.0) * np.minimum(CUT[0], CUT[2])
    d = carve(d, -side, 8.0)
    return carve(d, q[:, 1] - NECK_END, 10.0)


def brow(q: DoubleArray) -> DoubleArray:
    """Brow ridge, glabella and the outer rim of the socket."""
    ridge: list[Point] = [(9, 38.5, 85.5), (26, 43, 82.5), (40, 41, 73), (49.5, 30, 59.0), (50, 16, 54)]
    d = curve(q, ridge, [7.5, 7.0, 6.5, 6.0, 5.0])
    return blend(d, ball(q, (0, 39, 86.0), 9.6), 12.0)


def sockets(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Hollow the eye sockets."""
    d = carve(d, ellipsoid(q, (32.5, 23.5, 91), (16.0, 9.6, 13.5), axes(yaw=18)), 15.0)
    return carve(d, ellipsoid(q, (16.0, 21, 92), (4.6, 7, 8.5)), 10.0)


def lid_mounds(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """The closed form of the lids over the eyeball; `lids` opens them."""
    ex, ey, ez = EYE
    d = blend(d, ball(q, EYE, EYE_RADIUS + 1.9), 6.0)
    inner: Point = (ex - 13.5, ey - 1.4, ez + 1.2)
    d = blend(d, ball(q, inner, 3.4), 6.0)  # flesh round the inner corner
    outer: Point = (ex + 12.4, ey + 0.6, ez - 3.4)
    return blend(d, ball(q, outer, 4.0), 7.0)


def nose(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Bridge, tip, wings, columella and nostrils."""
    bridge: list[Point] = [(0, 34, 84.0), (0, 22, 86.5), (0, 6, 95.0), (0, -10, 104.6)]
    n = curve(q, bridge, [8.5, 7.4, 7.6, 7.8])
    n = blend(n, cone(q, (5, 20, 81), (11.0, -10, 92), 6.0, 8.0), 8.0)  # side walls
    n = blend(n, ellipsoid(q, (0, -14.6, 110.4), (10.6, 8.6, 10.8)), 8.0)  # tip
    n = blend(n, ball(q, (3.4, -14.2, 114.6), 5.8), 4.0)
    wing = ellipsoid(q, (11.6, -18.6, 102.0), (5.2, 6.6, 10.8), axes(yaw=-14, pitch=10))
    n = blend(n, wing, 6.5)
    n = blend(n, cone(q, (0, -24.6, 98), (0, -21.6, 113), 4.6, 4.4), 5.0)  # columella
    n = blend(n, ellipsoid(q, (0, -22.5, 96), (12.5, 6, 8.5)), 7.0)  # base on the upper lip
    out = blend(d, n, 8.0)
    back: list[Point] = [(13.6, -8.8, 103.5), (17.4, -12.5, 98.0), (18.4, -18.5, 95.0), (16.0, -24.5, 95.5)]
    return dent(out, np.maximum(curve(q, back, [0.5, 0.5, 0.5, 0.5]), 0.0), 1.3, 2.3)


def mouth(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Lips with a mouth line, philtrum, corners and the fold above the chin."""
    upper: list[Point] = [
        (-6.5, -41.8, 99.4),
        (0, -42.6, 100.4),
        (6.5, -41.6, 99.4),
        (15, -43.4, 95.4),
        (25.5, -47.0, 85.5),
    ]
    d = blend(d, curve(q, upper, [4.8, 5.0, 4.8, 4.0, 2.0]), 5.0)
    lower: list[Point] = [(-8, -52.0, 96.8), (0, -52.4, 97.6), (8, -52.0, 96.8), (17, -50.4, 92.4), (25.5, -48.2, 85.5)]
    d = blend(d, curve(q, lower, [5.7, 5.8, 5.7, 4.6, 2.0]), 5.0)
    groove = np.maximum(cone(q, (0, -27, 103), (0, -37.0, 105.5), 0.5, 1.2), 0.0)
    d = dent(d, groove, 1.5, 2.6)  # philtrum
    ridge = np.maximum(cone(q, (5.4, -34, 102), (5.8, -38, 103.5), 0.1, 0.3), 0.0)
    d = dent(d, ridge, -0.45, 2.6)
    # mouth line: a deep groove, dipping at the middle
    line: list[Point] = [(-5, -46.9, 101.8), (0, -47.4, 102.2), (5, -46.9, 101.8), (13, -47.4, 97.6), (21, -47.5, 91.5),
                         (26.6, -48.0, 85.0)]  # fmt: skip
    slit = np.maximum(curve(q, line, [0.1, 0.1, 0.1, 0.1, 0.1, 0.1], 3), 0.0)
    d = dent(d, slit, 2.4, 2.7)
    d = dent(d, np.maximum(ball(q, (28.8, -48.6, 87.0), 1.0), 0.0), 1.4, 4.0)  # corner
    # rim of the vermilion: a fine ridge over the upper lip
    fold: list[Point] = [(-12, -65.4, 96.0), (0, -66.0, 98.6), (12, -65.4, 96.0), (21, -61, 88)]
    d = dent(d, np.maximum(curve(q, fold, [1, 1, 1, 0.5]), 0.0), 2.6, 6.0)
    laugh: list[Point] = [(22, -20, 90), (28, -32, 88), (33, -45, 82)]
    return dent(d, np.maximum(curve(q, laugh, [0.3, 0.3, 0.3]), 0.0), 0.8, 5.0)
