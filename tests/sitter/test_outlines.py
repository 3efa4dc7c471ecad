"""Depth maps, outlines and lines against closed forms."""

import numpy as np
import pytest

from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.outlines import gaps
from yewfinch.core.sitter.photo import Photo
from yewfinch.demo.shapes import cube_sphere

BALL = cube_sphere(48, 100.0)
CAMERA = View(20, 10, (0, 0, 0), 900, 85).camera(1080, 1350)
#: A ball's silhouette: the cone of tangents, half angle asin(radius / distance).
RADIUS = CAMERA.focal * np.tan(np.arcsin(100 / 900))


def ring(radius, n=60, start=0.0, end=2 * np.pi):
    t = np.linspace(start, end, n)
    return CAMERA.project([0, 0, 0])[0] + radius * np.stack([np.cos(t), np.sin(t)], axis=1)


def photo(**curves):
    return Photo("a", "a", "a.jpg", 1080, 1350, curves={k: tuple(map(tuple, v)) for k, v in curves.items()})


@pytest.mark.parametrize("off", [0.0, 2.0, -3.0, 8.0])
def test_the_outline_of_a_ball_is_found_to_a_tenth_of_a_millimetre(off):
    depth = DepthMap(CAMERA)
    depth.draw({"ball": BALL})
    px = CAMERA.focal / (900 * np.cos(np.arcsin(100 / 900)) ** 2)  # pixels a mm at the rim's depth
    found = gaps(photo(face_outline=ring(RADIUS + off * px)), CAMERA, {}, depth, np.zeros(3))[0]
    assert np.nanmean(found.signed) == pytest.approx(-off, abs=0.1 + 0.02 * abs(off))
    assert np.nanstd(found.signed) < 0.12
    assert ("in" if off > 0 else "out") in found.words() or off == 0
    np.testing.assert_allclose(np.linalg.norm(found.spots, axis=1), 100, atol=1.0)  # points on the ball
    lands = CAMERA.project(found.spots + found.ways)
    np.testing.assert_allclose(lands, found.drawn, atol=0.5)  # the way leads to the drawn line


def test_an_arc_is_enough():
    depth = DepthMap(CAMERA)
    depth.draw({"ball": BALL})
    found = gaps(photo(face_outline=ring(RADIUS - 6, 12, 0.4, 1.4)), CAMERA, {}, depth, np.zeros(3))[0]
    assert 1.2 < np.nanmean(found.signed) < 2.4
    assert found.worst is not None


def test_an_edge_before_clay_counts_and_nothing_far_away_does():
    small = cube_sphere(16, 30.0)
    small.set_rows(np.arange(len(small), dtype=np.int32), small.positions + np.float32([0, 0, 160]))
    depth = DepthMap(CAMERA)
    depth.draw({"ball": BALL, "small": small})
    centre = CAMERA.project([0, 0, 160])[0]
    t = np.linspace(0, 2 * np.pi, 40)
    distance = CAMERA.depths([0, 0, 160])[0]
    r = CAMERA.focal * 30 / distance
    drawn = centre + r * np.stack([np.cos(t), np.sin(t)], axis=1)
    found = gaps(photo(jaw=drawn), CAMERA, {}, depth, np.array([0, 0, 160.0]))[0]
    assert np.abs(np.nanmean(found.signed)) < 0.6
    far = gaps(photo(jaw=ring(RADIUS * 3)), CAMERA, {}, depth, np.zeros(3))[0]
    assert np.isnan(far.signed).all()
    assert far.worst is None
    assert np.isnan(far.rms)
    assert "not to be seen" in far.words()


def test_depths_equal_picking():
    depth = DepthMap(CAMERA, 400)
    depth.draw({"ball": BALL})
    c = depth.camera
    for x, y in ((200, 160), (150, 210), (180, 250)):
        hit = pick(BALL, *c.ray(x + 0.5, y + 0.5))
        if hit is None:
            assert not np.isfinite(depth.depth[y, x])
        else:
            assert depth.depth[y, x] == pytest.approx(float(c.depths(hit.point)[0]), abs=0.05)


def test_after_a_stroke_only_the_touched_part_is_drawn_and_equals_the_whole():
    ball = cube_sphere(150, 100.0)
    depth = DepthMap(CAMERA, 500)
    depth.draw({"ball": ball})
    everything = depth.drawn
    row = ball.nearest_row((0, 0, 100))
    rows = ball.rows_in_ball(ball.positions[row], 4.0)
    leaves = ball.set_rows(rows, ball.positions[rows] * np.float32(1.1))
    rect = depth.update("ball", leaves)
    assert rect is not None
    assert depth.drawn - everything < 0.02 * everything
    assert (rect[2] - rect[0]) * (rect[3] - rect[1]) < 0.01 * depth.depth.size
    again = DepthMap(CAMERA, 500)
    again.draw({"ball": ball})
    np.testing.assert_array_equal(depth.depth, again.depth)
    assert depth.update("nothing", leaves) is None


@pytest.mark.parametrize(("key", "move", "word"), [
    ("lip_upper", (0, 3.0, 0), "too high"), ("lip_upper", (0, -3.0, 0), "too low"),
    ("ear_rim_l", 0.9, "too far out"), ("ear_rim_l", 1.1, "too far in"),
])  # fmt: skip
def test_lines_are_compared_along_their_length(portrait, key, move, word):
    camera = View(0 if key == "lip_upper" else 40, 2, (0, -20, 20), 900, 85).camera(1080, 1350)
    line = portrait.line(key)
    middle = line.mean(axis=0)
    drawn = camera.project(middle + (line - middle) * move if isinstance(move, float) else line - np.array(move))
    middle = np.mean(list(portrait.landmarks().values()), axis=0)
    found = gaps(photo(**{key: drawn}), camera, {key: line}, None, middle)[0]
    if key == "lip_upper":
        assert word in found.words()
    assert (np.median(found.signed) > 0) == ("high" in word or "out" in word)
    assert 0.8 < found.rms <= 3.4
    same = gaps(photo(**{key: camera.project(line)}), camera, {key: line}, None, middle)[0]
    assert same.rms < 0.2


def test_lines_the_clay_does_not_have_are_left_out(portrait):
    assert gaps(photo(lip_upper=ring(50)), CAMERA, {}, None, np.zeros(3)) == []
    assert gaps(photo(face_outline=ring(50)), CAMERA, {}, None, np.zeros(3)) == []
