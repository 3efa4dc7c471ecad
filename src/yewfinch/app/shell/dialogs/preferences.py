"""The settings: every key, the look of the bench, how often work is kept, how far undo reaches. Applied at once."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any, Protocol

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QKeySequence
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QDialogButtonBox,
    QFileDialog,
    QFormLayout,
    QHBoxLayout,
    QHeaderView,
    QKeySequenceEdit,
    QLabel,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QTableWidget,
    QTableWidgetItem,
    QTabWidget,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit.lengths import UNITS
from yewfinch.app.kit.speech import LANGUAGES, shown, speech
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.pen_page import PenPage
from yewfinch.app.shell.menu_bar import MenuBar
from yewfinch.core.sculpt.pressure_curves import Curve
from yewfinch.core.session.finding import Thing, ranked
from yewfinch.core.session.settings import AUTOSAVE, UNDO_MEMORY, Settings
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import in_a_row, phrase

_ROUGH = {"slow": "rough where the machine is slow", "always": "always rough", "never": "never rough"}
_SAMPLES = {0: "as the machine allows", 1: "1", 4: "4", 8: "8"}


class Window(Protocol):
    """What the settings ask of the main window."""

    settings: Settings
    actions_table: ActionTable
    menus: MenuBar

    def toggle_dark(self) -> None: ...  # noqa: D102
    def take_settings(self) -> None: ...  # noqa: D102


class PreferencesDialog(QDialog):
    """Three pages: keys, the bench, and the pen."""

    def __init__(self, window: Window, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowTitle("Settings")
        self.resize(720, 600)
        column = QVBoxLayout(self)
        self.keys = KeysPage(window)
        self.bench = BenchPage(window)
        tabs = QTabWidget()
        tabs.addTab(self.keys, "Keys")
        tabs.addTab(self.bench, "Bench")
        self.pen = PenPage(window.settings.pen, lambda curve: _keep_pen(window, curve))
        tabs.addTab(self.pen, "Pen")
        column.addWidget(tabs)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Close)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)


class KeysPage(QWidget):
    """Every action with its key; what another has is named before it is taken away."""

    def __init__(self, window: Window) -> None:
        super().__init__()
        self.window_, self.table_of = window, window.actions_table
        column = QVBoxLayout(self)
        self.line = QLineEdit()
        self.line.setPlaceholderText("Find an action by its name or key")
        self.line.setAccessibleName("find an action")
        self.line.textChanged.connect(self._list)
        column.addWidget(self.line)
        self.table = QTableWidget(0, 3)
        self.table.setAccessibleName("actions and their keys")
        self.table.setHorizontalHeaderLabels(["action", "key", "as it came"])
        self.table.setSelectionBehavior(QTableWidget.SelectionBehavior.SelectRows)
        self.table.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        head = self.table.horizontalHeader()
        assert head is not None
        head.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        down = self.table.verticalHeader()
        assert down is not None
        down.setVisible(False)
        self.table.itemSelectionChanged.connect(self._chosen)
        column.addWidget(self.table, 1)
        row = QHBoxLayout()
        row.addWidget(QLabel("Press the new key:"))
        self.edit = QKeySequenceEdit()
        self.edit.setMaximumSequenceLength(1)
        self.edit.setAccessibleName("new key")
        self.edit.keySequenceChanged.connect(lambda _: self._told())
        row.addWidget(self.edit, 1)
        self.put = self._button("Set", "Give the marked action this key", self._set)
        self.free = self._button("No key", "Take the key of the marked action away", lambda: self._give(""))
        self.reset = self._button("As it came", "Give the marked action the key it came with", self._reset)
        for button in (self.put, self.free, self.reset):
            row.addWidget(button)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        last = QHBoxLayout()
        self.reset_all = self._button("All as they came", "Give every action the key it came with", self._reset_all)
        self.export = self._button("Export…", "Write all keys to a file, as JSON or as a page to print", self._export)
        last.addWidget(self.reset_all)
        last.addWidget(self.export)
        last.addStretch(1)
        column.addLayout(last)
        self._ids: list[str] = []
        self._list("")

    def _button(self, text: str, tip: str, run: Callable[[], None]) -> QPushButton:
        button = QPushButton(text)
        button.setToolTip(tip)
        button.clicked.connect(lambda _=False: run())
        return button

    def _list(self, typed: str) -> None:
        actions = list(self.table_of)
        if typed.strip():
            things = [Thing("", shown(a.title), shown(a.tip), self.table_of.key_of(a.id)) for a in actions]
            actions = [actions[i] for i in ranked(things, typed, most=40)]
        self._ids = [a.id for a in actions]
        self.table.setRowCount(len(actions))
        for i, action in enumerate(actions):
            now = self.table_of.key_of(action.id)
            for j, text in enumerate((action.title, now, action.keys)):
                item = QTableWidgetItem(text)
                font = item.font()
                font.setBold(now != action.keys and j == 1)
                item.setFont(font)
                item.setToolTip(action.tip)
                self.table.setItem(i, j, item)
        self._chosen()

    def _at(self) -> str:
        rows = {i.row() for i in self.table.selectedItems()}
        return self._ids[min(rows)] if rows else ""

    def choose(self, action_id: str) -> None:
        """Mark an action.

        Raises
        ------
        ValueError
            If it is not in the list.
        """
        self.table.selectRow(self._ids.index(action_id))

    def _chosen(self) -> None:
        at = self._at()
        for button in (self.put, self.free, self.reset):
            button.setEnabled(bool(at))
        self.edit.setKeySequence(QKeySequence(self.table_of.key_of(at)) if at else QKeySequence())
        self._told()

    def _told(self) -> None:
        """Say who has the key that was pressed."""
        keys, at = self.edit.keySequence().toString(), self._at()
        other = next((a for a in self.table_of if keys and a.id != at and self.table_of.key_of(a.id) == keys), None)
        if not at:
            self.note.setText("Mark an action, then press the key that it is to have.")
        elif other is not None:
            self.note.setText(phrase("{0} is the key of '{1}'; set here, it is taken from there.", keys, other.title))
        else:
            self.note.setText(self.table_of[at].tip)
        self.note.setProperty("warn", other is not None)
        style = self.note.style()
        assert style is not None
        style.polish(self.note)

    def _set(self) -> None:
        self._give(self.edit.keySequence().toString())

    def _give(self, keys: str) -> None:
        at = self._at()
        if not at:
            return
        for other in self.table_of:
            if keys and other.id != at and self.table_of.key_of(other.id) == keys:
                self.window_.menus.set_key(other.id, "")
        self.window_.menus.set_key(at, keys)
        self._list(self.line.text())
        if at in self._ids:
            self.choose(at)

    def _reset(self) -> None:
        at = self._at()
        if at:
            self._give(self.table_of[at].keys)

    def _reset_all(self) -> None:
        for action in self.table_of:
            self.window_.menus.set_key(action.id, action.keys)
        self._list(self.line.text())

    def _export(self) -> None:
        name, _ = QFileDialog.getSaveFileName(
            self, "Export keys", str(Path.home() / "keys.md"), "Page to print (*.md);;JSON (*.json)"
        )
        if name:
            self.write(Path(name))

    def write(self, path: Path) -> None:
        """Write all keys to a file: JSON, or a table in Markdown.

        Raises
        ------
        BadFileError
            If it cannot be written.
        """
        rows = [(a.id, a.title, self.table_of.key_of(a.id)) for a in self.table_of]
        if path.suffix == ".json":
            text = json.dumps({i: keys for i, _, keys in rows}, indent=1)
        else:
            lines = [phrase("| {0} | `{1}` |", title, keys) for _, title, keys in rows if keys]
            text = "# Keys\n\n| action | key |\n|---|---|\n" + in_a_row("\n", lines) + "\n"
        write_atomic(path, text.encode())


class BenchPage(QWidget):
    """The variant, autosave, the memory of undo, language, units, hand, motion and drawing."""

    def __init__(self, window: Window) -> None:
        super().__init__()
        settings = window.settings
        form = QFormLayout(self)
        form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.FieldsStayAtSizeHint)
        form.setLabelAlignment(Qt.AlignmentFlag.AlignLeft)
        self.dark = QCheckBox("dark")
        self.dark.setChecked(settings.dark)
        self.dark.setToolTip("Dark panels; the grey behind the clay stays, as colour is judged against it")
        self.dark.clicked.connect(lambda _: window.toggle_dark())
        form.addRow("Variant", self.dark)
        self.autosave = _number(settings.autosave, *AUTOSAVE, " s", "Seconds between recovery files of unsaved work")
        self.memory = _number(
            settings.undo_memory,
            *UNDO_MEMORY,
            " MB",
            "Memory for undo; when it is full, the oldest steps can no longer be taken back",
        )

        def take() -> None:
            settings.autosave, settings.undo_memory = self.autosave.value(), self.memory.value()
            settings.save()
            window.take_settings()

        for title, box in (("Recovery file every", self.autosave), ("Undo in memory", self.memory)):
            box.setAccessibleName(title)
            box.valueChanged.connect(lambda _: take())
            form.addRow(title, box)
        self.language = _choice(LANGUAGES, speech.language, "Language of the bench and the help; files stay the same")
        self.language.setAccessibleName("Language")
        self.language.activated.connect(lambda _: change("language", self.language.currentData()))
        form.addRow("Language", self.language)
        self.units = _choice(
            {key: unit.title for key, unit in UNITS.items()},
            settings.units,
            "Unit of lengths on the bench; files and the command line stay in millimetres",
        )
        self.units.setAccessibleName("Lengths in")
        self.units.activated.connect(lambda _: change("units", self.units.currentData()))
        form.addRow("Lengths in", self.units)
        self.left = QCheckBox("left-handed")
        self.left.setToolTip("Panels and tools to the left of the clay, photos to the right")
        self.calm = QCheckBox("less motion")
        self.calm.setToolTip("Nothing of the bench moves by itself: no fading menus, no blinking cursor")
        for title, tick, key in (("Hand", self.left, "left_handed"), ("Motion", self.calm, "calm")):
            tick.setChecked(getattr(settings, key))
            tick.clicked.connect(lambda on, k=key: change(k, on))
            form.addRow(title, tick)
        self.rough = _choice(_ROUGH, settings.rough, "When the clay is drawn roughly while view or clay move")
        self.samples = _choice(_SAMPLES, settings.samples, "Edges of the clay at rest; more samples make them smoother")
        for title, choice, key in (("While moving", self.rough, "rough"), ("Samples a pixel", self.samples, "samples")):
            choice.setAccessibleName(title)
            choice.activated.connect(lambda _, c=choice, k=key: change(k, c.currentData()))
            form.addRow(title, choice)

        def change(key: str, value: object) -> None:
            setattr(settings, key, value)
            settings.save()
            window.take_settings()


def _keep_pen(window: Window, curve: Curve) -> None:
    window.settings.pen = curve
    window.settings.save()
    window.take_settings()


def _choice(words: Mapping[Any, str], value: object, tip: str) -> QComboBox:
    box = QComboBox()
    for key, text in words.items():
        box.addItem(text, key)
    box.setCurrentIndex(box.findData(value))
    box.setToolTip(tip)
    return box


def _number(value: int, low: int, high: int, unit: str, tip: str) -> QSpinBox:
    box = QSpinBox()
    box.setRange(low, high)
    box.setValue(value)
    box.setSuffix(unit)
    box.setToolTip(tip)
    box.setKeyboardTracking(False)
    return box
