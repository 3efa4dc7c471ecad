"""Strokes along arcs and curves."""

import numpy as np
import pytest

from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke_curve import FEWEST, Knot, events_along, knots_of, line, with_knot
from yewfinch.demo.shapes import cube_sphere

EYE = np.array([0.0, 0.0, 400.0])


def knots(*points):
    return [Knot(np.array(p, float), EYE) for p in points]


def test_an_arc_is_the_circle_through_three_points():
    for a, b, c in ((10, 60, 170), (10, -60, -150), (200, 100, 20)):  # either way round, and more than half of it
        points = [(3 + 20 * np.cos(np.radians(t)), 5 + 20 * np.sin(np.radians(t)), 7.0) for t in (a, b, c)]
        at, _ = line(knots(*points), "arc", 1.0)
        np.testing.assert_allclose(np.linalg.norm(at - (3, 5, 7), axis=1), 20, atol=1e-9)
        np.testing.assert_allclose([at[0], at[-1]], [points[0], points[2]], atol=1e-9)
        assert np.linalg.norm(at - points[1], axis=1).min() < 1.0
        assert np.linalg.norm(np.diff(at, axis=0), axis=1).max() < 1.3


def test_three_points_in_a_row_are_a_straight_line():
    at, _ = line(knots((0, 0, 0), (5, 0, 0), (10, 0, 0)), "arc", 0.5)
    np.testing.assert_allclose(at[:, 1:], 0, atol=1e-9)
    assert at[0, 0] == 0 and at[-1, 0] == 10


def test_a_curve_goes_through_its_knots_without_loops():
    points = [(0, 0, 0), (10, 0, 0), (10.5, 0.5, 0), (11, 12, 3), (30, 10, 0)]
    at, eyes = line(knots(*points), "curve", 0.25)
    for p in points:
        assert np.linalg.norm(at - p, axis=1).min() < 0.2
    np.testing.assert_allclose(eyes, np.tile(EYE, (len(at), 1)), atol=1e-9)
    way = np.diff(at, axis=0)
    turns = (way[1:] * way[:-1]).sum(axis=1) / np.linalg.norm(way[1:], axis=1) / np.linalg.norm(way[:-1], axis=1)
    assert turns.min() > 0.5  # a loop would turn back on itself


@pytest.mark.parametrize(("course", "count"), [("arc", 3), ("curve", 7)])
def test_knots_of_what_was_drawn(course, count):
    ball = cube_sphere(40)
    hits = []
    for a in np.linspace(-40, 40, 60):
        way = -np.array([np.sin(np.radians(a)), 0.1, np.cos(np.radians(a))])
        hits.append((pick(ball, -way * 400, way), -way * 400))
    found = knots_of(hits, course, 20.0)
    assert abs(len(found) - count) <= (1 if course == "curve" else 0)
    np.testing.assert_array_equal(found[0].aim, hits[0][0].point)
    np.testing.assert_array_equal(found[-1].aim, hits[-1][0].point)
    assert len(knots_of(hits[:3], "curve", 100.0)) == FEWEST


def test_events_look_at_the_curve_and_keep_the_keys():
    like = PointerEvent("press", EYE, np.array([0, 0, -1.0]), 0.4, True, True)
    events = events_along(knots((0, 0, 0), (10, 5, 0), (20, 0, 0)), "curve", 1.0, like)
    assert [e.phase for e in (events[0], events[1], events[-1])] == ["press", "move", "release"]
    assert all(e.shift and e.ctrl and e.pressure == 1.0 for e in events)
    for e in events:
        assert np.linalg.norm(e.direction) == pytest.approx(1.0)
        t = -e.origin[2] / e.direction[2]
        assert -0.1 <= (e.origin + t * e.direction)[0] <= 20.1


def test_a_new_knot_goes_between_its_neighbours():
    row = knots((0, 0, 0), (10, 0, 0), (20, 0, 0))
    more = with_knot(row, Knot(np.array([14.0, 3.0, 0.0]), EYE))
    assert [k.aim[0] for k in more] == [0, 10, 14, 20]
