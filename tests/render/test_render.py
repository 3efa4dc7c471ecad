"""Offscreen drawing: what is seen is where the camera says, and uploads are partial."""

import numpy as np
import pytest

from yewfinch.app.view.clay_picture import around, halves, part_of
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.mesh.surface import channel_spec
from yewfinch.core.mesh.surface.channel_spec import ChannelSpec
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.show.looking import Looking
from yewfinch.core.show.section import Section
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere
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
    from yewfinch.core.anatomy.figure.person import Figure, Person
    from yewfinch.render.floor_grid import REACH, SPACING, lines
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
    beside = seen[:, round(199.5 + 150 / camera.flat) : round(199.5 + 170 / camera.flat)].all(
        axis=1
    )  # between two lines
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
        return np.frombuffer(canvas.plain.read(components=4, alignment=1), np.uint8).reshape(120, 120, 4)[..., 3].copy()

    before = mask()
    ball_portrait.pieces["shell"] = Piece("shell", "Shell", cube_sphere(12, 80.0), see_through=True)
    np.testing.assert_array_equal(mask(), before)
    canvas.release()
    renderer.release()


def drawn(context, portrait, camera, renderer=None, **look):
    own = renderer or SceneRenderer(context)
    own.looking = Looking(**look)
    canvas = Canvas(context, int(camera.width), int(camera.height), 0)
    own.draw(canvas.target, portrait, camera)
    pixels = canvas.pixels().astype(int)
    canvas.release()
    if renderer is None:
        own.release()
    return pixels


@pytest.mark.parametrize("distance", [600, 90])
def test_a_part_drawn_anew_is_as_if_all_were(context, distance):
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(120, 50.0))
    camera = View(20, 10, (0, 0, 45), distance).camera(300, 240)
    renderer = SceneRenderer(context)
    canvas = Canvas(context, 300, 240)
    renderer.draw(canvas.target, portrait, camera)
    surface = portrait.surface("ball")
    rows = surface.rows_in_ball((15, 8, 45), 8.0)
    for channel in ("positions", "colour"):
        if channel == "positions":
            leaves = surface.set_rows(rows, surface.positions[rows] * np.float32(1.12))
        else:
            surface.colour[rows] = (20, 180, 60, 255)
            leaves = surface.leaves_of(rows)
        box = renderer.update("ball", channel, leaves)
        part = part_of(box, camera, (300, 240))
        assert part is not None and part[2] * part[3] <= (0.25 if distance == 600 else 1.0) * 300 * 240
        before = canvas.pixels()
        renderer.draw(canvas.target, portrait, camera, part=part)
        after = canvas.pixels()
        renderer.draw(canvas.target, portrait, camera)
        np.testing.assert_array_equal(after, canvas.pixels())
        assert (after != before).any()
    canvas.release()
    renderer.release()


@pytest.mark.parametrize("look", [{}, {"occlusion": 0.8, "reach": 20.0}, {"wire": True}, {"cavity": 0.6}])
def test_tiles_make_the_whole_picture(context, ball_portrait, look):
    other = cube_sphere(40, 50.0)
    ball_portrait.pieces["b"] = Piece("b", "B", other.moved(other.positions + np.float32([0, 80, 0])))
    camera = View(20, 10, (0, 30, 0), 400).camera(300, 240)
    renderer = SceneRenderer(context)
    renderer.looking = Looking(**look)
    canvas = Canvas(context, 300, 240)
    renderer.draw(canvas.target, ball_portrait, camera)
    whole = canvas.pixels()
    canvas.target.clear(0.0, 0.0, 0.0)
    for x in (0, 100, 200):
        for y in (0, 120):
            renderer.draw(canvas.target, ball_portrait, camera, part=(x, y, 100, 120))
            renderer.depths_stay = True  # they need not be looked at again for the next tile
    differ = np.abs(canvas.pixels().astype(int) - whole)
    # where a line crosses the side of a tile its softened end is cut off, by a few levels
    assert differ.max() <= (12 if "wire" in look else 0) and (differ > 0).mean() < 0.001
    canvas.release()
    renderer.release()


def test_buffers_of_other_levels_stand_by_and_are_brought_up_to_date(context):
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(24, 50.0))
    for _ in range(2):
        portrait.perform(detail_levels.add(portrait, "ball"))
    camera = View(0, 0, (0, 0, 0), 300).camera(200, 160)
    renderer = SceneRenderer(context)
    drawn(context, portrait, camera, renderer)
    fine = renderer._pieces["ball"]
    portrait.perform(detail_levels.go_to(portrait, "ball", 1))
    drawn(context, portrait, camera, renderer)
    assert renderer._pieces["ball"] is not fine and renderer._parked == [fine]
    surface = portrait.surface("ball")
    rows = surface.rows_in_ball((0, 0, 50), 6.0)
    portrait.perform(
        Edit(
            "Stroke",
            (
                RowsChange(
                    "ball", "positions", rows, surface.positions[rows].copy(), surface.positions[rows] * np.float32(1.1)
                ),
            ),
        )
    )
    surface.colour[rows] = (180, 20, 20, 255)
    surface.roughness[rows] = 20
    portrait.perform(detail_levels.go_to(portrait, "ball", 2))
    written = fine.bytes_written
    shown = drawn(context, portrait, camera, renderer)
    assert renderer._pieces["ball"] is fine and fine.surface is portrait.surface("ball")
    assert 0 < fine.bytes_written - written < 0.4 * 29 * len(fine.surface)
    np.testing.assert_array_equal(shown, drawn(context, portrait, camera))  # as new buffers show it
    portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(8, 50.0))
    drawn(context, portrait, camera, renderer)
    assert renderer._parked == []  # nothing stands by for clay that is gone
    renderer.release()


def test_a_part_of_the_samples_is_brought_to_the_texture_and_no_more(context, ball_portrait):
    camera = View(20, 10, (0, 0, 0), 300).camera(300, 240)
    renderer = SceneRenderer(context)
    canvas = Canvas(context, 300, 240)
    renderer.draw(canvas.target, ball_portrait, camera)
    whole = canvas.pixels()
    canvas.plain.clear(0.0, 0.0, 0.0)
    canvas.resolve((60, 40, 100, 80))
    shown = canvas.shown()
    np.testing.assert_array_equal(shown[120:200, 60:160], whole[120:200, 60:160])  # rows from above
    shown[120:200, 60:160] = 0
    assert not shown.any()
    canvas.release()
    renderer.release()


def test_a_rough_picture_shows_the_same_clay_with_less_work(context, ball_portrait):
    camera = View(20, 10, (0, 0, 0), 300).camera(300, 240)
    renderer = SceneRenderer(context)
    canvas = Canvas(context, 300, 240)
    renderer.draw(canvas.target, ball_portrait, camera)
    full = canvas.pixels().astype(int)
    done = renderer.work_done(camera, False)
    assert done == pytest.approx(renderer.work(ball_portrait, camera))
    renderer.quick = True
    renderer.draw(canvas.plain, ball_portrait, camera)
    rough = canvas.shown().astype(int)
    assert renderer.work_done(camera, True) < 0.5 * done
    differ = np.abs(rough - full).max(axis=2) > 12
    assert 0 < differ.mean() < 0.02  # along outlines only
    assert clay(rough).sum() == pytest.approx(clay(full).sum(), rel=0.01)
    near = View(0, 0, (0, 0, 50), 60).camera(300, 240)
    assert renderer.work(ball_portrait, near, (0, 0, 30, 24)) < renderer.work(ball_portrait, near)
    canvas.release()
    renderer.release()


@pytest.mark.parametrize(
    ("at", "expected"), [((0, 0, 9, 4), ((0, 0, 4, 4), (4, 0, 5, 4))), ((3, 5, 4, 7), ((3, 5, 4, 3), (3, 8, 4, 4)))]
)
def test_tiles_are_cut_across_their_longer_side(at, expected):
    assert halves(at) == expected
    assert around(*expected) == at  # and together they are the whole again


def test_dense_clay_is_drawn_coarser_where_that_is_enough(context, monkeypatch):
    from yewfinch.render import buffers

    monkeypatch.setattr(buffers, "MANY", 1000)
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(160, 50.0))
    renderer = SceneRenderer(context)
    near, far = View(0, 0, (0, 0, 50), 60).camera(300, 240), View(0, 0, (0, 0, 0), 6000).camera(300, 240)
    all_of_it = drawn(context, portrait, far)
    drawn(context, portrait, near, renderer)
    close = renderer._pieces["ball"].drawn
    assert close < 0.5 * 2 * len(portrait.surface("ball").faces)  # the back, and what is out of sight, is not drawn
    coarse = drawn(context, portrait, far, renderer)
    assert renderer._pieces["ball"].drawn < 2 * len(portrait.surface("ball").faces)
    assert np.abs(coarse - all_of_it).mean() < 0.5
    renderer.release()


def test_corners_are_darker_and_open_clay_is_not(context):
    portrait = Portrait()
    portrait.pieces["a"] = Piece("a", "A", cube_sphere(40, 50.0))
    other = cube_sphere(40, 50.0)
    portrait.pieces["b"] = Piece("b", "B", other.moved(other.positions + np.float32([0, 80, 0])))
    camera = View(0, 0, (0, 40, 0), 900).camera(240, 320)
    plain, dark = (drawn(context, portrait, camera, occlusion=o, reach=25.0) for o in (0.0, 1.0))
    x, y = camera.project([[0.0, 40.0, 20.0]])[0].astype(int)  # between the balls
    assert dark[y - 3 : y + 4, x - 8 : x + 9].mean() < 0.8 * plain[y - 3 : y + 4, x - 8 : x + 9].mean()
    x, y = camera.project([[0.0, 0.0, 50.0]])[0].astype(int)  # in the middle of one
    np.testing.assert_allclose(dark[y - 5 : y + 6, x - 5 : x + 6], plain[y - 5 : y + 6, x - 5 : x + 6], atol=3)


def test_a_section_shows_the_cut_face(context, ball_portrait):
    camera = View(0, 0, (0, 0, 0), 600).camera(300, 240)
    section = Section().turned("front").moved(0.0)
    cut = drawn(context, ball_portrait, camera, section=section)
    face = clay(cut)
    assert np.ptp(cut[110:130, 140:160].reshape(-1, 3), axis=0).max() == 0  # flat: the inside
    whole = drawn(context, ball_portrait, camera, section=section.flipped())
    assert np.ptp(whole[90:150, 110:190].reshape(-1, 3), axis=0).max() > 20
    _, x = np.nonzero(face)
    assert np.ptp(x) / 2 == pytest.approx(camera.focal * 50 / 600, abs=1.5)  # the great circle, not the outline


def test_wires_studios_and_instead(context, ball_portrait):
    camera = View(0, 0, (0, 0, 0), 300).camera(300, 240)
    plain = drawn(context, ball_portrait, camera)
    wire = drawn(context, ball_portrait, camera, wire=True)
    assert 0.02 < (np.abs(wire - plain).sum(axis=2) > 20).mean() < 0.9
    window = drawn(context, ball_portrait, camera, studio="window", finish="plaster")
    assert window[120, 100].mean() > 1.25 * window[120, 200].mean()  # from the left
    renderer = SceneRenderer(context)
    ball = ball_portrait.surface("ball")
    renderer.instead = {"ball": ball.moved(ball.positions * np.float32(0.5))}
    small = drawn(context, ball_portrait, camera, renderer)
    assert clay(small).sum() < 0.4 * clay(plain).sum()
    renderer.instead = {}
    np.testing.assert_array_equal(drawn(context, ball_portrait, camera, renderer), plain)
    renderer.release()


def test_many_pieces_share_what_a_quick_picture_draws(context):
    portrait = Portrait()
    for k in range(6):
        ball = cube_sphere(80, 30.0)
        portrait.pieces[str(k)] = Piece(
            str(k), str(k), ball.moved(ball.positions + np.float32([(k % 3 - 1) * 70, (k // 3) * 70 - 35, 0]))
        )
    camera = View(0, 0, (0, 0, 0), 700).camera(300, 240)
    renderer = SceneRenderer(context)
    full = drawn(context, portrait, camera, renderer)
    everything = renderer.work_done(camera, False)
    renderer.quick = True
    quick = drawn(context, portrait, camera, renderer)
    assert max(b.drawn for b in renderer._pieces.values()) < 0.25 * 2 * 38_400
    assert renderer.work_done(camera, False) < 0.5 * everything
    assert (np.abs(quick.astype(int) - full).max(axis=2) > 12).mean() < 0.05
    assert clay(quick).sum() == pytest.approx(clay(full).sum(), rel=0.02)
    renderer.fine = True  # within a part all faces that look here are drawn
    drawn(context, portrait, camera, renderer)
    assert min(b.drawn for b in renderer._pieces.values()) > 0.4 * 2 * 38_400
    renderer.release()


def test_coarser_faces_of_much_new_clay_are_worked_out_bit_by_bit(context, monkeypatch):
    from yewfinch.render import buffers, scene

    monkeypatch.setattr(scene, "COARSENED", 40_000)
    monkeypatch.setattr(buffers, "HALVED", 60_000)
    portrait = Portrait()
    for k, size in enumerate((80, 80, 110)):  # of 38 thousand vertices, and one of 73: that is done in halves
        ball = cube_sphere(size, 30.0)
        portrait.pieces[str(k)] = Piece(str(k), str(k), ball.moved(ball.positions + np.float32([70 * (k - 1), 0, 0])))
    camera = View(0, 0, (0, 0, 0), 900).camera(120, 90)
    renderer = SceneRenderer(context)
    assert renderer.sync(portrait) == sum(len(p.surface) for p in portrait.pieces.values())
    assert renderer.sync(portrait) == 0
    steps = 1
    while renderer.coarsen(portrait, camera):
        steps += 1
    assert 3 <= steps <= 5
    assert not renderer.coarsen(portrait, camera)
    made = {k: dict(b._coarse) for k, b in renderer._pieces.items()}
    assert all(len(held) == 1 for held in made.values())
    renderer.quick = True
    quick = drawn(context, portrait, camera, renderer)
    assert all(b._coarse.keys() == made[k].keys() for k, b in renderer._pieces.items())  # nothing was left to do
    renderer.quick = False
    assert (np.abs(quick.astype(int) - drawn(context, portrait, camera, renderer)).max(axis=2) > 16).mean() < 0.06
    renderer.release()


def test_quick_pictures_show_clay_as_it_is_now(context, ball_portrait):
    """Their vertices are gathered anew for each: strokes, colours, masks and finishes show."""
    camera = View(0, 0, (0, 0, 0), 300).camera(300, 240)
    renderer = SceneRenderer(context)
    renderer.fine = True
    s = ball_portrait.surface("ball")
    pictures = {}
    for quick in (False, True):
        renderer.quick = quick
        pictures[quick, "plain"] = drawn(context, ball_portrait, camera, renderer).astype(int)
    rows = s.rows_in_ball((0, 0, 50), 25.0)
    before = s.positions[rows].copy()
    renderer.update("ball", "positions", s.set_rows(rows, before * np.float32([1, 1, 0.8])))
    s.colour[rows, :3] = (200, 40, 40)
    renderer.update("ball", "colour", s.leaves_of(rows))
    for quick in (False, True):
        renderer.quick = quick
        pictures[quick, "changed"] = drawn(context, ball_portrait, camera, renderer).astype(int)
        pictures[quick, "raking"] = drawn(
            context, ball_portrait, camera, renderer, raking=True, finish="plaster"
        ).astype(int)
    for what in ("plain", "changed", "raking"):
        differ = np.abs(pictures[True, what] - pictures[False, what]).max(axis=2)
        assert (differ > 12).mean() < (0.02 if what == "plain" else 0.06), what  # but where colours meet
    assert np.abs(pictures[True, "changed"] - pictures[True, "plain"]).max() > 60
    assert np.abs(pictures[True, "raking"] - pictures[True, "changed"]).mean() > 5
    mirrored = View(30, 0, (0, 0, 0), 300, mirrored=True).camera(
        300, 240
    )  # the picture is turned about, what looks here is not
    renderer.quick = False
    a = drawn(context, ball_portrait, mirrored, renderer).astype(int)
    renderer.quick = True
    b = drawn(context, ball_portrait, mirrored, renderer).astype(int)
    assert (np.abs(a - b).max(axis=2) > 12).mean() < 0.06
    renderer.release()


def test_clay_so_thin_that_nothing_coarser_is_left_is_drawn_whole(context, monkeypatch):
    from yewfinch.core.mesh.surface.surface import Surface
    from yewfinch.render import buffers

    monkeypatch.setattr(buffers, "MANY", 1000)
    angle = np.linspace(0, 2 * np.pi, 5000)
    rim = np.stack([50 * np.cos(angle), 50 * np.sin(angle), 0 * angle], axis=1)
    at = np.concatenate([[[0.0, 0.0, 0.0]], rim]).astype(np.float32)
    faces = np.stack([np.zeros(4999, int), np.arange(1, 5000), np.arange(2, 5001)], axis=1)
    portrait = Portrait()
    portrait.pieces["fan"] = Piece("fan", "Fan", Surface(at, faces))
    monkeypatch.setattr(buffers, "coarse_triangles", lambda *_: np.empty((0, 3), np.int32))
    monkeypatch.setattr(buffers, "mapped", lambda *_: np.empty((0, 3), np.int32))
    far = View(0, 0, (0, 0, 0), 6000).camera(300, 240)
    picture = drawn(context, portrait, far)
    assert np.abs(picture.astype(int) - picture[0, 0].astype(int)).max() > 10  # the disc is there


def test_a_channel_that_is_declared_is_seen_and_follows_its_rows(context):
    spec = ChannelSpec("blush", 1, "float32", (0.0,), tint=(230, 10, 10), most=1.0)
    channel_spec.register(spec)
    try:
        portrait = Portrait()
        portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(24, 50.0))
        camera = View(0, 0, (0, 0, 0), 300).camera(200, 160)
        renderer = SceneRenderer(context)
        plain = drawn(context, portrait, camera, renderer)
        surface = portrait.surface("ball")
        rows = surface.rows_in_ball((0, 0, 50), 12.0)
        values = surface.channels["blush"]
        portrait.perform(
            Edit(
                "Blush", (RowsChange("ball", "blush", rows, values[rows].copy(), np.ones((len(rows), 1), np.float32)),)
            )
        )
        box = renderer.update("ball", "blush", surface.leaves_of(rows))
        assert box is not None and (box[0] < box[1]).all()
        red = drawn(context, portrait, camera, renderer)
        np.testing.assert_array_equal(red, drawn(context, portrait, camera))  # as new buffers show it
        middle, rim = (80, 100), (80, 60)
        assert red[middle][0] > red[middle][1] + 60 and red[middle][1] < plain[middle][1] - 40
        np.testing.assert_array_equal(red[rim], plain[rim])
        portrait.history.undo()
        renderer.update("ball", "blush", surface.leaves_of(rows))
        np.testing.assert_array_equal(drawn(context, portrait, camera, renderer), plain)
        renderer.release()
    finally:
        channel_spec.forget("blush")
