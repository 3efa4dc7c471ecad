"""Symmetry of shape: which vertex is the mirror image of which, and one side made the image of the other."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _symmetry_kernels as kernels
from yewfinch.core.mesh.repair.divide import Divided, divided
from yewfinch.core.mesh.repair.holes import half_edges
from yewfinch.core.mesh.repair.mend import cut_free
from yewfinch.core.mesh.repair.parts import used_rows
from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: The side that is kept: that of positive distance is the sitter's left.
Side = Literal["left", "right", "both"]
#: Mirror images nearer than this count as equal, mm.
SAME = 1e-3
#: Beginnings that are tried for a match.
_TRIES = 24
#: Vertices nearer to the plane than this part of an edge are laid on it.
_SNAP = 0.2
#: Vertices lie on a plane within this, mm.
_ON = 1e-6

_Numbers = npt.NDArray[np.integer[Any]]


@dataclass(frozen=True)
class Plane:
    """A plane of symmetry.

    Attributes
    ----------
    point : three floats, mm
    normal : three floats, unit
    """

    point: tuple[float, float, float] = (0.0, 0.0, 0.0)
    normal: tuple[float, float, float] = (1.0, 0.0, 0.0)

    def distance(self, p: DoubleArray) -> DoubleArray:
        """Signed distance (n,) mm of points (n, 3)."""
        return np.asarray((p - np.array(self.point)) @ np.array(self.normal))

    def image(self, p: DoubleArray) -> DoubleArray:
        """Mirror images (n, 3) mm."""
        return np.asarray(p - 2.0 * self.distance(p)[:, None] * np.array(self.normal))


@dataclass(frozen=True, eq=False)
class Match:
    """Which vertices are images of each other.

    Attributes
    ----------
    twin : (n,) int64
        The image of each vertex, itself on the midline, -1 if it has none.
    """

    twin: npt.NDArray[np.int64]

    @property
    def missing(self) -> int:
        """Vertices without an image."""
        return int((self.twin < 0).sum())


def matched(positions: DoubleArray, faces: IndexArray, plane: Plane) -> Match:
    """Match vertices by the net of faces, beginning where positions match best; form may differ.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    plane : Plane
    """
    from scipy.spatial import cKDTree

    n = len(positions)
    twin = np.full(n, -1, np.int64)
    face, start, end = half_edges(faces)
    if not len(face):
        return Match(twin)
    nxt, prev, opposite, size = _linked(face, start, end, n)
    image = plane.image(positions)
    tree = cKDTree(positions)
    edge = float(np.median(np.linalg.norm(positions[start] - positions[end], axis=1)))
    away, near = tree.query(image, distance_upper_bound=0.5 * edge)
    off = np.where(np.isfinite(away), away, np.inf)
    near = np.where(np.isfinite(away), near, 0)
    # half edges whose ends' images are joined by one that runs back
    order = np.argsort(start * n + end)
    keys = (start * n + end)[order]
    wanted = near[end] * n + near[start]
    at = np.clip(np.searchsorted(keys, wanted), 0, len(keys) - 1)
    found = (keys[at] == wanted) & np.isfinite(off[start] + off[end])
    cost = np.where(found, off[start] + off[end], np.inf)
    for _ in range(_TRIES):
        best = int(np.argmin(cost))
        if not np.isfinite(cost[best]):
            break
        tried = twin.copy()
        met, odd = kernels.walked(start, nxt, prev, opposite, size, best, int(order[at[best]]), tried)
        if odd > 0.02 * max(met, 1) + 4:
            cost[best] = np.inf
            continue
        twin = tried
        cost[twin[start] >= 0] = np.inf
    return Match(twin)


def _linked(face: _Numbers, start: _Numbers, end: _Numbers, n: int) -> tuple[_Numbers, _Numbers, _Numbers, _Numbers]:
    """Next, previous and opposite half edges, in the order of their faces, and sizes of faces."""
    m = len(face)
    heads = np.nonzero(np.r_[True, face[1:] != face[:-1]])[0]
    sizes = np.diff(np.r_[heads, m])
    first = np.repeat(heads, sizes)
    size = np.repeat(sizes, sizes)
    place = np.arange(m) - first
    nxt, prev = first + (place + 1) % size, first + (place - 1) % size
    key = start * n + end
    order = np.argsort(key)
    back = end * n + start
    at = np.clip(np.searchsorted(key[order], back), 0, m - 1)
    opposite = np.where(key[order][at] == back, order[at], -1)
    return nxt, prev, opposite, size


def evened(positions: DoubleArray, match: Match, plane: Plane, keep: Side) -> DoubleArray:
    """Positions made symmetric; vertices without an image stay.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    match : Match
    plane : Plane
    keep : {"left", "right", "both"}
        The side whose form the other takes; "both" meet in the middle.

    Returns
    -------
    (n, 3) float64, mm
    """
    has = np.nonzero(match.twin >= 0)[0]
    twin = match.twin[has]
    image = plane.image(positions[twin])
    out = positions.copy()
    if keep == "both":
        out[has] = (positions[has] + image) / 2
        return out
    # which side a vertex belongs to is told by it and its image together, so that none lies on both
    side = plane.distance(positions)[has] - plane.distance(positions)[twin]
    follows = side < 0 if keep == "left" else side > 0
    follows |= (side == 0) & (has > twin)
    out[has[follows]] = image[follows]
    middle = has[has == twin]
    out[middle] -= plane.distance(positions[middle])[:, None] * np.array(plane.normal)
    return out


def mirrored_half(
    positions: DoubleArray, faces: IndexArray, plane: Plane, keep: Side
) -> tuple[DoubleArray, IndexArray, Divided, IndexArray]:
    """One half and its image, welded along the plane: any surface comes out symmetric.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    plane : Plane
    keep : {"left", "right"}

    Returns
    -------
    (k, 3) float64, mm
    (j, 4) int32
    Divided
        Of the cut, to carry channels.
    (k,) int32
        Row of `Divided` that each vertex comes from.
    """
    cut = half(positions, faces, plane, keep)
    rows, faces_own = used_rows(cut.high, len(cut.positions))
    at = cut.positions[rows]
    middle = cut.on_cut[rows]
    at[middle] -= plane.distance(at[middle])[:, None] * np.array(plane.normal)
    twin = np.where(middle, np.arange(len(rows)), 0)
    twin[~middle] = len(rows) + np.arange(int((~middle).sum()))
    faces_own = faces_own[~middle[faces_own].all(axis=1)]  # one that lies in the plane is its own image
    back = turned_round(twin[faces_own])
    whole, both = np.concatenate([at, plane.image(at[~middle])]), np.concatenate([faces_own, back]).astype(np.int64)
    if not len(both):
        return whole[:0], both.astype(INDEX), cut, np.empty(0, INDEX)
    whole, both, source, _ = cut_free(
        whole, both, np.concatenate([rows, rows[~middle]])
    )  # the form may touch the plane
    return whole, both.astype(INDEX), cut, source.astype(INDEX)


def half(positions: DoubleArray, faces: IndexArray, plane: Plane, keep: Side, other: Plane | None = None) -> Divided:
    """Cut along a plane, what is kept in `high`; vertices very near to the plane are laid on it.

    Those that lie on another plane stay on that: they go to the line where both meet, if it is as near.
    """
    sign = 1.0 if keep == "left" else -1.0
    away = plane.distance(positions) * sign
    _, start, end = half_edges(faces)
    edge = np.full(len(positions), np.inf)
    np.minimum.at(edge, start, np.linalg.norm(positions[start] - positions[end], axis=1))
    normal = np.array(plane.normal)
    way = np.tile(normal, (len(positions), 1))
    if other is not None:
        across = normal - (normal @ np.array(other.normal)) * np.array(other.normal)
        way[np.abs(other.distance(positions)) < _ON] = across / max(float(across @ across), 1e-12)
    near = np.abs(away) * np.linalg.norm(way, axis=1) < _SNAP * np.where(np.isfinite(edge), edge, 0.0)
    at = positions.copy()
    at[near] -= (away[near] * sign)[:, None] * way[near]
    return divided(at, faces, np.where(near, 0.0, away))


def is_symmetric(positions: npt.ArrayLike, near: float = SAME) -> bool:
    """Whether points (n, 3) mm are their own mirror images across x = 0, within `near` mm."""
    at = np.ascontiguousarray(positions, np.float64)
    key = np.abs(at[:, 0]) * 0.4312 + at[:, 1] * 0.7071 + at[:, 2] * 0.5603  # equal for images, about unit length
    order = np.argsort(key)
    return bool(kernels.all_mirrored(at, order, np.ascontiguousarray(key[order]), near))


def _warm() -> None:
    is_symmetric(np.zeros((1, 3)))
    matched(np.array([[-1.0, 0, 0], [1, 0, 0], [0, 1, 0]]), np.array([[0, 1, 2, 2]], INDEX), Plane())


warmup.register("symmetry", _warm)
