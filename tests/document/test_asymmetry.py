"""Asymmetry: taken apart and put together, weighed, the sitter's brought over, one side made as the other."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import asymmetry, form_layers
from yewfinch.core.document.verbs.asymmetry_lists import by_landmark, by_line, by_region
from yewfinch.core.features.asymmetry import antisymmetric, colours, parts
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sitter.alignment import AS_IS
from yewfinch.core.sitter.solution import Solution
from yewfinch.demo.shapes import cube_sphere

FLIP = np.array([-1.0, 1.0, 1.0])


@pytest.fixture
def uneven():
    p = new_portrait(Figure(Person(sex=1.0, age=40.0, seed=5, asymmetry=1.0)))
    yield p
    p.history.close()


def test_a_form_is_the_sum_of_its_parts_and_its_image_has_their_images(uneven):
    head = uneven.surface("head")
    found = parts(head)
    np.testing.assert_array_equal((found.symmetric + found.steps).astype(np.float32), head.positions)
    np.testing.assert_allclose(found.symmetric, found.symmetric[found.twin] * FLIP, atol=1e-9)
    np.testing.assert_allclose(found.steps, -found.steps[found.twin] * FLIP, atol=1e-9)
    image = parts(Surface(head.positions * np.float32([-1, 1, 1]), head.faces[:, ::-1].copy()))
    assert np.sort(image.away) == pytest.approx(np.sort(found.away), abs=1e-4)
    # against a count of its own: landmarks of the head's two sides
    points = uneven.landmarks()
    own = np.linalg.norm(points["ch_l"] - points["ch_r"] * FLIP)
    told = {u.key: u for u in asymmetry.listed(points)}
    assert told["ch_l"].size == pytest.approx(own)
    assert told["pg"].size == pytest.approx(2 * abs(points["pg"][0]))


def test_taken_apart_it_is_weighed_between_its_image_and_twice_itself(uneven, tmp_path):
    was = uneven.surface("head").positions.copy()
    twin = parts(uneven.surface("head")).twin
    edit, key = asymmetry.take_apart(uneven, "head")
    uneven.perform(edit)
    np.testing.assert_allclose(uneven.surface("head").positions, was, atol=2e-7)
    full = uneven.surface("head").positions.copy()
    uneven.perform(form_layers.weigh(uneven, "head", key, 0.0))
    even = uneven.surface("head").positions.copy()
    assert (even == even[twin] * np.float32([-1, 1, 1])).all()
    uneven.perform(form_layers.weigh(uneven, "head", key, -1.0))
    np.testing.assert_allclose(uneven.surface("head").positions, was[twin] * FLIP, atol=3e-5)
    uneven.perform(form_layers.weigh(uneven, "head", key, 1.0))
    assert (uneven.surface("head").positions == full).all()
    file = tmp_path / "a.yewfinch"
    save(uneven, file)
    again = load(file)
    again.perform(form_layers.weigh(again, "head", key, 0.0))
    np.testing.assert_allclose(again.surface("head").positions, even, atol=1e-5)
    again.history.close()
    for _ in range(4):
        uneven.history.undo()
    assert (uneven.surface("head").positions == was).all()


def test_the_sitters_comes_over_and_the_symmetric_part_stays(uneven):
    even = new_portrait()
    before = parts(even.surface("head")).symmetric
    clay, goal = even.landmarks(), uneven.landmarks()
    keys = tuple(k for k in clay if k in goal)
    points = np.array([clay[k] + _uneven_part(goal, k) for k in keys])
    solution = Solution(keys, points, 1e-4 * np.eye(3 * len(keys)), dict.fromkeys(keys, ("a",)), ())
    edit, _ = asymmetry.bring_over(even, "head", solution, AS_IS)
    even.perform(edit)
    after = parts(even.surface("head"))
    np.testing.assert_allclose(after.symmetric, before, atol=1e-4)
    told = {u.key: u for u in asymmetry.listed(even.landmarks(), solution, AS_IS)}
    left = [np.linalg.norm(u.clay - u.sitter) for u in told.values() if u.sitter is not None and u.clay is not None]
    assert np.median(left) < 0.1
    assert told["ch_l"].certain and told["ch_l"].spread == pytest.approx(0.01 * np.sqrt(2), rel=0.05)
    even.history.undo()
    assert parts(even.surface("head")).away.max() < 1e-3
    even.history.close()


def _uneven_part(points, key):
    mark = LANDMARKS[key]
    other = points[mark.twin if mark.side else key] * FLIP
    return (points[key] - other) / 2.0


def test_one_ear_becomes_the_image_of_the_other(uneven):
    head = uneven.surface("head")
    twin = parts(head).twin
    ear = uneven.pieces["head"].regions["ear_l"] > 250
    right = head.positions[uneven.pieces["head"].regions["ear_r"] > 250].copy()
    uneven.perform(asymmetry.side_as_other(uneven, "head", "ear", "l"))
    now = uneven.surface("head").positions
    np.testing.assert_allclose(now[ear], now[twin[ear]] * FLIP, atol=1e-4)
    np.testing.assert_array_equal(now[uneven.pieces["head"].regions["ear_r"] > 250], right)
    assert uneven.history.names == ["Ear: left as right"]
    with pytest.raises(YewfinchError, match="no region"):
        asymmetry.side_as_other(uneven, "head", "tail", "l")


def test_clay_of_another_net_is_taken_apart_by_what_lies_nearest():
    p = Portrait()
    ball = cube_sphere(40, 60.0)
    turn = np.array([[0.8, -0.6, 0.0], [0.6, 0.8, 0.0], [0.0, 0.0, 1.0]])
    at = ball.positions @ turn.T  # its net is not symmetric about x = 0 any more
    at[:, 0] += 3.0 * np.exp(-(((at - (50.0, 20.0, 20.0)) / 20.0) ** 2).sum(axis=1))  # a bump on one side
    p.pieces["clay"] = Piece("clay", "Clay", Surface(at, ball.faces))
    edit, key = asymmetry.take_apart(p, "clay")
    p.perform(edit)
    p.perform(form_layers.weigh(p, "clay", key, 0.0))
    rows = p.surface("clay").positions.astype(float)
    apart = parts(p.surface("clay")).away
    assert apart.max() < 0.3  # was 3
    assert np.linalg.norm(rows - at, axis=1).max() == pytest.approx(1.5, abs=0.3)  # half of the bump went
    p.history.close()


def test_symmetric_clay_and_colours():
    p = new_portrait()
    with pytest.raises(YewfinchError, match="symmetric"):
        asymmetry.take_apart(p, "head")
    shades = colours(np.array([0.0, 2.0, 4.0, 9.0]), 4.0)
    assert (shades[2] == shades[3]).all() and len(np.unique(shades[:, 0])) == 3
    steps = np.random.default_rng(1).normal(size=(4, 3))
    twin = np.array([1, 0, 3, 2])
    only = antisymmetric(steps, twin)
    np.testing.assert_allclose(only, -only[twin] * FLIP)
    p.history.close()


def test_lists_by_line_and_region_say_what_was_moved(uneven):
    """One side's mouth corner and brow moved by known amounts: lines and regions tell it, others as before."""
    even = new_portrait(Figure(Person(sex=1.0, age=40.0)))
    try:
        assert max(a.clay for a in by_line(even, None, None)) < 0.02
        head, anchors = even.surface("head"), even.lines["brow_l"]
        rows = np.unique([r for a in anchors for r in a.corners])
        at = head.positions[rows].copy()
        head.set_rows(rows.astype(np.int32), at + np.float32([0.0, 3.0, 0.0]))
        told = {a.key: a for a in by_line(even, None, None)}
        assert told["brow_l"].clay == pytest.approx(3.0, abs=0.15)
        assert told["brow_l"].title == "brow" and told["brow_l"].sitter is None and not told["brow_l"].certain
        assert max(a.clay for k, a in told.items() if k != "brow_l") < 0.02
        assert by_line(even, None, None)[0].key == "brow_l"
    finally:
        even.history.close()
    marks = {a.key: a.clay for a in by_landmark(uneven, None, None)}
    mouth = [marks[k] for k in ("ls", "sto", "li", "cph_l", "ch_l")]
    found = {a.key: a.clay for a in by_region(uneven, None, None)}
    assert found["mouth"] == pytest.approx(np.sqrt(np.mean(np.square(mouth))))


def test_the_sitters_lines_are_told_with_their_spread(loaded_demo):
    """A sitter made even by hand has even lines; with a corner of the mouth moved, the mouth's lines are told."""
    solution = loaded_demo.sitter.solution
    points = solution.points.copy()
    for i, key in enumerate(solution.keys):
        j = solution.index(LANDMARKS[key].twin)
        points[i] = (solution.points[i] + solution.points[j] * FLIP) / 2
    even = replace(solution, points=points)
    told = {a.key: a for a in by_line(loaded_demo, even, AS_IS)}
    assert max(a.sitter for a in told.values()) < 0.05
    assert min(a.spread for a in told.values()) > 0.01
    points = points.copy()
    points[solution.index("ch_l")] += (0.0, 4.0, 0.0)
    moved = {a.key: a for a in by_line(loaded_demo, replace(solution, points=points), AS_IS)}
    assert moved["mouth_line"].sitter > 1.0 and moved["ear_rim_l"].sitter < 0.4
    assert all(
        a.sitter is not None and a.spread is not None for a in by_region(loaded_demo, even, AS_IS) if a.key != "neck"
    )
