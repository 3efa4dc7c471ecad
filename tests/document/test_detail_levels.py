"""Levels of a piece in a portrait: undone exactly, landmarks on their spot, dropped with the faces they belong to."""

import numpy as np
import pytest

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels as levels
from yewfinch.core.document.verbs import pieces, tidying
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def with_ball(portrait):
    portrait.put_piece(Piece("clay", "Ball", cube_sphere(8)), "x")
    return portrait


def move(portrait, rows, step):
    from yewfinch.core.document.model.edits import Edit
    from yewfinch.core.mesh.surface.rows_change import RowsChange

    surface = portrait.surface("clay")
    before = surface.positions[rows].copy()
    portrait.perform(
        Edit("Stroke", (RowsChange("clay", "positions", rows, before, (before + step).astype(np.float32)),))
    )


def test_added_gone_to_and_undone_to_the_bit(with_ball):
    first = with_ball.surface("clay")
    with_ball.perform(levels.add(with_ball, "clay"))
    with_ball.perform(levels.add(with_ball, "clay"))
    held = with_ball.pieces["clay"]
    assert (levels.count(held), levels.current(held)) == (3, 2)
    move(with_ball, np.arange(40, dtype=np.int32), np.float32([0, 1, 0]))
    fine = with_ball.surface("clay").positions.copy()
    with_ball.perform(levels.go_to(with_ball, "clay", 0))
    move(with_ball, np.arange(9, dtype=np.int32), np.float32([5, 0, 0]))
    with_ball.perform(levels.go_to(with_ball, "clay", 2))
    after = with_ball.surface("clay").positions.copy()
    assert np.abs(after - fine).max() > 2
    for _ in range(3):
        with_ball.history.undo()
    np.testing.assert_array_equal(with_ball.surface("clay").positions, fine)
    for _ in range(3):
        with_ball.history.redo()
    np.testing.assert_array_equal(with_ball.surface("clay").positions, after)
    while with_ball.history.position > 1:
        with_ball.history.undo()
    assert with_ball.surface("clay") is first
    assert levels.go_to(with_ball, "clay", 0) is None


def test_landmarks_stay_on_their_spot_through_all_levels(with_ball):
    surface = with_ball.surface("clay")
    rng = np.random.default_rng(4)
    points = rng.normal(size=(30, 3))
    points *= 100 / np.linalg.norm(points, axis=1, keepdims=True)
    marks = {f"x{i}": a for i, a in enumerate(nearest_anchors("clay", surface, points))}
    with_ball.set_field("anchors", {**with_ball.anchors, **marks}, "x")
    before = {k: with_ball.landmark(k) for k in marks}
    with_ball.perform(levels.add(with_ball, "clay"))
    with_ball.perform(levels.add(with_ball, "clay"))
    up = {k: with_ball.anchors[k] for k in marks}
    for k in marks:  # subdivision draws a ball of so few faces in by this much
        assert np.linalg.norm(with_ball.landmark(k) - before[k]) < 4.5
    with_ball.perform(levels.go_to(with_ball, "clay", 0))
    for k in marks:
        np.testing.assert_allclose(with_ball.landmark(k), before[k], atol=1e-4)
    with_ball.perform(levels.go_to(with_ball, "clay", 2))
    for k in marks:
        np.testing.assert_allclose(
            with_ball.anchors[k].on(with_ball.surface("clay")), up[k].on(with_ball.surface("clay")), atol=1e-4
        )


def test_the_head_carries_its_own_landmarks_and_says_at_which_level_it_is_steered(portrait):
    from yewfinch.core.document.figure.shaping import figures

    before = portrait.landmarks()
    portrait.perform(levels.add(portrait, "head"))
    after = portrait.landmarks()
    assert before.keys() == after.keys()
    assert max(np.linalg.norm(after[k] - before[k]) for k in before) < 1.0
    assert "level 1" in figures().steerable(portrait)
    portrait.perform(levels.go_to(portrait, "head", 0))
    assert figures().steerable(portrait) == ""
    back = portrait.landmarks()
    assert max(np.linalg.norm(back[k] - before[k]) for k in before) < 1e-4


def test_a_copy_has_levels_of_its_own(with_ball):
    with_ball.perform(levels.add(with_ball, "clay"))
    with_ball.perform(levels.go_to(with_ball, "clay", 0))
    edit, key = pieces.duplicate(with_ball, "clay")
    with_ball.perform(edit)
    assert levels.count(with_ball.pieces[key]) == 2 and levels.current(with_ball.pieces[key]) == 0
    for piece in ("clay", key):
        with_ball.perform(levels.go_to(with_ball, piece, 1))
    own, copy = with_ball.surface("clay"), with_ball.surface(key)
    np.testing.assert_array_equal(own.positions, copy.positions)
    assert own is not copy and own.faces is not copy.faces
    before = copy.positions.copy()
    move(with_ball, np.arange(40, dtype=np.int32), np.float32([0, 3, 0]))
    np.testing.assert_array_equal(copy.positions, before)


def test_steps_to_and_fro_with_strokes_between_are_undone_and_done_again_to_the_bit(with_ball):
    seen = []
    for _ in range(2):
        with_ball.perform(levels.add(with_ball, "clay"))
    for k, number in enumerate((1, 2, 1, 0, 1, 2, 2, 1)):
        edit = levels.go_to(with_ball, "clay", number)
        if edit is not None:
            with_ball.perform(edit)
            seen.append((with_ball.history.position, with_ball.surface("clay").positions.copy()))
        if k % 3 != 1:
            move(with_ball, np.arange(5 * k, 5 * k + 9, dtype=np.int32), np.float32([0, 1 + k, 0]))
            seen.append((with_ball.history.position, with_ball.surface("clay").positions.copy()))
    for way in (seen[::-1], seen):
        for position, at in way:
            while with_ball.history.position > position:
                with_ball.history.undo()
            while with_ball.history.position < position:
                with_ball.history.redo()
            np.testing.assert_array_equal(with_ball.surface("clay").positions, at)


def test_other_faces_have_no_levels(with_ball):
    with_ball.perform(levels.add(with_ball, "clay"))
    edit, key = pieces.duplicate(with_ball, "clay")
    with_ball.perform(edit)
    with_ball.perform(tidying.reduce(with_ball, "clay", 300))
    assert with_ball.pieces["clay"].levels is None
    with_ball.history.undo()
    assert levels.count(with_ball.pieces["clay"]) == 2
    twin_edit, twin = pieces.twin(with_ball, "clay")
    with_ball.perform(twin_edit)
    with_ball.perform(levels.go_to(with_ball, "clay", 0))
    assert len(with_ball.surface(twin)) == len(with_ball.surface("clay"))
    assert with_ball.pieces[key].name


def test_what_cannot_be_is_said(with_ball):
    with pytest.raises(YewfinchError, match="no level 3"):
        levels.go_to(with_ball, "clay", 2)
    with pytest.raises(YewfinchError, match="no coarser"):
        levels.drop_coarser(with_ball, "clay")
    with pytest.raises(YewfinchError, match="no finer"):
        levels.drop_finer(with_ball, "clay")
    with_ball.perform(levels.add(with_ball, "clay"))
    with_ball.perform(levels.drop_coarser(with_ball, "clay"))
    assert with_ball.pieces["clay"].levels is None
    with_ball.history.undo()
    with_ball.perform(levels.go_to(with_ball, "clay", 0))
    with_ball.perform(levels.drop_finer(with_ball, "clay"))
    assert levels.count(with_ball.pieces["clay"]) == 1
