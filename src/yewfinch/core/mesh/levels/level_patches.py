"""Steps between levels where only a part of the clay has changed.

What depends on it is worked out anew, and no more.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.levels import _levels_kernels as kernels
from yewfinch.core.mesh.levels.halfedges import Net, Rise
from yewfinch.core.mesh.surface import _surface_kernels as mesh_kernels
from yewfinch.core.mesh.surface.rows import each_once
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, POSITION, FloatArray, IndexArray

#: Where more of a level's vertices have changed, all of it is worked out.
PART = 0.15


def differing(one: FloatArray, other: FloatArray) -> IndexArray:
    """Rows in which two arrays (n, 3) differ, ascending."""
    if one is other:
        return np.empty(0, INDEX)
    return np.flatnonzero(kernels.differing(one, other)).astype(INDEX)


def few(rows: IndexArray, n: int) -> bool:
    """Whether so few of n vertices have changed that a patch is worth it."""
    return len(rows) < PART * n


def carried(
    net: Net, rise: Rise, was: FloatArray, now: FloatArray, rows: IndexArray, fine: FloatArray, frame: Surface
) -> tuple[FloatArray, IndexArray]:
    """The finer level carried along by some vertices of the coarser one.

    Parameters
    ----------
    net : Net
        Of the coarser level.
    rise : Rise
    was, now : (n, 3) float32, mm
        The coarser level before and after.
    rows : (k,) int32
        Where they differ.
    fine : (n', 3) float32, mm
        The finer level before.
    frame : Surface
        Any with the finer level's rows and faces.

    Returns
    -------
    (n', 3) float32, mm
    (j,) int32
        The only rows in which it differs from `fine`.

    Notes
    -----
    By the rules of Catmull & Clark (1978) a vertex moves the finer ones of its faces and of their corners' only; one
    ring more
    has other normals, so that its detail turns.
    """
    moving = net.touching(rows)
    turning = net.touching(each_once(net.faces[moving].ravel(), net.n))
    vertices, part, ups = _cut(net, rise, net.touching(each_once(net.faces[turning].ravel(), net.n)))
    n = len(fine)
    old, new = np.empty((n, 3), POSITION), np.empty((n, 3), POSITION)  # only the part is ever written or read
    for at, out in ((was, old), (now, new)):
        kernels.subdivided(
            np.ascontiguousarray(at[vertices]),
            part.faces,
            part.twin,
            part.edge,
            part.edges,
            ups.vertices,
            ups.edges,
            ups.faces,
            out,
        )
    edges = net.edge.reshape(-1, 4)[moving].ravel()
    seed = each_once(
        np.concatenate([rise.faces[moving], rise.edges[edges[edges >= 0]], rise.vertices[net.faces[moving].ravel()]]), n
    )
    found = np.empty(n, INDEX)
    wide = np.sort(found[: mesh_kernels.grow_rows(seed, frame.ring_at, frame.ring, np.zeros(n, INDEX), 1, found)])
    old_normals, new_normals = np.zeros((n, 3), POSITION), np.zeros((n, 3), POSITION)
    for at, out in ((old, old_normals), (new, new_normals)):
        mesh_kernels.normals_of(wide, 0, 0, at, frame.ring_at, frame.ring, frame.closed, out)
    made = fine.copy()
    kernels.carried(wide, fine, old, old_normals, new, new_normals, frame.ring_at, frame.ring, made)
    return made, wide


def gathered(
    net: Net, rise: Rise, coarse: FloatArray, since: FloatArray, now: FloatArray, rows: IndexArray
) -> tuple[FloatArray, IndexArray]:
    """The coarser level with what changed on the finer one gathered into it.

    Parameters
    ----------
    net : Net
        Of the coarser level.
    rise : Rise
    coarse : (n, 3) float32, mm
    since, now : (n', 3) float32, mm
        The finer level that it belonged to, and as it is.
    rows : (k,) int32
        Where they differ.

    Returns
    -------
    (n, 3) float32, mm
    (j,) int32
        The only rows in which it differs from `coarse`.
    """
    changed = np.zeros(rise.size, np.bool_)
    changed[rows] = True
    steps = np.zeros((rise.size, 3), POSITION)
    steps[rows] = now[rows] - since[rows]
    near = np.flatnonzero(kernels.under(changed, net.faces, net.edge, rise.vertices, rise.edges, rise.faces))
    own = np.flatnonzero(changed[rise.vertices])  # of no face, perhaps
    moving = each_once(np.concatenate([net.faces[near].ravel(), own]), net.n)
    vertices, part, ups = _cut(net, rise, net.touching(moving))
    step = kernels.gathered(steps, part.faces, part.edge, ups.vertices, ups.edges, ups.faces, part.n)
    made = coarse.copy()
    at = np.searchsorted(vertices, moving)
    inside = vertices[np.minimum(at, len(vertices) - 1)] == moving if len(vertices) else np.zeros(len(moving), bool)
    made[moving[inside]] += step[at[inside]]
    alone = moving[~inside]
    made[alone] += steps[rise.vertices[alone]]
    return made, moving.astype(INDEX)


def _cut(net: Net, rise: Rise, faces: IndexArray) -> tuple[IndexArray, Net, Rise]:
    """Some faces of a net as a net of its own, with the finer rows of the whole; its vertices first, ascending."""
    corners = net.faces[faces]
    vertices = each_once(corners.ravel(), net.n).astype(INDEX)
    own = np.empty(net.n, INDEX)
    own[vertices] = np.arange(len(vertices), dtype=INDEX)
    place = np.full(len(net.faces), -1, INDEX)
    place[faces] = np.arange(len(faces), dtype=INDEX)
    twin, edge = (h.reshape(-1, 4)[faces].ravel() for h in (net.twin, net.edge))
    over = np.where(twin < 0, -1, place[twin >> 2])
    edges, inverse = np.unique(edge, return_inverse=True)
    part = Net(
        own[corners],
        len(vertices),
        np.where(over < 0, -1, 4 * over + (twin & 3)).astype(INDEX),
        inverse.astype(INDEX),
        len(edges),
    )
    return vertices, part, Rise(rise.vertices[vertices], rise.edges[edges], rise.faces[faces])
