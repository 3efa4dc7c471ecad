"""A row of buttons of which one is down."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QPushButton, QVBoxLayout, QWidget


def choices(
    parent: QWidget, column: QVBoxLayout, rows: Sequence[tuple[Any, str, str]], run: Callable[[Any], object]
) -> dict[Any, QPushButton]:
    """Add a row of small buttons to a column.

    Parameters
    ----------
    parent : QWidget
        Owns the group.
    column : QVBoxLayout
    rows : sequence of (value, title, tool tip)
    run : callable
        Told the value that was chosen.

    Returns
    -------
    dict of value to QPushButton
    """
    row = QHBoxLayout()
    row.setSpacing(2)
    group = QButtonGroup(parent)
    out = {}
    for value, title, tip in rows:
        button = QPushButton(title)
        button.setProperty("small", True)
        button.setCheckable(True)
        button.setToolTip(tip)
        button.clicked.connect(lambda _=False, v=value: run(v))
        group.addButton(button)
        out[value] = button
        row.addWidget(button, 1)
    column.addLayout(row)
    return out
