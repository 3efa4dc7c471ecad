"""Colour samples of a painted piece on the graphics processor: a small tile for each quad, filtered by the hardware.

Vertices are pulled in the vertex shader, as each corner of a quad lies elsewhere on the picture of tiles. Where samples
are smaller than pixels, tiles of their means are drawn, so that nothing shimmers.
"""

from __future__ import annotations

import moderngl
import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import spacing
from yewfinch.render.uniforms import put, write

#: Version that the shaders need: storage buffers.
VERSION = 430
#: Texture unit of the tiles, and where buffers are bound.
UNIT = 12
POSITIONS, NORMALS, COLOURS, ROUGHNESS, QUADS, MADE = range(6)
#: Samples may be so much smaller than a pixel before means are drawn.
_FINER = 0.75
#: Side of the picture of tiles, pixels, at most.
_LARGEST = 16384
#: Quads that are worked out in one go.
_PART = 1 << 15


def reduced(tiles: ByteArray) -> ByteArray:
    """Tiles (k, T, T, 4) of half as many parts, of means 1 2 1 of what lies on the tile; at its rim of one side only.

    Samples are smaller than pixels where this is seen, so that neighbours need not agree to the bit.
    """
    once = _halved(tiles.astype(np.uint16))
    return np.swapaxes(_halved(np.swapaxes(once, 1, 2)), 1, 2).astype(np.uint8)


def _halved(wide: npt.NDArray[np.uint16]) -> npt.NDArray[np.uint16]:
    """Means at every other place along the third axis."""
    out = np.empty((*wide.shape[:2], wide.shape[2] // 2 + 1, wide.shape[3]), np.uint16)
    out[:, :, 1:-1] = (wide[:, :, 1:-2:2] + 2 * wide[:, :, 2:-1:2] + wide[:, :, 3::2] + 2) // 4
    out[:, :, 0] = (wide[:, :, 0] + wide[:, :, 1] + 1) // 2
    out[:, :, -1] = (wide[:, :, -1] + wide[:, :, -2] + 1) // 2
    return out


class PaintTiles:
    """Tiles of one painted piece.

    Parameters
    ----------
    context : moderngl.Context
    surface : Surface
    painting : Painting
    """

    def __init__(self, context: moderngl.Context, surface: Surface, painting: Painting) -> None:
        self.painting = painting
        self._context, self._surface = context, surface
        grain = painting.grain
        self._spacing = spacing(surface, grain)
        self._level = -1
        self._texture: moderngl.Texture | None = None
        self._columns = 1
        self._kept = self._gathered(np.arange(len(grain.quads), dtype=INDEX))
        self._quads = context.buffer(grain.quads)
        self._made = context.buffer(grain.made if len(grain.made) else np.zeros((1, 4), INDEX))
        self._arrays: dict[moderngl.Program, moderngl.VertexArray] = {}
        self.bytes_written = 0

    def _gathered(self, quads: IndexArray) -> ByteArray:
        grain, shown = self.painting.grain, self.painting.shown
        parts = [grain.tiles(quads[k : k + _PART], shown) for k in range(0, len(quads), _PART)]
        return np.concatenate(parts) if parts else grain.tiles(quads, shown)

    def level(self, pixel: float) -> int:
        """How often samples are halved for pixels of a size, mm."""
        finest = int(np.log2(self.painting.grain.across))
        step = int(np.floor(np.log2(max(pixel * _FINER / self._spacing, 1e-9))))
        return min(max(step, 0), finest)

    def _side(self) -> int:
        return (self.painting.grain.across >> self._level) + 1

    def _at_level(self, tiles: ByteArray) -> ByteArray:
        for _ in range(self._level):
            tiles = reduced(tiles)
        return tiles

    def _upload(self, level: int) -> None:
        """Lay all tiles of a level onto a picture."""
        if self._texture is not None:
            self._texture.release()
        self._level = level
        side, count = self._side(), len(self._kept)
        most = _LARGEST // side
        self._columns = min(max(int(np.ceil(np.sqrt(count))), 1), most)
        lines = -(-count // self._columns)
        self._texture = self._context.texture((self._columns * side, lines * side), 4, dtype="f1")
        self._texture.filter = moderngl.LINEAR, moderngl.LINEAR
        self._texture.repeat_x = self._texture.repeat_y = False
        for first in range(0, lines, 64):
            last = min(first + 64, lines)
            some = self._at_level(self._kept[first * self._columns : last * self._columns])
            room = (last - first) * self._columns - len(some)
            if room:
                some = np.concatenate([some, np.zeros((room, side, side, 4), np.uint8)])
            block = some.reshape(last - first, self._columns, side, side, 4).transpose(0, 2, 1, 3, 4)
            data = np.ascontiguousarray(block)
            self._texture.write(
                data, viewport=(0, first * side, self._columns * side, (last - first) * side), alignment=1
            )
            self.bytes_written += data.nbytes

    def update(self, leaves: IndexArray) -> DoubleArray:
        """Bring tiles of leaves of the surface up to date.

        Returns
        -------
        (2, 3) float64, mm
            Box round the quads that changed; empty (inverted) if none did.
        """
        grain, surface = self.painting.grain, self._surface
        box = np.array([[np.inf] * 3, [-np.inf] * 3])
        leaves = leaves[leaves < surface.leaf_count]
        for leaf in leaves.tolist():
            first, last = (int(grain.first[surface.face_start[k]]) for k in (leaf, leaf + 1))
            if first == last:
                continue
            quads = np.arange(first, last, dtype=INDEX)
            new = grain.tiles(quads, self.painting.shown)
            changed = np.flatnonzero(
                (new.view(np.uint32) != self._kept[first:last].view(np.uint32)).any(axis=(1, 2, 3))
            )
            if not len(changed):
                continue
            self._kept[first + changed] = new[changed]
            self._write(first + changed)
            rows = grain.quads[first + changed].ravel()
            rows = rows[rows < len(surface)]
            if not len(rows):
                rows = surface.faces[surface.face_start[leaf] : surface.face_start[leaf + 1]].ravel()
            at = surface.positions[rows]
            box[0], box[1] = np.minimum(box[0], at.min(axis=0)), np.maximum(box[1], at.max(axis=0))
        return box

    def _write(self, quads: np.ndarray) -> None:
        """Upload some tiles, those beside each other in one go."""
        if self._texture is None:
            return
        side = self._side()
        line, column = quads // self._columns, quads % self._columns
        cuts = np.flatnonzero((np.diff(quads) > 1) | (np.diff(line) > 0)) + 1
        for run in np.split(np.arange(len(quads)), cuts):
            tiles = self._at_level(self._kept[quads[run]])
            data = np.ascontiguousarray(tiles.transpose(1, 0, 2, 3))
            x, y = int(column[run[0]]) * side, int(line[run[0]]) * side
            self._texture.write(data, viewport=(x, y, len(run) * side, side), alignment=1)
            self.bytes_written += data.nbytes

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
        if level != self._level:
            self._upload(level)
        assert self._texture is not None
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
        self._texture.use(UNIT)
        put(program, "tiles", UNIT)
        put(program, "columns", self._columns)
        put(program, "side", self._side())
        put(program, "vertices", grain.vertices)
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
        for thing in (self._texture, self._quads, self._made):
            if thing is not None:
                thing.release()


def copy_inputs(source: moderngl.Program, target: moderngl.Program) -> None:
    """Give a program the inputs of another one, as far as both have them."""
    for name in source:
        member = source[name]
        if isinstance(member, moderngl.Uniform) and name in target:
            write(target, name, member.read())
