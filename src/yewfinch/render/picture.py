"""Pictures without a window: an offscreen context on EGL, a software renderer if need be."""

from __future__ import annotations

import io

import moderngl
import numpy as np
from PIL import Image

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.show.looking import Looking
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import DIRECTIONS, View
from yewfinch.render.scene import BACKDROP, Canvas, SceneRenderer, bounds_of


def standalone_context() -> moderngl.Context:
    """A context without a display.

    Raises
    ------
    YewfinchError
        If the machine offers no OpenGL 3.3.
    """
    try:
        return moderngl.create_context(standalone=True, require=330, backend="egl")  # type: ignore[arg-type]  # the stubs take settings for tables
    except Exception as error:  # the loader raises several kinds
        raise YewfinchError(
            f"No OpenGL 3.3 is to be had here. Install the Debian packages libegl1 and libgl1-mesa-dri ({error})."
        ) from error


def direction(portrait: Portrait, name: str, width: int, height: int) -> Camera:
    """The camera of a named direction that shows everything.

    Raises
    ------
    YewfinchError
        If there is no such direction.
    """
    if name not in DIRECTIONS:
        raise YewfinchError(f"There is no view '{name}'. Use one of {', '.join(DIRECTIONS)}.")
    turn, tilt = DIRECTIONS[name]
    view = View().turned(turn, tilt).fit(bounds_of(portrait), width, height)
    return view.camera(width, height)


def take(
    portrait: Portrait,
    camera: Camera,
    backdrop: tuple[float, float, float] = BACKDROP,
    context: moderngl.Context | None = None,
    *,
    looking: Looking | None = None,
    hurried: bool = False,
) -> ByteArray:
    """A picture of the portrait, (h, w, 3) uint8 sRGB, in soft light and its own colours unless another look is given.

    A hurried one does not wait for compiled loops: eyes are painted balls until these are there.
    """
    own = context is None
    ctx = standalone_context() if context is None else context
    renderer = SceneRenderer(ctx)
    renderer.looking, renderer.hurried = looking or Looking(), hurried
    canvas = Canvas(ctx, int(camera.width), int(camera.height))
    renderer.draw(canvas.target, portrait, camera, backdrop)
    out = canvas.pixels()
    canvas.release()
    renderer.release()
    if own:
        ctx.release()
    return out


def png(pixels: ByteArray) -> bytes:
    """A PNG file of sRGB pixels."""
    out = io.BytesIO()
    Image.fromarray(np.ascontiguousarray(pixels)).save(out, "PNG")
    return out.getvalue()
