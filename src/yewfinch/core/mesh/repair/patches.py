"""The form of what closes rims: going on with the form round it within bounds, and clear of other clay."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.repair.fill import pulls
from yewfinch.core.mesh.repair.holes import faired
from yewfinch.core.mesh.surface.surface import triangles_of
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: What goes on with the form rises this part of the rim's radius at most; so often it is halved where it crosses.
_BULGE, _TAMED = 0.8, 4
#: How high patches are domed to get clear of other clay, in radii of their rims.
_RISES = (0.1, 0.2, 0.35, 0.55, 0.8, -0.1, -0.2, -0.35)

_Triangles = npt.NDArray[np.int64]


@dataclass(frozen=True, eq=False)
class Patch:
    """What closes one rim.

    Attributes
    ----------
    loop : (k,) int64
        Rows of the rim.
    rows : (n,) int64
        Rows of what is new.
    """

    loop: npt.NDArray[np.int64]
    rows: npt.NDArray[np.int64]


def _radius(at: DoubleArray, held: Patch) -> float:
    """How far the points of a patch's rim are from their middle, in the mean, mm."""
    rim = at[held.loop]
    return float(np.linalg.norm(rim - rim.mean(axis=0), axis=1).mean())


def _owners(count: int, patches: Sequence[Patch]) -> npt.NDArray[np.int64]:
    """The number of the patch that each row belongs to, or -1."""
    out = np.full(count, -1)
    for number, held in enumerate(patches):
        out[held.rows] = number
    return out


def going_on(at: DoubleArray, faces: IndexArray, patches: Sequence[Patch]) -> DoubleArray:
    """Patches that lie straight across their rims bulged so that they go on with the form round them.

    As far as that stays within bounds: no farther than a part of the rim's size, and not through other clay.

    Parameters
    ----------
    at : (n, 3) float64, mm
    faces : (m, 4) int32
    patches : sequence of Patch

    Returns
    -------
    (n, 3) float64, mm
    """
    straight, every = at, np.concatenate([p.rows for p in patches])
    way = faired(at, faces, every) - straight
    share = np.zeros(len(at))
    for held in patches:
        most = float(np.linalg.norm(way[held.rows], axis=1).max(initial=0.0))
        share[held.rows] = min(1.0, _BULGE * _radius(at, held) / max(most, 1e-12))
    triangles = triangles_of(faces)
    owner = _owners(len(at), patches)
    whose = owner[triangles].max(axis=1)
    for turn in range(_TAMED + 1):
        pairs = crossings(straight + share[:, None] * way, triangles, np.asarray(whose >= 0))
        met = np.unique(whose[pairs])
        met = met[met >= 0]
        if not len(met):
            break
        share[np.isin(owner, met)] *= 0.5 if turn + 1 < _TAMED else 0.0
    return np.asarray(straight + share[:, None] * way)


def kept_clear(
    at: DoubleArray, faces: IndexArray, patches: Sequence[Patch]
) -> tuple[DoubleArray, npt.NDArray[np.int64]]:
    """Patches that cross other clay, or themselves, domed outwards until they do not, or as little as can be.

    Parameters
    ----------
    at : (n, 3) float64, mm
    faces : (m, 4) int32
    patches : sequence of Patch

    Returns
    -------
    (n, 3) float64, mm
    (p,) int64
        Pairs of triangles that still cross, for each patch.
    """
    triangles = triangles_of(faces)
    whose = _owners(len(at), patches)[triangles].max(axis=1)

    def crossed(points: DoubleArray, number: int) -> int:
        return len(crossings(points, triangles, np.asarray(whose == number)))

    out, left = at.copy(), np.zeros(len(patches), np.int64)
    pairs = crossings(at, triangles, np.asarray(whose >= 0))
    for number in np.unique(whose[pairs]):
        if number < 0:
            continue
        if not len(patches[number].rows):
            left[number] = crossed(out, int(number))
            continue
        held, mine = patches[number], triangles[whose == number]
        corners = out[mine]
        way = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]).sum(axis=0)
        way /= max(float(np.linalg.norm(way)), 1e-12)
        size = _radius(at, held)
        dome = _dome(mine, held.rows)
        best, least = out, crossed(out, int(number))
        for rise in _RISES:
            tried = out.copy()
            tried[held.rows] += dome[:, None] * (rise * size * way)
            count = crossed(tried, int(number))
            if count < least:
                best, least = tried, count
            if least == 0:
                break
        out, left[number] = best, least
    return out, left


def _dome(tri: _Triangles, free: npt.NDArray[np.int64]) -> DoubleArray:
    """Heights (k,) of a skin that is blown up over its rim, 1 at its highest."""
    from scipy.sparse.linalg import spsolve

    rows, local = np.unique(tri, return_inverse=True)
    inside, whole = np.searchsorted(rows, free), pulls(len(rows), local.reshape(tri.shape))
    height = np.atleast_1d(spsolve(whole[inside][:, inside].tocsc(), np.ones(len(inside))))
    return np.asarray(height / max(float(height.max()), 1e-12))
