"""Solids in the real window.

Begun, measured, moved by hand, stuck to the head, mirrored, settled, worked on, saved, reopened.
"""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import click, drag, handled, line, typed
from yewfinch.core.reshape.solid import KINDS


@pytest.fixture
def block(window, qtbot):
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    qtbot.waitUntil(window.panel("Solids").isVisible)
    return window


def rested(w, qtbot):
    qtbot.waitUntil(lambda: w.panel("Solids").solids._wish is None and not w.panel("Solids").solids._soon.isActive())


def seen(w, point):
    x, y = w.viewport.camera().project(np.asarray(point, float))[0]
    return float(x), float(y)


def test_an_ear_from_a_ball(block, qtbot, tmp_path):
    w, panel, portrait = block, block.panel("Solids"), block.bench.portrait
    click(panel.kinds["ball"])
    key = w.bench.selection.piece_id
    assert portrait.pieces[key].name == "Ball"
    assert w.bench.mode == "solid"
    assert panel.by_hand.isChecked()
    typed(panel.measures["across"].box, "20")
    rested(w, qtbot)
    typed(panel.measures["tall"].box, "62")
    rested(w, qtbot)
    typed(panel.turn[2], "12")
    rested(w, qtbot)
    assert portrait.pieces[key].solid.values == {"across": 20, "tall": 62}
    assert portrait.pieces[key].solid.turn == (0, 0, 12)
    assert portrait.history.position == 4  # new, two measures, a turn

    # dragged across the view, in one step, and back with Esc
    w.viewport.view_all()
    handled()
    before = np.array(portrait.pieces[key].solid.place)
    x, y = seen(w, before)
    steps = portrait.history.position
    drag(w.viewport, line((x, y), (x - 60, y - 30)))
    rested(w, qtbot)
    after = np.array(portrait.pieces[key].solid.place)
    assert portrait.history.position == steps + 1
    px = w.viewport.camera()
    assert np.linalg.norm(after - before) == pytest.approx(
        np.hypot(60, 30) / px.focal * np.linalg.norm(before - px.position), rel=0.1
    )
    assert panel.place[0].value() == pytest.approx(after[0], abs=0.06)

    # with Shift it sticks to the head
    x, y = seen(w, after)
    goal = seen(w, portrait.landmark("zy_l"))
    drag(w.viewport, line((x, y), goal), mods=Qt.KeyboardModifier.ShiftModifier)
    rested(w, qtbot)
    assert np.linalg.norm(np.array(portrait.pieces[key].solid.place) - portrait.landmark("zy_l")) < 4

    # a stroke does not work before it is settled
    w.bench.tools.take("clay")
    x, y = seen(w, portrait.surface(key).positions[np.argmax(portrait.surface(key).positions[:, 0])])
    at = portrait.surface(key).positions.copy()
    drag(w.viewport, line((x - 3, y), (x - 3, y + 10)))
    np.testing.assert_array_equal(portrait.surface(key).positions, at)
    assert "settle" in w.status.message.text()

    w.panel("Pieces").mirror(key)
    other = w.bench.selection.piece_id
    assert portrait.pieces[other].solid.place[0] == -portrait.pieces[key].solid.place[0]

    w.bench.selection.choose(key)
    click(panel.settle)
    assert portrait.pieces[key].solid is None
    w.bench.tools.set_symmetry(False)
    drag(w.viewport, line((x - 3, y), (x - 3, y + 10)))
    assert not np.array_equal(portrait.surface(key).positions, at)

    assert w.documents.save(tmp_path / "ear.yewfinch").wait()
    assert w.documents.open(tmp_path / "ear.yewfinch").wait()
    again = w.bench.portrait
    assert again.pieces[other].solid == portrait.pieces[other].solid
    w.bench.selection.choose(other)
    typed(panel.measures["tall"].box, "70")
    rested(w, qtbot)
    assert again.pieces[other].solid.value("tall") == 70
    while again.history.position:
        QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert again.pieces[other].solid.value("tall") == 62


def test_escape_puts_a_dragged_solid_back(block, qtbot):
    w, portrait = block, block.bench.portrait
    click(w.panel("Solids").kinds["block"])
    w.viewport.view_all()
    handled()
    key = w.bench.selection.piece_id
    place, steps = portrait.pieces[key].solid.place, portrait.history.position
    x, y = seen(w, place)
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=QPointF(x, y).toPoint())
    QTest.mouseMove(w.viewport, QPointF(x + 40, y).toPoint())
    qtbot.waitUntil(lambda: portrait.pieces[key].solid.place != place)
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert portrait.pieces[key].solid.place == place
    assert portrait.history.position == steps


def test_every_kind_has_a_picture_and_its_measures(block):
    for kind, solid in KINDS.items():
        click(block.panel("Solids").kinds[kind])
        assert list(block.panel("Solids").measures) == [m.key for m in solid.measures], kind
        image = block.panel("Solids").kinds[kind].icon().pixmap(28, 28).toImage()
        assert any(image.pixelColor(x, y).alpha() > 200 for x in range(28) for y in range(28)), kind


def test_pieces_are_named_shown_alone_and_brought_together(block, qtbot, monkeypatch):
    from PyQt6.QtWidgets import QInputDialog

    w, portrait = block, block.bench.portrait
    click(w.panel("Solids").kinds["ball"])
    click(w.panel("Solids").settle)
    first = w.bench.selection.piece_id
    click(w.panel("Solids").kinds["cone"])
    click(w.panel("Solids").settle)
    second = w.bench.selection.piece_id
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("Left ear", True))
    w.panel("Pieces").rename(first)
    assert portrait.pieces[first].name == "Left ear"
    w.panel("Pieces").alone(first)
    assert [k for k, p in portrait.pieces.items() if p.visible] == [first]
    w.panel("Pieces").alone(first)
    assert all(p.visible for p in portrait.pieces.values())
    w.panel("Pieces").alone(first)
    portrait.put_piece(replace(portrait.pieces[second], visible=True), "Show")
    count = len(portrait.surface(first)) + len(portrait.surface(second))
    w.panel("Pieces").merge(first)
    assert second not in portrait.pieces
    assert len(portrait.surface(first)) == count
    w.panel("Pieces").split(first)
    assert len(portrait.pieces) == 6
    w.panel("Pieces").split("head")
    assert "in one part" in w.status.message.text()


def test_the_points_of_a_profile_are_edited(block, qtbot):
    w, portrait = block, block.bench.portrait
    click(w.panel("Solids").kinds["lathe"])
    key, table = w.bench.selection.piece_id, w.panel("Solids").points
    line = portrait.pieces[key].solid.line
    assert [table.table.horizontalHeaderItem(i).text() for i in range(table.table.columnCount())] == [
        "radius, mm",
        "up, mm",
    ]
    table.table.item(1, 0).setText("70")
    rested(w, qtbot)
    assert portrait.pieces[key].solid.line[1] == (70.0, *line[1][1:])
    assert np.ptp(portrait.surface(key).positions[:, 0]) > 130
    table.table.setCurrentCell(0, 0)
    click(table.more)
    rested(w, qtbot)
    assert len(portrait.pieces[key].solid.line) == len(line) + 1
    click(table.fewer)
    rested(w, qtbot)
    assert len(portrait.pieces[key].solid.line) == len(line)
    # nonsense: the number stays as it was, or a sentence says why
    held = portrait.pieces[key].solid.line
    table.table.item(0, 0).setText("wide")
    rested(w, qtbot)
    assert portrait.pieces[key].solid.line == held
    table.table.item(0, 0).setText("-12")
    rested(w, qtbot)
    assert portrait.pieces[key].solid.line == held
    assert "cannot cross the axis" in w.status.message.text()
    assert float(table.table.item(0, 0).text()) == held[0][0]
