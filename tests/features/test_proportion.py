"""Distances that grow in proportion with exaggeration, and landmarks that stay where they are to go while a surface is
kept clear of itself.

Heads here are clouds of points, and surfaces are sheets: nothing of the base head or of the spread of heads is in them.
"""

import numpy as np
import pytest

from yewfinch.core.features.exaggeration import kept_clear
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.proportion import Distances, Places, in_proportion, kept_clear_in_place, proportional
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.surface.surface import Surface


def _lengths(places, ends):
    return np.linalg.norm(places[ends[:, 0]] - places[ends[:, 1]], axis=1)


def _off(places, steps, distances, amount):
    """By what part each distance misses what it should be."""
    own = _lengths(places, distances.ends)
    aim = own + amount * (own - distances.usual)
    return np.abs(_lengths(places + amount * steps, distances.ends) / aim - 1.0)


def test_distances_of_any_points_grow_in_proportion():
    rng = np.random.default_rng(1)
    straight, mended, moved = [], [], []
    for _ in range(20):
        norm = rng.uniform(-80.0, 80.0, (30, 3))
        person = norm + rng.normal(0.0, 5.0, (30, 3))
        ends = np.array([rng.choice(30, 2, replace=False) for _ in range(15)])
        distances = Distances(ends, _lengths(norm, ends))
        keep = _lengths(person, ends) > 40.0  # of very short ones no part makes sense
        distances = Distances(ends[keep], distances.usual[keep])
        steps = in_proportion(person, person - norm, distances)
        for amount in (0.5, 1.0):
            straight.append(_off(person, person - norm, distances, amount))
            mended.append(_off(person, steps, distances, amount))
        moved.append(np.linalg.norm(steps - (person - norm), axis=1).max())
    assert (np.concatenate(straight) > 0.02).mean() > 0.05
    assert (np.concatenate(mended) > 0.02).mean() < 0.005
    assert np.median(moved) < 8.0  # what sets person and norm apart is about as large


def test_distances_that_go_in_proportion_already_leave_steps_alone():
    places = np.random.default_rng(2).uniform(-50.0, 50.0, (12, 3))
    ends = np.array([[0, 1], [2, 3], [4, 9]])
    steps = 0.1 * places  # the norm is smaller, and nothing else
    same = in_proportion(places, steps, Distances(ends, 0.9 * _lengths(places, ends)))
    assert (same == steps).all()
    assert (in_proportion(places, steps, Distances(np.empty((0, 2), np.int64), np.empty(0))) == steps).all()


def _sheets(n=28, gap=2.0):
    """Two sheets over each other, 2 mm apart, of one surface, and four landmarks on each that are 20 mm apart."""
    x, y = np.meshgrid(np.arange(n, dtype=float), np.arange(n, dtype=float), indexing="ij")
    bent = 0.01 * (x - n / 2) ** 2
    sheet = np.stack([x.ravel(), y.ravel(), bent.ravel()], axis=1)
    row = np.arange(n * n).reshape(n, n)
    quads = np.stack([row[:-1, :-1], row[1:, :-1], row[1:, 1:], row[:-1, 1:]], axis=-1).reshape(-1, 4)
    both = np.concatenate([sheet, sheet + np.array([0.0, 0.0, gap])])
    surface = Surface(both, np.concatenate([quads, quads + n * n]))
    at = [row[4, 4], row[4, 24], row[24, 4], row[24, 24], row[14, 14]]
    rows = np.array([*at, *(np.array(at) + n * n)])
    return surface, Places(np.repeat(rows[:, None], 3, axis=1), np.tile((1.0, 0.0, 0.0), (len(rows), 1)))


def test_a_surface_is_kept_clear_while_its_landmarks_go_where_they_are_to():
    """A dent of the upper sheet is to go through the lower one; beside it all goes up."""
    surface, places = _sheets()
    at = surface.positions.astype(float)
    upper = np.arange(len(at)) >= len(at) // 2
    far = np.linalg.norm(at[:, :2] - (9.0, 16.0), axis=1)
    steps = np.zeros((len(at), 3))
    steps[:, 2] = 1.5 + 0.05 * at[:, 0]
    steps[upper, 2] -= 3.5 * np.exp(-((far[upper] / 4.0) ** 2))
    amounts = (2.0, 1.0)
    triangles = surface.triangles()
    assert len(crossings(at + 2.0 * steps, triangles)) > 20
    alone, left = kept_clear(surface, steps, amounts)
    found = kept_clear_in_place(surface, steps, amounts, places, [])
    for amount in amounts:
        assert not len(crossings(at + amount * found, triangles))
    assert left == 0
    off = [np.linalg.norm(places.of(at, s) - places.of(at, steps), axis=1).max() for s in (alone, found)]
    assert off[0] > 0.25
    assert off[1] < 0.2
    few = Places(places.corners[:3], places.weights[:3])  # too few to lead the rest
    np.testing.assert_array_equal(kept_clear_in_place(surface, steps, amounts, few, []), alone)


def test_a_surface_goes_along_with_landmarks_that_are_put_in_proportion():
    surface, places = _sheets()
    at = surface.positions.astype(float)
    there = places.on(at)
    steps = np.zeros((len(at), 3))
    steps[:, 2] = 0.8 * at[:, 0]  # across what lies along the first axis
    ends = np.array([[0, 2], [1, 3]])
    now = _lengths(there - places.of(at, steps), ends)
    distances = Distances(ends, now)
    before = _off(there, places.of(at, steps), distances, 1.0)
    found = proportional(surface, steps, places, distances, [])
    assert before.min() > 0.04
    assert _off(there, places.of(at, found), distances, 1.0).max() < 0.02
    # smoothly: neighbours go nearly as far
    first, ring = np.repeat(np.arange(len(at)), np.diff(surface.ring_at)), surface.ring
    assert np.linalg.norm((found - steps)[first] - (found - steps)[ring], axis=1).max() < 2.0


def test_what_crossed_before_gives_no_leave_to_cross_elsewhere():
    """Sheets that cross in one corner already are pressed together in another: nothing more may cross."""
    surface, _ = _sheets()
    at = surface.positions.astype(float)
    upper = np.arange(len(at)) >= len(at) // 2
    corner = np.linalg.norm(at[:, :2] - (23.0, 23.0), axis=1)
    at[upper, 2] -= 3.0 * np.exp(-((corner[upper] / 2.0) ** 2))
    surface = Surface(at, surface.faces)
    triangles, at = surface.triangles(), surface.positions.astype(float)
    before = len(crossings(at, triangles))
    assert before > 0
    steps = np.zeros((len(at), 3))
    far = np.linalg.norm(at[:, :2] - (6.0, 7.0), axis=1)
    steps[upper, 2] = -2.4 * np.exp(-((far[upper] / 3.0) ** 2))
    amounts = (2.0, 0.3, 0.6, 1.0)
    assert len(crossings(at + 2.0 * steps, triangles)) > before
    found, left = kept_clear(surface, steps, amounts)
    assert left == 0
    for amount in amounts:
        pairs = crossings(at + amount * found, triangles)
        assert len(pairs) <= before
        assert (at[triangles[pairs].reshape(-1), :2] > 14.0).all()


def test_pupils_go_where_they_are_led_with_the_clay_round_their_eyes():
    """Two eyes in a sheet with a bulge over each; their pupils are to come nearer to each other by 2 mm."""
    x, y = (axis.ravel() for axis in np.meshgrid(np.linspace(-60, 60, 121), np.linspace(-30, 30, 61), indexing="ij"))
    place = np.array([[-30.0, 0.0, 0.0], [30.0, 0.0, 0.0]])
    far = np.hypot(np.abs(x) - 30.0, y)
    at = np.stack([x, y, np.sqrt(np.maximum(12.2**2 - far**2, 1.0))], axis=1)
    row = np.arange(121 * 61).reshape(121, 61)
    quads = np.stack([row[:-1, :-1], row[1:, :-1], row[1:, 1:], row[:-1, 1:]], axis=-1).reshape(-1, 4)
    surface = Surface(at, quads)
    eyes = tuple(Eye(tuple(p), (0.0, 0.0, 0.0), 24.0) for p in place.tolist())
    marks = row[[0, 0, 60, 120, 120, 60], [0, 60, 0, 0, 60, 60]]
    places = Places(
        np.repeat(marks[:, None], 3, axis=1), np.tile((1.0, 0.0, 0.0), (6, 1)), eyes, place + np.array([0.0, 0.0, 12.0])
    )
    distances = Distances(np.array([[6, 7], [0, 3]]), np.array([62.0, 120.0]))
    found = proportional(surface, np.zeros((len(at), 3)), places, distances, eyes)
    ways = places.of(at, found)
    assert ways[6, 0] - ways[7, 0] == pytest.approx(2.0, rel=0.4)  # within 1.2 percent of 58 mm
    assert abs(ways[6] + ways[7])[0] < 0.05  # each by half
    assert np.linalg.norm(ways[:6], axis=1).max() < 0.3
    for eye, way in zip(eyes, ways[6:], strict=True):  # what lies on a ball stays on it
        lid = np.linalg.norm(at - np.array(eye.place), axis=1) < 1.05 * eye.radius
        before, now = at[lid] - np.array(eye.place), at[lid] + found[lid] - np.array(eye.place) - way
        np.testing.assert_allclose(np.linalg.norm(now, axis=1), np.linalg.norm(before, axis=1), atol=0.1)


def test_measures_that_are_out_of_proportion_are_told_by_name():
    person = np.array([(0.0, 0.0, 0.0), (30.0, 0.0, 0.0), (0.0, 50.0, 0.0)])
    distances = Distances(np.array([(0, 1), (0, 2)]), np.array([28.0, 45.0]), ("width", "height"))
    taken = np.array([(0.0, 0.0, 0.0), (34.0, 0.0, 0.0), (0.0, 58.0, 0.0)])
    told = distances.astray(person, taken, 3.0)  # 28 + 3 * 2 and 45 + 3 * 5 mm
    assert told == {"height": (pytest.approx(58.0), pytest.approx(60.0))}
    assert distances.astray(person, person, 1.0) == {}
