"""Levels in the real window.

Fine strokes carried along by coarse ones, levels under remeshed clay, saved and reopened.
"""

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line
from tests.app.jobs import finished
from yewfinch.core.document.verbs import detail_levels


def test_fine_strokes_go_along_with_a_coarse_one(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    handled()
    assert not w.panel("Levels").buttons["finer"].isEnabled()
    click(w.panel("Levels").buttons["add"])
    finished(w, w.panel("Levels"), qtbot)
    assert [b.text() for b in w.panel("Levels").levels] == ["1: 40 k", "2: 160 k"]
    fresh = portrait.surface("head").positions.copy()
    w.bench.tools.take("crease")
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 14, y + 10), (x - 30, y + 30)))
    fine = portrait.surface("head").positions.copy()
    furrow = np.nonzero(np.linalg.norm(fine - fresh, axis=1) > 0.15)[0]
    assert len(furrow) > 20
    QTest.keyClick(w.viewport, Qt.Key.Key_PageDown)
    finished(w, w.panel("Levels"), qtbot)
    assert len(portrait.surface("head")) < 41_000
    w.bench.tools.take("move")
    w.bench.tools.change(size=60.0)
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 20, y + 20), (x + 10, y + 22)))
    QTest.keyClick(w.viewport, Qt.Key.Key_PageUp)
    finished(w, w.panel("Levels"), qtbot)
    moved = portrait.surface("head").positions
    way = moved[furrow] - fine[furrow]
    assert np.linalg.norm(way, axis=1).mean() > 3  # the mass went, and the furrow with it
    assert np.linalg.norm(way - way.mean(axis=0), axis=1).max() < np.linalg.norm(way, axis=1).max()
    QTest.keyClick(w.viewport, Qt.Key.Key_PageUp)
    assert "finest" in w.status.message.text()
    w.documents.save(tmp_path / "a.yewfinch").wait()
    for _ in range(3):
        w.undo()
    np.testing.assert_array_equal(portrait.surface("head").positions, fine)
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    again = w.bench.portrait
    assert detail_levels.count(again.pieces["head"]) == 2
    np.testing.assert_array_equal(again.surface("head").positions, moved)
    w.bench.selection.choose("head")
    qtbot.waitUntil(lambda: len(w.panel("Levels").levels) == 2)
    click(w.panel("Levels").levels[0])
    finished(w, w.panel("Levels"), qtbot)
    assert len(again.surface("head")) < 41_000
    click(w.panel("Levels").buttons["finer"])
    assert len(w.panel("Levels").levels) == 1


def test_levels_under_remeshed_clay_and_detail_from_another_piece(window, qtbot):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    old = portrait.surface("head")
    w.panel("Levels").number.setValue(2)
    click(w.panel("Levels").under)
    finished(w, w.panel("Levels"), qtbot)
    held = portrait.pieces["head"]
    assert detail_levels.count(held) == 3
    assert detail_levels.current(held) == 2
    assert portrait.landmark("prn")[2] > 80
    low, high = held.surface.bounds()
    np.testing.assert_allclose([low, high], old.bounds(), atol=2.0)
    assert not w.panel("Levels").under.isEnabled()
    index = w.panel("Levels").source.findData("eye_left")
    w.panel("Levels").source.setCurrentIndex(index)
    before = held.surface.positions.copy()
    click(w.panel("Levels").take)
    finished(w, w.panel("Levels"), qtbot)
    after = portrait.surface("head").positions
    changed = (after != before).any(axis=1)
    assert changed.any()
    eye = portrait.surface("eye_left")
    assert (
        np.linalg.norm(after[changed] - eye.positions.mean(axis=0), axis=1) < 22
    ).all()  # a ball of 12 mm, and 5 round it
    w.undo()
    w.undo()
    assert portrait.surface("head") is old
