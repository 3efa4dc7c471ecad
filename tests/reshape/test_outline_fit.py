import numpy as np
import pytest
from scipy.spatial import cKDTree

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import masking, solids
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.outline_fit import fitted
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def ball():
    return cube_sphere(30)


def eye(flat=False):
    return View(distance=900.0, target=(0.0, 0.0, 0.0), orthographic=flat).camera(800, 600)


def bulge(camera, grown=0.15, ends=0.7):
    """A line round the left side of a ball of 100 mm that bulges out in its middle."""
    px = 100 / camera.mm_per_pixel(np.zeros(3))
    if not camera.flat:  # the outline of a ball in perspective lies before its middle: r / sqrt(1 - (r / d)²)
        px /= np.sqrt(1 - (100 / 900) ** 2)
    a = np.linspace(-ends, ends, 60)
    r = px * (1 + grown * np.cos(a / ends * np.pi / 2) ** 2)
    return camera.project(np.zeros((1, 3)))[0] + np.stack([r * np.cos(a), -r * np.sin(a)], axis=1)


@pytest.mark.parametrize("flat", [False, True])
def test_the_silhouette_takes_the_line_and_the_far_side_stays(ball, flat):
    camera = eye(flat)
    found = fitted(ball, camera, bulge(camera))
    assert found.before > 8
    assert found.after < 0.3
    assert found.positions[:, 0].max() == pytest.approx(115, abs=1.5)
    far = ball.positions[:, 0] < -10
    np.testing.assert_array_equal(found.positions[far], ball.positions[far].astype(float))


def test_the_form_follows_smoothly(ball):
    camera = eye(True)
    found = fitted(ball, camera, bulge(camera))
    moved = np.linalg.norm(found.positions - ball.positions, axis=1)
    # neighbours differ by little: no vertex is torn out of its surroundings
    a, b = np.repeat(np.arange(len(ball)), np.diff(ball.ring_at)), ball.ring
    length = np.linalg.norm(ball.positions[a] - ball.positions[b], axis=1)
    assert (np.abs(moved[a] - moved[b]) / length).max() < 0.9
    front = np.linalg.norm(ball.positions - [95, 0, 31], axis=1).argmin()
    assert 1.0 < moved[front] < 15.0


def test_symmetric_and_masked(ball):
    camera = eye()
    found = fitted(ball, camera, bulge(camera), symmetric=True)
    flip = found.positions * [-1, 1, 1]
    assert cKDTree(found.positions).query(flip)[0].max() < 1e-3
    assert found.positions[:, 0].min() == pytest.approx(-115, abs=1.5)
    ball.mask[ball.positions[:, 1] > 0] = 255
    held = fitted(ball, camera, bulge(camera))
    np.testing.assert_array_equal(
        held.positions[ball.mask[:, 0] > 0], ball.positions[ball.mask[:, 0] > 0].astype(float)
    )
    assert (held.positions[:, 0] > 104).any()


@pytest.mark.parametrize(("line", "reach", "match"), [
    (np.zeros((1, 2)), 40.0, "too short"), (np.array([[5.0, 5.0], [20.0, 5.0], [60.0, 5.0]]), 20.0, "meets no outline"),
    (np.array([[5.0, 5.0], [90.0, 5.0], [91.0, 9.0]]), float("nan"), "cannot follow"),
])  # fmt: skip
def test_what_cannot_be_done_is_said(ball, line, reach, match):
    with pytest.raises(YewfinchError, match=match):
        fitted(ball, eye(), line, reach=reach)


def test_fitted_in_a_portrait_with_its_numbers(portrait, ball):
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    camera = eye()
    edit, words = masking.fit_outline(portrait, "clay", camera, bulge(camera), reach=45.0, symmetric=False)
    portrait.perform(edit)
    assert "now 0." in words
    portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("clay").positions, cube_sphere(30).positions)


def test_a_drawn_tube_runs_along_the_clay_and_beyond(portrait, ball):
    for key in list(portrait.pieces):
        portrait.remove_piece(key)
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    camera = eye()
    drawn = np.stack([np.linspace(400, 780, 40), np.linspace(300, 250, 40)], axis=1)
    edit, key = solids.draw_tube(portrait, camera, drawn, 6.0)
    portrait.perform(edit)
    solid = portrait.pieces[key].solid
    spots = np.array(solid.line)[:, :3] + solid.place
    assert np.linalg.norm(spots[0]) == pytest.approx(100, abs=1.5)
    np.testing.assert_allclose(camera.project(spots)[[0, -1]], drawn[[0, -1]], atol=0.2)
    assert camera.depths(spots)[-1] == pytest.approx(
        camera.depths(spots)[-2], abs=1e-6
    )  # beside the ball, as deep as it was left
    assert [p[3] for p in solid.line] == [6.0] * solids.TUBE_POINTS


def test_loose_triangles_follow_the_line_too(ball):
    corners = ball.positions[ball.triangles()].reshape(-1, 3)
    loose = Surface(corners, np.arange(len(corners)).reshape(-1, 3))
    camera = eye()
    found = fitted(loose, camera, bulge(camera), reach=60.0)
    whole = fitted(ball, camera, bulge(camera), reach=60.0)
    assert found.after < 0.2 * found.before
    np.testing.assert_allclose(found.positions, whole.positions[ball.triangles()].reshape(-1, 3), atol=3.0)
