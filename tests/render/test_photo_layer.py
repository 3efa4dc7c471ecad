"""Photo and clay laid over each other, without a window."""

import numpy as np
import pytest

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere
from yewfinch.render.photo_layer import Layer, PhotoLayer
from yewfinch.render.picture import standalone_context
from yewfinch.render.scene import Canvas, SceneRenderer

WIDE, HIGH = 240, 180  # pixels
DISTANCE = 800.0  # of the eye from what is looked at, mm


@pytest.fixture
def outlined():
    """Pictures of a ball's outline over a black photo that fills the view, (HIGH, WIDE, 3) uint8."""
    context = standalone_context()
    renderer, canvas, shown = SceneRenderer(context), Canvas(context, WIDE, HIGH), Canvas(context, WIDE, HIGH)
    layer, portrait = PhotoLayer(context), Portrait()
    portrait.pieces["b"] = Piece("b", "b", cube_sphere(20))  # a ball of 100 mm

    def picture(target):
        renderer.draw(canvas.target, portrait, View(0, 0, target, DISTANCE).camera(WIDE, HIGH))
        canvas.resolve()
        layer.hold(np.zeros((20, 20, 3), np.uint8), "black")
        shown.target.use()
        layer.draw(canvas.texture, Layer((0.0, 0.0, WIDE, HIGH), "outline", 1.0))
        return shown.pixels()

    yield picture
    layer.release()
    canvas.release()
    shown.release()
    renderer.release()


def test_the_outline_of_clay_in_the_middle_is_a_ring(outlined):
    light = outlined((0.0, 0.0, 0.0)).max(axis=2) > 150
    row = np.nonzero(light[HIGH // 2])[0]
    assert len(row) and (row < WIDE // 2).any() and (row > WIDE // 2).any()
    assert not light[HIGH // 2, WIDE // 2 - 20 : WIDE // 2 + 20].any()


@pytest.mark.parametrize("target, side", [((0.0, 150.0, 0.0), "bottom"), ((150.0, 0.0, 0.0), "left")])
def test_clay_that_leaves_the_view_leaves_no_line_at_its_edges(outlined, target, side):
    light = outlined(target).max(axis=2) > 150
    assert light.any()  # the ring goes on in the view
    near, far = {"bottom": (light[-4:], light[:4]), "left": (light[:, :4], light[:, -4:])}[side]
    assert not far.any()  # nothing at the opposite edge
    assert 0 < near.any(axis=0 if side == "bottom" else 1).sum() < 30  # where the ring meets its edge, no line along it
