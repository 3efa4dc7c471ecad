"""Opening, saving, dropping, importing and recovering in the real window."""

import gc
import io
import threading
import weakref

import numpy as np
import pytest
from PIL import Image
from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QApplication, QMessageBox

from tests.app.hands import at_landmark, drag, drop, handled, line
from tools.parts import doer, marking
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.units import UnitsDialog
from yewfinch.core.document.verbs import painting
from yewfinch.core.formats import container
from yewfinch.core.session import autosave
from yewfinch.core.session.claims import Claim, stand_of
from yewfinch.demo.demo_portrait import demo_portrait


def answer(text):
    """Press a button of the next message box."""

    def press():
        box = QApplication.activeModalWidget()
        assert isinstance(box, QMessageBox)
        next(b for b in box.buttons() if b.text() == text).click()

    QTimer.singleShot(150, press)


def accept_unit(window, qtbot, unit):
    """Choose a unit when the window asks for it."""
    qtbot.waitUntil(lambda: any(d.isVisible() for d in window.findChildren(UnitsDialog)), timeout=20000)
    dialog = next(d for d in window.findChildren(UnitsDialog) if d.isVisible())
    dialog.choices[unit].click()
    dialog.accept()


def test_photos_are_dropped_onto_the_wall(window, qtbot, tmp_path):
    from PIL import Image

    Image.new("RGB", (200, 260), (90, 60, 50)).save(tmp_path / "extra.png")
    (tmp_path / "no.jpg").write_text("this is no photo")
    drop(window.walls, tmp_path / "extra.png", tmp_path / "no.jpg")
    qtbot.waitUntil(lambda: not doer(window, "solve").busy(), timeout=8000)
    photos = window.bench.portrait.sitter.photos
    assert [p.name for p in photos][-1] == "extra"
    assert len(window.walls.cards) == 6
    assert "no.jpg is not a photo" in window.status.message.text()
    window.undo()
    assert len(window.walls.cards) == 5
    window.walls.menu_of(photos[0].id).actions()[-1].trigger()
    assert len(window.walls.cards) == 4
    window.undo()
    assert [p.id for p in window.bench.portrait.sitter.photos] == [p.id for p in photos[:5]]


def test_a_damaged_portrait_changes_nothing(window, qtbot, tmp_path):
    bad = tmp_path / "bad.yewfinch"
    bad.write_bytes(b"PK broken")
    held = window.bench.portrait
    drop(window, bad)
    qtbot.waitUntil(lambda: "bad.yewfinch is damaged" in window.status.message.text())
    assert window.bench.portrait is held


def test_import_runs_in_a_worker_and_is_one_edit(window, qtbot, tmp_path):
    import trimesh

    trimesh.creation.icosphere(4, 30).export(tmp_path / "ball.ply")
    window.documents.import_file(tmp_path / "ball.ply")
    accept_unit(window, qtbot, "mm")
    qtbot.waitUntil(lambda: len(window.bench.portrait.pieces) == 5, timeout=10000)
    assert window.bench.portrait.history.names == ["Import ball.ply"]
    assert "millimetres" in window.status.message.text()
    window.undo()
    assert len(window.bench.portrait.pieces) == 4
    (tmp_path / "bad.stl").write_bytes(b"nothing")
    window.documents.import_file(tmp_path / "bad.stl")
    qtbot.waitUntil(
        lambda: "bad.stl" in window.status.message.text() and "not an STL" in window.status.message.text(),
        timeout=10000,
    )
    assert len(window.bench.portrait.pieces) == 4
    qtbot.waitUntil(lambda: not window.documents.jobs.busy, timeout=5000)


@pytest.mark.parametrize(("word", "goes"), [("Discard", True), ("Cancel", False)])
def test_unsaved_changes_are_asked_about(window, word, goes):
    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (1, 2, 3)))
    assert window.windowTitle().startswith("Demo portrait*")
    answer(word)
    assert window.settle() is goes


def test_save_writes_a_preview_and_marks_the_state(window, tmp_path):
    import zipfile

    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (1, 2, 3)))
    assert window.documents.save(tmp_path / "my_head").wait()
    path = tmp_path / "my_head.yewfinch"
    assert zipfile.ZipFile(path).read("preview.png").startswith(b"\x89PNG")
    assert window.windowTitle() == "My head - Yewfinch"
    assert window.settings.recent[0] == str(path.resolve())
    window.menus.fill_recent()
    assert window.menus.recent.actions()[0].text() == "my_head.yewfinch"


def test_an_impossible_place_is_named(window, tmp_path):
    assert not window.documents.save(tmp_path / "none" / "a.yewfinch").wait()
    assert "Choose another place" in window.status.message.text()


def left_by_a_kill(window):
    """The work of this window as if its process had ended."""
    window.documents.autosave_now()
    window.documents._autosave.abandon()
    (found,) = autosave.left_behind()
    return found


def test_work_is_recovered_after_a_kill(window, qtbot, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (9, 8, 7)))
    window.documents.autosave()
    qtbot.waitUntil(lambda: window.documents._autosave.folder is not None, timeout=5000)
    found = left_by_a_kill(window)
    window.bench.portrait.history.undo()
    assert window.documents.recover(found).wait()
    assert tuple(window.bench.portrait.surface("head").colour[5, :3]) == (9, 8, 7)
    assert window.documents.unsaved
    # the work is never without a recovery file: this window has one of its own now
    assert not found.folder.exists()
    again = left_by_a_kill(window)
    assert tuple(again.load()[0].surface("head").colour[5, :3]) == (9, 8, 7)
    autosave.forget(again)


def test_a_recovery_is_kept_if_no_other_can_be_written(window, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "state"))
    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (9, 8, 7)))
    found = left_by_a_kill(window)
    (tmp_path / "file").write_text("no folder")
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "file"))
    assert window.documents.recover(found).wait()
    assert found.file.exists()
    assert "cannot be written" in window.status.message.text()
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path / "state"))
    (again,) = autosave.left_behind()
    autosave.forget(again)


def test_a_lost_photo_costs_that_photo_only(window, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    found = left_by_a_kill(window)
    photo = window.bench.portrait.sitter.photos[1]
    found.pictures[photo.file].unlink()
    marks = {p.id: p.marks for p in window.bench.portrait.sitter.photos}
    assert window.documents.recover(found).wait()
    assert f"'{photo.name}'" in window.status.message.text()
    sitter = window.bench.portrait.sitter
    assert {p.id: p.marks for p in sitter.photos} == marks
    with Image.open(io.BytesIO(sitter.files[photo.file])) as picture:
        assert picture.size == (photo.width, photo.height)
        assert picture.getextrema() == (128, 128)
    window.documents._autosave.clear()


def test_export_says_units_and_colours(window, tmp_path):
    assert window.documents.export_file(tmp_path / "a.stl").wait()
    assert "without colours" in window.status.message.text()
    assert window.documents.export_file(tmp_path / "a.glb").wait()
    assert "metres" in window.status.message.text()


def test_history_list_goes_back_and_forth(window):
    p = window.bench.portrait
    for c in (10, 20, 30):
        p.perform(painting.fill(p, "head", (c, c, c)))
    names = [window.panel("History").list.item(i).text() for i in range(window.panel("History").list.count())]
    assert names == ["As opened", "Fill Head #0a0a0a", "Fill Head #141414", "Fill Head #1e1e1e"]
    window.panel("History").list.itemClicked.emit(window.panel("History").list.item(1))
    assert p.surface("head").colour[0, 0] == 10
    window.panel("History").list.itemClicked.emit(window.panel("History").list.item(3))
    assert p.surface("head").colour[0, 0] == 30


def test_every_action_has_a_tip_and_help_lists_its_key(window):
    window.show_help()
    window.help.titles.setCurrentRow(list(window.help.pages).index("Keys"))
    text = window.help.text.toPlainText()
    for record in window.actions_table:
        assert record.tip.endswith(".")
        if record.keys:
            assert record.keys in text
    window.help.close()


def test_controls_are_named_and_reached_by_keyboard(window):
    from PyQt6.QtWidgets import QAbstractButton, QAbstractSlider, QAbstractSpinBox

    for kind in (QAbstractButton, QAbstractSlider, QAbstractSpinBox):
        for widget in window.findChildren(kind):
            if (
                widget.isVisible()
                and widget.objectName() != "qt_toolbar_ext_button"
                and "Scroll" not in type(widget).__name__
            ):
                said = widget.accessibleName() or (widget.text() if hasattr(widget, "text") else "") or widget.toolTip()
                assert said, widget
                assert widget.focusPolicy() != Qt.FocusPolicy.NoFocus, said


def test_panels_hide_and_come_back(window):
    window.parts.toggle_all()
    assert not window.walls.isVisible()
    assert not window.inspector.isVisible()
    window.parts.toggle_all()
    assert window.walls.isVisible()


def test_stages_lay_out_panels_and_keep_tools(window):
    for stage in ("Sitter", "Block", "Form", "Features", "Skin", "Show"):
        window.stage_buttons[stage].click()
        assert window.tools[0].isVisible() == (stage not in ("Sitter", "Show"))
        assert any(f.isVisible() for f in window.inspector.folds.values())
    assert np.isclose(window.bench.tools.settings.size, window.tools[0].diameter.value(), atol=0.1)


def test_a_piece_can_be_removed_and_comes_back_with_its_landmarks(window):
    p = window.bench.portrait
    window.panel("Pieces").remove("eye_left")
    assert "eye_left" not in p.pieces
    assert p.landmark("p_l") is None
    window.panel("Likeness").refresh()
    assert all(o.key != "p_l" for o in window.panel("Likeness").rows)
    window.undo()
    assert p.landmark("p_l") is not None


def test_undoing_a_photo_on_the_desk_goes_back_to_the_clay(window, qtbot, tmp_path):
    from PIL import Image

    Image.new("RGB", (200, 260), (90, 60, 50)).save(tmp_path / "extra.png")
    doer(window, "solve").add([tmp_path / "extra.png"])
    qtbot.waitUntil(lambda: not doer(window, "solve").busy(), timeout=8000)
    marking(window).mark(window.bench.portrait.sitter.photos[-1].id)
    window.undo()
    assert window.viewport.isVisible()
    assert not window.pages.page("desk").isVisible()


def test_work_goes_on_while_standing_there(window):
    from tests.app.hands import at_landmark, drag, line

    bench = window.bench
    photo = bench.portrait.sitter.photos[0].id
    bench.standpoint.take(photo)
    x, y = at_landmark(window, "g")
    drag(window.viewport, line((x + 10, y - 30), (x + 40, y - 34)))
    assert bench.portrait.history.names == ["Clay"]
    assert bench.standpoint.photo_id == photo
    window.walls.remove(photo)
    assert bench.standpoint.photo_id is None
    window.undo()
    assert photo in window.walls.cards


def settled(window, qtbot):
    qtbot.waitUntil(lambda: not window.documents.jobs.busy, timeout=20000)
    handled()


def test_a_model_that_does_not_say_its_unit_is_asked_for(window, qtbot, tmp_path):
    (tmp_path / "head.obj").write_text("v 0 0 0\nv 0.2 0 0\nv 0 0.24 0\nf 1 2 3\n")
    before = set(window.bench.portrait.pieces)
    drop(window, tmp_path / "head.obj")
    qtbot.waitUntil(lambda: any(d.isVisible() for d in window.findChildren(UnitsDialog)), timeout=20000)
    (dialog,) = [d for d in window.findChildren(UnitsDialog) if d.isVisible()]
    words = {k: b.text() for k, b in dialog.choices.items()}
    assert words["mm"].startswith("0.24 mm, if it is in millimetres")
    assert words["m"].startswith("240 mm, if it is in metres")
    assert "size of a head" in words["m"]
    assert dialog.unit == "m"
    dialog.accept()
    settled(window, qtbot)
    (new,) = set(window.bench.portrait.pieces) - before
    np.testing.assert_allclose(window.bench.portrait.surface(new).bounds()[1], [200, 240, 0], atol=1e-3)
    assert "240 mm at its longest, taken as metres as you chose" in window.status.message.text()
    window.undo()
    assert set(window.bench.portrait.pieces) == before


def test_declining_the_unit_imports_nothing_and_several_files_come_one_after_another(window, qtbot, tmp_path):
    (tmp_path / "a.obj").write_text("v 0 0 0\nv 20 0 0\nv 0 24 0\nf 1 2 3\n")
    for name in ("b", "c"):
        (tmp_path / f"{name}.obj").write_text("# units: mm\nv 0 0 0\nv 20 0 0\nv 0 24 0\nf 1 2 3\n")
    before = len(window.bench.portrait.pieces)
    drop(window, *(tmp_path / f"{n}.obj" for n in "abc"))
    qtbot.waitUntil(lambda: any(d.isVisible() for d in window.findChildren(UnitsDialog)), timeout=20000)
    next(d for d in window.findChildren(UnitsDialog) if d.isVisible()).reject()
    qtbot.waitUntil(lambda: len(window.bench.portrait.pieces) == before + 2, timeout=20000)
    settled(window, qtbot)


def boxed(window, button, work):
    """Carry out what asks, press a button of its box, and return what the box said."""
    said = []

    def press():
        box = QApplication.activeModalWidget()
        assert isinstance(box, QMessageBox)
        said.append(box.text())
        next(b for b in box.buttons() if b.text() == button).click()

    QTimer.singleShot(200, press)
    return work(), "".join(said)


def test_a_file_that_somebody_changed_is_not_written_over_unasked(window, tmp_path, monkeypatch):
    path = tmp_path / "work.yewfinch"
    assert window.documents.save(path).wait()
    assert window.documents.save().wait()  # our own work is no other's
    path.write_bytes(b"what somebody else wrote")
    saved, said = boxed(window, "Cancel", lambda: window.documents.save().wait())
    assert not saved
    assert "changed by somebody else" in said
    assert path.read_bytes() == b"what somebody else wrote"
    monkeypatch.setattr(
        "yewfinch.app.shell.window.QFileDialog.getSaveFileName", lambda *_: (str(tmp_path / "mine.yewfinch"), "")
    )
    saved, _ = boxed(window, "Save as …", lambda: window.documents.save().wait())
    assert saved
    assert window.documents.path == tmp_path / "mine.yewfinch"
    assert path.read_bytes() == b"what somebody else wrote"
    window.documents.belongs_to(path, stand_of(path))  # as when the program is started with a file
    assert window.documents.against_saving(path) is None
    window.documents.belongs_to(tmp_path / "mine.yewfinch", stand_of(tmp_path / "mine.yewfinch"))
    (tmp_path / "mine.yewfinch").write_bytes(b"and again")
    saved, _ = boxed(window, "Overwrite", lambda: window.documents.save().wait())
    assert saved
    container.load(tmp_path / "mine.yewfinch").history.close()


def test_a_file_that_another_window_has_open_is_not_written_over_unasked(window, tmp_path):
    path = tmp_path / "work.yewfinch"
    assert window.documents.save(path).wait()
    other = Claim()
    other.take(tmp_path / "theirs.yewfinch")
    saved, said = boxed(window, "Cancel", lambda: window.documents.save(tmp_path / "theirs.yewfinch").wait())
    assert not saved
    assert "open in another window" in said
    other.take(path)
    assert other.shared
    container.save(window.bench.portrait, tmp_path / "theirs.yewfinch")
    other.take(tmp_path / "theirs.yewfinch")
    window.documents.open(tmp_path / "theirs.yewfinch").wait()
    assert "open in another window, too" in window.status.message.text()
    other.release()
    assert window.documents.save().wait()  # nobody has it any more


def test_photos_are_removed_before_sharing(window, tmp_path):
    held = window.bench.portrait
    held.unknown = {"sitter": {"secret": 1}, "later": 2}
    assert window.documents.save_without_sitter(tmp_path / "share").wait()
    assert held.sitter.photos
    copy = container.load(tmp_path / "share.yewfinch")
    assert copy.sitter == type(copy.sitter)()
    assert set(copy.pieces) == set(held.pieces)
    assert set(copy.anchors) == set(held.anchors)
    data = (tmp_path / "share.yewfinch").read_bytes()
    assert b"secret" not in data
    assert b"photos/" not in data
    assert not any(p.name.encode() in data for p in held.sitter.photos if len(p.name) > 5)
    assert b'"later"' in data
    window.documents.save(tmp_path / "own.yewfinch").wait()
    assert not window.documents.save_without_sitter(tmp_path / "own.yewfinch").wait()
    copy.history.close()


def test_a_portrait_that_was_left_is_released_though_photos_were_added_and_workers_ran(window, qtbot, tmp_path):
    Image.new("RGB", (200, 260), (90, 60, 50)).save(tmp_path / "extra.png")
    (tmp_path / "a.obj").write_text("# units: mm\nv 0 0 0\nv 20 0 0\nv 0 24 0\nf 1 2 3\n")
    held = weakref.ref(window.bench.portrait)
    window.bench.set_stage("Form")
    window.bench.tools.take("clay")
    x, y = at_landmark(window, "zy_l")
    drag(window.viewport, line((x - 40, y), (x - 30, y + 50)))
    assert window.bench.portrait.history.position
    drop(window, tmp_path / "extra.png", tmp_path / "a.obj")
    qtbot.waitUntil(lambda: not doer(window, "solve").busy() and len(window.bench.portrait.pieces) == 5, timeout=20000)
    settled(window, qtbot)
    window.documents.autosave()
    qtbot.waitUntil(lambda: not window.documents._writer.isRunning(), timeout=20000)
    window.documents.show(demo_portrait(), None)

    def released():
        gc.collect()
        return held() is None

    qtbot.waitUntil(released)
    qtbot.waitUntil(lambda: not Worker._running, timeout=20000)  # each ends in its own time


def test_another_portrait_begins_with_nothing_chosen(window, qtbot):
    bench, view = window.bench, window.viewport
    bench.selection.choose("head", ("eye_left",))
    drag(view, line(at_landmark(window, "g"), at_landmark(window, "prn"), 3))
    assert bench.selection.last_hit is not None
    assert view.hit is not None
    window.documents.show(demo_portrait(), None)
    assert bench.selection.also == ()
    assert bench.selection.last_hit is None
    assert view.hit is None
    told = []
    bench.selection.changed.connect(lambda: told.append(bench.selection.chosen))
    bench.selection.choose(bench.selection.piece_id)  # nothing new is not told
    assert told == []
    bench.selection.choose("eye_left")
    assert told == [("eye_left",)]


def held_up(monkeypatch, name):
    """Make work on files wait at its first report until it is let go on."""
    go_on = threading.Event()
    real = getattr(container, name)

    def slow(*args, **how):
        assert threading.current_thread() is not threading.main_thread()
        assert go_on.wait(20)
        return real(*args, **how)

    monkeypatch.setattr(container, name, slow)
    return go_on


def test_what_is_saved_is_the_moment_of_asking_and_the_window_lives_on(window, qtbot, tmp_path, monkeypatch):
    bench, path = window.bench, tmp_path / "a.yewfinch"
    bench.portrait.perform(painting.fill(bench.portrait, "head", (10, 20, 30)))
    go_on = held_up(monkeypatch, "to_bytes")
    job = window.documents.save(path)
    assert not job.over and window.status.progress.isVisible() and window.status.cancel.isVisible()
    bench.portrait.perform(painting.fill(bench.portrait, "head", (90, 20, 30)))
    x, y = at_landmark(window, "zy_l")
    drag(window.viewport, line((x - 40, y), (x - 30, y + 50)))  # the window works meanwhile
    assert bench.portrait.history.newest == "Clay"
    go_on.set()
    assert job.wait()
    assert window.documents.path == path and window.documents.unsaved  # what came later is not on the disk
    assert not window.status.progress.isVisible()
    saved = container.load(path)
    assert tuple(saved.surface("head").colour[0]) == (10, 20, 30, 255)
    saved.history.close()
    bench.portrait.history.go_to(bench.portrait.history.position - 2)
    assert not window.documents.unsaved


def test_saving_can_be_cancelled_and_leaves_the_old_file(window, tmp_path, monkeypatch):
    path = tmp_path / "a.yewfinch"
    assert window.documents.save(path).wait()
    old = path.read_bytes()
    window.bench.portrait.perform(painting.fill(window.bench.portrait, "head", (1, 2, 3)))
    go_on = held_up(monkeypatch, "to_bytes")
    job = window.documents.save()
    window.status.cancel.click()
    go_on.set()
    assert not job.wait()
    assert path.read_bytes() == old and window.documents.unsaved
    assert "Cancelled" in window.status.message.text()


def test_a_portrait_that_was_changed_while_another_is_opened_stays_on_the_bench(window, tmp_path, monkeypatch):
    path = tmp_path / "a.yewfinch"
    assert window.documents.save(path).wait()
    go_on = held_up(monkeypatch, "load")
    here = window.bench.portrait
    job = window.documents.open(path)
    here.perform(painting.fill(here, "head", (1, 2, 3)))
    go_on.set()
    assert not job.wait()
    assert window.bench.portrait is here and "was changed meanwhile" in window.status.message.text()
    assert window.documents.open(path).wait()
    assert window.bench.portrait is not here


def test_jobs_wait_for_each_other_and_closing_waits_for_them(window, tmp_path, monkeypatch):
    go_on = held_up(monkeypatch, "to_bytes")
    first = window.documents.save(tmp_path / "a.yewfinch")
    second = window.documents.export_file(tmp_path / "a.ply")
    QTimer.singleShot(50, go_on.set)
    window.documents.close()
    assert first.well and second.well
    assert (tmp_path / "a.yewfinch").exists() and (tmp_path / "a.ply").exists()
