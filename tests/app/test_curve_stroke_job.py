"""Strokes along curves and arcs, pressure curves and the key that presses, in the real window."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, pen
from tests.app.jobs import begun


def knot(w, index):
    x, y = w.viewport.camera().project(w.viewport.hand("tool").curve.knots[index].aim)[0]
    return float(x), float(y)


def moved(surface, plain):
    return np.nonzero((surface.positions != plain).any(axis=1))[0]


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_a_curve_stays_editable_until_it_is_confirmed(window, qtbot):
    w, surface = begun(window, "Stroke")
    w.bench.tools.set_symmetry(False)
    w.bench.tools.take("clay")
    click(w.panel("Stroke").courses["curve"])
    w.bench.tools.change(size=12.0)
    plain = surface.positions.copy()
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x - 60, y - 60), (x + 50, y - 70), 14))
    curve = w.viewport.hand("tool").curve
    steps = w.bench.portrait.history.position
    assert curve.on and len(curve.knots) >= 3 and steps == 1 and "Enter confirms" in w.status.message.text()
    first = surface.positions.copy()
    # a knot dragged up: the stroke follows, still one step
    a = knot(w, 1)
    drag(w.viewport, line(a, (a[0], a[1] - 30), 6))
    second = surface.positions.copy()
    assert w.bench.portrait.history.position == steps and (second != first).any()
    high = w.viewport.camera().project(second[moved(surface, plain)].astype(float))[:, 1].min()
    assert high < a[1] - 20
    # a click on the curve makes one more, Delete takes it out
    count = len(curve.knots)
    shown = w.viewport.camera().project(curve.path())
    between = shown[len(shown) // 2 + 4]
    if curve.near(QPointF(*between)) is None:
        QTest.mouseClick(w.viewport, Qt.MouseButton.LeftButton, pos=QPointF(*between).toPoint())
        assert len(curve.knots) == count + 1
        QTest.keyClick(w.viewport, Qt.Key.Key_Delete)
        assert len(curve.knots) == count
    # other settings while it is open
    before = surface.positions.copy()
    w.bench.tools.change(strength=0.95)
    qtbot.waitUntil(lambda: np.abs(surface.positions - plain).max() > 1.1 * np.abs(before - plain).max(), timeout=4000)
    # turned away and back, the knots stay on the clay
    aim = curve.knots[0].aim.copy()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(25, 0))
    assert curve.on and np.array_equal(curve.knots[0].aim, aim)
    QTest.keyClick(w.viewport, Qt.Key.Key_Return)
    assert not curve.on and w.bench.portrait.history.position == steps
    w.undo()
    np.testing.assert_array_equal(surface.positions, plain)


def test_escape_takes_a_curve_back_and_undo_closes_it(window):
    w, surface = begun(window, "Stroke")
    w.bench.tools.take("crease")
    w.bench.tools.change(course="curve", taper_in=8.0, taper_out=8.0)
    plain = surface.positions.copy()
    x, y = at_landmark(w, "g")
    curve = w.viewport.hand("tool").curve
    drag(w.viewport, line((x - 50, y - 60), (x + 40, y - 60), 12))
    assert curve.on and len(moved(surface, plain))
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert not curve.on
    np.testing.assert_array_equal(surface.positions, plain)
    drag(w.viewport, line((x - 50, y - 60), (x + 40, y - 60), 12))
    w.undo()
    assert not curve.on
    np.testing.assert_array_equal(surface.positions, plain)
    drag(w.viewport, line((x - 50, y - 60), (x + 40, y - 60), 12))
    w.bench.tools.take("clay")  # another tool: the stroke stays
    assert not curve.on and w.bench.portrait.history.names == ["Crease"]


def test_an_arc_is_bent_by_its_middle(window):
    w, surface = begun(window, "Stroke")
    w.bench.tools.set_symmetry(False)
    w.bench.tools.take("crease")
    click(w.panel("Stroke").courses["arc"])
    plain = surface.positions.copy()
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x - 50, y - 50), (x + 50, y - 50), 10))
    curve = w.viewport.hand("tool").curve
    assert len(curve.knots) == 3
    flat = surface.positions.copy()
    a = knot(w, 1)
    drag(w.viewport, line(a, (a[0], a[1] - 30), 6))
    assert (surface.positions != flat).any()
    rows = moved(surface, plain)
    deep = rows[np.linalg.norm(surface.positions[rows] - plain[rows], axis=1) > 0.1]
    camera = w.viewport.camera()
    seen, path = camera.project(plain[deep].astype(float)), camera.project(curve.path(0.5))
    away = np.linalg.norm(seen[:, None] - path[None], axis=2).min(axis=1)
    reach = 0.5 * w.bench.tools.settings.size / camera.mm_per_pixel(plain[deep].mean(axis=0))
    assert away.max() < reach + 2 and len(deep) > 20
    assert seen[:, 1].min() < y - 75 and seen[np.abs(seen[:, 0] - x) < 10, 1].max() < y - 60
    QTest.keyClick(w.viewport, Qt.Key.Key_Enter)
    assert not curve.on


def test_the_curve_of_pressure_is_bent_by_hand_and_a_pen_feels_it(window):
    w, surface = begun(window, "Stroke")
    w.bench.tools.set_symmetry(False)
    w.bench.tools.take("clay")
    w.bench.tools.change(size=20.0)
    curve = w.panel("Stroke").curve
    w.inspector.ensureWidgetVisible(curve)
    handled()
    plain = surface.positions.copy()
    x, y = at_landmark(w, "g")
    points = line((x - 40, y - 60), (x + 30, y - 60))

    def depth():
        pen(w.viewport, points, 0.5)
        out = np.abs(surface.positions - plain).max()
        w.undo()
        return out

    straight = depth()
    a = curve.place((0.5, 0.5))
    QTest.mousePress(curve, Qt.MouseButton.LeftButton, pos=a.toPoint())
    QTest.mouseMove(curve, curve.place((0.5, 0.95)).toPoint())
    QTest.mouseRelease(curve, Qt.MouseButton.LeftButton, pos=curve.place((0.5, 0.95)).toPoint())
    assert len(w.bench.tools.settings.curve_strength) == 3 and w.bench.tools.settings.curve_strength[1][1] > 0.85
    assert depth() > 1.15 * straight
    for _ in range(20):
        QTest.keyClick(curve, Qt.Key.Key_Down)
    assert w.bench.tools.settings.curve_strength[1][1] < 0.6
    QTest.keyClick(curve, Qt.Key.Key_Delete)
    assert w.bench.tools.settings.curve_strength == ((0.0, 0.0), (1.0, 1.0))
    click(w.panel("Stroke").pressed)  # off: it is always full
    assert not w.bench.tools.settings.pressure_strength and not curve.isEnabled()
    assert depth() > 1.15 * straight
    w.panel("Stroke").whats.setCurrentIndex(0)
    w.panel("Stroke").whats.activated.emit(0)
    click(w.panel("Stroke").pressed)
    assert w.bench.tools.settings.pressure_size and w.tools[0].pen_size.isChecked()
    click(w.panel("Stroke").plain)
    assert w.bench.tools.settings.curve_size == ((0.0, 0.3), (1.0, 1.0))


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_space_presses_harder_while_it_is_held(window):
    w, surface = begun(window, "Stroke")
    w.bench.tools.set_symmetry(False)
    w.bench.tools.take("clay")
    w.bench.tools.change(size=16.0)
    w.inspector.ensureWidgetVisible(w.panel("Stroke").by_key)
    click(w.panel("Stroke").by_key)
    plain = surface.positions.copy()
    x, y = at_landmark(w, "g")
    a = QPoint(round(x) - 60, round(y) - 60)

    def go(hold):
        QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=a)
        if hold:
            QTest.keyPress(w.viewport, Qt.Key.Key_Space)
        QTest.qWait(600)
        for k in range(1, 12):
            QTest.mouseMove(w.viewport, a + QPoint(6 * k, 0))
            QTest.qWait(5)
        if hold:
            QTest.keyRelease(w.viewport, Qt.Key.Key_Space)
        QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=a + QPoint(66, 0))
        out = np.abs(surface.positions - plain).max()
        w.undo()
        return out

    assert go(True) > 1.5 * go(False)
    assert not w.viewport.hand("tool").key_down
