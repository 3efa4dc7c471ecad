"""Work in the background: pictures, the solve, large clay; and what happens when it is overtaken."""

import numpy as np
import pytest
from PIL import Image
from PyQt6.QtWidgets import QProgressDialog

from tools.parts import doer
from yewfinch.app.rooms.likeness import towards_panel
from yewfinch.app.view import photo_store as photos_module
from yewfinch.app.view.photo_store import LONGEST, THUMB, PhotoStore, scaled
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.signed_scale import signed_colour
from yewfinch.core.sitter.photo import Sitter, photo_from


@pytest.fixture
def picture(tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_CACHE", str(tmp_path / "cache"))
    rng = np.random.default_rng(0)
    Image.fromarray(rng.integers(0, 255, (60, 80, 3), dtype=np.uint8)).resize((3200, 2400)).save(tmp_path / "a.jpg")
    photo, data = photo_from((tmp_path / "a.jpg").read_bytes(), "a.jpg")
    return photo, Sitter().added(photo, data), data


def test_pictures_come_later_and_small_ones_first(qapp, qtbot, picture):
    photo, sitter, _ = picture
    store = PhotoStore()
    heard = []
    store.ready.connect(heard.append)
    assert store.image(sitter, photo, THUMB).isNull()
    assert store.busy()
    qtbot.waitUntil(lambda: heard == ["photo1"], timeout=8000)
    small = store.image(sitter, photo, THUMB)
    assert max(small.width(), small.height()) == THUMB
    assert store.image(sitter, photo).width() == THUMB  # the small one stands in meanwhile
    qtbot.waitUntil(lambda: not store.busy(), timeout=8000)
    assert store.image(sitter, photo).width() == LONGEST
    store.close()


def test_scaled_pictures_are_kept_on_disk_by_content(picture, tmp_path, monkeypatch):
    _, _, data = picture
    first = scaled(data, "a.jpg", THUMB)
    files = list((tmp_path / "cache" / "photos").glob("*.webp"))
    assert len(files) == 1
    monkeypatch.setattr(photos_module, "decode", lambda *_a: pytest.fail("decoded again"))
    again = scaled(data, "other name.jpg", THUMB)
    np.testing.assert_allclose(again.astype(int).mean(), first.astype(int).mean(), atol=2)
    files[0].write_bytes(b"spoilt")
    with pytest.raises(pytest.fail.Exception):
        scaled(data, "a.jpg", THUMB)


def test_an_unreadable_picture_is_empty_and_no_trouble(qapp, qtbot, picture):
    photo, sitter, _ = picture
    broken = Sitter((photo,), {photo.file: b"nothing"})
    store = PhotoStore()
    assert store.whole(broken, photo).isNull()
    assert store.image(broken, photo, THUMB).isNull()
    qtbot.waitUntil(lambda: not store.busy(), timeout=8000)
    assert not store.whole(sitter, photo).isNull()
    with pytest.raises(BadFileError):
        scaled(b"nothing", "x.jpg", 100)
    store.close()


def test_the_solve_shows_progress_and_runs_once(window, qtbot):
    heard = []
    doer(window, "solve").working.connect(heard.append)
    window.bench.set_stage("Sitter")
    doer(window, "solve").solve()
    doer(window, "solve").solve()  # while it runs: nothing more
    assert window.panel("The sitter").progress.isVisible()
    assert not window.panel("The sitter").solve.isEnabled()
    qtbot.waitUntil(lambda: not doer(window, "solve").busy(), timeout=20000)
    assert heard[-1] is None
    fractions = [h for h in heard if h is not None]
    assert fractions == sorted(fractions)
    assert heard.count(None) == 1
    assert not window.panel("The sitter").progress.isVisible()
    assert window.bench.portrait.history.names.count("Solve the sitter") <= 1


def test_another_portrait_is_not_given_an_old_result(window, qtbot):
    doer(window, "solve").solve()
    window.new()
    qtbot.waitUntil(lambda: not doer(window, "solve").busy(), timeout=20000)
    assert window.bench.portrait.sitter.solution is None


def test_large_clay_is_bent_in_a_thread_behind_a_dialog(window, qtbot, monkeypatch):
    monkeypatch.setattr(towards_panel, "LARGE", 1000)
    bench = window.bench
    bench.set_stage("Features")
    before = bench.standpoint.likeness().overall
    window.panel("Towards the sitter").go.click()
    assert window.panel("Towards the sitter").findChild(QProgressDialog) is not None
    qtbot.waitUntil(lambda: bench.portrait.history.position == 1, timeout=20000)
    assert bench.standpoint.likeness().overall < 0.8 * before
    window.undo()
    assert bench.standpoint.likeness().overall == pytest.approx(before, abs=1e-9)


def test_bringing_over_follows_what_is_chosen(window, qtbot):
    bench, panel = window.bench, window.panel("Towards the sitter")
    bench.set_stage("Features")
    window.panel("Likeness").refresh()
    rest = bench.portrait.landmarks()
    panel.what.setCurrentIndex(panel.what.findData("nose"))
    assert all(k.split("_")[0] in ("n", "se", "prn", "sn", "al", "ac", "sbal", "mf") for k in panel.chosen())
    panel.go.click()
    moved = bench.portrait.landmarks()
    assert np.linalg.norm(moved["prn"] - rest["prn"]) > 1.0
    assert np.linalg.norm(moved["gn"] - rest["gn"]) < 0.2
    panel.amount.setValue(0)
    np.testing.assert_allclose(bench.portrait.landmarks()["prn"], rest["prn"])
    panel.what.setCurrentIndex(panel.what.findData("rows"))
    window.panel("Likeness").table.clearSelection()
    assert panel.chosen() == ()
    panel.amount.setValue(60)
    panel.go.click()
    assert "Nothing is chosen" in panel.note.text()
    window.panel("Likeness").table.selectRow(2)
    assert panel.chosen() == (window.panel("Likeness").rows[2].key,)
    panel.what.setCurrentIndex(panel.what.findData("none"))
    panel.with_lines.setChecked(True)
    panel.go.click()
    assert "lines" in bench.portrait.history.names[-1] or "landmark" in bench.portrait.history.names[-1]


def test_signed_colours_run_from_blue_to_orange():
    low, middle, high = signed_colour([-4.0, 0.0, 4.0], 4.0).astype(int)
    assert low[2] > low[0] + 50
    assert high[0] > high[2] + 50
    assert middle.min() > 235
    np.testing.assert_array_equal(signed_colour([-99.0], 4.0)[0], low)
    np.testing.assert_array_equal(signed_colour([np.nan], 4.0)[0], (128, 128, 128))
    # both ends are darker than the middle, step by step: readable without colour
    grey = signed_colour(np.linspace(-4, 4, 81), 4.0) @ (0.299, 0.587, 0.114)
    assert (np.diff(grey[:41]) >= -0.6).all()
    assert (np.diff(grey[40:]) <= 0.6).all()


def test_rings_of_objects_are_taken_apart_in_the_windows_thread_only(window, qtbot):
    import gc
    import threading
    import weakref

    class Ring:
        def __init__(self):
            self.me = self

    assert not gc.isenabled()
    ended = []
    ring = Ring()
    weakref.finalize(ring, lambda: ended.append(threading.current_thread()))
    del ring

    held = []

    def allocate():  # so much that Python would look for rings here
        held.extend([] for _ in range(100_000))

    thread = threading.Thread(target=allocate)
    thread.start()
    thread.join()
    assert not ended
    qtbot.waitUntil(lambda: bool(ended), timeout=20000)
    assert ended == [threading.main_thread()]
