"""Lists of forms against the single functions they stand for, and against closed forms."""

import numpy as np
import pytest

from yewfinch.core.reshape import field_shapes as fs
from yewfinch.core.reshape.forms import Forms

POINTS = np.random.default_rng(4).uniform(-70, 70, (600, 3))
TURN = fs.axes(30, 20, 10)


def test_a_list_is_its_forms_joined_one_after_the_other():
    curve = [(-30, 0, 0), (0, 25, 5), (30, 0, 10)]
    made = (
        Forms(soft=0.0)
        .body((0, 0, 0), (30, 20, 25), 1.0, TURN)
        .body((25, 5, 0), (14, 18, 12), 9.0, power=2.4)
        .bent(curve, [6, 8, 5], 7.0)
        .body((-10, -12, 20), (9, 9, 9), 5.0, carve=True)
        .groove([(0, 20, 0), (10, 15, 10)], 2.0, 4.0)
    )
    d = fs.ellipsoid(POINTS, (0, 0, 0), (30, 20, 25), TURN)
    d = fs.blend(d, fs.ellipsoid(POINTS, (25, 5, 0), (14, 18, 12), power=2.4), 9.0)
    d = fs.blend(d, fs.curve(POINTS, curve, [6, 8, 5]), 7.0)
    d = fs.carve(d, fs.ball(POINTS, (-10, -12, 20), 9.0), 5.0)
    d = fs.dent(d, np.maximum(fs.curve(POINTS, [(0, 20, 0), (10, 15, 10)], [0.3, 0.3]), 0.0), 2.0, 4.0)
    near = np.abs(d) < 8  # far away the list may leave out what does not reach
    np.testing.assert_allclose(made.distance(POINTS)[near], d[near], atol=1e-6)
    assert (np.sign(made.distance(POINTS)) == np.sign(d)).all()


def test_joining_a_list_keeps_its_own_fillets_and_adds_one():
    one = Forms(soft=0.0).body((0, 0, 0), (20, 20, 20), 1.0)
    two = Forms(soft=0.0).body((28, 0, 0), (12, 12, 12), 1.0).body((28, 14, 0), (8, 8, 8), 4.0)
    d = fs.blend(fs.ball(POINTS, (28, 0, 0), 12), fs.ball(POINTS, (28, 14, 0), 8), 4.0)
    d = fs.blend(d, fs.ball(POINTS, (0, 0, 0), 20), 10.0)
    both = Forms(soft=0.0).add(one).join(two, 10.0)
    near = np.abs(d) < 8
    np.testing.assert_allclose(both.distance(POINTS)[near], d[near], atol=1e-9)
    assert len(one.distance(POINTS)) == len(POINTS)  # joining left the first list alone
    np.testing.assert_allclose(one.distance(POINTS[:5]), fs.ball(POINTS[:5], (0, 0, 0), 20))


def test_onto_and_outward_end_on_the_surface():
    form = Forms(soft=0.0).body((0, 0, 0), (30, 20, 25), 1.0).body((25, 5, 0), (14, 18, 12), 9.0)
    laid = form.onto(POINTS * 0.6, 30, 20.0)
    assert np.abs(form.distance(laid)).max() < 0.02
    ways = POINTS / np.linalg.norm(POINTS, axis=1)[:, None]
    left = form.outward(ways, ways)
    assert np.abs(form.distance(left)).max() < 0.01
    np.testing.assert_allclose(left / np.linalg.norm(left, axis=1)[:, None], ways, atol=1e-9)


def test_a_ball_is_met_at_its_radius():
    ways = POINTS / np.linalg.norm(POINTS, axis=1)[:, None]
    met = Forms(soft=0.0).body((0, 0, 0), (17, 17, 17), 1.0).outward(ways, ways)
    np.testing.assert_allclose(np.linalg.norm(met, axis=1), 17.0, atol=2e-3)


def test_the_midline_is_soft_and_the_rest_untouched():
    wide = [Forms(soft=s).body((20, 0, 0), (25, 15, 15), 1.0) for s in (0.0, 4.0)]
    away = POINTS[np.abs(POINTS[:, 0]) > 4.0] * [1, 1, 1]
    mirrored = np.abs(away) * [1, 0, 0] + away * [0, 1, 1]
    np.testing.assert_allclose(wide[1].distance(away), wide[0].distance(mirrored), atol=1e-9)
    left, right = wide[1].distance([[0.05, 12.0, 0]]), wide[1].distance([[-0.05, 12.0, 0]])
    assert left == pytest.approx(right)
    slope = (wide[1].distance([[0.1, 12.0, 0]]) - wide[1].distance([[0.0, 12.0, 0]])) / 0.1
    assert abs(slope) < 0.02  # level at the midline, so no ridge


def test_a_muscle_is_as_long_broad_and_thick_as_told():
    one = Forms(soft=0.0).muscle((0, -40, 0), (0, 40, 0), 8.0, 15.0, 1.0, (1, 0, 0), over=1.0)
    met = one.outward(np.eye(3), np.eye(3))
    np.testing.assert_allclose(np.diag(met), [15, 40, 8], atol=0.01)
