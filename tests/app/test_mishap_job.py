"""Unexpected errors in the real window: it lives on, what was under way is taken back, and the work is safe."""

import numpy as np
import pytest
from numba import njit
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QPushButton

from tests.app.hands import at_landmark, drag, line, pull, settled
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.mishaps import Mishaps
from yewfinch.core.formats import container
from yewfinch.core.session import autosave
from yewfinch.core.session.journal import Journal


@njit
def broken_kernel(x):
    if x > 0:
        raise ValueError("a kernel is at fault")
    return x


@pytest.fixture
def mishaps(window, tmp_path, monkeypatch):
    monkeypatch.setenv("YEWFINCH_STATE", str(tmp_path))
    made = Mishaps(window, Journal(tmp_path))
    made.install()
    yield made
    made.uninstall()
    made.journal.close()


def button_that(window, fails):
    """A button of the window whose slot fails."""
    button = QPushButton("Fail", window)
    button.clicked.connect(fails)
    button.setGeometry(300, 300, 80, 30)
    button.show()
    return button


def shown(mishaps, qtbot):
    qtbot.waitUntil(lambda: mishaps.dialog is not None and mishaps.dialog.isVisible(), timeout=10000)
    return mishaps.dialog


def press(button):
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)


def stroke(window):
    window.bench.set_stage("Form")
    window.bench.selection.choose("head")
    window.bench.tools.take("clay")
    x, y = at_landmark(window, "zy_l")
    drag(window.viewport, line((x - 40, y), (x - 30, y + 50)))


@pytest.mark.parametrize("fails", [lambda: 1 / 0, lambda: broken_kernel(1.0)], ids=["slot", "kernel"])
def test_a_failing_slot_ends_nothing(window, qtbot, mishaps, tmp_path, fails):
    window.bench.portrait.set_field("name", "Hours of work", "Rename")
    press(button_that(window, lambda: fails()))
    dialog = shown(mishaps, qtbot)
    assert "recovery file" in dialog.safe.text()
    window.documents._autosave.abandon()
    (found,) = autosave.left_behind()
    recovered, lost = found.load()
    assert lost == []
    assert recovered.name == "Hours of work"
    for key, piece in window.bench.portrait.pieces.items():
        np.testing.assert_array_equal(recovered.surface(key).positions, piece.surface.positions)
    press(dialog.show_report)
    assert dialog.report.isVisible()
    press(dialog.copy_report)
    report = QApplication.clipboard().text()
    assert ("ZeroDivisionError" in report) or ("a kernel is at fault" in report)
    assert "history: Rename" in report
    assert "OpenGL" in report
    assert report in (tmp_path / "yewfinch.log").read_text()
    press(dialog.go_on)
    qtbot.waitUntil(lambda: mishaps.dialog is None)
    before = window.bench.portrait.history.position
    stroke(window)
    qtbot.waitUntil(lambda: window.bench.portrait.history.position == before + 1, timeout=10000)
    window.undo()
    window.undo()
    assert window.bench.portrait.name != "Hours of work"


def test_a_stroke_that_fails_is_taken_back(window, qtbot, mishaps, monkeypatch):
    portrait = window.bench.portrait
    piece = window.bench.selection.piece_id
    before, steps = portrait.surface(piece).positions.copy(), portrait.history.position
    told = []
    real = portrait.rows_written

    def fails(*args):
        told.append(args)
        if len(told) == 4:
            raise RuntimeError("in the middle of a stroke")
        real(*args)

    monkeypatch.setattr(portrait, "rows_written", fails)
    stroke(window)
    dialog = shown(mishaps, qtbot)
    assert len(told) >= 4
    assert "taken back" in dialog.safe.text()
    press(dialog.go_on)
    np.testing.assert_array_equal(portrait.surface(piece).positions, before)
    assert portrait.history.position == steps
    stroke(window)
    assert portrait.history.position == steps + 1
    assert (portrait.surface(piece).positions != before).any()


def test_a_dial_that_fails_goes_back_and_works_again(window, qtbot, mishaps, monkeypatch):
    QTest.keyClick(window, Qt.Key.Key_N, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(lambda: not window.bench.portrait.sitter.photos)
    window.bench.set_stage("Block")
    portrait, steering, age = window.bench.portrait, window.panel("Base head").steering, window.panel("Base head").age
    start = portrait.surface("head").positions.copy()
    pull(age.slider, 0.6)
    settled(window, qtbot)
    before, person, steps = portrait.surface("head").positions.copy(), steering.person, portrait.history.position
    with monkeypatch.context() as broken:
        broken.setattr(type(steering.maker), "steer", lambda *_a, **_k: {}["a dial is at fault"])
        pull(age.slider, 0.9)
        dialog = shown(mishaps, qtbot)
        settled(window, qtbot)
        press(dialog.go_on)
    assert steering.person == person
    assert age.value() == pytest.approx(person.age, abs=0.6)  # it shows what the clay is
    np.testing.assert_array_equal(portrait.surface("head").positions, before)
    assert portrait.history.position == steps
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow, timeout=10000)
    pull(age.slider, 0.9)
    settled(window, qtbot)
    assert steering.person.age > person.age + 10
    assert (portrait.surface("head").positions != before).any()
    window.undo()  # moves of one dial are one step
    np.testing.assert_array_equal(portrait.surface("head").positions, start)


def test_a_failing_worker_ends_nothing(window, qtbot, mishaps):
    said = []
    worker = Worker(lambda _progress: {}["no such key"])
    worker.failed.connect(said.append)
    worker.start()
    dialog = shown(mishaps, qtbot)
    assert said == ["This did not work because of an error in Yewfinch itself."]
    assert "All your work is saved." in dialog.safe.text()
    assert "KeyError: 'no such key'" in dialog.report.toPlainText()
    press(dialog.go_on)


def test_the_same_error_again_does_not_shut_the_window_with_dialogs(window, qtbot, mishaps):
    button = button_that(window, lambda: [].pop())
    press(button)
    press(button)
    dialog = shown(mishaps, qtbot)
    qtbot.waitUntil(lambda: "2 errors" in dialog.what.text())
    press(dialog.go_on)
    press(button)
    qtbot.waitUntil(lambda: "same error came again" in window.status.message.text())
    assert mishaps.dialog is None


def test_a_copy_is_saved_and_the_window_closes(window, qtbot, mishaps, tmp_path, monkeypatch):
    window.bench.portrait.set_field("name", "Hours of work", "Rename")
    monkeypatch.setattr(
        "yewfinch.app.shell.mishaps.QFileDialog.getSaveFileName", lambda *a: (str(tmp_path / "kept"), "")
    )
    press(button_that(window, lambda: 1 / 0))
    press(shown(mishaps, qtbot).save)
    qtbot.waitUntil(lambda: not window.isVisible())
    assert container.load(tmp_path / "kept.yewfinch").name == "Hours of work"


def test_a_stroke_whose_end_is_announced_badly_is_taken_back_whole(window, qtbot, mishaps):
    portrait = window.bench.portrait
    steps = portrait.history.position

    def fails():
        if portrait.history.position == steps + 1:
            raise RuntimeError("a panel is at fault")

    portrait.history.changed.connect(fails)
    before = portrait.surface("head").positions.copy()
    stroke(window)
    dialog = shown(mishaps, qtbot)
    portrait.history.changed.disconnect(fails)
    press(dialog.go_on)
    assert portrait.history.position == steps
    np.testing.assert_array_equal(portrait.surface("head").positions, before)
