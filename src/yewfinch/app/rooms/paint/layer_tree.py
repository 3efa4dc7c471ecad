"""The list of colour layers, whose entries can be dragged to another place or into a group."""

from __future__ import annotations

from PyQt6.QtCore import QPoint, Qt, pyqtSignal
from PyQt6.QtGui import QDropEvent
from PyQt6.QtWidgets import QAbstractItemView, QTreeWidget, QTreeWidgetItem

#: Where an item keeps the id of its layer, and whether that is a group.
KEY, GROUP = Qt.ItemDataRole.UserRole, Qt.ItemDataRole.UserRole + 1

#: So many parts of an entry's height at its upper and lower rim mean beside it and not into it.
_RIM = 5.5


class LayerTree(QTreeWidget):
    """A tree that tells where an entry was dropped, and leaves it to its owner to put it there.

    Signals
    -------
    dropped : (str, str, str)
        The layer, the group it is to lie in, and the layer there that it is to lie above; empty for none.
    """

    dropped = pyqtSignal(str, str, str)

    def __init__(self) -> None:
        super().__init__()
        self.setHeaderHidden(True)
        self.setColumnCount(1)
        self.setIndentation(14)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setEditTriggers(QAbstractItemView.EditTrigger.DoubleClicked | QAbstractItemView.EditTrigger.EditKeyPressed)
        self.setDragDropMode(QAbstractItemView.DragDropMode.InternalMove)
        self.setDefaultDropAction(Qt.DropAction.MoveAction)

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Tell where; the tree itself stays as it is until its owner fills it anew."""
        if event is None:
            return
        dragged = self.currentItem()
        found = None if dragged is None else self.landing(dragged, event.position().toPoint())
        event.setDropAction(Qt.DropAction.IgnoreAction)
        event.accept()
        if dragged is not None and found is not None:
            self.dropped.emit(str(dragged.data(0, KEY)), *found)

    def landing(self, dragged: QTreeWidgetItem, at: QPoint) -> tuple[str, str] | None:
        """The group and the layer above which an entry comes to lie if dropped at a place; None if nowhere."""
        target = self.itemAt(at)
        if target is None:
            return "", ""
        if target is dragged:
            return None
        box = self.visualItemRect(target)
        rim = min(max(box.height() / _RIM, 2.0), 12.0)  # as the view itself draws where it would land
        above, below = at.y() - box.top() < rim, box.bottom() - at.y() < rim
        if target.data(0, GROUP) and not above and not below:
            first = target.child(0)
            return str(target.data(0, KEY)), "" if first is None else str(first.data(0, KEY))
        parent = target.parent()
        group = "" if parent is None else str(parent.data(0, KEY))
        if below or (not above and at.y() > box.center().y()):
            after = self._sibling_below(target, dragged)
            return group, "" if after is None else str(after.data(0, KEY))
        return group, str(target.data(0, KEY))

    def _sibling_below(self, item: QTreeWidgetItem, dragged: QTreeWidgetItem) -> QTreeWidgetItem | None:
        parent = item.parent() or self.invisibleRootItem()
        assert parent is not None
        at = parent.indexOfChild(item) + 1
        if at < parent.childCount() and parent.child(at) is dragged:
            at += 1
        return parent.child(at) if at < parent.childCount() else None
