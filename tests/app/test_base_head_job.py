"""The base head in the real window: dials, measures, chance, the sitter, strokes kept, saved, reopened."""

from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, pull, settled
from yewfinch.core.anatomy.figure.person import PRESETS
from yewfinch.core.anatomy.head.head_measures import STEERED
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.formats import container

#: Written by the version before.
FIRST_CAST = Path(__file__).parents[1] / "document/first_cast_head.yewfinch"


@pytest.fixture
def block(window, qtbot):
    """The window on a fresh portrait, laid out for blocking in."""
    window.settle = lambda: True
    QTest.keyClick(window, Qt.Key.Key_N, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(lambda: not window.bench.portrait.sitter.photos)
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    assert window.panel("Base head").isVisible()
    assert window.panel("Measures of the head").isVisible()
    return window


def test_a_new_portrait_from_dials(block, qtbot, tmp_path):
    w, portrait = block, block.bench.portrait
    panel, surface = w.panel("Base head"), portrait.surface("head")
    assert portrait.figure.person == PRESETS["man"][1]

    click(panel.presets["woman"])
    assert portrait.figure.person == PRESETS["woman"][1]
    mean = figures().shape(PRESETS["woman"][1]).measures()
    measured = {k: m.value(portrait.landmarks()) for k, m in STEERED.items()}
    assert measured["face_breadth"] == pytest.approx(mean["face_breadth"], abs=0.2)
    assert float(
        w.panel("Measures of the head").table.item(list(STEERED).index("face_breadth"), 1).text()
    ) == pytest.approx(135.1, abs=1.0)

    # a stroke, then a dial: the stroke stays
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    w.bench.tools.take("clay")
    handled()
    before = surface.positions.copy()
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x + 25, y - 40), (x + 55, y - 55)))
    stroke = surface.positions - before
    assert np.abs(stroke).max() > 0.3
    steps = portrait.history.position
    pull(panel.age.slider, 0.8)
    settled(w, qtbot)
    assert portrait.figure.person.age > 65
    assert portrait.history.position == steps + 1  # one drag, one step
    expected = figures().positions(portrait.figure) + stroke
    np.testing.assert_allclose(surface.positions, expected, atol=2e-4)

    # a dial of the nose
    nose = next(b for b in panel.dials.findChildren(type(panel.fit)) if b.text() == "nose")
    click(nose)
    tip = panel.dials.sliders["tip_up"]
    assert tip.isVisible()
    assert not panel.dials.sliders["fullness"].isVisible()
    low = portrait.landmark("prn")[1]
    pull(tip.slider, 0.9)
    settled(w, qtbot)
    assert portrait.landmark("prn")[1] > low + 2
    assert portrait.history.names[-1] == "Base head: turn of the tip"

    # a measure, typed
    measures = w.panel("Measures of the head")
    row = list(STEERED).index("mouth_width")
    measures.table.setCurrentCell(row, 0)
    measures.slider.box.setFocus()
    measures.slider.box.selectAll()
    QTest.keyClicks(measures.slider.box, "58")
    QTest.keyClick(measures.slider.box, Qt.Key.Key_Return)
    settled(w, qtbot)
    assert np.linalg.norm(portrait.landmark("ch_l") - portrait.landmark("ch_r")) == pytest.approx(58, abs=1)
    qtbot.waitUntil(lambda: measures.table.item(row, 1).font().bold())
    click(measures.free)
    settled(w, qtbot)
    assert portrait.figure.person.measures == {}

    # undo all, redo all with the keys; then save and reopen
    end, person = surface.positions.copy(), portrait.figure.person
    for _ in range(portrait.history.position):
        QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert portrait.figure.person == PRESETS["man"][1]
    assert panel.age.value() == 30
    while portrait.history.position < len(portrait.history.names):
        QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
    np.testing.assert_array_equal(surface.positions, end)
    assert w.documents.save(tmp_path / "woman.yewfinch").wait()
    assert w.documents.open(tmp_path / "woman.yewfinch").wait()
    again = w.bench.portrait
    assert again.figure.person == person
    np.testing.assert_array_equal(again.surface("head").positions, end)
    assert panel.age.value() == pytest.approx(person.age, abs=1)
    click(panel.presets["old_man"])
    assert again.figure.person == PRESETS["old_man"][1]
    assert container.load(tmp_path / "woman.yewfinch").figure.person == person


def test_a_head_of_the_first_cast_is_steered_as_that_and_brought_over(block, qtbot):
    w, panel = block, block.panel("Base head")
    assert panel.over.isHidden()
    assert w.documents.open(FIRST_CAST).wait()
    portrait = w.bench.portrait
    assert not panel.over.isHidden() and "earlier cast" in panel.note.text()
    assert not panel.dials.sliders["jowls"].isEnabled() and panel.dials.sliders["tip_up"].isEnabled()
    pull(panel.age.slider, 0.3)
    settled(w, qtbot)
    click(panel.presets["woman"])
    assert portrait.figure.person == replace(PRESETS["woman"][1], cast=1)
    was = portrait.surface("head").positions.copy()
    QTest.mouseClick(panel.over, Qt.MouseButton.LeftButton)
    settled(w, qtbot)
    assert portrait.figure.person == PRESETS["woman"][1]
    assert portrait.history.names[-1] == "Base head: brought over to the new cast"
    assert panel.over.isHidden() and panel.dials.sliders["jowls"].isEnabled()
    assert np.abs(portrait.surface("head").positions - was).max() > 1.0
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    np.testing.assert_array_equal(portrait.surface("head").positions, was)
    assert not panel.over.isHidden()


def test_a_random_person_comes_back_by_its_number(block, qtbot):
    w, portrait = block, block.bench.portrait
    panel = w.panel("Base head")
    click(panel.random)
    first = portrait.surface("head").positions.copy()
    assert portrait.figure.person.seed == 1
    click(panel.random)
    assert np.abs(portrait.surface("head").positions - first).max() > 2
    panel.seed.setFocus()
    QTest.keyClick(panel.seed, Qt.Key.Key_Down)
    np.testing.assert_allclose(portrait.surface("head").positions, first, atol=1e-3)
    gap = portrait.landmark("ex_l") + portrait.landmark("ex_r") * [1, -1, -1]
    assert np.abs(gap).max() < 1e-3
    pull(panel.asymmetry.slider, 0.6)
    settled(w, qtbot)
    gap = portrait.landmark("ex_l") + portrait.landmark("ex_r") * [1, -1, -1]
    assert np.abs(gap).max() > 0.1


def test_levels_and_a_head_begun_anew(block, qtbot):
    w, portrait = block, block.bench.portrait
    panel = w.panel("Base head")
    panel.level.setCurrentIndex(1)
    click(panel.anew)
    assert len(portrait.surface("head")) == figures().model.size(1)
    assert w.bench.selection.piece_id == "head"
    pull(panel.sex.slider, 0.2)
    settled(w, qtbot)
    assert portrait.figure.person.sex < 0.3
    # locked: it says why, and the dials rest
    piece = portrait.pieces["head"]
    portrait.put_piece(replace(piece, locked=True), "Lock")
    assert "locked" in panel.note.text()
    assert not panel.sex.isEnabled()
    before = portrait.surface("head").positions.copy()
    click(panel.presets["child"])
    np.testing.assert_array_equal(portrait.surface("head").positions, before)
    assert "locked" in w.status.message.text()


def test_fitted_to_the_demo_sitter(window, qtbot):
    w, portrait = window, window.bench.portrait
    QTest.mouseClick(w.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    panel = w.panel("Base head")
    before = w.bench.standpoint.likeness().overall
    panel.lopsided.setChecked(True)
    assert panel.fit.isEnabled()
    click(panel.fit)
    assert len(portrait.figure.person.landmarks) > 40
    qtbot.waitUntil(lambda: not w.panel("Base head").steering.busy(), timeout=60000)
    w.activateWindow()  # after the waiting dialog; without a window manager nobody else does
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    after = w.bench.standpoint.likeness().overall
    assert after < before / 2
    assert after < 1.5
    assert "Fitted to" in panel.note.text()
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert w.bench.standpoint.likeness().overall == pytest.approx(before)


def test_a_stroke_right_after_a_dial_keeps_the_finished_form(block, qtbot):
    """The dial's draft is replaced after the stroke, not lost under it."""
    w, portrait = block, block.bench.portrait
    w.panel("Base head").steering._rest.setInterval(600_000)
    w.panel("Base head").sex.slider.setValue(300)
    qtbot.waitUntil(lambda: w.panel("Base head").steering._draft is not None)
    w.bench.tools.take("clay")
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x + 25, y - 40), (x + 45, y - 50)))
    w.panel("Base head").steering.finish()
    settled(w, qtbot)
    gap = np.abs(portrait.surface("head").positions - figures().positions(portrait.figure)).max(axis=1)
    assert (gap > 0.3).sum() > 20  # the stroke
    assert (gap < 1e-3).mean() > 0.9
    assert portrait.history.names == ["Base head: woman – man", "Clay", "Base head: woman – man"]


def test_a_fine_level_is_shaped_in_a_thread(block, qtbot):
    w, portrait = block, block.bench.portrait
    panel = w.panel("Base head")
    panel.level.setCurrentIndex(3)
    click(panel.anew)
    assert w.panel("Base head").steering.busy()
    qtbot.waitUntil(lambda: len(portrait.surface("head")) == figures().model.size(3), timeout=30_000)
    steps = portrait.history.position
    panel.age.slider.setValue(800)
    assert w.panel("Base head").steering.person.age > 65  # the panel shows it, the clay waits for the dial to rest
    assert portrait.figure.person.age == 30
    qtbot.waitUntil(lambda: portrait.figure.person.age > 65, timeout=30_000)
    assert portrait.history.position == steps + 1
    np.testing.assert_allclose(portrait.surface("head").positions, figures().positions(portrait.figure), atol=2e-4)
