"""Cameras: fields of view, projection against OpenCV, OpenGL matrices."""

import cv2
import numpy as np
import pytest

from yewfinch.core.sight.camera import field_of_view, focal_px, lens_mm
from yewfinch.core.sight.view import DIRECTIONS, View, near_far


@pytest.mark.parametrize(
    ("lens", "across", "up"),
    # 2 atan(w / 2f) on 36x24 mm, computed values of the fact sheet
    [(24, 73.74, 53.13), (35, 54.43, 37.85), (50, 39.60, 26.99), (85, 23.91, 16.07), (135, 15.19, 10.16)],
)
def test_field_of_view_of_a_lens(lens, across, up):
    focal = focal_px(lens, 3600, 2400)
    assert field_of_view(3600, focal) == pytest.approx(across, abs=0.006)
    assert field_of_view(2400, focal) == pytest.approx(up, abs=0.006)
    assert lens_mm(focal, 3600, 2400) == pytest.approx(lens)


def test_projection_matches_opencv():
    camera = View(33, 12, (1, 2, 3), 700, 50).camera(1200, 900)
    points = np.random.default_rng(0).uniform(-90, 90, (30, 3))
    k = np.array([[camera.focal, 0, 600], [0, camera.focal, 450], [0, 0, 1]])
    rvec = cv2.Rodrigues(camera.rotation)[0]
    seen, _ = cv2.projectPoints(points, rvec, -camera.rotation @ camera.position, k, None)
    np.testing.assert_allclose(camera.project(points), seen[:, 0], atol=1e-8)


@pytest.mark.parametrize("flat", [False, True])
def test_clip_matrix_agrees_with_projection(flat):
    camera = View(-50, 20, (0, 0, 0), 600, 70, flat).camera(800, 500)
    points = np.random.default_rng(1).uniform(-80, 80, (20, 3))
    near, far = near_far(camera, [[-80] * 3, [80] * 3])
    m = camera.clip_matrix(near, far) @ camera.view_matrix()
    clip = np.c_[points, np.ones(20)] @ m.T
    ndc = clip[:, :3] / clip[:, 3:]
    assert (np.abs(ndc) <= 1.0001).all()
    pixels = np.c_[(ndc[:, 0] + 1) / 2 * 800, (1 - ndc[:, 1]) / 2 * 500]
    np.testing.assert_allclose(pixels, camera.project(points), atol=1e-6)


@pytest.mark.parametrize("flat", [False, True])
def test_ray_goes_through_what_is_seen(flat):
    camera = View(70, -30, (5, 5, 5), 600, 40, flat).camera(640, 480)
    point = np.array([12.0, -7.0, 30.0])
    origin, direction = camera.ray(*camera.project(point)[0])
    assert np.linalg.norm(np.cross(point - origin, direction)) < 1e-9


def test_named_directions_show_the_right_side():
    for name, sign in (("profile-left", 1), ("profile-right", -1)):
        turn, tilt = DIRECTIONS[name]
        assert View().turned(turn, tilt).camera(10, 10).position[0] * sign > 0
    assert View().turned(*DIRECTIONS["below"]).camera(10, 10).position[1] < -100
    right = View().camera(10, 10).rotation[0]
    np.testing.assert_allclose(right, [1, 0, 0], atol=1e-12)  # the sitter's left is on the right


def test_a_fitted_camera_shows_the_same_picture_smaller():
    camera = View(20, 5).camera(1080, 1350)
    small, (left, top, w, h) = camera.fitted(700, 600)
    points = np.random.default_rng(2).uniform(-60, 60, (10, 3))
    expected = camera.project(points) * (w / 1080) + (left, top)
    np.testing.assert_allclose(small.project(points), expected, atol=1e-9)
    assert h == pytest.approx(600)


def test_changing_the_lens_keeps_the_size_of_the_target():
    view = View(lens=50, distance=600)
    for lens in (24, 135):
        other = view.with_lens(lens)
        a = view.camera(900, 600).mm_per_pixel(view.target)
        assert other.camera(900, 600).mm_per_pixel(view.target) == pytest.approx(a)


def test_tilt_stays_short_of_the_poles_and_turn_wraps():
    view = View().turned(270, 120)
    assert view.turn == -90
    assert view.tilt == 89
