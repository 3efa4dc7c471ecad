"""The menus and shortcuts of the window, made from the records of its actions."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QAction, QKeySequence
from PyQt6.QtWidgets import QMainWindow, QMenu, QWidget

from yewfinch.app.shell.actions import Action, ActionTable
from yewfinch.app.shell.held_key import HeldKey
from yewfinch.core.session.settings import Settings

MENUS = ("File", "Edit", "Tools", "View", "Help")


class MenuBar:
    """Fills the window's menu bar.

    Parameters
    ----------
    window : QMainWindow
    actions : ActionTable
    settings : Settings
        Keys of the user's own, and recent portraits.
    clay : QWidget
        The clay view: the key that hides panels works only there, as elsewhere it goes from control to control.
    open_recent : callable
    """

    def __init__(
        self,
        window: QMainWindow,
        actions: ActionTable,
        settings: Settings,
        clay: QWidget,
        open_recent: Callable[[Path], object],
    ) -> None:
        self.window, self.actions, self.settings = window, actions, settings
        self._clay, self._open_recent = clay, open_recent
        self.items: dict[str, QAction] = {}
        self.held: dict[str, HeldKey] = {}
        self.recent: QMenu | None = None
        for record in actions:
            self.items[record.id] = self._item(record)
            self._put_key(record.id)
        self._fill()

    def _fill(self) -> None:
        bar = self.window.menuBar()
        assert bar is not None
        shown = set()
        for name in MENUS:
            menu = bar.addMenu(name)
            assert menu is not None
            menu.aboutToShow.connect(self._rules)
            menu.aboutToHide.connect(self._all_on)
            before: Action | None = None
            for record in self.actions.in_menu(name):
                if before is not None and before.place // 100 != record.place // 100:
                    menu.addSeparator()
                menu.addAction(self.items[record.id])
                shown.add(record.id)
                if record.id == "open":
                    self.recent = menu.addMenu("Recent portraits")
                    assert self.recent is not None
                    self.recent.aboutToShow.connect(self.fill_recent)
                before = record
        for record in self.actions:
            if record.id not in shown:
                self.window.addAction(self.items[record.id])

    def _item(self, record: Action) -> QAction:
        item = QAction(record.title, self.window)
        if record.id == "panels":
            item.setShortcutContext(Qt.ShortcutContext.WidgetShortcut)
            self._clay.addAction(item)
        item.triggered.connect(lambda _=False: record.run())
        if record.held:
            item.setAutoRepeat(False)
            self.held[record.id] = HeldKey(record.run, self.window)
            item.triggered.connect(self.held[record.id].pressed)
        return item

    def _put_key(self, action_id: str) -> None:
        """Put an action's shortcut in force."""
        item, keys = self.items[action_id], self.actions.key_of(action_id)
        item.setShortcut(QKeySequence(keys))
        item.setToolTip(self.actions.tip(action_id))
        if action_id in self.held:
            self.held[action_id].watch(keys)

    def set_key(self, action_id: str, keys: str) -> None:
        """Give an action a shortcut of the user's choice, or none; at once, and kept."""
        own = self.settings.keys
        if keys == self.actions[action_id].keys:
            own.pop(action_id, None)
        else:
            own[action_id] = keys
        self.settings.save()
        self._put_key(action_id)

    def _rules(self) -> None:
        for record in self.actions:
            if record.rule is not None:
                self.items[record.id].setEnabled(record.rule())

    def _all_on(self) -> None:
        """A shortcut works whatever its menu showed last; its action decides for itself."""
        for item in self.items.values():
            item.setEnabled(True)

    def fill_recent(self) -> None:
        """List the portraits that were worked on last."""
        assert self.recent is not None
        self.recent.clear()
        for name in self.settings.recent:
            item = self.recent.addAction(Path(name).name)
            assert item is not None
            item.setToolTip(name)
            item.triggered.connect(lambda _=False, n=name: self._open_recent(Path(n)))
        if not self.settings.recent:
            empty = self.recent.addAction("none yet")
            assert empty is not None
            empty.setEnabled(False)
