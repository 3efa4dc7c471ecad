"""The find line: any command, tool, panel, piece, photo, landmark or page of the help by a part of its name."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from PyQt6.QtCore import QEvent, QObject, QPoint, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QLineEdit, QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from yewfinch.app.kit.speech import shown
from yewfinch.core.session.finding import Thing, ranked
from yewfinch.core.shared.phrases import phrase

#: Breadth of the line, pixels; rows of what is found at most.
WIDE, ROWS = 520, 10
#: So many of the things that were chosen last are remembered.
_REMEMBERED = 12

#: Something to find, and what choosing it does.
Found = tuple[Thing, Callable[[], object]]


class FindLine(QWidget):
    """A line to type in, and under it what is meant; Enter does the first.

    Parameters
    ----------
    parent : QWidget
        The window that it lies over.
    things : callable
        All that can be found now.
    lately : list of str
        Names of what was chosen last; changed in place.
    """

    def __init__(self, parent: QWidget, things: Callable[[], Iterator[Found]], lately: list[str]) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("popup")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAccessibleName("Find")
        self.setFixedWidth(WIDE)
        self._things, self._lately = things, lately
        self._all: Sequence[Found] = ()
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 8, 8, 8)
        column.setSpacing(6)
        self.line = QLineEdit()
        self.line.setPlaceholderText("Find a tool, panel, command, piece, photo, landmark or help page")
        self.line.setAccessibleName("Find")
        self.line.textChanged.connect(self._find)
        self.line.installEventFilter(self)
        column.addWidget(self.line)
        self.list = QListWidget()
        self.list.setAccessibleName("What was found")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.itemClicked.connect(lambda _: self.choose())
        column.addWidget(self.list)
        self.note = QLabel()
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self._rows: list[int] = []

    def open(self) -> None:
        """Begin anew at the upper edge of the window."""
        self._all = [(_said(thing), run) for thing, run in self._things()]
        self.line.clear()
        self._find("")
        parent = self.parentWidget()
        assert parent is not None
        self.move(parent.mapToGlobal(QPoint((parent.width() - WIDE) // 2, 64)))
        self.show()
        self.line.setFocus()

    def titles(self) -> list[str]:
        """Titles of what is shown, from the top."""
        return [self._all[i][0].title for i in self._rows]

    def _find(self, typed: str) -> None:
        self._rows = ranked([t for t, _ in self._all], typed, self._lately, ROWS)
        self.list.clear()
        for i in self._rows:
            thing = self._all[i][0]
            item = QListWidgetItem()
            item.setData(
                Qt.ItemDataRole.AccessibleTextRole, phrase("{0}, {1} {2}", thing.title, thing.kind, thing.keys)
            )
            row = _row(thing)
            item.setSizeHint(QSize(WIDE - 40, row.sizeHint().height()))
            self.list.addItem(item)
            self.list.setItemWidget(item, row)
        self.list.setCurrentRow(0)
        self.list.setVisible(bool(self._rows))
        self.list.setFixedHeight(sum(self.list.sizeHintForRow(i) for i in range(len(self._rows))) + 6)
        nothing = (
            phrase("Nothing is called like '{0}'.", typed) if typed.strip() else "What you chose last will stand here."
        )
        self.note.setText("Enter does it, arrows choose, Esc closes." if self._rows else nothing)
        self.adjustSize()

    def choose(self) -> None:
        """Do what is marked."""
        at = self.list.currentRow()
        if not 0 <= at < len(self._rows):
            return
        thing, run = self._all[self._rows[at]]
        self._lately[:] = [thing.name, *(n for n in self._lately if n != thing.name)][:_REMEMBERED]
        self.close()
        run()

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:  # noqa: N802
        """Arrows go through what was found while the line keeps the keys."""
        if watched is self.line and isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            if event.key() in (Qt.Key.Key_Down, Qt.Key.Key_Up):
                step = 1 if event.key() == Qt.Key.Key_Down else -1
                self.list.setCurrentRow((self.list.currentRow() + step) % max(len(self._rows), 1))
                return True
            if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
                self.choose()
                return True
            if event.key() == Qt.Key.Key_Escape:
                self.close()
                return True
        return super().eventFilter(watched, event)


def _row(thing: Thing) -> QWidget:
    """A thing's title, what it is, and its key at the right."""
    out = QWidget()
    row = QHBoxLayout(out)
    row.setContentsMargins(6, 3, 8, 3)
    row.addWidget(QLabel(thing.title))
    kind = QLabel(thing.kind)
    kind.setProperty("soft", True)
    row.addWidget(kind)
    row.addStretch(1)
    if thing.keys:
        row.addWidget(QLabel(f"<b>{thing.keys}</b>"))
    return out


def _said(thing: Thing) -> Thing:
    """A thing with its names in the user's language, in which they are looked for."""
    return Thing(shown(thing.kind), shown(thing.title), shown(thing.about), thing.keys)
