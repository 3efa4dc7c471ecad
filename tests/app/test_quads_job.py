"""In the window: guides are drawn on the head, it is remeshed along its form, said, undone, saved and opened again."""

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QPushButton

from tests.app.hands import click, drag, handled, line, typed
from tests.app.jobs import begun, finished, sound
from yewfinch.core.formats import container

TITLE = "Quads along the form"


def on_view(w, point):
    x, y = w.viewport.camera().project(np.array([point]))[0]
    return float(x), float(y)


def test_a_head_is_remeshed_along_its_form_and_a_guide(window, qtbot, tmp_path):
    w, head = begun(window, TITLE)
    portrait, panel = w.bench.portrait, w.panel(TITLE)
    assert "Head: about" in panel.note.text() and not panel.clear.isEnabled() and not panel.there.isVisible()
    click(panel.draw)
    assert panel.draw.isChecked() and w.bench.mode == "outline"
    drag(w.viewport, line(on_view(w, (12.0, 70.0, 90.0)), on_view(w, (42.0, 50.0, 80.0)), 20))
    handled()
    assert len(portrait.guides) == 1 and portrait.history.names[-1] == "Draw a guide"
    qtbot.waitUntil(panel.clear.isEnabled, timeout=5000)
    x, y = on_view(w, portrait.guides_on("head")[0].mean(axis=0))
    drag(w.viewport, line((x - 3, y - 40), (x + 3, y + 40)), mods=Qt.KeyboardModifier.ControlModifier)
    handled()
    assert not portrait.guides
    portrait.history.undo()
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert not panel.draw.isChecked()
    typed(panel.edge.box, "5")
    typed(panel.bent.box, "0")
    panel.where.setCurrentIndex(panel.where.findData("ear_l"))
    assert panel.there.isVisible()
    typed(panel.there.box, "2.5")
    steps = portrait.history.position
    click(panel.remesh)
    finished(w, panel, qtbot)
    made = portrait.surface("head")
    assert portrait.history.position == steps + 1
    mesh = sound(made)
    assert mesh.euler_number == 2 and (made.faces[:, 2] != made.faces[:, 3]).all()
    corners = np.bincount(made.faces.ravel(), minlength=len(made))
    assert (corners != 4).mean() < 0.09
    told = portrait.history.newest_told
    assert told.words in panel.note.text() and "mm apart" in told.words and "quads" in panel.note.text()
    assert len(portrait.guides_on("head")) == 1
    container.save(portrait, tmp_path / "made.yewfinch")
    again = container.load(tmp_path / "made.yewfinch")
    np.testing.assert_array_equal(again.surface("head").faces, made.faces)
    assert len(again.guides) == 1
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    handled()
    assert portrait.surface("head") is head
    typed(panel.there.box, "0.5")
    click(panel.remesh)
    finished(w, panel, qtbot)
    assert portrait.surface("head") is head and "cannot be joined" in w.status.message.text()


def test_detail_is_kept_on_levels_and_a_remesh_is_cancelled(window, qtbot):
    w, head = begun(window, TITLE)
    portrait, panel = w.bench.portrait, w.panel(TITLE)
    typed(panel.edge.box, "8")
    click(panel.detail)
    finished(w, panel, qtbot)
    assert portrait.pieces["head"].levels is not None and portrait.layers["head"]
    assert "on the finest level" in panel.note.text()
    portrait.history.undo()
    handled()
    typed(panel.edge.box, "1.5")
    click(panel.remesh)
    qtbot.waitUntil(lambda: QApplication.activeModalWidget() is not None, timeout=5000)
    dialog = QApplication.activeModalWidget()
    click(next(b for b in dialog.findChildren(QPushButton) if "Cancel" in b.text()))
    finished(w, panel, qtbot)
    assert portrait.surface("head") is head
