"""Form layers and stored states in the real window: drawn on, weighed by the slider, erased, saved and reopened."""

import numpy as np
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line
from yewfinch.core.document.verbs import form_layers


def rows_of(w):
    return form_layers.stack_of(w.bench.portrait, w.bench.portrait.pieces["head"]).layers


def test_strokes_on_layers_weighed_hidden_erased_and_saved(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    surface = portrait.surface("head")
    plain = surface.positions.copy()
    click(w.panel("Form layers").store)
    click(w.panel("Form layers").buttons["add"])
    assert [w.panel("Form layers").list.item(i).text() for i in range(w.panel("Form layers").list.count())] == [
        "Layer 1",
        "The form itself",
    ]
    w.bench.tools.take("clay")
    w.bench.tools.change(size=26.0)
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))
    drawn = surface.positions.copy()
    assert (drawn != plain).any()
    assert rows_of(w)[0].steps.size > 0
    # the slider: one undo step for one drag, the form follows at once
    steps = portrait.history.position
    slider = w.panel("Form layers").strength.slider
    qtbot.waitUntil(lambda: slider.isEnabled() and slider.isVisible())
    w.inspector.ensureWidgetVisible(slider)
    knob = slider.minimum() + (slider.value() - slider.minimum())
    start = QPoint(round(8 + (slider.width() - 16) * knob / slider.maximum()), slider.height() // 2)
    QTest.mousePress(slider, Qt.MouseButton.LeftButton, pos=start)
    for k in range(1, 9):
        QTest.mouseMove(slider, start - QPoint(3 * k, 0))
        handled()
    QTest.mouseRelease(slider, Qt.MouseButton.LeftButton, pos=start - QPoint(24, 0))
    share = rows_of(w)[0].strength
    assert 0.2 < share < 0.8
    assert portrait.history.position == steps + 1
    np.testing.assert_allclose(surface.positions - plain, share * (drawn - plain), atol=1e-4)
    w.undo()
    np.testing.assert_array_equal(surface.positions, drawn)
    # hidden by its tick
    item = w.panel("Form layers").list.item(0)
    box = w.panel("Form layers").list.visualItemRect(item)
    QTest.mouseClick(
        w.panel("Form layers").list.viewport(), Qt.MouseButton.LeftButton, pos=QPoint(box.left() + 11, box.center().y())
    )
    np.testing.assert_array_equal(surface.positions, plain)
    drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))  # a hidden layer takes no strokes
    np.testing.assert_array_equal(surface.positions, plain)
    assert "hidden" in w.status.message.text()
    w.undo()
    # erased under the tool
    w.bench.tools.take("erase_layer")
    w.bench.tools.change(size=60.0, strength=1.0)
    for _ in range(4):
        drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))
    assert np.abs(surface.positions - plain).max() < 0.5 * np.abs(drawn - plain).max()
    w.documents.save(tmp_path / "a.yewfinch").wait()
    now = surface.positions.copy()
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    w.bench.selection.choose("head")
    qtbot.waitUntil(lambda: w.panel("Form layers").list.count() == 2)
    np.testing.assert_array_equal(w.bench.portrait.surface("head").positions, now)
    assert w.panel("Form layers").states.count() == 1
    # the stored state: the difference to it, and back
    w.bench.selection.choose_layer("head", rows_of(w)[0].id)
    w.panel("Form layers").refresh()
    click(w.panel("Form layers").buttons["settle"])
    assert rows_of(w) == ()
    click(w.panel("Form layers").buttons["difference"])
    assert rows_of(w)[0].name == "Since State 1"
    click(w.panel("Form layers").buttons["remove"])
    np.testing.assert_allclose(w.bench.portrait.surface("head").positions, plain, atol=1e-4)


def test_a_layer_that_was_undone_takes_no_strokes_away(window):
    w, surface = window, window.bench.portrait.surface("head")
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    click(w.panel("Form layers").buttons["add"])
    w.undo()
    plain = surface.positions.copy()
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))
    assert (surface.positions != plain).any()
    assert w.bench.portrait.layers == {}


def test_a_stroke_becomes_a_layer_and_two_become_one(window, qtbot):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    x, y = at_landmark(w, "zy_l")
    for k, tool in enumerate(("clay", "crease")):
        w.bench.tools.take(tool)
        w.bench.selection.choose_layer("head", "")
        drag(w.viewport, line((x - 30, y + 20 * k), (x - 26, y + 40)))
        click(w.panel("Form layers").buttons["stroke"])
    assert [v.name for v in rows_of(w)] == ["Crease", "Clay"]
    both = portrait.surface("head").positions.copy()
    click(w.panel("Form layers").buttons["down"])
    assert [v.name for v in rows_of(w)] == ["Clay", "Crease"]
    click(w.panel("Form layers").buttons["up"])
    click(w.panel("Form layers").buttons["merge"])
    assert [v.name for v in rows_of(w)] == ["Clay"]
    np.testing.assert_allclose(portrait.surface("head").positions, both, atol=1e-4)
    click(w.panel("Form layers").buttons["duplicate"])
    assert [v.visible for v in rows_of(w)] == [False, True]
    item = w.panel("Form layers").list.item(0)
    w.panel("Form layers").list.setCurrentItem(item)
    w.panel("Form layers").list.editItem(item)
    editor = w.panel("Form layers").list.viewport().focusWidget() or w.focusWidget()
    QTest.keyClicks(editor, "pores")
    QTest.keyClick(editor, Qt.Key.Key_Return)
    qtbot.waitUntil(lambda: rows_of(w)[0].name.endswith("pores"))
    w.bench.tools.take("erase_layer")
    w.bench.selection.choose_layer("head", "")
    drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))
    assert "Choose a form layer" in w.status.message.text()
    w.bench.tools.take("towards_state")
    drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))
    assert "Choose a stored state" in w.status.message.text()


def test_a_heavy_layer_is_weighed_beside_the_window_once_the_slider_is_let_go(window, qtbot, monkeypatch):
    monkeypatch.setattr("yewfinch.app.rooms.form_layers.form_layers_panel._HEAVY", 100)
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    surface = portrait.surface("head")
    plain = surface.positions.copy()
    click(w.panel("Form layers").buttons["add"])
    w.bench.tools.take("clay")
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 30, y), (x - 26, y + 40)))
    drawn, steps = surface.positions.copy(), portrait.history.position
    slider = w.panel("Form layers").strength.slider
    qtbot.waitUntil(lambda: slider.isEnabled() and slider.isVisible())
    w.inspector.ensureWidgetVisible(slider)
    start = QPoint(round(8 + (slider.width() - 16) * slider.value() / slider.maximum()), slider.height() // 2)
    QTest.mousePress(slider, Qt.MouseButton.LeftButton, pos=start)
    for k in range(1, 9):
        QTest.mouseMove(slider, start - QPoint(3 * k, 0))
    np.testing.assert_array_equal(surface.positions, drawn)  # not yet
    QTest.mouseRelease(slider, Qt.MouseButton.LeftButton, pos=start - QPoint(24, 0))
    qtbot.waitUntil(lambda: portrait.history.position == steps + 1, timeout=10000)
    share = rows_of(w)[0].strength
    assert 0.2 < share < 0.8
    np.testing.assert_allclose(surface.positions - plain, share * (drawn - plain), atol=1e-4)
    qtbot.waitUntil(lambda: not w.panel("Form layers").busy())
    w.activateWindow()
    w.undo()
    np.testing.assert_array_equal(surface.positions, drawn)
