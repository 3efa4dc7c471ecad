"""Lips of one surface cut open along the line of the mouth, with an inside behind them."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.lips.lip_chart import Rows, net_of
from yewfinch.core.features.lips.lips import Frame
from yewfinch.core.mesh.query.crossings import crossings, untangled
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.surface.surface import Surface, triangles_of
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Edges of the clay that lie this much farther from the line, mm, cost twice as much on the way along it.
_OFF_LINE = 0.6
#: The lips are so far apart after the cut, mm, on a mouth of usual width.
GAP = 0.3
#: The inside: how far behind the line each of its rows lies, and how far above and below, mm on a mouth of usual width.
_DEEP = (1.2, 2.8, 5.0, 8.5, 13.0, 18.0, 22.0)
_HIGH = (0.2, 0.3, 0.8, 2.5, 4.5, 5.0, 3.5)
_USUAL_WIDTH = 52.0
#: From so far in on the inside goes straight back, mm.
_STRAIGHT = 8.0
#: Tried one after the other until the inside meets no other clay: parts of these.
_SIZES = (1.0, 0.6, 0.35, 0.2)
#: Clay that is no farther from the inside is looked at, mm; rounds of evening out where something crosses.
_ASIDE, _UNTANGLING = 6.0, 24
#: A mouth of fewer edges cannot be cut.
_FEWEST = 8
#: Vertices within so many rings of the cut are evened out, in so many rounds.
_RINGS, _ROUNDS = 2, 6
#: Parts of the way to the line that vertices are drawn, tried one after the other until nothing crosses.
_DRAWN = (1.0, 0.6, 0.3, 0.0)


@dataclass(frozen=True, eq=False)
class CutMouth:
    """Clay whose mouth was cut open. The old rows stay the rows they were; new ones follow.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    source : (n,) int64
        The old row that each vertex wears the channels of.
    upper, lower : (k,) int64
        Rows along the edges of both lips, from the sitter's right corner to the left one; the corners are in both.
    inside : (n,) bool
        Vertices of the inside.
    """

    positions: DoubleArray
    faces: IndexArray
    source: Rows
    upper: Rows
    lower: Rows
    inside: npt.NDArray[np.bool_]


def cut_mouth(surface: Surface, line: DoubleArray, frame: Frame) -> CutMouth:
    """Cut lips apart.

    Parameters
    ----------
    surface : Surface
    line : (k, 3) float64, mm
        Of the mouth, on the surface, from the sitter's right corner to the left one.
    frame : Frame
        Of the mouth.

    Raises
    ------
    YewfinchError
        If the clay is too coarse for that, or the line leaves it.
    """
    size = float(np.linalg.norm(line[-1] - line[0])) / _USUAL_WIDTH
    twin = twins_of(surface)
    path = _path(surface, line, twin)
    positions = _drawn_to_line(surface, path, line, twin)
    faces = surface.faces.copy()
    below = _lower_corners(faces, path)
    count = len(positions)
    lower = path.copy()
    lower[1:-1] = np.arange(count, count + len(path) - 2)
    instead = {int(a): int(b) for a, b in zip(path[1:-1], lower[1:-1], strict=True)}
    for f, c in below:
        faces[f, c] = instead[int(faces[f, c])]
    apart = np.sin(np.linspace(0.0, np.pi, len(path)))[:, None] * frame.axes[:, 1] * (0.5 * GAP * size)
    at = np.concatenate([positions, positions[path[1:-1]]])
    at[path] += apart
    at[lower[1:-1]] -= apart[1:-1]
    inner = _inside_faces(path, lower, len(at), len(_DEEP))
    ahead = _smooth(surface.normals[path].astype(np.float64)) @ frame.axes
    whole_faces = np.concatenate([faces, inner])
    before = _crossing_round(surface, line)
    for part in _SIZES:
        whole = np.concatenate([at, _rings(at, path, lower, frame, size * part, ahead)])
        if twin is not None:
            whole = _mirrored(whole, twin, path, lower, len(_DEEP))
        clear = _cleared(whole, whole_faces, len(at), before)
        if clear is not None:
            whole = clear if twin is None else _mirrored(clear, twin, path, lower, len(_DEEP))
            break
    else:
        raise YewfinchError("There is no room for a mouth behind these lips: other clay lies within 5 mm of them.")
    columns = np.concatenate([path, lower[1:-1][::-1]])
    source = np.concatenate([np.arange(count), path[1:-1], np.tile(columns, len(_DEEP))])
    source = np.where(source < count, source, path[np.clip(source - count + 1, 0, len(path) - 1)])
    inside = np.zeros(len(whole), bool)
    inside[len(at) :] = True
    return CutMouth(whole, whole_faces.astype(INDEX), source, path, lower, inside)


def _path(surface: Surface, line: DoubleArray, twin: IndexArray | None) -> Rows:
    """Rows along edges that run as the line does; their own image on symmetric clay."""
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import dijkstra
    from scipy.spatial import cKDTree

    middle = line.mean(axis=0)
    reach = float(np.linalg.norm(line - middle, axis=1).max()) + 8.0
    rows = np.sort(surface.rows_in_ball(middle, reach)).astype(np.int64)
    if len(rows) < _FEWEST:
        raise YewfinchError("The line of the mouth lies on no clay.")
    at = surface.positions[rows].astype(np.float64)
    fine = np.concatenate([np.linspace(a, b, 8, endpoint=False) for a, b in zip(line[:-1], line[1:], strict=True)])
    off = cKDTree(np.vstack([fine, line[-1:]])).query(at)[0]
    owner, other = net_of(surface, rows)
    long = np.maximum(np.linalg.norm(at[owner] - at[other], axis=1), 1e-9)
    cost = long * (1.0 + ((off[owner] + off[other]) / 2.0 / _OFF_LINE) ** 2)
    graph = csr_array((cost, (owner, other)), shape=(len(rows), len(rows)))
    tree = cKDTree(at)
    ends = [int(tree.query(p)[1]) for p in (line[0], line[-1])]
    if twin is not None:  # from the midline to the left corner, and that mirrored
        central = np.flatnonzero(np.abs(at[:, 0]) < 1e-6)
        if not len(central):
            raise YewfinchError("The clay has no vertices along its midline. Remesh it first.")
        ends[0] = int(central[np.argmin(off[central])])
    before = dijkstra(graph, indices=ends[0], return_predecessors=True)[1]
    way, here = [], ends[1]
    while here >= 0 and here != ends[0]:
        way.append(here)
        here = int(before[here])
    if here != ends[0]:
        raise YewfinchError("The line of the mouth does not hang together on this clay.")
    path = rows[np.array([*way, ends[0]][::-1], np.int64)]
    if twin is not None:
        path = np.concatenate([twin[path[:0:-1]], path])
    if len(path) < _FEWEST:
        raise YewfinchError(
            phrase(
                "The clay is too coarse to cut a mouth: {0} edges from corner to corner. Add a "
                "detail level or remesh it finer first.",
                len(path) - 1,
            )
        )
    return np.asarray(path, np.int64)


def _drawn_to_line(surface: Surface, path: Rows, line: DoubleArray, twin: IndexArray | None) -> DoubleArray:
    """Positions with the path laid on the line, and its neighbours evened out along the clay.

    It is drawn there as far as nothing crosses.
    """
    start = surface.positions.astype(np.float64)
    goes = _on_line(start[path], line)
    near = np.asarray(path)
    for _ in range(_RINGS):
        rings = [surface.ring[surface.ring_at[r] : surface.ring_at[r + 1]] for r in near]
        near = np.unique(np.concatenate([near, *rings])).astype(np.int64)
    free = np.setdiff1d(near, path)
    tree = NearestTree(surface.positions, surface.triangles())
    triangles = surface.triangles()
    touched = np.asarray(np.isin(triangles, near).any(axis=1))
    for part in _DRAWN:
        at = start.copy()
        at[path] += part * (goes - at[path])
        for _ in range(_ROUNDS if part else 0):
            means = [at[surface.ring[surface.ring_at[r] : surface.ring_at[r + 1]]].mean(axis=0) for r in free]
            at[free] = tree.places(tree.find(0.5 * at[free] + 0.5 * np.array(means)))
        if twin is not None:
            left = near[start[near, 0] >= 0.0]
            at[twin[left]] = at[left] * (-1.0, 1.0, 1.0)
            at[left[twin[left] == left], 0] = 0.0
        if not part or not len(crossings(at, triangles, touched)):
            break
    return at


def _on_line(path: DoubleArray, line: DoubleArray) -> DoubleArray:
    """Places of a row of vertices (n, 3) on the line, each near its own, in order."""
    way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))])
    fine = np.linspace(0.0, way[-1], 40 * len(line))
    on = np.stack([np.interp(fine, way, line[:, k]) for k in range(3)], axis=1)
    own = fine[((path[:, None] - on[None]) ** 2).sum(axis=2).argmin(axis=1)]
    own[0], own[-1] = 0.0, way[-1]
    even = np.linspace(0.0, way[-1], len(path))
    place = 0.75 * np.maximum.accumulate(own) + 0.25 * even
    return np.stack([np.interp(place, way, line[:, k]) for k in range(3)], axis=1)


def _lower_corners(faces: IndexArray, path: Rows) -> list[tuple[int, int]]:
    """Faces and their corners on the path's inner vertices that lie on the lower side of it."""
    inner = path[1:-1]
    number = {int(r): i for i, r in enumerate(path)}
    touching = np.flatnonzero(np.isin(faces, inner).any(axis=1))
    upper: set[int] = set()
    lower: set[int] = set()
    shared: dict[tuple[int, int], list[int]] = {}
    for f in touching.tolist():
        ring = _corners(faces[f])
        for a, b in zip(ring, ring[1:] + ring[:1], strict=True):
            i, j = number.get(a), number.get(b)
            if i is not None and j is not None and abs(i - j) == 1:
                (upper if j > i else lower).add(f)
            elif (i is not None and 0 < i < len(path) - 1) or (j is not None and 0 < j < len(path) - 1):
                shared.setdefault((min(a, b), max(a, b)), []).append(f)
    for side, opposite in ((upper, lower), (lower, upper)):
        grown = True
        while grown:
            grown = False
            for pair in shared.values():
                if any(f in side for f in pair):
                    for f in pair:
                        if f not in side and f not in opposite:
                            side.add(f)
                            grown = True
    if upper & lower:
        raise YewfinchError("The line of the mouth meets itself on this clay.")
    inside = {int(r) for r in inner}
    return [(f, c) for f in lower for c in range(4) if int(faces[f, c]) in inside]


def _corners(face: IndexArray) -> list[int]:
    ring = [int(r) for r in face]
    return ring[:3] if ring[3] == ring[2] else ring


def _rings(at: DoubleArray, path: Rows, lower: Rows, frame: Frame, size: float, ahead: DoubleArray) -> DoubleArray:
    """Places of the inside, row by row: from the right corner over the upper lip to the left one, and back below.

    `ahead` are unit normals of the clay along the path, (k, 3) in the mouth's own frame: the inside begins against
    them and goes on straight back.
    """
    middle = (frame.own(at[path]) + frame.own(at[lower])) / 2.0
    flat = float(middle[:, 2].mean())
    arch = np.sin(np.linspace(0.0, np.pi, len(path))) ** 0.6
    out, now, last = [], middle.copy(), 0.0
    for deep, high in zip(_DEEP, _HIGH, strict=True):
        share = min(deep / _STRAIGHT, 1.0)
        way = (1.0 - share) * -ahead + share * np.array([0.0, 0.0, -1.0])
        way /= np.maximum(np.linalg.norm(way, axis=1, keepdims=True), 1e-9)
        now = now + way * (deep - last) * size
        last = deep
        back = now * (1.0 - 0.12 * share, 1.0, 1.0)
        back[:, 2] -= share * np.maximum(middle[:, 2] - flat, 0.0)  # curved as the lips in front, flat at the back
        up, down = back.copy(), back.copy()
        up[:, 1] += high * size * arch
        down[:, 1] -= high * size * arch
        out.append(np.concatenate([up, down[-2:0:-1]]))
    return frame.out(np.concatenate(out))


def _smooth(ways: DoubleArray) -> DoubleArray:
    """Unit vectors (k, 3) along a row, evened out."""
    for _ in range(3):
        padded = np.concatenate([ways[:1], ways, ways[-1:]])
        ways = padded[:-2] + 2.0 * padded[1:-1] + padded[2:]
        ways = ways / np.maximum(np.linalg.norm(ways, axis=1, keepdims=True), 1e-9)
    return ways


def _inside_faces(path: Rows, lower: Rows, first: int, rings: int) -> IndexArray:
    """Faces of the inside: walls from the lips' edges backwards, shut at the end."""
    columns = len(path) + len(lower) - 2
    loop = [np.concatenate([path, lower[-2:0:-1]])]
    loop += [first + k * columns + np.arange(columns) for k in range(rings)]
    out = []
    for a, b in zip(loop[:-1], loop[1:], strict=True):
        out.append(np.stack([np.roll(a, -1), a, b, np.roll(b, -1)], axis=1))
    last, m = loop[-1], len(path)
    up, down = last[:m], np.concatenate([last[:1], last[m:][::-1], last[m - 1 : m]])
    for i in range(m - 1):
        quad = [up[i + 1], up[i], down[i], down[i + 1]]
        if i == 0:
            quad = [up[1], up[0], down[1], down[1]]
        elif i == m - 2:
            quad = [up[m - 1], up[i], down[i], down[i]]
        out.append(np.array([quad]))
    return np.concatenate(out)


def _crossing_round(surface: Surface, line: DoubleArray) -> int:
    """In how many pairs of triangles the clay crosses itself already, where a mouth may come to be."""
    middle = line.mean(axis=0)
    reach = float(np.linalg.norm(line - middle, axis=1).max()) + _DEEP[-1]
    faces = surface.faces[surface.faces_of(surface.rows_in_ball(middle, reach))]
    return len(crossings(surface.positions, triangles_of(faces)))


def _cleared(at: DoubleArray, faces: IndexArray, first: int, before: int) -> DoubleArray | None:
    """Positions in which the inside crosses neither itself nor other clay, evened out where it did; None if it does.

    `first` is the first vertex of the inside, `before` in how many pairs the clay crossed itself anyway.
    """
    box = at[first:].min(axis=0) - _ASIDE, at[first:].max(axis=0) + _ASIDE
    own = at[faces]
    close = ((own.max(axis=1) > box[0]) & (own.min(axis=1) < box[1])).all(axis=1)
    rows, local = np.unique(faces[close], return_inverse=True)
    some = local.reshape(-1, 4).astype(INDEX)
    triangles = triangles_of(some)
    here = at[rows]
    if len(crossings(here, triangles)) > before:
        out = untangled(here, triangles, umbrella(some, len(rows)), None, _UNTANGLING)
        # what is close lies in the middle of a patch whose border must stay
        held = np.isin(rows, faces[~close])
        out[held] = here[held]
        if len(crossings(out, triangles)) > before:
            return None
        at = at.copy()
        at[rows] = out
    return at


def _mirrored(at: DoubleArray, twin: IndexArray, path: Rows, lower: Rows, rings: int) -> DoubleArray:
    """Positions whose right half is the left half's image to the last bit."""
    out = at.astype(np.float32).astype(np.float64)
    first = len(at) - rings * (len(path) + len(lower) - 2)
    m = len(path)
    pairs = [(np.arange(len(twin)), np.asarray(twin, np.int64)), (lower[1:-1], lower[1:-1][::-1])]
    for k in range(rings):
        own = first + k * (2 * m - 2) + np.arange(2 * m - 2)
        image = np.concatenate([own[:m][::-1], own[m:][::-1]])
        pairs.append((own, image))
    pairs.append((path, path[::-1]))
    for rows, images in pairs:
        left = out[rows, 0] > 0.0
        out[images[left]] = out[rows[left]] * (-1.0, 1.0, 1.0)
        out[rows[rows == images], 0] = 0.0
    return out
