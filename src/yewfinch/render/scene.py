"""Draws the pieces of a portrait into a framebuffer."""

from __future__ import annotations

from collections.abc import Mapping

import moderngl
import numpy as np

from yewfinch.core.document.portrait import Portrait
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.arrays import IndexArray
from yewfinch.core.show.camera import Camera
from yewfinch.core.show.looking import FINISHES, Looking
from yewfinch.core.show.view import near_far
from yewfinch.render import projection, shaders
from yewfinch.render.buffers import SurfaceBuffers
from yewfinch.render.ground import REACH, Ground

#: How strongly guides are drawn over the clay.
THROUGH = 0.62

#: Grey behind the clay, sRGB.
BACKDROP = (0xA9 / 255, 0xA9 / 255, 0xA7 / 255)


def bounds_of(portrait: Portrait) -> np.ndarray:  # type: ignore[type-arg]
    """Box round all visible pieces, (2, 3) mm."""
    boxes = [p.surface.bounds() for p in portrait.pieces.values() if p.visible]
    if not boxes:
        return np.array([[-100.0] * 3, [100.0] * 3])
    return np.stack([np.min([b[0] for b in boxes], axis=0), np.max([b[1] for b in boxes], axis=0)])


def ground_of(portrait: Portrait) -> float | None:
    """Height of the ground that a full figure stands on, mm; None for other clay."""
    if portrait.figure is None or portrait.figure.crop != "full" or "head" not in portrait.pieces:
        return None
    return float(portrait.surface("head").bounds()[0, 1])


class SceneRenderer:
    """Buffers of all pieces, and drawing them.

    The owner calls `forget` or `update` when the portrait says that something changed.
    """

    def __init__(self, context: moderngl.Context) -> None:
        self.context = context
        self.program = context.program(
            shaders.CLAY_VERTEX, shaders.CLAY_FRAGMENT.replace("//PHOTOS", projection.GLSL)
        )
        self.projection = projection.Projection(context, self.program)
        self.looking = Looking()
        #: Surfaces that are drawn in the place of pieces' own.
        self.instead: Mapping[str, Surface] = {}
        self._blit = context.program(shaders.BLIT_VERTEX, shaders.BLIT_FRAGMENT)
        self._blit_array = context.vertex_array(self._blit, [])
        self._pieces: dict[str, SurfaceBuffers] = {}
        self._ground = Ground(context)

    def update(self, piece: str, channel: str, leaves: IndexArray) -> None:
        """Upload changed rows of a piece, if it is on the GPU already."""
        found = self._pieces.get(piece)
        if found is not None:
            found.update(channel, leaves)

    def sync(self, portrait: Portrait) -> None:
        """Drop buffers of pieces that went or got another surface; make missing ones."""
        for piece in list(self._pieces):
            held = portrait.pieces.get(piece)
            if held is None or self.instead.get(piece, held.surface) is not self._pieces[piece].surface:
                self._pieces.pop(piece).release()
        for piece, held in portrait.pieces.items():
            if piece not in self._pieces:
                self._pieces[piece] = SurfaceBuffers(self.context, self.program, self.instead.get(piece, held.surface))

    @property
    def bytes_written(self) -> int:
        """Bytes uploaded by partial updates so far."""
        return sum(b.bytes_written for b in self._pieces.values())

    def draw(
        self,
        target: moderngl.Framebuffer,
        portrait: Portrait,
        camera: Camera,
        backdrop: tuple[float, float, float] | None = BACKDROP,
        only: str | None = None,
    ) -> None:
        """Draw all visible pieces."""
        self.sync(portrait)
        target.use()
        context = self.context
        context.viewport = (0, 0, target.width, target.height)
        context.enable_only(moderngl.DEPTH_TEST)
        context.depth_func = "<"
        if backdrop is not None:
            context.clear(*backdrop, 0.0, depth=1.0)  # alpha is the clay's mask
        bounds = bounds_of(portrait)
        height = ground_of(portrait) if only is None and backdrop is not None else None
        if height is not None:
            bounds = np.stack([np.minimum(bounds[0], (-REACH, height, -REACH)), np.maximum(bounds[1], (REACH, height, REACH))])
        near, far = near_far(camera, bounds)
        self.program["view"].write(camera.view_matrix().T.astype("f4").tobytes())
        self.program["clip"].write(camera.clip_matrix(near, far).T.astype("f4").tobytes())
        self.program["flat_view"].value = 1.0 if camera.flat else 0.0
        self.program["opacity"].value = 1.0
        self._look()
        context.front_face = "ccw" if np.linalg.det(camera.rotation) > 0 else "cw"  # else the picture is turned about
        self.projection.bind()
        shown = [(k, p) for k, p in portrait.pieces.items() if p.visible and (only is None or k == only)]
        for piece, held in shown:
            if not held.see_through or only is not None:
                self.program["hide_masked"].value = 1.0 if held.hide_masked else 0.0
                self._pieces[piece].array.render()
        self.program["hide_masked"].value = 0.0
        if height is not None:
            self._ground.draw(height, camera.view_matrix(), camera.clip_matrix(near, far))
        if only is None:
            self._draw_through([k for k, p in shown if p.see_through], target)

    def _look(self) -> None:
        u, look, stuff = self.program, self.looking, FINISHES[self.looking.finish]
        u["raking"].value = 1.0 if look.raking else 0.0
        u["finish"].value = (*(stuff.colour or (0.0, 0.0, 0.0)), 0.0 if stuff.colour is None else 1.0)
        u["gloss_of"].value = (stuff.gloss, stuff.sharpness, stuff.soft)
        u["cavity"].value, u["black"].value = look.cavity, 1.0 if look.black else 0.0

    def blit(self, picture: moderngl.Texture) -> None:
        """Fill the framebuffer in use with a picture."""
        self.context.enable_only(moderngl.NOTHING)
        picture.use(0)
        self._blit["picture"].value = 0
        self._blit_array.render(moderngl.TRIANGLES, vertices=3)

    def _draw_through(self, pieces: list[str], target: moderngl.Framebuffer) -> None:
        """Draw guides: solid where nothing hides them, half transparent over what does, their own nearest surfaces only."""
        if not pieces:
            return
        context = self.context
        photos, self.program["photo_count"].value = self.program["photo_count"].value, 0
        _write(target, True, False)  # alpha stays the clay's mask
        for piece in pieces:
            self._pieces[piece].array.render()
        _write(target, False, False)
        target.clear(depth=1.0)  # the clay does not hide them, only each other
        for piece in pieces:
            self._pieces[piece].array.render()
        _write(target, True, False)
        context.depth_func = "<="
        context.enable(moderngl.BLEND)
        context.blend_func = moderngl.SRC_ALPHA, moderngl.ONE_MINUS_SRC_ALPHA
        self.program["opacity"].value = THROUGH
        for piece in pieces:
            self._pieces[piece].array.render()
        self.program["opacity"].value = 1.0
        self.program["photo_count"].value = photos
        context.depth_func = "<"
        context.disable(moderngl.BLEND)
        _write(target, True, True)

    def release(self) -> None:
        """Give everything back."""
        for buffers in self._pieces.values():
            buffers.release()
        self._pieces.clear()
        self.projection.release()
        self._ground.release()
        for thing in (self._blit_array, self._blit, self.program):
            thing.release()


def _write(target: moderngl.Framebuffer, colour: bool, alpha: bool) -> None:
    """Say which channels drawing may write; they are in force only from the next use on."""
    target.color_mask = colour, colour, colour, alpha
    target.use()


class Canvas:
    """A multisampled framebuffer with a texture to read or blit from."""

    def __init__(self, context: moderngl.Context, width: int, height: int, samples: int = 4) -> None:
        self.size = (max(1, width), max(1, height))
        samples = min(samples, context.max_samples)
        self._colour = context.renderbuffer(self.size, 4, samples=samples)
        self._depth = context.depth_renderbuffer(self.size, samples=samples)
        self.target = context.framebuffer([self._colour], self._depth)
        self.texture = context.texture(self.size, 4)
        self._plain = context.framebuffer([self.texture])
        self._context = context

    def resolve(self) -> None:
        """Bring the samples together in the texture."""
        self._context.copy_framebuffer(self._plain, self.target)

    def pixels(self) -> np.ndarray:  # type: ignore[type-arg]
        """(h, w, 3) uint8, top row first."""
        self.resolve()
        data = np.frombuffer(self._plain.read(components=3, alignment=1), np.uint8)
        return data.reshape(self.size[1], self.size[0], 3)[::-1].copy()

    def release(self) -> None:
        """Give the memory back."""
        for thing in (self.target, self._plain, self.texture, self._colour, self._depth):
            thing.release()
