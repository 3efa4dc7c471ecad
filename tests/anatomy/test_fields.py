"""Distances of simple bodies against closed forms, and the head's field as a whole."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.anatomy.head.eyeball import CORNEA_RADIUS, IRIS_DIAMETER, eyeball
from yewfinch.core.anatomy.head.head_field import EYE, EYE_RADIUS, NECK_END, skin
from yewfinch.core.reshape import field_shapes as fs

POINTS = np.random.default_rng(8).uniform(-60, 60, (400, 3))
number = st.floats(-50, 50)


def test_ball_and_round_ellipsoid_are_the_same():
    expected = np.linalg.norm(POINTS - (3, 4, 5), axis=1) - 20
    np.testing.assert_allclose(fs.ball(POINTS, (3, 4, 5), 20), expected)
    np.testing.assert_allclose(fs.ellipsoid(POINTS, (3, 4, 5), (20, 20, 20)), expected, atol=1e-9)


@pytest.mark.parametrize("power", [2.0, 2.4, 3.0])
def test_ellipsoid_is_zero_on_its_surface_and_has_the_right_sign(power):
    r = np.array([30.0, 20.0, 12.0])
    way = POINTS / ((np.abs(POINTS / r) ** power).sum(axis=1) ** (1 / power))[:, None]
    np.testing.assert_allclose(fs.ellipsoid(way, (0, 0, 0), tuple(r), power=power), 0, atol=1e-6)
    assert (fs.ellipsoid(way * 1.1, (0, 0, 0), tuple(r), power=power) > 0).all()
    assert (fs.ellipsoid(way * 0.9, (0, 0, 0), tuple(r), power=power) < 0).all()


def test_rod_of_one_radius_is_the_distance_to_a_line():
    d = fs.cone(POINTS, (-10, 0, 0), (10, 0, 0), 4.0, 4.0)
    x = np.clip(POINTS[:, 0], -10, 10)
    expected = np.linalg.norm(POINTS - np.stack([x, 0 * x, 0 * x], 1), axis=1) - 4
    np.testing.assert_allclose(d, expected)


def test_a_curve_goes_through_its_points_with_its_radii():
    points, radii = [(0, 0, 0), (10, 5, 0), (20, 0, 5), (30, 0, 0)], [1.0, 2.0, 3.0, 1.0]
    d = fs.curve(np.array(points, float), points, radii)
    np.testing.assert_allclose(d, -np.array(radii), atol=0.25)


@settings(max_examples=60, deadline=None)
@given(a=number, b=number, width=st.floats(0.5, 30))
def test_blend_and_carve_are_close_to_union_and_difference(a, b, width):
    x, y = np.array([a]), np.array([b])
    joined = fs.blend(x, y, width)[0]
    assert min(a, b) - width / 4 - 1e-9 <= joined <= min(a, b) + 1e-9
    taken = fs.carve(x, y, width)[0]
    assert max(a, -b) - 1e-9 <= taken <= max(a, -b) + width / 4 + 1e-9
    if abs(a - b) >= width:
        assert joined == min(a, b)


@pytest.mark.parametrize("angles", [(30, 0, 0), (0, 50, 0), (10, 20, 30)])
def test_axes_are_a_rotation(angles):
    m = fs.axes(*angles)
    np.testing.assert_allclose(m @ m.T, np.eye(3), atol=1e-12)
    assert np.linalg.det(m) == pytest.approx(1)


def test_the_head_is_symmetric_and_ends_with_the_bust():
    p = np.random.default_rng(2).uniform(-130, 130, (3000, 3))
    np.testing.assert_array_equal(skin(p), skin(p * (-1, 1, 1)))
    assert (skin(p[p[:, 1] < NECK_END - 5]) > 0).all()


@pytest.mark.parametrize(("place", "inside"), [
    ((0, 40, 0), True), ((0, -60, 60), True), ((0, -140, -20), True), ((0, -15, 115), True),
    ((0, 150, 0), False), ((0, 40, 130), False), ((60, -120, 60), False), ((50, 22, 95), False),
])  # fmt: skip
def test_the_head_is_where_a_head_is(place, inside):
    assert (skin(np.array([place], float))[0] < 0) == inside


def test_the_cornea_stands_out_of_the_globe_by_its_sagitta():
    s = eyeball(EYE, EYE_RADIUS)
    front = s.positions[:, 2].max() - EYE[2]
    r = IRIS_DIAMETER / 2
    # sagitta of a 7.8 mm cap 11.7 mm wide: 2.641 (fact sheet, computed)
    assert CORNEA_RADIUS - np.sqrt(CORNEA_RADIUS**2 - r**2) == pytest.approx(2.641, abs=5e-4)
    limbus = np.sqrt(EYE_RADIUS**2 - r**2)
    assert front == pytest.approx(limbus + 2.641, abs=0.01)
    assert np.ptp(s.positions[:, 0]) == pytest.approx(24.2, abs=0.1)  # transverse, the same source
    back = EYE[2] - s.positions[:, 2].min()
    assert 22.0 <= front + back <= 24.8  # axial length (Bekerman et al. 2014, J Ophthalmol, from memory)
