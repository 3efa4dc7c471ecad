"""Photos onto the skin: a checker comes back where it was, hidden parts get nothing, light is taken out.

Pictures are made pixel by pixel with rays, lamps and shadows of the test's own; the module under test only looks up.
"""

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting, photo_skin
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.stamps import own_stamps
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.shared.colour import to_lab, to_linear, to_srgb
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.photo_light import harmonics, light_of, without_light
from yewfinch.core.skin.photo_projection import Shot, Taken, evened, joined, stacked, taken
from yewfinch.demo.shapes import cube_sphere


def camera(
    turn: float = 0.0, size: int = 240, away: float = 900.0, middle=(0.0, 0.0, 0.0), focal: float = 700.0
) -> Camera:
    """A camera that looks at a place from so many degrees to the side."""
    t = np.radians(turn)
    forward = -np.array([np.sin(t), 0.0, np.cos(t)])
    right = np.array([np.cos(t), 0.0, -np.sin(t)])
    rotation = np.stack([right, np.array([0.0, -1.0, 0.0]), forward])
    return Camera(rotation, np.asarray(middle) - away * forward, focal * size / 240, size, size, (size / 2, size / 2))


def depth(surfaces, seen: Camera) -> np.ndarray:
    made = DepthMap(seen)
    made.draw(surfaces)
    return made.depth


def checker(at: np.ndarray, width: float) -> np.ndarray:
    dark = np.floor(at / width).astype(int).sum(axis=-1) % 2 == 0
    return np.where(dark[..., None], (60, 50, 45), (210, 180, 160)).astype(np.uint8)


def photographed(surface: Surface, seen: Camera, colour) -> np.ndarray:
    """A picture by one ray for each pixel; `colour` gives sRGB bytes of a hit."""
    out = np.full((int(seen.height), int(seen.width), 3), 90, np.uint8)
    for j in range(out.shape[0]):
        for i in range(out.shape[1]):
            origin, way = seen.ray(i + 0.5, j + 0.5)
            hit = pick(surface, origin, way)
            if hit is not None:
                out[j, i] = colour(hit)
    return out


def normals_of(surface: Surface, grain) -> np.ndarray:
    out = grain.spread(surface.normals)
    return out / np.linalg.norm(out, axis=1, keepdims=True)


@pytest.mark.parametrize("turn", [0.0, 35.0])
def test_a_checker_comes_back_within_one_sample(turn):
    surface = cube_sphere(16)
    grain = grain_of(surface, 3)
    seen = camera(turn, 260)
    picture = photographed(surface, seen, lambda hit: checker(hit.point, 25.0))
    at, normals = grain.places(surface), normals_of(surface, grain)
    found = taken(Shot("a", seen, picture, depth({"a": surface}, seen), np.empty((0, 4))), at, normals)
    sure = found.weight > 0.6
    assert sure.sum() > 0.15 * grain.count
    rgb = to_srgb(found.colour) * 255.0
    wrong = np.abs(rgb - checker(at, 25.0)).max(axis=1) > 60
    pixel = 900.0 / seen.focal
    edge = np.abs(at / 25.0 - np.round(at / 25.0)).min(axis=1) * 25.0 < max(pixel, 1.7)
    assert wrong[sure & ~edge].mean() < 0.002
    turned = np.degrees(
        np.arccos(
            np.clip(
                (normals * (seen.position - at) / np.linalg.norm(seen.position - at, axis=1, keepdims=True)).sum(
                    axis=1
                ),
                -1,
                1,
            )
        )
    )
    assert found.weight[turned > 77].max() == 0.0
    assert found.weight[turned < 40].min() > 0.95


def test_what_is_hidden_gets_nothing():
    """A small ball before a large one: its picture must not fall on what lies behind."""
    back = cube_sphere(24)
    small = cube_sphere(10)
    front = Surface(small.positions * 0.25 + np.array([20.0, 0.0, 150.0], np.float32), small.faces)
    seen = camera(0.0, 300)
    grain = grain_of(back, 2)
    at = grain.places(back)
    picture = np.full((300, 300, 3), 128, np.uint8)
    found = taken(
        Shot("a", seen, picture, depth({"a": back, "b": front}, seen), np.empty((0, 4))), at, normals_of(back, grain)
    )
    for row in np.random.default_rng(0).integers(0, len(at), 500):
        way = at[row] - seen.position
        hit = pick(front, seen.position, way)
        if hit is not None:
            assert found.weight[row] == 0.0
    assert found.weight[np.linalg.norm(at - (-60.0, 0.0, 80.0), axis=1) < 15].min() > 0.5


def test_features_are_brought_onto_each_other_by_a_dial():
    surface = cube_sphere(16)
    seen = camera(0.0, 200)
    grain = grain_of(surface, 2)
    at, normals = grain.places(surface), normals_of(surface, grain)
    picture = np.zeros((200, 200, 3), np.uint8)
    spot = seen.project(np.array([[0.0, 0.0, 100.0]]))[0]
    y, x = np.mgrid[0:200, 0:200] + 0.5
    picture[np.hypot(x - spot[0] - 9.0, y - spot[1] + 5.0) < 4.0] = 255  # the photo has it elsewhere
    known = seen.project(np.array([[0, 0, 100], [50, 50, 70], [-50, 50, 70], [50, -50, 70], [-50, -50, 70]], float))
    steps = np.tile([9.0, -5.0], (5, 1))
    shot = Shot("a", seen, picture, depth({"a": surface}, seen), np.concatenate([known, known + steps], axis=1))
    middle = int(np.argmin(np.linalg.norm(at - (0, 0, 100), axis=1)))
    assert taken(shot, at, normals, 1.0).colour[middle].min() > 0.8
    assert taken(shot, at, normals, 0.0).colour[middle].max() < 0.1


def test_two_photos_are_made_to_agree_and_joined_without_a_seam():
    surface = cube_sphere(24)
    grain = grain_of(surface, 1)
    at = grain.places(surface)
    rng = np.random.default_rng(0)
    skin = np.array([0.4, 0.25, 0.2]) * (1.0 + 0.05 * rng.standard_normal((len(at), 1)))
    x = at[:, 0] / 100.0
    front = at[:, 2] > 0
    one = Taken((skin * (1.5, 1.2, 0.9)).astype(np.float32), (np.clip(0.6 - x, 0, 1) * front).astype(np.float32))
    two = Taken((skin * (0.8, 1.0, 1.2)).astype(np.float32), (np.clip(0.6 + x, 0, 1) * front).astype(np.float32))
    a, b = evened([one, two])
    both = (one.weight > 0.3) & (two.weight > 0.3)
    assert np.abs(a.colour[both] / b.colour[both] - 1.0).max() < 0.02
    step = Taken((one.colour * (1.0 + 0.4 * np.clip(x + 0.2, 0, 1))[:, None]).astype(np.float32), one.weight)
    made = joined(evened([step, two]), surface, grain.spread)
    alpha = stacked(made)
    mixed = made[0].colour * alpha[0][:, None] + made[1].colour * ((1 - alpha[0]) * alpha[1])[:, None]
    covered = front & (np.maximum(one.weight, two.weight) > 0.55) & (np.abs(at[:, 1]) < 40)
    total = alpha[0] + (1 - alpha[0]) * alpha[1]
    np.testing.assert_allclose(total[covered], np.maximum(one.weight, two.weight)[covered], atol=0.02)
    tone = (mixed / skin)[covered] / total[covered][:, None]
    order = np.argsort(x[covered])
    along = np.array([np.median(part) for part in np.array_split(tone[order, 0], 24)])
    assert np.abs(np.diff(along)).max() < 0.09  # no step anywhere


#: Lamps of the test's own: way of the lamp, its colour, the light from all round.
LIGHTS = (
    ((0.4, 0.5, 0.8), (1.0, 0.95, 0.9), 0.25),
    ((-0.7, 0.2, 0.7), (1.0, 0.9, 0.8), 0.35),
    ((0.0, 0.9, 0.5), (0.9, 0.95, 1.0), 0.30),
    ((0.75, -0.1, 0.65), (1.0, 1.0, 1.0), 0.4),
    ((-0.35, 0.45, 0.85), (1.0, 0.85, 0.7), 0.2),
)


@pytest.fixture(scope="module")
def face():
    portrait = new_portrait(Figure(Person(sex=0.0, age=35)))
    yield portrait
    portrait.history.close()


@pytest.mark.parametrize(("lamp", "colour", "around"), LIGHTS)
def test_the_skin_is_found_under_five_lights_and_the_lights_are_found(face, lamp, colour, around):
    """Lambert's law, a lamp and light from all round, with cast shadows by rays: none of it is told to the module."""
    surface = face.surface("head")
    middle = face.landmark("sn")
    seen = camera(0.0, 130, 1200.0, middle, 1000.0)
    way = np.array(lamp) / np.linalg.norm(lamp)
    rng = np.random.default_rng(4)
    tone = to_linear(np.array([196.0, 150.0, 128.0]) / 255.0)

    def albedo(at: np.ndarray) -> np.ndarray:
        red = 0.12 * np.sin(at[..., 0] / 9.0) * np.cos(at[..., 1] / 11.0)
        return tone * np.stack([1.0 + red, 1.0 - 0.5 * red, 1.0 - 0.4 * red], axis=-1)

    def lit(hit) -> np.ndarray:
        face_to = max(float(hit.normal @ way), 0.0)
        if face_to > 0.0 and pick(surface, hit.point + 0.6 * hit.normal, way, front_only=False) is not None:
            face_to = 0.0
        light = np.array(colour) * face_to + around
        return np.clip(to_srgb(np.clip(0.75 * albedo(hit.point) * light, 0, 1)) * 255.0 + rng.normal(0, 1.0, 3), 0, 255)

    picture = photographed(surface, seen, lit)
    grain = grain_of(surface, 0)
    at, normals = grain.places(surface), normals_of(surface, grain)
    got = taken(Shot("a", seen, picture, depth({"head": surface}, seen), np.empty((0, 4))), at, normals)
    light = light_of(got.colour, normals, got.weight)
    assert np.degrees(np.arccos(np.clip(light.direction @ way, -1, 1))) < 10.0
    flat, weight = without_light(got.colour, normals, got.weight, light, tone=tone)
    sure = weight > 0.6
    assert sure.sum() > 0.3 * (got.weight > 0.6).sum()
    off = ciede2000(to_lab(to_srgb(np.clip(flat[sure], 0, 1))), to_lab(to_srgb(albedo(at[sure]))))
    assert np.median(off) < 3.0
    with_light = ciede2000(to_lab(to_srgb(np.clip(got.colour[sure], 0, 1))), to_lab(to_srgb(albedo(at[sure]))))
    assert np.median(off) < 0.5 * np.median(with_light)


def test_harmonics_are_orthogonal_over_the_ball():
    """As spherical harmonics are: by means over many directions (Monte Carlo)."""
    n = np.random.default_rng(0).standard_normal((200_000, 3))
    n /= np.linalg.norm(n, axis=1, keepdims=True)
    h = harmonics(n)
    mean = h.T @ h / len(n)
    off = mean - np.diag(np.diag(mean))
    assert np.abs(off).max() < 0.02


def test_lines_drawn_on_a_photo_keep_out_what_lies_beyond():
    surface = cube_sphere(16)
    grain = grain_of(surface, 2)
    seen = camera()
    at, normals = grain.places(surface), normals_of(surface, grain)
    picture = np.full((240, 240, 3), 150, np.uint8)
    line = np.array([[60.0, 90.0], [100.0, 70.0], [140.0, 70.0], [180.0, 90.0]])  # an arch over the middle
    middle = np.array([120.0, 130.0])
    plain = Shot("a", seen, picture, depth({"a": surface}, seen), np.empty((0, 4)))
    bounded = Shot("a", seen, picture, plain.depth, plain.pairs, (line,), middle)
    free, kept = taken(plain, at, normals).weight, taken(bounded, at, normals).weight
    px = seen.project(at)
    over = np.interp(px[:, 0], line[:, 0], line[:, 1]) - px[:, 1]  # above the line, pixels
    within_ends = (px[:, 0] > 65) & (px[:, 0] < 175)
    assert kept[within_ends & (over > 4)].max() == 0.0
    np.testing.assert_array_equal(kept[within_ends & (over < -4)], free[within_ends & (over < -4)])
    assert (free[within_ends & (over > 4)] > 0).any()


def test_a_picture_is_laid_through_the_stencil_from_where_one_looks():
    """Quarters of four colours, worked out by where the stencil's frame lies in the view."""
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", cube_sphere(16)), "Add")
    portrait.perform(painting.begin(portrait, "ball", 3.0))
    view = camera(20.0)
    picture = np.zeros((40, 60, 4), np.uint8)
    picture[:20, :30], picture[:20, 30:], picture[20:, :30], picture[20:, 30:] = (
        (200, 0, 0, 255), (0, 200, 0, 255), (0, 0, 200, 255), (200, 200, 200, 0),
    )  # fmt: skip
    with pytest.raises(YewfinchError, match="stencil"):
        photo_skin.lay_picture(portrait, "ball", picture, "Cloth", view)
    stencil = Stencil(own_stamps()[0]).changed(at=(0.05, -0.02), width=0.3, angle=10.0)
    portrait.perform(Edit("Stencil", (FieldChange("stencil", None, stencil),)))
    portrait.perform(photo_skin.lay_picture(portrait, "ball", picture, "Cloth", view))
    held = portrait.pieces["ball"]
    found = held.painting.layers[0].sheet.dense()
    assert held.painting.layers[0].name == "Cloth"
    at = held.painting.grain.places(held.surface)
    corner, across, up = stencil.axes(view.width, view.height)
    uv = np.linalg.solve(np.stack([across, up], axis=1), (view.project(at) - corner).T).T
    facing = ((view.position - at) * at).sum(axis=1) > 0.8 * np.linalg.norm(view.position - at, axis=1) * 100
    for low, rgb in (((0, 0.5), (200, 0, 0)), ((0.5, 0.5), (0, 200, 0)), ((0, 0), (0, 0, 200))):
        inside = facing & ((uv > np.array(low) + 0.06) & (uv < np.array(low) + 0.44)).all(axis=1)
        assert inside.sum() > 5
        assert np.abs(found[inside, :3].astype(int) - rgb).max() <= 2
    clear = facing & (uv[:, 0] > 0.56) & (uv[:, 1] < 0.44)
    outside = ((uv < -0.02) | (uv > 1.02)).any(axis=1)
    assert found[clear | outside, 3].max() == 0
    behind = ((view.position - at) * at).sum(axis=1) < 0
    assert found[behind, 3].max() == 0
    portrait.history.close()
