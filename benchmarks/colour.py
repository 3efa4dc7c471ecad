"""Colour layers on 40,000 quads: dabs and composing at 2.5 and 10 million samples.

Alone: `python -m benchmarks.colour`.
"""

from __future__ import annotations

import numpy as np

from benchmarks.results import measured, said
from benchmarks.timing import best, gather_scatter
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.canvas import Coat, LayerCanvas
from yewfinch.core.sculpt.stroke import Dab, StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.sight.view import View
from yewfinch.core.skin.colour_layer import CLEAR, ColourLayer
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.sheet import Sheet
from yewfinch.demo.shapes import cube_sphere
from yewfinch.render.picture import standalone_context
from yewfinch.render.scene import Canvas, SceneRenderer, bounds_of

#: Quads along the side of each of the six parts of the ball; samples under a dab; layers.
_SIDE, _SAMPLES, _LAYERS = 82, 10_000, 20


def main() -> None:
    """Rows for dabs and for composing."""
    surface = cube_sphere(_SIDE)
    times = {steps: _dab(surface, steps) for steps in (3, 4)}
    measured(
        "colour_dab", times[3][0] / times[3][1], "a dab of paint on one of three layers", f"{1e3 * times[3][0]:.1f} ms"
    )
    measured(
        "colour_dab_10m", times[4][0] / times[4][1], "the same at 10 million samples", f"{1e3 * times[4][0]:.1f} ms"
    )
    measured("colour_dab_by_size", times[4][0] / times[3][0], "10 against 2.5 million samples", "")
    _composing(surface)
    _drawing(surface)


def _painted(surface: Surface, steps: int, count: int) -> Painting:
    grain = grain_of(surface, steps)
    rng = np.random.default_rng(0)
    some = rng.integers(0, 256, (grain.count, 4), np.uint8)
    layers = [
        ColourLayer(str(i), str(i), "paint", Sheet.of_dense(np.roll(some, 97 * i, axis=0), CLEAR)) for i in range(count)
    ]
    made = Painting(grain, layers)
    assert made.shown is not None
    return made


def _dab(surface: Surface, steps: int) -> tuple[float, float]:
    """Seconds of a dab of about so many samples, and of the least any dab could do with them."""
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", surface, painting=_painted(surface, steps, 3))
    spec, piece = tool("paint"), portrait.pieces["ball"]
    ctx = StrokeContext(
        portrait, piece, spec.settings, False, (180, 60, 50), "colour", painting=piece.painting, layer="1"
    )
    canvas = LayerCanvas(ctx)
    coat = Coat(canvas)
    centre = np.array([8.0, 30.0, 95.0])
    centre = centre / np.linalg.norm(centre) * 100.0
    low, high = 0.5, 60.0
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if len(canvas.near(centre, middle).rows) < _SAMPLES else (low, middle)
    dab = Dab(centre, centre / 100.0, np.zeros(3), high, 0.6)

    def work() -> None:
        patch = canvas.under(dab)
        coat.lay(patch, patch.weights * 0.6, (180.0, 60.0, 50.0))
        ctx.tell()

    work()
    rows = canvas.under(dab).rows
    places, held = np.zeros((canvas.count, 3), np.float32), np.zeros((len(rows), 3), np.float32)
    gather_scatter(rows, places, held)
    return best(work, 15), best(lambda: gather_scatter(rows, places, held), 15)


def _composing(surface: Surface) -> None:
    made = _painted(surface, 3, _LAYERS)
    every = np.arange(made.leaf_count, dtype=np.int32)
    whole = best(lambda: made.refresh(every))
    read = best(lambda: [int(v.sheet.pool.ravel().view(np.uint64).sum()) for v in made.layers])
    measured("colour_composing", whole / read, f"all of {_LAYERS} layers against a bare read", f"{1e3 * whole:.0f} ms")
    some = every[:60]
    dab = best(lambda: made.refresh(some), 15)
    measured("colour_under_a_dab", 1e3 * dab, f"{_LAYERS} layers under a dab: 60 leaves of 512 samples", "")
    held = sum(v.sheet.size for v in made.layers) / (_LAYERS * made.grain.count)
    said("  colour in memory", f"{held:.2f} bytes a sample and layer that is painted all over, none where it is not")


def _drawing(surface: Surface) -> None:
    """A picture of 712 x 570 pixels with samples as tiles against one with the colours of vertices."""
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", surface)
    context = standalone_context()
    camera = View().fit(bounds_of(portrait), 712, 570).camera(712, 570)
    times = []
    for painting in (None, _painted(surface, 3, 1)):
        portrait.pieces["ball"] = Piece("ball", "Ball", surface, painting=painting)
        renderer, canvas = SceneRenderer(context), Canvas(context, 712, 570)

        def draw(renderer: SceneRenderer = renderer, canvas: Canvas = canvas) -> None:
            renderer.draw(canvas.target, portrait, camera)
            canvas.pixels()

        draw()
        times.append(best(draw, 8))
        renderer.release()
        canvas.release()
    measured(
        "colour_drawn",
        times[1] / times[0],
        "a picture with samples against one with vertices",
        f"{1e3 * times[1]:.0f} ms",
    )
    context.release()


if __name__ == "__main__":
    main()
