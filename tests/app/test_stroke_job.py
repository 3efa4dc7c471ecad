"""Strokes in the real window: done again with other settings and another tool, straight, tapered, resting."""

import numpy as np
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, line, unfold
from yewfinch.core.document.verbs import painting


def begun(window):
    w = window
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    w.bench.tools.take("clay")
    w.bench.tools.change(size=20.0)
    unfold(w, "Stroke")
    return w, w.bench.portrait.surface("head"), at_landmark(w, "zy_l")


def test_the_last_stroke_again_with_other_settings_and_another_tool(window):
    w, surface, (x, y) = begun(window)
    plain = surface.positions.copy()
    drag(w.viewport, line((x - 40, y), (x - 30, y + 50)))
    first = surface.positions.copy()
    steps = w.bench.portrait.history.position
    w.bench.tools.change(strength=0.9)
    QTest.keyClick(w.viewport, Qt.Key.Key_R, Qt.KeyboardModifier.ControlModifier)
    again = surface.positions.copy()
    assert w.bench.portrait.history.position == steps
    assert np.abs(again - plain).max() > 1.2 * np.abs(first - plain).max()
    w.bench.tools.take("crease")
    click(w.panel("Stroke").redo)
    assert w.bench.portrait.history.names[-1] == "Crease"
    assert (surface.positions != again).any()
    # a tool that cannot do it leaves the stroke as it is
    crease = surface.positions.copy()
    w.bench.tools.take("erase_layer")
    click(w.panel("Stroke").redo)
    assert "Choose a form layer" in w.status.message.text()
    np.testing.assert_array_equal(surface.positions, crease)
    w.bench.tools.take("crease")
    w.undo()
    np.testing.assert_array_equal(surface.positions, plain)
    click(w.panel("Stroke").redo)
    assert "no stroke" in w.status.message.text()
    w.bench.portrait.perform(painting.fill(w.bench.portrait, "head", (90, 90, 90)))
    click(w.panel("Stroke").redo)
    assert w.bench.portrait.history.names[-1].startswith("Fill Head")


def test_a_straight_stroke_tapered_at_both_ends(window):
    w, surface, (x, y) = begun(window)
    w.bench.tools.set_symmetry(False)
    plain = surface.positions.copy()
    click(w.panel("Stroke").courses["line"])
    w.bench.tools.change(taper_in=15.0, taper_out=15.0)
    # round about, but only the ends count
    drag(w.viewport, [*line((x - 60, y - 20), (x - 10, y + 10)), *line((x - 10, y + 10), (x - 60, y + 60))])
    moved = np.linalg.norm(surface.positions - plain, axis=1)
    seen = w.viewport.camera().project(surface.positions[moved > 0.05].astype(float))
    assert np.abs(seen[:, 0] - (x - 60)).max() < 30
    assert w.bench.portrait.history.names[-1] == "Clay"
    rows = np.nonzero(moved > 0.02)[0]
    place = w.viewport.camera().project(surface.positions[rows].astype(float))[:, 1]
    middle = moved[rows][np.abs(place - (y + 20)) < 8].max()
    assert moved[rows][place < y - 16].max() < 0.6 * middle
    steps = w.bench.portrait.history.position
    for course in ("line", "hand"):  # a stroke that meets nothing takes nothing back
        w.bench.tools.change(course=course)
        drag(w.viewport, line((8, 8), (30, 8)))
        assert w.bench.portrait.history.position == steps
    w.undo()
    np.testing.assert_array_equal(surface.positions, plain)


def test_an_airbrush_goes_on_under_a_resting_pointer_and_escape_takes_it_back(window, qtbot):
    w, surface, (x, y) = begun(window)
    plain = surface.positions.copy()
    w.panel("Stroke").airbrush.click()
    assert w.bench.tools.settings.airbrush
    at = QPoint(round(x - 40), round(y + 10))
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=at)
    once = np.abs(surface.positions - plain).max()
    qtbot.waitUntil(lambda: np.abs(surface.positions - plain).max() > 2 * once)  # the hand rests
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    np.testing.assert_array_equal(surface.positions, plain)
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=at)
    w.panel("Stroke").by_speed.click()
    assert w.bench.tools.settings.by_speed
    drag(w.viewport, line((x - 40, y), (x - 30, y + 50)))
    assert (surface.positions != plain).any()
