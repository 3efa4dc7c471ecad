"""Masks and turned parts in the real window: painted, softened, hinged, twisted, off, saved, reopened."""

import numpy as np
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, unfold

CTRL, SHIFT, ALT = (
    Qt.KeyboardModifier.ControlModifier,
    Qt.KeyboardModifier.ShiftModifier,
    Qt.KeyboardModifier.AltModifier,
)


@pytest.fixture
def form(window, qtbot):
    QTest.mouseClick(window.stage_buttons["Form"], Qt.MouseButton.LeftButton)
    window.inspector.folds["Likeness"].button.setChecked(False)
    unfold(window, "Mask and parts")
    window.bench.selection.choose("head")
    window.bench.outlook.set_view(window.bench.outlook.view.turned(0, 0))
    handled()
    return window


def rested(w, qtbot):
    qtbot.waitUntil(lambda: not w.panel("Mask and parts").parts._wished)


def test_an_ear_is_masked_turned_and_brought_back(form, qtbot, tmp_path):
    w, portrait = form, form.bench.portrait
    surface = portrait.surface("head")
    panel = w.panel("Mask and parts")
    # paint a mask with its key and tool
    QTest.keyClick(w, Qt.Key.Key_Q)
    assert w.bench.tools.tool_id == "mask"
    assert w.strips[0].buttons["mask"].isChecked()
    w.bench.tools.change(size=30.0)
    x, y = at_landmark(w, "prn")
    drag(w.viewport, line((x, y - 6), (x, y + 6), 4))
    assert surface.mask.max() > 200
    assert portrait.history.names[-1] == "Mask"
    np.testing.assert_allclose(surface.positions, surface.positions)
    # the renderer shows it: the picture of the nose is darker and bluer
    picture = w.viewport.small_picture(w.bench.outlook.view.camera(200, 200))
    QTest.keyClick(w, Qt.Key.Key_Q, SHIFT)
    assert not surface.mask.any()
    plain = w.viewport.small_picture(w.bench.outlook.view.camera(200, 200))
    camera = w.bench.outlook.view.camera(200, 200)
    px, py = (int(v) for v in camera.project(portrait.landmark("prn"))[0])
    assert plain.pixelColor(px, py).red() > picture.pixelColor(px, py).red() + 25

    # a region of the base head by name
    combo = panel.regions
    index = combo.findData("ear_l")
    assert index > 0
    assert combo.itemText(index) == "ear, left"
    combo.setCurrentIndex(index)
    combo.activated.emit(index)
    assert surface.mask.max() == 255
    click(panel.buttons["soften"])
    assert "masked" in panel.note.text()
    QTest.keyClick(w, Qt.Key.Key_Q, ALT)
    assert surface.mask.mean() > 200
    click(panel.buttons["invert"])
    assert surface.mask.mean() < 30

    # its joint is drawn, its end dragged round
    before = surface.positions.copy()
    w.viewport.setFocus()
    QTest.keyClick(w, Qt.Key.Key_Y)
    assert w.bench.mode == "part"
    assert not panel.angle.isEnabled()
    steps = portrait.history.position
    a, b = np.array(at_landmark(w, "t_l")), np.array(at_landmark(w, "sa_l"))
    drag(w.viewport, line(tuple(a - np.array([4, 0])), tuple(b + np.array([6, -6])), 5))
    assert w.panel("Mask and parts").parts.line is not None
    assert panel.angle.isEnabled()
    assert portrait.history.position == steps  # a line alone is no edit
    end = w.viewport.hand("part").dots()[2]
    drag(w.viewport, line((end.x(), end.y()), (end.x() + 22, end.y() + 8), 5))
    rested(w, qtbot)
    assert portrait.history.position == steps + 1
    assert portrait.history.names[-1] == "Turn a part: hinge"
    assert w.panel("Mask and parts").parts.degrees < -5  # clockwise
    assert np.abs(surface.positions - before).max() > 2
    free = surface.mask[:, 0] == 0
    np.testing.assert_array_equal(surface.positions[free], before[free])

    # the angle typed goes on with the same step; another kind too
    panel.angle.box.setFocus()
    panel.angle.box.selectAll()
    QTest.keyClicks(panel.angle.box, "-20")
    QTest.keyClick(panel.angle.box, Qt.Key.Key_Return)
    rested(w, qtbot)
    assert portrait.history.position == steps + 1
    hinged = surface.positions.copy()
    click(panel.kinds["bend"])
    rested(w, qtbot)
    assert portrait.history.position == steps + 1
    assert portrait.history.names[-1] == "Turn a part: bend"
    assert np.abs(surface.positions - hinged).max() > 0.5
    click(panel.kinds["hinge"])
    rested(w, qtbot)
    np.testing.assert_allclose(surface.positions, hinged, atol=1e-6)

    # taken off and put on again, saved and reopened, then off to the bit
    click(panel.states[False])
    np.testing.assert_array_equal(surface.positions, before)
    click(panel.states[True])
    np.testing.assert_array_equal(surface.positions, hinged)
    assert w.documents.save(tmp_path / "ear.yewfinch").wait()
    assert w.documents.open(tmp_path / "ear.yewfinch").wait()
    w.bench.selection.choose("head")
    again = w.bench.portrait.surface("head")
    np.testing.assert_array_equal(again.positions, hinged)
    assert again.mask.max() == 255
    click(panel.states[False])
    np.testing.assert_array_equal(again.positions, before)
    QTest.keyClick(w, Qt.Key.Key_Z, CTRL)
    np.testing.assert_array_equal(again.positions, hinged)


def test_esc_while_turning_takes_it_back(form, qtbot):
    w, portrait = form, form.bench.portrait
    w.panel("Mask and parts").parts.region("nose")
    QTest.keyClick(w, Qt.Key.Key_Y)
    drag(w.viewport, line(at_landmark(w, "n"), at_landmark(w, "sn"), 4))
    held, steps = portrait.surface("head").positions.copy(), portrait.history.position
    hands, end = w.viewport.hands, w.viewport.hand("part").dots()[2]
    assert hands.press(QPointF(end), 1.0, Qt.KeyboardModifier.NoModifier)
    hands.move(QPointF(end.x() + 30, end.y()), 1.0, Qt.KeyboardModifier.NoModifier)
    rested(w, qtbot)
    assert np.abs(portrait.surface("head").positions - held).max() > 2
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    np.testing.assert_array_equal(portrait.surface("head").positions, held)
    assert portrait.history.position == steps
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert w.bench.mode == "tool"
    assert w.panel("Mask and parts").parts.line is None


def test_without_a_mask_it_says_what_to_do(form, qtbot):
    w, portrait = form, form.bench.portrait
    QTest.keyClick(w, Qt.Key.Key_Y)
    drag(w.viewport, line(at_landmark(w, "n"), at_landmark(w, "sn"), 4))
    steps = portrait.history.position
    w.panel("Mask and parts").angle.changed.emit(20.0)
    rested(w, qtbot)
    assert portrait.history.position == steps
    assert "Nothing is masked" in w.status.message.text()
    # a click without a drag is no line
    drag(w.viewport, [at_landmark(w, "g")] * 2)
    assert w.panel("Mask and parts").parts.line is None
    assert "Draw a line" in w.status.message.text()
