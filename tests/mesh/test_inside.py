import igl
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from yewfinch.core.mesh.query.inside import Inside
from yewfinch.demo.shapes import cube_sphere


def parts(surface):
    return surface.positions.astype(np.float64), surface.triangles().astype(np.int64)


@given(st.integers(0, 2**32 - 1), st.booleans())
def test_windings_are_those_of_the_exact_formula_however_a_body_crosses_itself(seed, short):
    # libigl's exact winding number (Jacobson, Kavan & Sorkine-Hornung 2013) as a second opinion
    rng = np.random.default_rng(seed)
    at, triangles = parts(cube_sphere(5))
    at = at + rng.normal(size=at.shape) * rng.uniform(0, 60)
    two = np.concatenate([at, at * 0.7 + rng.normal(size=3) * 40])
    if short:  # numbers of 32 bits, as those of clay are, are kept as such
        two = two.astype(np.float32).astype(np.float64)
    both = np.concatenate([triangles, triangles + len(at)])
    points = rng.uniform(-150, 150, (300, 3))
    exact = np.ravel(igl.winding_number(two, both, points))
    np.testing.assert_array_equal(Inside(two, both).winding(points), np.round(exact).astype(int))


def test_points_over_edges_and_vertices_on_round_numbers():
    cube = np.array([[x, y, z] for x in (0.0, 10.0) for y in (0.0, 10.0) for z in (0.0, 10.0)])
    quads = np.array([[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]])
    triangles = np.concatenate([quads[:, [0, 1, 2]], quads[:, [0, 2, 3]]])
    inner = np.array([[5.0, 5, 5], [5, 1, 1], [1, 9, 1], [2, 5, 5], [9, 2.5, 2.5]])
    outer = inner + np.array([[20.0, 0, 0], [0, 20, 0], [0, 0, -20], [-20, 0, 0], [11, 0, 0]])
    sign = np.sign(np.linalg.det(cube[triangles] - 5.0).sum())
    maker = Inside(cube, triangles if sign > 0 else triangles[:, ::-1])
    np.testing.assert_array_equal(maker.winding(inner), 1)
    np.testing.assert_array_equal(maker.winding(outer), 0)
    np.testing.assert_array_equal(Inside(cube, triangles[:, ::-1] if sign > 0 else triangles).winding(inner), -1)


@pytest.mark.parametrize("count", [0, 1])
def test_next_to_nothing_has_no_inside(count):
    maker = Inside(np.eye(3), np.array([[0, 1, 2]])[:count])
    np.testing.assert_array_equal(maker.winding(np.array([[5.0, 5.0, 5.0]])), 0)
