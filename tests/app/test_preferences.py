"""The settings, by mouse and keys in the real window: keys with their conflicts, variant, autosave, undo."""

import json

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QKeySequence
from PyQt6.QtTest import QTest

from tests.app.hands import click, handled
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.session.settings import Settings


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
