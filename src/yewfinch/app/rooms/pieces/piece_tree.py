"""A list with groups in which lines are dragged: it tells where they were dropped and changes nothing itself."""

from __future__ import annotations

from collections.abc import Iterator

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QDragEnterEvent, QDragMoveEvent, QDropEvent, QKeyEvent
from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QTreeWidget, QTreeWidgetItem

#: Where a line keeps the name of the group that it heads.
GROUP = Qt.ItemDataRole.UserRole + 1


class PieceTree(QTreeWidget):
    """Two columns: name, and room for buttons.

    Signals
    -------
    chose : (ids, the current one)
    dropped : (ids, onto id or "", group, "before", "after" or "on")
    keyed : (QKeyEvent,) Del and F2
    """

    chose = pyqtSignal(list, str)
    dropped = pyqtSignal(list, str, str, str)
    keyed = pyqtSignal(object)

    def __init__(self) -> None:
        super().__init__()
        self.setColumnCount(2)
        self.setHeaderHidden(True)
        self.setIndentation(14)
        self.setRootIsDecorated(True)
        self.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.setDragDropMode(QAbstractItemView.DragDropMode.InternalMove)
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setExpandsOnDoubleClick(False)
        self.setTextElideMode(Qt.TextElideMode.ElideRight)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setAccessibleName("pieces")
        header = self.header()
        assert header is not None
        header.setStretchLastSection(False)
        header.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        header.setSectionResizeMode(1, QHeaderView.ResizeMode.Fixed)
        header.setMinimumSectionSize(10)
        self.setColumnWidth(1, 100)
        self.itemSelectionChanged.connect(self._selected)

    def lines(self) -> Iterator[QTreeWidgetItem]:
        """All lines that are not folded away, from top to bottom."""
        for i in range(self.topLevelItemCount()):
            item = self.topLevelItem(i)
            assert item is not None
            yield item
            if item.isExpanded():
                for j in range(item.childCount()):
                    child = item.child(j)
                    assert child is not None
                    yield child

    def line(self, key: str) -> QTreeWidgetItem | None:
        """The line of a piece."""
        return next((i for i in self.lines() if i.data(0, Qt.ItemDataRole.UserRole) == key), None)

    def selected(self) -> list[str]:
        """Ids of the chosen lines, those of chosen groups included, from top to bottom."""
        out: list[str] = []
        for item in self.lines():
            if not item.isSelected():
                continue
            own = [item] if not item.data(0, GROUP) else [item.child(j) for j in range(item.childCount())]
            out += [i.data(0, Qt.ItemDataRole.UserRole) for i in own if i is not None]
        return list(dict.fromkeys(out))

    def _selected(self) -> None:
        current = self.currentItem()
        key = current.data(0, Qt.ItemDataRole.UserRole) if current is not None else None
        self.chose.emit(self.selected(), key or "")

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Del and F2 are told; the rest moves in the list."""
        assert event is not None
        if event.key() in (Qt.Key.Key_Delete, Qt.Key.Key_F2):
            self.keyed.emit(event)
            return
        super().keyPressEvent(event)

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:  # noqa: N802
        """Only lines of this list."""
        assert event is not None
        if event.source() is self:
            super().dragEnterEvent(event)

    def dragMoveEvent(self, event: QDragMoveEvent | None) -> None:  # noqa: N802
        """Rows may be dropped on all of the list."""
        assert event is not None
        super().dragMoveEvent(event)
        event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Tell where; the list is made anew by its owner."""
        assert event is not None
        at = event.position().toPoint()
        item = self.itemAt(at)
        event.setDropAction(Qt.DropAction.IgnoreAction)
        event.accept()
        keys = self.selected()
        if not keys:
            return
        if item is None:
            self.dropped.emit(keys, "", "", "after")
            return
        box = self.visualItemRect(item)
        t = (at.y() - box.top()) / max(box.height(), 1)
        where = "before" if t < 0.28 else "after" if t > 0.72 else "on"
        group = item.data(0, GROUP)
        if group:
            if where == "before" and item.childCount():
                first = item.child(0)
                assert first is not None
                self.dropped.emit(list(keys), first.data(0, Qt.ItemDataRole.UserRole), "", "before")
            else:
                self.dropped.emit(keys, "", group, "on")
            return
        key = item.data(0, Qt.ItemDataRole.UserRole)
        if key in keys:
            return
        parent = item.parent()
        self.dropped.emit(keys, key, "" if parent is None else parent.data(0, GROUP), where)
