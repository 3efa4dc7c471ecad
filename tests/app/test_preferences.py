"""The settings, by mouse and keys in the real window: keys with their conflicts, variant, autosave, undo."""

import json

import numpy as np
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QKeySequence
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QTabWidget

from tests.app.hands import click, handled, line, pen
from yewfinch.app.view.photo_layers import pixels_of
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.sculpt.pressure_curves import STRAIGHT
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.folders import config_dir


@pytest.fixture
def dialog(window):
    QTest.keyClick(window.viewport, Qt.Key.Key_Comma, Qt.KeyboardModifier.ControlModifier)
    handled()
    assert window.preferences.isVisible()
    yield window.preferences
    window.preferences.close()


def pressed(page, keys):
    page.edit.setFocus()
    page.edit.setKeySequence(QKeySequence(keys))


def test_a_key_is_changed_and_works_at_once(window, dialog):
    page = dialog.keys
    page.choose("tool_polish")
    pressed(page, "Ctrl+J")
    click(page.put)
    dialog.close()
    window.activateWindow()
    handled()
    QTest.keyClick(window.viewport, Qt.Key.Key_J, Qt.KeyboardModifier.ControlModifier)
    assert window.bench.tools.tool_id == "polish"
    assert "Ctrl+J" in window.strips[0].buttons["polish"].words()
    assert window.actions_table.tip("tool_polish").endswith("(Ctrl+J)")
    assert Settings.load().keys == {"tool_polish": "Ctrl+J"}


def test_who_has_a_key_is_named_before_it_is_taken(window, dialog):
    page = dialog.keys
    page.choose("tool_polish")
    pressed(page, "C")
    assert "is the key of 'Clay'" in page.note.text()
    click(page.put)
    assert window.key_of("tool_polish") == "C"
    assert window.key_of("tool_clay") == ""
    page.choose("tool_clay")
    click(page.reset)  # which takes it back
    assert window.key_of("tool_clay") == "C"
    assert window.key_of("tool_polish") == ""
    click(page.reset_all)
    assert window.settings.keys == {}
    assert {a.id: window.key_of(a.id) for a in window.actions_table} == {a.id: a.keys for a in window.actions_table}
    page.choose("tool_crease")
    click(page.free)
    handled()
    window.bench.tools.take("clay")
    QTest.keyClick(window.viewport, Qt.Key.Key_R)
    assert window.bench.tools.tool_id == "clay"


def test_actions_are_found_by_name_and_key(window, dialog):
    page = dialog.keys
    QTest.keyClicks(page.line, "scrape")
    shown = [page.table.item(i, 0).text() for i in range(page.table.rowCount())]
    assert {"Scrape", "Scrape to an edge"} <= set(shown[:3])
    page.line.clear()
    QTest.keyClicks(page.line, "ctrl+k")
    assert page.table.item(0, 0).text() == "Find…"


def test_a_key_that_is_held_lasts_as_long_as_it_is_held_on_its_new_key_too(window, dialog):
    held = next(a for a in window.actions_table if a.held)
    window.menus.set_key(held.id, "Ctrl+Alt+H")
    assert window.menus.held[held.id]._key == Qt.Key.Key_H
    window.menus.set_key(held.id, held.keys)


def test_keys_are_exported(window, dialog, tmp_path):
    page = dialog.keys
    window.menus.set_key("tool_polish", "Ctrl+J")
    page.write(tmp_path / "keys.json")
    assert json.loads((tmp_path / "keys.json").read_text())["tool_polish"] == "Ctrl+J"
    page.write(tmp_path / "keys.md")
    assert "| Polish | `Ctrl+J` |" in (tmp_path / "keys.md").read_text()


def test_variant_autosave_and_undo_are_applied_at_once(window, dialog):
    page = dialog.bench
    try:
        page.dark.click()
        assert window.settings.dark
    finally:
        page.dark.click()
    page.autosave.setValue(120)
    assert window.documents._clock.interval() == 120_000
    page.memory.setValue(64)
    assert window.bench.portrait.history.limit == 64 << 20
    assert (Settings.load().autosave, Settings.load().undo_memory) == (120, 64)


def test_less_memory_for_undo_drops_the_oldest_steps(window):
    p = window.bench.portrait
    p.history.limit = 200_000
    rows = np.arange(2000, dtype=np.int32)  # 56 kB a step
    for i in range(9):
        before = p.surface("head").positions[rows].copy()
        change = RowsChange("head", "positions", rows, before, before + np.float32(0.01))
        p.perform(Edit(f"Step {i}", (change,)))
    assert len(p.history.names) == 5  # the newest few stay whatever their size
    assert p.history.names[-1] == "Step 8"


# --- the pen -------------------------------------------------------------------------------------


def test_the_pens_curve_is_tried_in_a_field_and_holds_for_strokes(window, dialog):
    dialog.findChild(QTabWidget).setCurrentIndex(2)
    handled()
    page = dialog.pen
    pen(page.field, [(20, 40), (60, 40), (100, 40)], 0.5)
    plain = page.field.lines[-1][-1][1]
    assert plain == pytest.approx(0.5, abs=0.01)
    assert "pressed 50 %, counts 50 %" in page.field.said
    page.curve.changed.emit(((0.0, 0.0), (0.5, 0.1), (1.0, 1.0)))
    pen(page.field, [(20, 120), (60, 120), (100, 120)], 0.5)
    assert page.field.lines[-1][-1][1] == pytest.approx(0.1, abs=0.01)
    dark = pixels_of(page.field.grab().toImage())[:, 60].sum(axis=1) < 300
    assert dark[100:140].sum() < dark[20:60].sum()  # the later line is thinner
    assert Settings.load().pen == ((0.0, 0.0), (0.5, 0.1), (1.0, 1.0))

    heights = []
    for curve in (((0.0, 0.0), (0.5, 0.1), (1.0, 1.0)), STRAIGHT):
        page.curve.changed.emit(curve)
        head = window.bench.portrait.pieces["head"].surface
        before = head.positions.copy()
        middle = window.viewport.rect().center()
        path = line((middle.x() - 10, middle.y() - 60), (middle.x() + 30, middle.y() - 60))
        pen(window.viewport, path, 0.5)
        handled()
        heights.append(float(np.abs(head.positions - before).max()))
        window.undo()
    assert heights[0] < 0.5 * heights[1]
    click(page.straight)
    assert Settings.load().pen == STRAIGHT
    QTest.mouseDClick(page.field, Qt.MouseButton.LeftButton, pos=QPointF(60, 40).toPoint())
    assert page.field.said == ""


def test_a_damaged_pen_curve_counts_as_no_settings():
    folder = config_dir()
    folder.mkdir(parents=True, exist_ok=True)
    (folder / "settings.json").write_text(json.dumps({"pen": [[0, 0], [0.5, 7]]}))
    assert Settings.load() == Settings()
