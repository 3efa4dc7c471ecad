"""Sides of drawn lines and outlines, against each side in turn and scikit-image."""

import numpy as np
import pytest
from skimage.measure import points_in_poly

from yewfinch.core.sight import _outline_kernels as kernels
from yewfinch.core.sight.outline import drawn
from yewfinch.core.sight.view import View

CAMERA = View().camera(800.0, 600.0)


def _mm(pixels):
    """Points of space that the camera sees at pixels."""
    deep = 600.0
    aside = (pixels - np.array(CAMERA.centre)) * (CAMERA.flat if CAMERA.flat else deep / CAMERA.focal)
    return CAMERA.position + np.c_[aside, np.full(len(pixels), deep)] @ CAMERA.rotation


def _slowly(at, start, end):
    along = end - start
    t = np.clip(((at[:, None] - start) * along).sum(axis=2) / (along * along).sum(axis=1), 0, 1)
    gap = ((at[:, None] - start - t[..., None] * along) ** 2).sum(axis=2)
    side = gap.argmin(axis=1)
    rows = np.arange(len(at))
    return side, t[rows, side], gap[rows, side]


@pytest.mark.parametrize("seed", range(4))
def test_the_nearest_side_is_the_one_that_looking_at_each_finds(seed):
    rng = np.random.default_rng(seed)
    points, at = rng.random((30, 2)) * 300, rng.random((500, 2)) * 300
    end = np.roll(points, -1, axis=0)
    side, along, square, _ = kernels.nearest_sides(at, points, end)
    wanted = _slowly(at, points, end)
    assert np.allclose(square, wanted[2], rtol=1e-9, atol=1e-9)
    same = side == wanted[0]  # at a corner two are as near
    assert same.mean() > 0.8
    assert np.allclose(along[same], wanted[1][same], atol=1e-9)


@pytest.mark.parametrize("seed", range(4))
def test_what_lies_within_a_lasso_has_a_negative_side(seed):
    """Inside as scikit-image tells it."""
    rng = np.random.default_rng(seed)
    turn = np.linspace(0, 2 * np.pi, 50, endpoint=False)
    lasso = np.array([400.0, 300.0]) + (80 + 60 * rng.random(50))[:, None] * np.stack(
        [np.cos(turn), np.sin(turn)], axis=1
    )
    pixels = rng.random((3000, 2)) * (400, 400) + (200, 100)
    outline = drawn(CAMERA, lasso, "lasso")
    assert np.array_equal(outline.side(_mm(pixels)) < 0, points_in_poly(pixels, outline.points))


def test_the_right_hand_side_of_a_drawn_line_is_negative_and_places_come_back():
    line = np.stack([np.linspace(250, 550, 40), 300 + 40 * np.sin(np.linspace(0, 6, 40))], axis=1)
    outline = drawn(CAMERA, line, "curve")
    middle = line[10:30]
    down, up = outline.side(_mm(middle + np.array([0, 15]))), outline.side(_mm(middle - np.array([0, 15])))
    assert (down < 0).all()  # drawn to the right, and y runs down
    assert (up > 0).all()
    assert (np.abs(down) <= 15 + 1e-9).all()
    on = _mm(middle)
    assert np.allclose(outline.on_wall(outline.place(on)), on, atol=0.5)


def test_what_the_camera_cannot_see_is_far_outside():
    outline = drawn(CAMERA, np.array([[100.0, 100], [700, 500]]), "box")
    behind = CAMERA.position - 50 * CAMERA.rotation[2]
    assert outline.side(behind[None])[0] > 1000 or CAMERA.flat
