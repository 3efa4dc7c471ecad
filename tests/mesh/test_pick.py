"""Picking against trimesh's ray caster and the closed formula of a sphere."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.mesh.query.anchors import anchor
from yewfinch.core.mesh.query.geodesic import along_surface
from yewfinch.core.mesh.query.pick import circle_on, pick
from yewfinch.core.mesh.surface.surface import Surface


def test_hits_agree_with_trimesh(made_head):
    s = made_head.head
    mesh = trimesh.Trimesh(s.positions.astype(float), s.triangles(), process=False)
    rng = np.random.default_rng(3)
    origins = rng.normal(size=(40, 3))
    origins = origins / np.linalg.norm(origins, axis=1, keepdims=True) * 500
    ways = rng.uniform(-70, 70, (40, 3)) - origins
    where, rays, _ = mesh.ray.intersects_location(origins, ways, multiple_hits=True)
    for i in range(40):
        hit = pick(s, origins[i], ways[i], front_only=False)
        mine = where[rays == i]
        if hit is None:
            assert len(mine) == 0
            continue
        nearest = mine[np.argmin(np.linalg.norm(mine - origins[i], axis=1))]
        np.testing.assert_allclose(hit.point, nearest, atol=2e-3)


def test_hit_lies_on_its_face_and_faces_the_eye(ball):
    hit = pick(ball, (13, 21, 400), (0, 0, -1))
    assert hit is not None
    assert hit.point[2] == pytest.approx(np.sqrt(100**2 - 13**2 - 21**2), abs=0.3)
    assert hit.distance == pytest.approx(400 - hit.point[2], abs=1e-3)
    assert hit.normal[2] > 0.9
    assert set(hit.corners) <= set(ball.faces[hit.face].tolist())
    assert hit.weights.sum() == pytest.approx(1)


def test_a_ray_that_misses_gives_none(ball):
    assert pick(ball, (0, 150, 400), (0, 0, -1)) is None
    assert pick(ball, (0, 0, 400), (0, 0, 1)) is None


def test_faces_seen_from_behind_count_only_on_request(ball):
    assert pick(ball, (1, 2, 0), (0, 0, -1)) is None
    assert pick(ball, (1, 2, 0), (0, 0, -1), front_only=False) is not None


def test_anchor_rides_with_the_surface(ball):
    hit = pick(ball, (13, 21, 400), (0, 0, -1))
    tied = anchor("ball", hit)
    np.testing.assert_allclose(tied.on(ball), hit.point, atol=1e-6)
    rows = np.arange(len(ball), dtype=np.int32)
    ball.set_rows(rows, ball.positions + np.float32([5, 0, 0]))
    np.testing.assert_allclose(tied.on(ball), hit.point + np.array([5.0, 0.0, 0.0]), atol=1e-4)


@pytest.mark.parametrize("angle", [10, 45, 80])
def test_distance_along_a_ball_is_an_arc(ball, angle):
    # closed formula of the great circle
    a = anchor("b", pick(ball, (0.3, 0.2, 400), (0, 0, -1)))
    t = np.radians(angle)
    way = -np.array([np.sin(t), 0.002, np.cos(t)])
    b = anchor("b", pick(ball, -way * 400, way))
    p, q = a.on(ball), b.on(ball)
    arc = 100 * np.arccos(p @ q / np.linalg.norm(p) / np.linalg.norm(q))
    assert along_surface(ball, a, b) == pytest.approx(arc, rel=0.004)


def test_distance_along_unconnected_parts_is_infinite():
    s = Surface([[0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 5], [1, 0, 5], [0, 1, 5]], [[0, 1, 2], [3, 4, 5]])
    a = anchor("s", pick(s, (0.2, 0.2, 9), (0, 0, -1)))
    b = anchor("s", pick(s, (0.2, 0.2, 3), (0, 0, -1)))
    assert along_surface(s, a, b) == float("inf")


def test_a_circle_on_a_ball_is_a_circle(ball):
    """A cylinder meets a sphere round its axis in a circle: closed formula."""
    at = np.array([0.0, 60.0, 80.0])
    ring = circle_on(ball, at, at / 100, 30.0)
    assert ring.shape == (49, 3)
    np.testing.assert_allclose(ring[0], ring[-1], atol=1e-9)
    np.testing.assert_allclose(
        np.linalg.norm(np.cross(ring, at / 100), axis=1), 30.0, atol=1e-6
    )  # as seen along the normal
    np.testing.assert_allclose(ring @ (at / 100), np.sqrt(100**2 - 30**2), atol=0.4)  # the ball is of flat faces


def test_a_circle_goes_on_level_over_an_edge():
    """Over a step down that is deeper than the circle is wide."""
    square = Surface(np.array([[0, 0, 0], [100, 0, 0], [100, 100, 0], [0, 100, 0]], np.float32), [[0, 1, 2, 3]])
    ring = circle_on(square, (5, 50, 0), (0, 0, 1), 10.0)
    np.testing.assert_allclose(ring[:, 2], 0.0, atol=1e-6)
    assert ring[:, 0].min() == pytest.approx(-5, abs=0.1)  # half of it hangs over
