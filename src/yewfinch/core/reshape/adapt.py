"""Adaptive detail: edges in a part of a surface brought to a length, by halving, drawing together and turning them.

The passes are those of isotropic remeshing (Botsch & Kobbelt 2004, "A remeshing approach to multiresolution
modeling") without its smoothing: halving and turning leave every vertex where it is.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _adapt_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, MAX_VERTICES, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError

#: Lengths on offer, mm.
FINEST, COARSEST = 0.1, 50.0
#: Edges are halved above, and drawn together below these parts of the length.
_LONG, _SHORT = 4.0 / 3.0, 4.0 / 5.0
#: No pass makes a triangle worse than this, unless it was (1: three equal sides).
LEAST_QUALITY = 0.25
#: Between patch and rest lengths change by this much for each mm of way.
_GRADING = 0.3
#: Rounds, and passes of each kind in one.
ROUNDS, _PASSES = 4, 8
#: New vertices for each old one of the patch at most, in one go.
_GROWTH = 60
#: Vertices so near to x = 0 lie on the midline, mm.
_MIDLINE = 1e-4


@dataclass(frozen=True, eq=False)
class Adapted:
    """A surface with another net in places.

    Attributes
    ----------
    positions : (n, 3) float32, mm
    faces : (m, 4) int32
    attrs : (n, k) float32
        What was given with the vertices.
    row : (old,) int64
        Where each old vertex went, -1 for those that were drawn together with another.
    patch : (p, 3) int32
        The triangles that are new.
    symmetric : bool
        Both halves were done alike.
    """

    positions: FloatArray
    faces: IndexArray
    attrs: FloatArray
    row: npt.NDArray[np.int64]
    patch: IndexArray
    symmetric: bool


def adapted(
    positions: FloatArray, faces: IndexArray, attrs: FloatArray, near: npt.NDArray[np.bool_], length: float, *, symmetric: bool = False,
    rounds: int = ROUNDS,
) -> Adapted | None:
    """Bring the edges round some vertices to a length; the rest of the surface keeps its faces.

    Parameters
    ----------
    positions : (n, 3) float32, mm
    faces : (m, 4) int32
        Manifold; a triangle repeats its third index.
    attrs : (n, k) float32
        Mixed along edges.
    near : (n,) bool
    length : float, mm
    symmetric : bool
        The mirror image across x = 0 alike, if the surface is its own image there.
    rounds : int
        Of passes at most: few are quick, and come nearer to the length when it is done again.

    Returns
    -------
    Adapted or None
        None if nothing was to be done.

    Raises
    ------
    YewfinchError
        If the length makes no sense or would need too many vertices.
    """
    if not (np.isfinite(length) and FINEST <= length <= COARSEST):
        raise YewfinchError(f"Edges of {length:g} mm make no sense here; {FINEST:g} to {COARSEST:g} mm do.")
    half = _mirror(positions, faces, near) if symmetric else None
    if half is not None:
        near, twin = half
    chosen: npt.NDArray[np.bool_] = np.asarray(near[faces].any(axis=1))
    if half is not None:
        chosen &= (positions[faces, 0].astype(np.float64).mean(axis=1)) > 0
    if not chosen.any():
        return None
    made = _worked(positions, faces, attrs, chosen, length, half is not None, rounds)
    if made is None:
        return None
    points, values, triangles, rows = made
    if half is None:
        return _joined(positions, faces, attrs, chosen, points, values, triangles, rows, None)
    return _joined(positions, faces, attrs, chosen, points, values, triangles, rows, twin)


def _mirror(positions: FloatArray, faces: IndexArray, near: npt.NDArray[np.bool_]) -> tuple[npt.NDArray[np.bool_], npt.NDArray[np.int64]] | None:
    """What is near on both sides, and the images of all vertices of its faces; None if they are not symmetric."""
    from scipy.spatial import cKDTree

    wide = np.zeros(len(positions), bool)
    for _ in range(2):
        wide[faces[(near | wide)[faces].any(axis=1)]] = True
    # images of what is near are looked for in all of the surface
    rows = np.nonzero(wide)[0]
    at = positions.astype(np.float64)
    images = at[rows] * (-1.0, 1.0, 1.0)
    low, high = images.min(axis=0) - 0.01, images.max(axis=0) + 0.01
    some = np.nonzero(((at > low) & (at < high)).all(axis=1))[0]
    away, found = cKDTree(at[some]).query(images, distance_upper_bound=1e-3)
    if not np.isfinite(away).all():
        return None
    found = some[found]
    twin = np.full(len(positions), -1, np.int64)
    twin[rows], twin[found] = found, rows
    own = rows[found == rows]
    if (np.abs(at[own, 0]) > _MIDLINE).any():
        return None
    both = near.copy()
    both[twin[np.nonzero(near)[0]]] = True
    sides = np.sign(np.where(np.abs(at[:, 0]) <= _MIDLINE, 0.0, at[:, 0]))[faces[both[faces].any(axis=1)]]
    if ((sides > 0).any(axis=1) & (sides < 0).any(axis=1)).any():
        return None  # faces lie across the midline
    return both, twin


def _worked(
    positions: FloatArray, faces: IndexArray, attrs: FloatArray, chosen: npt.NDArray[np.bool_], length: float, half: bool, rounds: int
) -> tuple[DoubleArray, FloatArray, IndexArray, npt.NDArray[np.int64]] | None:
    """The patch after all passes: its vertices, their values, its triangles, and the old rows of its first vertices."""
    inner = faces[chosen]
    rim = np.zeros(len(positions), bool)
    rim[inner] = True
    beside = faces[rim[faces].any(axis=1) & ~chosen]
    if half:  # the other half is no neighbour: along the midline the patch has a seam
        beside = beside[positions[beside, 0].mean(axis=1) > 0]
    rows = np.unique(np.concatenate([inner.ravel(), beside.ravel()]))
    local = np.full(len(positions), -1, np.int64)
    local[rows] = np.arange(len(rows))
    own, other = _triangles(local[inner], positions[rows]), _triangles(local[beside], positions[rows])
    n = len(rows)
    area = float(np.linalg.norm(np.cross(*(positions[rows][own[:, k]] - positions[rows][own[:, 0]] for k in (1, 2))), axis=1).sum() / 2)
    room = int(min(3.0 * area / (0.43 * length**2), _GROWTH * n)) + 4 * n + 64
    if room > MAX_VERTICES // 4:
        raise YewfinchError(f"Edges of {length:g} mm would need millions of vertices here. Choose longer ones, or a smaller tool.")
    p, values = np.zeros((room, 3)), np.zeros((room, attrs.shape[1]), np.float32)
    p[:n], values[:n] = positions[rows], attrs[rows]
    tri = np.zeros((2 * room + len(own) + len(other), 3), np.int64)
    tri[: len(other)], tri[len(other) : len(other) + len(own)] = other, own
    alive, frozen = np.zeros(len(tri), np.uint8), np.zeros(len(tri), np.uint8)
    alive[: len(other) + len(own)] = 1
    frozen[: len(other)] = 1
    border = np.zeros(room, np.uint8)
    if half:
        border[:n] = np.abs(p[:n, 0]) <= _MIDLINE
    locked = np.zeros(room, np.uint8)
    locked[other.ravel()] = 1
    locked[:n] |= _open(own, other, n, border[:n])
    want = np.full(room, length)
    want[:n] = _wanted(p[:n], own, locked[:n] > 0, length)
    count = n
    changed = 0
    for _ in range(rounds):
        before = changed
        for kind in ("split", "collapse", "flip"):
            for _ in range(_PASSES):
                starts, around = kernels.adjacency(tri, alive, count)
                edges, size = kernels.edges_of(tri, alive, frozen, p, want, starts, around, border)
                order = np.argsort(size, kind="stable")
                if kind == "split":
                    count, done = kernels.split(tri, alive, p, want, values, border, count, edges, order, size, _LONG**2)
                elif kind == "collapse":
                    done = kernels.collapse(
                        tri, alive, frozen, p, want, values, locked, border, starts, around, edges, order, size, _SHORT**2, _LONG**2, LEAST_QUALITY
                    )  # fmt: skip
                else:
                    done = kernels.flip(tri, alive, frozen, p, border, starts, around, edges, LEAST_QUALITY)
                changed += done if kind != "flip" else 0
                if not done:
                    break
        if changed == before:
            break
    if not changed:
        return None
    if half:
        p[border > 0, 0] = 0.0
    return p[:count], values[:count], tri[(alive > 0) & (frozen == 0)].astype(INDEX), rows


def _wanted(p: DoubleArray, tri: npt.NDArray[np.int64], locked: npt.NDArray[np.bool_], length: float) -> DoubleArray:
    """The length wanted at each vertex: that of the surface round the patch at its rim, from there on by steps to the one asked for."""
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


def _triangles(faces: npt.NDArray[np.int64], p: FloatArray) -> npt.NDArray[np.int64]:
    """Quads cut along their shorter diagonals."""
    three = faces[:, 2] == faces[:, 3]
    q = faces[~three]
    other = ((p[q[:, 0]] - p[q[:, 2]]) ** 2).sum(axis=1) > ((p[q[:, 1]] - p[q[:, 3]]) ** 2).sum(axis=1)
    q = np.where(other[:, None], np.roll(q, -1, axis=1), q)
    return np.concatenate([faces[three][:, :3], q[:, [0, 1, 2]], q[:, [0, 2, 3]]])


def _open(own: npt.NDArray[np.int64], other: npt.NDArray[np.int64], n: int, border: npt.NDArray[np.uint8]) -> npt.NDArray[np.uint8]:
    """Vertices on rims of the surface itself, which stay; the seam along the midline is none."""
    tri = np.concatenate([own, other])
    a, b = tri.ravel(), np.roll(tri, -1, axis=1).ravel()
    lone = ~np.isin(b * n + a, a * n + b) & ~((border[a] > 0) & (border[b] > 0))
    out = np.zeros(n, np.uint8)
    out[a[lone]] = out[b[lone]] = 1
    return out


def _joined(
    positions: FloatArray, faces: IndexArray, attrs: FloatArray, chosen: npt.NDArray[np.bool_], points: DoubleArray, values: FloatArray,
    triangles: IndexArray, rows: npt.NDArray[np.int64], twin: npt.NDArray[np.int64] | None,
) -> Adapted:  # fmt: skip
    """The patch, and on request its image, in the place of the old faces."""
    n, k = len(positions), len(rows)
    name = np.r_[rows, n + np.arange(len(points) - k)]
    patch = name[triangles]
    all_points, all_values = [positions.copy(), points[k:].astype(np.float32)], [attrs.copy(), values[k:]]
    used = np.unique(triangles[triangles < k])
    all_points[0][rows[used]] = points[used].astype(np.float32)
    all_values[0][rows[used]] = values[used]
    gone = chosen.copy()
    if twin is not None:
        gone |= _images(faces, chosen, twin)
        middle = np.abs(points[k:, 0]) <= _MIDLINE
        other = np.where(middle, name[k:], 0)
        first = n + len(points) - k
        other[~middle] = first + np.arange(int((~middle).sum()))
        image = np.r_[twin[rows], other]
        flip = np.array([-1, 1, 1], np.float32)
        all_points.append(points[k:][~middle].astype(np.float32) * flip)
        all_values.append(values[k:][~middle])
        all_points[0][twin[rows[used]]] = points[used].astype(np.float32) * flip
        all_values[0][twin[rows[used]]] = values[used]
        patch = np.concatenate([patch, image[triangles][:, ::-1]])
    whole = np.concatenate([faces[~gone].astype(np.int64), patch[:, [0, 1, 2, 2]]])
    held = np.zeros(sum(len(p) for p in all_points), bool)
    held[whole] = True
    kept = np.nonzero(held)[0]
    local = np.where(held, np.cumsum(held) - 1, -1)
    return Adapted(
        np.concatenate(all_points)[kept], local[whole].astype(INDEX), np.concatenate(all_values)[kept], local[:n], local[patch].astype(INDEX), twin is not None
    )


def _images(faces: IndexArray, chosen: npt.NDArray[np.bool_], twin: npt.NDArray[np.int64]) -> npt.NDArray[np.bool_]:
    """Faces that are the images of the chosen ones."""
    wanted = np.sort(twin[faces[chosen]], axis=1)
    near = np.zeros(len(twin), bool)
    near[wanted[wanted >= 0]] = True
    some = np.nonzero(near[faces].all(axis=1))[0]
    have = np.sort(faces[some].astype(np.int64), axis=1)
    # triangles repeat another corner on the other side: compare the sets of corners
    codes = {tuple(np.unique(f)) for f in wanted}
    out = np.zeros(len(faces), bool)
    out[some] = [tuple(np.unique(f)) in codes for f in have]
    return out


def _warm() -> None:
    at = np.array([[0, 0, 0], [9, 0, 0], [9, 9, 0], [0, 9, 0], [4, 4, 6]], np.float32)
    faces = np.array([[0, 3, 2, 1], [0, 1, 4, 4], [1, 2, 4, 4], [2, 3, 4, 4], [3, 0, 4, 4]], INDEX)
    adapted(at, faces, np.zeros((5, 1), np.float32), np.ones(5, bool), 3.0)
    adapted(at, faces, np.zeros((5, 1), np.float32), np.ones(5, bool), 40.0)


warmup.register("adaptive detail", _warm)
