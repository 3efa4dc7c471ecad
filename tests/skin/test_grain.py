"""Colour samples: numbered without gaps, shared along edges, the same ones at all levels."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.skin.grain import (
    MOST_STEPS,
    SamplesUnder,
    grain_of,
    places_of,
    risen,
    spacing,
    steps_for,
)


def cube() -> Surface:
    at = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], np.float32) * 10
    faces = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
    return Surface(at, faces)


def ball(triangles: bool = True) -> Surface:
    made = trimesh.creation.icosphere(subdivisions=2, radius=20.0)
    faces = np.asarray(made.faces)
    return Surface(made.vertices, faces) if triangles else finer(Surface(made.vertices, faces))


def finer(surface: Surface) -> Surface:
    return levels.added(levels.begun(surface, {})).surface


def half_and_half() -> Surface:
    """A cube of quads on one side and triangles on the other."""
    s = cube()
    quads = s.faces[:3]
    rest = np.concatenate([s.faces[3:][:, [0, 1, 2, 2]], s.faces[3:][:, [0, 2, 3, 3]]])
    return Surface(s.positions, np.concatenate([quads, rest]))


@pytest.mark.parametrize("surface", [cube(), ball(), ball(triangles=False), half_and_half()])
@pytest.mark.parametrize("steps", [1, 2, 3])
def test_there_are_as_many_samples_as_a_finer_level_has_vertices(surface, steps):
    grain = grain_of(surface, steps)
    fine = surface
    for _ in range(steps):
        fine = finer(fine)
    assert grain.count == len(fine)  # Euler: V - E + F stays, so the rule of numbering leaves no gap


@pytest.mark.parametrize("surface", [cube(), ball(), half_and_half()])
def test_every_sample_has_one_place_whichever_face_is_asked(surface):
    grain = grain_of(surface, 3)
    at = grain.places(surface)
    np.testing.assert_array_equal(at[: len(surface)], surface.positions)
    for face in range(len(surface.faces)):
        rows = grain.rows_of_face(face)
        np.testing.assert_allclose(places_of(surface, grain, face, rows), at[rows], atol=1e-5)
    assert len(np.unique(np.round(at, 4), axis=0)) == grain.count


def test_a_grain_without_steps_is_the_vertices_and_triangles_take_one():
    assert grain_of(cube(), 0).count == 8
    assert grain_of(ball(), 0).steps == 1


@pytest.mark.parametrize(("surface", "steps"), [(cube(), 3), (ball(), 2), (ball(triangles=False), 1), (cube(), 1)])
def test_samples_stay_when_clay_steps_up(surface, steps):
    """Flat subdivision keeps samples where they are: what a finer level has there is the same place."""
    below = levels.begun(surface, {})
    above = levels.added(below)
    level = above.levels.levels[0]
    coarse, fine = grain_of(surface, steps), grain_of(above.surface, steps - 1)
    row = risen(coarse, fine, level.net, level.rise)
    assert np.array_equal(np.sort(row), np.arange(coarse.count))
    # where the finer net would lie if it were not smoothed: by plain means, which another module works out
    flat = above.surface.moved(_plain_means(surface, level))
    np.testing.assert_allclose(fine.places(flat), coarse.places(surface)[row], atol=1e-4)


def _plain_means(surface, level):
    from yewfinch.core.mesh.levels.halfedges import mixed

    return mixed(level.net, level.rise, surface.positions)


@pytest.mark.parametrize("surface", [ball(), ball(triangles=False), half_and_half()])
def test_what_lies_under_a_tool_is_what_lies_in_the_ball(surface):
    grain = grain_of(surface, 2)
    at = grain.places(surface).astype(np.float64)
    under = SamplesUnder(surface, grain)
    rng = np.random.default_rng(3)
    for _ in range(20):
        centre, radius = at[rng.integers(len(at))] + rng.normal(0, 1, 3), rng.uniform(0.5, 9.0)
        rows, places, normals, mask, leaves = under.ball(centre, radius)
        far = np.linalg.norm(at - centre, axis=1)
        clear = np.abs(far - radius) > 1e-4
        assert set(rows[clear[rows]]) == set(np.flatnonzero((far < radius) & clear))
        assert len(np.unique(rows)) == len(rows)
        np.testing.assert_allclose(places, at[rows], atol=1e-4)
        np.testing.assert_allclose(np.linalg.norm(normals, axis=1), 1.0, atol=1e-5)
        assert not mask.any()
        if len(rows):
            own = grain.leaf_of[grain.quads_at(rows)]
            assert set(leaves) == set(own)


def test_a_tool_smaller_than_a_face_finds_samples_within_it():
    surface = cube()
    rows = SamplesUnder(surface, grain_of(surface, 5)).ball(np.array([3.0, 4.0, 10.0]), 1.0)[0]
    assert len(rows) > 5


def test_leaves_and_quads_of_samples():
    surface = ball(triangles=False)
    grain = grain_of(surface, 2)
    rng = np.random.default_rng(1)
    at = grain.places(surface)
    for row in rng.integers(0, grain.count, 40):
        quads = grain.quads_at(np.array([row], np.int32))
        holding = [f for f in range(len(surface.faces)) if row in grain.rows_of_face(f)]
        assert list(quads) == holding
        assert set(grain.leaf_of[quads]) <= set(grain.leaves_at(np.array([row], np.int32)))
        tile = grain.tiles(
            quads[:1], np.concatenate([(at * 3 + 128).astype(np.uint8), np.zeros((len(at), 1), np.uint8)], axis=1)
        )
        assert tile.shape == (1, 5, 5, 4)
        np.testing.assert_array_equal(
            tile[0, 0, 0, :3], (surface.positions[surface.faces[quads[0], 0]] * 3 + 128).astype(np.uint8)
        )


def test_a_grain_is_chosen_in_millimetres():
    surface = finer(finer(finer(cube())))  # edges of some 2 mm
    for wanted in (1.0, 0.5, 0.25):
        assert 0.5 * wanted < spacing(surface, grain_of(surface, steps_for(surface, wanted))) < 1.2 * wanted
    assert steps_for(surface, 100.0) == 0


def test_absurd_grains_are_refused():
    with pytest.raises(YewfinchError, match="halved"):
        grain_of(cube(), MOST_STEPS + 1)
    dense = cube()
    for _ in range(5):
        dense = finer(dense)
    with pytest.raises(YewfinchError, match="coarser"):
        grain_of(dense, 6)
