"""Stored states: gone back to where nothing is masked, compared, tools that work towards them."""

import numpy as np
import pytest

from tests.document.work import added, stack, stroke, weighed, with_ball
from yewfinch.core.document.verbs import detail_levels, form_layers, states
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.shared.errors import YewfinchError


@pytest.fixture
def portrait():
    p = with_ball(24)
    yield p
    p.history.close()


def stored(portrait, name=""):
    edit, key = states.store(portrait, "clay", name)
    portrait.perform(edit)
    return key


def drawn(portrait, tool_id, reference, point=(0.0, 0.0, 100.0), symmetry=False, after=None, times=12):
    ctx = StrokeContext(
        portrait,
        portrait.pieces["clay"],
        ToolSettings(size=40.0, strength=1.0, pressure_strength=False),
        symmetry,
        after=after,
        reference=reference,
    )
    at = np.array(point)
    run = tool(tool_id).make(ctx)
    next(run)
    for k in range(times):
        phase = "press" if k == 0 else "release" if k == times - 1 else "move"
        try:
            run.send(PointerEvent(phase, at * 3 + (0.01 * k * 30, 0, 0), -at / np.linalg.norm(at)))
        except StopIteration:
            return


def test_back_to_a_state_where_nothing_is_masked(portrait):
    key = stored(portrait, "before")
    before = portrait.surface("clay").positions.copy()
    for k in range(5):
        stroke(portrait, k)
    after = portrait.surface("clay").positions.copy()
    surface = portrait.surface("clay")
    surface.mask[before[:, 1] > 0] = 255
    portrait.perform(states.go_back(portrait, "clay", key))
    np.testing.assert_array_equal(surface.positions[before[:, 1] <= 0], before[before[:, 1] <= 0])
    np.testing.assert_array_equal(surface.positions[before[:, 1] > 0], after[before[:, 1] > 0])
    portrait.history.undo()
    np.testing.assert_array_equal(surface.positions, after)
    portrait.perform(states.forget(portrait, "clay", key))
    assert portrait.states == {}
    portrait.history.undo()
    assert states.states_of(portrait, portrait.pieces["clay"])[0].name == "before"


def test_a_brush_brings_the_clay_towards_a_state_under_it_only(portrait):
    key = stored(portrait)
    before = portrait.surface("clay").positions.copy()
    surface = portrait.surface("clay")
    rows = np.arange(len(surface), dtype=np.int32)
    surface.set_rows(rows, before * 1.05)
    drawn(portrait, "towards_state", states.state_of(portrait, "clay", key).positions.__getitem__, times=60)
    away = np.linalg.norm(surface.positions - before, axis=1)
    middle = np.linalg.norm(before - (0, 0, 100), axis=1) < 5
    assert away[middle].max() < 1.0
    np.testing.assert_allclose(away[before[:, 2] < 50], 5.0, atol=1e-3)
    portrait.history.undo()
    np.testing.assert_array_equal(surface.positions, (before * 1.05).astype(np.float32))


def test_a_layer_is_erased_under_the_brush_only(portrait):
    key = added(portrait)
    plain = portrait.surface("clay").positions.copy()
    surface = portrait.surface("clay")
    rows = np.arange(len(surface), dtype=np.int32)
    from yewfinch.core.mesh.surface.rows_change import RowsChange

    surface.set_rows(rows, plain * 1.04)
    done = RowsChange("clay", "positions", rows, plain, surface.positions.copy())
    portrait.keep_stroke("Stroke", done, form_layers.after_stroke(portrait, "clay", key, done))
    held = portrait.pieces["clay"]
    drawn(
        portrait,
        "erase_layer",
        form_layers.without(portrait, held, key),
        times=60,
        after=lambda e: form_layers.after_stroke(portrait, "clay", key, e),
    )
    middle = np.linalg.norm(plain - (0, 0, 100), axis=1) < 5
    assert np.linalg.norm(surface.positions - plain, axis=1)[middle].max() < 0.8
    steps = np.linalg.norm(stack(portrait)[key].steps.at(rows), axis=1)
    assert steps[middle].max() < 0.8
    np.testing.assert_allclose(steps[plain[:, 2] < 50], 4.0, atol=1e-3)
    weighed(portrait, key, 0.0)
    np.testing.assert_array_equal(surface.positions, plain)


def test_states_belong_to_their_level(portrait):
    key = stored(portrait, "coarse")
    portrait.perform(detail_levels.add(portrait, "clay"))
    assert states.states_of(portrait, portrait.pieces["clay"]) == ()
    with pytest.raises(YewfinchError, match="level 1"):
        states.go_back(portrait, "clay", key)
    portrait.perform(detail_levels.go_to(portrait, "clay", 0))
    with pytest.raises(YewfinchError, match="already"):
        states.go_back(portrait, "clay", key)
    with pytest.raises(YewfinchError, match="Choose"):
        states.state_of(portrait, "clay", "no such")
