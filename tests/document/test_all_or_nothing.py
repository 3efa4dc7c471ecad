"""An edit is done as a whole or not at all: a failure is put at each of its changes."""

import numpy as np
import pytest

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.edits import Edit, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface


def state_of(portrait):
    """Everything that an edit may change, copied."""
    clay = {
        k: (p, p.surface.positions.copy(), p.surface.colour.copy(), p.surface.mask.copy(), p.surface.bounds().copy())
        for k, p in portrait.pieces.items()
    }
    return (
        clay,
        list(portrait.pieces),
        portrait.name,
        dict(portrait.anchors),
        portrait.history.names,
        portrait.history.position,
        portrait.history.moment,
    )


def same(a, b):
    clay, other = a[0], b[0]
    assert list(clay) == list(other)
    for key, (piece, *arrays) in clay.items():
        assert other[key][0] is piece
        for x, y in zip(arrays, other[key][1:], strict=True):
            np.testing.assert_array_equal(x, y)
    assert a[1:] == b[1:]


def rows_change(portrait, piece, channel, rows, by):
    held = portrait.surface(piece)
    before = getattr(held, channel)[rows].copy()
    return RowsChange(piece, channel, rows, before, (before + np.asarray(by, before.dtype)).astype(before.dtype))


def changes(portrait):
    """One of each kind, some on top of others."""
    head = next(iter(portrait.pieces))
    rows = np.arange(100, 900, dtype=np.int32)
    surface = portrait.surface(head)
    block = Piece("block", "Block", Surface(surface.positions * np.float32(0.5), surface.faces))
    first = rows_change(portrait, head, "positions", rows, 1.5)
    return head, [
        first,
        RowsChange(head, "positions", rows, first.after, first.after + np.float32(0.25)),
        rows_change(portrait, head, "colour", rows, 3),
        FieldChange("name", portrait.name, "Another name"),
        PieceChange(None, block),
        FieldChange("anchors", portrait.anchors, {**portrait.anchors, "prn": Anchor(head, (0, 1, 2), (0.2, 0.3, 0.5))}),
        PieceChange(portrait.pieces[list(portrait.pieces)[-1]], None),
        FieldChange("order", tuple(portrait.pieces), tuple(reversed(portrait.pieces))),
    ]


def broken(head):
    """Changes that fail, each in its own way."""
    values = np.zeros((2, 3), np.float32)
    return [
        RowsChange("nobody", "positions", np.array([0, 1], np.int32), values, values),
        RowsChange(head, "positions", np.array([0, 10**7], np.int32), values, values),
        RowsChange(head, "positions", np.array([-1, 0], np.int32), values, values),
        RowsChange(head, "colour", np.array([0, 1], np.int32), np.zeros((3, 4), np.uint8), np.zeros((3, 4), np.uint8)),
        PieceChange(
            Piece("nobody", "Nobody", Surface(np.eye(3, dtype=np.float32), np.array([[0, 1, 2]], np.int32))), None
        ),
    ]


@pytest.fixture(scope="module")
def portrait():
    return new_portrait()


@pytest.mark.parametrize("kind", range(5))
@pytest.mark.parametrize("at", range(9))
def test_a_failing_change_leaves_nothing_behind(portrait, at, kind):
    head, good = changes(portrait)
    before = state_of(portrait)
    edit = Edit("Fails", (*good[:at], broken(head)[kind], *good[at:]))
    told = []
    portrait.rows_changed.connect(lambda *a: told.append(a))
    with pytest.raises((KeyError, IndexError, ValueError)):
        portrait.perform(edit)
    portrait.rows_changed.disconnect()
    same(before, state_of(portrait))
    assert told == []


def test_the_same_edit_without_a_failure_is_done_and_undone(portrait):
    before = state_of(portrait)
    _, good = changes(portrait)
    portrait.perform(Edit("All", tuple(good)))
    assert portrait.name == "Another name"
    assert "block" in portrait.pieces
    portrait.history.undo()
    after = state_of(portrait)
    same((*before[:4], [], 0, 0), (*after[:4], [], 0, 0))


def test_amending_another_thing_does_nothing(portrait):
    _, good = changes(portrait)
    portrait.perform(Edit("First", (good[0],)))
    before = state_of(portrait)
    with pytest.raises(ValueError, match="only the same rows"):
        portrait.amend(Edit("Second", (good[2],)))
    with pytest.raises(ValueError, match="changed different things"):
        portrait.amend(Edit("Second", (good[0], good[2])))
    same(before, state_of(portrait))
    portrait.history.undo()


def test_an_undo_that_cannot_be_done_moves_nothing(portrait):
    head, good = changes(portrait)
    portrait.perform(Edit("Name", (good[3],)))
    portrait.history.push(Edit("Impossible", (good[0], broken(head)[0])))
    before = state_of(portrait)
    with pytest.raises(KeyError):
        portrait.history.undo()
    same(before, state_of(portrait))
    portrait.history._at -= 1
    portrait.history.undo()


def test_one_who_listens_and_fails_does_not_part_clay_and_history(portrait):
    _, good = changes(portrait)
    heard = []

    def fails(*_):
        raise RuntimeError("a panel is at fault")

    portrait.field_changed.connect(fails)
    portrait.pieces_changed.connect(lambda: heard.append("pieces"))
    before = portrait.history.position
    with pytest.raises(Exception, match="at fault"):
        portrait.perform(Edit("All", (good[3], good[4])))
    assert portrait.history.position == before + 1
    assert portrait.name == "Another name"
    assert heard == ["pieces"]
    with pytest.raises(Exception, match="at fault"):
        portrait.history.undo()
    assert portrait.history.position == before
    assert portrait.name != "Another name"
    portrait.field_changed.disconnect(fails)
