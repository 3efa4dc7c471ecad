"""A row of buttons of which one is down."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from PyQt6.QtWidgets import QButtonGroup, QGridLayout, QPushButton, QVBoxLayout, QWidget


def choices(
    parent: QWidget,
    column: QVBoxLayout,
    rows: Sequence[tuple[Any, str, str]],
    run: Callable[[Any], object],
    across: int = 9,
) -> dict[Any, QPushButton]:
    """Add a row of small buttons to a column, or several rows.

    Parameters
    ----------
    parent : QWidget
        Owns the group.
    column : QVBoxLayout
    rows : sequence of (value, title, tool tip)
    run : callable
        Told the value that was chosen.
    across : int
        So many in a row at most.

    Returns
    -------
    dict of value to QPushButton
    """
    grid = QGridLayout()
    grid.setSpacing(2)
    group = QButtonGroup(parent)
    out = {}
    for i, (value, title, tip) in enumerate(rows):
        button = QPushButton(title)
        button.setProperty("small", True)
        button.setCheckable(True)
        button.setToolTip(tip)
        button.clicked.connect(lambda _=False, v=value: run(v))
        group.addButton(button)
        out[value] = button
        grid.addWidget(button, i // across, i % across)
    column.addLayout(grid)
    return out
