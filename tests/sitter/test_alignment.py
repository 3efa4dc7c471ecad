"""What the alignment takes out of the uncertainty, against a plain simulation; poses against OpenCV."""

from dataclasses import replace

import cv2
import numpy as np
import pytest

from yewfinch.core.sight.camera import focal_px
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.alignment import AS_IS, align, procrustes, relative_covariance
from yewfinch.core.sitter.camera_pose import fit_pose, rotation_of
from yewfinch.core.sitter.camera_prior import camera_prior
from yewfinch.core.sitter.solution import BadMark, PhotoFit, Solution

KEYS = ("prn", "gn", "en_l", "en_r", "ch_l", "ch_r", "t_l", "t_r")
POINTS = np.array(
    [[0, -15, 120], [0, -92, 84], [16, 20, 80], [-16, 20, 80], [26, -47, 84], [-26, -47, 84], [72, 0, 2], [-72, 0, 2.0]]
)


def solution(covariance):
    return Solution(KEYS, POINTS, covariance, dict.fromkeys(KEYS, ("a",)), (PhotoFit("a", 8, 1.0, 1.0, 1.0, 0.1),))


@pytest.mark.parametrize("scaled", [False, True])
def test_relative_covariance_equals_a_simulation(scaled):
    rng = np.random.default_rng(0)
    root = rng.normal(0, 0.25, (24, 24))
    covariance = root @ root.T
    held = solution(covariance)
    weight = np.array([1.0, 2.0, 1.0, 1.0, 0.5, 0.5, 1.0, 3.0])
    told = relative_covariance(held, KEYS, weight, scaled=scaled)
    left = []
    for _ in range(4000):
        sitter = POINTS + rng.multivariate_normal(np.zeros(24), covariance).reshape(8, 3)
        # the clay is exact; the residual of laying it on, seen in the sitter's frame
        lay = procrustes(POINTS, sitter, weight, scaled=scaled)
        left.append((sitter - lay.to_sitter(POINTS)).ravel())
    seen = np.cov(np.array(left).T)
    np.testing.assert_allclose(np.sqrt(np.diag(told)), np.sqrt(np.diag(seen)), rtol=0.1, atol=0.03)
    assert np.linalg.matrix_rank(told, tol=1e-9) == 24 - (7 if scaled else 6)


def test_uncertain_landmarks_pull_less():
    covariance = np.eye(24) * 0.01
    covariance[:3, :3] = np.eye(3) * 400.0  # the nose tip is hardly known
    held = solution(covariance)
    clay = dict(zip(KEYS, POINTS.copy(), strict=True))
    clay["prn"] = clay["prn"] + np.array([0, 0, 15.0])
    lay, keys, weight = align(clay, held)
    assert weight[keys.index("prn")] < 0.01 * weight[keys.index("gn")]
    np.testing.assert_allclose(lay.to_sitter(clay["gn"]), POINTS[1], atol=0.05)


def test_as_is_changes_nothing():
    camera = View(20, 5).camera(300, 400)
    same = AS_IS.camera(camera)
    np.testing.assert_array_equal(same.project(POINTS), camera.project(POINTS))


def test_solutions_say_how_much_they_know():
    held = solution(np.eye(24) * 0.25)
    assert held.spread("prn") == pytest.approx(0.5)
    assert set(held.landmarks()) == set(KEYS)
    assert "typically ±0.5 mm" in held.words()
    assert "One photo says little" in held.words()
    assert held.fit("b") is None
    assert held == solution(np.eye(24) * 0.25)
    assert held != solution(np.eye(24))
    assert "40 px" in BadMark("a", "prn", (0, 0), (24, 32)).words()
    assert "exchanged" in BadMark("a", "en_l", (0, 0), (24, 32), True).words()


# --- poses ------------------------------------------------------------------------------------


@pytest.mark.parametrize("turn", [-80, -30, 0, 45, 95])
def test_a_pose_without_noise_is_opencvs(turn):
    # reference: OpenCV solvePnP with SQPNP and its own refinement, at the true focal length
    w, h, lens = 1080, 1350, 85.0
    camera = View(turn, 6, (0, -10, 20), 900, lens).camera(w, h)
    image = camera.project(POINTS)
    prior = replace(camera_prior(w, h, lens), distance_spread=1e6)  # OpenCV knows no usual distance
    found = fit_pose(POINTS, image, (w / 2, h / 2), w, h, prior, 1.0)
    f = focal_px(lens, w, h)
    k = np.array([[f, 0, w / 2], [0, f, h / 2], [0, 0, 1]])
    _, rvec, tvec = cv2.solvePnP(POINTS, image, k, None, flags=cv2.SOLVEPNP_SQPNP)
    rvec, tvec = cv2.solvePnPRefineLM(POINTS, image, k, None, rvec, tvec)
    np.testing.assert_allclose(found.rotation, cv2.Rodrigues(rvec)[0], atol=1e-5)
    np.testing.assert_allclose(found.shift, tvec.ravel(), rtol=1e-5, atol=1e-3)
    assert found.focal == pytest.approx(f, rel=1e-6)
    assert found.rms < 1e-3


def test_one_gross_error_hardly_moves_a_robust_pose():
    w, h, lens = 1080, 1350, 85.0
    camera = View(25, 6, (0, -10, 20), 900, lens).camera(w, h)
    image = camera.project(POINTS)
    image[0] += (60, -50)
    plain = fit_pose(POINTS, image, (w / 2, h / 2), w, h, camera_prior(w, h, lens), 3.0)
    firm = fit_pose(POINTS, image, (w / 2, h / 2), w, h, camera_prior(w, h, lens), 3.0, robust=True)

    def off(pose):
        return np.degrees(np.arccos((np.trace(pose.rotation @ camera.rotation.T) - 1) / 2))

    assert off(firm) < 0.5 * off(plain)
    assert off(firm) < 1.5


def test_rodrigues():
    # 120 degrees about (1, 1, 1) carries x to y to z to x: facts, verified with scipy
    r = rotation_of(np.radians(120) * np.ones(3) / np.sqrt(3))
    np.testing.assert_allclose(r @ np.eye(3), np.roll(np.eye(3), 1, axis=0), atol=1e-12)
    np.testing.assert_array_equal(rotation_of(np.zeros(3)), np.eye(3))
