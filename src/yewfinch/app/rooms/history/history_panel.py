"""The history: every edit by name; click one to go back or forward to it."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.session.bench import Bench


class HistoryPanel(QWidget):
    """Oldest first; what is undone is grey. Edits that gave clay new faces say what that did to its form."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.list = QListWidget()
        self.list.setMinimumHeight(110)
        self.list.setAccessibleName("history")
        self.list.setWordWrap(True)
        self.list.itemClicked.connect(self._go)
        self.list.itemActivated.connect(self._go)
        column.addWidget(self.list)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.history.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """List the edits."""
        history = self.bench.portrait.history
        self.list.clear()
        in_force = [True, *history.in_force]
        told = [None, *history.told]
        for i, (name, stands) in enumerate(zip(["As opened", *history.names], in_force, strict=True)):
            did = told[i]
            item = QListWidgetItem(name if did is None else f"{name}\n{did.words}")
            item.setToolTip("" if did is None else did.words)
            item.setData(Qt.ItemDataRole.UserRole, i)
            if not stands:
                item.setForeground(theme.color("soft"))
                font = item.font()
                font.setItalic(True)
                item.setFont(font)
            self.list.addItem(item)
        self.list.setCurrentRow(sum(in_force) - 1)
        self.list.scrollToItem(self.list.currentItem())

    def _go(self, item: QListWidgetItem) -> None:
        self.bench.portrait.history.go_to(int(item.data(Qt.ItemDataRole.UserRole)))
