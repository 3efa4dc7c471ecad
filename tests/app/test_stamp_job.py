"""Stamps, stencils and surface texture in the real window.

Pressed, spread, warped, tried, laid on, saved and reopened.
"""

import numpy as np
import pytest
from PIL import Image
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, view_picture
from tests.app.jobs import begun
from yewfinch.core.document.verbs import detail_levels


def test_a_stamp_is_drawn_out_to_its_size_and_pressed_in_with_ctrl(window):
    w, surface = begun(window, "Stamps")
    w.bench.tools.set_symmetry(False)
    plain = surface.positions.copy()
    QTest.keyClick(w.viewport, Qt.Key.Key_B, Qt.KeyboardModifier.ShiftModifier)
    assert w.bench.tools.tool_id == "stamp" and w.bench.tools.settings.course == "size"
    click(w.panel("Stamps").buttons["bumps"])
    w.bench.tools.change(height=2.0)
    x, y = at_landmark(w, "g")
    moved = {}
    for far in (12, 40):
        drag(w.viewport, line((x, y - 50), (x + far, y - 50), 8))
        assert w.bench.portrait.history.names[-1] == "Stamp"
        moved[far] = (surface.positions != plain).any(axis=1).sum()
        outward = ((surface.positions - plain) * surface.normals).sum(axis=1)
        assert outward.max() > 0.3
        w.undo()
        np.testing.assert_array_equal(surface.positions, plain)
    assert moved[40] > 5 * moved[12]
    drag(w.viewport, line((x, y - 50), (x + 40, y - 50), 8), mods=Qt.KeyboardModifier.ControlModifier)
    assert ((surface.positions - plain) * surface.normals).sum(axis=1).min() < -0.3
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(round(x), round(y) - 50))
    pressed = surface.positions.copy()
    QTest.mouseMove(w.viewport, QPoint(round(x) + 30, round(y) - 50))
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert (pressed != surface.positions).any() and w.bench.portrait.history.position == 1


def test_pictures_of_ones_own_become_stamps_and_bad_ones_a_sentence(window, tmp_path):
    w, surface = begun(window, "Stamps")
    good, bad = tmp_path / "bark skin.png", tmp_path / "letter.png"
    Image.fromarray((np.random.default_rng(1).random((40, 40)) * 255).astype(np.uint8)).save(good)
    bad.write_text("Dear sitter")
    w.bench.tools.take("clay")
    w.panel("Stamps").add_file(bad)
    assert "no picture" in w.status.message.text() and w.bench.portrait.stamps == ()
    w.panel("Stamps").add_file(tmp_path / "missing.png")
    assert "cannot be read" in w.status.message.text()
    w.panel("Stamps").add_file(good)
    (stamp,) = w.bench.portrait.stamps
    assert (
        stamp.title == "bark skin"
        and w.bench.tools.settings.stamp == stamp.id
        and w.panel("Stamps").buttons[stamp.id].isChecked()
    )
    w.bench.tools.change(size=24.0)
    click(w.panel("Stamps").fits["skin"])
    assert not w.panel("Stamps").keep.isEnabled()
    w.bench.tools.change(stamp_scale=33.0)
    w.inspector.ensureWidgetVisible(w.panel("Stamps").keep)
    click(w.panel("Stamps").keep)
    assert w.bench.portrait.stamps[0].width == 33.0 and not w.panel("Stamps").keep.isEnabled()
    plain = surface.positions.copy()
    drag(w.viewport, line(at_landmark(w, "zy_l"), np.add(at_landmark(w, "zy_l"), (-30, 30))))
    assert (surface.positions != plain).any()
    path = tmp_path / "a.yewfinch"
    w.documents.save(path).wait()
    w.documents.open(path).wait()
    assert (w.bench.portrait.stamps[0].title, w.bench.portrait.stamps[0].width) == (
        "bark skin",
        33.0,
    ) and stamp.id in w.panel("Stamps").buttons
    click(w.panel("Stamps").buttons[stamp.id])
    click(w.panel("Stamps").remove)
    assert w.bench.portrait.stamps == () and stamp.id not in w.panel("Stamps").buttons
    # a tool whose stamp is gone works without
    drag(w.viewport, line(at_landmark(w, "zy_l"), np.add(at_landmark(w, "zy_l"), (-30, 30))))
    assert w.bench.tools.settings.stamp == "" and w.bench.portrait.history.names[-1] == "Clay"
    w.undo()
    w.undo()
    assert w.bench.portrait.stamps[0].id == stamp.id


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_pores_are_pressed_through_a_stencil_that_was_moved_and_warped(window, tmp_path):
    w, _ = begun(window, "Stencil")
    w.bench.portrait.perform(detail_levels.add(w.bench.portrait, "head"))
    surface = w.bench.portrait.surface("head")
    w.bench.tools.set_symmetry(False)
    view = w.viewport
    w.panel("Stencil").pictures.setCurrentIndex(w.panel("Stencil").pictures.findData("pores"))
    w.panel("Stencil").pictures.activated.emit(w.panel("Stencil").pictures.currentIndex())
    before = view_picture(w)
    QTest.keyClick(view, Qt.Key.Key_F9)
    assert w.bench.mode == "stencil" and w.panel("Stencil").by_hand.isChecked()
    corner, across, up = w.bench.portrait.stencil.axes(view.width(), view.height())
    middle = corner + (across + up) / 2
    drag(view, line(middle, np.add(middle, (-30, 20)), 5))
    stencil = w.bench.portrait.stencil
    np.testing.assert_allclose(stencil.at, np.array([-30, 20]) / view.height(), atol=0.01)
    drag(
        view,
        line(view.hand("stencil").corners(stencil)[2], np.add(view.hand("stencil").corners(stencil)[2], (20, -20)), 5),
    )
    assert w.bench.portrait.stencil.width > 1.05 * stencil.width
    knob = view.hand("stencil").knob(w.bench.portrait.stencil)
    drag(view, line(knob, np.add(knob, (60, 10)), 5), mods=Qt.KeyboardModifier.ControlModifier)
    assert w.bench.portrait.stencil.angle < 0 and w.bench.portrait.stencil.angle % 15 == 0
    click(w.panel("Stencil").warp)
    place = w.bench.portrait.stencil.places(view.width(), view.height())[5]
    drag(view, line(place, np.add(place, (12, 8)), 4))
    assert w.bench.portrait.stencil.warp != stencil.warp
    held = w.bench.portrait.stencil
    place = held.places(view.width(), view.height())[6]
    QTest.mousePress(view, Qt.MouseButton.LeftButton, pos=QPointF(*place).toPoint())
    QTest.mouseMove(view, QPointF(*(place + 30)).toPoint())
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert w.bench.portrait.stencil is held
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert w.bench.mode == "tool"
    click(w.panel("Stencil").straighten)
    w.bench.stencil.change(tiles=3, width=0.7)
    assert np.abs(view_picture(w) - before).mean() > 1
    # a stroke goes through the white only
    w.bench.tools.take("swell")
    w.bench.tools.change(size=30.0, strength=1.0)
    plain = surface.positions.copy()
    x, y = at_landmark(w, "g")
    points = line((x - 60, y - 60), (x + 20, y - 60))
    drag(view, points)
    through = np.linalg.norm(surface.positions - plain, axis=1)
    w.undo()
    w.bench.stencil.change(on=False)
    drag(view, points)
    free = np.linalg.norm(surface.positions - plain, axis=1)
    under = free > 0.5 * free.max()
    assert (through[under] < 0.1 * free[under]).mean() > 0.3 and (through[under] > 0.4 * free[under]).mean() > 0.05
    # done again it goes through the stencil as it was seen then, or not at all as now
    w.undo()
    w.bench.stencil.change(on=True)
    drag(view, points)
    w.bench.outlook.set_view(w.bench.outlook.view.turned(40, 0))
    w.bench.stencil.change(on=False)
    QTest.keyClick(view, Qt.Key.Key_R, Qt.KeyboardModifier.ControlModifier)
    again = np.linalg.norm(surface.positions - plain, axis=1)
    np.testing.assert_allclose(again, through, atol=0.05)
    click(w.panel("Stencil").away)
    assert w.bench.portrait.stencil is None


def test_a_stencil_is_undone_step_by_step_saved_and_reopened(window, qtbot, tmp_path):
    w, _ = begun(window, "Stencil")
    view, history = w.viewport, w.bench.portrait.history
    steps = history.position
    w.panel("Stencil").pictures.setCurrentIndex(w.panel("Stencil").pictures.findData("pores"))
    w.panel("Stencil").pictures.activated.emit(w.panel("Stencil").pictures.currentIndex())
    QTest.keyClick(view, Qt.Key.Key_F9)
    laid = w.bench.portrait.stencil
    for way in ((-30, 20), (10, 0)):
        corner, across, up = w.bench.portrait.stencil.axes(view.width(), view.height())
        middle = corner + (across + up) / 2
        drag(view, line(middle, np.add(middle, way), 6))
    w.panel("Stencil").angle.slider.setFocus()
    for _ in range(4):
        QTest.keyClick(w.panel("Stencil").angle.slider, Qt.Key.Key_Right)
    assert history.names[steps:] == ["Lay a stencil", "Move the stencil", "Move the stencil", "Turn the stencil"]
    moved = w.bench.portrait.stencil
    assert w.panel("Stencil").angle.value() == pytest.approx(moved.angle, abs=0.5) and moved.angle != 0
    w.documents.save(tmp_path / "a.yewfinch").wait()
    w.undo()
    assert w.bench.portrait.stencil.angle == 0.0 and w.panel("Stencil").angle.value() == 0.0
    w.undo()
    w.undo()
    assert w.bench.portrait.stencil is laid
    w.undo()
    assert w.bench.portrait.stencil is None and w.panel("Stencil").pictures.currentData() == ""
    w.redo()
    assert w.bench.portrait.stencil is laid
    portrait = w.bench.portrait
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    back = w.bench.portrait.stencil
    assert back.stamp.id == "pores" and back.warp == moved.warp
    assert (*back.at, back.width, back.angle, back.tiles) == pytest.approx(
        (*moved.at, moved.width, moved.angle, moved.tiles)
    )


def test_a_texture_is_tried_and_laid_on_a_masked_cheek(window, qtbot, tmp_path):
    w, surface = begun(window, "Surface texture", "Form layers")
    plain = surface.positions.copy()
    panel = w.panel("Surface texture")
    handled()
    w.inspector.ensureWidgetVisible(panel.show_it)
    click(panel.show_it)
    assert "Nothing is masked" in w.status.message.text() and not panel.show_it.isChecked()
    w.bench.tools.take("mask")
    w.bench.tools.change(size=40.0)
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 60, y + 10), (x - 40, y + 30)))
    before = view_picture(w)
    panel.presets.setCurrentIndex(panel.presets.findData("aged"))
    panel.presets.activated.emit(panel.presets.currentIndex())
    w.inspector.ensureWidgetVisible(panel.show_it)
    click(panel.show_it)
    qtbot.waitUntil(lambda: not panel.busy() and bool(w.bench.outlook.instead), timeout=20_000)
    handled()
    assert "do not show" in panel.note.text()  # patterns finer than the clay's edges
    first = view_picture(w)
    assert (first != before).any()
    np.testing.assert_array_equal(surface.positions, plain)
    panel.strength.slider.setValue(panel.strength.slider.maximum())
    qtbot.waitUntil(lambda: not panel.busy() and (view_picture(w) != first).any(), timeout=20_000)
    panel.add.click()
    panel._change(size=6.0, height=0.8)
    assert panel.rows[-1].isChecked() and "6.0 mm" in panel.rows[-1].text()
    click(w.panel("Form layers").buttons["add"])  # and on a layer of its own
    qtbot.waitUntil(lambda: not panel.busy(), timeout=20_000)
    w.inspector.ensureWidgetVisible(panel.lay)
    click(panel.lay)
    qtbot.waitUntil(lambda: w.bench.portrait.history.names[-1] == "Lay a surface texture", timeout=20_000)
    moved = (surface.positions != plain).any(axis=1)
    assert moved.any() and (surface.mask[moved] > 0).all() and not w.bench.outlook.instead
    laid = surface.positions.copy()
    path = tmp_path / "t.yewfinch"
    w.documents.save(path).wait()
    w.undo()
    np.testing.assert_array_equal(surface.positions, plain)
    w.documents.open(path).wait()
    np.testing.assert_array_equal(w.bench.portrait.surface("head").positions, laid)
    (stack,) = w.bench.portrait.layers["head"]
    assert stack.layers[0].steps.size > 0
