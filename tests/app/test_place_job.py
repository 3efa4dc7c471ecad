"""Pieces chosen, grouped, arranged, twinned, ringed and placed by handles and numbers in the real window."""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import QMimeData, QPoint, QPointF, Qt
from PyQt6.QtGui import QDropEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QInputDialog

from tests.app.hands import click, drag, handled, line, typed, unfold


@pytest.fixture
def w(window, qtbot):
    window.bench.set_stage("Block")
    portrait = window.bench.portrait
    for key in ("head", "eye_left", "eye_right", "teeth"):
        portrait.put_piece(replace(portrait.pieces[key], visible=False), "Hide")
    for kind, place in (("block", (90.0, 0.0, 0.0)), ("ball", (-40.0, -60.0, 0.0))):
        window.panel("Solids").solids.begin(kind)
        window.panel("Solids").solids.place(place)
        window.panel("Solids").solids.finish()
    unfold(window, "Place and copy")
    window.bench.selection.choose("solid")
    window.bench.set_mode("tool")
    window.viewport.view_all()
    handled()
    return window


def hold(w):
    w.viewport.setFocus()
    QTest.keyClick(w.viewport, Qt.Key.Key_D)
    assert w.bench.mode == "place"
    return w.viewport.hand("place")


def place(w, key="solid"):
    return np.array(w.bench.portrait.pieces[key].solid.place)


def along(hands, axis, length, pixels):
    """From a point of an arm so many pixels further along it."""
    a, b = hands.arm(axis, length), hands.arm(axis, length + 20)
    way = (b - a) / np.linalg.norm(b - a)
    return line(a, a + way * pixels)


def test_dragged_along_an_arm_only_that_way_and_in_one_step(w):
    hands = hold(w)
    steps = w.bench.portrait.history.position
    before = place(w)
    drag(w.viewport, along(hands, 1, 50, 60))
    moved = place(w) - before
    assert moved[0] == 0
    assert moved[2] == 0
    per = w.viewport.camera().mm_per_pixel(before)
    assert moved[1] == pytest.approx(60 * per, rel=0.1)
    assert w.bench.portrait.history.position == steps + 1
    drag(w.viewport, along(hands, 1, 50, 60), mods=Qt.KeyboardModifier.ControlModifier)
    again = place(w)[1] - before[1] - moved[1]
    assert again == pytest.approx(5 * round(again / 5), abs=1e-3)
    w.undo()
    w.undo()
    np.testing.assert_array_equal(place(w), before)


def test_turned_by_an_arc_and_scaled_by_knob_and_hoop(w):
    hands = hold(w)
    arc = hands.arc(2)  # about the way to the front, which faces us
    drag(w.viewport, [tuple(p) for p in arc[2:14]])
    turned = np.array(w.bench.portrait.pieces["solid"].solid.turn)
    assert abs(turned[2]) > 20
    assert np.abs(turned[:2]).max() < 1e-3
    w.undo()
    tall = w.bench.portrait.pieces["solid"].solid.value("tall")
    x, y = hands.arm(0, 0)
    drag(w.viewport, line((x - 118, y), (x - 236, y)))
    assert w.bench.portrait.pieces["solid"].solid.value("tall") == pytest.approx(2 * tall, rel=0.05)
    steps = w.bench.portrait.history.position
    drag(w.viewport, along(hands, 1, 96, 60))  # a solid is not scaled along one axis
    assert w.bench.portrait.history.position == steps
    w.bench.set_mode("tool")
    w.panel("Solids").solids.settle()
    hold(w)
    size = np.ptp(w.bench.portrait.surface("solid").positions, axis=0)
    drag(w.viewport, along(hands, 1, 96, 50))
    grown = np.ptp(w.bench.portrait.surface("solid").positions, axis=0) / size
    assert grown[1] > 1.2
    assert grown[[0, 2]] == pytest.approx([1, 1], abs=1e-4)


def test_esc_puts_back_and_shift_sticks_to_another_piece(w):
    hands = hold(w)
    before = place(w)
    points = along(hands, 1, 50, 60)
    from PyQt6.QtCore import QEvent
    from PyQt6.QtGui import QMouseEvent
    from PyQt6.QtWidgets import QApplication

    def send(kind, p, button):
        at = QPointF(*p)
        QApplication.sendEvent(
            w.viewport,
            QMouseEvent(
                kind,
                at,
                QPointF(w.viewport.mapToGlobal(at.toPoint())),
                button,
                Qt.MouseButton.LeftButton,
                Qt.KeyboardModifier.NoModifier,
            ),
        )

    send(QEvent.Type.MouseButtonPress, points[0], Qt.MouseButton.LeftButton)
    for p in points[1:]:
        send(QEvent.Type.MouseMove, p, Qt.MouseButton.NoButton)
    assert place(w)[1] != before[1]
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    np.testing.assert_array_equal(place(w), before)
    ball = w.bench.portrait.surface("solid2")
    goal = w.viewport.camera().project(place(w, "solid2"))[0]
    middle = hands.arm(0, 0)
    drag(w.viewport, line(middle, goal), mods=Qt.KeyboardModifier.ShiftModifier)
    assert np.linalg.norm(ball.positions - place(w), axis=1).min() < 4.0
    assert place(w)[2] > 20  # in front, where the ball was met


def test_several_pieces_are_chosen_and_moved_by_numbers(w):
    hold(w)
    x, y = w.viewport.camera().project(place(w, "solid2"))[0]
    drag(w.viewport, [(float(x), float(y))] * 2, mods=Qt.KeyboardModifier.ControlModifier)
    assert set(w.bench.selection.chosen) == {"solid", "solid2"}
    before = place(w), place(w, "solid2")
    up = w.panel("Place and copy").placing.pivot[1]
    typed(w.panel("Place and copy").place[1], f"{up + 25:.1f}")
    for key, was in zip(("solid", "solid2"), before, strict=True):
        assert place(w, key)[1] - was[1] == pytest.approx(25, abs=0.06)
    click(w.panel("Place and copy").pivots["base"])
    base = w.panel("Place and copy").placing.pivot[1]
    typed(w.panel("Place and copy").scale[0], "50")
    assert w.panel("Place and copy").placing.pivot[1] == pytest.approx(base, abs=1.0)
    typed(w.panel("Place and copy").turn[2], "90")
    assert w.bench.portrait.history.names[-3:] == ["Move up", "Scale", "Turn"]


def test_the_pivot_is_clicked_on_the_clay(w):
    hold(w)
    click(w.panel("Place and copy").pick)
    x, y = w.viewport.camera().project(place(w, "solid2"))[0]
    drag(w.viewport, [(float(x), float(y))] * 2)
    assert w.panel("Place and copy").placing.kind == "point"
    ball = w.bench.portrait.surface("solid2")
    assert np.linalg.norm(ball.positions - w.panel("Place and copy").placing.pivot, axis=1).min() < 4.0
    assert w.bench.selection.piece_id == "solid"


def test_a_twin_and_a_ring_follow_and_are_settled_saved_and_reopened(w, qtbot, tmp_path):
    portrait = w.bench.portrait
    click(w.panel("Place and copy").twin)
    (twin,) = portrait.followers("solid")
    hands = hold(w)
    drag(w.viewport, along(hands, 1, 50, 60))
    np.testing.assert_array_equal(
        portrait.surface(twin.id).positions, twin.follows.image(portrait.surface("solid").positions)
    )
    w.bench.selection.choose("solid2")
    typed(w.panel("Place and copy").count, "5")
    click(w.panel("Place and copy").ring)
    assert len(portrait.followers("solid2")) == 4
    w.documents.save(tmp_path / "a.yewfinch").wait()
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    portrait = w.bench.portrait
    assert len(portrait.followers("solid2")) == 4
    w.bench.selection.choose("solid2")
    click(w.panel("Place and copy").settle)
    assert not portrait.followers("solid2")
    w.undo()
    assert len(portrait.followers("solid2")) == 4


# --- the list ------------------------------------------------------------------------------------


def drop(w, keys, onto, part):
    """Let go of dragged lines over a part (0 top to 1 bottom) of a line: the event that Qt sends then."""
    tree = w.panel("Pieces").tree
    for item in tree.lines():
        item.setSelected(item.data(0, Qt.ItemDataRole.UserRole) in keys)
    item = tree.line(onto) if isinstance(onto, str) else onto
    box = tree.visualItemRect(item)
    at = QPointF(box.left() + 30, box.top() + part * box.height())
    tree.dropEvent(
        QDropEvent(at, Qt.DropAction.MoveAction, QMimeData(), Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier)
    )
    QApplication.processEvents()  # the list follows


def test_lines_are_dragged_to_arrange_and_to_group(w):
    portrait = w.bench.portrait
    assert portrait.order == ("head", "eye_left", "eye_right", "teeth", "solid", "solid2")
    drop(w, ["solid2"], "head", 0.1)
    assert portrait.order == ("solid2", "head", "eye_left", "eye_right", "teeth", "solid")
    drop(w, ["eye_left", "eye_right"], "solid", 0.9)
    assert portrait.order == ("solid2", "head", "teeth", "solid", "eye_left", "eye_right")
    drop(w, ["solid2"], "solid", 0.5)
    assert portrait.pieces["solid"].group == portrait.pieces["solid2"].group == "Group 1"
    head = next(i for i in w.panel("Pieces").tree.lines() if i.childCount())
    drop(w, ["eye_left"], head, 0.5)
    assert portrait.pieces["eye_left"].group == "Group 1"
    drop(w, ["eye_left"], "head", 0.1)
    assert portrait.pieces["eye_left"].group == ""
    for _ in range(5):
        w.undo()
    assert portrait.order == ("head", "eye_left", "eye_right", "teeth", "solid", "solid2")
    assert portrait.pieces["solid"].group == ""


def test_lines_are_chosen_named_removed_and_come_back_in_place(w, monkeypatch):
    portrait, tree = w.bench.portrait, w.panel("Pieces").tree
    QTest.mouseClick(
        tree.viewport(),
        Qt.MouseButton.LeftButton,
        pos=tree.visualItemRect(tree.line("eye_left")).center() - QPoint(30, 0),
    )
    QTest.mouseClick(
        tree.viewport(),
        Qt.MouseButton.LeftButton,
        Qt.KeyboardModifier.ControlModifier,
        tree.visualItemRect(tree.line("eye_right")).center() - QPoint(30, 0),
    )
    assert set(w.bench.selection.chosen) == {"eye_left", "eye_right"}
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: ("Eyeballs", True))
    w.panel("Pieces").group("eye_left")
    assert portrait.pieces["eye_right"].group == "Eyeballs"
    order = portrait.order
    tree.setFocus()
    QTest.keyClick(tree, Qt.Key.Key_Delete)
    assert "eye_left" not in portrait.pieces
    w.undo()
    assert portrait.order == order
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: ("Skull", True))
    w.bench.selection.choose("head")
    QTest.keyClick(tree, Qt.Key.Key_F2)
    assert portrait.pieces["head"].name == "Skull"
