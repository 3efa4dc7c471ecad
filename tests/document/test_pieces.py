"""Solids and whole pieces in a portrait: begun, changed, settled, copied, mirrored, split, merged, saved."""

import json
import zipfile
from dataclasses import replace

import numpy as np
import pytest

from tests.document.work import begun
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import pieces, solids
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.solid import KINDS
from yewfinch.core.reshape.solid_form import surface_of
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def empty():
    p = Portrait()
    yield p
    p.history.close()


def test_a_solid_is_begun_changed_settled_and_all_is_undone(empty):
    key = begun(empty, "block")
    assert empty.pieces[key].fixed
    assert empty.pieces[key].name == "Block"
    assert empty.pieces[begun(empty, "block")].name == "Block 2"
    before = empty.surface(key).positions.copy()
    solid = empty.pieces[key].solid.with_value("tall", 200.0)
    empty.perform(solids.change(empty, key, solid, "taller"))
    assert np.ptp(empty.surface(key).positions[:, 1]) == pytest.approx(200, abs=1e-3)
    empty.perform(solids.settle(empty, key))
    assert not empty.pieces[key].fixed
    with pytest.raises(YewfinchError, match="no solid"):
        solids.change(empty, key, solid, "x")
    empty.history.undo()
    empty.history.undo()
    np.testing.assert_array_equal(empty.surface(key).positions, before)


def test_a_locked_solid_is_left_alone(empty):
    key = begun(empty, "ball")
    empty.pieces[key] = replace(empty.pieces[key], locked=True)
    with pytest.raises(YewfinchError, match="is locked"):
        solids.settle(empty, key)


@pytest.mark.parametrize("kind", KINDS)
def test_every_kind_is_saved_and_opened_again(empty, tmp_path, kind):
    key = begun(empty, kind, (1.5, -2.0, 30.0))
    held = empty.pieces[key].solid
    turned = replace(held.with_value(KINDS[kind].measures[0].key, 33.0), turn=(10.0, 20.0, -30.0), edge=3.0)
    empty.perform(solids.change(empty, key, turned, "x"))
    container.save(empty, tmp_path / "s.yewfinch")
    again = container.load(tmp_path / "s.yewfinch")
    assert again.pieces[key].solid == turned
    np.testing.assert_array_equal(again.surface(key).positions, empty.surface(key).positions)
    again.perform(solids.change(again, key, again.pieces[key].solid.with_value(KINDS[kind].measures[0].key, 44.0), "y"))
    assert [x for x in problems(again) if "is open" not in x] == []  # a sheet is open


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"kind": "blob"}, "no solid"),
        ({"values": {"tall": 1e8}}, "cannot be"),
        ({"values": {"tall": 1e12}}, "solid.values"),
        ({"edge": 0.0}, "edges cannot be"),
        ({"edge": -1.0}, "solid.edge"),
        ({"line": [[1, 2, 3, 4]]}, "line of 1"),
    ],
)
def test_a_damaged_solid_is_refused(empty, tmp_path, change, words):
    begun(empty, "block")
    file = tmp_path / "s.yewfinch"
    container.save(empty, file)
    with zipfile.ZipFile(file) as z:
        parts = {n: z.read(n) for n in z.namelist()}
    manifest = json.loads(parts["portrait.json"])
    manifest["pieces"][0]["solid"].update(change)
    parts["portrait.json"] = json.dumps(manifest).encode()
    with zipfile.ZipFile(file, "w") as z:
        for n, data in parts.items():
            z.writestr(n, data)
    with pytest.raises(BadFileError, match=words):
        container.load(file)


@pytest.mark.parametrize("kind", KINDS)
def test_the_mirror_image_of_a_solid_is_a_solid(empty, kind):
    key = begun(empty, kind, (40.0, 5.0, 12.0))
    empty.perform(solids.change(empty, key, replace(empty.pieces[key].solid, turn=(25.0, -40.0, 70.0)), "turn"))
    edit, other = pieces.mirror(empty, key)
    empty.perform(edit)
    a, b = empty.surface(key), surface_of(empty.pieces[other].solid)
    flipped = a.positions * (-1, 1, 1)
    nearest = np.array([np.linalg.norm(b.positions - p, axis=1).min() for p in flipped[::7]])
    size = np.ptp(a.positions, axis=0).max()
    assert nearest.max() < (0.02 if kind in ("ball", "block", "plane") else 0.06) * size
    # the image itself is exact, and outward
    image = empty.surface(other)
    np.testing.assert_array_equal(image.positions, flipped.astype(np.float32))
    np.testing.assert_allclose(image.normals, a.normals * (-1, 1, 1), atol=1e-5)


def test_an_open_triangle_mesh_is_mirrored(empty):
    surface = Surface([[0, 0, 0], [10, 0, 0], [0, 10, 0], [10, 10, 0]], [[0, 1, 2, 2], [1, 3, 2, 2]])
    image = pieces.mirrored(surface)
    np.testing.assert_allclose(image.normals[:, 2], surface.normals[:, 2])


def test_a_copy_is_its_own(empty):
    key = begun(empty, "ball")
    empty.perform(solids.settle(empty, key))
    edit, other = pieces.duplicate(empty, key)
    empty.perform(edit)
    empty.surface(other).set_rows(np.array([0], np.int32), [[9.0, 9.0, 9.0]])
    assert not np.array_equal(empty.surface(key).positions[0], [9, 9, 9])
    assert empty.pieces[other].name == "Ball copy"


def test_split_and_merge_give_back_what_was_there(empty):
    surfaces = [cube_sphere(n, r) for n, r in ((12, 40.0), (6, 20.0), (4, 5.0))]
    for i, s in enumerate(surfaces):
        s.set_rows(np.arange(len(s), dtype=np.int32), s.positions + np.array([90.0 * i, 0, 0]))
        s.colour[:] = (10 * i, 20, 30, 255)
        empty.perform(pieces_edit(f"clay{i}", s))
    empty.perform(pieces.merge(empty, ["clay0", "clay1", "clay2"]))
    assert list(empty.pieces) == ["clay0"]
    whole = empty.surface("clay0")
    assert len(whole) == sum(len(s) for s in surfaces)
    assert len(whole.faces) == sum(len(s.faces) for s in surfaces)
    assert problems(empty) == []
    empty.perform(pieces.split(empty, "clay0"))
    assert sorted(len(p.surface) for p in empty.pieces.values()) == sorted(len(s) for s in surfaces)
    for p in empty.pieces.values():
        (same,) = [s for s in surfaces if len(s) == len(p.surface)]
        assert {tuple(x) for x in p.surface.positions.tolist()} == {tuple(x) for x in same.positions.tolist()}
        assert (p.surface.colour == same.colour[0]).all()
    assert len(empty.surface("clay0")) == len(surfaces[0])  # the largest keeps the id
    for _ in range(2):
        empty.history.undo()
    assert list(empty.pieces) == ["clay0", "clay1", "clay2"]


def pieces_edit(key, surface):
    from yewfinch.core.document.model.edits import Edit, PieceChange

    return Edit("add", (PieceChange(None, Piece(key, key, surface)),))


def test_landmarks_of_the_first_piece_survive_a_merge(portrait):
    before = portrait.landmark("prn")
    key = begun(portrait, "ball", (200.0, 0.0, 0.0))
    portrait.perform(solids.settle(portrait, key))
    portrait.perform(pieces.merge(portrait, ["head", key]))
    np.testing.assert_array_equal(portrait.landmark("prn"), before)
    assert portrait.pieces["head"].regions["neck"].shape == (len(portrait.surface("head")),)


@pytest.mark.parametrize(
    ("job", "words"),
    [
        (lambda p: pieces.split(p, "solid"), "no clay yet"),
        (lambda p: pieces.merge(p, ["solid"]), "two pieces"),
        (lambda p: pieces.rename(p, "solid", "  "), "1 to 80 letters"),
        (lambda p: pieces.rename(p, "solid", "x" * 99), "1 to 80 letters"),
    ],
)
def test_what_cannot_be_is_said(empty, job, words):
    begun(empty, "ball")
    with pytest.raises(YewfinchError, match=words):
        job(empty)


def test_one_part_is_not_split(empty):
    empty.perform(solids.settle(empty, begun(empty, "ball")))
    with pytest.raises(YewfinchError, match="in one part"):
        pieces.split(empty, "solid")


def test_undo_puts_a_piece_back_into_its_seat_though_its_id_was_used_again(empty):
    for kind in ("ball", "block", "cone"):
        begun(empty, kind)
    names = [v.name for v in empty.pieces.values()]
    gone = list(empty.pieces)[1]
    empty.perform(pieces.remove(empty, [gone]))
    again = begun(empty, "ring")
    assert again == gone and list(empty.pieces)[-1] == again  # the same id, in another seat
    for _ in range(2):
        empty.history.undo()
    assert [v.name for v in empty.pieces.values()] == names
    for _ in range(2):
        empty.history.redo()
    assert [v.name for v in empty.pieces.values()] == [names[0], names[2], "Ring"]


def test_what_followed_a_piece_that_went_is_the_same_whenever_that_is_done_again(empty):
    ball = cube_sphere(10, 40.0)
    empty.pieces["ball"] = Piece("ball", "Ball", ball.moved(ball.positions + np.float32([60, 0, 0])))
    edit, twin = pieces.twin(empty, "ball")
    empty.perform(edit)
    rows = np.arange(40, dtype=np.int32)
    before = empty.surface("ball").positions[rows].copy()
    empty.perform(Edit("Stroke", (RowsChange("ball", "positions", rows, before, before * np.float32(1.1)),)))
    empty.perform(pieces.remove(empty, ["ball"]))
    assert empty.pieces[twin].follows is None
    alone = empty.surface(twin).positions.copy()
    for _ in range(2):
        empty.history.go_to(0)
        assert twin not in empty.pieces
        empty.history.go_to(3)
        np.testing.assert_array_equal(empty.surface(twin).positions, alone)
