import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.nets import as_trimesh
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.wire_cut import cut
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.outline import Outline, drawn
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere

ROUND = np.stack([np.cos(np.linspace(0, 6.28, 60)), np.sin(np.linspace(0, 6.28, 60))], axis=1)


@pytest.fixture
def camera():
    return View(distance=900.0, target=(0.0, 0.0, 0.0), orthographic=True).camera(800, 600)


def volume(surface):
    mesh = as_trimesh(surface.positions, surface.faces)
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    return mesh.volume


def at(camera, *points):
    return np.array([camera.project(np.array([p], float))[0] for p in points])


def test_a_straight_cut_leaves_caps_of_the_known_volume(camera, ball):
    # a cap of height h of a ball of radius r: pi h² (3 r - h) / 3, here as a share of this ball of quads
    low, high = cut(ball, drawn(camera, at(camera, (-200, 40, 0), (200, 40, 0)), "line"))
    whole = volume(ball)
    cap = 60**2 * (300 - 60) / (4 * 100**3)
    assert volume(high.surface) / whole == pytest.approx(cap, abs=0.004)
    assert volume(low.surface) + volume(high.surface) == pytest.approx(whole, rel=1e-5)
    assert low.surface.positions[:, 1].max() == pytest.approx(40, abs=1e-3)
    assert high.surface.positions[:, 1].min() == pytest.approx(40, abs=1e-3)


def test_caps_are_of_even_triangles_and_alike_on_both_halves(camera, ball):
    for points, where in (((-200, 40, 0), (200, 40, 0)), 40.0), (((-200, 85, 0), (200, 85, 0)), 85.0):
        low, high = cut(ball, drawn(camera, at(camera, *points), "line"))
        flat = [
            h.surface.faces[(np.abs(h.surface.positions[h.surface.faces][:, :, 1] - where) < 1e-3).all(axis=1)]
            for h in (low, high)
        ]
        assert len(flat[0]) == len(flat[1])
        p = low.surface.positions[flat[0][:, :3]].astype(float)
        sides = np.linalg.norm(p - np.roll(p, -1, axis=1), axis=2)
        area = np.linalg.norm(np.cross(p[:, 1] - p[:, 0], p[:, 2] - p[:, 0]), axis=1) / 2
        quality = 4 * np.sqrt(3) * area / (sides**2).sum(axis=1)  # 1 for three equal sides (Bank & Smith 1997)
        assert np.median(quality) > 0.75 and (quality < 0.2).mean() < 0.03
        rim = np.median(np.linalg.norm(np.diff(ball.positions[ball.faces[:, :2]], axis=1), axis=2))
        assert np.median(sides) < 2.5 * rim
        assert area.sum() == pytest.approx(np.pi * (100**2 - where**2), rel=0.02)


@pytest.mark.parametrize("flat", [True, False])
def test_the_wall_of_an_outline_is_unrolled_and_rolled_again(flat):
    camera = View(turn=35.0, tilt=-20.0, distance=700.0, orthographic=flat).camera(800, 600)
    for shape in ("curve", "lasso", "line"):
        outline = drawn(camera, np.array([400.0, 300.0]) + 150 * ROUND[:40], shape)
        rng = np.random.default_rng(3)
        places = np.stack([rng.uniform(0, outline.length, 50), rng.uniform(500, 900, 50)], axis=1)
        there = outline.on_wall(places)
        np.testing.assert_allclose(outline.place(there), places, atol=1e-6)
    outline = drawn(camera, np.array([400.0, 300.0]) + 150 * ROUND, "lasso")
    np.testing.assert_allclose(
        outline.on_wall(places), outline.on_wall(places + np.array([outline.length, 0.0])), atol=1e-9
    )  # round and round


def test_bent_caps_lie_on_the_walls_of_their_cuts(camera, ball):
    x = np.linspace(-200, 200, 80)
    wave = drawn(camera, at(camera, *[(v, 20 + 12 * np.sin(v / 14), 0) for v in x]), "curve")
    ring = drawn(camera, at(camera, (0, 0, 0))[0] + 0.5 * 100 / camera.mm_per_pixel(np.zeros(3)) * ROUND, "lasso")
    for outline in (wave, ring):
        low, high = cut(ball, outline)
        for half in (low, high):
            p = half.surface.positions.astype(float)
            on = np.abs(outline.side(p)) < 0.05  # pixels
            inside = on & (np.linalg.norm(p, axis=1) < 97)  # of the cap, away from the ball's skin
            assert inside.sum() > 300
            faces = half.surface.faces[inside[half.surface.faces].all(axis=1)][:, :3]
            q = p[faces]
            sides = np.linalg.norm(q - np.roll(q, -1, axis=1), axis=2)
            area = np.linalg.norm(np.cross(q[:, 1] - q[:, 0], q[:, 2] - q[:, 0]), axis=1) / 2
            quality = 4 * np.sqrt(3) * area / (sides**2).sum(axis=1)
            assert np.median(quality) > 0.7 and (quality < 0.15).mean() < 0.03
            assert volume(half.surface) > 0


def test_to_the_right_of_a_line_lies_the_lower_half_when_it_goes_right(camera, ball):
    low, _ = cut(ball, drawn(camera, at(camera, (-200, 0, 0), (200, 0, 0)), "line"))
    assert low.surface.positions[:, 1].max() < 1e-3
    low, _ = cut(ball, drawn(camera, at(camera, (200, 0, 0), (-200, 0, 0)), "line"))
    assert low.surface.positions[:, 1].min() > -1e-3


def test_a_lasso_in_the_middle_drills_a_hole(camera, ball):
    middle = at(camera, (0, 0, 0))[0]
    px = 100 / camera.mm_per_pixel(np.zeros(3))
    low, high = cut(ball, drawn(camera, middle + 0.5 * px * ROUND, "lasso"))
    whole = volume(ball)
    # what a hole of radius a through a ball of radius r leaves: (r² - a²)^(3/2) / r³ of it
    assert volume(high.surface) / whole == pytest.approx((1 - 0.25) ** 1.5, abs=0.006)
    assert volume(low.surface) + volume(high.surface) == pytest.approx(whole, rel=2e-3)
    assert as_trimesh(high.surface.positions, high.surface.faces).euler_number == 0


@pytest.mark.parametrize("shape", ["lasso", "box", "curve"])
def test_bites_and_waves_are_closed(camera, ball, shape):
    px = 100 / camera.mm_per_pixel(np.zeros(3))
    middle = at(camera, (0, 0, 0))[0]
    x = np.linspace(-1.4, 1.4, 90)
    points = {
        "lasso": middle + (px, 0) + 0.5 * px * ROUND, "box": middle + np.array([(-0.2, -2), (0.5, 0.3)]) * px,
        "curve": middle + np.stack([x * px, 0.15 * px * np.sin(x * 9)], axis=1),
    }[shape]  # fmt: skip
    low, high = cut(ball, drawn(camera, points, shape))
    assert volume(low.surface) + volume(high.surface) == pytest.approx(volume(ball), rel=0.01)
    assert volume(low.surface) > 0


@given(st.integers(0, 2**32 - 1), st.sampled_from(["line", "box", "lasso", "curve"]))
def test_random_cuts_of_random_bodies_are_closed(seed, shape):
    rng = np.random.default_rng(seed)
    body = cube_sphere(7)
    grown = body.positions * (
        1 + 0.25 * np.sin(body.positions / rng.uniform(15, 60) + rng.uniform(0, 6, 3)).sum(axis=1, keepdims=True) / 3
    )
    body.set_rows(np.arange(len(body), dtype=np.int32), grown.astype(np.float32))
    view = View(distance=700.0, target=(0.0, 0.0, 0.0)).turned(rng.uniform(-180, 180), rng.uniform(-80, 80))
    own = view.camera(800, 600)
    if shape == "lasso":
        points = rng.uniform(300, 500, 2) + rng.uniform(30, 160) * ROUND * (
            1 + 0.2 * np.sin(3 * np.arange(60)[:, None] / 9.5)
        )
    elif shape == "curve":
        x = np.linspace(100, 700, 60)
        points = np.stack(
            [x, 300 + rng.uniform(-60, 60) + rng.uniform(0, 40) * np.sin(x / rng.uniform(20, 80))], axis=1
        )
    else:
        points = rng.uniform(150, 450, 2) + np.array([(0, 0), rng.uniform(10, 250, 2)])
    halves = cut(body, drawn(own, points, shape))
    total = sum(volume(h.surface) for h in halves if h is not None)
    assert total == pytest.approx(volume(body), rel=0.03)


def test_masked_clay_stays_whole(camera, ball):
    held = (ball.positions[:, 1] > 60) & (ball.positions[:, 0] > 0)
    low, high = cut(ball, drawn(camera, at(camera, (200, 20, 0), (-200, 20, 0)), "line"), held=held)
    assert (high.surface.positions[:, 1].max() > 95) and (high.surface.positions[:, 0] > 0).any()
    assert not ((low.surface.positions[:, 1] > 75) & (low.surface.positions[:, 0] > 20)).any()
    for half in (low, high):
        volume(half.surface)


def test_what_is_not_met_is_given_back_whole(camera, ball):
    low, high = cut(ball, drawn(camera, at(camera, (-200, 150, 0), (200, 150, 0)), "line"))
    assert high is None
    assert len(low.surface) == len(ball)


@pytest.mark.parametrize(("points", "shape"), [
    ([(5, 5)], "line"), ([(5, 5), (6, 5)], "curve"), ([(5, 5), (90, 5)], "box"), ([(5, 5), (90, 5), (5, 5)], "lasso"),
    ([(np.nan, 1), (4, np.nan)], "line"),
])  # fmt: skip
def test_what_means_nothing_is_said(camera, points, shape):
    with pytest.raises(YewfinchError, match=r"too (short|flat|small)"):
        drawn(camera, np.array(points, float), shape)


def test_bodies_in_one_place_are_cut_and_closed_each():
    ball = cube_sphere(5, 40.0)
    n = len(ball)
    three = Surface(np.concatenate([ball.positions] * 3), np.concatenate([ball.faces + k * n for k in range(3)]))
    camera = View(0, 0, (0, 0, 0), 600).camera(400, 300)
    for outline in (
        Outline(camera, np.array([[190.0, 300.0], [190.0, 0.0]]), False),
        Outline(camera, np.array([[180.0, 120], [240, 120], [240, 190], [180, 190]]), True),
    ):
        for half in cut(three, outline):
            assert (half.surface.closed == 1).all()
