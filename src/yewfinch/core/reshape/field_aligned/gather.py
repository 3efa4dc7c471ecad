"""The vertices of one lattice place drawn together, and the triangles that are left joined into quads.

Only what keeps the net sound is done, so that what comes of closed clay is closed, with as many bodies and handles.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.reshape.field_aligned import _gather_kernels as kernels
from yewfinch.core.reshape.field_aligned.fields import Fields, steps_between
from yewfinch.core.reshape.field_aligned.form import ON
from yewfinch.core.reshape.field_aligned.working import Working
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray

#: Two triangles make a quad if it is no worse than this, 1 being four right angles.
_LEAST = 0.25
#: Edges shorter than this part of a step are drawn together as well.
_TOO_SHORT = 0.35
#: Triangles that look away from a corner's normal are folded: the cosine. Rounds of mending them.
_FOLDED, _MENDING = 0.0, 6
#: Places that look more than this away are another sheet's: the cosine.
_FACING = 0.2
#: Vertices of a body that is left as it is.
_TINY = 12
#: Rounds of drawing one place's vertices together.
_GATHERING = 6


@dataclass(frozen=True, eq=False)
class Coarse:
    """Quads and triangles.

    Attributes
    ----------
    points : (n, 3) float64, mm
    normals : (n, 3) float64
    faces : (m, 4) int32
        A triangle's last two corners are the same.
    creased : (k, 2) int32
        Ends of edges along creases.
    corners : (c,) int32
        Where creases end or meet each other or a rim: these stay.
    tiny : (t,) int32
        Vertices of bodies of so few that evening them out would turn them inside out.
    step : (n,) float64, mm
    """

    points: DoubleArray
    normals: DoubleArray
    faces: IndexArray
    creased: IndexArray
    corners: IndexArray
    tiny: IndexArray
    step: DoubleArray


def gathered(work: Working, found: Fields, *, half: bool) -> Coarse:
    """The net of lattice places; if it is half of one, its rims in the plane x = 0 lie there exactly."""
    tri, beyond, kept, leaves = work.triangles.copy(), work.beyond.copy(), work.kept.copy(), work.leaves.copy()
    alive = np.ones(len(tri), np.uint8)
    edges = work.edges()
    steps, off = steps_between(work, found, edges)
    zero = (steps == 0).all(axis=1)
    place, normal, share = found.places.copy(), work.normals.copy(), np.ones(len(work.points))
    # what lies on a rim or crease keeps its own place along it
    order = edges[zero][np.argsort(off[zero], kind="stable")].astype(INDEX)
    _mark(kept, beyond, order)
    for _ in range(_GATHERING):
        if not kernels.gather(order, tri, beyond, kept, leaves, alive, work.pinned, place, normal, share):
            break
        order = np.flatnonzero((kept & kernels.SAME > 0) & np.repeat(alive == 1, 3)).astype(INDEX)
    tree = NearestTree(work.points, work.triangles)
    normal /= np.maximum(np.linalg.norm(normal, axis=1, keepdims=True), 1e-12)
    rows = np.flatnonzero(leaves >= 0)
    place[rows] = _laid(place[rows], normal[rows], tree)
    for number in range(_MENDING):
        turns = kernels.turned(tri, beyond, kept, leaves, alive, place, normal)
        one, two = tri.ravel(), np.roll(tri, -1, axis=1).ravel()
        away = np.linalg.norm(place[one] - place[two], axis=1) / np.sqrt(work.step[one] * work.step[two])
        some = np.flatnonzero((away < _TOO_SHORT) & np.repeat(alive == 1, 3) & (one != two))
        kept &= kernels.CREASE
        if number > 1:  # what little is left of a crease holds nothing up
            kept[away < _TOO_SHORT] = 0
        _mark(kept, beyond, some)
        drawn = kernels.gather(some, tri, beyond, kept, leaves, alive, work.pinned, place, normal, share)
        found_bad = kernels.folded(tri, alive, place, normal, _FOLDED)
        if not turns and not drawn and not found_bad.any():
            break
        if number >= 4:
            found_bad = kernels.widened(tri, alive, found_bad)
        rows = np.flatnonzero(found_bad & (leaves >= 0)).astype(INDEX)
        for _ in range(2):
            kernels.relaxed(rows, tri, beyond, kept, leaves, work.pinned, place)
            place[rows] = _laid(place[rows], normal[rows], tree)
    if half:
        rim = tri.ravel()[np.flatnonzero((beyond < 0) & np.repeat(alive == 1, 3))]
        place[rim[np.abs(work.points[rim, 0]) < ON], 0] = 0.0
    tiny = _tiny(tri[alive == 1], len(place))
    place[tiny] = work.points[tiny]
    return _quads(work, tri, beyond, kept, leaves, alive, place, normal, tiny, half=half)


def _tiny(triangles: IndexArray, count: int) -> IndexArray:
    """Vertices of bodies of few."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    one, two = triangles.ravel(), np.roll(triangles, -1, axis=1).ravel()
    _, body = connected_components(coo_array((np.ones(len(one)), (one, two)), shape=(count, count)), directed=False)
    used = np.unique(triangles)
    size = np.bincount(body[used])
    return used[size[body[used]] <= _TINY].astype(INDEX)


def _mark(kept: ByteArray, beyond: IndexArray, edges: npt.NDArray[np.int64]) -> None:
    """Mark half edges, and those that run back, as having both ends at one place."""
    kept[edges] |= kernels.SAME
    back = beyond[edges]
    kept[back[back >= 0]] |= kernels.SAME


def _laid(p: DoubleArray, normals: DoubleArray, tree: NearestTree) -> DoubleArray:
    """Points laid on the nearest places that look their way; others stay."""
    found = tree.find(p)
    sure = np.einsum("nk,nk->n", tree.normals(found.rows), normals) > _FACING
    return np.where(sure[:, None], tree.places(found), p)


def _quads(
    work: Working,
    tri: IndexArray,
    beyond: IndexArray,
    kept: ByteArray,
    leaves: IndexArray,
    alive: ByteArray,
    place: DoubleArray,
    normal: DoubleArray,
    tiny: IndexArray,
    *,
    half: bool,
) -> Coarse:
    fit = kernels.fitness(tri, beyond, kept, alive, place, normal)
    some = np.flatnonzero(fit >= _LEAST)
    order = some[np.argsort(-fit[some], kind="stable")]
    over = kernels.joined(order, beyond, fit, _LEAST)
    corner = tri.ravel()

    def after(h: IndexArray) -> IndexArray:
        return np.asarray(h + np.where(h % 3 == 2, -2, 1))

    first = over[(over >= 0) & (over < beyond[np.maximum(over, 0)])]
    back = beyond[first]
    quads = np.stack([corner[first], corner[after(after(back))], corner[back], corner[after(after(first))]], axis=1)
    alone = tri[(alive == 1) & (over < 0)]
    faces = np.concatenate([quads, alone[:, [0, 1, 2, 2]]])
    fixed = work.pinned > 0
    fixed[corner[(beyond < 0) & np.repeat(alive == 1, 3)]] = True
    faces = _without_doublets(faces, fixed)
    if half:  # place is exactly 0 there
        faces = _without_tips(faces, (place[:, 0] == 0.0) & (work.pinned == 0))
    rows = np.unique(faces)
    name = np.full(len(place), -1, INDEX)
    name[rows] = np.arange(len(rows))
    live = np.repeat(alive == 1, 3)
    crease = np.flatnonzero((kept & kernels.CREASE > 0) & live).astype(INDEX)
    rim = np.flatnonzero((beyond < 0) & live).astype(INDEX)
    ends = name[np.stack([corner[crease], corner[after(crease)]], axis=1)]
    ends = ends[(ends >= 0).all(axis=1)]
    rims = name[corner[rim]]
    meeting = np.bincount(ends[:, 0], minlength=len(rows)) + 2 * np.bincount(
        rims[rims >= 0], minlength=len(rows)
    )  # each edge of a crease is met from both sides
    corners = np.flatnonzero(((meeting > 0) & (meeting != 2)) | (work.pinned[rows] > 0)).astype(INDEX)
    return Coarse(
        place[rows], normal[rows], name[faces], ends[ends[:, 0] < ends[:, 1]], corners, name[tiny], work.step[rows]
    )


def _without_doublets(faces: IndexArray, fixed: npt.NDArray[np.bool_]) -> IndexArray:
    """Faces (m, 4) without vertices that only two of them have, which become one; `fixed` vertices stay."""
    out, gone = faces.copy(), np.zeros(len(faces), bool)
    for _ in range(_GATHERING):
        held = np.where(np.arange(4) < np.where(out[:, 2] == out[:, 3], 3, 4)[:, None], out, -1)
        held[gone] = -1
        count = np.bincount(held[held >= 0], minlength=len(fixed))
        alone = np.flatnonzero((count == 2) & ~fixed)
        changed = False
        for v in alone.tolist():
            two = np.flatnonzero((held == v).any(axis=1) & ~gone)
            if len(two) != 2:
                continue
            one, other = (_turned_to(out[row], v) for row in two)
            ring = [*one[1:], *other[2:-1]]
            if one[-1] != other[1] or other[-1] != one[1] or not 2 <= len(set(ring)) == len(ring) <= 4:
                continue
            gone[two[1]], gone[two[0]] = True, len(ring) == 2  # two triangles on the same edges: nothing is between
            if len(ring) > 2:
                out[two[0]] = ring if len(ring) == 4 else [*ring, ring[-1]]
            held[two[0]], held[two[1]] = -1 if len(ring) == 2 else out[two[0]], -1
            changed = True
        if not changed:
            break
    return out[~gone]


def _without_tips(faces: IndexArray, plane: npt.NDArray[np.bool_]) -> IndexArray:
    """Faces (m, 4) of half a net without vertices in the plane of symmetry that one face alone has.

    With its image that face would be two with nothing but such a vertex between them: a fin, or a quad cut in two.
    """
    out = faces.copy()
    for _ in range(_GATHERING):
        held = np.where(np.arange(4) < np.where(out[:, 2] == out[:, 3], 3, 4)[:, None], out, -1)
        count = np.bincount(held[held >= 0], minlength=len(plane))
        tip = (held >= 0) & (count[held] == 1) & plane[held]
        tip &= plane[_beside(held, -1)] & plane[_beside(held, 1)]  # both edges lie in the plane
        rows = np.flatnonzero(tip.any(axis=1))
        if not len(rows):
            break
        gone = np.zeros(len(out), bool)
        for row in rows.tolist():
            _, *ring = _turned_to(out[row], int(held[row][tip[row]][0]))
            if len(ring) == 3:
                out[row] = [*ring, ring[-1]]
            else:
                gone[row] = True  # a triangle that lies in the plane
        out = out[~gone]
    return out


def _beside(held: IndexArray, way: int) -> IndexArray:
    """The corner before (-1) or after (1) each corner of faces (m, 4), whose fourth is -1 if they have three."""
    corners = np.where(held[:, 3] < 0, 3, 4)[:, None]
    return np.asarray(np.take_along_axis(held, (np.arange(4) + way) % corners, axis=1))


def _turned_to(face: IndexArray, first: int) -> list[int]:
    """The corners of a face in turn, from one of them on."""
    corners = [int(v) for v in (face if face[2] != face[3] else face[:3])]
    at = corners.index(first)
    return corners[at:] + corners[:at]


def _warm() -> None:
    kernels.widened(np.array([[0, 1, 2]], INDEX), np.ones(1, np.uint8), np.zeros(3, np.uint8))


warmup.register("gathering of nets", _warm)
