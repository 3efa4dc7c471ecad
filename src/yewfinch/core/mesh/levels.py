"""Detail levels of a surface: coarser and finer ones by Catmull-Clark subdivision, each carrying the next along.

A finer level is kept as it is; when a coarser one has been changed, the finer one's distances from the subdivided
coarse surface are told in the frames of that surface and laid on again (Zorin, Schröder & Sweldens 1997, "Interactive
multiresolution mesh editing"). What is changed on a finer level is gathered into the coarser ones on the way down.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh import _kernels as mesh_kernels
from yewfinch.core.mesh import _levels_kernels as kernels
from yewfinch.core.mesh.channels import WIDTHS, Channels
from yewfinch.core.mesh.holes import half_edges
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.mesh.unfold import TexturePlaces
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, MAX_VERTICES, POSITION, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError

#: Levels of one piece at most; vertices of the finest at most.
MOST_LEVELS, MOST_ROWS = 8, 12_000_000

Regions = Mapping[str, npt.NDArray[np.uint8]]


@dataclass(frozen=True, eq=False)
class Net:
    """Faces in half-edges, for finding the next finer ones without looking anything up.

    Attributes
    ----------
    faces : (m, 4) int32
        A triangle repeats its third index.
    n : int
        Vertices.
    twin : (4 m,) int32
        The half-edge on the other side, -1 along a rim.
    edge : (4 m,) int32
    edges : int
        How many there are.
    """

    faces: IndexArray
    n: int
    twin: IndexArray
    edge: IndexArray
    edges: int

    @cached_property
    def triangles(self) -> bool:
        """Whether any face is a triangle."""
        return bool((self.faces[:, 2] == self.faces[:, 3]).any())

    def touching(self, rows: IndexArray) -> IndexArray:
        """Faces that have any of some vertices, ascending."""
        marked = np.zeros(self.n, np.bool_)
        marked[rows] = True
        return np.flatnonzero(kernels.touching(self.faces, marked)).astype(INDEX)


@dataclass(frozen=True, eq=False)
class Rise:
    """The rows of the next finer level that come of a net's vertices, edges and faces."""

    vertices: IndexArray
    edges: IndexArray
    faces: IndexArray

    @property
    def size(self) -> int:
        """Vertices of the finer level."""
        return len(self.vertices) + len(self.edges) + len(self.faces)


def net_of(faces: IndexArray, n: int) -> Net:
    """The net of any manifold faces.

    Raises
    ------
    YewfinchError
        If an edge has more than two faces, or two that are turned against each other.
    """
    face, start, end = half_edges(faces)
    corner = np.arange(4 * len(faces)).reshape(-1, 4)
    real = np.asarray(faces != np.roll(faces, -1, axis=1))
    h = corner[real]
    key, back = start * n + end, end * n + start
    order = np.argsort(key)
    if (np.diff(key[order]) == 0).any():
        raise YewfinchError("Some edges have more than two faces, or faces turned against each other. Mend the piece first.")
    place = np.minimum(np.searchsorted(key[order], back), len(key) - 1)
    found = key[order][place] == back
    # a triangle's corners 2 and 3 are one: its third side is that of corner 2
    triangle = faces[:, 2] == faces[:, 3]
    slot = np.where(triangle[face] & (h % 4 == 3), h - 1, h)
    twin = np.full(4 * len(faces), -1, INDEX)
    twin[slot] = np.where(found, slot[order[place]], -1)
    edge, edges = kernels.numbered_edges(np.ascontiguousarray(faces, INDEX), twin)
    return Net(np.ascontiguousarray(faces, INDEX), n, twin, edge, int(edges))


def finer(net: Net) -> tuple[Net, Rise]:
    """The net of the next level, its rows numbered along the faces, and where they come from."""
    faces, twin, edge = kernels.refined(net.faces, net.twin, net.edge, net.edges, net.n)
    size = net.n + net.edges + len(net.faces)
    row = mesh_kernels.relabel(faces, size)
    made = Net(row[faces].astype(INDEX), size, twin, edge, 2 * net.edges + len(faces))
    return made, Rise(row[: net.n], row[net.n : net.n + net.edges], row[net.n + net.edges :])


def subdivided(net: Net, rise: Rise, at: FloatArray) -> FloatArray:
    """Positions (n', 3) mm on the next level, of those (n, 3) on this one, without any detail."""
    out = np.empty((rise.size, 3), POSITION)
    kernels.subdivided(at, net.faces, net.twin, net.edge, net.edges, rise.vertices, rise.edges, rise.faces, out)
    return out


def mixed(net: Net, rise: Rise, values: npt.NDArray[np.float32]) -> npt.NDArray[np.float32]:
    """Channels (n', k) on the next level by plain means of edge ends and face corners."""
    out = np.empty((rise.size, values.shape[1]), np.float32)
    kernels.mixed(np.ascontiguousarray(values, np.float32), net.faces, net.twin, net.edge, rise.vertices, rise.edges, rise.faces, out)
    return out


@dataclass(frozen=True, eq=False)
class Kept:
    """What the vertices of a level hold. Arrays are never changed in place.

    Attributes
    ----------
    positions : (n, 3) float32, mm
    channels : Channels
    regions : mapping of name to (n,) uint8
    """

    positions: FloatArray
    channels: Channels
    regions: Regions


@dataclass(frozen=True, eq=False)
class Level:
    """One level.

    Attributes
    ----------
    net : Net
    rise : Rise or None
        Towards the next level, if there is one.
    kept : Kept
        As it was left, or reached.
    above : Kept
        What the next finer level belongs to.
    since : (n, 3) float32, mm
        The positions that the next coarser level belongs to.
    settled : Kept or None
        All that the next coarser level belongs to, as far as that is known.
    texture : TexturePlaces or None
    skeleton : Surface or None
        The surface that was left or reached last, which has its rows and faces; no other piece's.
    """

    net: Net
    rise: Rise | None
    kept: Kept
    above: Kept
    since: FloatArray
    texture: TexturePlaces | None = None
    skeleton: Surface | None = None
    settled: Kept | None = None


@dataclass(frozen=True, eq=False)
class Levels:
    """All levels of a piece; the surface of the piece is that of the current one.

    Attributes
    ----------
    levels : tuple of Level
        Coarsest first.
    current : int
    faces : (m, 4) int32
        Those of the current surface: with others the levels do not belong to it any more.
    """

    levels: tuple[Level, ...]
    current: int
    faces: IndexArray

    def fit(self, surface: Surface) -> bool:
        """Whether they belong to a surface."""
        return surface.faces is self.faces

    def copied(self, surface: Surface) -> Levels:
        """The same levels for an independent copy of the current surface."""
        levels = [replace(v, skeleton=None) for v in self.levels]
        levels[self.current] = replace(levels[self.current], skeleton=surface)
        return Levels(tuple(levels), self.current, surface.faces)

    @property
    def sizes(self) -> tuple[int, ...]:
        """Vertices of each level."""
        return tuple(level.net.n for level in self.levels)


@dataclass(frozen=True, eq=False)
class State:
    """A surface with what belongs to its rows.

    Attributes
    ----------
    surface : Surface
    levels : Levels
    regions : mapping of name to (n,) uint8
    texture : TexturePlaces or None
    """

    surface: Surface
    levels: Levels
    regions: Regions
    texture: TexturePlaces | None = None


def begun(surface: Surface, regions: Regions, texture: TexturePlaces | None = None) -> State:
    """A surface as the only level of its own.

    Raises
    ------
    YewfinchError
        If it is not manifold.
    """
    kept = _now(surface, regions)
    level = Level(net_of(surface.faces, len(surface)), None, kept, kept, kept.positions, texture, surface)
    return State(surface, Levels((level,), 0, surface.faces), regions, texture)


def _now(s: Surface, regions: Regions) -> Kept:
    return Kept(s.positions.copy(), s.channels.copy(), regions)


def _left(state: State) -> list[Level]:
    """The levels, the current one as the surface is now."""
    levels = list(state.levels.levels)
    here, s = levels[state.levels.current], state.surface
    kept = here.kept
    if not (np.array_equal(kept.positions, s.positions) and kept.channels.same(s.channels) and kept.regions is state.regions):
        kept = _now(s, state.regions)
        if np.array_equal(here.kept.positions, s.positions):
            kept = replace(kept, positions=here.kept.positions)
    levels[state.levels.current] = replace(here, kept=kept, texture=state.texture, skeleton=s)
    return levels


def _reached(levels: list[Level], number: int) -> State:
    """The surface of a level: the very one that was left there, if nothing has changed it since."""
    here, kept = levels[number], levels[number].kept
    if here.skeleton is None:
        surface = Surface(kept.positions, here.net.faces, channels=kept.channels)
    elif np.array_equal(here.skeleton.positions, kept.positions) and here.skeleton.channels.same(kept.channels):
        surface = here.skeleton
    else:
        surface = here.skeleton.moved(kept.positions, kept.channels)
    levels[number] = replace(here, skeleton=surface)
    return State(surface, Levels(tuple(levels), number, surface.faces), kept.regions, here.texture)


def _normals(level: Level, at: FloatArray) -> FloatArray:
    frame = level.skeleton
    assert frame is not None
    out = np.zeros((len(at), 3), POSITION)
    mesh_kernels.all_normals(at, frame.ring_at, frame.ring, frame.closed, out)
    return out


def added(state: State) -> State:
    """One more level on top of the finest, which must be the current one.

    Raises
    ------
    YewfinchError
        If another is current, there are too many, or it would be too large.
    """
    if state.levels.current != len(state.levels.levels) - 1:
        raise YewfinchError("A level is added on top of the finest. Go up to it first.")
    levels = _left(state)
    here = levels[-1]
    size = here.net.n + here.net.edges + len(here.net.faces)
    if len(levels) >= MOST_LEVELS:
        raise YewfinchError(f"There are {MOST_LEVELS} levels already; drop some below first.")
    if size > min(MOST_ROWS, MAX_VERTICES):
        raise YewfinchError(f"Another level would have {size / 1e6:.1f} million vertices; {MOST_ROWS / 1e6:.0f} million are the most.")
    net, rise = finer(here.net)
    levels[-1] = replace(here, rise=rise, above=here.kept)
    at = subdivided(here.net, rise, here.kept.positions)
    kept = Kept(at, _channels(here.net, rise, here.kept), _regions(here.net, rise, here.kept))
    levels.append(Level(net, None, kept, kept, at, settled=kept))
    return _reached(levels, len(levels) - 1)


def _channels(net: Net, rise: Rise, coarse: Kept, was: Kept | None = None, fine: Kept | None = None) -> Channels:
    """Channels on the next level: mixed anew, or what is there with what changed below."""
    out = {}
    for name in WIDTHS:
        now: ByteArray = getattr(coarse.channels, name)
        if was is None or fine is None:
            out[name] = np.round(mixed(net, rise, now.astype(np.float32))).astype(np.uint8)
            continue
        old, there = getattr(was.channels, name), getattr(fine.channels, name)
        if np.array_equal(old, now):
            out[name] = there
        else:
            steps = mixed(net, rise, now.astype(np.float32) - old.astype(np.float32))
            out[name] = np.clip(np.round(there + steps), 0, 255).astype(np.uint8)
    return Channels(**out)


def _regions(net: Net, rise: Rise, coarse: Kept, was: Kept | None = None, fine: Kept | None = None) -> Regions:
    """Regions on the next level: those there already where nothing changed below, else mixed."""
    out = {}
    for name, member in coarse.regions.items():
        if was is not None and fine is not None and name in fine.regions and was.regions.get(name) is member:
            out[name] = fine.regions[name]
        else:
            out[name] = np.round(mixed(net, rise, member[:, None].astype(np.float32)))[:, 0].astype(np.uint8)
    return out


def up(state: State) -> State:
    """To the next finer level, which is carried along by what changed on this one.

    Raises
    ------
    YewfinchError
        If this is the finest.
    """
    number = state.levels.current
    if number + 1 >= len(state.levels.levels):
        raise YewfinchError("This is the finest level. Add one to go on.")
    levels = _left(state)
    here, fine = levels[number], levels[number + 1]
    was, now, rise = here.above, here.kept, here.rise
    assert rise is not None
    if fine.skeleton is None:
        fine = replace(fine, skeleton=Surface(fine.kept.positions, fine.net.faces))
    at = fine.kept.positions
    if now.positions is not was.positions and not np.array_equal(now.positions, was.positions):
        old, new = (subdivided(here.net, rise, p) for p in (was.positions, now.positions))
        at = np.empty_like(fine.kept.positions)
        frame = fine.skeleton
        assert frame is not None
        kernels.carried(fine.kept.positions, old, _normals(fine, old), new, _normals(fine, new), frame.ring_at, frame.ring, at)
    kept = fine.kept
    if now is not was:
        kept = Kept(at, _channels(here.net, rise, now, was, kept), _regions(here.net, rise, now, was, kept))
    levels[number] = replace(here, above=now)
    levels[number + 1] = replace(fine, kept=kept, since=at, settled=kept)
    return _reached(levels, number + 1)


def down(state: State) -> State:
    """To the next coarser level, into which is gathered what changed on this one.

    Raises
    ------
    YewfinchError
        If this is the coarsest.
    """
    number = state.levels.current
    if number == 0:
        raise YewfinchError("This is the coarsest level.")
    levels = _left(state)
    here, coarse = levels[number], levels[number - 1]
    now, rise = here.kept, coarse.rise
    assert rise is not None
    if now is here.settled:
        return _reached(levels, number - 1)
    at = coarse.kept.positions
    if now.positions is not here.since and not np.array_equal(now.positions, here.since):
        steps = now.positions - here.since
        net = coarse.net
        at = at + kernels.gathered(steps, net.faces, net.edge, rise.vertices, rise.edges, rise.faces, net.n)
    old = coarse.kept.regions
    regions = {k: old[k] if k in old and np.array_equal(old[k], v[rise.vertices]) else v[rise.vertices] for k, v in now.regions.items()}
    kept = Kept(at, now.channels.at(rise.vertices), regions)
    levels[number] = replace(here, since=now.positions, settled=now)
    levels[number - 1] = replace(coarse, kept=kept, above=kept)
    return _reached(levels, number - 1)


def turn_of(level: Level, surface: Surface, rows: IndexArray) -> DoubleArray:
    """How the frames at rows turned from what the level kept to a surface of it: (k, 3, 3), for steps as rows times it."""
    old = level.kept.positions
    normals = np.zeros_like(old)
    mesh_kernels.all_normals(old, surface.ring_at, surface.ring, surface.closed, normals)
    was = kernels.frames(old, normals, rows, surface.ring_at, surface.ring)
    now = kernels.frames(surface.positions, surface.normals, rows, surface.ring_at, surface.ring)
    return np.asarray(np.einsum("nji,njk->nik", was, now))


def to_level(state: State, number: int) -> State:
    """To any level, step by step."""
    while state.levels.current < number:
        state = up(state)
    while state.levels.current > number:
        state = down(state)
    return state


def without_finer(state: State) -> State:
    """Drop the levels above the current one."""
    levels = _left(state)[: state.levels.current + 1]
    levels[-1] = replace(levels[-1], rise=None)
    return replace(state, levels=Levels(tuple(levels), state.levels.current, state.surface.faces))


def without_coarser(state: State) -> State:
    """Drop the levels below the current one, which becomes the coarsest."""
    levels = _left(state)[state.levels.current :]
    return replace(state, levels=Levels(tuple(levels), 0, state.surface.faces))


def _warm() -> None:
    at = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], POSITION)
    faces = np.array([[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]], INDEX)
    state = added(begun(Surface(at, faces), {}))
    state = down(state)
    state.surface.set_rows(np.array([0], INDEX), at[:1] * 2)
    state = up(state)
    state.surface.set_rows(np.array([0], INDEX), at[:1] * 2)
    down(state)
    state.levels.levels[0].net.touching(np.array([0], INDEX))
    turn_of(state.levels.levels[state.levels.current], state.surface, np.array([0], INDEX))


warmup.register("levels", _warm)
