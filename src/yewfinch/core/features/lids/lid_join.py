"""Lids joined to clay: the clay round the eye gives way to them, and even rows of quads lead from one to the other."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_chart import chart_of
from yewfinch.core.features.lids.lid_form import INNER, INNER_EDGE, form_of
from yewfinch.core.features.lids.lid_margins import flat, globe_of, ways
from yewfinch.core.features.lids.lids import Lids, to_own, to_portrait
from yewfinch.core.mesh.repair.holes import rims
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: The clay gives way so far beyond the lids, in its edges, and so far at least, mm.
_WIDE, _LEAST = 2.2, 3.0
#: Fewer vertices round the hole are too few for lids.
_FEWEST = 36
#: Clay is looked at within so many radii; skin only that lies before this part of the radius behind the middle.
_REACH, _BEHIND = 2.8, -0.4
#: Rows of the bag behind the eye, its clearance, mm, and how far round it goes.
_BAG, _CLEAR, _ROUND = 6, 0.6, 0.96
#: How the seam leaves the lids, as parts of the way aside to the clay and in mm on along the lids, and how it comes to
#: the clay, as a part of the way there.
_ASIDE, _ON, _OUT = 2.2, 0.5, 0.4
#: Rounds of smoothing the rim, and of softening the seam.
_RIM_ROUNDS, _SEAM_ROUNDS = 12, 6

_Ints = npt.NDArray[np.int64]


@dataclass(frozen=True, eq=False)
class Joined:
    """Clay with lids joined to it.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int64
        Triangles repeat their last row.
    upper, lower : (k,) int64
        Rows of the margins' inner edges, from the inner to the outer corner.
    """

    positions: DoubleArray
    faces: _Ints
    upper: _Ints
    lower: _Ints


def joined(clay: Surface, lids: Lids, eye: Eye) -> Joined:
    """Join lids to the clay that lies round their eye.

    Raises
    ------
    YewfinchError
        If no clay lies round the eye, or it is too coarse, or torn.
    """
    chart = chart_of(lids, globe_of(lids, eye))
    own = to_own(lids, eye, clay.positions.astype(np.float64))
    kept, rim, border = _opened(clay, own, form_of(chart, *_even(64)))
    share, upper, order = _columns(own[rim, :2], border)
    rim = rim[order]
    at = own.copy()
    at[rim] = _smoothed(at[rim])
    form = form_of(chart, share, upper)
    count, grid = len(rim), len(at)
    bag = _bag(form[0], chart.globe.radius)
    band = _band(form[-2], form[-1], at[rim], _outward(kept, at, rim))
    rings = np.concatenate([bag, form, band])
    places = np.concatenate([at, rings.reshape(-1, 3), [[0.0, 0.0, -(chart.globe.radius + _CLEAR)]]])
    pole = len(places) - 1
    first = grid + np.arange(len(rings))[:, None] * count + np.arange(count)
    rows = np.concatenate([first, rim[None]])
    turn = 1 if lids.side > 0 else -1
    faces = [kept]
    right = np.roll(np.arange(count), -1)
    for one, two in zip(rows[:-1], rows[1:], strict=True):
        faces.append(np.stack([one, one[right], two[right], two], axis=1)[:, ::turn])
    tip = np.stack([np.full(count, pole), rows[0][right], rows[0]], axis=1)[:, ::turn]
    faces.append(np.c_[tip, tip[:, 2]])
    quads = np.concatenate(faces)
    seam = np.concatenate([rows[len(bag) + len(form) + len(band) // 2 : -1].ravel(), rim])
    places = _softened(places, quads, seam, grid)
    edge = rows[len(bag) + INNER_EDGE]
    outer = int(np.flatnonzero(upper)[-1])
    made, used = _compact(to_portrait(lids, eye, places), quads)
    return Joined(made, used[quads], used[edge[: outer + 1]], used[np.r_[edge[:1], edge[: outer - 1 : -1]]])


def _even(columns: int) -> tuple[DoubleArray, npt.NDArray[np.bool_]]:
    """Shares and lids of so many columns of each lid, evenly."""
    column = np.arange(2 * columns)
    upper = column <= columns
    return np.asarray(np.where(upper, column, 2 * columns - column) / columns, np.float64), upper


def _opened(clay: Surface, own: DoubleArray, form: DoubleArray) -> tuple[_Ints, _Ints, DoubleArray]:
    """Faces of the clay without what lies before the lids and in the socket, the rim of the hole, and about
    where that is seen from the front.

    Raises
    ------
    YewfinchError
        If there is no such clay, it is too coarse, or torn.
    """
    border = form[-1][:, :2]  # seen from the front
    radius = float(np.linalg.norm(form[INNER], axis=1).mean())
    long = np.linalg.norm(own, axis=1)
    near = (long < _REACH * radius) & (own[:, 2] > _BEHIND * radius)
    if not near.any():
        raise YewfinchError("No clay lies round this eye. Move the eye and its lids into the clay first.")
    faces = clay.faces.astype(np.int64)
    local = faces[near[faces].all(axis=1)]
    edge = float(np.median(np.linalg.norm(own[local[:, 0]] - own[local[:, 1]], axis=1))) if len(local) else 0.0
    wide = max(_WIDE * edge, _LEAST)
    middle = border.mean(axis=0)
    away = border - middle
    border = middle + away * (1.0 + wide / np.linalg.norm(away, axis=1, keepdims=True))
    inside = np.zeros(len(own), bool)
    some = np.flatnonzero(near)
    inside[some] = _within(own[some, :2], border)
    kept = faces[~inside[faces].any(axis=1)]
    kept = _largest(kept, len(own))
    loops = [loop for loop in rims(kept.astype(np.int32), len(own)) if _meets(loop, faces, inside)]
    if not loops:
        raise YewfinchError("The clay does not lie round this eye. Move the eye and its lids into the clay first.")
    rim = max(loops, key=len).astype(np.int64)
    if any(len(loop) > 0.4 * len(rim) for loop in loops if loop is not rim and len(loop) != len(rim)):
        raise YewfinchError("The clay round this eye is torn, so lids cannot be joined to it. Mend or remesh it first.")
    if len(rim) < _FEWEST:
        raise YewfinchError(
            phrase(
                "The clay round this eye is too coarse for lids: {0} vertices where {1} are needed. "
                "Divide its faces, or remesh it with shorter edges, first.",
                len(rim),
                _FEWEST,
            )
        )
    return kept, rim, border


def _meets(loop: npt.NDArray[np.integer], faces: _Ints, inside: npt.NDArray[np.bool_]) -> bool:
    """Whether most of a rim lies beside what was taken out."""
    beside = np.unique(faces[inside[faces].any(axis=1)])
    return float(np.isin(loop, beside).mean()) > 0.8


def _within(points: DoubleArray, border: DoubleArray) -> npt.NDArray[np.bool_]:
    """Which points (n, 2) lie within a closed line (k, 2), by how often a ray meets it."""
    odd = np.zeros(len(points), bool)
    for a, b in zip(border, np.roll(border, -1, axis=0), strict=True):
        crosses = (a[1] > points[:, 1]) != (b[1] > points[:, 1])
        if crosses.any():
            at = a[0] + (points[crosses, 1] - a[1]) / (b[1] - a[1]) * (b[0] - a[0])
            odd[np.flatnonzero(crosses)[points[crosses, 0] < at]] ^= True
    return odd


def _largest(faces: _Ints, count: int) -> _Ints:
    """The faces of the part that has most of them: what was the socket falls off."""
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import connected_components

    one = faces[:, [0, 1, 2]].ravel()
    two = faces[:, [1, 2, 3]].ravel()
    net = csr_array((np.ones(len(one), np.int8), (one, two)), shape=(count, count))
    label = connected_components(net, directed=False)[1][faces[:, 0]]
    return faces[label == np.bincount(label).argmax()]


def _columns(rim: DoubleArray, border: DoubleArray) -> tuple[DoubleArray, npt.NDArray[np.bool_], _Ints]:
    """Columns of the lids for the vertices of a rim: shares, lids, and the order of the vertices.

    Parameters
    ----------
    rim, border : (k, 2), (2 n, 2) float64, mm
        Seen from the front; the lids' border carried out to where the clay gave way, in `_even(n)` columns.
    """
    x, y = rim[:, 0], rim[:, 1]
    order = np.arange(len(rim))
    if float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum()) > 0.0:  # from the inner corner over the upper lid
        order = order[::-1]
    count, half = len(order), len(border) // 2
    start = int(np.argmin(np.linalg.norm(rim[order] - border[0], axis=1)))
    order = np.roll(order, -start)
    # where each vertex is along the border, never backwards, and evened out
    nearest = np.linalg.norm(rim[order][:, None] - border[None], axis=2).argmin(axis=1).astype(np.float64)
    nearest[0] = 0.0
    nearest[nearest > len(border) * (0.6 + np.arange(count) / count)] = 0.0
    along = np.maximum.accumulate(nearest)
    even = np.arange(count + 1) * (len(border) / count)
    along = 0.7 * np.r_[along, len(border)] + 0.3 * even
    for _ in range(_RIM_ROUNDS):
        along[1:-1] = 0.5 * along[1:-1] + 0.25 * (along[:-2] + along[2:])
    along = along[:-1]
    end = int(np.argmin(np.abs(along - half)))
    upper = np.arange(count) <= end
    share = np.where(upper, along / along[end], (len(border) - along) / max(len(border) - float(along[end]), 1e-9))
    return share, upper, order


def _smoothed(loop: DoubleArray) -> DoubleArray:
    """A jagged closed line, evened out."""
    for _ in range(_RIM_ROUNDS):
        loop = 0.5 * loop + 0.25 * (np.roll(loop, 1, axis=0) + np.roll(loop, -1, axis=0))
    return loop


def _bag(border: DoubleArray, radius: float) -> DoubleArray:
    """Rings behind the eye, from its back to the inner side's border, (_BAG, columns, 3) mm."""
    at = flat(border)
    angle = np.linalg.norm(at, axis=1)
    height = np.linalg.norm(border, axis=1)
    out = []
    for part in np.linspace(1.0, 0.0, _BAG + 1)[:-1]:
        turned = angle + part * (_ROUND * np.pi - angle)
        way = ways(at / angle[:, None] * turned[:, None])
        off = height + min(1.5 * part, 1.0) * (radius + _CLEAR - height)
        out.append(way * off[:, None])
    return np.asarray(out)


def _outward(faces: _Ints, at: DoubleArray, rim: _Ints) -> DoubleArray:
    """Where the clay goes on from its rim, unit vectors (k, 3)."""
    place = np.full(len(at), -1, np.int64)
    place[rim] = np.arange(len(rim))
    total = np.zeros((len(rim), 3))
    beside = faces[(place[faces] >= 0).any(axis=1)]
    for k in range(4):
        own = place[beside[:, k]]
        some = own >= 0
        np.add.at(total, own[some], at[beside[some]].mean(axis=1) - at[beside[some, k]])
    return np.asarray(total / np.maximum(np.linalg.norm(total, axis=1, keepdims=True), 1e-9))


def _band(before: DoubleArray, border: DoubleArray, rim: DoubleArray, outward: DoubleArray) -> DoubleArray:
    """Rings from the lids' border to the rim that leave both smoothly (Hermite), (rows, columns, 3) mm."""
    far = np.linalg.norm(rim - border, axis=1)
    edge = float(np.linalg.norm(np.diff(rim, axis=0), axis=1).mean())
    rows = int(np.clip(round(float(far.mean()) / max(edge, 1e-6)), 2, 8))
    # first aside, off the lids, then on to the clay
    aside = (rim - border) * (1.0, 1.0, 0.0)
    start = _ASIDE * aside + _ON * (border - before) / np.maximum(
        np.linalg.norm(border - before, axis=1, keepdims=True), 1e-9
    )
    end = _OUT * outward * far[:, None]
    out = []
    for t in np.linspace(0.0, 1.0, rows + 1)[1:-1]:
        a, b, c, d = 2 * t**3 - 3 * t**2 + 1, t**3 - 2 * t**2 + t, -2 * t**3 + 3 * t**2, t**3 - t**2
        out.append(a * border + b * start + c * rim + d * end)
    return np.asarray(out).reshape(-1, *rim.shape)


def _softened(at: DoubleArray, quads: _Ints, seam: _Ints, clay: int) -> DoubleArray:
    """The seam and the clay next to it evened out; the lids stay."""
    one, two = quads.ravel(), np.roll(quads, -1, axis=1).ravel()
    own = one != two
    one, two = np.r_[one[own], two[own]], np.r_[two[own], one[own]]
    free = np.zeros(len(at), bool)
    free[seam] = True
    near = np.zeros(len(at), bool)
    near[two[free[one]]] = True
    near[clay:] = False
    free |= near
    some = free[one]
    one, two = one[some], two[some]
    count = np.maximum(np.bincount(one, minlength=len(at)), 1)
    at = at.copy()
    for _ in range(_SEAM_ROUNDS):
        mean = np.stack([np.bincount(one, at[two, k], len(at)) for k in range(3)], axis=1) / count[:, None]
        at[free] += 0.4 * (mean[free] - at[free])
    return at


def _compact(at: DoubleArray, quads: _Ints) -> tuple[DoubleArray, _Ints]:
    """Places in use, and the new number of each old one."""
    used = np.unique(quads)
    number = np.full(len(at), -1, np.int64)
    number[used] = np.arange(len(used))
    return at[used], number
