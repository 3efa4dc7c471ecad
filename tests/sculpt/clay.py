"""Clay to be worked on by tools, without a window."""

import io

import numpy as np
from PIL import Image

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stamps import Stamp
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.demo.shapes import cube_sphere

DOWN = np.array([0.0, 0.0, -1.0])


def bench(n=48):
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(n))
    return portrait, portrait.pieces["ball"]


def draw(
    portrait, piece, tool_id, path, symmetry=False, pressure=1.0, shift=False, ctrl=False, rgb=(200, 40, 40), **changes
):
    spec = tool(tool_id)
    ctx = StrokeContext(portrait, piece, spec.settings.changed(**changes), symmetry, rgb, spec.channel)
    stroke = spec.make(ctx)
    next(stroke)
    for i, (x, y) in enumerate(path):
        phase = "press" if i == 0 else "release" if i == len(path) - 1 else "move"
        try:
            stroke.send(PointerEvent(phase, np.array([x, y, 400.0]), DOWN, pressure, shift, ctrl))
        except StopIteration:
            break
    return ctx


def line(a, b, n):
    return [tuple(np.array(a) + (np.array(b) - np.array(a)) * t) for t in np.linspace(0, 1, n)]


def radii(piece):
    return np.linalg.norm(piece.surface.positions.astype(float), axis=1)


def sheet(n=61, height=lambda x, y: 0 * x, size=120.0):
    """A field of quads looked at from above, with its own form."""
    x, y = np.meshgrid(np.linspace(-size / 2, size / 2, n), np.linspace(-size / 2, size / 2, n), indexing="ij")
    at = np.stack([x, y, height(x, y) + 0 * x], axis=-1).reshape(-1, 3)
    quads = [
        (i * n + j, (i + 1) * n + j, (i + 1) * n + j + 1, i * n + j + 1) for i in range(n - 1) for j in range(n - 1)
    ]
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Sheet", Surface(at, np.array(quads, np.int32)))
    return portrait, portrait.pieces["ball"]


def png(array, mode="L"):
    out = io.BytesIO()
    Image.fromarray(np.asarray(array, np.uint8), mode).save(out, "PNG")
    return out.getvalue()


def quarter():
    """White in its upper left quarter only."""
    picture = np.zeros((64, 64))
    picture[:32, :32] = 255
    return Stamp("q", "Quarter", png(picture))
