"""The ground under a standing figure: a grid in centimetres."""

from __future__ import annotations

import moderngl
import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.render.uniforms import put, write

#: Half the grid's side, and from line to line, mm.
REACH, SPACING = 1000.0, 100.0
#: Every so many lines one is darker.
_MAJOR = 5

_VERTEX = """
#version 330 core
in vec3 place;
in float shade;
uniform mat4 view;
uniform mat4 clip;
uniform float height;
out float tone;
void main() {
    tone = shade;
    gl_Position = clip * view * vec4(place.x, place.y + height, place.z, 1.0);
}
"""
_FRAGMENT = """
#version 330 core
in float tone;
out vec4 result;
void main() { result = vec4(vec3(tone), 0.0); }
"""


def lines() -> DoubleArray:
    """Ends of the grid's lines with their grey, (2 k, 4) float32: x, y, z in mm on y = 0, shade."""
    out = []
    count = round(REACH / SPACING)
    for i in range(-count, count + 1):
        shade = 0.42 if i % _MAJOR == 0 else 0.56
        at = i * SPACING
        out += [(at, 0, -REACH, shade), (at, 0, REACH, shade), (-REACH, 0, at, shade), (REACH, 0, at, shade)]
    return np.array(out, np.float32)


class Ground:
    """Draws the grid."""

    def __init__(self, context: moderngl.Context) -> None:
        self.context = context
        self.program = context.program(_VERTEX, _FRAGMENT)
        held = lines()
        self._count = len(held)
        self._buffer = context.buffer(held.tobytes())
        self._array = context.vertex_array(self.program, [(self._buffer, "3f 1f", "place", "shade")])

    def draw(self, height: float, view: DoubleArray, clip: DoubleArray) -> None:
        """Draw it at a height in mm; the matrices are those of the clay."""
        write(self.program, "view", view.T.astype("f4").tobytes())
        write(self.program, "clip", clip.T.astype("f4").tobytes())
        put(self.program, "height", height)
        self._array.render(moderngl.LINES, vertices=self._count)

    def release(self) -> None:
        """Give everything back."""
        for thing in (self._array, self._buffer, self.program):
            thing.release()
