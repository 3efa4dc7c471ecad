"""Draws the pieces of a portrait into a framebuffer."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import moderngl
import numpy as np

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.levels.levels import Levels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, IndexArray
from yewfinch.core.show import studios
from yewfinch.core.show.looking import ALONE, FINISHES, Looking
from yewfinch.core.show.studios import STUDIOS
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import near_far
from yewfinch.render import paint_tiles, projection, shaders
from yewfinch.render.buffers import MASKED, TINT, Part, Seen, SurfaceBuffers
from yewfinch.render.eye_looks import EyeLooks
from yewfinch.render.floor_grid import REACH, Ground
from yewfinch.render.uniforms import put, scissor, uniform, write

#: Texture units besides those of photos.
BALL_UNIT, DEPTH_UNIT = 13, 14

#: A processor draws portraits of more vertices with one sample a pixel: four take nearly three times as long.
SAMPLED = 400_000

#: Seconds that a processor takes for a triangle and for a pixel, about; measured on one without a graphics card.
TRIANGLE, PIXEL = 0.7e-6, 0.2e-6
#: So much more for a pixel if corners are dark.
CORNER = 1.2e-6
#: Pictures of one sample a pixel, without faces that look away, take so much of that.
QUICK = 0.28

#: Coarser faces of so many vertices are worked out in one go.
COARSENED = 500_000
#: A quick picture has a vertex for so many pixels, about, and no fewer or more in all than these.
SPARSE, FEWEST, MOST = 5.0, 10_000, 80_000

#: How strongly guides are drawn over the clay.
THROUGH = 0.62

#: Vertices of other levels of which buffers stay for the way back.
PARKED = 4_000_000

#: Grey behind the clay, sRGB.
BACKDROP = (0xA9 / 255, 0xA9 / 255, 0xA7 / 255)


def bounds_of(portrait: Portrait) -> DoubleArray:
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


def by_processor(context: moderngl.Context) -> bool:
    """Does the machine's processor draw, for want of a graphics card?"""
    return any(name in str(context.info["GL_RENDERER"]).lower() for name in ("llvmpipe", "softpipe", "swrast", "swr"))


def _share(camera: Camera, count: int) -> float:
    """Which part of so many vertices a quick picture has."""
    return float(min(max(camera.width * camera.height / SPARSE, FEWEST), MOST)) / max(count, 1)


class SceneRenderer:
    """Buffers of all pieces, and drawing them.

    The owner calls `forget` or `update` when the portrait says that something changed.
    """

    def __init__(self, context: moderngl.Context) -> None:
        self.context = context
        fragment = shaders.CLAY_FRAGMENT.replace("//PHOTOS", projection.GLSL)
        self._plain = context.program(shaders.CLAY_VERTEX, fragment)
        self._rich = context.program(shaders.CLAY_VERTEX, fragment.replace("//VARIANT", "#define RICH"))
        self._swift = context.program(shaders.SWIFT_VERTEX, shaders.SWIFT_FRAGMENT)
        self.program = self._plain
        #: Programs for painted clay by those for other clay, made when they are first needed.
        self._painted: dict[tuple[moderngl.Program, bool], moderngl.Program] = {}
        self.projection = projection.Projection(context)
        self.looking = Looking()
        #: The first picture is not to wait for the compiler: eyes are drawn as painted balls until it is awake.
        self.hurried = False
        #: Surfaces that are drawn in the place of pieces' own.
        self.instead: Mapping[str, Surface] = {}
        self._blit = context.program(shaders.BLIT_VERTEX, shaders.BLIT_FRAGMENT)
        self._blit_array = context.vertex_array(self._blit, [])
        self._pieces: dict[str, SurfaceBuffers] = {}
        self._parked: list[SurfaceBuffers] = []
        self._ground = Ground(context)
        self._eyes = EyeLooks(context)
        self._balls: dict[tuple[str, str], moderngl.Texture] = {}
        self._depths: Depths | None = None
        #: How far away everything is has not changed since the last picture with dark corners.
        self.depths_stay = False
        #: Coarser faces do, and those that look away may be left out.
        self.quick = False
        #: Also when it is to be quick, all faces of dense clay are drawn.
        self.fine = False
        #: The share of each piece's vertices that is drawn.
        self._share = np.inf
        self._seen: Seen
        self._pixel = 1.0

    def update(self, piece: str, channel: str, leaves: IndexArray) -> DoubleArray | None:
        """Upload changed rows of a piece, if it is on the GPU already.

        The box to be drawn again, (2, 3) mm, or None for all.
        """
        found = None if self._eyes.has(piece) else self._pieces.get(piece)
        return None if found is None else found.update(channel, leaves)

    def sync(self, portrait: Portrait) -> int:
        """Drop buffers of pieces that went or got another surface, but for those of other levels; make missing ones.

        Buffers with the same faces serve again: only what differs is uploaded.

        Returns
        -------
        int
            How many vertices new ones are for.
        """
        wanted = {
            k: self.instead.get(k) or self._eyes.opaque(held, hurried=self.hurried)
            for k, held in portrait.pieces.items()
        }
        self._eyes.wet(portrait)
        self._eyes.keep(set(wanted))
        if all(k in self._pieces and self._pieces[k].surface is s for k, s in wanted.items()) and len(wanted) == len(
            self._pieces
        ):
            self._paint(portrait)
            return 0
        new = 0
        for piece in list(self._pieces):
            if self._pieces[piece].surface is not wanted.get(piece):
                self._parked.append(self._pieces.pop(piece))
        for piece, surface in wanted.items():
            if piece not in self._pieces:
                levels = portrait.pieces[piece].levels
                held = self._unparked(surface, levels)
                new += len(surface) if held is None else 0
                self._pieces[piece] = held or SurfaceBuffers(self.context, surface, levels)
        self._clear_parked(
            [
                v.skeleton.faces
                for p in portrait.pieces.values()
                if p.levels is not None
                for v in p.levels.levels
                if v.skeleton is not None
            ]
        )
        self._paint(portrait)
        return new

    def _paint(self, portrait: Portrait) -> None:
        """Let buffers draw the colour layers that pieces have."""
        for key, held in portrait.pieces.items():
            source, flipped = held, False
            if held.follows is not None and held.follows.source in portrait.pieces:
                source, flipped = portrait.pieces[held.follows.source], held.follows.flips
            painting = None if key in self.instead or held.eye is not None else source.painting
            if painting is not None and len(source.surface) != len(held.surface):
                painting = None  # it is about to be brought along
            if self._pieces[key].painting is not painting:
                self._pieces[key].paint(painting, flipped=flipped)

    def prepare(self, portrait: Portrait) -> bool:
        """Upload some of what full pictures need and quick ones do not; was there anything?"""
        self.sync(portrait)
        return any(self._pieces[k].prepare() for k, p in portrait.pieces.items() if p.visible)

    def ready(self, portrait: Portrait) -> bool:
        """Is all uploaded that full pictures need?"""
        self.sync(portrait)
        return all(self._pieces[k].ready for k, p in portrait.pieces.items() if p.visible)

    def _unparked(self, surface: Surface, levels: Levels | None) -> SurfaceBuffers | None:
        """Buffers of a surface's faces that stand by, if they are there and little differs."""
        for buffers in self._parked:
            if buffers.surface.faces is surface.faces:
                self._parked.remove(buffers)
                if buffers.take_up(surface, levels):
                    return buffers
                buffers.release()
                break
        return None

    def _clear_parked(self, levels: Sequence[IndexArray]) -> None:
        """Release what stands by for no level, and the oldest beyond what there is room for."""
        room, kept = PARKED, []
        for buffers in reversed(self._parked):
            room -= len(buffers.surface)
            if room >= 0 and any(buffers.surface.faces is f for f in levels):
                kept.append(buffers)
            else:
                buffers.release()
        self._parked = kept[::-1]

    @property
    def software(self) -> bool:
        """Does the machine's processor draw, for want of a graphics card?"""
        return by_processor(self.context)

    def samples(self, portrait: Portrait) -> int:
        """Samples of a pixel that this machine draws the portrait with in good time."""
        many = sum(len(p.surface) for p in portrait.pieces.values() if p.visible) > SAMPLED
        return 0 if many and self.software else 4

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
        part: Part | None = None,
    ) -> None:
        """Draw all visible pieces, or only a part of the picture anew."""
        self.sync(portrait)
        scissor(target, part)
        target.use()
        context = self.context
        context.viewport = (0, 0, target.width, target.height)
        context.enable_only(moderngl.DEPTH_TEST)
        context.depth_func = "<"
        if backdrop is not None:
            target.clear(*backdrop, 0.0, depth=1.0, viewport=part)  # alpha is the clay's mask
        height = ground_of(portrait) if only is None and backdrop is not None else None
        near, far = self._see(portrait, camera, part, height)
        look = self.looking
        rich = (
            self.projection.on
            or look.occlusion > 0
            or look.cavity > 0
            or look.section is not None
            or look.wire
            or STUDIOS[look.studio].lamps
        )
        self.program = self._rich if rich else self._plain
        for program in (self.program, self._swift):
            write(program, "view", camera.view_matrix().T.astype("f4").tobytes())
            write(program, "clip", camera.clip_matrix(near, far).T.astype("f4").tobytes())
            put(program, "flat_view", 1.0 if camera.flat else 0.0)
            self._light(program)
        put(self.program, "opacity", 1.0)
        self._look()
        context.front_face = "ccw" if np.linalg.det(camera.rotation) > 0 else "cw"  # else the picture is turned about
        shown = [(k, p) for k, p in portrait.pieces.items() if p.visible and (only is None or k == only)]
        self._share = (
            _share(camera, sum(len(p.surface) for _, p in shown))
            if self.quick and not self.fine and not self.looking.alone
            else np.inf
        )
        solid = [(k, p.hide_masked) for k, p in shown if not p.see_through or only is not None]
        self._corners(target, portrait, camera, solid)
        if self.program is self._rich:
            self.projection.bind(self.program)
        for piece, hide_masked in solid:
            put(self.program, "hide_masked", 1.0 if hide_masked else 0.0)
            self._draw_piece(self._pieces[piece])
        put(self.program, "hide_masked", 0.0)
        if self.looking.wire and only is None and not self.quick:
            self._wires([k for k, _ in solid], target)
        self._corneas([k for k, p in shown if p.eye is not None and k not in self.instead], target)
        if height is not None:
            self._ground.draw(height, camera.view_matrix(), camera.clip_matrix(near, far))
        if only is None:
            self._draw_through([k for k, p in shown if p.see_through], target)
        scissor(target, None)

    def _corneas(self, pieces: list[str], target: moderngl.Framebuffer) -> None:
        """Draw what is clear, where nothing but light on clay is shown."""
        look = self.looking
        if not pieces or look.black or look.section is not None or FINISHES[look.finish].colour is not None:
            return
        program, context = self._eyes.program, self.context
        for name in ("view", "clip"):
            write(program, name, uniform(self.program, name).read())
        put(program, "flat_view", uniform(self.program, "flat_view").value)
        put(program, "nearer", 0.0)
        put(program, "raking", 1.0 if look.raking else 0.0)
        _write(target, True, False)  # alpha stays the clay's mask
        target.depth_mask = False
        target.use()
        context.enable(moderngl.BLEND)
        context.blend_func = moderngl.ONE, moderngl.ONE_MINUS_SRC_ALPHA
        self._eyes.draw(pieces, self._seen, self._pixel)
        context.disable(moderngl.BLEND)
        target.depth_mask = True
        _write(target, True, True)

    def coarsen(self, portrait: Portrait, camera: Camera) -> bool:
        """Work out coarser faces that a quick picture lacks, of so much clay as can be done in good time.

        Is there more to do?
        """
        self.sync(portrait)
        self._see(portrait, camera, None, None)
        shown = [self._pieces[k] for k, p in portrait.pieces.items() if p.visible]
        share = _share(camera, sum(len(b.surface) for b in shown))
        done = 0
        for buffers in shown:
            if buffers.lacks(self._pixel, share * len(buffers.surface)):
                if done > 0 and done + len(buffers.surface) > COARSENED:
                    return True
                buffers.coarsen(self._pixel, share * len(buffers.surface))
                done += len(buffers.surface)
        return done > COARSENED

    @property
    def _coarse(self) -> bool:
        """May coarser faces be drawn now?"""
        return self.quick and not self.fine and not self.looking.alone

    def work(self, portrait: Portrait, camera: Camera, part: Part | None = None) -> float:
        """How much there is to draw in full, in seconds of a machine whose processor draws.

        Another takes a multiple of it.
        """
        self.sync(portrait)
        self._see(portrait, camera, part, None)
        triangles = sum(
            self._pieces[k].triangles(self._seen, self._pixel) for k, p in portrait.pieces.items() if p.visible
        )
        width, height = (camera.width, camera.height) if part is None else part[2:]
        return TRIANGLE * triangles + (PIXEL + (CORNER if self.looking.occlusion > 0 else 0.0)) * width * height

    def work_done(self, camera: Camera, quick: bool) -> float:
        """How much the picture drawn last was, in the same seconds."""
        triangles = sum(b.drawn for b in self._pieces.values())
        return (QUICK if quick else 1.0) * (TRIANGLE * triangles + PIXEL * camera.width * camera.height)

    def _see(self, portrait: Portrait, camera: Camera, part: Part | None, ground: float | None) -> tuple[float, float]:
        """Find out what is in sight; the nearest and the farthest depth, mm."""
        bounds = bounds_of(portrait)
        if ground is not None:
            bounds = np.stack(
                [np.minimum(bounds[0], (-REACH, ground, -REACH)), np.maximum(bounds[1], (REACH, ground, REACH))]
            )
        near, far = near_far(camera, bounds)
        whole = self.looking.section is None and not any(
            p.hide_masked or p.see_through for p in portrait.pieces.values()
        )
        if part is not None:  # a line is a pixel wide
            part = part[0] - 1, part[1] - 1, part[2] + 2, part[3] + 2
        self._seen = Seen.by(camera, near, far, part, whole)
        self._pixel = camera.flat or near / camera.focal
        return near, far

    def _draw_piece(self, buffers: SurfaceBuffers) -> None:
        """Draw a piece; when it is to be quick, without the faces that look away.

        In full they are drawn: where clay runs through itself they show that something is wrong.
        """
        facing = self.quick and self._seen.whole and buffers.closed and not self.looking.alone
        swift = facing and self.program is self._plain and not self.looking.black
        buffers.draw(
            self._swift if swift else self.program,
            self._seen,
            self._pixel,
            self._share * len(buffers.surface),
            facing,
            self._for_paint if self.context.version_code >= paint_tiles.VERSION else None,
        )

    def _for_paint(self, valued: bool) -> moderngl.Program:
        """The program for painted clay, with the inputs of the one in use; `valued` if there is more than colour."""
        key = self.program, valued
        if key not in self._painted:
            fragment = shaders.CLAY_FRAGMENT.replace("//PHOTOS", projection.GLSL)
            fragment = fragment.replace("#version 330 core", "#version 430 core\n#define PAINTED")
            if valued:
                fragment = fragment.replace("#define PAINTED", "#define PAINTED\n#define VALUED")
            if self.program is self._rich:
                fragment = fragment.replace("//VARIANT", "#define RICH")
            self._painted[key] = self.context.program(shaders.PAINTED_VERTEX, fragment)
        program = self._painted[key]
        paint_tiles.copy_inputs(self.program, program)
        put(program, "masked", (*(v / 255.0 for v in MASKED), TINT))
        return program

    def _light(self, program: moderngl.Program) -> None:
        stuff = FINISHES[self.looking.finish]
        put(program, "raking", 1.0 if self.looking.raking else 0.0)
        put(program, "finish", (*(stuff.colour or (0.0, 0.0, 0.0)), 0.0 if stuff.colour is None else 1.0))
        put(program, "gloss_of", (stuff.gloss, stuff.sharpness, stuff.soft))

    def _look(self) -> None:
        u, look, stuff = self.program, self.looking, FINISHES[self.looking.finish]
        put(u, "black", 1.0 if look.black else 0.0)
        put(u, "alone", float(ALONE.index(look.alone)))
        put(u, "under", (*(stuff.under or (0.0, 0.0, 0.0)), 0.0 if stuff.under is None else 1.0))
        put(u, "nearer", 0.0)
        if u is not self._rich:
            return
        put(u, "cavity", look.cavity)

        section = look.section
        put(u, "sectioned", 1.0 if section is not None and section.cut else 0.0)
        if section is not None:
            put(u, "section", (*section.normal, section.at))
        put(u, "balled", 1.0 if STUDIOS[look.studio].lamps and not look.raking else 0.0)
        put(u, "ball", BALL_UNIT)
        put(u, "depths", DEPTH_UNIT)
        put(u, "occlusion", 0.0)
        put(u, "reach", look.reach)
        put(u, "wire", 0.0)
        if uniform(u, "balled").value:
            key = (look.studio, look.finish)
            if key not in self._balls:
                picture = studios.ball(look.studio, stuff)
                self._balls[key] = self.context.texture((studios.SIDE, studios.SIDE), 4, picture.tobytes(), dtype="f4")
                self._balls[key].repeat_x = self._balls[key].repeat_y = False
            self._balls[key].use(BALL_UNIT)

    def _corners(
        self, target: moderngl.Framebuffer, portrait: Portrait, camera: Camera, solid: Sequence[tuple[str, bool]]
    ) -> None:
        """Find out how far away everything is, where corners are to be darkened."""
        look = self.looking
        if look.occlusion <= 0.0 or look.black or self.quick:
            return
        size = (target.width, target.height)
        if self._depths is None or self._depths.size != size:
            if self._depths is not None:
                self._depths.release()
            self._depths, self.depths_stay = Depths(self.context, size), False
        if not self.depths_stay:
            seen = self._seen
            self._see(portrait, camera, None, None)
            self._draw_depths(self._depths, size, solid)
            self._seen = seen
        put(self.program, "occlusion", look.occlusion)
        self._depths.texture.use(DEPTH_UNIT)
        target.use()
        self.context.viewport = (0, 0, *size)

    def _draw_depths(self, depths: Depths, size: tuple[int, int], solid: Sequence[tuple[str, bool]]) -> None:
        depths.target.use()
        self.context.viewport = (0, 0, *size)
        depths.target.clear(depth=1.0)
        put(self.program, "black", 1.0)
        put(self.program, "photo_count", 0)
        for piece, hide_masked in solid:
            put(self.program, "hide_masked", 1.0 if hide_masked else 0.0)
            self._pieces[piece].draw(self.program, self._seen, self._pixel)
        put(self.program, "black", 0.0)

    def _wires(self, pieces: Sequence[str], target: moderngl.Framebuffer) -> None:
        """Draw the edges over the clay."""
        put(self.program, "wire", 1.0)
        put(self.program, "nearer", 2e-4)
        self.context.enable(moderngl.BLEND)
        self.context.blend_func = moderngl.SRC_ALPHA, moderngl.ONE_MINUS_SRC_ALPHA
        _write(target, True, False)  # alpha stays the clay's mask
        for piece in pieces:
            self._pieces[piece].draw_wire(self.program, self._seen)
        _write(target, True, True)
        self.context.disable(moderngl.BLEND)
        put(self.program, "wire", 0.0)
        put(self.program, "nearer", 0.0)

    def blit(self, picture: moderngl.Texture) -> None:
        """Fill the framebuffer in use with a picture."""
        self.context.enable_only(moderngl.NOTHING)
        picture.use(0)
        put(self._blit, "picture", 0)
        self._blit_array.render(moderngl.TRIANGLES, vertices=3)

    def _draw_through(self, pieces: list[str], target: moderngl.Framebuffer) -> None:
        """Draw what is seen through the clay: skull and pegs.

        Solid where nothing hides them, half transparent over what does, their own nearest surfaces only.
        """
        if not pieces:
            return
        context = self.context
        if self.program is self._rich:
            put(self.program, "photo_count", 0)
        _write(target, True, False)  # alpha stays the clay's mask
        for piece in pieces:
            self._draw_piece(self._pieces[piece])
        _write(target, False, False)
        target.clear(depth=1.0)  # the clay does not hide them, only each other
        for piece in pieces:
            self._draw_piece(self._pieces[piece])
        _write(target, True, False)
        context.depth_func = "<="
        context.enable(moderngl.BLEND)
        context.blend_func = moderngl.SRC_ALPHA, moderngl.ONE_MINUS_SRC_ALPHA
        put(self.program, "opacity", THROUGH)
        for piece in pieces:
            self._draw_piece(self._pieces[piece])
        put(self.program, "opacity", 1.0)
        context.depth_func = "<"
        context.disable(moderngl.BLEND)
        _write(target, True, True)

    def release(self) -> None:
        """Give everything back."""
        for buffers in (*self._pieces.values(), *self._parked):
            buffers.release()
        self._pieces.clear()
        self._parked.clear()
        self.projection.release()
        if self._depths is not None:
            self._depths.release()
        for ball in self._balls.values():
            ball.release()
        self._ground.release()
        self._eyes.release()
        for program in self._painted.values():
            program.release()
        for thing in (self._blit_array, self._blit, self._plain, self._rich, self._swift):
            thing.release()


def _write(target: moderngl.Framebuffer, colour: bool, alpha: bool) -> None:
    """Say which channels drawing may write; they are in force only from the next use on."""
    target.color_mask = colour, colour, colour, alpha
    target.use()


class Depths:
    """A framebuffer whose depths can be looked up."""

    def __init__(self, context: moderngl.Context, size: tuple[int, int]) -> None:
        self.size = size
        self.texture = context.depth_texture(size)
        self.texture.compare_func = ""
        self.texture.filter = moderngl.NEAREST, moderngl.NEAREST
        self.texture.repeat_x = self.texture.repeat_y = False
        self._colour = context.renderbuffer(size, 4)
        self.target = context.framebuffer([self._colour], self.texture)

    def release(self) -> None:
        """Give the memory back."""
        for thing in (self.target, self.texture, self._colour):
            thing.release()


class Canvas:
    """A multisampled framebuffer with a texture to read or blit from.

    Attributes
    ----------
    target : moderngl.Framebuffer
        Of so many samples a pixel; what is drawn here is seen once it is resolved.
    plain : moderngl.Framebuffer
        Of one sample a pixel: the texture itself.
    texture : moderngl.Texture
    """

    def __init__(self, context: moderngl.Context, width: int, height: int, samples: int = 4) -> None:
        self.size = (max(1, width), max(1, height))
        self.wanted = samples
        samples = min(samples, context.max_samples)
        self._colour = context.renderbuffer(self.size, 4, samples=samples)
        self._depth = context.depth_renderbuffer(self.size, samples=samples)
        self.target = context.framebuffer([self._colour], self._depth)
        self.texture = context.texture(self.size, 4)
        self.texture.repeat_x = self.texture.repeat_y = False  # what looks beyond an edge does not see the other one
        self._plain_depth = context.depth_renderbuffer(self.size)
        self.plain = context.framebuffer([self.texture], self._plain_depth)
        self._context = context

    def resolve(self, part: Part | None = None) -> None:
        """Bring the samples together in the texture, in all of it or in a part."""
        scissor(self.plain, part)
        self.plain.use()  # copying goes by the scissor
        self._context.copy_framebuffer(self.plain, self.target)
        scissor(self.plain, None)

    def pixels(self) -> ByteArray:
        """What was drawn on `target`, (h, w, 3) uint8, top row first."""
        self.resolve()
        return self.shown()

    def shown(self) -> ByteArray:
        """What is in the texture, (h, w, 3) uint8, top row first."""
        data = np.frombuffer(self.plain.read(components=3, alignment=1), np.uint8)
        return data.reshape(self.size[1], self.size[0], 3)[::-1].copy()

    def release(self) -> None:
        """Give the memory back."""
        for thing in (self.target, self.plain, self.texture, self._colour, self._depth, self._plain_depth):
            thing.release()
