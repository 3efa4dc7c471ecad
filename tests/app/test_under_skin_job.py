"""Skull and pegs in the real window.

Made, seen through the clay, compared after a stroke, hidden, kept, turned into clay.
"""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, pull, settled, unfold
from yewfinch.core.document.figure.under_skin import PEGS, SKULL, pegs, plain_skull


@pytest.fixture(autouse=True)
def skull_at_hand():
    plain_skull()


@pytest.fixture
def boned(window, qtbot):
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    unfold(window, "Under the skin")
    click(window.panel("Under the skin").make)
    qtbot.waitUntil(
        lambda: (
            window.panel("Under the skin").table.isVisible() and window.panel("Under the skin").table.rowCount() == 34
        )
    )
    return window


def ticked(box):
    QTest.mouseClick(box, Qt.MouseButton.LeftButton, pos=QPoint(9, box.height() // 2))


def row(panel, key):
    return next(i for i, d in enumerate(panel.rows) if d.key == key)


def picture(w, qtbot):
    handled()
    image = w.viewport.small_picture(w.bench.outlook.view.camera(200, 200))
    bits = image.constBits()
    bits.setsize(image.sizeInBytes())
    return np.frombuffer(bits, np.uint8).reshape(200, -1)[:, :600].astype(int)


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_from_the_bone_to_the_clay_and_back(boned, qtbot, tmp_path):
    w, panel, portrait = boned, boned.panel("Under the skin"), boned.bench.portrait
    assert not panel.make.isVisible()
    assert all(box.isChecked() for box in panel.switches.values())
    through = picture(w, qtbot)
    ticked(panel.switches[SKULL])
    assert not portrait.pieces[SKULL].visible
    without = picture(w, qtbot)
    assert np.abs(through - without).max() > 30
    ticked(panel.switches[SKULL])
    np.testing.assert_array_equal(picture(w, qtbot), through)

    # a stroke goes to the clay, not to the skull that is seen through it, and the table tells
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    w.bench.tools.take("clay")
    w.bench.tools.change(size=30.0, strength=1.0)
    handled()
    bone = portrait.surface(SKULL).positions.copy()
    i = row(panel, "glabella")
    before = float(panel.table.item(i, 2).text())
    x, y = at_landmark(w, "g")
    for _ in range(3):
        drag(w.viewport, line((x - 12, y), (x + 12, y)))
    assert w.bench.selection.piece_id == "head"
    np.testing.assert_array_equal(portrait.surface(SKULL).positions, bone)
    qtbot.waitUntil(lambda: float(panel.table.item(i, 2).text()) > before + 0.5)

    # the name of a peg under the pointer, and of a chosen row
    panel.table.setFocus()
    panel.table.selectRow(row(panel, "menton"))
    assert w.bench.selection.peg == "menton"
    end = w.viewport.camera().project(pegs(portrait)["cheekbone_arch_l"][1])[0]
    w.viewport.hover(QPointF(float(end[0]), float(end[1])))
    handled()

    # a dial: the skull follows once it rests, as one step
    steps = portrait.history.position
    pull(w.panel("Base head").age.slider, 0.7)
    settled(w, qtbot)
    assert portrait.history.position == steps + 1
    assert np.abs(portrait.surface(SKULL).positions - bone).max() > 0.05
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    np.testing.assert_array_equal(portrait.surface(SKULL).positions, bone)

    # the head hidden: bone and pegs alone, and a stroke does not take hold of them
    ticked(panel.switches["head"])
    steps = portrait.history.position
    drag(w.viewport, line((x, y - 40), (x + 30, y - 40)))
    assert portrait.history.position == steps
    ticked(panel.switches["head"])

    assert w.documents.save(tmp_path / "bone.yewfinch").wait()
    assert w.documents.open(tmp_path / "bone.yewfinch").wait()
    again = w.bench.portrait
    assert again.pieces[PEGS].see_through
    qtbot.waitUntil(lambda: panel.table.rowCount() == 34 and not panel.make.isVisible())

    # clay of it
    click(panel.clay)
    assert SKULL not in again.pieces
    clay = again.pieces[w.bench.selection.piece_id]
    assert clay.name == "Skull"
    assert not clay.fixed
    qtbot.waitUntil(panel.make.isVisible)
    click(panel.make)  # a fresh guide beside it
    assert again.pieces[SKULL].see_through
    assert again.pieces[clay.id] is clay
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert again.pieces[SKULL].see_through


def test_without_a_base_head_the_panel_says_why(window, qtbot):
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    unfold(window, "Under the skin")
    window.bench.portrait.set_field("figure", None, "forget")
    qtbot.waitUntil(lambda: not window.panel("Under the skin").make.isEnabled())
    assert "not begun with a base head" in window.panel("Under the skin").note.text()


def test_the_first_skull_is_made_behind_a_dialog(window, qtbot, monkeypatch):
    from yewfinch.core.document.figure import under_skin

    asked = []
    held, make = under_skin.plain_skull(), under_skin.plain_skull
    monkeypatch.setattr(under_skin, "at_hand", lambda: bool(asked))
    monkeypatch.setattr(under_skin, "plain_skull", lambda *a: (asked.append(1), make(*a))[1])
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    unfold(window, "Under the skin")
    click(window.panel("Under the skin").make)
    assert window.panel("Base head").steering.busy()
    qtbot.waitUntil(lambda: SKULL in window.bench.portrait.pieces, timeout=20000)
    assert len(window.bench.portrait.surface(SKULL)) == len(held.positions)
