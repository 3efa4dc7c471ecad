"""Photographs the invented sitter: soft light from many shadowed lamps, skin that scatters light,
a lens, grain. Only used to make the photos that ship with the application.
"""

from __future__ import annotations

from dataclasses import dataclass

import moderngl
import numpy as np
from scipy.ndimage import gaussian_filter

from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.shared.colour import to_srgb
from yewfinch.core.sight.camera import Camera
from yewfinch.render.uniforms import put, write

SHADOW = 2048

_SHADOW_VERTEX = """
#version 330 core
in vec3 position; uniform mat4 light;
void main() { gl_Position = light * vec4(position, 1.0); }
"""
_SHADOW_FRAGMENT = """
#version 330 core
void main() {}
"""
_VERTEX = """
#version 330 core
in vec3 position; in vec3 normal; in vec4 albedo;
uniform mat4 camera; uniform mat4 light;
out vec3 n; out vec3 world; out vec4 tone; out vec3 lit;
void main() {
    gl_Position = camera * vec4(position, 1.0);
    n = normal; world = position; tone = albedo;
    lit = (light * vec4(position, 1.0)).xyz * 0.5 + 0.5;
}
"""
_FRAGMENT = """
#version 330 core
in vec3 n; in vec3 world; in vec4 tone; in vec3 lit;
uniform vec3 to_light; uniform vec3 power; uniform vec3 eye; uniform sampler2D depth;
layout(location=0) out vec4 diffuse;
layout(location=1) out vec4 gloss;
layout(location=2) out vec4 colour;
void main() {
    vec3 N = n / max(length(n), 1e-6); vec3 V = normalize(eye - world);
    if (dot(N, V) < -0.2) N = -N;
    float s = 0.0;
    for (int i = -1; i <= 1; i++) for (int j = -1; j <= 1; j++)
        s += lit.z - 0.0022 < texture(depth, lit.xy + vec2(i, j) / 2048.0).r ? 1.0 : 0.0;
    s /= 9.0;
    float d = max(dot(N, to_light), 0.0);
    vec3 H = normalize(to_light + V);
    float f = 0.028 + 0.972 * pow(1.0 - max(dot(V, H), 0.0), 5.0);
    float sharp = tone.a > 0.9 ? 28.0 : tone.a > 0.6 ? 420.0 : 9.0;
    float g = (sharp + 8.0) / 25.0 * pow(max(dot(N, H), 1e-4), sharp) * f * d;
    diffuse = vec4(power * d * s, 1.0);
    gloss = vec4(power * g * s, 1.0);
    colour = vec4(tone.rgb, tone.a);
}
"""


@dataclass(frozen=True)
class Part:
    """Triangles to be photographed: corners, normals, linear colours and kind.

    `kind` is 1 for skin, 0.75 for eyes, 0.5 for cloth and hair.
    """

    corners: DoubleArray
    normals: DoubleArray
    colours: DoubleArray
    kind: float


@dataclass(frozen=True)
class Lamp:
    """A direction to the light, and its power in linear rgb."""

    direction: DoubleArray
    power: DoubleArray


def soft_box(direction: tuple[float, float, float], spread: float, power: float,
             tint: tuple[float, float, float], count: int, rng: np.random.Generator) -> list[Lamp]:  # fmt: skip
    """A large lamp as many small ones."""
    d = np.array(direction) / np.linalg.norm(direction)
    out = []
    for _ in range(count):
        v = d + rng.normal(size=3) * spread
        out.append(Lamp(v / np.linalg.norm(v), np.array(tint) * power / count))
    return out


def sky(power: float, tint: tuple[float, float, float], count: int, rng: np.random.Generator) -> list[Lamp]:
    """Light from everywhere, more from above."""
    out: list[Lamp] = []
    while len(out) < count:
        v = rng.normal(size=3)
        v /= np.linalg.norm(v)
        weight = 0.55 + 0.45 * v[1]
        if rng.random() < weight + 0.15:
            out.append(Lamp(v, np.array(tint) * power / count))
    return out


class Room:
    """The sitter on the GPU, ready to be photographed."""

    def __init__(self, context: moderngl.Context, parts: list[Part]) -> None:
        self.context = context
        rows = []
        for part in parts:
            n = len(part.corners) * 3
            row = np.empty((n, 10), "f4")
            row[:, :3] = part.corners.reshape(-1, 3)
            row[:, 3:6] = part.normals.reshape(-1, 3)
            row[:, 6:9] = part.colours.reshape(-1, 3)
            row[:, 9] = part.kind
            rows.append(row)
        data = np.concatenate(rows)
        self._buffer = context.buffer(data.tobytes())
        self._shadow = context.program(_SHADOW_VERTEX, _SHADOW_FRAGMENT)
        self._program = context.program(_VERTEX, _FRAGMENT)
        self._cast = context.vertex_array(self._shadow, [(self._buffer, "3f 28x", "position")])
        self._draw = context.vertex_array(self._program, [(self._buffer, "3f 3f 4f", "position", "normal", "albedo")])
        self._depth = context.depth_texture((SHADOW, SHADOW))
        self._depth.compare_func = ""
        self._dark = context.framebuffer(depth_attachment=self._depth)

    def photograph(self, camera: Camera, lamps: list[Lamp]) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        """Diffuse light, gloss, and colour with kind, each (h, w, 3 or 4) linear."""
        ctx = self.context
        w, h = int(camera.width), int(camera.height)
        textures = [ctx.texture((w, h), 4, dtype="f4") for _ in range(3)]
        unused = [ctx.texture((w, h), 4, dtype="f1") for _ in range(3)]
        depth = ctx.depth_renderbuffer((w, h))
        first, target = ctx.framebuffer(unused, depth), ctx.framebuffer(textures, depth)
        view = camera.clip_matrix(120.0, 6000.0) @ camera.view_matrix()
        p = self._program
        write(p, "camera", view.T.astype("f4").tobytes())
        put(p, "eye", tuple(float(v) for v in camera.position))
        target.clear(0, 0, 0, 0, depth=1.0)
        first.use()
        ctx.viewport = (0, 0, w, h)
        ctx.enable_only(moderngl.DEPTH_TEST)
        ctx.depth_func = "<"
        self._depth.use(0)
        self._draw.render(moderngl.TRIANGLES)  # nearest depths; the lamps then add up on them
        for lamp in lamps:
            light = _light_matrix(lamp.direction)
            self._dark.use()
            ctx.viewport = (0, 0, SHADOW, SHADOW)
            ctx.enable_only(moderngl.DEPTH_TEST)
            ctx.depth_func = "<"
            self._dark.clear(depth=1.0)
            write(self._shadow, "light", light.T.astype("f4").tobytes())
            self._cast.render(moderngl.TRIANGLES)
            target.use()
            ctx.viewport = (0, 0, w, h)
            ctx.enable_only(moderngl.DEPTH_TEST | moderngl.BLEND)
            ctx.blend_func = moderngl.ONE, moderngl.ONE
            ctx.depth_func = "=="
            self._depth.use(0)
            write(p, "light", light.T.astype("f4").tobytes())
            put(p, "to_light", tuple(float(v) for v in lamp.direction))
            put(p, "power", tuple(float(v) for v in lamp.power))
            self._draw.render(moderngl.TRIANGLES)
        total = [_read(target, i, w, h) for i in range(3)]
        target.release()
        first.release()
        depth.release()
        for texture in (*textures, *unused):
            texture.release()
        return total[0][..., :3], total[1][..., :3], total[2] / len(lamps)


def _read(target: moderngl.Framebuffer, attachment: int, w: int, h: int) -> DoubleArray:
    data = np.frombuffer(target.read(components=4, attachment=attachment, dtype="f4"), "f4")
    return np.nan_to_num(data.reshape(h, w, 4)[::-1].astype(np.float64), posinf=0.0, neginf=0.0)


def _light_matrix(direction: DoubleArray) -> DoubleArray:
    """World to the lamp's clip space: an orthographic box round the sitter."""
    centre, half = np.array([0.0, -60.0, -10.0]), 270.0
    up = np.array([0.0, 1.0, 0.0]) if abs(direction[1]) < 0.95 else np.array([0.0, 0.0, 1.0])
    right = np.cross(up, direction)
    right /= np.linalg.norm(right)
    m = np.eye(4)
    m[0, :3], m[1, :3], m[2, :3] = right / half, np.cross(direction, right) / half, -direction / half
    m[:3, 3] = -m[:3, :3] @ centre
    return m


#: Scattering of light in skin: spread in mm of red, green and blue.
SCATTER = (1.7, 0.75, 0.45)


def develop(
    diffuse: DoubleArray, gloss: DoubleArray, colour: DoubleArray, px_per_mm: float,
    wall: DoubleArray, exposure: float, grain: float, rng: np.random.Generator,
) -> ByteArray:  # fmt: skip
    """From light to a photo: scattering, background, tone curve, vignette, grain."""
    kind = colour[..., 3]
    skin = (kind > 0.9).astype(float)
    light = diffuse.copy()
    for c in range(3):
        s = SCATTER[c] * px_per_mm
        weight = gaussian_filter(skin, s) + 1e-6
        soft = gaussian_filter(diffuse[..., c] * skin, s) / weight
        light[..., c] = np.where(skin > 0, 0.75 * soft + 0.25 * diffuse[..., c], diffuse[..., c])
    h, w = kind.shape
    pores = gaussian_filter(rng.normal(size=(h, w)), 1.3) * 2.2
    texture = 1 + 0.05 * pores[..., None] * skin[..., None]
    picture = light * colour[..., :3] * texture + gloss * np.where(kind > 0.9, 0.55 + 0.25 * pores, 1.0)[..., None]
    cover = (kind > 0).astype(float)[..., None]
    picture = picture * cover + wall * (1 - cover)
    yy, xx = np.mgrid[0:h, 0:w]
    r2 = ((xx / w - 0.5) ** 2 + (yy / h - 0.5) ** 2) * 2
    picture = picture * (exposure * (1 - 0.28 * r2))[..., None]
    bloom = np.stack([gaussian_filter(picture[..., c], w * 0.012) for c in range(3)], -1)
    picture = 0.93 * picture + 0.07 * bloom
    picture = 1 - np.exp(-1.35 * picture - 0.6 * picture**2)  # a soft shoulder
    out = to_srgb(picture)
    noise = gaussian_filter(rng.normal(size=out.shape), (0.7, 0.7, 0)) * 1.6
    return np.asarray(np.clip(out + grain * noise, 0, 1) * 255 + 0.5, np.uint8)
