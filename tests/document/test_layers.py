"""Form layers: any order of strengths gives the same surface, zero equals never worked, memory only where touched."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from tests.document.work import added, stack, stroke, weighed, with_ball
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels, form_layers, painting, tidying
from yewfinch.core.formats import container
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 2**32 - 1))
def test_any_order_of_strengths_gives_the_same_surface(seed):
    portrait = with_ball()
    rng = np.random.default_rng(seed)
    stroke(portrait, seed)
    untouched = portrait.surface("clay").positions.copy()
    keys = [added(portrait) for _ in range(3)]
    for k in range(7):
        stroke(portrait, seed + k, keys[k % 3])
    at_full = portrait.surface("clay").positions.copy()
    for _ in range(12):
        weighed(portrait, keys[rng.integers(3)], float(rng.uniform(-1, 2)))
    wanted = [float(s) for s in rng.uniform(-1, 2, 3)]
    for k in rng.permutation(3):
        weighed(portrait, keys[k], wanted[k])
    one = portrait.surface("clay").positions.copy()
    for k in rng.permutation(3):
        weighed(portrait, keys[k], 0.5)
    for k in rng.permutation(3):
        weighed(portrait, keys[k], wanted[k])
    np.testing.assert_array_equal(portrait.surface("clay").positions, one)
    for k in rng.permutation(3):
        weighed(portrait, keys[k], 1.0)
    np.testing.assert_array_equal(portrait.surface("clay").positions, at_full)
    for k in rng.permutation(3):
        weighed(portrait, keys[k], 0.0)
    np.testing.assert_array_equal(portrait.surface("clay").positions, untouched)  # zero equals never worked
    while portrait.history.position > 2:
        portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("clay").positions, untouched)
    portrait.history.close()


def test_a_stroke_at_half_strength_shows_as_it_was_drawn_and_is_twice_as_strong_at_full():
    portrait = with_ball()
    key = added(portrait)
    before = portrait.surface("clay").positions.copy()
    weighed(portrait, key, 0.5)
    stroke(portrait, 3, key)
    drawn = portrait.surface("clay").positions - before
    weighed(portrait, key, 1.0)
    np.testing.assert_allclose(portrait.surface("clay").positions - before, 2 * drawn, atol=1e-4)
    weighed(portrait, key, -1.0)
    np.testing.assert_allclose(portrait.surface("clay").positions - before, -2 * drawn, atol=1e-4)


def test_a_layer_may_do_something_else_below_zero_and_beyond_full_strength(tmp_path):
    """Other steps below 0 and above 1: weighed, worked on, saved, duplicated, merged; zero equals never worked."""
    portrait, rng = with_ball(), np.random.default_rng(2)
    surface = portrait.surface("clay")
    plain = surface.positions.copy()
    over, under, far = (rng.normal(0, 1, plain.shape) for _ in range(3))
    for other in (under, far):
        other[: len(other) // 2] = over[: len(over) // 2]  # elsewhere the same
    edit, key = form_layers.lay(portrait, "clay", over, "Both ways", 0.0, under, far)
    portrait.perform(edit)
    np.testing.assert_array_equal(surface.positions, plain)
    for strength, steps in (
        (0.5, 0.5 * over),
        (1.5, over + 0.5 * far),
        (-0.5, -0.5 * under),
        (-1.0, -under),
        (2.0, over + far),
    ):
        weighed(portrait, key, strength)
        np.testing.assert_allclose(surface.positions, plain + steps, atol=2e-5)
    weighed(portrait, key, -0.5)
    low = surface.positions.copy()
    stroke(portrait, 3, key)
    drawn = surface.positions - low
    assert np.abs(drawn).max() > 0.1
    weighed(portrait, key, 1.0)  # what was drawn belongs to the layer at any strength
    np.testing.assert_allclose(surface.positions, plain + over - 2.0 * drawn, atol=2e-4)
    weighed(portrait, key, -0.5)
    here = surface.positions.copy()
    container.save(portrait, tmp_path / "both.yewfinch")
    again = container.load(tmp_path / "both.yewfinch")
    np.testing.assert_array_equal(again.surface("clay").positions, here)
    for strength in (1.0, 1.7, -1.0):
        weighed(portrait, key, strength)
        weighed(again, key, strength)
        np.testing.assert_array_equal(again.surface("clay").positions, surface.positions)
    edit, twin = form_layers.duplicate(portrait, "clay", key)
    portrait.perform(edit)
    portrait.perform(form_layers.show(portrait, "clay", twin, True))
    doubled = surface.positions.copy()
    np.testing.assert_allclose(doubled - plain, 2.0 * (again.surface("clay").positions - plain), atol=1e-4)
    portrait.perform(form_layers.merge(portrait, "clay", twin)[0])
    np.testing.assert_allclose(surface.positions, doubled, atol=1e-5)
    for p in (portrait, again):
        p.history.close()


def test_memory_only_where_it_is_touched():
    portrait = with_ball(120)
    key = added(portrait)
    assert stack(portrait)[key].steps.size == 0
    stroke(portrait, 1, key)
    rows = len(portrait.surface("clay"))
    assert 0 < stack(portrait)[key].steps.size < 0.1 * rows * 12
    assert stack(portrait).base.size < 0.1 * rows * 12


def test_work_on_the_form_itself_stays_when_layers_are_weighed():
    portrait = with_ball()
    key = added(portrait)
    stroke(portrait, 1, key)
    stroke(portrait, 1)  # at the same place, on the form itself
    both = portrait.surface("clay").positions.copy()
    weighed(portrait, key, 0.0)
    other = portrait.surface("clay").positions.copy()
    weighed(portrait, key, 1.0)
    np.testing.assert_allclose(portrait.surface("clay").positions, both, atol=3e-5)
    assert np.abs(other - both).max() > 0.5
    portrait.perform(form_layers.remove(portrait, "clay", key))
    np.testing.assert_allclose(portrait.surface("clay").positions, other, atol=3e-5)
    assert "clay" not in portrait.layers


def test_hidden_held_off_merged_settled_and_ordered():
    portrait = with_ball()
    a, b = added(portrait, "pores"), added(portrait, "wrinkles")
    plain = portrait.surface("clay").positions.copy()
    stroke(portrait, 1, a)
    stroke(portrait, 2, b)
    full = portrait.surface("clay").positions.copy()
    portrait.perform(form_layers.show(portrait, "clay", b, False))
    without = portrait.surface("clay").positions.copy()
    portrait.perform(form_layers.show(portrait, "clay", b, True))
    np.testing.assert_array_equal(portrait.surface("clay").positions, full)
    assert (without != full).any()
    # merged: the same form, one layer
    edit, kept = form_layers.merge(portrait, "clay", b)
    portrait.perform(edit)
    assert [v.id for v in stack(portrait).layers] == [a]
    np.testing.assert_allclose(portrait.surface("clay").positions, full, atol=3e-5)
    weighed(portrait, kept, 0.0)
    np.testing.assert_allclose(portrait.surface("clay").positions, plain, atol=3e-5)
    for _ in range(2):
        portrait.history.undo()
    # held off by the present mask
    surface = portrait.surface("clay")
    surface.mask[surface.positions[:, 0] > 0] = 255
    portrait.perform(form_layers.hold_off(portrait, "clay", a))
    masked = plain[:, 0] > 0
    away_from_b = (without == full).all(axis=1)
    np.testing.assert_array_equal(portrait.surface("clay").positions[masked & away_from_b], plain[masked & away_from_b])
    portrait.history.undo()
    # settled: the form keeps it
    surface.mask[:] = 0
    portrait.perform(form_layers.remove(portrait, "clay", a, settle=True))
    np.testing.assert_allclose(portrait.surface("clay").positions, full, atol=3e-5)
    portrait.history.undo()
    portrait.perform(form_layers.move(portrait, "clay", b, 1))
    assert [v.id for v in stack(portrait).layers] == [a, b]
    np.testing.assert_array_equal(portrait.surface("clay").positions, full)
    edit, twin = form_layers.duplicate(portrait, "clay", a)
    portrait.perform(edit)
    np.testing.assert_array_equal(portrait.surface("clay").positions, full)
    portrait.perform(form_layers.show(portrait, "clay", twin, True))
    moved = (without != plain).any(axis=1) & away_from_b
    np.testing.assert_allclose(
        (portrait.surface("clay").positions - plain)[moved], 2 * (full - plain)[moved], atol=1e-4
    )
    portrait.perform(form_layers.rename(portrait, "clay", a, "skin"))
    assert stack(portrait)[a].name == "skin"


def test_several_strokes_become_one_layer_and_other_steps_end_the_row():
    portrait = with_ball()
    stroke(portrait, 1)
    portrait.perform(painting.fill(portrait, "clay", (90, 90, 90)))
    before = portrait.surface("clay").positions.copy()
    for seed in (2, 3, 4):
        stroke(portrait, seed)
    after = portrait.surface("clay").positions.copy()
    edit, key = form_layers.last_strokes(portrait, "clay", 40)
    portrait.perform(edit)
    assert stack(portrait)[key].name == "3 strokes"
    np.testing.assert_allclose(portrait.surface("clay").positions, after, atol=1e-6)
    weighed(portrait, key, 0.0)
    np.testing.assert_allclose(portrait.surface("clay").positions, before, atol=1e-6)


def test_the_last_stroke_and_the_difference_to_a_state_become_layers():
    portrait = with_ball()
    before = portrait.surface("clay").positions.copy()
    stroke(portrait, 4)
    after = portrait.surface("clay").positions.copy()
    edit, key = form_layers.last_strokes(portrait, "clay")
    portrait.perform(edit)
    np.testing.assert_array_equal(portrait.surface("clay").positions, after)
    weighed(portrait, key, 0.0)
    np.testing.assert_array_equal(portrait.surface("clay").positions, before)
    with pytest.raises(YewfinchError, match="no stroke"):
        form_layers.last_strokes(portrait, "clay")
    weighed(portrait, key, 1.0)
    stroke(portrait, 9)
    edit, second = form_layers.difference(portrait, "clay", before, "all of it")
    portrait.perform(edit)
    weighed(portrait, second, 0.0)
    np.testing.assert_allclose(portrait.surface("clay").positions, before, atol=3e-5)
    with pytest.raises(YewfinchError, match="other faces"):
        form_layers.difference(portrait, "clay", before[:-1], "x")


def test_layers_belong_to_a_level_and_turn_with_what_is_under_them():
    portrait = with_ball(10)
    portrait.perform(detail_levels.add(portrait, "clay"))
    key = added(portrait, "fine")
    stroke(portrait, 2, key, 0.5)
    fine = portrait.surface("clay").positions.copy()
    weighed(portrait, key, 0.0)
    plain = portrait.surface("clay").positions.copy()
    weighed(portrait, key, 1.0)
    portrait.perform(detail_levels.go_to(portrait, "clay", 0))
    held = portrait.pieces["clay"]
    assert stack(portrait).layers == ()
    assert [s.level for s in form_layers.elsewhere(portrait, held)] == [1]
    assert "another level" in form_layers.ready(portrait, held, key)
    turn = Rotation.from_euler("xyz", [30, 80, 10], degrees=True)
    rows = np.arange(len(held.surface), dtype=np.int32)
    before = held.surface.positions.copy()
    portrait.perform(
        Edit("Turn", (RowsChange("clay", "positions", rows, before, turn.apply(before).astype(np.float32)),))
    )
    portrait.perform(detail_levels.go_to(portrait, "clay", 1))
    np.testing.assert_allclose(portrait.surface("clay").positions, turn.apply(fine), atol=3e-3)
    weighed(portrait, key, 0.0)
    np.testing.assert_allclose(portrait.surface("clay").positions, turn.apply(plain), atol=6e-3)
    for _ in range(3):
        portrait.history.undo()
    portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("clay").positions, fine)


def test_what_cannot_be_is_said(portrait):
    portrait.put_piece(Piece("clay", "Ball", cube_sphere(10)), "x")
    key = added(portrait)
    for strength in (-1.5, 2.5, np.nan):
        with pytest.raises(YewfinchError, match="strong"):
            form_layers.weigh(portrait, "clay", key, strength)
    with pytest.raises(YewfinchError, match="letters"):
        form_layers.rename(portrait, "clay", key, "  ")
    with pytest.raises(YewfinchError, match="below"):
        form_layers.merge(portrait, "clay", key)
    held = portrait.pieces["clay"]
    assert form_layers.ready(portrait, held, key) == ""
    portrait.perform(form_layers.weigh(portrait, "clay", key, 0.0))
    assert "strength" in form_layers.ready(portrait, held, key)
    portrait.perform(form_layers.show(portrait, "clay", key, False))
    assert "hidden" in form_layers.ready(portrait, held, key)
    portrait.perform(tidying.reduce(portrait, "clay", 300))
    assert stack(portrait).layers == ()
    assert form_layers.elsewhere(portrait, portrait.pieces["clay"]) == []
