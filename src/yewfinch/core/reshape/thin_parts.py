"""Walls and rods that are thinner than so many mm: where they are, and how they become as thick as that."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

#: Clay can be looked through for what is thinner than this, mm.
THINNEST, THICKEST = 0.1, 30.0
#: What a line meets nearer than this part of what is thin lies at its own beginning.
_NEAR = 1e-3
#: The other side of a wall or a rod looks the other way: the cosine of both normals is less than this.
_FACING = -0.5
#: So often thickness is measured again, as both sides move; what lacks less than this part of it is thick enough.
_ROUNDS, _ENOUGH = 4, 0.02
#: The part of a gap that clay on either side may take; how much less is added along each mm beside what is thin; how
#: often that is evened out.
_GAP, _SLOPE, _EVENED = 0.4, 0.35, 4
#: What crosses goes back by this part, so often at most.
_BACK, _TRIES = 0.5, 12

_Edges = tuple[npt.NDArray[np.int64], npt.NDArray[np.int64]]


@dataclass(frozen=True, eq=False)
class ThinPart:
    """Clay that hangs together and is thinner than wanted.

    Attributes
    ----------
    rows : (k,) int64
        Its vertices.
    place : (3,) float64, mm
        Where it is thinnest.
    thickness : float, mm
        There.
    area : float, mm2
        Of the surface on both sides.
    """

    rows: npt.NDArray[np.int64]
    place: DoubleArray
    thickness: float
    area: float


def thickness(surface: Surface, most: float) -> DoubleArray:
    """How far it is from each vertex straight down to the other side, (n,) mm; infinite if farther than `most`, mm."""
    at, normals = surface.positions.astype(np.float64), surface.normals.astype(np.float64)
    return _thick(at, surface.triangles(), normals, most)[0]


def _thick(
    at: DoubleArray, triangles: IndexArray, normals: DoubleArray, most: float
) -> tuple[DoubleArray, npt.NDArray[np.int64]]:
    """Thickness under each vertex (n,) mm, and a vertex on the other side (n,), itself where there is none."""
    tree = NearestTree(at, triangles)
    far = tree.ahead(at, -normals, _NEAR * most, most)
    met = np.flatnonzero(np.isfinite(far))
    other = tree.find(at[met] - far[met, None] * normals[met])
    facing = np.einsum("nk,nk->n", tree.normals(other.rows), normals[met])
    far[met[facing > _FACING]] = np.inf  # round a corner
    across = np.arange(len(at))
    across[met] = tree.corners[other.rows, 0]
    return far, across


def thin_parts(surface: Surface, least: float) -> list[ThinPart]:
    """What is thinner than wanted, the largest first.

    Parameters
    ----------
    surface : Surface
    least : float, mm
        Wanted.

    Raises
    ------
    YewfinchError
        If nobody could mean such a thickness.
    """
    _see(least)
    at, normals = surface.positions.astype(np.float64), surface.normals.astype(np.float64)
    thick, across = _thick(at, surface.triangles(), normals, least)
    thin = thick < least * (1.0 - _ENOUGH)
    if not thin.any():
        return []
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    a, b = _edges(surface)
    a, b = np.r_[a, np.arange(len(at))], np.r_[b, across]
    both = thin[a] & thin[b]
    n = len(surface)
    label = connected_components(coo_array((np.ones(both.sum()), (a[both], b[both])), shape=(n, n)), directed=False)[1]
    areas = _areas(surface)
    order = np.flatnonzero(thin)
    order = order[np.argsort(label[order], kind="stable")]
    parts = []
    for rows in np.split(order, np.flatnonzero(np.diff(label[order])) + 1):
        low = rows[int(np.argmin(thick[rows]))]
        parts.append(ThinPart(rows, at[low], float(thick[low]), float(areas[rows].sum())))
    return sorted(parts, key=lambda p: -p.area)


def thickened(
    surface: Surface, least: float, held: npt.NDArray[np.bool_] | None = None, progress: Progress = silent
) -> DoubleArray:
    """The surface with thin parts as thick as wanted, half of what they lack put on each side.

    Gaps keep a fifth of their width, nothing comes to cross that did not before, and symmetric clay stays so.

    Parameters
    ----------
    surface : Surface
    least : float, mm
        Wanted.
    held : (n,) bool, optional
        Vertices that stay.
    progress : Progress
        May cancel.

    Returns
    -------
    (n, 3) float64, mm

    Raises
    ------
    YewfinchError
        If nobody could mean such a thickness.
    """
    _see(least)
    was, triangles = surface.positions.astype(np.float64), surface.triangles()
    edges, twin = _edges(surface), twins_of(surface)
    length = np.linalg.norm(was[edges[0]] - was[edges[1]], axis=1)
    way = surface.normals.astype(np.float64)
    # outwards, a line enters what is beyond a gap: it leaves the same faces turned round
    gap = NearestTree(was, triangles[:, ::-1]).ahead(was, way, _NEAR * least, 2.0 * least)
    most = np.where(np.isfinite(gap), _GAP * gap, np.inf)
    if held is not None:
        most[held] = 0.0
    added, at = np.zeros(len(was)), was.copy()
    for turn in range(_ROUNDS):
        progress(0.6 * turn / _ROUNDS, "measuring how thick it is")
        lacks = least - _thick(at, triangles, way, least)[0]
        lacks[lacks <= _ENOUGH * least] = 0.0
        if not lacks.any():
            break
        added = np.minimum(_spread(np.minimum(added + lacks / 2.0, least / 2.0), edges, length), most)
        at = was + added[:, None] * way
    moves = added > 0.0
    some = np.asarray(moves[triangles].any(axis=1))
    before = len(crossings(was, triangles, some))
    for turn in range(_TRIES):
        progress(0.6 + 0.4 * turn / _TRIES, "keeping it clear of itself")
        pairs = crossings(at, triangles, some)
        if len(pairs) <= before:
            break
        near = np.zeros(len(was), bool)
        near[triangles[pairs]] = True
        near[edges[1][near[edges[0]]]] = True
        added[near] *= _BACK if turn + 1 < _TRIES else 0.0
        at = was + added[:, None] * way
    if twin is not None:
        free = np.ones(len(at), bool) if held is None else ~(held | held[twin])
        at[free] = ((at + at[twin] * (-1.0, 1.0, 1.0)) / 2.0)[free]
    return at


def _see(least: float) -> None:
    if not (np.isfinite(least) and THINNEST <= least <= THICKEST):
        raise YewfinchError(
            phrase("Clay {0:g} mm thick is not looked for; {1:g} to {2:g} mm make sense.", least, THINNEST, THICKEST)
        )


def _edges(surface: Surface) -> _Edges:
    """Each edge's ends, from both sides."""
    one = np.repeat(np.arange(len(surface)), np.diff(surface.ring_at))
    return one, surface.ring.astype(np.int64)


def _areas(surface: Surface) -> DoubleArray:
    """Share of the surface that belongs to each vertex, (n,) mm2."""
    triangles = surface.triangles()
    corners = surface.positions[triangles].astype(np.float64)
    size = np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1) / 6.0
    return np.asarray(np.bincount(triangles.ravel(), np.repeat(size, 3), len(surface)), np.float64)


def _spread(added: DoubleArray, edges: Sequence[npt.NDArray[np.int64]], length: DoubleArray) -> DoubleArray:
    """The same or more (n,) mm, such that it falls off by no more than a part of the way along any edge."""
    one, two = edges
    while True:
        more = added.copy()
        np.maximum.at(more, one, added[two] - _SLOPE * length)
        if (more <= added + 1e-6).all():
            break
        added = more
    count = np.bincount(one, minlength=len(added))
    for _ in range(_EVENED):
        added = (added + np.bincount(one, added[two], len(added)) / np.maximum(count, 1)) / 2.0
    return added
