"""Standpoints against known cameras and OpenCV; messages for what cannot be solved."""

import cv2
import numpy as np
import pytest

from yewfinch.core.anatomy.lore.landmarks import GUIDED, LANDMARKS
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sight.camera import focal_px
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.standpoint import solve

W, H = 1080, 1350


@pytest.fixture(scope="module")
def points(made_head):
    return {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}


def marks_of(camera, points, keys, noise=0.0, seed=0):
    rng = np.random.default_rng(seed)
    return {k: tuple(camera.project(points[k])[0] + rng.normal(0, noise, 2)) for k in keys}


@pytest.mark.parametrize(("turn", "tilt", "lens", "distance"), [
    (0, 0, 85, 950), (-40, 8, 50, 600), (88, -3, 100, 1100), (25, -20, 200, 2300), (-8, 15, 28, 340)])  # fmt: skip
def test_a_known_standpoint_is_found_again(points, turn, tilt, lens, distance):
    camera = View(turn, tilt, (0, -20, 20), distance, lens).camera(W, H)
    keys = [k for k in GUIDED if k[-1] == ("l" if turn > 0 else "r") or "_" not in k][:18]
    found = solve(marks_of(camera, points, keys), points, W, H, lens)
    # the usual distances that heads are photographed from pull a little, as does the lens that is told
    assert found.lens == pytest.approx(lens, rel=5e-3)
    np.testing.assert_allclose(found.position, camera.position, rtol=6e-3, atol=1.5)
    np.testing.assert_allclose(np.array(found.rotation).reshape(3, 3), camera.rotation, atol=3e-3)
    assert max(found.errors(marks_of(camera, points, keys), points).values()) < 0.6


def test_with_a_fixed_lens_it_equals_opencv(points):
    # reference: OpenCV's iterative PnP, which minimises the same reprojection error
    camera = View(30, 10, (0, -20, 20), 800, 85).camera(W, H)
    keys = list(GUIDED[:16])
    marks = marks_of(camera, points, keys, noise=1.5, seed=3)
    f = focal_px(85, W, H)
    k = np.array([[f, 0, W / 2], [0, f, H / 2], [0, 0, 1]])
    world, image = np.array([points[q] for q in keys]), np.array([marks[q] for q in keys])
    _, rvec, tvec = cv2.solvePnP(world, image, k, None, flags=cv2.SOLVEPNP_ITERATIVE)
    found = solve(marks, points, W, H, 85)
    position = (-cv2.Rodrigues(rvec)[0].T @ tvec).ravel()
    # the lens is a prior of 3 percent here and the distance one of its own, so both may give a little
    seen = cv2.projectPoints(world, rvec, tvec, k, None)[0][:, 0]
    theirs = np.sqrt(((seen - image) ** 2).sum(axis=1).mean())
    mine = np.sqrt(np.mean(np.square(list(found.errors(marks, points).values()))))
    assert mine <= theirs + 5e-3
    assert np.linalg.norm(found.position - position) < 0.03 * np.linalg.norm(position)


def test_the_lens_of_the_photo_is_kept_to(points):
    camera = View(35, 5, (0, -20, 20), 700, 60).camera(W, H)
    marks = marks_of(camera, points, GUIDED[:14], noise=3.0, seed=9)
    assert solve(marks, points, W, H, 60).lens == pytest.approx(60, rel=0.06)


def test_six_marks_are_enough_and_five_are_not(points):
    camera = View(20, 5, (0, -20, 20), 800, 60).camera(W, H)
    keys = ["en_l", "ex_r", "prn", "gn", "t_l", "ch_r"]
    found = solve(marks_of(camera, points, keys), points, W, H, 60)
    assert np.linalg.norm(found.position - camera.position) < 20
    with pytest.raises(CannotSolveError, match=r"5 landmarks are marked; the standpoint needs 6. Mark 1 more"):
        solve(marks_of(camera, points, keys[:5]), points, W, H)


def test_a_plane_is_named(points):
    camera = View(0, 0).camera(W, H)
    keys = ["en_l", "en_r", "ps_l", "ps_r", "pi_l", "pi_r"]
    with pytest.raises(CannotSolveError, match=r"in one plane.*nose tip"):
        flat = {k: points[k] * [1, 1, 0] + [0, 0, 80] for k in keys}
        solve(marks_of(camera, flat, keys), flat, W, H)


@pytest.mark.parametrize("turn", [0, 20, -35])
def test_swapped_left_and_right_are_named(points, turn):
    camera = View(turn, 4, (0, -20, 20), 800, 60).camera(W, H)
    keys = ["en_l", "en_r", "ex_l", "ex_r", "prn", "ch_l", "ch_r", "gn", "sn", "se", "t_l", "t_r"]
    marks = {LANDMARKS[k].twin: m for k, m in marks_of(camera, points, keys).items()}
    with pytest.raises(CannotSolveError, match="Left and right seem to be swapped"):
        solve(marks, points, W, H)


def test_marks_that_fit_nothing_are_refused(points):
    rng = np.random.default_rng(4)
    marks = {k: tuple(rng.uniform(0, 1000, 2)) for k in GUIDED[:12]}
    with pytest.raises(CannotSolveError, match="No standpoint fits"):
        solve(marks, points, W, H)


def test_marks_on_one_spot_or_without_numbers_are_refused(points):
    with pytest.raises(CannotSolveError, match="one line"):
        solve(dict.fromkeys(GUIDED[:12], (5.0, 5.0)), points, W, H)
    marks = {k: (float(i * 7 % 50), float(i * 13 % 90)) for i, k in enumerate(GUIDED[:12])}
    marks["prn"] = (float("nan"), 3.0)
    with pytest.raises(CannotSolveError, match="not a number"):
        solve(marks, points, W, H)
