"""Colour samples of a painted piece on the graphics processor: a small tile for each quad, filtered by the hardware.

Vertices are pulled in the vertex shader, as each corner of a quad lies elsewhere on the picture of tiles. Where samples
are smaller than pixels, tiles of their means are drawn, so that nothing shimmers.
"""

from __future__ import annotations

from typing import Any

import moderngl
import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import Grain, spacing
from yewfinch.render.uniforms import put, write

#: Version that the shaders need: storage buffers.
VERSION = 430
#: Texture units of pictures of tiles with their names in the shaders, and where buffers are bound.
UNITS = {"colour": (12, "tiles"), "looks": (10, "look_tiles"), "height": (11, "height_tiles")}
POSITIONS, NORMALS, COLOURS, ROUGHNESS, QUADS, MADE = range(6)
#: Samples may be so much smaller than a pixel before means are drawn.
_FINER = 0.75
#: Side of the picture of tiles, pixels, at most.
_LARGEST = 16384
#: Quads that are worked out in one go.
_PART = 1 << 15

#: Values of samples, (N, 4) bytes or (N,) lengths, and tiles of them, (k, T, T, 4) or (k, T, T, 1).
Samples = npt.NDArray[Any]
Tiles = npt.NDArray[Any]


def reduced(tiles: Tiles) -> Tiles:
    """Tiles (k, T, T, c) of half as many parts, of means 1 2 1 of what lies on the tile; at its rim of one side only.

    Samples are smaller than pixels where this is seen, so that neighbours need not agree to the bit.
    """
    whole = tiles.dtype == np.uint8
    once = _halved(tiles.astype(np.uint16) if whole else tiles)
    return np.swapaxes(_halved(np.swapaxes(once, 1, 2)), 1, 2).astype(tiles.dtype)


def _halved(wide: Tiles) -> Tiles:
    """Means at every other place along the third axis; whole numbers are rounded."""
    out = np.empty((*wide.shape[:2], wide.shape[2] // 2 + 1, wide.shape[3]), wide.dtype)
    inner = wide[:, :, 1:-2:2] + 2 * wide[:, :, 2:-1:2] + wide[:, :, 3::2]
    first, last = wide[:, :, 0] + wide[:, :, 1], wide[:, :, -1] + wide[:, :, -2]
    if wide.dtype == np.uint16:
        inner, first, last = (inner + 2) // 4, (first + 1) // 2, (last + 1) // 2
    else:
        inner, first, last = inner / 4, first / 2, last / 2
    out[:, :, 1:-1], out[:, :, 0], out[:, :, -1] = inner, first, last
    return out


class TilePicture:
    """Tiles of one array of samples, laid onto a picture.

    Parameters
    ----------
    context : moderngl.Context
    grain : Grain
    values : (N, 4) uint8 or (N,) float32
        Of samples; read anew at each change.
    """

    def __init__(self, context: moderngl.Context, grain: Grain, values: Samples) -> None:
        self._context, self.grain, self.values = context, grain, values
        self._texture: moderngl.Texture | None = None
        self._level, self.columns = -1, 1
        count = len(grain.quads)
        parts = [self._tiles(np.arange(k, min(k + _PART, count), dtype=INDEX)) for k in range(0, count, _PART)]
        self._kept = np.concatenate(parts) if parts else self._tiles(np.empty(0, INDEX))
        self.bytes_written = 0

    def _tiles(self, quads: IndexArray) -> Tiles:
        if self.values.ndim == 2:
            return self.grain.tiles(quads, self.values)
        tiles = self.grain.tiles(quads, self.values.view(np.uint8).reshape(-1, 4))  # four bytes each, as they are
        return tiles.view(np.float32)

    def side(self, level: int) -> int:
        """Samples along a tile that was halved so often."""
        return (self.grain.across >> level) + 1

    def _at_level(self, tiles: Tiles) -> Tiles:
        for _ in range(self._level):
            tiles = reduced(tiles)
        return tiles if tiles.dtype == np.uint8 else tiles.astype(np.float16)

    def show(self, level: int) -> None:
        """Lay all tiles of a level onto the picture, unless they lie there."""
        if level == self._level and self._texture is not None:
            return
        self.release()
        self._level = level
        side, count = self.side(level), len(self._kept)
        most = _LARGEST // side
        self.columns = min(max(int(np.ceil(np.sqrt(count))), 1), most)
        lines = -(-count // self.columns)
        width = self._kept.shape[3]
        kind = "f1" if self._kept.dtype == np.uint8 else "f2"
        self._texture = self._context.texture((self.columns * side, lines * side), width, dtype=kind)
        self._texture.filter = moderngl.LINEAR, moderngl.LINEAR
        self._texture.repeat_x = self._texture.repeat_y = False
        for first in range(0, lines, 64):
            last = min(first + 64, lines)
            some = self._at_level(self._kept[first * self.columns : last * self.columns])
            room = (last - first) * self.columns - len(some)
            if room:
                some = np.concatenate([some, np.zeros((room, side, side, width), some.dtype)])
            block = some.reshape(last - first, self.columns, side, side, width).transpose(0, 2, 1, 3, 4)
            data = np.ascontiguousarray(block)
            self._texture.write(
                data, viewport=(0, first * side, self.columns * side, (last - first) * side), alignment=1
            )
            self.bytes_written += data.nbytes

    def renew(self, first: int, last: int) -> npt.NDArray[np.intp]:
        """Bring quads `first` to `last` up to date; the numbers of those that changed, counted from the first."""
        new = self._tiles(np.arange(first, last, dtype=INDEX))
        changed = np.flatnonzero((new.view(np.uint32) != self._kept[first:last].view(np.uint32)).any(axis=(1, 2, 3)))
        if len(changed):
            self._kept[first + changed] = new[changed]
            self._write(first + changed)
        return changed

    def _write(self, quads: npt.NDArray[np.intp]) -> None:
        """Upload some tiles, those beside each other in one go."""
        if self._texture is None:
            return
        side = self.side(self._level)
        line, column = quads // self.columns, quads % self.columns
        cuts = np.flatnonzero((np.diff(quads) > 1) | (np.diff(line) > 0)) + 1
        for run in np.split(np.arange(len(quads)), cuts):
            tiles = self._at_level(self._kept[quads[run]])
            data = np.ascontiguousarray(tiles.transpose(1, 0, 2, 3))
            x, y = int(column[run[0]]) * side, int(line[run[0]]) * side
            self._texture.write(data, viewport=(x, y, len(run) * side, side), alignment=1)
            self.bytes_written += data.nbytes

    def use(self, unit: int) -> None:
        """Let shaders read it by a texture unit."""
        assert self._texture is not None
        self._texture.use(unit)

    def release(self) -> None:
        """Give the memory of the graphics processor back."""
        if self._texture is not None:
            self._texture.release()
            self._texture = None


class PaintTiles:
    """Tiles of one painted piece.

    Parameters
    ----------
    context : moderngl.Context
    surface : Surface
    painting : Painting
        Of this surface, or of one whose image it is, row by row.
    flipped : bool
        It is a mirror image: its faces go round the other way.
    """

    def __init__(
        self, context: moderngl.Context, surface: Surface, painting: Painting, *, flipped: bool = False
    ) -> None:
        self.painting, self._flipped = painting, flipped
        self._context, self._surface = context, surface
        grain = painting.grain
        self._spacing = spacing(surface, grain)
        self._level = -1
        self._pictures: dict[str, TilePicture] = {}
        self._gone = 0
        self._quads = context.buffer(grain.quads)
        self._made = context.buffer(grain.made if len(grain.made) else np.zeros((1, 4), INDEX))
        self._arrays: dict[moderngl.Program, moderngl.VertexArray] = {}
        self._take_stock()

    @property
    def bytes_written(self) -> int:
        """Bytes uploaded so far."""
        return self._gone + sum(p.bytes_written for p in self._pictures.values())

    @property
    def valued(self) -> bool:
        """Whether it shows more than colour."""
        return "looks" in self._pictures

    def _take_stock(self) -> None:
        """Make and drop pictures by what the painting holds."""
        held, painting = self._pictures, self.painting
        height = painting.height
        if painting.looks is not None and height is None:
            height = np.zeros(painting.grain.count, np.float32) if "height" not in held else held["height"].values
            height[:] = 0.0
        wanted: dict[str, Samples | None] = {
            "colour": painting.shown, "looks": painting.looks, "height": None if painting.looks is None else height
        }  # fmt: skip
        for name, values in wanted.items():
            picture = held.get(name)
            if values is None and picture is not None:
                picture.release()
                self._gone += held.pop(name).bytes_written
            elif values is not None and picture is None:
                held[name] = TilePicture(self._context, painting.grain, values)
            elif values is not None and picture is not None:
                picture.values = values

    def level(self, pixel: float) -> int:
        """How often samples are halved for pixels of a size, mm."""
        finest = int(np.log2(self.painting.grain.across))
        step = int(np.floor(np.log2(max(pixel * _FINER / self._spacing, 1e-9))))
        return min(max(step, 0), finest)

    def update(self, leaves: IndexArray) -> DoubleArray:
        """Bring tiles of leaves of the surface up to date.

        Returns
        -------
        (2, 3) float64, mm
            Box round the quads that changed; empty (inverted) if none did.
        """
        before = set(self._pictures)
        self._take_stock()
        grain, surface = self.painting.grain, self._surface
        box = np.array([[np.inf] * 3, [-np.inf] * 3])
        if before != set(self._pictures):
            box[0], box[1] = surface.positions.min(axis=0), surface.positions.max(axis=0)
        leaves = leaves[leaves < surface.leaf_count]
        for leaf in leaves.tolist():
            first, last = (int(grain.first[surface.face_start[k]]) for k in (leaf, leaf + 1))
            if first == last:
                continue
            changed = np.unique(np.concatenate([p.renew(first, last) for p in self._pictures.values()]))
            if not len(changed):
                continue
            rows = grain.quads[first + changed].ravel()
            rows = rows[rows < len(surface)]
            if not len(rows):
                rows = surface.faces[surface.face_start[leaf] : surface.face_start[leaf + 1]].ravel()
            at = surface.positions[rows]
            box[0], box[1] = np.minimum(box[0], at.min(axis=0)), np.maximum(box[1], at.max(axis=0))
        return box

    def take_up(self, painting: Painting) -> None:
        """Serve for other layers on the same samples; all of them are looked at."""
        self.painting = painting
        self.update(np.arange(self._surface.leaf_count, dtype=INDEX))

    def draw(
        self, program: moderngl.Program, buffers: dict[str, moderngl.Buffer], runs: IndexArray, pixel: float
    ) -> int:
        """Draw runs of faces, first and last, (k, 2); how many triangles that was.

        Parameters
        ----------
        program : moderngl.Program
            Made of `shaders.PAINTED_VERTEX`.
        buffers : dict of name to moderngl.Buffer
            Of the surface: positions, normals, colour and roughness.
        runs : (k, 2) int32
        pixel : float, mm
            Size of a pixel where the surface is nearest.
        """
        level = self.level(pixel)
        grain = self.painting.grain
        for binding, name in (
            (POSITIONS, "positions"),
            (NORMALS, "normals"),
            (COLOURS, "colour"),
            (ROUGHNESS, "roughness"),
        ):
            buffers[name].bind_to_storage_buffer(binding)
        self._quads.bind_to_storage_buffer(QUADS)
        self._made.bind_to_storage_buffer(MADE)
        for name, picture in self._pictures.items():
            unit, uniform = UNITS[name]
            picture.show(level)
            picture.use(unit)
            if uniform in program:
                put(program, uniform, unit)
        put(program, "columns", self._pictures["colour"].columns)
        put(program, "side", self._pictures["colour"].side(level))
        put(program, "vertices", grain.vertices)
        put(program, "flipped", 1 if self._flipped else 0)
        if program not in self._arrays:
            self._arrays[program] = self._context.vertex_array(program, [])
        drawn = 0
        for first, last in runs.tolist():
            a, b = int(grain.first[first]), int(grain.first[last])
            self._arrays[program].render(moderngl.TRIANGLES, vertices=6 * (b - a), first=6 * a)
            drawn += 2 * (b - a)
        return drawn

    def release(self) -> None:
        """Give the memory back."""
        for array in self._arrays.values():
            array.release()
        for picture in self._pictures.values():
            picture.release()
        for buffer in (self._quads, self._made):
            buffer.release()


def copy_inputs(source: moderngl.Program, target: moderngl.Program) -> None:
    """Give a program the inputs of another one, as far as both have them."""
    for name in source:
        member = source[name]
        if isinstance(member, moderngl.Uniform) and name in target:
            write(target, name, member.read())
