"""Photo and clay of one standpoint laid over each other."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import moderngl
import numpy as np

from yewfinch.core.shared.arrays import ByteArray
from yewfinch.render.shaders import BLIT_VERTEX
from yewfinch.render.uniforms import put

LayerMode = Literal["photo", "difference", "outline", "edges", "behind"]
_MODES: dict[LayerMode, int] = {"photo": 0, "difference": 1, "outline": 2, "edges": 3, "behind": 4}

#: The clay's alpha is its mask. Wipe: the side behind the line shows the clay alone. One program for each mode:
#: where the
#: machine's processor draws, it works out every branch of a program at every pixel (six times as long for a sheet
#: behind).
FRAGMENT = """
#version 330 core
#define MODE %d
in vec2 uv;
uniform sampler2D clay;
uniform sampler2D photo;
uniform vec2 size;        // of the view, pixels
uniform vec4 box;         // left, top, width, height of the photo in the view, pixels
uniform float opacity;
uniform vec3 wipe;        // point on the line is wipe.xy pixels, wipe.z the line's angle; off if < -9
uniform vec3 line;        // colour of the clay's outline
out vec4 result;
float grey(vec3 c) { return dot(c, vec3(0.299, 0.587, 0.114)); }
float edge(vec2 p, vec2 d) {
    float tl = grey(texture(photo, p - d).rgb), br = grey(texture(photo, p + d).rgb);
    float tr = grey(texture(photo, p + vec2(d.x, -d.y)).rgb), bl = grey(texture(photo, p + vec2(-d.x, d.y)).rgb);
    float l = grey(texture(photo, p - vec2(d.x, 0)).rgb), r = grey(texture(photo, p + vec2(d.x, 0)).rgb);
    float t = grey(texture(photo, p - vec2(0, d.y)).rgb), b = grey(texture(photo, p + vec2(0, d.y)).rgb);
    vec2 g = vec2(tr + 2.0 * r + br - tl - 2.0 * l - bl, bl + 2.0 * b + br - tl - 2.0 * t - tr);
    return length(g);
}
float rim(vec2 p, float reach) {
    vec2 d = reach / size;
    float lo = 1.0, hi = 0.0;
    for (int i = 0; i < 12; i++) {
        float a = 0.5235988 * float(i);
        float m = texture(clay, p + d * vec2(cos(a), sin(a))).a;
        lo = min(lo, m); hi = max(hi, m);
    }
    return hi - lo;
}
void main() {
    vec4 c = texture(clay, uv);
    vec2 at = vec2(uv.x, 1.0 - uv.y) * size;
    vec2 p = (at - box.xy) / box.zw;
    bool inside = all(greaterThanEqual(p, vec2(0.0))) && all(lessThanEqual(p, vec2(1.0)));
    bool clay_side = false;
    if (wipe.z > -9.0) {
        vec2 across = vec2(cos(wipe.z), sin(wipe.z));
        clay_side = dot(at - wipe.xy, across) > 0.0;
    }
    vec3 out_colour = c.rgb;
    if (inside && !clay_side) {
        vec3 f = texture(photo, p).rgb;
#if MODE == 0
        out_colour = mix(c.rgb, f, opacity);
#elif MODE == 1
        vec3 d = abs(c.rgb - f) * 1.6;
        out_colour = mix(c.rgb, mix(f * 0.25, d, c.a), opacity);
#elif MODE == 2
        float wide = rim(uv, 2.6), thin = rim(uv, 1.3);
        out_colour = mix(c.rgb, f, max(opacity, 0.35));
        out_colour = mix(out_colour, vec3(0.14, 0.19, 0.17), 0.65 * wide);
        out_colour = mix(out_colour, line, thin);
#elif MODE == 3
        float e = smoothstep(0.18, 0.75, edge(p, 1.2 / vec2(textureSize(photo, 0))));
        out_colour = mix(c.rgb, vec3(0.06, 0.09, 0.08), e * opacity);
#else
        out_colour = mix(f, c.rgb, c.a * (1.0 - opacity));
#endif
    }
    result = vec4(out_colour, 1.0);
}
"""


@dataclass(frozen=True)
class Layer:
    """How to lay a photo over the clay.

    Attributes
    ----------
    box : (left, top, width, height)
        Of the photo in the view, pixels of the view's own resolution.
    mode : str
    opacity : float
    wipe : (x, y, angle) or None
        A point of the wipe line in pixels and its normal's angle in radians, clockwise from +x.
    line : (r, g, b)
        Colour of the clay's outline, sRGB 0 to 1.
    """

    box: tuple[float, float, float, float]
    mode: LayerMode = "photo"
    opacity: float = 0.5
    wipe: tuple[float, float, float] | None = None
    line: tuple[float, float, float] = (0.98, 0.97, 0.93)


class PhotoLayer:
    """Programs and texture; one photo at a time."""

    def __init__(self, context: moderngl.Context) -> None:
        self.context = context
        self._arrays: dict[
            LayerMode, moderngl.VertexArray
        ] = {}  # each with the program of its mode, made when first wanted
        self._texture: moderngl.Texture | None = None
        self._of: object = None

    def hold(self, pixels: ByteArray, of: object) -> None:
        """Upload a picture, (h, w, 3) uint8 sRGB, unless it is the one called `of` already."""
        if self._texture is not None and self._of == of:
            return
        if self._texture is not None:
            self._texture.release()
        h, w, _ = pixels.shape
        self._texture = self.context.texture((w, h), 3, np.ascontiguousarray(pixels).tobytes(), alignment=1)
        self._texture.build_mipmaps()
        self._texture.filter = (moderngl.LINEAR_MIPMAP_LINEAR, moderngl.LINEAR)
        self._texture.repeat_x = self._texture.repeat_y = False
        self._of = of

    def holds(self, of: object) -> bool:
        """Whether the picture called `of` is uploaded."""
        return self._texture is not None and self._of == of

    def draw(self, clay: moderngl.Texture, layer: Layer) -> None:
        """Fill the framebuffer in use with clay and photo."""
        assert self._texture is not None
        self.context.enable_only(moderngl.NOTHING)
        self._texture.use(1)
        clay.use(0)  # last: who paints afterwards counts on unit 0
        if layer.mode not in self._arrays:
            program = self.context.program(BLIT_VERTEX, FRAGMENT % _MODES[layer.mode])
            self._arrays[layer.mode] = self.context.vertex_array(program, [])
        array = self._arrays[layer.mode]
        u = array.program
        put(u, "clay", 0)
        put(u, "photo", 1)
        put(u, "box", layer.box)
        put(u, "size", (float(clay.width), float(clay.height)))
        put(u, "opacity", layer.opacity)
        put(u, "wipe", (0.0, 0.0, -10.0) if layer.wipe is None else layer.wipe)
        if layer.mode == "outline":
            put(u, "line", layer.line)
        array.render(moderngl.TRIANGLES, vertices=3)

    def release(self) -> None:
        """Give everything back."""
        if self._texture is not None:
            self._texture.release()
            self._texture = None
        for array in self._arrays.values():
            array.program.release()
            array.release()
        self._arrays.clear()
