"""Detail levels of a surface: coarser and finer ones by Catmull-Clark subdivision, each carrying the next along.

A finer level is kept as it is; when a coarser one has been changed, the finer one's distances from the subdivided
coarse surface are told in the frames of that surface and laid on again (Zorin, Schröder & Sweldens 1997, "Interactive
multiresolution mesh editing"). What is changed on a finer level is gathered into the coarser ones on the way down.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.levels import _levels_kernels as kernels
from yewfinch.core.mesh.levels import level_patches
from yewfinch.core.mesh.levels.halfedges import Net, Rise, finer, mixed, net_of, subdivided
from yewfinch.core.mesh.surface import _surface_kernels as mesh_kernels
from yewfinch.core.mesh.surface.channel_spec import channel_specs
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import TexturePlaces
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, MAX_VERTICES, POSITION, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Levels of one piece at most; vertices of the finest at most.
MOST_LEVELS, MOST_ROWS = 8, 12_000_000

Regions = Mapping[str, npt.NDArray[np.uint8]]


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
    if not (
        np.array_equal(kept.positions, s.positions) and kept.channels.same(s.channels) and kept.regions is state.regions
    ):
        kept = _now(s, state.regions)
        if np.array_equal(here.kept.positions, s.positions):
            kept = replace(kept, positions=here.kept.positions)
    levels[state.levels.current] = replace(here, kept=kept, texture=state.texture, skeleton=s)
    return levels


def _reached(levels: list[Level], number: int, before: Kept | None = None, rows: IndexArray | None = None) -> State:
    """The surface of a level: the very one that was left there, if nothing has changed it since.

    It may be known that only some rows are elsewhere than `before`.
    """
    here, kept = levels[number], levels[number].kept
    left = here.skeleton
    if left is None:
        surface = Surface(kept.positions, here.net.faces, channels=kept.channels)
    elif before is not None and rows is not None and len(rows) and np.array_equal(left.positions, before.positions):
        surface = left.moved(kept.positions, kept.channels, rows)
    elif np.array_equal(left.positions, kept.positions):
        surface = (
            left if left.channels.same(kept.channels) else left.moved(kept.positions, kept.channels, np.empty(0, INDEX))
        )
    else:
        surface = left.moved(kept.positions, kept.channels)
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
        raise YewfinchError(phrase("There are {0} levels already; drop some below first.", MOST_LEVELS))
    if size > min(MOST_ROWS, MAX_VERTICES):
        raise YewfinchError(
            phrase(
                "Another level would have {0:.1f} million vertices; {1:.0f} million are the most.",
                size / 1000000.0,
                MOST_ROWS / 1000000.0,
            )
        )
    net, rise = finer(here.net)
    levels[-1] = replace(here, rise=rise, above=here.kept)
    at = subdivided(here.net, rise, here.kept.positions)
    kept = Kept(at, _channels(here.net, rise, here.kept), _regions(here.net, rise, here.kept))
    levels.append(Level(net, None, kept, kept, at, settled=kept))
    return _reached(levels, len(levels) - 1)


def _channels(net: Net, rise: Rise, coarse: Kept, was: Kept | None = None, fine: Kept | None = None) -> Channels:
    """Channels on the next level: mixed anew, or what is there with what changed below."""
    out = {}
    for spec in channel_specs():
        name, now = spec.name, coarse.channels[spec.name]
        if was is None or fine is None:
            out[name] = spec.stored(mixed(net, rise, now.astype(np.float32)))
            continue
        old, there = was.channels[name], fine.channels[name]
        if np.array_equal(old, now):
            out[name] = there
        else:
            steps = mixed(net, rise, now.astype(np.float32) - old.astype(np.float32))
            out[name] = spec.stored(there + steps)
    return Channels(out)


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
    """Step to the next finer level, which is carried along by what changed on this one.

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
    frame = Surface(fine.kept.positions, fine.net.faces) if fine.skeleton is None else fine.skeleton
    fine = replace(fine, skeleton=frame)
    at, kept = fine.kept.positions, fine.kept
    rows, moved = level_patches.differing(was.positions, now.positions), None
    if level_patches.few(rows, here.net.n) and len(rows):
        at, moved = level_patches.carried(here.net, rise, was.positions, now.positions, rows, at, frame)
    elif len(rows):
        at = _carried(here.net, rise, was.positions, now.positions, fine)
    if now is not was:
        kept = Kept(at, _channels(here.net, rise, now, was, kept), _regions(here.net, rise, now, was, kept))
    levels[number] = replace(here, above=now)
    levels[number + 1] = replace(fine, kept=kept, since=at, settled=kept)
    return _reached(levels, number + 1, fine.kept, moved)


def _carried(net: Net, rise: Rise, was: FloatArray, now: FloatArray, fine: Level) -> FloatArray:
    """All of the finer level carried along by what changed on the coarser one."""
    frame = fine.skeleton
    assert frame is not None
    old, new = (subdivided(net, rise, p) for p in (was, now))
    at = np.empty_like(fine.kept.positions)
    rows = np.arange(len(at), dtype=INDEX)
    kernels.carried(
        rows, fine.kept.positions, old, _normals(fine, old), new, _normals(fine, new), frame.ring_at, frame.ring, at
    )
    return at


def down(state: State) -> State:
    """Step to the next coarser level, into which is gathered what changed on this one.

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
    net, at = coarse.net, coarse.kept.positions
    rows, moved = level_patches.differing(here.since, now.positions), None
    if level_patches.few(rows, here.net.n) and len(rows):
        at, moved = level_patches.gathered(net, rise, at, here.since, now.positions, rows)
    elif len(rows):
        at = at + kernels.gathered(
            now.positions - here.since, net.faces, net.edge, rise.vertices, rise.edges, rise.faces, net.n
        )
    kept = Kept(at, _channels_below(here, coarse, now), _regions_below(here, coarse, now))
    levels[number] = replace(here, since=now.positions, settled=now)
    levels[number - 1] = replace(coarse, kept=kept, above=kept)
    return _reached(levels, number - 1, coarse.kept, moved)


def _channels_below(here: Level, coarse: Level, now: Kept) -> Channels:
    """Channels of the coarser level, those it has if nothing has changed."""
    if here.settled is not None and here.settled.channels.same(now.channels):
        return coarse.kept.channels
    assert coarse.rise is not None
    return now.channels.at(coarse.rise.vertices)


def _regions_below(here: Level, coarse: Level, now: Kept) -> Regions:
    """Regions of the coarser level; the arrays it has stay where they say the same."""
    old, out = coarse.kept.regions, {}
    assert coarse.rise is not None
    for name, member in now.regions.items():
        if here.settled is not None and here.settled.regions.get(name) is member and name in old:
            out[name] = old[name]
            continue
        below = member[coarse.rise.vertices]
        out[name] = old[name] if name in old and np.array_equal(old[name], below) else below
    return out


def turn_of(level: Level, surface: Surface, rows: IndexArray) -> DoubleArray:
    """How the frames at rows turned from what the level kept to a surface of it.

    (k, 3, 3), for steps as rows times it.
    """
    old = level.kept.positions
    normals = np.zeros_like(old)
    mesh_kernels.all_normals(old, surface.ring_at, surface.ring, surface.closed, normals)
    was = kernels.frames(old, normals, rows, surface.ring_at, surface.ring)
    now = kernels.frames(surface.positions, surface.normals, rows, surface.ring_at, surface.ring)
    return np.asarray(np.einsum("nji,njk->nik", was, now))


def to_level(state: State, number: int) -> State:
    """Step to any level, one after the other."""
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
