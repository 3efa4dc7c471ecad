"""Photos laid onto the clay from their standpoints, blended by how squarely the clay faces each."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import moderngl
import numpy as np

from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.sight.camera import Camera
from yewfinch.render.uniforms import put, write

#: Photos at once: texture units that every OpenGL 3.3 offers, less those in use.
MOST = 6
#: First texture unit used.
UNIT = 4

#: Added to the clay's fragment program.
GLSL = f"""
uniform int photo_count;
uniform float photo_strength;
uniform sampler2D photos[{MOST}];
uniform mat4 photo_matrix[{MOST}];
uniform vec3 photo_eye[{MOST}];
vec4 photo_texel(int i, vec2 p) {{
    if (i == 0) return textureLod(photos[0], p, 1.0);
    if (i == 1) return textureLod(photos[1], p, 1.0);
    if (i == 2) return textureLod(photos[2], p, 1.0);
    if (i == 3) return textureLod(photos[3], p, 1.0);
    if (i == 4) return textureLod(photos[4], p, 1.0);
    return textureLod(photos[5], p, 1.0);
}}
vec3 with_photos(vec3 clay, vec3 at, vec3 normal) {{
    vec3 sum = vec3(0.0);
    float weight = 0.0, cover = 0.0;
    for (int i = 0; i < photo_count; i++) {{
        vec4 q = photo_matrix[i] * vec4(at, 1.0);
        if (q.z <= 0.0) continue;
        vec2 p = q.xy / q.z;
        if (p.x < 0.0 || p.y < 0.0 || p.x > 1.0 || p.y > 1.0) continue;
        float facing = dot(normalize(photo_eye[i] - at), normal);
        float w = pow(max(facing, 0.0), 4.0);
        sum += w * photo_texel(i, p).rgb;
        weight += w;
        cover = max(cover, smoothstep(0.10, 0.35, facing));
    }}
    return weight > 0.0 ? mix(clay, sum / weight, photo_strength * cover) : clay;
}}
"""


@dataclass(frozen=True, eq=False)
class Laid:
    """One photo on the clay.

    Attributes
    ----------
    key : object
        Names the picture, so that it is uploaded once.
    pixels : callable
        Gives (h, w, 3) uint8, sRGB; asked only if the picture is not there yet.
    camera : Camera
        Of the framed photo, in the clay's frame.
    """

    key: object
    pixels: Callable[[], ByteArray]
    camera: Camera


def photo_matrix(camera: Camera) -> DoubleArray:
    """Clay in mm to the photo, (4, 4): x / z and y / z run from 0 to 1 over the picture."""
    inside = np.array(
        [[camera.focal / camera.width, 0, camera.centre[0] / camera.width],
         [0, camera.focal / camera.height, camera.centre[1] / camera.height], [0, 0, 1.0]]
    )  # fmt: skip
    out = np.eye(4)
    out[:3, :3] = inside @ camera.rotation
    out[:3, 3] = -out[:3, :3] @ camera.position
    return out


class Projection:
    """Textures of the laid photos, and their uniforms."""

    def __init__(self, context: moderngl.Context) -> None:
        self.context = context
        self._held: dict[object, moderngl.Texture] = {}
        self._laid: tuple[Laid, ...] = ()
        self._strength = 0.0

    @property
    def on(self) -> bool:
        """Is any photo laid on?"""
        return bool(self._laid)

    def lay(self, photos: tuple[Laid, ...], strength: float) -> None:
        """Lay photos onto the clay from the next picture on; none takes them off."""
        photos = photos[:MOST]
        keys = {p.key for p in photos}
        for key in [k for k in self._held if k not in keys]:
            self._held.pop(key).release()
        for photo in photos:
            if photo.key not in self._held:
                pixels = photo.pixels()
                h, w, _ = pixels.shape
                texture = self.context.texture((w, h), 3, np.ascontiguousarray(pixels).tobytes(), alignment=1)
                texture.build_mipmaps()
                texture.filter = (moderngl.LINEAR_MIPMAP_LINEAR, moderngl.LINEAR)
                self._held[photo.key] = texture
        self._laid, self._strength = photos, strength

    def bind(self, program: moderngl.Program) -> None:
        """Bind the photos before the clay is drawn by a program that knows them."""
        photos = self._laid
        put(program, "photos", list(range(UNIT, UNIT + MOST)))
        put(program, "photo_count", len(photos))
        put(program, "photo_strength", self._strength)
        if photos:
            blank = [np.eye(4)] * (MOST - len(photos))
            matrices = np.array([photo_matrix(p.camera) for p in photos] + blank)
            write(program, "photo_matrix", matrices.transpose(0, 2, 1).astype("f4").tobytes())
            eyes = np.zeros((MOST, 3), "f4")
            eyes[: len(photos)] = [p.camera.position for p in photos]
            write(program, "photo_eye", eyes.tobytes())
        for i, photo in enumerate(photos):
            self._held[photo.key].use(UNIT + i)

    def release(self) -> None:
        """Give everything back."""
        for texture in self._held.values():
            texture.release()
        self._held.clear()
