"""The portrait file: round trip, unknown keys, atomic writing, damaged and hostile files."""

import io
import json
import zipfile
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.session import autosave
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.sitter.calipers import Caliper
from yewfinch.demo.shapes import cube_sphere


def rewrite(source, target, **changed):
    """Copy a portrait file with some members replaced (None takes one away)."""
    with zipfile.ZipFile(source) as old, zipfile.ZipFile(target, "w") as new:
        for name in old.namelist():
            key = name.replace("/", "_").replace(".", "_")
            if key in changed:
                if changed[key] is not None:
                    new.writestr(name, changed[key])
            else:
                new.writestr(name, old.read(name))
    return target


def manifest(file):
    with zipfile.ZipFile(file) as z:
        return json.loads(z.read("portrait.json"))


@pytest.fixture
def saved(tmp_path, demo_file):
    p = container.load(demo_file)
    a = p.anchors
    p.calipers = (Caliper("distance", (a["en_l"], a["en_r"]), "eyes"),)
    path = tmp_path / "a.yewfinch"
    container.save(p, path, b"\x89PNG preview")
    return p, path


def test_everything_comes_back(saved):
    p, path = saved
    q = container.load(path)
    assert list(q.pieces) == list(p.pieces)
    for k in p.pieces:
        for array in ("positions", "faces", "colour"):
            np.testing.assert_array_equal(getattr(q.surface(k), array), getattr(p.surface(k), array))
        assert replace(q.pieces[k], surface=p.surface(k)) == p.pieces[k]
    assert q.anchors == p.anchors
    assert q.calipers == p.calipers
    assert q.sitter == p.sitter
    assert q.name == p.name
    assert problems(q) == []
    assert not q.history.unsaved


def test_saving_twice_gives_the_same_bytes_inside(saved, tmp_path):
    _, path = saved
    container.save(container.load(path), tmp_path / "b.yewfinch")
    a, b = zipfile.ZipFile(path), zipfile.ZipFile(tmp_path / "b.yewfinch")
    for name in b.namelist():
        assert a.read(name) == b.read(name), name


def test_unknown_keys_survive(saved, tmp_path):
    _, path = saved
    m = manifest(path)
    m["lamps"] = [{"power": 3}]
    m["pieces"][0]["texture"] = "rough"
    m["sitter"]["studio"] = "north"
    m["sitter"]["photos"][1]["tag"] = "best"
    other = rewrite(path, tmp_path / "n.yewfinch", portrait_json=json.dumps(m))
    container.save(container.load(other), tmp_path / "o.yewfinch")
    back = manifest(tmp_path / "o.yewfinch")
    assert back["lamps"] == [{"power": 3}]
    assert back["pieces"][0]["texture"] == "rough"
    assert back["sitter"]["studio"] == "north"
    assert back["sitter"]["photos"][1]["tag"] == "best"


def test_a_mark_taken_away_stays_away(saved, tmp_path):
    _, path = saved
    p = container.load(path)
    photo = p.sitter.photos[0].marked("prn", None)
    p.set_field("sitter", p.sitter.replaced(photo), "Unmark")
    container.save(p, tmp_path / "c.yewfinch")
    assert "prn" not in container.load(tmp_path / "c.yewfinch").sitter.photos[0].marks


def test_a_failed_save_leaves_the_old_file(saved, monkeypatch):
    p, path = saved
    before = path.read_bytes()

    def fail(*_a):
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("os.replace", fail)
    with pytest.raises(BadFileError, match="No space left"):
        container.save(p, path)
    assert path.read_bytes() == before
    assert [f.name for f in path.parent.iterdir()] == ["a.yewfinch"]


def npy(array):
    out = io.BytesIO()
    np.save(out, array)
    return out.getvalue()


HOSTILE = {
    "no zip": (None, "damaged or no Yewfinch portrait"),
    "no manifest": ({"portrait_json": None}, "no Yewfinch portrait"),
    "manifest is no json": ({"portrait_json": "{"}, "damaged"),
    "manifest is a list": ({"portrait_json": "[]"}, "damaged"),
    "nan": ({"portrait_json": '{"yewfinch": {"schema": 1}, "x": NaN}'}, "no number"),
    "later version": ({"portrait_json": '{"yewfinch": {"schema": 99}}'}, "later version"),
    "wrong types": ({"portrait_json": '{"yewfinch": {"schema": 1}, "pieces": [{"id": 3}]}'}, "in its manifest"),
    "array missing": ({"pieces_head_faces_npy": None}, "damaged"),
    "array cut short": ({"pieces_head_positions_npy": npy(np.zeros((99, 3), "f4"))[:500]}, "cut short"),
    "array of another kind": ({"pieces_head_faces_npy": npy(np.zeros((5, 4)))}, "is float64"),
    "pickle": ({"pieces_head_faces_npy": npy(np.array([{"a": 1}], dtype=object))}, "damaged"),
    "absurd shape": (
        {"pieces_head_positions_npy": npy(np.zeros((2, 3), "f4")).replace(b"(2, 3), }        ", b"(900000000, 3), }")},
        "claims 900 000 000 rows",
    ),
    "faces beyond the vertices": ({"pieces_head_faces_npy": npy(np.full((9, 4), 10**8, "i4"))}, "names vertex"),
    "positions that are no numbers": ({"pieces_head_positions_npy": npy(np.full((31918, 3), np.nan, "f4"))}, "damaged"),
}  # fmt: skip


@pytest.mark.parametrize("name", HOSTILE)
def test_damaged_and_hostile_files_are_refused_in_one_sentence(saved, tmp_path, name):
    changed, message = HOSTILE[name]
    bad = tmp_path / "bad.yewfinch"
    if changed is None:
        bad.write_bytes(b"this is no zip")
    else:
        rewrite(saved[1], bad, **changed)
    with pytest.raises(BadFileError, match=message) as caught:
        container.load(bad)
    assert "bad.yewfinch" in str(caught.value)
    assert "\n" not in str(caught.value)


def test_a_photo_outside_the_file_is_refused(saved, tmp_path):
    m = manifest(saved[1])
    m["sitter"]["photos"][0]["file"] = "../../etc/passwd"
    bad = rewrite(saved[1], tmp_path / "p.yewfinch", portrait_json=json.dumps(m))
    with pytest.raises(BadFileError, match="outside itself"):
        container.load(bad)


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(place=st.floats(0, 1), junk=st.binary(min_size=1, max_size=40))
def test_random_damage_never_gets_through_as_a_crash(tmp_path_factory, demo_file, place, junk):
    data = bytearray(demo_file.read_bytes())
    at = int(place * (len(data) - len(junk)))
    data[at : at + len(junk)] = junk
    path = tmp_path_factory.mktemp("fuzz") / "f.yewfinch"
    path.write_bytes(data)
    try:
        container.load(path)
    except BadFileError as error:
        assert str(error)


def test_recovery_is_offered_only_after_a_crash(portrait, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    keeper = autosave.Autosave()
    keeper.write(keeper.snapshot(portrait), None, "My head")
    assert autosave.left_behind() == []  # its process lives and holds it
    keeper.abandon()
    found = autosave.left_behind()
    assert [f.name for f in found] == ["My head"]
    assert autosave.left_behind() == []  # one window offers it already
    np.testing.assert_array_equal(found[0].load()[0].surface("head").positions, portrait.surface("head").positions)
    autosave.let_go(found[0])
    (again,) = autosave.left_behind()
    autosave.forget(again)
    assert autosave.left_behind() == []
    assert list(tmp_path.iterdir()) == []


def test_recovery_lies_where_only_its_owner_reads(portrait, tmp_path, monkeypatch):
    import stat

    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    keeper = autosave.Autosave()
    keeper.write(keeper.snapshot(portrait), None, "My head")
    assert stat.S_IMODE(keeper.folder.stat().st_mode) == 0o700
    keeper.clear()


def test_a_file_saved_later_is_said_to_be_newer(portrait, tmp_path, monkeypatch):
    import os

    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "state"))
    mine = tmp_path / "mine.yewfinch"
    mine.write_bytes(b"saved")
    keeper = autosave.Autosave()
    keeper.write(keeper.snapshot(portrait), mine, "My head")
    keeper.abandon()
    (found,) = autosave.left_behind()
    os.utime(mine, (1, 1))
    assert not found.older
    os.utime(mine, (4e9, 4e9))
    assert found.older
    autosave.forget(found)


def test_photos_are_found_whenever_the_process_ended(demo_file, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    p = container.load(demo_file)
    for gone in ("note.json", None):
        keeper = autosave.Autosave()
        if gone is None:  # killed after the note of the second file, before its work
            keeper.write(keeper.snapshot(p), None, "first")
            monkeypatch.setattr(autosave.container, "to_bytes", lambda *_a, **_k: 1 / 0)
            with pytest.raises(ZeroDivisionError):
                keeper.write(keeper.snapshot(p), None, "second")
            monkeypatch.undo()
            monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
        else:
            keeper.write(keeper.snapshot(p), None, "first")
            (keeper.folder / gone).unlink()
        keeper.abandon()
        (found,) = autosave.left_behind()
        again, lost = found.load()
        assert lost == []
        assert again.sitter.files == p.sitter.files
        again.history.close()
        autosave.forget(found)
    p.history.close()


def test_photos_of_an_earlier_versions_recovery_are_found(demo_file, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    p = container.load(demo_file)
    keeper = autosave.Autosave()
    keeper.write(keeper.snapshot(p), None, "first")
    names = container.pictures_beside(keeper.folder / "work.yewfinch")
    (keeper.folder / "note.json").write_text(json.dumps({"of": "", "name": "first", "photos": names}))
    monkeypatch.setattr(autosave.container, "pictures_beside", lambda _path: {})
    keeper.abandon()
    (found,) = autosave.left_behind()
    again, lost = found.load()
    assert lost == []
    assert again.sitter.files == p.sitter.files
    for held in (again, p):
        held.history.close()
    autosave.forget(found)


def test_left_overs_of_a_kill_are_swept_and_a_broken_note_costs_the_name_only(portrait, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    begun = autosave.Autosave()
    begun.write(begun.snapshot(portrait), None, "Begun")
    (begun.folder / "work.yewfinch").rename(begun.folder / ".work.yewfinch.tmp")  # killed before it was whole
    begun.abandon()
    for junk in (b"", b"{", b"[]", b'{"of": 1, "name": 2, "photos": 3}', b"\xff\xfe", b'{"of": "x"}'):
        keeper = autosave.Autosave()
        keeper.write(keeper.snapshot(portrait), None, "My head")
        (keeper.folder / "note.json").write_bytes(junk)
        keeper.abandon()
        (found,) = autosave.left_behind()
        made, lost = found.load()
        assert "head" in made.pieces
        assert set(lost) == {p.name for p in portrait.sitter.photos}
        autosave.forget(found)
    assert list(tmp_path.iterdir()) == []


def test_a_state_folder_that_cannot_be_written_is_a_sentence(portrait, tmp_path, monkeypatch):
    (tmp_path / "file").write_text("no folder")
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "file"))
    keeper = autosave.Autosave()
    with pytest.raises(BadFileError, match="Save your work yourself"):
        keeper.write(keeper.snapshot(portrait), None, "My head")
    assert autosave.left_behind() == []


def test_what_is_kept_for_recovery_is_what_it_was_when_it_was_taken(portrait, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    keeper = autosave.Autosave()
    taken, surface = keeper.snapshot(portrait), portrait.surface("head")
    was = surface.positions.copy(), surface.colour.copy(), surface.mask.copy()
    rows = np.arange(200, dtype=np.int32)
    surface.set_rows(rows, surface.positions[rows] + np.float32(3))  # the work goes on while a thread writes
    surface.colour[rows] = 9
    surface.mask[rows] = 255
    portrait.remove_piece("eye_left")
    keeper.write(taken, None, "My head")
    kept = container.load(keeper.folder / "work.yewfinch", lost=[])
    for name, array in zip(("positions", "colour", "mask"), was, strict=True):
        np.testing.assert_array_equal(getattr(kept.surface("head"), name), array)
    assert "eye_left" in kept.pieces and "eye_left" not in portrait.pieces
    keeper.clear()


def test_a_killed_process_leaves_its_work_behind(tmp_path, demo_file, monkeypatch):
    import os
    import signal
    import subprocess
    import sys

    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    code = f"""
import os, signal
from pathlib import Path
from yewfinch.core.session.autosave import Autosave
from yewfinch.core.formats import container
from yewfinch.core.document.verbs import painting
portrait = container.load(Path({str(demo_file)!r}))
portrait.perform(painting.fill(portrait, "head", (4, 5, 6)))
keeper = Autosave()
keeper.write(keeper.snapshot(portrait), Path("/somewhere/mine.yewfinch"), portrait.name)
os.kill(os.getpid(), signal.SIGKILL)
"""
    done = subprocess.run([sys.executable, "-c", code], env=dict(os.environ), timeout=60, check=False)
    assert done.returncode == -signal.SIGKILL
    (found,) = autosave.left_behind()
    assert found.of == "/somewhere/mine.yewfinch"
    assert tuple(container.load(found.file, found.pictures).surface("head").colour[0, :3]) == (4, 5, 6)
    again = container.load(found.file, found.pictures)
    held = zipfile.ZipFile(found.file).namelist()
    assert not any(name.startswith("photos/") for name in held)  # they lie beside it, written once
    assert set(again.sitter.files) == {p.file for p in again.sitter.photos}
    autosave.forget(found)
    assert not found.folder.exists()


def test_rings_and_normals_are_derived_when_asked_for_or_for_a_window(tmp_path):
    portrait = Portrait()
    made = cube_sphere(10)
    portrait.pieces["clay"] = Piece("clay", "Clay", made)
    container.save(portrait, tmp_path / "a.yewfinch")
    plain = container.load(tmp_path / "a.yewfinch").surface("clay")
    shown = container.load(tmp_path / "a.yewfinch", to_be_shown=True).surface("clay")
    assert "normals" not in vars(plain)
    assert "normals" in vars(shown)
    for name in ("normals", "ring_at", "ring", "closed"):
        assert np.array_equal(getattr(plain, name), getattr(made, name))
        assert np.array_equal(getattr(shown, name), getattr(made, name))
