"""Nearest places: by another library, by every triangle one after the other, with hints and within reach."""

import igl
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.mesh.query._nearest_kernels import _on_triangle
from yewfinch.core.mesh.query.nearest import NearestTree, nearest
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.demo.shapes import cube_sphere


@settings(max_examples=30)
@given(st.integers(0, 2**32 - 1), st.sampled_from([1, 2, 3, 5, 64, 300]))
def test_random_triangles_by_another_library(seed, count):
    # libigl as a second opinion
    rng = np.random.default_rng(seed)
    at = rng.normal(size=(3 * count, 3)) * rng.choice([0.01, 1.0, 300.0])
    triangles = rng.integers(0, len(at), (count, 3))  # some lose their area
    points = rng.normal(size=(50, 3)) * rng.choice([0.01, 1.0, 300.0])
    tree = NearestTree(at, triangles)
    found = tree.find(points)
    squares, _, _ = igl.point_mesh_squared_distance(points, at, triangles.astype(np.int64))
    size = 1e-9 * (np.abs(at).max() + np.abs(points).max())
    np.testing.assert_allclose(np.sqrt(found.squares), np.sqrt(np.ravel(squares)), atol=max(size, 1e-9), rtol=1e-6)
    np.testing.assert_allclose(
        np.linalg.norm(tree.places(found) - points, axis=1), np.sqrt(found.squares), atol=max(size, 1e-9), rtol=1e-6
    )


def test_hints_change_nothing_but_the_time_and_reach_ends_the_look():
    ball = cube_sphere(24)
    tree = NearestTree(ball.positions, ball.triangles())
    rng = np.random.default_rng(5)
    points = rng.normal(size=(400, 3)) * 80
    found = tree.find(points)
    again = tree.find(points, rng.permutation(found.rows))
    np.testing.assert_allclose(again.squares, found.squares, rtol=1e-12)
    away = np.sqrt(found.squares)
    near = tree.find(points, reach=20.0)
    np.testing.assert_array_equal(near.rows >= 0, away <= 20.0)
    np.testing.assert_allclose(near.squares[near.rows >= 0], found.squares[away <= 20.0])


def test_normals_look_outwards_on_a_ball():
    ball = cube_sphere(16)
    tree = NearestTree(ball.positions, ball.triangles())
    points = np.random.default_rng(1).normal(size=(200, 3)) * 100
    normal = tree.normals(tree.find(points).rows)
    assert ((normal * points).sum(axis=1) / np.linalg.norm(points, axis=1) > 0.97).all()
    np.testing.assert_allclose(np.linalg.norm(normal, axis=1), 1.0)


@pytest.mark.parametrize(
    "point, s, t",
    [
        ((-1, -1, 2), 0, 0),
        ((3, -1, 0), 1, 0),
        ((-1, 3, 1), 0, 1),
        ((0.5, -2, 0), 0.5, 0),
        ((-2, 0.25, 0), 0, 0.25),
        ((1, 1, 5), 0.5, 0.5),
        ((0.2, 0.3, -4), 0.2, 0.3),
    ],
)
def test_each_region_of_a_triangle(point, s, t):
    data = np.array([[0.0, 0, 0, 1, 0, 0, 0, 1, 0]])
    square, first, second = _on_triangle(*map(float, point), data, 0)
    assert (first, second) == pytest.approx((s, t))
    assert square == pytest.approx(np.sum((np.array(point, float) - (s, t, 0)) ** 2))


def test_places_on_a_surface_of_quads_and_an_empty_one():
    ball = cube_sphere(12)
    squares, corners, weights = nearest(ball, ball.positions.astype(float))
    np.testing.assert_allclose(squares, 0.0, atol=1e-12)
    np.testing.assert_allclose(
        np.einsum("nk,nkc->nc", weights, ball.positions[corners].astype(float)), ball.positions, atol=1e-5
    )
    assert isinstance(ball, Surface)
    with pytest.raises(BadSurfaceError, match="no triangle"):
        NearestTree(np.zeros((3, 3)), np.empty((0, 3), int))
