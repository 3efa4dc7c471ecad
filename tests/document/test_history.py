"""Undo and redo, names, packing, saved state."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document.model import history, stowage
from yewfinch.core.document.model.edits import Edit, FieldChange, PieceChange
from yewfinch.core.document.model.history import RAW
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def small():
    p = Portrait()
    p.pieces["ball"] = Piece("ball", "Ball", cube_sphere(30))
    yield p
    p.history.close()


def push(portrait, seed, count=2000):
    s = portrait.pieces["ball"].surface
    rng = np.random.default_rng(seed)
    rows = np.sort(rng.choice(len(s), count, replace=False)).astype(np.int32)
    after = s.positions[rows] + rng.normal(0, 1, (count, 3)).astype(np.float32)
    change = RowsChange("ball", "positions", rows, s.positions[rows].copy(), after)
    portrait.perform(Edit(f"edit {seed}", (change,)))


def test_many_edits_back_and_forth_are_exact(small):
    s = small.pieces["ball"].surface
    states = [s.positions.copy()]
    for i in range(12):
        push(small, i)
        states.append(s.positions.copy())
    for place in (0, 12, 5, 9, 1, 12):
        small.history.go_to(place)
        np.testing.assert_array_equal(s.positions, states[place])
    assert small.history.names[:2] == ["edit 0", "edit 1"]


def test_a_new_edit_forgets_what_was_undone(small):
    push(small, 1)
    push(small, 2)
    small.history.undo()
    push(small, 3)
    assert small.history.names == ["edit 1", "edit 3"]
    assert small.history.redo() is None


def test_old_entries_are_packed_and_the_newest_stay_raw(small):
    s = small.pieces["ball"].surface
    rows = np.arange(len(s), dtype=np.int32)
    for i in range(RAW + 4):  # the same move each time: it packs well
        before = s.positions.copy()
        after = np.round(before + 1.0, 0)
        small.perform(Edit(f"e{i}", (RowsChange("ball", "positions", rows, before, after),)))
    small.history.close()
    entries = small.history._entries
    for e in entries:
        e.settle()
    assert entries[0].size < 0.8 * entries[-1].size
    assert isinstance(entries[-1].changes[0], RowsChange)


def rough(portrait, i):
    """A stroke that packs badly."""
    s = portrait.pieces["ball"].surface
    rows = np.arange(len(s), dtype=np.int32)
    after = s.positions + np.random.default_rng(i).normal(0, 0.1, s.positions.shape).astype(np.float32)
    portrait.perform(Edit(f"e{i}", (RowsChange("ball", "positions", rows, s.positions.copy(), after),)))
    for entry in portrait.history._entries:
        if entry.packing is not None:
            entry.packing.result()
    return portrait.pieces["ball"].surface.positions.copy()


@pytest.mark.parametrize("disk", ["sound", "full"])
def test_hours_of_strokes_lie_on_the_disk_and_come_back(small, monkeypatch, disk):
    monkeypatch.setattr(history, "PACKED", 100_000)
    if disk == "full":
        monkeypatch.setattr(stowage, "MOST", 400_000)
    states = [small.pieces["ball"].surface.positions.copy(), *(rough(small, i) for i in range(40))]
    stowed = [e for e in small.history._entries if e.size == 0]
    assert (len(stowed) > 25) == (disk == "sound")
    assert stowed
    for k in range(39, -1, -1):
        small.history.undo()
        np.testing.assert_array_equal(small.pieces["ball"].surface.positions, states[k])
    small.history.go_to(40)
    np.testing.assert_array_equal(small.pieces["ball"].surface.positions, states[-1])


def test_a_step_whose_disk_is_gone_is_refused_and_nothing_moves(small, monkeypatch):
    monkeypatch.setattr(history, "PACKED", 0)
    for i in range(12):
        rough(small, i)
    small.history._disk._file.truncate(0)
    first = next(k for k in range(11, -1, -1) if small.history._entries[k].size == 0)
    small.history.go_to(first + 1)
    before = small.pieces["ball"].surface.positions.copy()
    with pytest.raises(YewfinchError, match="gone from the disk"):
        small.history.undo()
    assert small.history.position == first + 1
    np.testing.assert_array_equal(small.pieces["ball"].surface.positions, before)


def test_a_piece_that_went_weighs_what_it_does_not_share(small):
    ball = small.pieces["ball"]
    assert PieceChange(ball, replace(ball, name="Other")).size == 0
    s = ball.surface
    least = sum(a.nbytes for a in (s.positions, s.normals, s.faces, s.colour, s.ring))
    assert least < PieceChange(ball, replace(ball, surface=cube_sphere(4))).size < 3 * least


def test_undo_of_nothing_is_no_error(small):
    assert small.history.undo() is None
    assert small.history.redo() is None


def test_unsaved_follows_the_place_in_the_history(small):
    assert not small.history.unsaved
    push(small, 1)
    assert small.history.unsaved
    small.history.mark_saved()
    push(small, 2)
    small.history.undo()
    assert not small.history.unsaved
    small.history.undo()
    assert small.history.unsaved
    push(small, 7)  # as many entries as when it was saved, but others
    assert small.history.unsaved


def test_signals_carry_the_dirty_leaves(small):
    heard = []
    small.rows_changed.connect(lambda piece, channel, leaves: heard.append((piece, channel, leaves)))
    small.perform(painting.fill(small, "ball", (1, 2, 3)))
    assert heard[0][:2] == ("ball", "colour")
    assert len(heard[0][2]) == small.pieces["ball"].surface.leaf_count
    small.history.undo()
    assert tuple(small.pieces["ball"].surface.colour[0]) == (214, 196, 176, 255)


def test_pieces_come_and_go_undoably(small):
    small.put_piece(Piece("two", "Second", cube_sphere(4)), "Import two")
    small.remove_piece("ball")
    assert list(small.pieces) == ["two"]
    small.history.go_to(0)
    assert list(small.pieces) == ["ball"]


def test_unknown_fields_are_refused(small):
    with pytest.raises(ValueError, match="got 'pieces'"):
        small.set_field("pieces", {}, "no")


def test_what_follows_later_becomes_part_of_the_last_step(small):
    with pytest.raises(ValueError, match="no step"):
        small.append(())
    start = small.surface("ball").positions.copy()
    for k in range(RAW + 3):
        push(small, k)
    stamp, position = small.history.moment, small.history.position
    rows = np.arange(10, dtype=np.int32)
    before = small.surface("ball").positions[rows].copy()
    small.append((RowsChange("ball", "positions", rows, before, before + 1),))
    assert small.history.position == position
    assert small.history.moment != stamp
    assert small.history.names[-1] == f"edit {RAW + 2}"
    assert len(small.history.last().changes) == 2
    small.history.undo()
    small.history.redo()
    np.testing.assert_array_equal(small.surface("ball").positions[rows], before + 1)
    small.history.go_to(0)
    np.testing.assert_array_equal(small.surface("ball").positions, start)
    assert small.history.last() is None


def test_entries_are_joined_to_one_and_dropped(small):
    portrait = small
    first = {k: p.surface.colour.copy() for k, p in portrait.pieces.items()}
    piece = next(iter(portrait.pieces))
    for grey in (10, 20, 30, 40):
        portrait.perform(painting.fill(portrait, piece, (grey, grey, grey)))
    history = portrait.history
    history.join(3)
    assert history.names == ["Fill Ball #0a0a0a", "Fill Ball #282828"]
    history.undo()
    assert portrait.surface(piece).colour[0, 0] == 10
    history.drop(0)  # nothing: what was undone can still be done again
    history.redo()
    assert portrait.surface(piece).colour[0, 0] == 40
    history.join(1)
    history.join(0)
    history.drop(2)
    assert history.names == [] and history.redo() is None
    np.testing.assert_array_equal(portrait.surface(piece).colour, first[piece])
    assert history.recent(5) == []


def test_surfaces_that_a_piece_had_meanwhile_are_forgotten_when_entries_are_joined(small):
    portrait = small
    key = next(iter(portrait.pieces))
    first = portrait.surface(key)
    start, rows = first.positions.copy(), np.arange(3, dtype=np.int32)
    begun = portrait.history.position
    surfaces = []
    for number in range(3):  # as a stroke that adapts the detail does: a row, other faces, a row, ...
        surface = portrait.surface(key)
        after = surface.positions[rows] + np.float32(number + 1)
        held = portrait.pieces[key]
        stroke = RowsChange(key, "positions", rows, surface.positions[rows].copy(), after)
        surface.set_rows(rows, after)
        other = replace(held, surface=surface.copy())
        portrait.keep_stroke(
            "leg", stroke, (PieceChange(held, other), FieldChange("name", portrait.name, f"leg {number}"))
        )
        surfaces.append(other.surface)
    last = surfaces[-1].positions.copy()
    portrait.history.join(3)
    assert portrait.history.position == begun + 1
    changes = portrait.history.last().changes
    assert [type(c) for c in changes] == [RowsChange, PieceChange, FieldChange]
    assert changes[1].before.surface is first and changes[1].after.surface is surfaces[-1]
    portrait.history.undo()
    assert portrait.surface(key) is first
    np.testing.assert_array_equal(first.positions, start)
    portrait.history.redo()
    assert portrait.surface(key) is surfaces[-1] and portrait.name == "leg 2"
    np.testing.assert_array_equal(surfaces[-1].positions, last)


def test_what_was_done_to_a_surface_that_stays_is_kept_when_entries_are_joined(small):
    portrait = small
    key = next(iter(portrait.pieces))
    surface, rows = portrait.surface(key), np.arange(3, dtype=np.int32)
    start = surface.positions.copy()
    for number in range(3):  # renamed and moved in turns
        portrait.put_piece(portrait.pieces[key].renamed(f"name {number}"), "Rename")
        portrait.perform(
            Edit(
                "Move",
                (
                    RowsChange(
                        key, "positions", rows, surface.positions[rows].copy(), surface.positions[rows] + np.float32(1)
                    ),
                ),
            )
        )
    last = surface.positions.copy()
    portrait.history.join(6)
    portrait.history.undo()
    np.testing.assert_array_equal(surface.positions, start)
    portrait.history.redo()
    np.testing.assert_array_equal(surface.positions, last)
    assert portrait.pieces[key].name == "name 2"


def test_a_stroke_under_way_holds_news_back(small):
    portrait = small
    key = next(iter(portrait.pieces))
    held = portrait.pieces[key]
    heard = []
    portrait.pieces_changed.connect(lambda: heard.append("pieces"))
    portrait.field_changed.connect(lambda field: heard.append(field))
    portrait.net_changed.connect(lambda piece, box: heard.append((piece, box.tolist())))
    box = np.array([[0.0, 0, 0], [1, 1, 1]])
    more = (PieceChange(held, replace(held, surface=held.surface.copy()), box), FieldChange("name", portrait.name, "x"))
    rows = np.arange(1, dtype=np.int32)
    same = held.surface.positions[rows].copy()
    portrait.keep_stroke("leg", RowsChange(key, "positions", rows, same, same), more, going=True)
    assert heard == [(key, box.tolist())]
    portrait.announce()
    assert heard[1:] == ["pieces", "name"]
    portrait.announce()  # once only
    assert len(heard) == 3
    portrait.history.undo()
    assert heard[3:] == ["name", "pieces"]
