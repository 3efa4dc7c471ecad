"""The lids: rings from the rim of the socket over fold and lid plate to the margin, and behind it.

The lids lie on the eyeball: the margin's inner edge and what is behind it keep `CONTACT` mm from
the ball, the margin is `THICKNESS` mm thick. Behind the lids the skin goes on as a bag round the
ball, so that the head stays one closed surface and the eyeball a body of its own.

Loop order as in `chart`: place 0 is the lower inner corner of the socket, counted towards the
outer corner below, then back above.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.chart import Chart, loop_spline
from yewfinch.core.anatomy.head.head_field import EYE, EYE_RADIUS
from yewfinch.core.shared.arrays import DoubleArray

#: Quads of the socket's rectangle across and up.
ACROSS, UP = 5, 4
AROUND = 2 * (ACROSS + UP)
RINGS = 11
#: Lid margin, mm (oculoplastic handbooks, from memory).
THICKNESS = 1.9
CONTACT = 0.14
#: The ring of the margin's outer and inner edge, and of the crease.
OUTER_EDGE, INNER_EDGE, CREASE = 6, 7, 3
#: Inner and outer corner from the ball's centre, mm.
INNER, OUTER = -15.8, 13.6
#: Place number of the inner corner.
INNER_PLACE = 2 * ACROSS + UP + UP / 2


def margin(u: DoubleArray, upper: bool) -> DoubleArray:
    """Height of a lid's margin over the ball's centre, mm, for u from inner (0) to outer corner (1).

    The upper lid peaks slightly inside of the pupil, the lower one is lowest slightly outside
    (oculoplastic handbooks, from memory).
    """
    slant = -1.5 + 2.6 * u
    if upper:
        out = slant + 4.25 * np.sin(np.pi * u**0.86) ** 0.86
    else:
        out = slant - 5.2 * np.sin(np.pi * u**1.16) ** 0.92
    return np.asarray(out)


def lids(boundary: DoubleArray) -> Chart:
    """The chart inside the socket's boundary.

    Parameters
    ----------
    boundary : (AROUND, 3) float64
        The boundary's points, mm.
    """
    rim = loop_spline(boundary)

    def rings(k: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        return _rings(k, rim(np.mod(k, AROUND)))

    return Chart(RINGS, AROUND, True, rings, depth_only=True, clear=_clear)


def _over_ball(x: DoubleArray, y: DoubleArray, radius: float) -> DoubleArray:
    """Depth of the lids' inner side: on the ball, and off it near the corners, from its centre."""
    away = np.hypot(x, y)
    turn = 0.86 * radius  # beyond it the ball's tangent goes on
    low = np.sqrt(radius**2 - turn**2)
    on = np.sqrt(np.maximum(radius**2 - np.minimum(away, turn) ** 2, 0.0))
    on = on - np.maximum(away - turn, 0.0) * turn / low
    inner = 6.2 + 0.18 * (x + 16.0)
    outer = 0.4 - 1.5 * (x - 14.0)
    off = np.where(x < 0, inner, np.minimum(outer, 9.0))
    off = np.where(np.abs(x) < 6.0, -9.0, off)
    h = np.maximum(1.6 - np.abs(on - off), 0.0) / 1.6
    return np.asarray(np.maximum(on, off) + h * h * 0.4)


def _rings(k: DoubleArray, rim: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    kk = np.mod(k - INNER_PLACE, AROUND)
    half = AROUND / 2
    lower = kk <= half
    t = np.where(lower, kk / half, (AROUND - kk) / half)
    u = 0.55 * (0.5 - 0.5 * np.cos(np.pi * t)) + 0.45 * t
    x = INNER + (OUTER - INNER) * u
    y = np.where(lower, margin(u, False), margin(u, True))
    y = np.where(np.minimum(t, 1 - t) < 1e-9, -1.5 + 2.6 * u, y)
    mid = np.sin(np.pi * u)  # 0 at the corners
    end = 1.0 - mid
    inner_end = end * (u < 0.5)
    way_x = -np.cos(np.pi * t)
    way_y = np.where(lower, -1.0, 1.0) * np.sin(np.pi * t)

    def outward(up: float, down: float, at_inner: float, at_outer: float) -> tuple[DoubleArray, DoubleArray]:
        """(x, y) moved away from the opening by amounts at lid middles and corners, mm."""
        corner = np.where(u < 0.5, at_inner, at_outer)
        middle = np.where(lower, down, up)
        size = corner + (middle - corner) * mid
        return x + way_x * size * (1 - 0.55 * mid), y + way_y * size

    z_in = _over_ball(x, y, EYE_RADIUS + CONTACT)
    edge = np.stack([x, y, z_in], axis=1)
    normal = edge / np.linalg.norm(edge, axis=1)[:, None]
    thick = THICKNESS * (0.45 + 0.55 * mid) + 0.2 * inner_end
    out = np.zeros((RINGS, len(k), 3))
    cling = np.zeros((RINGS, len(k)))

    def shell(ring: int, xy: tuple[DoubleArray, DoubleArray], lift: DoubleArray | float) -> None:
        out[ring] = np.stack([*xy, _over_ball(*xy, EYE_RADIUS + CONTACT) + 0.0], axis=1)
        way = out[ring] / np.linalg.norm(out[ring], axis=1)[:, None]
        out[ring] += way * np.asarray(lift)[..., None]

    fold = outward(6.6, 6.2, 2.4, 4.8)
    ahead = normal + np.array([0.0, 0.0, 0.45]) * mid[:, None]  # the margin looks at its fellow more than at the viewer
    ahead /= np.linalg.norm(ahead, axis=1)[:, None]
    out[OUTER_EDGE] = edge + ahead * thick[:, None]
    out[INNER_EDGE] = edge
    soft = np.where(lower, mid, 0.0)  # the lower lid goes over into the cheek without a step
    shell(5, outward(0.9, 0.9, 0.6, 0.9), thick + 0.25 - 0.25 * soft)
    shell(4, outward(3.4, 3.2, 1.3, 2.2), thick + 0.5 - 0.7 * soft)
    out[CREASE] = np.stack([*fold, _over_ball(*fold, EYE_RADIUS + THICKNESS)], axis=1)
    wide = outward(8.8, 8.8, 3.7, 7.4)
    depth = 0.6 * out[CREASE][:, 2] + 0.4 * (rim - np.asarray(EYE))[:, 2]
    out[2] = np.stack([*wide, depth], axis=1)
    cling[2] = 1.0
    cling[CREASE], cling[4] = 1.0, 0.4 + 0.3 * soft
    cling[5] = 0.1
    boundary = rim - np.asarray(EYE)
    out[0] = boundary
    cling[0] = 1.0
    out[1] = 0.5 * (out[2] + boundary)
    cling[1] = 1.0
    # behind the margin: along the ball to its equator and round its back
    turn = np.arctan2(way_y * (0.55 + 0.45 * mid), way_x)
    ring = np.stack([np.cos(turn), np.sin(turn), np.zeros_like(turn)], axis=1)
    out[8] = _on_ball(0.5 * normal * EYE_RADIUS + 0.5 * ring * EYE_RADIUS, EYE_RADIUS + CONTACT + 0.05)
    corner = (end**2)[:, None]
    floor = np.stack([x * 0.72, y, _over_ball(x * 0.72, y, EYE_RADIUS + CONTACT) + 0.15], axis=1)
    out[8] = np.where((u < 0.5)[:, None], (1 - corner) * out[8] + corner * floor, out[8])
    out[9] = _on_ball(ring + np.array([0, 0, -0.18]), EYE_RADIUS + 0.9)
    out[10] = _on_ball(ring * 0.62 + np.array([0, 0, -0.78]), EYE_RADIUS + 1.5)
    return out + np.asarray(EYE), cling, np.zeros_like(out)


def _clear(table: DoubleArray) -> DoubleArray:
    """Keep the outer rings outside the ball and the lids' thickness."""
    out = table.copy()
    away = table[: CREASE + 2] - np.asarray(EYE)
    size = np.linalg.norm(away, axis=2)
    least = EYE_RADIUS + THICKNESS
    out[: CREASE + 2] += away * np.maximum(least / size - 1.0, 0.0)[..., None]
    return out


def _on_ball(points: DoubleArray, radius: float) -> DoubleArray:
    out: DoubleArray = points / np.linalg.norm(points, axis=1)[:, None] * radius
    return out
