"""Sections, studios, wires and keys that are held, in the real window."""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, view_picture
from tests.app.jobs import begun
from tools.parts import doer


def test_a_section_cuts_measures_and_is_worked_on(window, qtbot):
    w, _ = begun(window, "Section")
    whole = view_picture(w)
    QTest.keyClick(w.viewport, Qt.Key.Key_F8, Qt.KeyboardModifier.ShiftModifier)
    section = w.bench.outlook.looking.section
    assert section is not None and w.panel("Section").ways["midline"].isChecked() and section.at == 0.0
    w.bench.outlook.set_view(w.bench.outlook.view.turned(90, 0))
    handled()
    assert "Girth" in w.panel("Section").numbers.text() and "mm" in w.panel("Section").numbers.text()
    # the left half is gone: what lies under the pointer is the other half, seen from inside
    x, y = at_landmark(w, "zy_l")
    found = w.viewport.look_at(QPointF(x, y))
    assert found is None or found[0].point[0] <= 0.01
    click(w.panel("Section").flip)
    assert w.viewport.look_at(QPointF(x, y))[0].point[0] > 0
    click(w.panel("Section").ways["level"])
    w.panel("Section").at.slider.setValue(w.panel("Section").at.slider.maximum() // 2)
    level = w.bench.outlook.looking.section
    assert level.way == "level"
    w.bench.selection.choose_landmark("prn")
    click(w.panel("Section").through)
    np.testing.assert_allclose(w.bench.outlook.looking.section.at, w.bench.portrait.landmark("prn")[1])
    girth = doer(w, "section").measures().girth
    assert 500 < girth < 900
    # without the cut only the line is drawn, and it follows the clay
    w.panel("Section").cut.click()
    assert not w.bench.outlook.looking.section.cut
    w.bench.selection.choose_landmark(None)
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    w.bench.tools.take("clay")
    w.bench.tools.change(size=30.0, strength=1.0)
    x, y = at_landmark(w, "prn")
    drag(w.viewport, line((x - 20, y), (x + 20, y)))
    assert doer(w, "section").measures().girth != girth
    QTest.keyClick(w.viewport, Qt.Key.Key_F8, Qt.KeyboardModifier.ShiftModifier)
    assert w.bench.outlook.looking.section is None and not any(b.isChecked() for b in w.panel("Section").ways.values())
    w.undo()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    assert whole.shape == view_picture(w).shape


def test_the_section_lies_over_a_photos_outline(window, qtbot):
    w, _ = begun(window)
    w.bench.set_stage("Features")
    w.bench.standpoint.take("photo3")
    qtbot.waitUntil(lambda: not w.photos.busy())
    handled()
    w.bench.standpoint.set_overlay(opacity=1.0)
    before = view_picture(w)
    doer(w, "section").turn("midline")
    w.bench.outlook.set_looking(section=replace(w.bench.outlook.looking.section, cut=False))
    after = view_picture(w)
    gold = (after[..., 0] > 190) & (after[..., 2] < 90) & (np.abs(after - before).sum(axis=2) > 60)
    assert gold.sum() > 300  # a line from brow to chin and over the crown
    camera = w.viewport.camera()
    parts = [np.asarray(p).reshape(-1, 3) for p in doer(w, "section").parts().values()]  # of the head and its teeth
    flat = camera.project(np.concatenate(parts))
    y, x = np.nonzero(gold)
    near = [np.hypot(flat[:, 0] - a, flat[:, 1] - b).min() for a, b in zip(x[::40], y[::40], strict=True)]
    assert np.max(near) < 6


def test_studios_corners_and_wires_change_the_picture_only(window):
    w, _ = begun(window, "Looking")
    w.inspector.ensureWidgetVisible(w.panel("Looking"))
    own = view_picture(w)
    clay = ~((np.ptp(own, axis=2) < 6) & (np.abs(own.mean(axis=2) - 169) < 3))
    means = {}
    for key, button in w.panel("Looking").studios.items():
        click(button)
        means[key] = view_picture(w)[clay]
    assert len({tuple(np.round(v.mean(axis=0), 1)) for v in means.values()}) == len(means)
    assert means["hard"].std() > means["window"].std() * 0.9
    click(w.panel("Looking").studios["bench"])
    np.testing.assert_array_equal(view_picture(w), own)
    w.panel("Looking").occlusion.slider.setValue(w.panel("Looking").occlusion.slider.maximum())
    assert view_picture(w)[clay].mean() < own[clay].mean() - 1
    w.panel("Looking").occlusion.slider.setValue(0)
    QTest.keyClick(w.viewport, Qt.Key.Key_F7, Qt.KeyboardModifier.ShiftModifier)
    assert w.panel("Looking").wire.isChecked() and (view_picture(w) != own).any()
    QTest.keyClick(w.viewport, Qt.Key.Key_F7, Qt.KeyboardModifier.ShiftModifier)
    np.testing.assert_array_equal(view_picture(w), own)
    assert w.bench.portrait.history.position == 0


def test_a_held_key_looks_only_as_long(window):
    w, _ = begun(window)
    QTest.keyPress(w.viewport, Qt.Key.Key_F6)
    assert w.bench.outlook.looking.raking
    QTest.qWait(500)
    QTest.keyPress(w.viewport, Qt.Key.Key_A)  # another key
    QTest.keyRelease(w.viewport, Qt.Key.Key_A)
    assert w.bench.outlook.looking.raking
    QTest.keyRelease(w.viewport, Qt.Key.Key_F6)
    assert not w.bench.outlook.looking.raking
    QTest.keyClick(w.viewport, Qt.Key.Key_F6)  # a tap stays
    QTest.qWait(500)
    assert w.bench.outlook.looking.raking
    QTest.keyClick(w.viewport, Qt.Key.Key_F6)
    assert not w.bench.outlook.looking.raking
    QTest.keyPress(w.viewport, Qt.Key.Key_F7)
    QTest.keyRelease(w.viewport, Qt.Key.Key_F7)
    assert w.bench.outlook.looking.black


def test_the_plane_is_drawn_by_its_knob(window, qtbot):
    w, _ = begun(window, "Section")
    click(w.panel("Section").ways["level"])
    w.bench.outlook.set_view(w.bench.outlook.view.turned(30, 8))
    handled()
    hands, sections, steps = w.viewport.hands.first[0], doer(w, "section"), w.bench.portrait.history.position
    before = sections.section.at
    knob, way = hands.knob()
    assert way[1] < -0.5 and abs(way[0]) < 0.2  # upwards in the picture
    drag(w.viewport, line((knob.x(), knob.y()), (knob.x(), knob.y() - 60)))
    assert sections.section.at == pytest.approx(before + 60 * -way[1] / float(way @ way), abs=0.6)
    assert w.panel("Section").at.value() == pytest.approx(sections.section.at, abs=0.1)
    # the line went along by as much in the picture
    assert hands.knob()[0].y() == pytest.approx(knob.y() - 60, abs=16)
    assert w.bench.portrait.history.position == steps  # looking is no edit
    # seen along its normal it is drawn up and down; Esc puts it back
    click(w.panel("Section").ways["front"])
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    handled()
    knob, way = hands.knob()
    assert way[0] == 0.0 and way[1] < 0
    there = sections.section.at
    at = QPoint(round(knob.x()), round(knob.y()))
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=at)
    QTest.mouseMove(w.viewport, at + QPoint(0, 40))
    assert sections.section.at < there - 5 and hands.busy
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert sections.section.at == there and not hands.busy
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=at)
    # beside the knob the tool works
    x, y = at_landmark(w, "prn")
    w.panel("Section").cut.click()
    drag(w.viewport, line((x - 20, y + 30), (x + 20, y + 30)))
    assert w.bench.portrait.history.position == steps + 1
