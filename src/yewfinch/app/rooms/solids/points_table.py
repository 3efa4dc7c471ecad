"""The points of a curve or profile as numbers: edited, added, taken away."""

from __future__ import annotations

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QAbstractItemView, QHBoxLayout, QPushButton, QTableWidgetItem, QVBoxLayout, QWidget

from yewfinch.app.controls.table import plain_table
from yewfinch.core.reshape.solid import Line


class PointsTable(QWidget):
    """A row for each point.

    Parameters
    ----------
    columns : dict of title to which of the point's four numbers it shows

    Signals
    -------
    changed : (tuple,)
        The user made another line.
    """

    changed = pyqtSignal(object)

    def __init__(self, columns: dict[str, int]) -> None:
        super().__init__()
        self._columns = columns
        self._line: Line = ()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        self.table = plain_table(list(columns), "points of the line")
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.AllEditTriggers)
        self.table.setMinimumHeight(128)
        self.table.itemChanged.connect(self._edited)
        column.addWidget(self.table)
        row = QHBoxLayout()
        row.setSpacing(2)
        self.more, self.fewer = QPushButton("Insert point"), QPushButton("Remove point")
        for button, tip, run in (
            (self.more, "Put a point between the chosen one and the next", self._insert),
            (self.fewer, "Take the chosen point away", self._remove),
        ):
            button.setProperty("small", True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button, 1)
        column.addLayout(row)

    def show_line(self, line: Line) -> None:
        """Show these points."""
        self._line = line
        self.table.blockSignals(True)
        self.table.setRowCount(len(line))
        for i, point in enumerate(line):
            for j, k in enumerate(self._columns.values()):
                item = QTableWidgetItem(f"{point[k]:g}")
                item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)
        self.table.blockSignals(False)

    def _edited(self, item: QTableWidgetItem) -> None:
        line, which = [list(p) for p in self._line], list(self._columns.values())[item.column()]
        try:
            line[item.row()][which] = float(item.text().replace(",", "."))
        except ValueError:
            self.show_line(self._line)
            return
        self.changed.emit(tuple(tuple(p) for p in line))

    def _insert(self) -> None:
        i = min(max(self.table.currentRow(), 0), len(self._line) - 2)
        a, b = self._line[i], self._line[i + 1]
        middle = tuple(round((p + q) / 2, 2) for p, q in zip(a, b, strict=True))
        self.changed.emit((*self._line[: i + 1], middle, *self._line[i + 1 :]))

    def _remove(self) -> None:
        i = self.table.currentRow()
        if len(self._line) > 2 and i >= 0:
            self.changed.emit((*self._line[:i], *self._line[i + 1 :]))
