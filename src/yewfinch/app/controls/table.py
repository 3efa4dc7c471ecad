"""A quiet table: no grid, rows chosen as a whole, the first column takes the room."""

from __future__ import annotations

from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QTableWidget


def plain_table(titles: list[str], name: str) -> QTableWidget:
    """An empty table with these columns; `name` is for screen readers."""
    table = QTableWidget(0, len(titles))
    table.setHorizontalHeaderLabels(titles)
    header, vertical = table.horizontalHeader(), table.verticalHeader()
    assert header is not None and vertical is not None
    header.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
    for i in range(1, len(titles)):
        header.setSectionResizeMode(i, QHeaderView.ResizeMode.ResizeToContents)
    vertical.setVisible(False)
    vertical.setDefaultSectionSize(24)
    table.setShowGrid(False)
    table.setWordWrap(False)
    table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
    table.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
    table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    table.setAccessibleName(name)
    return table
