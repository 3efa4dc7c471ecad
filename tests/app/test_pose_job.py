"""Posing in the real window: from dials and the sitter to a posed head, off, saved, reopened; joints dragged."""

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, pull, settled, typed
from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.figure.pose_presets import PRESETS
from yewfinch.core.document.figure.shaping import figures

CTRL = Qt.KeyboardModifier.ControlModifier


@pytest.fixture(autouse=True)
def joints_at_hand():
    """In the window a dialog shows while they are made; that is tested with the bodies."""
    maker = figures()
    maker.make_ready(Figure(Person()), posed=True)


@pytest.fixture
def show(window, qtbot):
    QTest.mouseClick(window.stage_buttons["Show"], Qt.MouseButton.LeftButton)
    assert window.panel("Pose").isVisible()
    return window


def rested(w, qtbot):
    qtbot.waitUntil(lambda: w.panel("Pose").posing._wish is None and not w.panel("Pose").posing._soon.isActive())


def chosen(combo, key):
    """Choose an entry with the keyboard."""
    combo.setFocus()
    wanted = combo.findData(key)
    assert wanted >= 0
    while combo.currentIndex() < wanted:
        QTest.keyClick(combo, Qt.Key.Key_Down)
    while combo.currentIndex() > wanted:
        QTest.keyClick(combo, Qt.Key.Key_Up)


def test_from_dials_to_the_sitter_to_a_pose_and_back(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    QTest.mouseClick(w.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    click(w.panel("Base head").presets["woman"])
    pull(w.panel("Base head").age.slider, 0.5)
    settled(w, qtbot)
    click(w.panel("Base head").fit)
    qtbot.waitUntil(lambda: not w.panel("Base head").steering.busy(), timeout=60000)
    w.activateWindow()  # after the waiting dialog; without a window manager nobody else does
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    assert w.bench.standpoint.likeness().overall < 3
    likeness = w.bench.standpoint.likeness().overall
    rest = {k: portrait.surface(k).positions.copy() for k in ("head", "eye_left", "eye_right")}

    QTest.mouseClick(w.stage_buttons["Show"], Qt.MouseButton.LeftButton)
    panel = w.panel("Pose")
    assert panel.rest.isChecked()
    assert not panel.on.isEnabled()
    chosen(panel.joints, "head")
    typed(panel.moves[2].box, "30")
    rested(w, qtbot)
    assert portrait.posed.pose.angle("head", 2) == 30
    assert panel.on.isChecked()
    nose = portrait.landmark("prn") - (portrait.landmark("t_l") + portrait.landmark("t_r")) / 2
    assert np.degrees(np.arctan2(nose[0], nose[2])) == pytest.approx(30, abs=2)
    steps = portrait.history.position
    pull(panel.moves[0].slider, 0.9)  # one drag of a slider, one step
    rested(w, qtbot)
    assert portrait.history.position == steps
    assert portrait.posed.pose.angle("head", 0) > 18
    # the face keeps its likeness: it is measured with the head laid onto the sitter
    assert w.bench.standpoint.likeness().overall < likeness + 1.0

    # a stroke in the pose; symmetry rests, as the pose is lopsided
    w.bench.tools.take("clay")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(30, 0))
    handled()
    before = portrait.surface("head").positions.copy()
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 6, y), (x + 2, y + 6)))
    touched = np.abs(portrait.surface("head").positions - before).max(axis=1) > 1e-6
    assert touched.sum() > 20
    assert "one side only" in w.status.message.text()

    # off with its key: the rest is as it was but for the stroke
    QTest.keyClick(w, Qt.Key.Key_H, Qt.KeyboardModifier.ShiftModifier)
    assert not w.panel("Pose").posing.on
    assert panel.rest.isChecked()
    now = portrait.surface("head").positions.copy()
    np.testing.assert_array_equal(now[~touched], rest["head"][~touched])
    assert np.abs(now[touched] - rest["head"][touched]).max() > 0.1
    np.testing.assert_array_equal(portrait.surface("eye_left").positions, rest["eye_left"])

    # on again with the button, saved, reopened, off
    click(panel.on)
    bent = portrait.surface("head").positions.copy()
    assert w.documents.save(tmp_path / "posed.yewfinch").wait()
    assert w.documents.open(tmp_path / "posed.yewfinch").wait()
    again = w.bench.portrait
    np.testing.assert_array_equal(again.surface("head").positions, bent)
    assert panel.on.isChecked()
    assert panel.moves[2].value() == 30
    click(panel.rest)
    np.testing.assert_allclose(again.surface("head").positions, now, atol=2e-4)
    np.testing.assert_array_equal(again.surface("head").positions[~touched], rest["head"][~touched])
    QTest.keyClick(w, Qt.Key.Key_Z, CTRL)
    np.testing.assert_array_equal(again.surface("head").positions, bent)


def test_the_head_is_turned_by_dragging_it(show, qtbot):
    w, portrait = show, show.bench.portrait
    assert portrait.figure is not None
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    QTest.keyClick(w, Qt.Key.Key_H)
    qtbot.waitUntil(lambda: w.bench.mode == "pose", timeout=20_000)
    assert w.panel("Pose").by_hand.isChecked()
    dots = w.viewport.hand("pose").dots()
    assert {"head", "neck", "jaw"} <= set(dots)
    before = portrait.history.position
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x, y), (x + 45, y), 6))
    assert portrait.history.position == before + 1  # one drag, one step
    assert portrait.history.names[-1] == "Pose: drag the head"
    assert w.bench.selection.joint == "head"
    assert portrait.posed.pose.angle("head", 2) > 8
    now = w.viewport.camera().project(portrait.landmark("g"))[0]
    assert abs(now[0] - (x + 45)) < 12  # the brow came along with the pointer

    # with Ctrl the neck turns too
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x, y), (x + 25, y + 25), 6), mods=CTRL)
    assert any(portrait.posed.pose.all_of("neck"))

    # a click on a dot takes the joint in hand
    p = w.viewport.camera().project(w.viewport.hand("pose").dots()["jaw"])[0]
    drag(w.viewport, [(float(p[0]), float(p[1]))] * 2)
    assert w.bench.selection.joint == "jaw"
    assert w.panel("Pose").joints.currentData() == "jaw"
    assert w.panel("Pose").titles[0].text() == "Open"

    # Esc while dragging takes it back, a second one ends
    held, pose, step = portrait.surface("head").positions.copy(), portrait.posed.pose, portrait.history.position
    x, y = at_landmark(w, "g")
    QTest.mousePress(
        w.viewport,
        Qt.MouseButton.LeftButton,
        pos=w.viewport.mapFromGlobal(w.viewport.mapToGlobal(w.viewport.rect().center())),
    )
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    np.testing.assert_array_equal(portrait.surface("head").positions, held)
    assert (portrait.posed.pose, portrait.history.position) == (pose, step)
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton)
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert w.bench.mode == "tool"
    assert not w.panel("Pose").by_hand.isChecked()


def test_esc_in_the_middle_of_a_drag_takes_the_turn_back(show, qtbot):
    w, portrait = show, show.bench.portrait
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    QTest.keyClick(w, Qt.Key.Key_H)
    qtbot.waitUntil(lambda: w.bench.mode == "pose", timeout=20_000)
    held = portrait.surface("head").positions.copy()
    hands = w.viewport.hands
    x, y = at_landmark(w, "g")
    from PyQt6.QtCore import QPointF

    assert hands.press(QPointF(x, y), 1.0, Qt.KeyboardModifier.NoModifier)
    hands.move(QPointF(x + 30, y), 1.0, Qt.KeyboardModifier.NoModifier)
    rested(w, qtbot)
    qtbot.waitUntil(lambda: portrait.posed is not None)
    assert np.abs(portrait.surface("head").positions - held).max() > 2
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    np.testing.assert_array_equal(portrait.surface("head").positions, held)
    assert portrait.posed is None
    assert w.bench.mode == "pose"


def test_a_whole_figure_takes_ready_made_poses(window, qtbot):
    maker = figures()
    maker.prepare()
    w = window
    w.settle = lambda: True
    QTest.keyClick(w, Qt.Key.Key_N, CTRL)
    qtbot.waitUntil(lambda: not w.bench.portrait.sitter.photos)
    portrait = w.bench.portrait
    w.panel("Base head").steering.begin(
        Figure(w.panel("Base head").steering.person, crop="full"), "New base figure: full figure"
    )
    maker.make_ready(portrait.figure, posed=True)
    QTest.mouseClick(w.stage_buttons["Show"], Qt.MouseButton.LeftButton)
    panel = w.panel("Pose")
    assert panel.presets.findData("sitting") > 0
    tall = np.ptp(portrait.surface("head").positions[:, 1])
    panel.presets.setCurrentIndex(panel.presets.findData("sitting"))
    panel.presets.activated.emit(panel.presets.currentIndex())
    assert portrait.posed.pose == PRESETS["sitting"].on(type(portrait.posed.pose)(), "full")
    assert np.ptp(portrait.surface("head").positions[:, 1]) < 0.85 * tall
    assert panel.presets.currentIndex() == 0

    # one arm other than the other, then both like the left, then mirrored
    chosen(panel.joints, "elbow_l")
    typed(panel.moves[0].box, "100")
    rested(w, qtbot)
    assert portrait.posed.pose.angle("elbow_r") != 100
    click(panel.buttons["other"])
    assert w.bench.selection.joint == "elbow_r"
    click(panel.buttons["left"])
    assert portrait.posed.pose.angle("elbow_r") == 100
    assert portrait.posed.pose.symmetric
    click(panel.buttons["joint"])
    assert portrait.posed.pose.angle("elbow_r") == 0
    click(panel.buttons["mirror"])
    assert (portrait.posed.pose.angle("elbow_l"), portrait.posed.pose.angle("elbow_r")) == (0, 100)
    click(panel.buttons["all"])
    assert portrait.posed.pose.angles == {}
    assert np.ptp(portrait.surface("head").positions[:, 1]) == pytest.approx(tall, abs=0.01)

    # measures of the body are steered while a pose is on
    panel.presets.activated.emit(panel.presets.findData("at_ease"))
    QTest.mouseClick(w.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    w.panel("Body").table.setCurrentCell(0, 0)
    typed(w.panel("Body").slider.box, "1850")
    settled(w, qtbot)
    assert w.panel("Pose").posing.on
    assert portrait.landmark("v")[1] - portrait.surface("head").positions[:, 1].min() == pytest.approx(1850, abs=4)


def test_clay_that_cannot_be_posed_says_why(show, qtbot):
    w, portrait = show, show.bench.portrait
    portrait.set_field("figure", None, "Forget the base head")
    assert not w.panel("Pose").joints.isEnabled()
    assert "Begin one to pose it" in w.panel("Pose").note.text()
    QTest.keyClick(w, Qt.Key.Key_H)
    assert w.bench.mode == "tool"
    assert "Begin one to pose it" in w.status.message.text()
