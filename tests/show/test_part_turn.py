"""Turned parts: hinge, bend and twist as formulas, and as a layer that comes off."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from yewfinch.core.reshape.part_turn import Bent, PartTurn, after
from yewfinch.demo.shapes import cube_sphere

Z = np.array([0.0, 0.0, 1.0])
LINE = np.zeros(3), np.array([0.0, 100.0, 0.0])


def rod(n=40):
    """Points round a rod of 10 mm along y, from 0 to 150."""
    t = np.linspace(0, 2 * np.pi, n, endpoint=False)
    ring = np.stack([10 * np.cos(t), np.zeros(n), 10 * np.sin(t)], axis=1)
    return np.concatenate([ring + np.array([0.0, y, 0.0]) for y in np.linspace(0, 150, 61)])


def test_a_hinge_is_a_rotation_about_its_joint():
    part = PartTurn("hinge", np.array([5.0, 20.0, -3.0]), np.array([5.0, 90.0, -3.0]), Z)
    p = rod()
    turns, there = part.motion(p, np.ones(len(p)), 35.0)
    expected = Rotation.from_rotvec(np.radians(35) * Z)
    np.testing.assert_allclose(there, expected.apply(p - part.joint) + part.joint, atol=1e-9)
    np.testing.assert_allclose(turns, np.tile(expected.as_quat(scalar_first=True), (len(p), 1)), atol=1e-12)
    half = part.motion(p, np.full(len(p), 0.5), 35.0)[1]
    np.testing.assert_allclose(
        half, Rotation.from_rotvec(np.radians(17.5) * Z).apply(p - part.joint) + part.joint, atol=1e-9
    )


@given(st.floats(-170, 170))
@settings(max_examples=25, deadline=None)
def test_a_bend_lays_the_middle_on_an_arc_of_the_same_length(degrees):
    part = PartTurn("bend", *LINE, Z)
    middle = np.stack([np.zeros(101), np.linspace(0, 100, 101), np.zeros(101)], axis=1)
    _, there = part.motion(middle, np.ones(101), degrees)
    steps = np.linalg.norm(np.diff(there, axis=0), axis=1)
    np.testing.assert_allclose(steps, 1.0, atol=2e-3)
    if abs(degrees) > 1:  # on the circle of that length and angle
        radius = 100 / np.radians(degrees)
        centre = np.array([-radius, 0.0, 0.0])
        np.testing.assert_allclose(np.linalg.norm(there - centre, axis=1), abs(radius), atol=1e-6)
    # beyond the end it goes on straight and stiff
    beyond = np.array([[0.0, 100.0, 0.0], [0.0, 130.0, 0.0], [7.0, 130.0, 4.0]])
    _, far = part.motion(beyond, np.ones(3), degrees)
    np.testing.assert_allclose(
        np.linalg.norm(far - far[0], axis=1), np.linalg.norm(beyond - beyond[0], axis=1), atol=1e-9
    )


def test_a_bend_keeps_the_thickness_and_what_lies_before_the_joint():
    part = PartTurn("bend", *LINE, Z)
    p = rod()
    _, there = part.motion(p, np.ones(len(p)), 80.0)
    rings = there.reshape(61, 40, 3)
    radius = np.linalg.norm(rings - rings.mean(axis=1, keepdims=True), axis=2)
    np.testing.assert_allclose(radius, 10.0, atol=1e-9)
    low = np.array([[3.0, -40.0, 2.0]])
    np.testing.assert_allclose(part.motion(low, np.ones(1), 80.0)[1], low, atol=1e-12)


def test_a_twist_turns_more_and_more_and_moves_nothing_along_the_line():
    part = PartTurn("twist", *LINE, Z)
    p = rod()
    turns, there = part.motion(p, np.ones(len(p)), 90.0)
    np.testing.assert_allclose(there[:, 1], p[:, 1], atol=1e-9)
    np.testing.assert_allclose(np.linalg.norm(there[:, [0, 2]], axis=1), 10.0, atol=1e-9)
    angle = np.degrees(2 * np.arccos(np.clip(turns[:, 0], -1, 1)))
    np.testing.assert_allclose(angle, 90 * np.clip(p[:, 1] / 100, 0, 1), atol=1e-4)


@pytest.mark.parametrize("kind", ["hinge", "bend", "twist"])
def test_quaternions_are_the_turns_of_small_pieces(kind):
    """By differences: an arrow on a stiff part is turned as its quaternion says."""
    part = PartTurn(kind, *LINE, Z)
    p = np.array([[4.0, 120.0, 3.0], [-6.0, 140.0, 1.0]])
    e = 1e-3 * np.array([0.6, 0.5, -0.4])
    turns, a = part.motion(p, np.ones(2), 50.0)
    _, b = part.motion(p + e, np.ones(2), 50.0)
    np.testing.assert_allclose(b - a, Rotation.from_quat(turns, scalar_first=True).apply(e), atol=1e-8)


def test_products_of_turns_are_scipys():
    rng = np.random.default_rng(5)
    a, b = Rotation.random(9, rng=rng), Rotation.random(9, rng=rng)
    ours = Rotation.from_quat(after(a.as_quat(scalar_first=True), b.as_quat(scalar_first=True)), scalar_first=True)
    np.testing.assert_allclose(ours.as_matrix(), (a * b).as_matrix(), atol=1e-12)


def test_a_layer_comes_off_and_goes_on_again():
    surface = cube_sphere(8, 30.0)
    was = surface.positions.copy()
    turns, places = PartTurn("twist", np.array([0, -30.0, 0]), np.array([0, 30.0, 0]), Z).motion(
        was, np.ones(len(was)), 120.0
    )
    bent = Bent(was, turns, places.astype(np.float32))
    np.testing.assert_array_equal(bent.off(bent.now), was)
    np.testing.assert_array_equal(bent.again(was), bent.now)
    pressed = bent.now.copy()
    pressed[7] += [1.0, -2.0, 0.5]
    back = bent.off(pressed)
    assert np.linalg.norm(back[7] - was[7]) == pytest.approx(np.linalg.norm([1, 2, 0.5]), abs=1e-4)
    np.testing.assert_array_equal(np.delete(back, 7, 0), np.delete(was, 7, 0))
    np.testing.assert_allclose(bent.again(back)[7], pressed[7], atol=1e-4)
    again = Bent.of_table(bent.table(), True)
    np.testing.assert_array_equal(again.now, bent.now)
    np.testing.assert_allclose(again.turns, bent.turns, atol=1e-6)


def test_a_line_too_short_is_refused():
    with pytest.raises(ValueError, match="at least"):
        PartTurn("hinge", np.zeros(3), np.array([0.1, 0, 0]), Z)
