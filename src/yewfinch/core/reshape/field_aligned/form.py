"""What the form wants of the quads: along bends, crests, creases, rims, and lines that were drawn."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.core.reshape.field_aligned import _form_kernels as kernels
from yewfinch.core.reshape.field_aligned.fields import Wishes
from yewfinch.core.reshape.field_aligned.working import Working
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: Vertices lie on the plane of symmetry within this, mm.
ON = 1e-6
#: How much bends count against neighbours where they differ by one turn in a step, and at most.
_PULL, _MOST = 0.04, 0.1
#: A crest bends more than this much of a turn in a step.
_CREST = 1.4
#: A line is followed within so many steps, and run through within so many.
_NEAR, _THROUGH = 0.5, 0.2


@dataclass(frozen=True, eq=False)
class Bends:
    """Principal curvatures.

    Attributes
    ----------
    more, less : (n,) float64, 1/mm
        Without their signs, the greater first.
    across, along : (n, 3) float64
        Unit directions of these.
    """

    more: DoubleArray
    less: DoubleArray
    across: DoubleArray
    along: DoubleArray


def bends(work: Working, starts: IndexArray, ring: IndexArray) -> Bends:
    """How a surface bends at its vertices, seen over about half a step.

    Notes
    -----
    The matrix by which normals turn, fitted to the edges round each vertex, as in Rusinkiewicz 2004, "Estimating
    curvatures and their derivatives on triangle meshes", which does so for each triangle.
    """
    normals = kernels.evened(starts, ring, work.normals, 1)
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-12)
    axes, matrix = kernels.bends(starts, ring, work.points, normals)
    e, f, g = matrix.T
    middle, half = (e + g) / 2, np.hypot((e - g) / 2, f)
    angle = 0.5 * np.arctan2(f, (e - g) / 2)
    first = np.cos(angle)[:, None] * axes[:, 0] + np.sin(angle)[:, None] * axes[:, 1]
    second = -np.sin(angle)[:, None] * axes[:, 0] + np.cos(angle)[:, None] * axes[:, 1]
    one, two = np.abs(middle + half), np.abs(middle - half)
    swap = (two > one)[:, None]
    return Bends(
        np.maximum(one, two), np.minimum(one, two), np.where(swap, second, first), np.where(swap, first, second)
    )


def wishes(work: Working, starts: IndexArray, ring: IndexArray, lines: Sequence[DoubleArray], *, half: bool) -> Wishes:
    """Put together what is wanted.

    Parameters
    ----------
    work : Working
    starts, ring
        Neighbours of its vertices.
    lines : sequence of (k, 3) float64, mm
        Lines that the quads are to follow.
    half : bool
        Rims in the plane x = 0 are where the other half begins: quads meet it at right angles.
    """
    out = Wishes.none(len(work.points))
    found = bends(work, starts, ring)
    out.towards[:] = found.along
    out.pull[:] = np.minimum(_PULL * (found.more - found.less) * work.step, _MOST)
    crest = kernels.crests(starts, ring, work.points, found.more, found.across, _CREST / work.step) == 1
    _held(out, crest, found.along[crest])
    for line in lines:
        _follow(out, work, np.asarray(line, np.float64))
    _edges(out, work, half)
    return out


def _held(out: Wishes, some: np.ndarray, way: DoubleArray) -> None:
    """Run lines of the lattice through some vertices."""
    out.towards[some], out.line[some], out.fixed[some], out.held[some] = way, way, 1, 1


def _follow(out: Wishes, work: Working, line: DoubleArray) -> None:
    """Let the quads run along a line."""
    from scipy.spatial import cKDTree

    if len(line) < 2:
        return
    gap = float(work.step.min()) / 4
    parts = []
    for a, b in zip(line[:-1], line[1:], strict=True):
        size = float(np.linalg.norm(b - a))
        if size > 1e-9:
            at = np.linspace(0.0, 1.0, max(2, int(np.ceil(size / gap)) + 1))[:, None]
            parts.append(np.concatenate([a + at * (b - a), np.broadcast_to((b - a) / size, (len(at), 3))], axis=1))
    if not parts:
        return
    dense = np.concatenate(parts)
    away, which = cKDTree(dense[:, :3]).query(work.points)
    near = away < _NEAR * work.step
    way = dense[which, 3:]
    out.towards[near], out.fixed[near] = way[near], 1
    through = away < _THROUGH * work.step
    _held(out, through, way[through])


def _edges(out: Wishes, work: Working, half: bool) -> None:
    """Rims and creases: the lattice runs along them; where more than two meet, one of its places is there."""
    n = len(work.points)
    marked = np.flatnonzero((work.beyond < 0) | (work.kept > 0))
    a, b = work.ends(marked)
    way = work.points[b] - work.points[a]
    way /= np.maximum(np.linalg.norm(way, axis=1, keepdims=True), 1e-12)
    rim = work.beyond[marked] < 0
    count = np.bincount(a, minlength=n) + np.bincount(b[rim], minlength=n)
    out.towards[b], out.towards[a] = way, way
    out.line[b], out.line[a] = way, way
    rows = np.unique(np.concatenate([a, b]))
    out.fixed[rows], out.held[rows] = 1, 1
    out.held[np.flatnonzero((count > 0) & (count != 2))] = 2
    out.held[work.pinned > 0] = 2
    if half:
        plane = rim & (np.abs(work.points[a, 0]) < ON) & (np.abs(work.points[b, 0]) < ON)
        rows = np.unique(np.concatenate([a[plane], b[plane]]))
        out.towards[rows] = [1.0, 0.0, 0.0]
        along = np.cross(work.normals[rows], [1.0, 0.0, 0.0])
        out.line[rows] = along / np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-12)
