"""Navigation, strokes, pen, standpoint, landmarks and calipers with real events."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtGui import QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from tests.app.hands import at_landmark, drag, handled, line, pen
from yewfinch.core.document.verbs import painting
from yewfinch.render.scene import SAMPLED


@pytest.fixture
def sampled():
    """As the application draws."""
    return SAMPLED


def wheel(widget, at, steps):
    event = QWheelEvent(
        QPointF(*at), QPointF(widget.mapToGlobal(QPoint(*map(int, at)))), QPoint(), QPoint(0, 120 * steps),
        Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    QApplication.sendEvent(widget, event)


def test_background_turns_middle_pans_right_turns_wheel_zooms(window):
    v, bench = window.viewport, window.bench
    start = bench.outlook.view
    drag(v, line((20, 20), (80, 20), 4))
    assert bench.outlook.view.turn == pytest.approx(start.turn - 24, abs=0.1)
    turned = bench.outlook.view
    drag(v, line((300, 200), (330, 220), 4), Qt.MouseButton.RightButton)
    assert bench.outlook.view.tilt == pytest.approx(turned.tilt + 8, abs=0.1)
    panned = bench.outlook.view
    drag(v, line((300, 200), (340, 200), 4), Qt.MouseButton.MiddleButton)
    assert np.linalg.norm(np.subtract(bench.outlook.view.target, panned.target)) > 5
    assert bench.portrait.history.names == []
    bench.outlook.set_view(start)
    found = v.look_at(QPointF(350, 250))
    wheel(v, (350, 250), 3)
    assert bench.outlook.view.distance < start.distance * 0.7
    again = v.look_at(QPointF(350, 250))
    assert np.linalg.norm(again[0].point - found[0].point) < 12  # zooms to the cursor


def test_dial_snaps_and_arrows_step(window):
    dial, bench = window.turntable.dial, window.bench
    QTest.mouseClick(dial, Qt.MouseButton.LeftButton, pos=QPoint(round(dial.x_of(90)) + 3, 14))
    assert bench.outlook.view.turn == 90
    QTest.keyClick(dial, Qt.Key.Key_Left)
    assert bench.outlook.view.turn == 75
    QTest.keyClick(dial, Qt.Key.Key_Up)
    assert bench.outlook.view.tilt == 15
    QTest.mouseClick(window.round.buttons["profile-right"], Qt.MouseButton.LeftButton)
    assert bench.outlook.view.turn == -90
    window.turntable.lens.setValue(50)
    assert bench.outlook.view.lens == 50
    window.turntable.flat.click()
    assert bench.outlook.view.orthographic


def test_view_all_and_view_selected(window):
    bench = window.bench
    QTest.keyClick(window, Qt.Key.Key_Home)
    whole = bench.outlook.view.distance
    bench.selection.choose_landmark("prn")
    QTest.keyClick(window, Qt.Key.Key_End)
    assert bench.outlook.view.distance < whole / 2
    np.testing.assert_allclose(bench.outlook.view.target, bench.portrait.landmark("prn"), atol=1e-3)


def test_pen_pressure_reaches_the_clay(window, qtbot):
    bench, s = window.bench, window.bench.portrait.surface("head")
    x, y = at_landmark(window, "g")
    moved = {}
    for pressure in (0.2, 1.0):
        before = s.positions.copy()
        pen(window.viewport, line((x + 20, y - 40), (x + 50, y - 40)), pressure)
        moved[pressure] = np.abs(s.positions - before).max()
        window.undo()
    assert 0.01 < moved[0.2] < 0.7 * moved[1.0]
    assert bench.portrait.history.position == 0


def test_escape_cancels_a_stroke(window):
    v, s = window.viewport, window.bench.portrait.surface("head")
    x, y = at_landmark(window, "g")
    before = s.positions.copy()
    QTest.mousePress(v, Qt.MouseButton.LeftButton, pos=QPoint(int(x) + 20, int(y) - 30))
    assert v.hands.busy
    assert (s.positions != before).any()
    QTest.keyClick(v, Qt.Key.Key_Escape)
    assert not v.hands.busy
    np.testing.assert_array_equal(s.positions, before)
    QTest.mouseRelease(v, Qt.MouseButton.LeftButton, pos=QPoint(int(x) + 20, int(y) - 30))
    assert window.bench.portrait.history.names == []


def test_keys_take_tools_and_change_sizes(window):
    bench = window.bench
    for key, tool in (
        (Qt.Key.Key_M, "move"),
        (Qt.Key.Key_R, "crease"),
        (Qt.Key.Key_S, "smooth"),
        (Qt.Key.Key_C, "clay"),
    ):
        QTest.keyClick(window, key)
        assert bench.tools.tool_id == tool
        assert window.strips[0].buttons[tool].isChecked()
    size = bench.tools.settings.size
    QTest.keyClick(window, Qt.Key.Key_BracketRight)
    assert bench.tools.settings.size == pytest.approx(size * 1.15)
    assert window.tools[0].diameter.value() == pytest.approx(bench.tools.settings.size, abs=0.05)
    QTest.keyClick(window, Qt.Key.Key_BracketLeft)
    assert bench.tools.settings.size == pytest.approx(size)
    QTest.keyClick(window, Qt.Key.Key_T)
    assert not bench.tools.symmetry
    assert not window.tools[0].symmetry.isChecked()


def test_locked_and_hidden_pieces_are_left_alone(window, qtbot):
    from dataclasses import replace

    bench = window.bench
    x, y = at_landmark(window, "g")
    head = bench.portrait.pieces["head"]
    bench.portrait.put_piece(replace(head, locked=True), "Lock Head")
    drag(window.viewport, line((x, y - 30), (x + 20, y - 30)))
    assert bench.portrait.history.names == ["Lock Head"]
    assert "locked" in window.status.message.text()
    bench.portrait.put_piece(replace(head, visible=False), "Hide Head")
    assert window.viewport.look_at(QPointF(x, y - 60)) is None


def test_standing_there_lays_photo_and_clay_over_each_other(window, qtbot):
    bench, v = window.bench, window.viewport
    photo = bench.portrait.sitter.photos[0]
    QTest.mouseClick(window.walls.cards[photo.id].picture, Qt.MouseButton.LeftButton)
    assert bench.standpoint.photo_id == photo.id
    assert window.walls.overlay.isVisible()
    # the clay's landmarks are drawn where the photo's standpoint says
    box, point = v.standpoint.box(), bench.portrait.landmark("prn")
    u, w = bench.standpoint.alignment.camera(photo.standpoint.camera()).project(point)[0]
    scale = box.width() / photo.width
    x, y = v.camera().project(point)[0]
    assert (x, y) == pytest.approx((box.left() + u * scale, box.top() + w * scale), abs=1e-6)
    bench.outlook.set_show_fringes(False)
    qtbot.waitUntil(lambda: not v.photos.busy(), timeout=8000)

    def middle():
        c = v.grab().toImage().pixelColor(int(box.center().x()), int(box.center().y()) + 20)
        return np.array([c.red(), c.green(), c.blue()], int)

    window.walls.overlay.opacity.setValue(0)
    only_clay = middle()
    window.walls.overlay.opacity.setValue(100)
    only_photo = middle()
    image = v.photos.image(bench.portrait.sitter, photo)
    expected = image.pixelColor(image.width() // 2, int((box.height() / 2 + 20) / box.height() * image.height()))
    assert np.abs(only_photo - (expected.red(), expected.green(), expected.blue())).max() < 14
    window.walls.overlay.opacity.setValue(50)
    assert np.abs(middle() - (only_clay + only_photo) / 2).max() < 6
    window.walls.overlay.wipe.click()
    assert bench.standpoint.overlay.wipe == 0.5
    line_x = box.left() + 0.5 * box.width()
    drag(v, line((line_x, 300), (line_x - 60, 300), 5))
    assert bench.standpoint.overlay.wipe == pytest.approx(0.5 - 60 / box.width(), abs=0.01)
    window.walls.overlay.blink.click()
    qtbot.waitUntil(lambda: not v.blink_on, timeout=3000)
    drag(v, line((box.right() + 40, 30), (box.right() + 90, 30), 4), Qt.MouseButton.RightButton)
    assert bench.standpoint.photo_id is None
    assert not window.walls.overlay.isVisible()


def test_likeness_row_flies_to_its_photo_and_follows_the_clay(window, qtbot):
    bench = window.bench
    window.panel("Likeness").refresh()
    worst = window.panel("Likeness").rows[0]
    window.panel("Likeness").table.cellClicked.emit(0, 0)
    assert bench.standpoint.photo_id in worst.photos
    assert bench.selection.landmark == worst.key
    s = bench.portrait.surface("head")
    rows = s.rows_in_ball(bench.portrait.landmark(worst.key), 15.0)
    from yewfinch.core.document.model.edits import Edit
    from yewfinch.core.mesh.surface.rows_change import RowsChange

    step = bench.standpoint.likeness().alignment.rotation.T @ worst.vector
    after = (s.positions[rows] - step * 0.9).astype(np.float32)
    bench.portrait.perform(Edit("Push", (RowsChange("head", "positions", rows, s.positions[rows].copy(), after),)))

    def now():
        return next(o for o in window.panel("Likeness").rows if o.key == worst.key)

    qtbot.waitUntil(lambda: now().size < worst.size - 0.2, timeout=3000)
    assert now().size < 0.35 * worst.size


def test_the_tools_circle_is_laid_once_for_each_place(window, qtbot, monkeypatch):
    from yewfinch.app.rooms.stroke import tool_circle

    laid = []
    lay = tool_circle.circle_on
    monkeypatch.setattr(tool_circle, "circle_on", lambda *a: (laid.append(1), lay(*a))[1])
    view = window.viewport
    QTest.mouseMove(view, QPoint(*map(round, at_landmark(window, "g"))))
    qtbot.waitUntil(lambda: laid == [1], timeout=3000)
    for _ in range(3):
        view.update()
        handled()
    assert laid == [1]
    ring = window.rooms["stroke"].overs[1].paint.func.__self__.ring(view)
    size = window.bench.tools.settings.size
    across = np.linalg.norm(ring - view.hit.point, axis=1)
    assert (across > size / 2 - 0.01).all()  # laid on the clay it is longer than wide
    assert np.median(across) < size * 0.6
    window.bench.tools.change(size=size * 2)
    qtbot.waitUntil(lambda: len(laid) == 2, timeout=3000)


def test_calipers_measure_and_stay(window, qtbot):
    bench = window.bench
    window.panel("Calipers").buttons["distance"].click()
    for key in ("en_l", "en_r"):
        QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*map(round, at_landmark(window, key))))
    assert len(bench.portrait.calipers) == 1
    qtbot.waitUntil(lambda: window.panel("Calipers")._list.count() == 1, timeout=2000)
    from yewfinch.app.rooms.measures.caliper_paint import caliper_text

    value = float(caliper_text(bench.portrait, bench.portrait.calipers[0]).split()[0])
    assert value == pytest.approx(
        np.linalg.norm(bench.portrait.landmark("en_l") - bench.portrait.landmark("en_r")), abs=1.5
    )
    window.panel("Calipers").buttons["distance"].click()
    window.panel("Calipers").buttons["angle"].click()
    for key in ("ch_l", "sn", "ch_r"):
        QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*map(round, at_landmark(window, key))))
    assert caliper_text(bench.portrait, bench.portrait.calipers[1]).endswith("°")
    QTest.keyClick(window.viewport, Qt.Key.Key_Escape)
    assert bench.mode == "tool"
    window.undo()
    assert len(bench.portrait.calipers) == 1


def test_landmarks_can_be_moved_on_the_clay(window):
    bench = window.bench
    before = bench.portrait.landmark("g").copy()
    QTest.keyClick(window, Qt.Key.Key_L)
    assert bench.mode == "landmark"
    x, y = at_landmark(window, "g")
    drag(window.viewport, line((x, y), (x, y - 12), 5))
    assert bench.portrait.landmark("g")[1] > before[1] + 2
    assert bench.portrait.history.names == ["Move between the brows"]
    window.undo()
    np.testing.assert_allclose(bench.portrait.landmark("g"), before)


def test_colours_are_picked_from_clay_and_from_a_photo(window, qtbot):
    bench = window.bench
    bench.set_stage("Skin")
    bench.portrait.perform(painting.fill(bench.portrait, "head", (12, 140, 220)))
    window.panel("Colour").pick.click()
    x, y = at_landmark(window, "tr")
    QTest.mouseClick(window.viewport, Qt.MouseButton.LeftButton, pos=QPoint(int(x), int(y)))
    assert bench.tools.rgb == (12, 140, 220)
    assert window.panel("Colour").hex.text() == "#0c8cdc"
    window.panel("Colour").photo.click()
    assert "matched photo first" in window.status.message.text()
    bench.standpoint.take(bench.portrait.sitter.photos[0].id)
    window.panel("Colour").photo.click()
    box = window.viewport.standpoint.box()
    QTest.mouseClick(
        window.viewport, Qt.MouseButton.LeftButton, pos=QPoint(int(box.left()) + 20, int(box.bottom()) - 20)
    )
    r, g, b = bench.tools.rgb
    assert max(r, g, b) < 140  # the dark pullover
    window.panel("Colour").hex.setText("#123456")
    window.panel("Colour").hex.editingFinished.emit()
    assert bench.tools.rgb == (0x12, 0x34, 0x56)
    window.panel("Colour").fill.click()
    assert tuple(bench.portrait.surface(bench.selection.piece_id).colour[0, :3]) == (0x12, 0x34, 0x56)


def test_tab_hides_panels_from_the_clay_and_moves_the_focus_elsewhere(window):
    from PyQt6.QtWidgets import QApplication

    window.viewport.setFocus()
    QTest.keyClick(window.viewport, Qt.Key.Key_Tab)
    assert not window.walls.isVisible()
    QTest.keyClick(window.viewport, Qt.Key.Key_Tab)
    assert window.walls.isVisible()
    box = window.tools[0].diameter.box
    box.setFocus()
    QTest.keyClick(box, Qt.Key.Key_Tab)
    assert window.walls.isVisible()
    assert QApplication.focusWidget() is not box
    window.viewport.setFocus()
    QTest.keyClick(window.viewport, Qt.Key.Key_Tab, Qt.KeyboardModifier.ShiftModifier)
    assert QApplication.focusWidget() is not window.viewport


def test_escape_leaves_the_mode_and_then_the_standpoint(window):
    bench = window.bench
    bench.standpoint.take(bench.portrait.sitter.photos[0].id)
    bench.set_mode("distance")
    QTest.keyClick(window.viewport, Qt.Key.Key_Escape)
    assert (bench.mode, bench.standpoint.photo_id is not None) == ("tool", True)
    QTest.keyClick(window.viewport, Qt.Key.Key_Escape)
    assert bench.standpoint.photo_id is None
