"""GPU buffers of one surface, written leaf by leaf."""

from __future__ import annotations

import moderngl
import numpy as np

from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.arrays import LEAF_SHIFT, ByteArray, IndexArray

#: What masked clay is tinted with, sRGB, and how strongly.
MASKED, TINT = (58, 74, 104), 0.62


def shown(surface: Surface, first: int = 0, last: int | None = None) -> ByteArray:
    """Colours as they are shown, (k, 4) uint8: masked clay is tinted; the fourth says how free it is."""
    colour, mask = surface.colour[first:last], surface.mask[first:last]
    if not mask.any() and (colour[:, 3] == 255).all():
        return colour
    part = mask * (TINT / 255)
    out = colour.copy()
    out[:, :3] = np.round(colour[:, :3] * (1 - part) + np.array(MASKED) * part)
    out[:, 3] = 255 - mask[:, 0]
    return out


class SurfaceBuffers:
    """Vertex and index buffers of a surface.

    Parameters
    ----------
    context : moderngl.Context
    program : moderngl.Program
    surface : Surface
    """

    def __init__(
        self, context: moderngl.Context, program: moderngl.Program, surface: Surface
    ) -> None:
        self.surface = surface
        self.positions = context.buffer(surface.positions.tobytes(), dynamic=True)
        self.normals = context.buffer(surface.normals.tobytes(), dynamic=True)
        self.colour = context.buffer(shown(surface).tobytes(), dynamic=True)
        self.index = context.buffer(np.ascontiguousarray(surface.triangles()).tobytes())
        self.bytes_written = 0
        self.array = context.vertex_array(
            program,
            [
                (self.positions, "3f", "position"),
                (self.normals, "3f", "normal"),
                (self.colour, "4f1", "colour"),
            ],
            index_buffer=self.index,
        )

    def update(self, channel: str, leaves: IndexArray) -> None:
        """Upload only the rows of `leaves`; neighbouring leaves go in one write."""
        if len(leaves) == 0:
            return
        surface = self.surface
        pairs = (
            ((self.positions, surface.positions), (self.normals, surface.normals))
            if channel == "positions"
            else ((self.colour, None),)
        )
        breaks = np.nonzero(np.diff(leaves) > 1)[0] + 1
        for run in np.split(leaves, breaks):
            first = int(run[0]) << LEAF_SHIFT
            last = min(len(surface), (int(run[-1]) + 1) << LEAF_SHIFT)
            for buffer, array in pairs:
                part = shown(surface, first, last) if array is None else array[first:last]
                buffer.write(part, offset=first * part.shape[1] * part.itemsize)
                self.bytes_written += part.nbytes

    def release(self) -> None:
        """Give the memory back."""
        for thing in (self.array, self.positions, self.normals, self.colour, self.index):
            thing.release()
