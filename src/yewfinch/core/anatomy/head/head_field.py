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
    """Braincase and forehead under the scalp, and the temple's muscle that fills the side behind the brow."""
    d = ellipsoid(q, (0, 47, -3), (71, 86, 92.5), power=2.2)
    d = blend(d, ellipsoid(q, (0, 56, -24), (74.2, 71, 70)), 18.0)  # parietal breadth
    d = blend(d, ellipsoid(q, (0, 61, 40), (57, 47, 50), power=2.2), 26.0)  # frontal eminences
    d = blend(d, ellipsoid(q, (0, 6, -44), (52, 42, 48)), 22.0)  # occiput over the neck
    d = carve(d, ellipsoid(q, (84, 36, 60), (19, 34, 34), axes(yaw=-16)), 34.0)  # temple
    return blend(d, ellipsoid(q, (44, 26, 22), (17.5, 32, 32), axes(yaw=8)), 16.0)  # temporalis


def face_mass(q: DoubleArray) -> DoubleArray:
    """Upper jaw and cheekbones, and the muscle and fat over them."""
    d = ellipsoid(q, (0, -18, 9), (58, 90, 79))
    d = blend(d, ellipsoid(q, (0, -43, 58.5), (28.5, 32, 41)), 14.0)  # muzzle: tooth arch and the ring muscle round it
    d = blend(d, ellipsoid(q, (47, -2, 57), (12.5, 11.5, 11), axes(yaw=40)), 13.0)  # cheekbone
    arch: list[Point] = [(52, -2, 50), (60, -1, 33), (63.5, 0, 12)]
    d = blend(d, curve(q, arch, [7.5, 6.6, 6.4]), 22.0)
    d = blend(d, ellipsoid(q, (31, -12, 66), (17, 14, 13), axes(yaw=24)), 14.0)  # fat over the cheekbone
    d = blend(d, ellipsoid(q, (39, -33, 51), (19, 28, 20), axes(yaw=34)), 22.0)  # buccal fat
    return blend(d, ellipsoid(q, (20, -8, 72), (11, 15, 12)), 13.0)  # beside the nose


def jaw(q: DoubleArray) -> DoubleArray:
    """Lower jaw with its angle and chin, masseter and parotid, and the floor of the mouth."""
    line: list[Point] = [(57, -10, 2), (49, -50, 8), (40.5, -69, 34), (26, -79, 60), (12, -82, 76)]
    d = curve(q, line, [6.5, 7.5, 8, 9, 10.5])
    d = blend(d, ellipsoid(q, (45.5, -26, 28), (12, 34, 26), axes(yaw=16)), 20.0)  # masseter
    d = blend(d, ellipsoid(q, (50, -20, 6), (9.5, 28, 20), axes(yaw=8)), 18.0)  # parotid
    d = blend(d, ellipsoid(q, (46, -14, 40), (14, 20, 20), axes(yaw=30)), 20.0)  # fat below the arch
    d = blend(d, ellipsoid(q, (0, -82.0, 80.5), (20, 13.5, 16), power=2.2), 12.0)  # chin
    d = blend(d, ellipsoid(q, (11, -86.5, 79), (10, 7.5, 10)), 10.0)  # its corners
    return blend(d, ellipsoid(q, (0, -56, 32), (42, 30, 46)), 16.0)  # floor of the mouth


def neck(q: DoubleArray) -> DoubleArray:
    """Column, sternomastoid, larynx and trapezius; it leans forward."""
    y = q[:, 1]
    z = q[:, 2] - (-18.0 + (y + 60.0) * 0.24)
    d = np.sqrt(q[:, 0] ** 2 + z**2) - (51.5 + np.maximum(0.0, -y - 140.0) * 0.16)
    d = np.maximum(d, y - 10.0)
    strap: list[Point] = [(51, -12, -26), (44, -62, -18), (35, -112, -1), (21, -150, 11), (11, -176, 14)]
    d = blend(d, curve(q, strap, [11, 10, 10, 8, 5.5]), 26.0)
    throat: list[Point] = [(0, -98, 26), (0, -117, 28.5), (0, -138, 20), (0, -160, 11)]
    d = blend(d, curve(q, throat, [9, 10.0, 10, 8]), 24.0)
    back: list[Point] = [(17, -4, -62), (25, -78, -57), (42, -124, -59), (80, -158, -50), (122, -176, -42)]
    return blend(d, curve(q, back, [15, 18, 21, 22, 20]), 26.0)


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
    """Brow ridge, glabella and the outer rim of the socket, under the muscle that draws the brow."""
    ridge: list[Point] = [(9, 38.5, 84.5), (24, 42.5, 81.0), (37, 41, 72.5), (46.5, 32, 60.5), (48, 16, 55)]
    d = curve(q, ridge, [8.0, 8.0, 8.0, 7.5, 6.0])
    return blend(d, ball(q, (0, 40, 85.6), 10.0), 12.0)


def sockets(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Hollow the eye sockets."""
    d = carve(d, ellipsoid(q, (32.5, 22.0, 91.5), (15.5, 8.2, 12.0), axes(yaw=20)), 18.0)
    return carve(d, ellipsoid(q, (16.5, 19, 93), (4.4, 9, 7.6)), 13.0)


def lid_mounds(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """The closed form of the lids over the eyeball; `lids` opens them."""
    ex, ey, ez = EYE
    d = blend(d, ball(q, EYE, EYE_RADIUS + 1.9), 7.0)
    inner: Point = (ex - 13.5, ey - 1.4, ez + 1.2)
    d = blend(d, ball(q, inner, 3.4), 6.0)  # flesh round the inner corner
    outer: Point = (ex + 12.4, ey + 0.6, ez - 3.4)
    d = blend(d, ball(q, outer, 4.0), 7.0)
    fold: list[Point] = [(22, 33, 77), (33, 35, 77.5), (43, 32, 70), (49, 25, 60)]
    return blend(d, curve(q, fold, [4.0, 4.8, 4.8, 4.0]), 9.0)  # fat under the brow


def nose(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Bones, sidewalls, a tip of two domes, wings and columella."""
    bridge: list[Point] = [(0, 36, 82.0), (0, 24, 82.6), (0, 8, 92.4), (0, -8, 102.8)]
    n = curve(q, bridge, [8.0, 7.2, 7.6, 7.6])
    n = blend(n, cone(q, (6, 20, 79), (12.5, -9, 90), 6.5, 8.5), 9.0)  # sidewalls
    n = blend(n, ellipsoid(q, (0, -15.5, 108.8), (9.0, 8.2, 9.5)), 8.0)  # under the tip's skin
    n = blend(n, ball(q, (3.8, -16.4, 114.6), 5.8), 5.0)  # domes
    n = blend(n, ellipsoid(q, (0, -19.8, 113.0), (5.5, 4.2, 6.0)), 4.0)  # below them
    wing = ellipsoid(q, (11.8, -18.4, 101.0), (5.2, 6.4, 11.0), axes(yaw=-18, pitch=12))
    n = blend(n, wing, 7.0)
    n = blend(n, cone(q, (0, -25.4, 99), (0, -23.0, 113.4), 4.0, 3.8), 4.5)  # columella
    n = blend(n, ellipsoid(q, (0, -22.0, 94), (13.5, 6, 8.5)), 8.0)  # base on the upper lip
    out = blend(d, n, 9.0)
    groove: list[Point] = [(12.0, -9.6, 105.0), (15.0, -10.6, 101.0), (18.2, -14.5, 96.0), (18.6, -20.5, 93.5)]
    return dent(out, np.maximum(curve(q, groove, [0.5, 0.5, 0.5, 0.5]), 0.0), 1.3, 2.8)


def mouth(q: DoubleArray, d: DoubleArray) -> DoubleArray:
    """Lips with a mouth line, philtrum, corners and the fold above the chin."""
    d = blend(d, ellipsoid(q, (0, -55, 84.5), (18, 13.5, 14.5)), 9.0)  # the ring muscle under the lower lip
    upper: list[Point] = [(0, -44.6, 99.2), (8, -43.4, 97.8), (15, -45.0, 91.6), (21, -47.2, 84.6), (26, -49.4, 77.0)]
    d = blend(d, curve(q, upper, [5.6, 5.3, 4.2, 3.0, 2.0]), 7.0)
    d = blend(d, ball(q, (0, -46.4, 100.2), 4.2), 4.0)  # tubercle
    lower: list[Point] = [(0, -53.6, 95.8), (7, -53.6, 95.2), (15, -52.6, 90.2), (21, -51.6, 83.4), (26, -50.8, 76.0)]
    d = blend(d, curve(q, lower, [5.6, 6.0, 5.0, 3.4, 2.0]), 9.0)
    groove = np.maximum(cone(q, (0, -29, 102), (0, -38.0, 104.0), 0.6, 1.4), 0.0)
    d = dent(d, groove, 1.7, 2.9)  # philtrum
    ridge = np.maximum(cone(q, (4.6, -31, 101), (5.8, -38.5, 102.5), 0.1, 0.3), 0.0)
    d = dent(d, ridge, -0.6, 2.4)
    # mouth line: a groove, dipping at the middle
    line: list[Point] = [
        (0, -50.0, 102.6),
        (5, -49.3, 102.0),
        (13, -49.3, 97.8),
        (21, -49.6, 91.0),
        (27.0, -50.2, 84.4),
    ]
    slit = np.maximum(curve(q, line, [0.1, 0.1, 0.1, 0.1, 0.1], 3), 0.0)
    d = dent(d, slit, 1.7, 3.0)
    d = dent(d, np.maximum(ball(q, (28.6, -50.6, 83.6), 1.0), 0.0), 1.5, 6.0)  # corner
    fold: list[Point] = [(0, -67.0, 97.0), (10, -66.4, 95.0), (20, -62.5, 88)]
    d = dent(d, np.maximum(curve(q, fold, [1, 1, 0.5]), 0.0), 2.4, 7.0)
    laugh: list[Point] = [(21, -21, 89), (27, -32, 86), (33, -44, 80)]
    return dent(d, np.maximum(curve(q, laugh, [0.3, 0.3, 0.3]), 0.0), 0.7, 6.0)
