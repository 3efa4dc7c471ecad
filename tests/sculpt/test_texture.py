"""Surface texture: sizes in mm, drawn out along the skin, seamless, symmetric, one step of the history."""

import numpy as np
import pytest
from scipy import ndimage
from scipy.spatial import cKDTree

from yewfinch.core.anatomy.lore.skin_lines import directions
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers, texturing
from yewfinch.core.sculpt.texture import PATTERNS, PRESETS, TextureLayer, checked, heights
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


def field(layer, along=(1.0, 0.0, 0.0), n=240, size=40.0, origin=(0.0, 0.0, 0.0)):
    t = np.linspace(0, size, n)
    x, y = np.meshgrid(t, t)
    p = np.stack([x.ravel(), y.ravel(), 0 * x.ravel()], axis=1) + origin
    return heights(p, np.tile(along, (len(p), 1)), [layer]).reshape(n, n)


@pytest.mark.parametrize("pattern", list(PATTERNS))
def test_size_and_height_are_millimetres(pattern):
    small, large = (field(TextureLayer(pattern, size, 0.5)) for size in (1.5, 6.0))
    assert np.abs(small).max() <= 0.5 and small.std() > 0.03
    edges = [np.abs(np.diff(f, axis=1)).mean() / f.std() for f in (small, large)]
    assert 2.2 < edges[0] / edges[1] < 6.5  # four times as large: a quarter as steep
    np.testing.assert_allclose(field(TextureLayer(pattern, 1.5, -1.0)), -2 * small, atol=1e-6)
    assert (field(TextureLayer(pattern, 1.5, 0.5, 1.0, 2)) != small).any()


def test_pores_stand_about_as_far_apart_as_said():
    holes = field(TextureLayer("pores", 2.0, 1.0)) < -0.45
    _, count = ndimage.label(holes)
    assert 1.5 < np.sqrt(40.0 * 40.0 / count) < 2.7


@pytest.mark.parametrize("pattern", list(PATTERNS))
@pytest.mark.parametrize("angle", [0.0, 50.0])
def test_patterns_are_drawn_out_along_the_skin(pattern, angle):
    a = np.radians(angle)
    f = field(TextureLayer(pattern, 2.0, 1.0, 3.0), (np.cos(a), np.sin(a), 0.0))
    gy, gx = np.gradient(f)
    along, across = np.abs(np.cos(a) * gx + np.sin(a) * gy).mean(), np.abs(-np.sin(a) * gx + np.cos(a) * gy).mean()
    assert along < 0.62 * across


def test_far_from_the_middle_of_the_room_it_is_no_coarser():
    near, far = (field(TextureLayer("pores", 2.0, 1.0), origin=o) for o in ((0, 0, 0), (-911.0, 733.0, -1777.0)))
    assert abs(near.std() / far.std() - 1) < 0.35 and np.isfinite(far).all()


@pytest.mark.parametrize(
    ("layer", "words"),
    [
        (TextureLayer("pores", 0.0), "make no sense"),
        (TextureLayer("pores", float("nan")), "make no sense"),
        (TextureLayer("pores", 2.0, 99.0), "relief"),
        (TextureLayer("pores", 2.0, 0.1, 9.0), "drawn out"),
        (TextureLayer("scales"), "one of"),  # type: ignore[arg-type]
    ],
)
def test_layers_that_make_no_sense(layer, words):
    with pytest.raises(YewfinchError, match=words):
        checked([layer])
    with pytest.raises(YewfinchError, match="1 to 6 layers"):
        checked([])
    assert all(checked(layers) == layers for _, layers in PRESETS.values())


def test_the_skins_lines_are_square_to_the_normal_and_mirror_each_other():
    portrait = new_portrait()
    s = portrait.surface("head")
    p, n = s.positions.astype(float), s.normals.astype(float)
    way = directions(p, n, portrait.landmarks())
    np.testing.assert_allclose(np.linalg.norm(way, axis=1), 1.0, atol=1e-9)
    assert np.abs((way * n).sum(axis=1)).max() < 0.05
    flip = np.array([-1.0, 1.0, 1.0])
    marks = portrait.landmarks()
    other = directions(
        p * flip,
        n * flip,
        {{"_l": k[:-2] + "_r", "_r": k[:-2] + "_l"}.get(k[-2:], k): v * flip for k, v in marks.items()},
    )
    same = np.abs((other * flip * way).sum(axis=1))  # a line has no head and no tail
    assert np.percentile(same, 5) > 0.99

    # across on the forehead, round the mouth: level above and below it, upright beside it
    def at(point):
        return way[np.linalg.norm(p - point, axis=1).argmin()]

    assert abs(at(marks["g"] + (0, 25, 0))[0]) > 0.95
    assert abs(at(marks["ls"])[0]) > 0.9 and abs(at(marks["ch_l"] + (10, 0, -4))[1]) > 0.6
    assert np.isfinite(directions(p, n, {})).all()


def ball():
    portrait = Portrait()
    portrait.pieces["ball"] = Piece("ball", "Ball", cube_sphere(40, 60.0))
    return portrait


@pytest.mark.parametrize("where", ["masked", "free", "all"])
def test_it_goes_where_it_is_asked_for_and_only_shows_before_it_is_laid(where):
    portrait = ball()
    s = portrait.surface("ball")
    s.mask[s.positions[:, 1] > 0] = 255
    before = s.positions.copy()
    on = texturing.ground(portrait, portrait.pieces["ball"], where, symmetric=True)
    shown = on.shown(PRESETS["aged"][1])
    np.testing.assert_array_equal(s.positions, before)
    texturing.carry_out(portrait, on, texturing.laid(portrait, on, PRESETS["aged"][1]))
    np.testing.assert_array_equal(s.positions, shown.positions)
    moved = (s.positions != before).any(axis=1)
    high = before[:, 1] > 0
    assert moved[high].mean() > 0.9 if where != "free" else not moved[high].any()
    assert moved[~high].mean() > 0.9 if where != "masked" else not moved[~high].any()
    portrait.history.undo()
    np.testing.assert_array_equal(s.positions, before)
    portrait.history.redo()
    np.testing.assert_array_equal(s.positions, shown.positions)


def test_both_sides_get_mirror_images():
    portrait = ball()
    s = portrait.surface("ball")
    before = s.positions.copy()
    on = texturing.ground(portrait, portrait.pieces["ball"], "all", symmetric=True)
    texturing.carry_out(portrait, on, texturing.laid(portrait, on, PRESETS["cheek"][1], 2.0))
    away, image = cKDTree(before).query(before * (-1, 1, 1))
    assert away.max() < 1e-4
    np.testing.assert_allclose(s.positions[image] * (-1, 1, 1), s.positions, atol=2e-5)


def test_on_a_layer_it_can_be_weighed_away():
    portrait = ball()
    edit, key = form_layers.add(portrait, "ball", "Pores")
    portrait.perform(edit)
    before = portrait.surface("ball").positions.copy()
    on = texturing.ground(portrait, portrait.pieces["ball"], "all", symmetric=False)
    texturing.carry_out(portrait, on, texturing.laid(portrait, on, PRESETS["nose"][1], 1.0, key), key)
    assert (portrait.surface("ball").positions != before).any()
    portrait.perform(form_layers.weigh(portrait, "ball", key, 0.0))
    np.testing.assert_array_equal(portrait.surface("ball").positions, before)


def test_what_cannot_take_a_texture_says_why():
    portrait = ball()
    piece = portrait.pieces["ball"]
    with pytest.raises(YewfinchError, match="Nothing is masked"):
        texturing.ground(portrait, piece, "masked", symmetric=True)
    on = texturing.ground(portrait, piece, "all", symmetric=True)
    rows = np.arange(4, dtype=np.int32)
    piece.surface.set_rows(rows, piece.surface.positions[rows] * 1.1)
    with pytest.raises(YewfinchError, match="changed meanwhile"):
        texturing.laid(portrait, on, PRESETS["nose"][1])
