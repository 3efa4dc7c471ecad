"""Detail levels: the published rules, nothing lost on the way down and up, detail carried along."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial import cKDTree
from scipy.spatial.transform import Rotation

from tests.nets import CUBE, SIDES, shapes
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.halfedges import finer, net_of, subdivided
from yewfinch.core.mesh.levels.subdivision import limit, split
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.mark.parametrize("name", shapes())
def test_one_step_is_that_of_the_published_rules(name):
    # Catmull & Clark 1978, assembled as a matrix elsewhere and checked there
    surface = shapes()[name]
    net = net_of(surface.faces, len(surface))
    _, rise = finer(net)
    step = split(surface.faces, len(surface))
    wanted = step.smooth() @ surface.positions.astype(float)
    got = subdivided(net, rise, surface.positions)
    np.testing.assert_allclose(got[rise.vertices], wanted[: len(surface)], atol=2e-5)
    for own, other in (
        (got[rise.edges], wanted[step.n : step.n + len(step.edges)]),
        (got[rise.faces], wanted[step.n + len(step.edges) :]),
    ):
        away, row = cKDTree(other).query(own)
        assert away.max() < 2e-5
        assert len(set(row.tolist())) == len(other)


@pytest.mark.parametrize("name", shapes())
def test_finer_nets_hold_together_as_if_they_were_found_anew(name):
    net = net_of(shapes()[name].faces, len(shapes()[name]))
    for _ in range(2):
        net, rise = finer(net)
        again = net_of(net.faces, net.n)
        np.testing.assert_array_equal(net.twin, again.twin)
        assert net.edges == again.edges
        assert sorted(np.concatenate([rise.vertices, rise.edges, rise.faces])) == list(range(net.n))
        pairs = {tuple(p) for p in np.stack([net.edge, again.edge], axis=1).tolist()}
        assert len(pairs) == net.edges  # one name for each edge in both


def test_a_corner_of_a_cube_by_hand_and_its_limit():
    # corner of valence 3: (Q + 2 R + 0 S) / 3 with Q = 2/3 of the diagonal's third ... worked out by hand: 5/9
    net = net_of(SIDES, 8)
    _, rise = finer(net)
    at = subdivided(net, rise, CUBE)
    np.testing.assert_allclose(at[rise.vertices], CUBE * (5 / 9), atol=1e-6)
    # the limit after endless steps (Halstead, Kass & DeRose 1993)
    state = levels.begun(Surface(CUBE, SIDES), {})
    for _ in range(5):
        state = levels.added(state)
    row = 0
    for level in state.levels.levels[:-1]:
        row = level.rise.vertices[row]
    np.testing.assert_allclose(state.surface.positions[row], limit(SIDES, CUBE.astype(float))[0], atol=2e-3)


def dented(surface, seed, size):
    rng = np.random.default_rng(seed)
    rows = rng.choice(len(surface), max(4, len(surface) // 5), replace=False).astype(np.int32)
    surface.set_rows(rows, surface.positions[rows] + rng.normal(size=(len(rows), 3)) * size)


@settings(max_examples=25)
@given(st.integers(0, 2**32 - 1), st.sampled_from(["ball", "open", "triangles", "mixed"]))
def test_down_and_up_again_loses_nothing(seed, name):
    rng = np.random.default_rng(seed)
    state = levels.begun(shapes()[name], {})
    for k in range(3):
        dented(state.surface, seed + k, 1.5)
        state = levels.added(state)
    dented(state.surface, seed, 0.3)
    before = state.surface.positions.copy()
    for k in rng.integers(0, 4, 5):
        state = levels.to_level(state, int(k))
    state = levels.to_level(state, 3)
    np.testing.assert_array_equal(state.surface.positions, before)


@settings(max_examples=25)
@given(st.integers(0, 2**32 - 1), st.integers(0, 2))
def test_a_coarse_change_and_its_inverse_give_the_fine_surface_back(seed, at):
    state = levels.begun(cube_sphere(5), {})
    for k in range(3):
        state = levels.added(state)
        dented(state.surface, seed + k, 0.4)
    before = state.surface.positions.copy()
    state = levels.to_level(state, at)
    coarse = state.surface.positions.copy()
    dented(state.surface, seed, 6.0)
    state = levels.to_level(state, 3)
    assert np.abs(state.surface.positions - before).max() > 1
    state = levels.to_level(state, at)
    state.surface.set_rows(np.arange(len(state.surface), dtype=np.int32), coarse)
    state = levels.to_level(state, 3)
    np.testing.assert_allclose(state.surface.positions, before, atol=2e-3)  # float32, through frames of another form


def test_detail_turns_with_the_form_under_it():
    state = levels.added(levels.added(levels.begun(cube_sphere(6), {})))
    dented(state.surface, 3, 0.5)
    fine = state.surface.positions.astype(float)
    state = levels.to_level(state, 0)
    turn = Rotation.from_euler("xyz", [40, 20, 70], degrees=True)
    state.surface.set_rows(
        np.arange(len(state.surface), dtype=np.int32), turn.apply(state.surface.positions) + np.array([30, -20, 5])
    )
    state = levels.to_level(state, 2)
    np.testing.assert_allclose(state.surface.positions, turn.apply(fine) + np.array([30, -20, 5]), atol=2e-3)


def test_a_broad_change_of_the_fine_form_reaches_the_coarse_one():
    state = levels.added(levels.added(levels.begun(cube_sphere(8), {})))
    state.surface.set_rows(np.arange(len(state.surface), dtype=np.int32), state.surface.positions * 1.2)
    before = state.surface.positions.copy()
    state = levels.to_level(state, 0)
    np.testing.assert_allclose(np.linalg.norm(state.surface.positions, axis=1), 120, atol=0.5)
    state = levels.to_level(state, 2)
    np.testing.assert_array_equal(state.surface.positions, before)


def test_only_what_was_changed_below_changes_above():
    state = levels.added(levels.added(levels.begun(cube_sphere(12), {})))
    dented(state.surface, 8, 0.3)
    before = state.surface.positions.copy()
    state = levels.to_level(state, 0)
    row = state.surface.rows_in_ball((0, 0, 100), 20)
    state.surface.set_rows(row, state.surface.positions[row] * 1.1)
    state = levels.to_level(state, 2)
    moved = (state.surface.positions != before).any(axis=1)
    assert moved.any()
    assert (before[moved][:, 2] > 30).all()


def test_colours_masks_and_regions_go_along_and_fine_ones_stay():
    ball = cube_sphere(8)
    region = np.where(ball.positions[:, 1] > 0, 255, 0).astype(np.uint8)
    state = levels.added(levels.begun(ball, {"top": region}))
    rng = np.random.default_rng(2)
    state.surface.colour[:, :3] = rng.integers(0, 255, (len(state.surface), 3))
    state.surface.mask[:] = rng.integers(0, 255, (len(state.surface), 1))
    colour, mask, fine = state.surface.colour.copy(), state.surface.mask.copy(), state.regions["top"]
    assert fine[state.surface.positions[:, 1] > 15].min() == 255
    state = levels.up(levels.down(state))
    np.testing.assert_array_equal(state.surface.colour, colour)
    np.testing.assert_array_equal(state.surface.mask, mask)
    np.testing.assert_array_equal(state.regions["top"], fine)
    state = levels.down(state)
    painted = state.surface.positions[:, 0] > 30
    state.surface.colour[painted, :3] = (10, 20, 30)
    state = levels.up(state)
    there = state.surface.positions[:, 0] > 60
    rise = state.levels.levels[0].rise
    old = np.isin(np.arange(len(there)), rise.vertices)
    assert (state.surface.colour[there & old, :3] == (10, 20, 30)).all()
    away = state.surface.positions[:, 0] < 0
    np.testing.assert_array_equal(state.surface.colour[away], colour[away])


def test_levels_dropped_above_and_below():
    state = levels.added(levels.added(levels.begun(cube_sphere(4), {})))
    at = state.surface.positions.copy()
    middle = levels.down(state)
    less = levels.without_finer(middle)
    assert less.levels.sizes == middle.levels.sizes[:2]
    more = levels.added(less)
    assert len(more.surface) == len(state.surface)
    rest = levels.without_coarser(middle)
    assert rest.levels.sizes == middle.levels.sizes[1:]
    np.testing.assert_array_equal(levels.up(rest).surface.positions, at)


def test_what_cannot_be_is_said():
    state = levels.begun(cube_sphere(3), {})
    with pytest.raises(YewfinchError, match="coarsest"):
        levels.down(state)
    with pytest.raises(YewfinchError, match="finest"):
        levels.up(state)
    with pytest.raises(YewfinchError, match="on top of the finest"):
        levels.added(levels.down(levels.added(state)))
    three = Surface([[0, 0, 0], [0, 0, 5], [4, 0, 0], [-4, 0, 0], [0, 4, 2]], [[0, 1, 2], [0, 1, 3], [0, 1, 4]])
    with pytest.raises(YewfinchError, match="Mend"):
        levels.begun(three, {})
    for _ in range(7):
        state = levels.added(state) if len(state.surface) < 100_000 else state
    assert len(state.levels.levels) > 4
