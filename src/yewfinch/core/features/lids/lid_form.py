"""Lids as a body of their own: a closed ring of even quads round the opening that lies on the eye."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_chart import Chart, chart_of
from yewfinch.core.features.lids.lid_margins import globe_of, ways
from yewfinch.core.features.lids.lids import Lids, checked, to_portrait
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Columns of each lid; rows of the inner side from its border to the margin, of the margin, of the outer side.
COLUMNS = 44
INNER, EDGE, OUTER = 15, 5, 24
ROWS = INNER + EDGE + OUTER
AROUND = 2 * COLUMNS
LID_VERTICES = AROUND * ROWS
#: The first row of the margin, its inner edge, and the last one, its outer edge.
INNER_EDGE, OUTER_EDGE = INNER, INNER + EDGE - 1
#: The body ends so far beyond the crease, and so far below the lower margin, mm; not beyond this part of the chart.
_BEYOND, _BELOW, _FARTHEST = 6.0, 10.0, 0.96
#: Height of the crease in the corners, as a part of that in the middle.
_IN_CORNER = 0.16
#: Height of the crease below the lower margin as a part of what lies below; skin there and between is so thick, mm.
_SKIN, _LEAST = 0.8, 0.5
#: Columns to both sides of a corner where lids are kept from crossing each other.
_AT_CORNER = 5
#: The red of a wet margin, sRGB; its roughness of 255.
_PINK, _WET = (206, 150, 138), 70


Flags = npt.NDArray[np.bool_]


def lid_surface(lids: Lids, eye: Eye) -> Surface:
    """The body of both lids of an eye.

    Raises
    ------
    YewfinchError
        If there can be no such lids.
    """
    at = _apart(lid_points(checked(lids), eye), lids, eye)
    net, order = _net(lids.side)
    made = net.moved(at[order].astype(np.float32))
    row = np.repeat(np.arange(ROWS), AROUND)[order]
    edge = (row >= INNER_EDGE - 1) & (row < OUTER_EDGE)
    made.colour[edge, :3] = _PINK
    made.roughness[edge] = _WET
    return made


def _apart(at: DoubleArray, lids: Lids, eye: Eye) -> DoubleArray:
    """The same points; those at a corner where shut lids would cross go there together, from where they lie open."""
    rows, triangles = _corners(lids.side)
    if lids.close <= 0.0 or not len(crossings(at[rows], triangles)):
        return at
    opened = lid_points(replace(lids, close=0.0), eye)[rows]
    out = at.copy()
    out[rows] = opened + kept_apart(opened, triangles, at[rows] - opened)
    return out


@cache
def _corners(side: int) -> tuple[IndexArray, IndexArray]:
    """Points of the margins and the outer side at both corners, and triangles between them, as numbers among them."""
    net, order = _net(side)
    ring, column = np.divmod(np.arange(LID_VERTICES), AROUND)
    beside = np.minimum(np.minimum(column, AROUND - column), np.abs(column - COLUMNS))
    some = (beside <= _AT_CORNER) & (ring >= INNER_EDGE)
    rows = np.flatnonzero(some).astype(INDEX)
    number = np.full(LID_VERTICES, -1, INDEX)
    number[rows] = np.arange(len(rows), dtype=INDEX)
    triangles = number[order[net.triangles()]]
    return rows, triangles[(triangles >= 0).all(axis=1)]


def lid_points(lids: Lids, eye: Eye) -> DoubleArray:
    """Its vertices row by row, from the inner side's border over the margin to the outer side's, (ROWS * AROUND, 3)."""
    form = form_of(chart_of(lids, globe_of(lids, eye)), *column_shares())
    return to_portrait(lids, eye, form.reshape(-1, 3))


def row_of(ring: int, column: int, side: int) -> int:
    """The row of the surface of a vertex by its row and column."""
    return int(_places(side)[ring * AROUND + column % AROUND])


@cache
def _places(side: int) -> IndexArray:
    order = _net(side)[1]
    out = np.empty_like(order)
    out[order] = np.arange(len(order), dtype=order.dtype)
    return out


def column_shares() -> tuple[DoubleArray, Flags]:
    """Where each column lies along its margin, and whether on the upper lid.

    Column 0 is the inner corner, column `COLUMNS` the outer one; those between belong to the upper lid.
    """
    column = np.arange(AROUND)
    upper = column <= COLUMNS
    return np.asarray(np.where(upper, column, AROUND - column) / COLUMNS, np.float64), upper


def form_of(chart: Chart, share: DoubleArray, upper: Flags) -> DoubleArray:
    """The vertices of columns in the eye's own axes, (ROWS, columns, 3) mm.

    Parameters
    ----------
    chart : Chart
    share : (columns,) float64
        Where they lie along the margins.
    upper : (columns,) bool
        Which belong to the upper lid.
    """
    out = np.empty((ROWS, len(share), 3))
    profile, height = _profiles(chart, share, upper)
    for n in range(ROWS):
        for lid, chosen in ((chart.upper, upper), (chart.lower, ~upper)):
            way = ways(lid.at(share[chosen], profile[n, chosen]))
            out[n, chosen] = way * (chart.globe.out_to(way) + height[n, chosen])[:, None]
    return out


def _profiles(chart: Chart, share: DoubleArray, upper: Flags) -> tuple[DoubleArray, DoubleArray]:
    """Of every column: how far out each row lies, as a part of the way to the rim, and how far off the eye, mm."""
    lids = chart.lids
    mid = np.sin(np.pi * share)
    reach = np.where(upper, chart.reach(share, upper=True), chart.reach(share, upper=False))
    lift = chart.lifted(share)
    thick = lids.thickness * (0.6 + 0.4 * mid**0.7)
    crease = np.where(upper, crease_height(lids, share), _IN_CORNER * lids.crease * (1.0 - mid) + 0.45 * _BELOW * mid)
    end = np.where(upper, crease + _BEYOND * (0.5 + 0.5 * mid), _BELOW * (0.45 + 0.55 * mid))
    end = np.minimum(end, _FARTHEST * reach)
    crease = np.minimum(crease, 0.7 * end)
    profile, height = np.empty((ROWS, len(share))), np.empty((ROWS, len(share)))
    # the inner side, from its border to the margin's inner edge: on the eye
    inward = np.linspace(1.0, 0.0, INNER + 1)[:-1] ** 1.15
    for n, part in enumerate(inward):
        profile[n] = part * end * (0.35 + 0.59 * np.sqrt(mid)) / reach
        height[n] = lids.gap
    for n, part in enumerate((0.0, 0.12, 0.5, 0.88, 1.0)):
        profile[INNER_EDGE + n] = 0.0
        height[INNER_EDGE + n] = lids.gap + lift + part * thick
    along, high = _outer_side(lids, share, upper, thick, crease, end)
    profile[OUTER_EDGE + 1 :] = along / reach
    height[OUTER_EDGE + 1 :] = high + lids.gap + lift * np.clip(1.2 - 0.2 * along / np.maximum(end, 1e-9), 1.0, 1.2)
    return profile, height


def crease_height(lids: Lids, share: DoubleArray) -> DoubleArray:
    """Height of the upper lid's crease over its margin along the lid, mm."""
    mid = np.sin(np.pi * np.clip(share, 0.0, 1.0))
    return np.asarray(lids.crease * (_IN_CORNER + (1.0 - _IN_CORNER) * mid**0.6))


def hang(lids: Lids, share: DoubleArray, upper: Flags) -> DoubleArray:
    """How far skin hangs over the crease along a lid, mm: that above less when the lid is shut, none at the outer
    corner; that over the inner corner reaches the lower lid.
    """
    open_by = 1.0 - min(max(lids.close, 0.0), 1.0)
    at = np.clip(share, 0.0, 1.0)
    over = lids.fold * np.sin(np.pi * (0.12 + 0.88 * at)) ** 0.8 * np.clip((1.0 - at) / 0.2, 0.0, 1.0)
    corner = lids.corner_fold * np.clip(1.0 - at / np.where(upper, 0.3, 0.2), 0.0, 1.0) ** 1.5
    at_corner = open_by * lids.fold * np.sin(np.pi * 0.12) ** 0.8 * np.clip(1.0 - at / 0.2, 0.0, 1.0) ** 1.5
    return np.asarray(np.where(upper, open_by * over, at_corner) + corner)


def _outer_side(
    lids: Lids, share: DoubleArray, upper: Flags, thick: DoubleArray, crease: DoubleArray, end: DoubleArray
) -> tuple[DoubleArray, DoubleArray]:
    """From the margin's outer edge to the border: way from the margin and height, (OUTER, n) mm."""
    from scipy.interpolate import PchipInterpolator

    open_by = 1.0 - 0.6 * min(max(lids.close, 0.0), 1.0)
    mid = np.sin(np.pi * share)
    over = np.minimum(hang(lids, share, upper), (0.5 + 0.4 * np.clip(share / 0.1, 0.0, 1.0)) * crease)
    depth = np.where(upper, open_by * lids.crease_depth * (0.2 + 0.8 * mid), 0.25 * mid)
    depth = np.minimum(depth, thick - _LEAST)
    bag = np.where(upper, 0.0, lids.bag * mid)
    groove = np.where(upper, 0.0, lids.groove * mid)
    fat = np.where(upper, 0.5 + 0.9 * mid, 0.5 + 0.5 * mid)
    rise = np.clip(over / 1.0, 0.0, 1.0)  # what hangs lies over the lid
    knots = [
        (0.22 * crease, thick + 0.12),
        (0.6 * crease, thick + 0.1),
        (0.88 * crease, thick - 0.55 * depth),
        (crease, thick - depth),
        (crease + 0.12 - 0.1 * rise, thick - 0.9 * depth + 0.35 * rise),
        (crease - 0.55 * over + 0.25 * (1.0 - rise), thick - 0.7 * depth + rise * (0.55 + 0.7 * depth)),
        (crease - over + 0.6 * (1.0 - rise), thick - 0.1 * depth + rise * _SKIN),
        (crease - over + 0.6 + 0.6 * (1.0 - rise), thick + 0.25 * fat + rise * 1.5 * _SKIN),
        (crease + 0.3 * (end - crease) + 0.5 * (1.0 - rise), thick + 0.75 * fat + 0.8 * bag + 0.6 * rise * _SKIN),
        (crease + 0.62 * (end - crease) + 0.2 * (1.0 - rise), thick + fat + bag),
        (crease + 0.86 * (end - crease), thick + 0.9 * fat - groove),
        (end, thick + 0.7 * fat - 0.4 * groove),
    ]
    ways_, heights = (np.stack([np.broadcast_to(k[i], share.shape) for k in knots]) for i in (0, 1))
    start = np.zeros((1, len(share)))
    ways_, heights = np.concatenate([start, ways_]), np.concatenate([thick[None], heights])
    at = np.linspace(0.0, len(knots), OUTER + 1)[1:]
    number = np.arange(len(knots) + 1)
    return (
        np.asarray(PchipInterpolator(number, ways_, axis=0)(at)),
        np.asarray(PchipInterpolator(number, heights, axis=0)(at)),
    )


@cache
def _net(side: int) -> tuple[Surface, IndexArray]:
    """Faces of a closed ring, points anywhere, and the order of these in them."""
    column = np.arange(AROUND)
    right = (column + 1) % AROUND
    faces = []
    for n in range(ROWS):
        one, two = n * AROUND, (n + 1) % ROWS * AROUND
        quad = [one + column, one + right, two + right, two + column]
        faces.append(np.stack(quad if side > 0 else quad[::-1], axis=1))
    made, order = in_face_order(np.zeros((LID_VERTICES, 3), np.float32), np.concatenate(faces).astype(np.int32))
    return Surface(np.zeros((LID_VERTICES, 3)), made), order
