"""Tools run without a window: what they do to clay, evenness, symmetry, locality, undo."""

import numpy as np
import pytest

from tests.sculpt.clay import DOWN, bench, draw, line, radii
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.sculpt import falloff
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext, even_dabs
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.toolbox import register, tool, tools


def test_clay_adds_and_ctrl_takes_off():
    for ctrl, sign in ((False, 1), (True, -1)):
        portrait, piece = bench()
        draw(portrait, piece, "clay", line((-20, 10), (20, 10), 20), ctrl=ctrl)
        change = radii(piece) - 100.0
        assert change[np.argmax(np.abs(change))] * sign > 0.3
        assert (change * sign > -0.08).all()


def test_crease_cuts_and_pinches():
    portrait, piece = bench(96)
    before = piece.surface.positions.copy()
    draw(portrait, piece, "crease", line((-25, 0), (25, 0), 30), size=16.0)
    deep = radii(piece) - 100.0
    assert deep.min() < -0.5
    near = (np.abs(before[:, 0]) < 15) & (before[:, 2] > 0) & (np.abs(before[:, 1]) > 1) & (np.abs(before[:, 1]) < 5)
    assert np.abs(piece.surface.positions[near, 1]).mean() < np.abs(before[near, 1]).mean() - 0.05


def test_smooth_evens_out_noise_and_ctrl_brings_it_out():
    for ctrl in (False, True):
        portrait, piece = bench()
        s = piece.surface
        rng = np.random.default_rng(1)
        rows = np.arange(len(s), dtype=np.int32)
        s.set_rows(rows, s.positions * (1 + rng.normal(0, 0.004, (len(s), 1))).astype(np.float32))
        under = (np.abs(s.positions[:, 1]) < 6) & (np.abs(s.positions[:, 0]) < 20) & (s.positions[:, 2] > 0)
        rough = radii(piece)[under].std()
        draw(portrait, piece, "smooth", line((-25, 0), (25, 0), 12), ctrl=ctrl, size=30.0)
        after = radii(piece)[under].std()
        assert after > rough if ctrl else after < 0.6 * rough


def test_move_draws_the_clay_along_by_its_strength():
    portrait, piece = bench()
    top = piece.surface.nearest_row((0, 0, 100))
    start = piece.surface.positions[top].copy()
    draw(portrait, piece, "move", line((0, 0), (0, 14), 9))
    assert piece.surface.positions[top, 1] - start[1] == pytest.approx(14.0, abs=0.7)
    draw(portrait, piece, "move", line((0, 14), (0, 20), 4), ctrl=True)
    assert piece.surface.positions[top, 1] - start[1] < 13.5


def test_shift_smooths_with_any_tool():
    portrait, piece = bench()
    for name in ("clay", "crease", "move"):
        draw(portrait, piece, name, line((-10, 0), (10, 0), 8), shift=True)
        assert radii(piece).max() <= 100.01  # nothing is added


@pytest.mark.parametrize("tool_id", ["clay", "crease", "smooth", "move", "paint"])
def test_a_stroke_is_one_edit_and_undo_is_exact(tool_id):
    portrait, piece = bench()
    s = piece.surface
    positions, colour, normals = s.positions.copy(), s.colour.copy(), s.normals.copy()
    draw(portrait, piece, tool_id, line((-20, 5), (25, 9), 15), symmetry=True)
    done = s.positions.copy(), s.colour.copy(), s.normals.copy()
    assert not (np.array_equal(done[0], positions) and np.array_equal(done[1], colour))
    assert len(portrait.history.names) == 1
    portrait.history.undo()
    np.testing.assert_array_equal(s.positions, positions)
    np.testing.assert_array_equal(s.colour, colour)
    np.testing.assert_allclose(s.normals, normals, atol=1e-6)
    portrait.history.redo()
    np.testing.assert_array_equal(s.positions, done[0])
    np.testing.assert_array_equal(s.colour, done[1])


@pytest.mark.parametrize("tool_id", ["clay", "crease", "smooth", "move"])
@pytest.mark.parametrize("x", [0.0, 4.0, 40.0])
def test_symmetry_mirrors_and_the_seam_stays_closed(made_head, tool_id, x):
    portrait = Portrait()
    piece = Piece("head", "Head", made_head.head.copy())
    portrait.pieces["head"] = piece
    seam = made_head.mirror == np.arange(len(made_head.mirror))
    draw(portrait, piece, tool_id, line((x, 60), (x + 3, 72), 14), symmetry=True)
    p = piece.surface.positions
    assert np.abs(p - made_head.head.positions).max() > 0.005
    np.testing.assert_allclose(p[made_head.mirror] * [-1, 1, 1], p, atol=2e-4)
    assert (p[seam, 0] == 0).all()
    assert piece.surface.closed.all()


def test_without_symmetry_only_one_side_changes(made_head):
    portrait = Portrait()
    piece = Piece("head", "Head", made_head.head.copy())
    portrait.pieces["head"] = piece
    draw(portrait, piece, "clay", line((40, -10), (44, 0), 8), symmetry=False)
    changed = np.any(piece.surface.positions != made_head.head.positions, axis=1)
    assert changed.any()
    assert (piece.surface.positions[changed, 0] > 0).all()


def test_near_the_middle_the_seam_gets_neither_ridge_nor_gap():
    one, two = bench(96), bench(96)
    draw(*one, "clay", line((0, -20), (0, 20), 24), symmetry=False)
    draw(*two, "clay", line((0, -20), (0, 20), 24), symmetry=True)
    assert radii(two[1]).max() == pytest.approx(radii(one[1]).max(), abs=0.12)


@pytest.mark.parametrize("events", [4, 37, 400])
def test_dabs_are_even_whatever_the_event_rate(events):
    portrait, piece = bench(64)
    ctx = StrokeContext(portrait, piece, ToolSettings(size=20.0, spacing=0.1), False)
    dabs = even_dabs(ctx)
    next(dabs)
    centres = []
    for x, y in line((-30, 0), (30, 0), events):
        centres += [h.point for h, _, _ in dabs.send(PointerEvent("move", np.array([x, y, 400.0]), DOWN))]
    steps = np.linalg.norm(np.diff(centres, axis=0), axis=1)
    assert steps == pytest.approx(np.full(len(steps), 2.0), rel=0.06)
    assert len(centres) == pytest.approx(31, abs=1)


def test_cost_follows_the_footprint_not_the_mesh():
    counts = []
    for n in (40, 120):
        portrait, piece = bench(n)
        touched = []
        portrait.rows_changed.connect(lambda *_a, t=touched: t.append(len(_a[2])))
        ctx = draw(portrait, piece, "clay", [(0, 0), (0, 0.01)], size=12.0)
        assert ctx.touched_rows < 0.02 * len(piece.surface)
        counts.append(max(touched) / piece.surface.leaf_count)
    assert counts[1] < 0.06


def test_pressure_acts_on_strength_and_size():
    change = {}
    for p in (0.25, 1.0):
        portrait, piece = bench()
        draw(portrait, piece, "clay", line((-10, 0), (10, 0), 10), pressure=p)
        change[p] = radii(piece).max() - 100
    assert 0.02 < change[0.25] < 0.6 * change[1.0]
    s = ToolSettings(size=20.0, pressure_size=True, pressure_strength=False)
    assert s.radius(1.0) == 10.0
    assert 2.5 < s.radius(0.1) < 5.0
    assert s.force(0.2) == s.strength


def test_paint_reaches_its_colour_and_no_further():
    portrait, piece = bench()
    draw(portrait, piece, "paint", line((-10, 0), (10, 0), 30), strength=1.0, pressure=1.0, rgb=(10, 200, 30))
    row = piece.surface.nearest_row((0, 0, 100))
    np.testing.assert_allclose(piece.surface.colour[row, :3], (10, 200, 30), atol=6)
    far = piece.surface.nearest_row((0, 0, -100))
    assert tuple(piece.surface.colour[far]) == (214, 196, 176, 255)


def test_closing_a_stroke_takes_it_back():
    portrait, piece = bench()
    before = piece.surface.positions.copy()
    spec = tool("clay")
    stroke = spec.make(StrokeContext(portrait, piece, spec.settings))
    next(stroke)
    stroke.send(PointerEvent("press", np.array([0, 0, 400.0]), DOWN))
    assert not np.array_equal(before, piece.surface.positions)
    stroke.close()
    np.testing.assert_array_equal(before, piece.surface.positions)
    assert portrait.history.names == []


def test_a_stroke_beside_the_clay_does_nothing():
    portrait, piece = bench()
    for spec in tools():
        draw(portrait, piece, spec.id, line((150, 0), (170, 0), 5))
    assert portrait.history.names == []


def test_falloff_curves_fall_to_zero():
    for name, table in falloff.CURVES.items():
        assert table[0] == pytest.approx(1.0), name
        assert table[-1] == 0
        assert (np.diff(table) <= 1e-6).all()
    with pytest.raises(ValueError, match="got 'steep'"):
        falloff.curve("steep")


def test_a_second_tool_of_the_same_name_is_refused():
    with pytest.raises(ValueError, match="clashes with 'clay'"):
        register(ToolSpec("clay", "Clay", "", "Y", ToolSettings(), lambda c: iter(())))  # type: ignore[arg-type]
