"""A closed shell over a part of a surface: a lid, a cap of hair, a collar."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import numpy.typing as npt
import scipy

from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.repair.holes import border_edges, half_edges
from yewfinch.core.mesh.repair.parts import used_rows
from yewfinch.core.mesh.repair.symmetry import Plane, is_symmetric, matched
from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.mesh.surface.surface import Surface, triangles_of
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

#: On which side of the surface the shell lies.
Where = Literal["outward", "inward", "both"]
#: Thickness on offer, mm.
THINNEST, THICKEST = 0.1, 60.0
#: The rim's line is smoothed so often; its round stands off by this part of the thickness.
_ROUNDS, _ROUND = 4, 0.3
#: Balls that are tried for a vertex, and the part of their radius that is used; how much thicker it may get along a
#: millimetre.
_BALLS, _PART, _SLOPE = 12, 0.8, 0.5
#: Directions that make a smaller cosine with a triangle are looked at once more, in so many turns.
_UPRIGHT, _TURNS = 0.3, 60
#: Where walls cross they become so much thinner, first slowly, then fast, so many times at most, but no thinner than
#: this, mm.
_LESS, _TRIES, _LEAST = (0.55, 0.25), 10, 0.002


def chosen_faces(surface: Surface) -> npt.NDArray[np.bool_]:
    """Faces of which at least half is masked, (m,) bool."""
    return np.asarray(surface.mask[surface.faces, 0].astype(np.float32).mean(axis=1) >= 127.5)


@dataclass(frozen=True, eq=False)
class Shell:
    """A closed body.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    rows : (n,) int64
        The row of the surface from which each vertex comes.
    thin : float
        Share of it that is thinner than asked for, so that it does not run through itself in hollows.
    thinnest : float, mm
    crossings : int
        Pairs of triangles that cross nevertheless.
    """

    positions: DoubleArray
    faces: IndexArray
    rows: npt.NDArray[np.int64]
    thin: float
    thinnest: float
    crossings: int


def shell(
    surface: Surface,
    thickness: float,
    where: Where = "outward",
    progress: Progress = silent,
    *,
    faces: npt.NDArray[np.bool_] | None = None,
) -> Shell:
    """A closed body over the masked part of a surface, its rim rounded; thinner in hollows that have no room for more.

    Parameters
    ----------
    surface : Surface
    thickness : float, mm
    where : {"outward", "inward", "both"}
    progress : Progress
        May cancel.
    faces : (m,) bool, optional
        The part, if it is another one than what is masked.

    Returns
    -------
    Shell

    Raises
    ------
    YewfinchError
        If nothing is masked or the thickness makes no sense.
    """
    if not (np.isfinite(thickness) and THINNEST <= thickness <= THICKEST):
        raise YewfinchError(
            phrase("A shell cannot be {0:g} mm thick; {1:g} to {2:g} mm make sense.", thickness, THINNEST, THICKEST)
        )
    chosen = chosen_faces(surface) if faces is None else faces
    if not chosen.any():
        raise YewfinchError("Nothing is masked. Paint with Mask (Q) where the shell is to be.")
    rows, own = _apart(surface.faces[chosen].astype(np.int64), len(surface))
    at = surface.positions[rows].astype(np.float64)
    _, start, end = half_edges(own.astype(INDEX))
    n = len(rows)
    a, b = border_edges(own, n)
    rim = np.unique(a)
    jagged, at = at, _smooth_rim(at, a, b)
    normals = _upright(surface.normals[rows].astype(np.float64), jagged, triangles_of(own.astype(INDEX)))
    twin = (
        matched(jagged, own.astype(INDEX), Plane()).twin if is_symmetric(jagged) else np.full(n, -1)
    )  # what is symmetric stays so
    even = bool((twin >= 0).all())
    if even:
        normals = normals + normals[twin] * (-1.0, 1.0, 1.0)
        normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-12)
    progress(0.1, "looking for hollows")
    shares = {"outward": (1.0, 0.0), "inward": (0.0, 1.0), "both": (0.5, 0.5)}[where]
    wanted = [thickness * share for share in shares]
    walls = [_room(at, way, most) for way, most in zip((normals, -normals), wanted, strict=True)]
    walls = [_eased(np.minimum(wall, wall[twin]) if even else wall, at, start, end) for wall in walls]
    looked = _Looked()
    for round_ in range(_TRIES + 1):
        progress(0.2 + 0.7 * round_ / (_TRIES + 1), "looking for places where it would run through itself")
        body, made = _closed(at, normals, own, walls, a, b)
        bad = looked.crossing(body, made)
        if not len(bad) or round_ == _TRIES:
            break
        bad = np.unique(np.concatenate([bad[bad < 2 * n] % n, rim[bad[bad >= 2 * n] - 2 * n] if len(rim) else bad[:0]]))
        if even:
            bad = np.union1d(bad, twin[bad])
        at[bad] = (at[bad] + jagged[bad]) / 2
        for k, wall in enumerate(walls):
            less = wall.copy()
            less[bad] = np.minimum(wall[bad], np.maximum(_LESS[round_ >= _TRIES // 2] * wall[bad], _LEAST))
            walls[k] = _eased(less, at, start, end)
    total = walls[0] + walls[1]
    return Shell(
        body,
        made,
        np.concatenate([rows, rows, rows[rim]]),
        float((total < 0.9 * thickness).mean()),
        float(total.min()),
        len(looked.pairs),
    )


class _Looked:
    """Where a body runs through itself; when it is looked at again, only where it has changed."""

    def __init__(self) -> None:
        self._before: DoubleArray | None = None
        self.pairs = np.empty((0, 2), np.int64)

    def crossing(self, body: DoubleArray, made: IndexArray) -> npt.NDArray[np.int64]:
        """Vertices of the triangles that cross; the faces are the same each time."""
        triangles, changed, held = triangles_of(made), None, self.pairs
        if self._before is not None:
            changed = (body != self._before).any(axis=1)[triangles].any(axis=1)
            held = held[~changed[held].any(axis=1)]
        self.pairs, self._before = np.concatenate([crossings(body, triangles, changed), held]), body
        return np.unique(triangles[self.pairs]).astype(np.int64)


def _room(at: DoubleArray, way: DoubleArray, most: float) -> DoubleArray:
    """How far each vertex may go its way, (n,) mm and at most so far: a part of the radius of the largest ball that
    touches it there and holds no other.

    References
    ----------
    Ma, Bae & Choi 2012, "3D medial axis point approximation using nearest neighbors and the normal field".
    """
    radius = np.full(len(at), most / _PART)
    if most <= 0.0:
        return radius
    tree, live = scipy.spatial.cKDTree(at), np.arange(len(at))
    for _ in range(_BALLS):
        away, near = tree.query(at[live] + way[live] * radius[live, None])
        inside = (away < radius[live] * 0.999) & (near != live)
        live, near = live[inside], near[inside]
        step = at[near] - at[live]
        along = (step * way[live]).sum(axis=1)
        live, step, along = live[along > 1e-9], step[along > 1e-9], along[along > 1e-9]
        if not len(live):
            break
        radius[live] = np.minimum(radius[live], (step * step).sum(axis=1) / (2.0 * along))
    return _PART * radius


def _upright(normals: DoubleArray, at: DoubleArray, triangles: IndexArray) -> DoubleArray:
    """The same directions (n, 3), but in tight folds turned until no triangle at the vertex looks away from them, where
    there is such a way.

    A wall that is lifted the other way at one corner of a triangle runs through the triangle.

    References
    ----------
    Aubry & Löhner 2008, "On the 'most normal' normal".
    """
    across = np.cross(at[triangles[:, 1]] - at[triangles[:, 0]], at[triangles[:, 2]] - at[triangles[:, 0]])
    across /= np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-30)
    corner, face = triangles.ravel(), np.repeat(np.arange(len(triangles)), 3)
    lean = (normals[corner] * across[face]).sum(axis=1)
    low = np.zeros(len(at), bool)
    low[corner[lean < _UPRIGHT]] = True
    live = low[corner]
    order = np.argsort(corner[live], kind="stable")
    corner, face = corner[live][order], face[live][order]
    if not len(corner):
        return normals
    begins = np.nonzero(np.r_[True, np.diff(corner) != 0])[0]
    rows, owner = corner[begins], np.repeat(np.arange(len(begins)), np.diff(np.r_[begins, len(corner)]))
    way = normals[rows].copy()
    best, most = way.copy(), np.full(len(rows), -np.inf)
    for step in range(_TURNS):
        lean = (way[owner] * across[face]).sum(axis=1)
        least = np.minimum.reduceat(lean, begins)
        better = least > most
        best[better], most[better] = way[better], least[better]
        worst, those = np.zeros((len(rows), 3)), lean <= least[owner] + 1e-9
        np.add.at(worst, owner[those], across[face[those]])
        way += worst / np.maximum(np.linalg.norm(worst, axis=1, keepdims=True), 1e-30) / (2.0 + step)
        way /= np.maximum(np.linalg.norm(way, axis=1, keepdims=True), 1e-30)
    out = normals.copy()
    out[rows] = best
    return out


def _eased(wall: DoubleArray, at: DoubleArray, start: npt.NDArray[np.int64], end: npt.NDArray[np.int64]) -> DoubleArray:
    """The same thickness (n,) mm or less, such that it grows by no more than a part of the way along any edge."""
    length = _SLOPE * np.linalg.norm(at[start] - at[end], axis=1)
    while True:
        less = wall.copy()
        np.minimum.at(less, start, wall[end] + length)
        np.minimum.at(less, end, wall[start] + length)
        if (less >= wall - 1e-6).all():
            return wall
        wall = less


def _closed(
    at: DoubleArray,
    normals: DoubleArray,
    faces: npt.NDArray[np.int64],
    walls: Sequence[DoubleArray],
    a: npt.NDArray[np.int64],
    b: npt.NDArray[np.int64],
) -> tuple[DoubleArray, IndexArray]:
    """Both walls, and what joins them along the edges from `a` to `b` of the rim."""
    n = len(at)
    outer, inner = at + normals * walls[0][:, None], at - normals * walls[1][:, None]
    back = turned_round(faces)
    if not len(a):  # all of it is masked: two bodies, one in the other
        return np.concatenate([outer, inner]), np.concatenate([faces, back + n]).astype(INDEX)
    rim = np.unique(a)
    way = np.zeros((n, 3))
    np.add.at(way, a, np.cross(at[b] - at[a], normals[a]))
    np.add.at(way, b, np.cross(at[b] - at[a], normals[b]))
    way = way[rim] / np.maximum(np.linalg.norm(way[rim], axis=1, keepdims=True), 1e-12)
    middle = (outer[rim] + inner[rim]) / 2 + way * _ROUND * (walls[0] + walls[1])[rim, None]
    number = np.full(n, -1)
    number[rim] = 2 * n + np.arange(len(rim))
    upper = np.stack([b, a, number[a], number[b]], axis=1)
    lower = np.stack([number[b], number[a], n + a, n + b], axis=1)
    return np.concatenate([outer, inner, middle]), np.concatenate([faces, back + n, upper, lower]).astype(INDEX)


def _apart(faces: npt.NDArray[np.int64], count: int) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64]]:
    """Rows that are used, and faces on them; where parts touch in one vertex only, it is doubled."""
    from yewfinch.core.mesh.repair.mend import mended

    rows, local = used_rows(faces, count)
    made = mended(
        np.stack([rows, np.arange(len(rows)), np.zeros(len(rows))], axis=1), local, weld=0.0, speck=0.0, longest=0
    )
    return rows[made.origin], made.faces.astype(np.int64)


def _smooth_rim(at: DoubleArray, a: npt.NDArray[np.int64], b: npt.NDArray[np.int64]) -> DoubleArray:
    """Rim vertices drawn to the mean of their neighbours along the rim."""
    out = at.copy()
    count = np.bincount(np.r_[a, b], minlength=len(at))[:, None]
    rim = np.unique(np.r_[a, b])
    for _ in range(_ROUNDS):
        total = np.zeros_like(out)
        np.add.at(total, a, out[b])
        np.add.at(total, b, out[a])
        out[rim] = 0.5 * out[rim] + 0.5 * (total[rim] / count[rim])
    return out
