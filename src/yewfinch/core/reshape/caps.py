"""What closes a cut: triangles on its wall, made even."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair.divide import Divided
from yewfinch.core.reshape.adapt import evened
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Points (n, 3) mm at places (n, 2) of an unrolled wall.
OnWall = Callable[[DoubleArray], DoubleArray]


@dataclass(frozen=True, eq=False)
class Cap:
    """Triangles between the vertices of a cut's rims.

    Attributes
    ----------
    rows : (n,) int64
        Rows of the cut surface; one may stand twice, on both sides of a seam.
    flat : (n, 2) float64, mm
        Where they lie on the wall, unrolled.
    triangles : (m, 3) int64
    seam : pairs of numbers of vertices
        Two edges that are one: a wall that was closed was cut open there to be unrolled. Empty for none.
    """

    rows: npt.NDArray[np.int64]
    flat: DoubleArray
    triangles: npt.NDArray[np.int64]
    seam: tuple[tuple[int, int], ...] = ()


def evened_caps(found: Divided, caps: Sequence[Cap], on_wall: OnWall) -> tuple[Divided, IndexArray]:
    """Caps in even triangles with edges as long as those of their rims.

    Parameters
    ----------
    found : Divided
        The cut surface.
    caps : sequence of Cap
    on_wall : callable
        Where places of theirs are.

    Returns
    -------
    Divided
        With the new vertices, which hold what the nearest of the rim does.
    (m, 4) int32
        The caps' faces; a triangle repeats its third index.
    """
    faces = [np.empty((0, 3), np.int64)]
    for cap in caps:
        made = _evened(found, cap, on_wall)
        found, own = (found, cap.rows[cap.triangles]) if made is None else made
        faces.append(own)
    return found, np.concatenate(faces)[:, [0, 1, 2, 2]].astype(INDEX)


def _evened(found: Divided, cap: Cap, on_wall: OnWall) -> tuple[Divided, npt.NDArray[np.int64]] | None:
    """One cap; None if it is better left as it is."""
    from scipy.spatial import cKDTree

    flat, triangles = _seamed(cap)
    n = len(flat)
    a, b = triangles.ravel(), np.roll(triangles, -1, axis=1).ravel()
    rim = ~np.isin(b * n + a, a * n + b)
    length = np.linalg.norm(flat[a[rim]] - flat[b[rim]], axis=1)
    count = np.bincount(a[rim], minlength=n) + np.bincount(b[rim], minlength=n)
    size = (np.bincount(a[rim], length, n) + np.bincount(b[rim], length, n)) / np.maximum(count, 1)
    usual = float(np.median(length)) if len(length) else 0.0
    if not np.isfinite(usual) or usual <= 0.0 or (count == 0).any():
        return None
    points, made = evened(np.c_[flat, np.zeros(n)], triangles, np.maximum(size, 0.5 * usual))
    before, after = _areas(flat, triangles), _areas(points[:, :2], made)
    if (
        abs(before.sum() - after.sum()) > 1e-6 * np.abs(before).sum()
        or (after * np.sign(before.sum()) < -1e-9 * usual**2).any()
    ):
        return None
    # new places: those on the seam, which are there twice, then those within
    half = (n - len(cap.rows)) // 2
    more = on_wall(np.concatenate([flat[len(cap.rows) : len(cap.rows) + half], points[n:, :2]]))
    first = len(found.positions)
    seam = first + np.arange(half)
    name = np.r_[cap.rows, seam, seam, first + half + np.arange(len(points) - n)]
    near = cap.rows[cKDTree(found.positions[cap.rows]).query(more)[1]] if len(more) else np.empty(0, np.int64)
    whole = replace(
        found, positions=np.concatenate([found.positions, more]), ends=np.concatenate([found.ends, found.ends[near]]),
        share=np.r_[found.share, found.share[near]], on_cut=np.r_[found.on_cut, np.ones(len(more), bool)],
    )  # fmt: skip
    return whole, name[made]


def _seamed(cap: Cap) -> tuple[DoubleArray, npt.NDArray[np.int64]]:
    """Places and triangles with both edges of the seam divided alike.

    First what is new on the one, then on the other.
    """
    if not cap.seam:
        return cap.flat, cap.triangles
    flat, triangles = [cap.flat], cap.triangles
    rim = np.linalg.norm(np.diff(cap.flat[: cap.seam[1][0] + 1], axis=0), axis=1)
    (i, j), _ = cap.seam
    parts = max(1, round(float(np.linalg.norm(cap.flat[j] - cap.flat[i])) / max(float(np.median(rim)), 1e-6)))
    n = len(cap.flat)
    for i, j in cap.seam:
        share = np.arange(1, parts) / parts
        between = n + np.arange(parts - 1)
        n += parts - 1
        flat.append(cap.flat[i] + (cap.flat[j] - cap.flat[i]) * share[:, None])
        t = int(np.nonzero((triangles == i).any(axis=1) & (triangles == j).any(axis=1))[0][0])
        third = next(int(v) for v in triangles[t] if v not in (i, j))
        k = triangles[t].tolist().index(third)
        one, other = int(triangles[t][(k + 1) % 3]), int(triangles[t][(k + 2) % 3])
        chain = np.r_[i, between, j] if one == i else np.r_[j, between[::-1], i]
        assert chain[-1] == other
        fan = np.stack([np.full(parts, third), chain[:-1], chain[1:]], axis=1)
        triangles = np.concatenate([np.delete(triangles, t, axis=0), fan])
    return np.concatenate(flat), triangles


def _areas(flat: DoubleArray, triangles: npt.NDArray[np.integer]) -> DoubleArray:
    a, b, c = (flat[triangles[:, k]] for k in range(3))
    return np.asarray(((b - a)[:, 0] * (c - a)[:, 1] - (b - a)[:, 1] * (c - a)[:, 0]) / 2)
