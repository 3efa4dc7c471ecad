"""Small buttons in a grid."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6.QtWidgets import QGridLayout, QPushButton


def button_grid(
    rows: Sequence[tuple[str, str, str, Callable[[], object]]], columns: int = 3
) -> tuple[QGridLayout, dict[str, QPushButton]]:
    """Buttons of (key, title, tool tip, what to run), and their layout.

    Parameters
    ----------
    rows : sequence of (str, str, str, callable)
    columns : int

    Returns
    -------
    QGridLayout
    dict of key to QPushButton
    """
    grid = QGridLayout()
    grid.setSpacing(2)
    buttons = {}
    for i, (key, title, tip, run) in enumerate(rows):
        button = QPushButton(title)
        button.setProperty("small", True)
        button.setToolTip(tip)
        button.clicked.connect(lambda _=False, r=run: r())
        buttons[key] = button
        grid.addWidget(button, i // columns, i % columns)
    return grid, buttons
