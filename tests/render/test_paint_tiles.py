"""Painted clay in pictures: finer than its net, without seams, the same however it came about."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.follow import MIRRORED, Follow, round_axis
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import layer_values, painting
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.show.looking import Looking
from yewfinch.core.sight.view import View
from yewfinch.core.skin.colour_layer import channel_of
from yewfinch.demo.shapes import cube_sphere
from yewfinch.render import picture
from yewfinch.render.paint_tiles import reduced
from yewfinch.render.scene import Canvas, SceneRenderer, bounds_of


@pytest.fixture(scope="module")
def context():
    made = picture.standalone_context()
    yield made
    made.release()


def with_ball(triangles: bool = False, grain: float = 1.2) -> Portrait:
    surface = cube_sphere(12)
    if triangles:
        surface = Surface(surface.positions, surface.triangles())
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", surface), "Add")
    portrait.perform(painting.begin(portrait, "ball", grain))
    return portrait


def stripes(portrait: Portrait, width: float = 4.0) -> np.ndarray:
    """Stripes much finer than the net, painted on; which samples are dark."""
    held = portrait.pieces["ball"]
    at = held.painting.grain.places(held.surface)
    dark = (np.floor(at[:, 0] / width) % 2 == 0) & (at[:, 2] > 0)
    rows = np.flatnonzero(dark).astype(np.int32)
    values = np.tile(np.array([20, 20, 20, 255], np.uint8), (len(rows), 1))
    before = held.painting["paint1"].sheet.at(rows)
    portrait.perform(Edit("Stripes", (RowsChange("ball", channel_of("paint1"), rows, before, values),)))
    return dark


def camera(portrait: Portrait, size: int = 400):
    return View().fit(bounds_of(portrait), size, size).camera(size, size)


@pytest.mark.parametrize("triangles", [False, True])
def test_stripes_finer_than_the_net_are_seen(context, triangles):
    portrait = with_ball(triangles)
    plain = picture.take(portrait, camera(portrait), context=context).astype(int)
    stripes(portrait)
    seen = picture.take(portrait, camera(portrait), context=context).astype(int)
    line = (plain - seen)[200, 120:280].sum(axis=1) > 90
    turns = np.count_nonzero(np.diff(line.astype(int)))
    mm = 160 * (200.0 / np.count_nonzero((plain != plain[0, 0]).any(axis=2)[200]))
    assert abs(turns - mm / 4.0) <= 3  # a change each 4 mm, where faces are 13 mm wide
    portrait.history.close()


def test_one_colour_painted_fine_looks_as_it_does_on_vertices(context):
    """No seams between tiles: a picture of it is that of the vertices' colour."""
    portrait = with_ball()
    portrait.surface("ball").colour[:, :3] = (150, 90, 70)
    plain = Portrait()
    plain.put_piece(Piece("ball", "Ball", cube_sphere(12)), "Add")
    plain.surface("ball").colour[:, :3] = (150, 90, 70)
    fine = Portrait()
    fine.put_piece(Piece("ball", "Ball", cube_sphere(12)), "Add")
    fine.surface("ball").colour[:, :3] = (150, 90, 70)
    fine.perform(painting.begin(fine, "ball", 1.0))
    a = picture.take(plain, camera(plain), context=context).astype(int)
    b = picture.take(fine, camera(fine), context=context).astype(int)
    assert np.abs(a - b).max() <= 2
    for p in (portrait, plain, fine):
        p.history.close()


def test_far_away_means_are_drawn_and_nothing_shimmers(context):
    """Stripes smaller than a pixel come out as their mean, all over alike."""
    portrait = with_ball(grain=0.5)
    plain = picture.take(portrait, camera(portrait, 60), context=context).astype(float)
    stripes(portrait, 1.2)
    seen = picture.take(portrait, camera(portrait, 60), context=context).astype(float)
    share = (seen / plain)[26:34, 24:36].mean(axis=2)
    assert share.std() < 0.05 * share.mean()
    assert 0.25 < share.mean() < 0.75
    portrait.history.close()


def test_a_stroke_and_its_undo_bring_up_to_date_what_is_drawn(context):
    portrait = with_ball()
    renderer, canvas = SceneRenderer(context), Canvas(context, 300, 300)

    def taken():
        renderer.draw(canvas.target, portrait, camera(portrait, 300))
        return canvas.pixels().copy()

    news = []
    portrait.rows_changed.connect(lambda *what: news.append(renderer.update(*what)))
    first = taken()
    dark = stripes(portrait)
    box = news[-1]
    at = portrait.pieces["ball"].painting.grain.places(portrait.surface("ball"))[dark]
    assert (box[0] <= at.min(axis=0) + 1e-3).all()
    assert (box[1] >= at.max(axis=0) - 1e-3).all()
    striped = taken()
    assert (striped != first).any()
    np.testing.assert_array_equal(striped, picture.take(portrait, camera(portrait, 300), context=context))
    portrait.perform(painting.change(portrait, "ball", "paint1", visible=False))
    np.testing.assert_array_equal(taken(), first)
    portrait.history.undo()
    np.testing.assert_array_equal(taken(), striped)
    portrait.history.undo()
    np.testing.assert_array_equal(taken(), first)
    portrait.perform(painting.end(portrait, "ball"))
    assert np.abs(taken().astype(int) - first).max() <= 2
    renderer.release()
    canvas.release()
    portrait.history.close()


def test_masked_clay_is_tinted_on_paint_too(context):
    portrait = with_ball()
    first = picture.take(portrait, camera(portrait, 200), context=context).astype(int)
    portrait.surface("ball").mask[:] = 255
    seen = picture.take(portrait, camera(portrait, 200), context=context).astype(int)
    assert (first - seen)[100, 100].min() > 20
    portrait.history.close()


def test_tiles_of_means_are_means():
    """Within by convolution with 1 2 1 both ways (scipy); a smooth slope stays one, and agrees with its neighbour."""
    from scipy.ndimage import convolve

    tiles = np.random.default_rng(0).integers(0, 256, (2, 9, 9, 4)).astype(np.uint8)
    small = reduced(tiles)
    assert small.shape == (2, 5, 5, 4)
    kernel = (np.outer([1, 2, 1], [1, 2, 1]) / 16)[None, :, :, None]
    wanted = convolve(tiles.astype(float), kernel)[:, ::2, ::2]
    np.testing.assert_allclose(small[:, 1:-1, 1:-1], wanted[:, 1:-1, 1:-1], atol=1.3)
    slope = np.tile((np.arange(18) * 12)[None, None, :, None], (1, 9, 1, 4)).astype(np.uint8)
    left, right = reduced(slope[:, :, :9]), reduced(slope[:, :, 8:17])
    assert np.abs(left[:, :, -1].astype(int) - right[:, :, 0]).max() <= 13
    assert (reduced(reduced(np.full((1, 5, 5, 4), 77, np.uint8))) == 77).all()


def test_fine_height_is_lit_as_form_of_that_height_is(context):
    """The other picture is of clay whose vertices were moved by the same waves."""
    surface = cube_sphere(80)
    out = surface.positions / np.linalg.norm(surface.positions, axis=1, keepdims=True)

    def waves(at: np.ndarray) -> np.ndarray:
        return 0.45 * np.sin(at[:, 0] / 4.0) * np.sin(at[:, 1] / 4.0)

    seen = []
    for moved in (False, True, False):
        raised = waves(surface.positions)[:, None] if moved else 0.0
        portrait = Portrait()
        portrait.put_piece(Piece("ball", "Ball", surface.moved(surface.positions + raised * out)), "Add")
        if not moved and seen:
            portrait.perform(painting.begin(portrait, "ball", 0.7))
            made = portrait.pieces["ball"].painting
            rows = np.arange(made.grain.count, dtype=np.int32)
            values = np.full((len(rows), 2), 255, np.uint8)
            values[:, 0] = np.round(128 + 127 * waves(made.grain.places(portrait.surface("ball"))) / 0.5)
            made.write("paint1", rows, values, "height")
        seen.append(
            picture.take(portrait, camera(portrait), context=context).astype(float)[140:260, 140:260]
        )  # the rim itself moves
        portrait.history.close()
    plain, form, bump = seen
    a, b = (form - plain).ravel(), (bump - plain).ravel()
    assert np.corrcoef(a, b)[0, 1] > 0.95
    assert 0.85 < b.std() / a.std() < 1.15


def test_values_of_layers_are_seen(context):
    """Wetness and smoothness gleam, metal mirrors, what is clear shows what lies behind."""
    portrait = with_ball(grain=0.8)
    view = camera(portrait)
    look = Looking(finish="skin")
    plain = picture.take(portrait, view, context=context, looking=look).astype(int)
    at = portrait.pieces["ball"].painting.grain.places(portrait.surface("ball"))
    rows = np.arange(len(at), dtype=np.int32)

    def lay(part: str, values: np.ndarray | int) -> np.ndarray:
        sheet = portrait.pieces["ball"].painting.sheet("paint1", part)
        after = np.full((len(rows), 2), 255, np.uint8)
        after[:, 0] = values
        change = RowsChange("ball", channel_of("paint1", part), rows, sheet.at(rows), after)
        portrait.perform(Edit(part, (change,)))
        seen = picture.take(portrait, view, context=context, looking=look).astype(int)
        portrait.history.undo()
        return seen

    middle = np.s_[150:250, 150:250]
    for part, value in (("wetness", 255), ("roughness", 60)):
        assert lay(part, value).max() > plain[100:300, 100:300].max() + 20, part
    metal = lay("metallic", 255)
    assert metal[middle].std() > 1.5 * plain[middle].std()
    clear = lay("opacity", 0)
    assert (clear == clear[0, 0]).all()
    half = lay("opacity", 128)
    inside = (plain != plain[0, 0]).any(axis=2)
    assert 0.4 < (half[inside] == half[0, 0]).all(axis=1).mean() < 0.6
    after = picture.take(portrait, view, context=context, looking=look).astype(int)
    assert np.abs(after - plain).max() <= 1
    portrait.history.close()


@pytest.mark.parametrize(("alone", "grey"), [("roughness", 40), ("wetness", 200), ("height", 255)])
def test_one_of_them_is_shown_alone(context, alone, grey):
    portrait = with_ball()
    values = {"roughness": 40, "wetness": 200, "height": 255}
    portrait.perform(layer_values.lay_all_over(portrait, "ball", "paint1", values))
    seen = picture.take(portrait, camera(portrait), context=context, looking=Looking(alone=alone))
    assert np.abs(seen[150:250, 150:250].astype(int) - grey).max() <= 1  # a height of 0.5 mm is white
    colour = picture.take(portrait, camera(portrait), context=context, looking=Looking(alone="colour"))
    assert np.abs(colour[200, 200].astype(int) - (214, 196, 176)).max() <= 1
    portrait.history.close()


def test_twins_and_ring_copies_show_the_samples_of_what_they_follow(context):
    """Each beside a piece with layers of its own that is painted alike."""
    portrait = Portrait()
    ball = cube_sphere(10)
    out = Surface(ball.positions * np.float32(0.3) + np.float32([40, 0, 0]), ball.faces)
    portrait.put_piece(Piece("ball", "Ball", out), "Add")
    twin, ring = Follow("ball", MIRRORED), Follow("ball", round_axis(1, (0.0, 0.0, 0.0), 180.0), "ring")
    portrait.perform(painting.begin(portrait, "ball", 0.8))
    seen = {}
    for name, follow in (("twin", twin), ("ring", ring)):
        portrait.put_piece(Piece(name, name, follow.surface(portrait.surface("ball")), follows=follow), "Add")
        made = portrait.pieces["ball"].painting
        at = made.grain.places(portrait.surface("ball"))
        rows = np.flatnonzero(np.floor((at[:, 1] + at[:, 2] * (1 if name == "twin" else -1)) / 4.0) % 2 == 0)
        rows = rows.astype(np.int32)
        before = made["paint1"].sheet.at(rows)
        values = np.tile(np.array([20, 20, 20, 255], np.uint8), (len(rows), 1))
        portrait.perform(Edit("Stripes", (RowsChange("ball", channel_of("paint1"), rows, before, values),)))
        view = View(distance=500.0, target=(0.0, 0.0, 0.0), orthographic=True).camera(400, 400)
        picture_of = picture.take(portrait, view, context=context, looking=Looking(alone="colour")).astype(int)
        right, left = picture_of[:, 200:], picture_of[:, :200]
        dark = (right < 60).all(axis=2)
        assert dark.sum() > 2000
        if name == "twin":
            assert (np.abs(left[:, ::-1] - right).max(axis=2) > 8).mean() < 0.01  # but for rims
        seen[name] = (left < 60).all(axis=2).sum() / dark.sum()
        portrait.history.undo()
        lit = picture.take(portrait, view, context=context).astype(int)
        held = portrait.pieces["ball"]
        portrait.pieces["ball"] = replace(held, painting=None)
        plain = picture.take(portrait, view, context=context).astype(int)
        portrait.pieces["ball"] = held
        assert np.quantile(np.abs(lit - plain), 0.999) <= 2  # lit from outside, as vertices are
        portrait.history.undo()
    assert seen["twin"] == pytest.approx(1.0, abs=0.02)
    assert seen["ring"] > 0.5  # the other side of the stripes
    portrait.history.close()
