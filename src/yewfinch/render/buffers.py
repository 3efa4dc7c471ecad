"""GPU buffers of one surface, written leaf by leaf."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import moderngl
import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.levels.coarse import ABOUT, clustered, coarse_cell, coarse_of_levels, coarse_triangles, mapped
from yewfinch.core.mesh.levels.cones import LeafCones
from yewfinch.core.mesh.levels.levels import Levels
from yewfinch.core.mesh.surface.channel_spec import ChannelSpec, Values, channel_spec, channel_specs
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import compiler, warmup
from yewfinch.core.shared.arrays import INDEX, LEAF_SHIFT, ByteArray, DoubleArray, IndexArray
from yewfinch.core.sight.camera import Camera
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.render import _buffers_kernels as kernels
from yewfinch.render.paint_tiles import PaintTiles

#: A part of a picture in pixels: left, bottom, width, height.
Part = tuple[int, int, int, int]

#: Surfaces of more vertices are drawn coarser where that is enough; a coarse cell may have so many pixels.
MANY, COARSE_PIXELS = 100_000, 0.8
#: Coarser faces are made for about so many vertices, or for a half of that, a quarter and so on.
STEPS = 6
#: For more vertices than these that work is done in two halves.
HALVED = 1_000_000
#: Numbers of rows begin anew from here on.
MANY_NUMBERS = 1_500_000_000
#: Leaves that are out of sight are drawn along if there are no more of them in a row: a call costs more.
GAP = 3

#: What masked clay is tinted with, sRGB, and how strongly.
MASKED, TINT = (58.0, 74.0, 104.0), 0.62
#: Leaves of which so many change are much of the picture: it is drawn anew.
MUCH = 300


def shown(surface: Surface, first: int = 0, last: int | None = None) -> ByteArray:
    """Colours as they are shown, (k, 4) uint8.

    Masked clay is tinted, and so are channels that say so; the fourth says how free it is.
    """
    colour, mask = surface.colour[first:last], surface.mask[first:last]
    for spec in channel_specs():
        if spec.tint is not None:
            colour = _tinted(colour, surface.channels[spec.name][first:last], spec)
    if not mask.any() and (colour[:, 3] == 255).all():
        return colour
    return np.asarray(kernels.tinted(colour, mask, MASKED, TINT))


def _tinted(colour: ByteArray, values: Values, spec: ChannelSpec) -> ByteArray:
    """Colours (k, 4) that go towards a channel's tint as far as its first value goes."""
    share = np.clip(values[:, :1].astype(np.float32) / spec.most, 0.0, 1.0)
    if not share.any():
        return colour
    out = colour.copy()
    out[:, :3] = np.round(colour[:, :3] + share * (np.array(spec.tint, np.float32) - colour[:, :3]))
    return out


def _fed() -> list[ChannelSpec]:
    """The channels that feed an input of the shader."""
    return [s for s in channel_specs() if s.attribute]


def indices(faces: IndexArray) -> IndexArray:
    """Corners of two triangles a face, (m, 6); the second of a triangle has no area."""
    if compiler.does_without(len(faces)):
        return np.take(faces, [0, 1, 2, 0, 2, 3], axis=1)
    return np.asarray(kernels.indices(faces))


def _layout(spec: ChannelSpec) -> str:
    """How a channel lies in its buffer."""
    return f"{spec.width}f1" if spec.dtype == "uint8" else f"{spec.width}f"


@dataclass(frozen=True, eq=False)
class Seen:
    """What a camera has in sight.

    Attributes
    ----------
    planes : (6, 4) float64
        Of the sides of its room: inside where x, y, z, 1 times each is not below 0.
    eye, forward : (3,) float64
        Place, mm, and direction of the view.
    flat : bool
    whole : bool
        Nothing is cut away or hidden, so closed clay is never seen from behind.
    """

    planes: DoubleArray
    eye: DoubleArray
    forward: DoubleArray
    flat: bool
    whole: bool

    @classmethod
    def by(cls, camera: Camera, near: float, far: float, part: Part | None, whole: bool) -> Seen:
        """By a camera between two depths, mm, or in a part of its picture (Gribb & Hartmann 2001, "Fast extraction of
        viewing frustum planes").
        """
        matrix = camera.clip_matrix(near, far) @ camera.view_matrix()
        sides = matrix[:2].copy()
        if part is not None:
            x, y, w, h = part
            middle = np.array([2 * (x + w / 2) / camera.width - 1, 2 * (y + h / 2) / camera.height - 1])
            sides = (sides - middle[:, None] * matrix[3]) / np.array([[w / camera.width], [h / camera.height]])
        rows = np.concatenate([sides, matrix[2:3]])
        planes = np.ascontiguousarray(np.concatenate([matrix[3] + rows, matrix[3] - rows]))
        return cls(
            planes,
            np.array(camera.position, np.float64),
            np.array(camera.rotation[2], np.float64),
            bool(camera.flat),
            whole,
        )

    def runs(self, surface: Surface, cones: LeafCones) -> IndexArray:
        """First and last face of runs of leaves that may be in sight, (k, 2).

        A leaf beyond one side is not, nor one that looks away.
        """
        leaves = np.nonzero(cones.in_sight(self.planes, self.eye, self.forward, self.flat, self.whole))[0]
        if len(leaves) == 0:
            return np.empty((0, 2), np.int32)
        breaks = np.nonzero(np.diff(leaves) > GAP)[0]
        first, last = leaves[np.r_[0, breaks + 1]], leaves[np.r_[breaks, len(leaves) - 1]]
        return np.asarray(np.stack([surface.face_start[first], surface.face_start[last + 1]], axis=1))


class Passing:
    """Buffers for one picture: the faces that look at the eye, and no vertices but theirs.

    A processor spends its time on vertices, and on each more than once where rows are far apart.

    Parameters
    ----------
    context : moderngl.Context
    count : int
        Rows of the surface.
    """

    def __init__(self, context: moderngl.Context, count: int) -> None:
        self._context = context
        self._number = np.zeros(count, INDEX)
        self._base = 1
        self._rows = np.empty(count, INDEX)
        self._buffers: tuple[moderngl.Buffer, ...] = ()
        self._arrays: dict[moderngl.Program, moderngl.VertexArray] = {}

    def draw(
        self,
        program: moderngl.Program,
        seen: Seen,
        faces: IndexArray,
        runs: IndexArray,
        surface: Surface,
        colour: ByteArray,
    ) -> int:
        """Draw what of runs of faces looks at the eye; how many triangles that was."""
        if self._base > MANY_NUMBERS:
            self._number[:], self._base = 0, 1
        triangles = np.empty(((faces.shape[1] - 2) * int((runs[:, 1] - runs[:, 0]).sum()), 3), INDEX)
        n, m = kernels.facing(
            faces,
            runs,
            surface.positions,
            seen.eye,
            seen.forward,
            seen.flat,
            self._number,
            self._base,
            triangles,
            self._rows,
        )
        self._base += m
        if n == 0:
            return 0
        places, marks, rows = np.empty((m, 6), np.float32), np.empty((m, 8), np.uint8), self._rows[:m]
        kernels.gathered(rows, surface.positions, surface.normals, colour, surface.roughness, places, marks)
        more = [s for s in _fed() if s.name != "roughness"]
        parts = triangles[:n], places, marks, *(np.ascontiguousarray(surface.channels[s.name][rows]) for s in more)
        if not self._buffers or any(b.size < part.nbytes for b, part in zip(self._buffers, parts, strict=True)):
            self.release()
            self._buffers = tuple(self._context.buffer(reserve=part.nbytes * 3 // 2, dynamic=True) for part in parts)
        for buffer, part in zip(self._buffers, parts, strict=True):
            buffer.orphan()
            buffer.write(part)
        if program not in self._arrays:
            index, places_at, marks_at, *beside = self._buffers
            content: list[tuple[object, ...]] = [
                (places_at, "3f 3f", "position", "normal"),
                (marks_at, "4f1 1f1 3x1", "colour", "roughness"),
            ]
            content += [
                (b, _layout(s), s.attribute) for b, s in zip(beside, more, strict=True) if s.attribute in program
            ]
            self._arrays[program] = self._context.vertex_array(program, content, index_buffer=index)
        self._arrays[program].render(vertices=3 * n)
        return n

    def release(self) -> None:
        """Give the memory back."""
        for array in self._arrays.values():
            array.release()
        for buffer in self._buffers:
            buffer.release()
        self._arrays, self._buffers = {}, ()


def _what() -> tuple[str, ...]:
    """What lies on the graphics processor, in the order in which it is uploaded."""
    return ("positions", "normals", "colour", *(s.name for s in _fed()), "index")


class SurfaceBuffers:
    """Vertex and index buffers of a surface, made when a picture needs them: quick ones of closed clay do not.

    Parameters
    ----------
    context : moderngl.Context
    surface : Surface
    levels : Levels or None
        It is the current one of these: a coarser one serves for drawing coarsely.
    """

    def __init__(self, context: moderngl.Context, surface: Surface, levels: Levels | None = None) -> None:
        self.surface = surface
        self._levels = levels
        self.bytes_written = 0
        self._context = context
        self._cones = LeafCones(surface, at_once=False)
        #: Leaves whose normals have changed since the cones were right.
        self._turned: list[IndexArray] = []
        #: What was drawn, to tell what differs.
        self._positions, self._colour = surface.positions.copy(), np.array(shown(surface))
        self._worn = {s.name: surface.channels[s.name].copy() for s in _fed()}
        #: What lies on the GPU.
        self._gl: dict[str, moderngl.Buffer] = {}
        self._wire: moderngl.Buffer | None = None
        self._wire_at: npt.NDArray[np.int64]
        self._coarse: dict[int, IndexArray] = {}
        self._coarse_gl: dict[int, moderngl.Buffer] = {}
        #: The first half of such work.
        self._clustered: tuple[int, IndexArray] = (0, np.empty(0, INDEX))
        #: For faces that look at the eye.
        self._passing: Passing | None = None
        self._cell = coarse_cell(surface) if len(surface) > MANY else np.inf
        self._arrays: dict[tuple[moderngl.Program, moderngl.Buffer], moderngl.VertexArray] = {}
        #: The colour samples, where the piece is painted.
        self._tiles: PaintTiles | None = None
        self._painting: Painting | None = None
        self._flipped = False
        #: Triangles drawn last.
        self.drawn = 0

    @property
    def painting(self) -> Painting | None:
        """The colour layers that are drawn; without any the vertices hold the colour."""
        return self._painting

    def paint(self, painting: Painting | None, *, flipped: bool = False) -> None:
        """Draw these colour layers from now on; `flipped` if they are those of a piece whose mirror image this is."""
        self._flipped = flipped
        tiles, self._painting = self._tiles, painting
        if tiles is None or painting is tiles.painting:
            return
        if painting is not None and painting.grain is tiles.painting.grain:
            tiles.take_up(painting)
        else:
            tiles.release()
            self._tiles = None

    @property
    def ready(self) -> bool:
        """Is all uploaded that full pictures need?"""
        return len(self._gl) == len(_what())

    def prepare(self) -> bool:
        """Upload the next of what full pictures need; was there anything?"""
        what = next((w for w in _what() if w not in self._gl), None)
        if what is None:
            return False
        surface = self.surface
        # two triangles a face, in the faces' order, so that a leaf's faces lie together; the second of a
        # triangle has no area
        worn = {name: surface.channels[name] for name in self._worn}
        held: dict[str, npt.NDArray[Any]] = {
            "positions": surface.positions, "normals": surface.normals, "colour": self._colour, **worn
        }  # fmt: skip
        data = held.get(what)
        if data is None:
            self._gl[what] = self._context.buffer(indices(surface.faces))
        else:  # whole words, as shaders read them
            self._gl[what] = self._context.buffer(reserve=-(-data.nbytes // 4) * 4, dynamic=True)
            self._gl[what].write(data)
        return True

    def _array(self, program: moderngl.Program, index: moderngl.Buffer) -> moderngl.VertexArray:
        key = program, index
        if key not in self._arrays:
            g = self._gl
            content = [
                (g["positions"], "3f", "position"),
                (g["normals"], "3f", "normal"),
                (g["colour"], "4f1", "colour"),
            ]
            content += [(g[s.name], _layout(s), s.attribute) for s in _fed() if s.attribute in program]
            self._arrays[key] = self._context.vertex_array(program, content, index_buffer=index)
        return self._arrays[key]

    def take_up(self, surface: Surface, levels: Levels | None) -> bool:
        """Serve for another surface with the same faces, or for one that was not in the portrait for a while: what
        differs is uploaded.

        Returns
        -------
        bool
            False if so much differs that new buffers are as cheap; these must then be released.
        """
        colour, rough = shown(surface), surface.roughness
        marks = kernels.differing_leaves(
            self._positions,
            surface.positions,
            self._colour,
            colour,
            self._worn["roughness"],
            rough,
            surface.ring_at,
            surface.ring,
            LEAF_SHIFT,
        )
        if np.count_nonzero(marks) > surface.leaf_count // 4:
            return False
        self.surface, self._levels, self._cones.surface = surface, levels, surface
        self.paint(None)
        for channel, mark in (("positions", 1), ("colour", 2), ("roughness", 4)):
            self.update(channel, np.flatnonzero(marks & mark).astype(INDEX))
        for name in self._worn.keys() - {"roughness"}:
            differing = (self._worn[name] != surface.channels[name]).any(axis=1)
            self.update(name, np.unique(np.flatnonzero(differing) >> LEAF_SHIFT).astype(INDEX))
        return True

    @property
    def closed(self) -> bool:
        """Nobody sees its faces from behind, as far as nothing is cut away; not said before it is quick to find out."""
        return not compiler.does_without(len(self.surface)) and self._cones.closed

    def draw(
        self,
        program: moderngl.Program,
        seen: Seen,
        pixel: float,
        enough: float = np.inf,
        facing: bool = False,
        painted: Callable[[bool], moderngl.Program] | None = None,
    ) -> None:
        """Draw what is in sight.

        Parameters
        ----------
        program : moderngl.Program
        seen : Seen
        pixel : float, mm
            Size of a pixel where the surface is nearest; coarser faces do where theirs are no larger.
        enough : float
            So many vertices do in any case, about.
        facing : bool
            Only faces that look at the eye are wanted: a processor picks them out faster than it draws twice as many.
        painted : callable, optional
            Gives the program that draws samples in the place of the other, of colour or of more than that; without it
            vertices are drawn.
        """
        about = self._coarser(pixel, enough)
        if not (facing or about or compiler.does_without(len(self.surface))):
            self._cones.look()
        faces = self._coarse_faces(about) if about else self.surface.faces
        runs = np.array([[0, len(faces)]], INDEX) if about else self._runs(seen)
        if facing:
            self._draw_facing(program, seen, faces, runs)
            return
        while self.prepare():
            pass
        if painted is not None and self._painting is not None and not about:
            if self._tiles is None:
                self._tiles = PaintTiles(self._context, self.surface, self._painting, flipped=self._flipped)
            self.drawn = self._tiles.draw(painted(self._tiles.valued), self._gl, runs, pixel)
            return
        index = self._coarse_index(about) if about else self._gl["index"]
        each = faces.shape[1] - 2  # triangles
        self.drawn = int(each * (runs[:, 1] - runs[:, 0]).sum())
        array = self._array(program, index)
        for first, last in runs:
            array.render(first=3 * each * int(first), vertices=3 * each * int(last - first))

    def _draw_facing(self, program: moderngl.Program, seen: Seen, faces: IndexArray, runs: IndexArray) -> None:
        if self._passing is None:
            self._passing = Passing(self._context, len(self.surface))
        self.drawn = self._passing.draw(program, seen, faces, runs, self.surface, self._colour)

    def triangles(self, seen: Seen, pixel: float) -> int:
        """How many triangles would be drawn in full, about."""
        if self._coarser(pixel):
            return 2 * ABOUT
        runs = self._runs(seen)
        return int(2 * (runs[:, 1] - runs[:, 0]).sum())

    def _coarser(self, pixel: float, enough: float = np.inf) -> int:
        """Vertices of the coarser faces that do, about; 0 if none do."""
        n = len(self.surface)
        if n > 1.25 * enough:
            step = round(float(np.log2(ABOUT / max(enough, 1.0))))
            about = ABOUT >> min(max(step, 0), STEPS)
            if n > 1.25 * about:
                return about
        return ABOUT if n > MANY and self._cell < COARSE_PIXELS * pixel else 0

    def lacks(self, pixel: float, enough: float) -> bool:
        """Have the coarser faces that would be drawn still to be worked out?"""
        about = self._coarser(pixel, enough)
        return about > 0 and about not in self._coarse

    def coarsen(self, pixel: float, enough: float) -> None:
        """Work them out, of very dense clay a half."""
        about = self._coarser(pixel, enough)
        if (
            len(self.surface) > HALVED
            and self._finer(about) is None
            and self._clustered[0] != about
            and not self._by_levels(about)
        ):
            self._clustered = about, clustered(self.surface, about)
        else:
            self._coarse_faces(about)

    def _coarse_faces(self, about: int) -> IndexArray:
        if about not in self._coarse:
            finer = self._finer(about)
            if self._by_levels(about):
                pass
            elif finer is None and self._clustered[0] == about:
                self._coarse[about] = mapped(self.surface, self._clustered[1])
            else:
                self._coarse[about] = coarse_triangles(self.surface, about, finer)
            if not len(self._coarse[about]):  # so thin that nothing is left, as with a fan: all of it
                self._coarse[about] = self.surface.triangles()
            self._clustered = 0, np.empty(0, INDEX)
        return self._coarse[about]

    def _by_levels(self, about: int) -> bool:
        """Whether a coarser level does; its triangles are held then."""
        found = None if self._levels is None else coarse_of_levels(self._levels, 2 * about)
        if found is not None:
            self._coarse[about] = found
        return found is not None

    def _finer(self, about: int) -> IndexArray | None:
        """Triangles between more vertices that were worked out already."""
        return min(((k, v) for k, v in self._coarse.items() if k > about), default=(0, None), key=lambda item: item[0])[
            1
        ]

    def _coarse_index(self, about: int) -> moderngl.Buffer:
        if about not in self._coarse_gl:
            self._coarse_gl[about] = self._context.buffer(self._coarse_faces(about))
        return self._coarse_gl[about]

    def _runs(self, seen: Seen) -> IndexArray:
        """First and last face of runs of leaves in sight."""
        if self._turned:
            leaves = np.unique(np.concatenate(self._turned))
            self._turned = []
            self._cones.update(np.unique(np.concatenate([self.surface.leaf_owners(int(leaf)) for leaf in leaves])))
        return seen.runs(self.surface, self._cones)

    def draw_wire(self, program: moderngl.Program, seen: Seen) -> None:
        """Draw the edges of all faces in sight."""
        while self.prepare():
            pass
        if self._wire is None:
            f, rim = self.surface.faces, self.surface.closed == 0
            a, b = f, np.roll(f, -1, axis=1)
            mine = (a < b) | ((a > b) & rim[a] & rim[b])  # an edge runs to and fro, but for a rim
            self._wire = self._context.buffer(np.stack([a[mine], b[mine]], axis=1).tobytes())
            self._wire_at = np.concatenate([[0], np.cumsum(mine.sum(axis=1))])
        array = self._array(program, self._wire)
        for first, last in self._runs(seen):
            begin, end = self._wire_at[first], self._wire_at[last]
            array.render(moderngl.LINES, first=2 * int(begin), vertices=2 * int(end - begin))

    def update(self, channel: str, leaves: IndexArray) -> DoubleArray | None:
        """Upload only the rows of `leaves`; neighbouring leaves go in one write.

        Returns
        -------
        (2, 3) float64, mm
            Box round what has to be drawn again, as it was and as it is; empty (inverted) if nothing, None if all of
            it.
        """
        surface = self.surface
        leaves = leaves[leaves < surface.leaf_count]  # news of a surface that is gone again
        box = np.array([[np.inf] * 3, [-np.inf] * 3])
        if len(leaves) == 0:
            return box
        moved = channel == "positions"
        if moved:
            self._turned.append(leaves)
        spec = None if moved else channel_spec(channel)
        if spec is not None and spec.attribute:
            return self._worn_anew(spec, leaves)
        if spec is not None and spec.name not in ("colour", "mask") and spec.tint is None:
            return box  # nobody sees it
        longest = 0.0
        breaks = np.nonzero(np.diff(leaves) > 1)[0] + 1
        for run in np.split(leaves, breaks):
            first = int(run[0]) << LEAF_SHIFT
            last = min(len(surface), (int(run[-1]) + 1) << LEAF_SHIFT)
            new = surface.positions[first:last] if moved else shown(surface, first, last)
            old = self._positions if moved else self._colour
            if len(leaves) > MUCH:
                old[first:last] = new
            else:
                longest = max(
                    longest,
                    kernels.changed_box(first, last, old, new, surface.positions, surface.ring_at, surface.ring, box),
                )
            for what, part in (
                (("positions", new), ("normals", surface.normals[first:last])) if moved else (("colour", new),)
            ):
                if what in self._gl:
                    self._gl[what].write(part, offset=first * part.shape[1] * part.itemsize)
                    self.bytes_written += part.nbytes
        if channel == "colour" and self._tiles is not None:
            changed = self._tiles.update(leaves)
            box = np.stack([np.minimum(box[0], changed[0]), np.maximum(box[1], changed[1])])
        if len(leaves) > MUCH:
            return None
        room = (3.0 if moved else 1.5) * longest**0.5  # faces at the neighbours look otherwise, too
        return box + np.array([[-room], [room]])

    def _worn_anew(self, spec: ChannelSpec, leaves: IndexArray) -> DoubleArray:
        """Upload what some leaves hold in a channel that the shader reads; the box round them."""
        surface, name = self.surface, spec.name
        values = surface.channels[name]
        for leaf in leaves:
            first, last = int(leaf) << LEAF_SHIFT, min(len(surface), (int(leaf) + 1) << LEAF_SHIFT)
            if name in self._gl:
                self._gl[name].write(values[first:last], offset=first * values.shape[1] * values.itemsize)
                self.bytes_written += values[first:last].nbytes
            self._worn[name][first:last] = values[first:last]
        return np.stack([surface.leaf_lo[leaves].min(axis=0), surface.leaf_hi[leaves].max(axis=0)]).astype(np.float64)

    def release(self) -> None:
        """Give the memory back."""
        more = [b for b in (self._wire, self._passing, self._tiles) if b is not None]
        for thing in (*self._arrays.values(), *more, *self._gl.values(), *self._coarse_gl.values()):
            thing.release()


def _warm() -> None:
    offsets, box = np.zeros(2, np.int32), np.zeros((2, 3))
    places, bytes_, one_byte = np.zeros((1, 3), np.float32), np.zeros((1, 4), np.uint8), np.zeros((1, 1), np.uint8)
    kernels.indices(np.zeros((1, 4), np.int32))
    kernels.tinted(bytes_, one_byte, MASKED, TINT)
    for wide in (3, 4):
        kernels.facing(
            np.zeros((1, wide), np.int32),
            offsets[None],
            places,
            box[0],
            box[1],
            True,
            offsets,
            1,
            np.empty((2, 3), np.int32),
            offsets,
        )
    kernels.gathered(offsets[:0], places, places, bytes_, one_byte, np.empty((0, 6), np.float32), bytes_)
    kernels.differing_leaves(places, places, bytes_, bytes_, one_byte, one_byte, offsets, offsets, LEAF_SHIFT)
    for dtype, width in ((np.float32, 3), (np.uint8, 4)):
        one = np.zeros((1, width), dtype)
        kernels.changed_box(0, 1, one, one, np.zeros((1, 3), np.float32), offsets, offsets, box)


warmup.register("buffers", _warm)
