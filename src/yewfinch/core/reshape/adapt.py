"""Adaptive detail: edges in a part of a surface brought to a length, by halving, drawing together and turning them.

The passes are those of isotropic remeshing (Botsch & Kobbelt 2004, "A remeshing approach to multiresolution
modeling") without its smoothing: halving and turning leave every vertex where it is.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.repair import _edge_kernels as kernels
from yewfinch.core.mesh.repair.splice import Patch, Spliced, spliced
from yewfinch.core.mesh.surface.channel_spec import channel_specs
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.rows import Rows, each_once, without
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import (
    INDEX,
    LEAF_ROWS,
    LEAF_SHIFT,
    MAX_VERTICES,
    ByteArray,
    DoubleArray,
    FloatArray,
    IndexArray,
)
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Lengths on offer, mm.
FINEST, COARSEST = 0.1, 50.0
#: Edges are halved above, and drawn together below these parts of the length.
_LONG, _SHORT = 4.0 / 3.0, 4.0 / 5.0
#: No pass makes a triangle worse than this, unless it was (1: three equal sides).
LEAST_QUALITY = 0.25
#: Between patch and rest lengths change by this much for each mm of way.
_GRADING = 0.3
#: Rounds, and passes of each kind in one; passes where there is but one round, as within a stroke.
ROUNDS, _PASSES, _QUICK = 4, 8, 3
#: Rounds for caps, whose vertices may move within them, and how often they do in each.
_CAP_ROUNDS, _RELAX = 24, 3
#: New vertices for each old one of the patch at most, in one go.
_GROWTH = 60
#: Vertices so near to x = 0 lie on the midline, mm.
_MIDLINE = 1e-4


@dataclass(frozen=True, eq=False)
class Adapted:
    """A surface with another net in places.

    Attributes
    ----------
    made : Spliced
        The surface, and where its rows come from.
    tables : mapping of name to (n,) uint8
        What was given with the vertices.
    patch : (p, 3) int32
        The triangles that are new.
    symmetric : bool
        Both halves were done alike.
    """

    made: Spliced
    tables: Mapping[str, ByteArray]
    patch: IndexArray
    symmetric: bool

    @property
    def surface(self) -> Surface:
        """The surface as it is now."""
        return self.made.surface


@dataclass(frozen=True, eq=False)
class _Work:
    """A patch after all passes: its vertices, what they hold, its triangles, and the old rows of its first vertices."""

    points: DoubleArray
    values: FloatArray
    triangles: IndexArray
    rows: npt.NDArray[np.int64]


def adapted(
    surface: Surface,
    near: Rows,
    length: float,
    *,
    tables: Mapping[str, ByteArray] | None = None,
    symmetric: bool = False,
    rounds: int = ROUNDS,
) -> Adapted | None:
    """Bring the edges round some vertices to a length; the rest of the surface keeps its faces.

    Parameters
    ----------
    surface : Surface
        Manifold. Stays as it is.
    near : (k,) int
        Rows of it.
    length : float, mm
    tables : mapping of name to (n,) uint8, optional
        Mixed along edges, as colour, mask and roughness are.
    symmetric : bool
        The mirror image across x = 0 alike, if the surface is its own image there.
    rounds : int
        Of passes at most: few are quick, and come nearer to the length when it is done again.

    Returns
    -------
    Adapted or None
        None if nothing was to be done, or if clay would be torn.

    Raises
    ------
    YewfinchError
        If the length makes no sense or would need too many vertices.

    Notes
    -----
    Passes cost what the patch does, the surface as a whole only copies of its arrays.
    """
    if not (np.isfinite(length) and FINEST <= length <= COARSEST):
        raise YewfinchError(
            phrase("Edges of {0:g} mm make no sense here; {1:g} to {2:g} mm do.", length, FINEST, COARSEST)
        )
    near = each_once(near, len(surface))
    chosen, table = surface.faces_of(near), twins_of(surface) if symmetric else None
    twin = _mirror(surface, near) if symmetric and table is None else None if table is None else table.astype(np.int64)
    if table is not None and _lie_across(surface, np.concatenate([near, table[near]])):
        raise YewfinchError(
            "Faces lie across the middle here, so the detail cannot follow on both sides alike. Remesh the piece, or "
            "turn symmetry off."
        )
    if twin is not None:
        both = surface.faces_of(each_once(np.concatenate([near, twin[near]]), len(surface)))
        half = both[_beside_midline(surface, both)]
        if len(_images(surface, half, twin)) == len(half):
            chosen = half
        elif table is not None:
            return None  # rather no detail than another on each side
        else:
            twin = None  # vertices have images, faces do not
    if not len(chosen):
        return None
    tables = tables or {}
    done = _worked(surface, tables, chosen, length, twin is not None, rounds)
    if done is None:
        return None
    made = _joined(surface, tables, chosen, done, twin)
    return None if _torn(surface, made.made) else made


def _torn(surface: Surface, made: Spliced) -> bool:
    """Whether a vertex lies on a rim that did not before.

    Where clay lies folded on itself a new edge may fall on an old one. Rather no detail than torn clay.
    """
    opened = np.nonzero(made.surface.closed != 1)[0]
    old = made.source[opened]
    return bool((old >= len(surface)).any() or (surface.closed[old] == 1).any())


def _beside_midline(surface: Surface, faces: Rows) -> npt.NDArray[np.bool_]:
    """Which faces lie on the sitter's left."""
    return np.asarray(surface.positions[surface.faces[faces], 0].astype(np.float64).mean(axis=1) > 0)


def _mirror(surface: Surface, near: Rows) -> npt.NDArray[np.int64] | None:
    """The images of all vertices two faces round some (n,), -1 elsewhere; None if they are not symmetric."""
    from scipy.spatial import cKDTree

    rows, at = near, surface.positions
    for _ in range(2):
        rows = each_once(surface.faces[surface.faces_of(rows)], len(surface))
    images = at[rows].astype(np.float64) * (-1.0, 1.0, 1.0)
    low, high = images.min(axis=0) - 0.01, images.max(axis=0) + 0.01
    leaves = np.nonzero(((surface.leaf_hi > low) & (surface.leaf_lo < high)).all(axis=1))[0]
    some = ((leaves[:, None] << LEAF_SHIFT) + np.arange(LEAF_ROWS)).ravel()
    some = some[some < len(surface)]
    some = some[((at[some] > low) & (at[some] < high)).all(axis=1)]
    if not len(some):
        return None
    away, found = cKDTree(at[some].astype(np.float64)).query(images, distance_upper_bound=1e-3)
    if not np.isfinite(away).all():
        return None
    found = some[found]
    twin = np.full(len(surface), -1, np.int64)
    twin[rows], twin[found] = found, rows
    own = rows[found == rows]
    if (np.abs(at[own, 0]) > _MIDLINE).any():
        return None
    return None if _lie_across(surface, np.concatenate([near, twin[near]])) else twin


def _lie_across(surface: Surface, rows: Rows) -> bool:
    """Do faces round some rows lie across the midline?"""
    x = surface.positions[surface.faces[surface.faces_of(each_once(rows, len(surface)))], 0]
    sides = np.sign(np.where(np.abs(x) <= _MIDLINE, 0.0, x))
    return bool(((sides > 0).any(axis=1) & (sides < 0).any(axis=1)).any())


def _worked(
    surface: Surface, tables: Mapping[str, ByteArray], chosen: IndexArray, length: float, half: bool, rounds: int
) -> _Work | None:
    """The patch after all passes; None if these changed nothing."""
    inner = surface.faces[chosen]
    beside = without(surface.faces_of(each_once(inner, len(surface))), chosen, len(surface.faces))
    if half:  # the other half is no neighbour: along the midline the patch has a seam
        beside = beside[_beside_midline(surface, beside)]
    rows = each_once(np.concatenate([inner.ravel(), surface.faces[beside].ravel()]), len(surface))
    at = surface.positions[rows]
    own, other = _triangles(np.searchsorted(rows, inner), np.searchsorted(rows, surface.faces[beside]), at)
    attrs = np.concatenate(
        [surface.channels.at(rows).packed(), *(t[rows][:, None] for t in tables.values())], axis=1
    ).astype(np.float32)
    n = len(rows)
    area = float(
        np.linalg.norm(np.cross(at[own[:, 1]] - at[own[:, 0]], at[own[:, 2]] - at[own[:, 0]]), axis=1).sum() / 2
    )
    room = int(min(3.0 * area / (0.43 * length**2), _GROWTH * n)) + 4 * n + 64
    if room > MAX_VERTICES // 4:
        raise YewfinchError(
            phrase(
                "Edges of {0:g} mm would need millions of vertices here. Choose longer ones, or a smaller tool.", length
            )
        )
    p, values = np.zeros((room, 3)), np.zeros((room, attrs.shape[1]), np.float32)
    p[:n], values[:n] = at, attrs
    border, locked, want = np.zeros(room, np.uint8), np.zeros(room, np.uint8), np.full(room, length)
    if half:
        border[:n] = np.abs(p[:n, 0]) <= _MIDLINE
    locked[other.ravel()] = 1
    locked[:n] |= _open(own, other, n, border[:n])
    want[:n] = _wanted(p[:n], own, locked[:n] > 0, length)
    done = _passes(p, values, n, own, other, border, locked, want, rounds)
    if done is None:
        return None
    count, tri = done
    if half:
        p[border > 0, 0] = 0.0
    return _Work(*_packed(p, values, tri, n, count), rows)


def evened(points: DoubleArray, triangles: npt.NDArray[np.int64], size: DoubleArray) -> tuple[DoubleArray, IndexArray]:
    """Triangles of a flat patch, as good as they can be between the vertices of its rim, which stay.

    Parameters
    ----------
    points : (n, 3) float64, mm
        All of them on the rim.
    triangles : (m, 3) int
    size : (n,) float64, mm
        Length of the edges wanted at each.

    Returns
    -------
    (n', 3) float64, mm
        The rim's first.
    (m', 3) int32
    """
    n, own = len(points), np.asarray(triangles, np.int64)
    area = float(
        np.linalg.norm(
            np.cross(points[own[:, 1]] - points[own[:, 0]], points[own[:, 2]] - points[own[:, 0]]), axis=1
        ).sum()
        / 2
    )
    room = int(min(3.0 * area / (0.43 * float(size.min()) ** 2), _GROWTH * n)) + 4 * n + 64
    p, want = np.zeros((room, 3)), np.full(room, float(size.mean()))
    p[:n], want[:n] = points, size
    tri = np.zeros((2 * room + len(own), 3), np.int64)
    tri[: len(own)] = own
    alive, free, locked = np.zeros(len(tri), np.uint8), np.zeros(len(tri), np.uint8), np.zeros(room, np.uint8)
    alive[: len(own)], locked[:n] = 1, 1
    values, border, count = np.zeros((room, 1), np.float32), np.zeros(room, np.uint8), n

    def looked(count: int) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64], npt.NDArray[np.int64], DoubleArray]:
        starts, around = kernels.adjacency(tri, alive, count)
        return (starts, around, *kernels.edges_of(tri, alive, free, p, want, starts, around, border))

    def flip() -> None:
        kernels.turn_edges(tri, alive, p, *kernels.adjacency(tri, alive, count))

    flip()
    for _ in range(_CAP_ROUNDS):
        _, _, edges, size = looked(count)
        count, done = kernels.split(
            tri, alive, p, want, values, border, count, edges, np.argsort(size, kind="stable"), size, _LONG**2
        )
        flip()
        starts, around, edges, size = looked(count)
        kernels.relax(tri, p, count, locked, starts, around, _RELAX)
        flip()
        if not done:
            break
    made, _, out = _packed(p, values, tri[alive > 0], n, count)
    return made, out


def _packed(
    p: DoubleArray, values: FloatArray, tri: npt.NDArray[np.int64], n: int, count: int
) -> tuple[DoubleArray, FloatArray, IndexArray]:
    """The first n vertices and those new ones that are still needed, what they hold, and the triangles between them."""
    own = np.r_[np.arange(n), n + each_once(tri[tri >= n] - n, count - n)]
    name = np.zeros(count, INDEX)
    name[own] = np.arange(len(own))
    return p[own], values[own], name[tri]


def _passes(
    p: DoubleArray,
    values: FloatArray,
    count: int,
    own: npt.NDArray[np.int64],
    other: npt.NDArray[np.int64],
    border: npt.NDArray[np.uint8],
    locked: npt.NDArray[np.uint8],
    want: DoubleArray,
    rounds: int,
) -> tuple[int, npt.NDArray[np.int64]] | None:
    """Rounds of halving, drawing together and turning of edges between `own` triangles, in place.

    How many vertices there are then, and the triangles. None if nothing changed.
    """
    tri = np.zeros((2 * len(p) + len(own) + len(other), 3), np.int64)
    tri[: len(other)], tri[len(other) : len(other) + len(own)] = other, own
    alive, frozen = np.zeros(len(tri), np.uint8), np.zeros(len(tri), np.uint8)
    alive[: len(other) + len(own)] = 1
    frozen[: len(other)] = 1
    changed = 0
    for _ in range(rounds):
        before = changed
        for kind in ("split", "collapse", "flip"):
            for _ in range(_PASSES if rounds > 1 else _QUICK):
                starts, around = kernels.adjacency(tri, alive, count)
                edges, size = kernels.edges_of(tri, alive, frozen, p, want, starts, around, border)
                order = np.argsort(size, kind="stable")
                if kind == "split":
                    count, done = kernels.split(
                        tri, alive, p, want, values, border, count, edges, order, size, _LONG**2
                    )
                elif kind == "collapse":
                    done = kernels.collapse(
                        tri,
                        alive,
                        frozen,
                        p,
                        want,
                        values,
                        locked,
                        border,
                        starts,
                        around,
                        edges,
                        order,
                        size,
                        _SHORT**2,
                        _LONG**2,
                        LEAST_QUALITY,
                    )
                else:
                    done = kernels.flip(tri, alive, frozen, p, border, starts, around, edges, LEAST_QUALITY)
                changed += done if kind != "flip" else 0
                if not done:
                    break
        if changed == before:
            break
    return (count, tri[(alive > 0) & (frozen == 0)]) if changed else None


def _wanted(p: DoubleArray, tri: npt.NDArray[np.int64], locked: npt.NDArray[np.bool_], length: float) -> DoubleArray:
    """The length wanted at each vertex.

    That of the surface round the patch at its rim, from there on by steps to the one asked for.
    """
    from scipy.spatial import cKDTree

    out = np.full(len(p), length)
    rim = np.nonzero(locked)[0]
    if not len(rim):
        return out
    a, b = tri.ravel(), np.roll(tri, -1, axis=1).ravel()
    size = np.linalg.norm(p[a] - p[b], axis=1)
    own = np.bincount(a, size, len(p)) / np.maximum(np.bincount(a, minlength=len(p)), 1)
    away, near = cKDTree(p[rim]).query(p)
    there = np.where(own[rim][near] > 0, own[rim][near], length)
    return np.asarray(np.clip(out, there - _GRADING * away, there + _GRADING * away))


def _triangles(
    inner: npt.NDArray[np.int64], beside: npt.NDArray[np.int64], p: FloatArray
) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.int64]]:
    """Both lots of faces in triangles.

    Quads cut along their shorter diagonals, but not along one that is an edge, or another's diagonal, already.
    """
    faces, n = np.concatenate([inner, beside]), len(p)
    quad = faces[:, 2] != faces[:, 3]
    q = faces[quad]
    other = ((p[q[:, 0]] - p[q[:, 2]]) ** 2).sum(axis=1) > ((p[q[:, 1]] - p[q[:, 3]]) ** 2).sum(axis=1)
    q = np.where(other[:, None], np.roll(q, -1, axis=1), q)

    def keys(a: npt.NDArray[np.int64], b: npt.NDArray[np.int64]) -> npt.NDArray[np.int64]:
        return np.minimum(a, b) * n + np.maximum(a, b)

    sides = keys(faces.ravel(), np.roll(faces, -1, axis=1).ravel())
    one, two = keys(q[:, 0], q[:, 2]), keys(q[:, 1], q[:, 3])
    _, which, often = np.unique(one, return_inverse=True, return_counts=True)
    turn = np.isin(one, sides) | (often[which] > 1)
    turn &= ~np.isin(two, np.r_[sides, one[~turn]])
    q = np.where(turn[:, None], np.roll(q, -1, axis=1), q)
    mine = np.nonzero(quad)[0] < len(inner)
    lots = ((faces[: len(inner)][~quad[: len(inner)]], q[mine]), (faces[len(inner) :][~quad[len(inner) :]], q[~mine]))
    own, rest = (np.concatenate([three[:, :3], four[:, [0, 1, 2]], four[:, [0, 2, 3]]]) for three, four in lots)
    return own, rest


def _open(
    own: npt.NDArray[np.int64], other: npt.NDArray[np.int64], n: int, border: npt.NDArray[np.uint8]
) -> npt.NDArray[np.uint8]:
    """Vertices on rims of the surface itself, which stay; the seam along the midline is none."""
    tri = np.concatenate([own, other])
    a, b = tri.ravel(), np.roll(tri, -1, axis=1).ravel()
    lone = ~np.isin(b * n + a, a * n + b) & ~((border[a] > 0) & (border[b] > 0))
    out = np.zeros(n, np.uint8)
    out[a[lone]] = out[b[lone]] = 1
    return out


def _joined(
    surface: Surface,
    tables: Mapping[str, ByteArray],
    chosen: IndexArray,
    done: _Work,
    twin: npt.NDArray[np.int64] | None,
) -> Adapted:
    """The patch, and on request its image, in the place of the old faces."""
    n, k, count = len(surface), len(done.rows), len(done.points)
    used = each_once(done.triangles[done.triangles < k], k)
    rows, at, values = done.rows[used], done.points[used].astype(np.float32), done.values[used]
    new, new_values = done.points[k:].astype(np.float32), done.values[k:]
    faces = np.r_[done.rows, n + np.arange(count - k)][done.triangles]
    gone = chosen
    if twin is not None:
        flip = np.array([-1, 1, 1], np.float32)
        aside = np.abs(new[:, 0]) > _MIDLINE
        other = n + np.arange(count - k)
        other[aside] = n + (count - k) + np.arange(int(aside.sum()))
        faces = np.concatenate([faces, np.r_[twin[done.rows], other][done.triangles][:, ::-1]])
        beyond = twin[rows] != rows
        rows, at, values = (
            np.r_[rows, twin[rows[beyond]]],
            np.concatenate([at, at[beyond] * flip]),
            np.concatenate([values, values[beyond]]),
        )
        new, new_values = np.concatenate([new, new[aside] * flip]), np.concatenate([new_values, new_values[aside]])
        gone = each_once(np.concatenate([gone, _images(surface, chosen, twin)]), len(surface.faces)).astype(INDEX)
    width = sum(s.width for s in channel_specs())
    patch = Patch(
        gone,
        faces[:, [0, 1, 2, 2]],
        rows,
        at,
        Channels.unpacked(values[:, :width]),
        new,
        Channels.unpacked(new_values[:, :width]),
    )
    made = spliced(surface, patch)
    own, moved = {}, made.row[rows]
    for number, (key, table) in enumerate(tables.items()):
        own[key] = made.carried(table, _bytes(new_values[:, width + number]))
        own[key][moved] = _bytes(values[:, width + number])
    name = np.concatenate([made.row, np.nonzero(made.source >= n)[0][np.argsort(made.source[made.source >= n])]])
    if twin is not None and (twin >= 0).all():  # known all over, not near the patch alone
        pair = np.concatenate([other, n + np.flatnonzero(aside)])
        image = name[np.concatenate([twin, pair])]
        made.surface.known_twins = np.empty(len(made.surface), INDEX)
        made.surface.known_twins[name[name >= 0]] = image[name >= 0]
    return Adapted(made, own, name[faces].astype(INDEX), twin is not None)


def _images(surface: Surface, chosen: IndexArray, twin: npt.NDArray[np.int64]) -> IndexArray:
    """Faces that are the images of the chosen ones."""
    wanted = _corners(twin[surface.faces[chosen]])
    some = surface.faces_of(wanted[wanted >= 0])
    have = _corners(surface.faces[some].astype(np.int64))
    both = np.concatenate([wanted, have])
    _, which = np.unique(both, axis=0, return_inverse=True)
    which = which.ravel()
    return some[np.isin(which[len(wanted) :], which[: len(wanted)])]


def _bytes(values: FloatArray) -> ByteArray:
    """Numbers rounded and kept within 0 to 255."""
    return np.clip(np.round(values), 0, 255).astype(np.uint8)


def _corners(faces: npt.NDArray[np.int64]) -> npt.NDArray[np.int64]:
    """Sorted corners of faces (m, 4); triangles repeat one or another corner: -1 in its place."""
    out = np.sort(faces, axis=1)
    out[:, 1:][out[:, 1:] == out[:, :-1]] = -1
    return np.sort(out, axis=1)


def _warm() -> None:
    at = np.array([[0, 0, 0], [9, 0, 0], [9, 9, 0], [0, 9, 0], [4, 4, 6]], np.float32)
    ball = Surface(at, np.array([[0, 3, 2, 1], [0, 1, 4, 4], [1, 2, 4, 4], [2, 3, 4, 4], [3, 0, 4, 4]], INDEX))
    for length in (3.0, 40.0):
        adapted(ball, np.arange(5), length)
    evened(at[:4].astype(np.float64), np.array([[0, 1, 2], [0, 2, 3]]), np.full(4, 2.0))


warmup.register("adaptive detail", _warm)
