"""An armature in the real window: begun, drawn on, moved, bent, scaled, mirrored, clothed, saved, reopened, undone."""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import click, drag, handled, line, pull
from yewfinch.core.formats import container

CTRL, SHIFT = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.ShiftModifier


@pytest.fixture
def block(window, qtbot):
    window.settle = lambda: True
    QTest.keyClick(window, Qt.Key.Key_N, CTRL)
    qtbot.waitUntil(lambda: not window.bench.portrait.sitter.photos)
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    portrait = window.bench.portrait
    for piece in list(portrait.pieces.values()):
        portrait.put_piece(replace(piece, visible=False), f"Hide {piece.name}")
    assert window.panel("Armature").isVisible()
    return window


def begun(w, key):
    combo = w.panel("Armature").presets
    combo.setCurrentIndex(combo.findData(key))
    combo.activated.emit(combo.currentIndex())
    w.viewport.view_selected()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    handled()
    return w.panel("Armature").armatures.piece.id


def at(w, number, image=False):
    place = next(b.place for b in w.viewport.hand("armature").balls() if (b.number, b.image) == (number, image))
    return place.x(), place.y()


def pulled(w, number, by, mods=Qt.KeyboardModifier.NoModifier, image=False):
    x, y = at(w, number, image)
    drag(w.viewport, line((x, y), (x + by[0], y + by[1]), 5), mods=mods)
    handled()


def test_from_balls_to_clay(block, qtbot, tmp_path):
    w, portrait = block, block.bench.portrait
    panel = w.panel("Armature")
    assert not panel.clothe.isEnabled()
    key = begun(w, "head")
    assert w.bench.mode == "armature"
    assert panel.by_hand.isChecked()
    held = w.panel("Armature").armatures.armature
    steps = portrait.history.position

    # move one: a drag is one step, the others stay, the skin follows
    low = portrait.surface(key).positions[:, 1].min()
    pulled(w, 0, (0, 40))
    assert portrait.history.position == steps + 1
    assert portrait.history.names[-1] == "Armature: move a ball"
    moved = w.panel("Armature").armatures.armature
    assert moved.balls[0].place[1] < held.balls[0].place[1] - 10
    assert moved.balls[0].place[0] == 0.0
    assert moved.balls[1] == held.balls[1]
    assert portrait.surface(key).positions[:, 1].min() < low - 5
    assert w.panel("Armature").armatures.ball == 0

    # the image of a ball on the right is dragged: its own goes the mirrored way
    pulled(w, 12, (-30, 0), image=True)
    assert w.panel("Armature").armatures.armature.balls[12].place[0] > moved.balls[12].place[0] + 10

    # with Shift all that hangs on it comes along
    before = w.panel("Armature").armatures.armature
    pulled(w, 3, (0, -25), SHIFT)
    after = w.panel("Armature").armatures.armature
    steps_of = [after.balls[i].at - before.balls[i].at for i in before.branch(3)]
    np.testing.assert_allclose(steps_of, [steps_of[0]] * len(steps_of), atol=1e-6)
    assert steps_of[0][1] > 5

    # Ctrl draws a new ball from one
    count = len(after.balls)
    w.bench.outlook.set_view(w.bench.outlook.view.turned(90, 0))
    handled()
    pulled(w, 3, (-90, -10), CTRL)
    drawn = w.panel("Armature").armatures.armature
    assert len(drawn.balls) == count + 1
    assert drawn.balls[-1].parent == 3
    assert w.panel("Armature").armatures.ball == count
    pull(panel.radius.slider, 0.3)
    qtbot.waitUntil(lambda: w.panel("Armature").armatures._wish is None)
    assert w.panel("Armature").armatures.armature.balls[-1].radius < 20
    radius = w.panel("Armature").armatures.armature.balls[-1].radius
    QTest.keyClick(w, Qt.Key.Key_BracketRight)
    qtbot.waitUntil(lambda: w.panel("Armature").armatures._wish is None)
    assert w.panel("Armature").armatures.armature.balls[-1].radius == pytest.approx(1.15 * radius)

    # bend and scale
    click(panel.ways["bend"])
    bent = w.panel("Armature").armatures.armature
    length = np.linalg.norm(bent.balls[-1].at - bent.balls[3].at)
    pulled(w, count, (0, -60))
    now = w.panel("Armature").armatures.armature
    assert now.balls[-1].place != bent.balls[-1].place
    assert np.linalg.norm(now.balls[-1].at - now.balls[3].at) == pytest.approx(length, abs=1e-6)
    click(panel.ways["scale"])
    pulled(w, count, (0, -50))
    assert w.panel("Armature").armatures.armature.balls[-1].radius > 1.2 * now.balls[-1].radius
    click(panel.ways["move"])

    # a click on a link inserts, Del removes
    w.bench.outlook.set_view(w.bench.outlook.view.turned(90, 0))
    handled()
    a, b = np.array(at(w, 1)), np.array(at(w, 2))
    count = len(w.panel("Armature").armatures.armature.balls)
    drag(w.viewport, [tuple(a + 0.5 * (b - a))] * 2)
    if len(w.panel("Armature").armatures.armature.balls) == count:  # the middle lay within a ball
        w.panel("Armature").armatures.choose(2)
        click(panel.insert)
    assert len(w.panel("Armature").armatures.armature.balls) == count + 1
    w.viewport.setFocus()
    QTest.keyClick(w.viewport, Qt.Key.Key_Delete)
    assert len(w.panel("Armature").armatures.armature.balls) == count

    # strokes do not spoil it
    w.bench.set_mode("tool")
    w.bench.tools.take("clay")
    surface = portrait.surface(key).positions.copy()
    x, y = at(w, 4)
    drag(w.viewport, line((x, y), (x + 20, y)))
    np.testing.assert_array_equal(portrait.surface(key).positions, surface)
    assert "clothe it" in w.status.message.text()

    # saved and reopened it is still one
    file = tmp_path / "armature.yewfinch"
    assert w.documents.save(file).wait()
    assert w.documents.open(file).wait()
    portrait = w.bench.portrait
    assert w.panel("Armature").armatures.armature == container.load(file).pieces[key].armature
    QTest.keyClick(w, Qt.Key.Key_N)
    assert w.bench.mode == "armature"

    # clothed
    panel.edge.box.setFocus()
    panel.edge.box.selectAll()
    QTest.keyClicks(panel.edge.box, "8")
    QTest.keyClick(panel.edge.box, Qt.Key.Key_Return)
    said = int("".join(c for c in panel.note.text().split("about")[1] if c.isdigit()))
    click(panel.clothe)
    qtbot.waitUntil(lambda: "clay" in portrait.pieces, timeout=60_000)
    clay = portrait.pieces["clay"]
    assert len(clay.surface.faces) == pytest.approx(said, rel=0.15)
    assert not portrait.pieces[key].visible
    assert w.bench.mode == "tool"
    assert w.bench.selection.piece_id == "clay"

    # the clay can be worked on, and all of it undone
    before = clay.surface.positions.copy()
    w.viewport.view_selected()
    handled()
    drag(
        w.viewport,
        line(
            (w.viewport.width() / 2, w.viewport.height() / 2),
            (w.viewport.width() / 2 + 15, w.viewport.height() / 2 - 20),
        ),
    )
    assert np.abs(clay.surface.positions - before).max() > 0.2
    w.activateWindow()  # without a window manager nobody does it after the dialog
    qtbot.waitUntil(w.isActiveWindow)
    assert portrait.history.names == ["Clothe armature", "Clay"]
    for _ in range(2):
        QTest.keyClick(w, Qt.Key.Key_Z, CTRL)
    assert "clay" not in portrait.pieces
    assert portrait.pieces[key].visible


def test_both_halves_apart_and_together(block, qtbot):
    w = block
    begun(w, "figure")
    panel = w.panel("Armature")
    count = len(w.panel("Armature").armatures.armature.balls)
    assert panel.mirrored.isChecked()
    QTest.mouseClick(
        panel.mirrored,
        Qt.MouseButton.LeftButton,
        pos=panel.mirrored.rect().center() - panel.mirrored.rect().center() / 2,
    )
    if w.panel("Armature").armatures.armature.mirrored:
        panel.mirrored.click()
    assert len(w.panel("Armature").armatures.armature.balls) > 1.5 * count
    panel.mirrored.click()
    assert len(w.panel("Armature").armatures.armature.balls) == count
    pull(panel.fillet.slider, 0.02)
    qtbot.waitUntil(lambda: w.panel("Armature").armatures._wish is None)
    assert w.panel("Armature").armatures.armature.fillet < 20


def test_esc_takes_a_drag_back(block, qtbot):
    from PyQt6.QtCore import QPointF

    w, portrait = block, block.bench.portrait
    begun(w, "hand")
    held, steps = w.panel("Armature").armatures.armature, portrait.history.position
    hands = w.viewport.hands
    x, y = at(w, 5)
    assert hands.press(QPointF(x, y), 1.0, Qt.KeyboardModifier.NoModifier)
    hands.move(QPointF(x + 30, y), 1.0, Qt.KeyboardModifier.NoModifier)
    qtbot.waitUntil(lambda: w.panel("Armature").armatures._wish is None)
    assert w.panel("Armature").armatures.armature != held
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert w.panel("Armature").armatures.armature == held
    assert portrait.history.position == steps
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert w.bench.mode == "tool"


def test_without_an_armature_it_says_so(block):
    QTest.keyClick(block, Qt.Key.Key_N)
    assert block.bench.mode == "tool"
    assert "no armature" in block.status.message.text()
    assert "Begin with" in block.panel("Armature").note.text()
    block.panel("Armature").armatures.insert()
    assert "Choose a ball" in block.status.message.text()
    block.panel("Armature").armatures.remove()
    assert "Choose a ball first" in block.status.message.text()
