"""Offscreen drawing: what is seen is where the camera says, and uploads are partial."""

import numpy as np
import pytest
from tests.conftest import cube_sphere

from yewfinch.core.document.piece import Piece
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.show.view import View
from yewfinch.render import picture
from yewfinch.render.scene import Canvas, SceneRenderer


@pytest.fixture(scope="module")
def context():
    ctx = picture.standalone_context()
    yield ctx
    ctx.release()


@pytest.fixture
def ball_portrait():
    p = Portrait()
    p.pieces["ball"] = Piece("ball", "Ball", cube_sphere(48, 50.0))
    return p


def clay(pixels):
    return np.abs(pixels.astype(int) - (169, 169, 167)).sum(axis=2) > 12


@pytest.mark.parametrize("flat", [False, True])
def test_a_ball_is_drawn_where_it_is_projected(context, ball_portrait, flat):
    camera = View(20, 10, (0, 0, 0), 600, 85, flat).camera(300, 240)
    seen = clay(picture.take(ball_portrait, camera, context=context))
    y, x = np.nonzero(seen)
    assert x.mean() == pytest.approx(149.5, abs=1)
    assert y.mean() == pytest.approx(119.5, abs=1)
    # silhouette of a ball: tangent cone from the eye
    radius = 50 / camera.flat if flat else camera.focal * 50 / np.sqrt(600**2 - 50**2)
    assert np.ptp(x) / 2 == pytest.approx(radius, abs=1.5)


def test_an_off_centre_lens_shifts_the_picture(context, ball_portrait):
    from dataclasses import replace

    camera = replace(View(0, 0, (0, 0, 0), 600).camera(300, 240), centre=(190.0, 90.0))
    y, x = np.nonzero(clay(picture.take(ball_portrait, camera, context=context)))
    assert x.mean() == pytest.approx(189.5, abs=1)
    assert y.mean() == pytest.approx(89.5, abs=1)


def test_partial_upload_equals_a_full_one_and_writes_little(context, ball_portrait):
    s = ball_portrait.surface("ball")
    camera = View(0, 0, (0, 0, 0), 600).camera(200, 200)
    renderer, canvas = SceneRenderer(context), Canvas(context, 200, 200)
    renderer.draw(canvas.target, ball_portrait, camera)
    first = canvas.pixels()
    rows = s.rows_in_ball((0, 10, 49), 12.0)
    leaves = s.set_rows(rows, s.positions[rows] * 1.25)
    s.colour[rows] = (200, 0, 0, 255)
    renderer.update("ball", "positions", leaves)
    renderer.update("ball", "colour", s.leaves_of(rows))
    written = renderer.bytes_written
    renderer.draw(canvas.target, ball_portrait, camera)
    partial = canvas.pixels()
    full = picture.take(ball_portrait, camera, context=context)
    np.testing.assert_array_equal(partial, full)
    assert (partial != first).any()
    assert 0 < written < 0.2 * len(s) * 28
    canvas.release()
    renderer.release()


def test_hidden_pieces_are_not_drawn(context, ball_portrait):
    from dataclasses import replace

    ball_portrait.pieces["ball"] = replace(ball_portrait.pieces["ball"], visible=False)
    camera = View(0, 0, (0, 0, 0), 600).camera(100, 100)
    assert not clay(picture.take(ball_portrait, camera, context=context)).any()


def test_an_unknown_direction_is_named(ball_portrait):
    with pytest.raises(YewfinchError, match="no view 'sideways'"):
        picture.direction(ball_portrait, "sideways", 10, 10)


def test_only_a_full_figure_stands_on_a_grid_with_a_line_every_ten_centimetres(context, ball_portrait):
    from yewfinch.core.anatomy.person import Figure, Person
    from yewfinch.render.ground import REACH, SPACING, lines
    from yewfinch.render.scene import ground_of

    ball_portrait.pieces["head"] = ball_portrait.pieces.pop("ball")
    camera = View(0, 89, (0, -50, 3), 3000, 85, True).camera(400, 400)
    plain = clay(picture.take(ball_portrait, camera, context=context))
    ball_portrait.figure = Figure(Person(), crop="bust")
    assert ground_of(ball_portrait) is None
    assert np.array_equal(clay(picture.take(ball_portrait, camera, context=context)), plain)
    ball_portrait.figure = Figure(Person(), crop="full")
    assert ground_of(ball_portrait) == pytest.approx(-50, abs=0.1)
    seen = clay(picture.take(ball_portrait, camera, context=context))
    assert seen[plain].all()  # the ball is before the grid
    beside = seen[:, round(199.5 + 150 / camera.flat) : round(199.5 + 170 / camera.flat)].all(axis=1)  # between two lines
    rows = np.nonzero(beside)[0]
    gaps = np.diff(rows[np.insert(np.diff(rows) > 1, 0, True)]) * camera.flat
    np.testing.assert_allclose(gaps, 100.0, atol=1.5 * camera.flat)
    held = lines()
    assert np.abs(held[:, [0, 2]]).max() == REACH
    assert len(held) == 4 * (2 * round(REACH / SPACING) + 1)


def test_guides_are_seen_through_the_clay_and_solid_where_nothing_hides_them(context, ball_portrait):
    from dataclasses import replace

    camera = View(0, 0, (0, 0, 0), 600).camera(200, 200)
    blue = np.tile(np.array([20, 40, 220, 255], np.uint8), (len(cube_sphere(12, 20.0)), 1))
    small = cube_sphere(12, 20.0)
    small.colour[:] = blue
    alone = picture.take(ball_portrait, camera, context=context).astype(int)
    ball_portrait.pieces["core"] = Piece("core", "Core", small)
    np.testing.assert_array_equal(picture.take(ball_portrait, camera, context=context), alone)  # hidden inside
    ball_portrait.pieces["core"] = replace(ball_portrait.pieces["core"], see_through=True)
    through = picture.take(ball_portrait, camera, context=context).astype(int)
    middle = through[100, 100] - alone[100, 100]
    assert middle[0] < -20  # bluer than the clay
    assert middle[2] > middle[0] + 20
    np.testing.assert_array_equal(through[100, 75], alone[100, 75])  # beside it the clay is as before
    ball_portrait.pieces["ball"] = replace(ball_portrait.pieces["ball"], visible=False)
    bare = picture.take(ball_portrait, camera, context=context).astype(int)
    ball_portrait.pieces["core"] = replace(ball_portrait.pieces["core"], see_through=False)
    np.testing.assert_array_equal(bare, picture.take(ball_portrait, camera, context=context))


def test_guides_leave_the_clays_mask_alone(context, ball_portrait):
    camera = View(0, 0, (0, 0, 0), 600).camera(120, 120)
    renderer, canvas = SceneRenderer(context), Canvas(context, 120, 120)

    def mask():
        renderer.draw(canvas.target, ball_portrait, camera)
        canvas.resolve()
        return np.frombuffer(canvas._plain.read(components=4, alignment=1), np.uint8).reshape(120, 120, 4)[..., 3].copy()

    before = mask()
    ball_portrait.pieces["shell"] = Piece("shell", "Shell", cube_sphere(12, 80.0), see_through=True)
    np.testing.assert_array_equal(mask(), before)
    canvas.release()
    renderer.release()
