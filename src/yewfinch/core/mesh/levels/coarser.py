"""The levels under a surface that was subdivided somewhere else: found again from its faces, vertex for vertex."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.levels import _coarser_kernels as kernels
from yewfinch.core.mesh.levels import _levels_kernels as level_kernels
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.halfedges import finer, net_of, subdivided
from yewfinch.core.mesh.levels.levels import Regions, State
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, FloatArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.core.shared.progress import Progress, part, silent

#: Rounds in which a coarser level's positions are found, and the step, as a part of the longest edge, after which
#: they are good enough.
_ROUNDS, _GOOD = 60, 1.5e-7
#: Between these lie the factors by which gathering gives back what subdividing spreads, for nets of any kind; measured.
_LEAST, _MOST = 0.06, 1.05


@dataclass(frozen=True, eq=False)
class Coarser:
    """A coarser net, and where its parts went.

    Attributes
    ----------
    faces : (m, 4) int32
        Between the vertices named next; a triangle repeats its third index.
    vertices : (n,) int32
        Rows of the finer surface that were vertices.
    sides : (m, 4) int32
        Rows that were middles of the edges from each corner to the next.
    middles : (m,) int32
        Rows that were middles of the faces.
    """

    faces: IndexArray
    vertices: IndexArray
    sides: IndexArray
    middles: IndexArray


def coarser(surface: Surface) -> Coarser | None:
    """The net that a surface's faces are the Catmull-Clark subdivision of; None if they are of none.

    Parameters
    ----------
    surface : Surface

    Notes
    -----
    Where corners and middles of faces could be exchanged, as in a subdivided octahedron, which is a subdivided cube as
    well, the net of quads is taken.

    References
    ----------
    Taubin 2002, "Detecting and reconstructing subdivision connectivity", for quads instead of triangles.
    """
    if (surface.faces[:, 2] == surface.faces[:, 3]).any() or len(surface.faces) < 3:
        return None
    kind, found = kernels.kinds(surface.ring_at, surface.ring, surface.closed)
    if not found or (kind < 0).any():
        return None
    middles = np.nonzero(kind == kernels.MIDDLE)[0].astype(INDEX)
    corners, sides = np.empty((len(middles), 4), INDEX), np.empty((len(middles), 4), INDEX)
    kernels.faces_of(middles, surface.ring_at, surface.ring, corners, sides)
    vertices = np.nonzero(kind == kernels.CORNER)[0].astype(INDEX)
    name = np.full(len(surface), -1, INDEX)
    name[vertices] = np.arange(len(vertices), dtype=INDEX)
    return Coarser(name[corners], vertices, sides, middles)


def found_under(
    surface: Surface, count: int, regions: Regions, progress: Progress = silent
) -> tuple[State, IndexArray] | None:
    """A subdivided surface as the finest of its own levels.

    Parameters
    ----------
    surface : Surface
    count : int
        Levels below it.
    regions : mapping of name to (n,) uint8
    progress : Progress
        May cancel.

    Returns
    -------
    State
        Its finest level is current: the same vertices and faces in another order.
    (n,) int32
        For each of its rows that of the surface.

    or None if it was not subdivided so often.
    """
    below: list[tuple[Coarser, IndexArray]] = []
    here = surface
    forms: list[
        FloatArray
    ] = []  # positions of each level from the finest down, in the order of the surface it was found on
    for number in range(count):
        progress(0.6 * number / count, "looking for the level below")
        net = coarser(here)
        if net is None:
            return None
        faces, order = in_face_order(here.positions[net.vertices], net.faces)
        try:
            at = _fitted(here, net, part(progress, 0.6 * number / count, 0.6 * (number + 1) / count))
        except BadSurfaceError:
            return None
        below.append((net, order))
        forms.append(here.positions)
        here = Surface(at[order], faces)
    state = levels.begun(here, {})
    row = np.arange(len(here), dtype=INDEX)  # rows of the surface of the level that those of the state are
    for number, (net, order) in enumerate(reversed(below)):
        progress(0.6 + 0.3 * number / count, "laying the levels on")
        old = order[row]
        coarse, state = state.levels.levels[-1].net, levels.added(state)
        rise = state.levels.levels[-2].rise
        assert rise is not None
        row = _rows(coarse.faces, coarse.edge, coarse.edges, old, net, rise.vertices, rise.edges, rise.faces)
        state.surface.set_rows(np.arange(len(state.surface), dtype=INDEX), forms[count - 1 - number][row])
    progress(0.9, "putting it in order")
    state.surface.wear(surface.channels.at(row))
    finest = State(state.surface, state.levels, {k: np.ascontiguousarray(v[row]) for k, v in regions.items()})
    return levels.to_level(levels.to_level(finest, 0), count), row


def _rows(
    faces: IndexArray,
    edge: IndexArray,
    edges: int,
    old: IndexArray,
    net: Coarser,
    at_vertices: IndexArray,
    at_edges: IndexArray,
    at_faces: IndexArray,
) -> IndexArray:
    """Rows of the surface that a net was found on, for each row of the level made anew on it."""
    n = len(old)
    real = np.asarray(faces != np.roll(faces, -1, axis=1))
    own = np.asarray(net.faces != np.roll(net.faces, -1, axis=1))
    key = (net.faces.astype(np.int64) * n + np.roll(net.faces, -1, axis=1))[own]
    order = np.argsort(key)
    a, b = old[faces].astype(np.int64), old[np.roll(faces, -1, axis=1)]
    place = order[np.searchsorted(key[order], (a * n + b)[real])]
    face, _ = np.nonzero(own)
    side = net.sides[own][place]
    out = np.empty(n + edges + len(faces), INDEX)
    out[at_vertices] = net.vertices[old]
    number = edge.reshape(-1, 4).copy()
    number[:, 3] = np.where(faces[:, 2] == faces[:, 3], number[:, 2], number[:, 3])  # a triangle's third side
    out[at_edges[number[real]]] = side
    mine, _ = np.nonzero(real)
    out[at_faces[mine]] = net.middles[face[place]]
    return out


def _fitted(surface: Surface, net: Coarser, progress: Progress) -> FloatArray:
    """Positions (n, 3) mm of the coarser vertices so that what their subdivision leaves over gathers to nothing: none,
    if the surface is one.

    By Chebyshev's iteration (Saad 2003, "Iterative methods for sparse linear systems", algorithm 12.1).
    """
    coarse = net_of(net.faces, len(net.vertices))
    _, rise = finer(coarse)
    row = _rows(
        coarse.faces,
        coarse.edge,
        coarse.edges,
        np.arange(coarse.n, dtype=INDEX),
        net,
        rise.vertices,
        rise.edges,
        rise.faces,
    )
    goal = surface.positions[row].astype(POSITION)
    at = np.ascontiguousarray(surface.positions[net.vertices])
    good = _GOOD * float(np.ptp(at, axis=0).max())
    theta, delta = (_MOST + _LEAST) / 2, (_MOST - _LEAST) / 2
    rho, step = delta / theta, np.zeros_like(at)
    for number in range(_ROUNDS):
        progress(number / _ROUNDS, "finding the form of the level below")
        rest = level_kernels.gathered(
            goal - subdivided(coarse, rise, at),
            coarse.faces,
            coarse.edge,
            rise.vertices,
            rise.edges,
            rise.faces,
            coarse.n,
        )
        if number == 0:
            step = rest / np.float32(theta)
        else:
            after = 1.0 / (2.0 * theta / delta - rho)
            step, rho = np.float32(after * rho) * step + np.float32(2.0 * after / delta) * rest, after
        at = at + step
        if float(np.abs(step).max()) < good:
            break
    return np.asarray(at, POSITION)


def _warm() -> None:
    at = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], POSITION)
    faces = np.array([[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]], INDEX)
    found_under(levels.added(levels.begun(Surface(at, faces), {})).surface, 1, {})


warmup.register("levels found again", _warm)
