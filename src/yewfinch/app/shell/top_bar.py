"""The bar at the top: the portrait's name, the stages, and what is wanted at all times."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QToolButton, QWidget

from yewfinch.app.kit import theme
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.session.bench import STAGES, Bench
from yewfinch.core.shared.phrases import phrase

#: Actions that have a button at the right, and their icons.
_BUTTONS = (
    ("find", "magnifying-glass"),
    ("undo", "arrow-u-up-left"),
    ("redo", "arrow-u-up-right"),
    ("save", "floppy-disk"),
    ("help", "question"),
)


class TopBar(QWidget):
    """Name, stages, buttons."""

    def __init__(self, bench: Bench, actions: ActionTable) -> None:
        super().__init__()
        self.setObjectName("topbar")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 0, 12, 0)
        self.name = QLabel()
        self.name.setProperty("head", True)
        self.name.setMaximumWidth(300)
        row.addWidget(self.name)
        row.addStretch(1)
        self.stages: dict[str, QPushButton] = {}
        for i, stage in enumerate(STAGES):
            button = QPushButton(stage)
            button.setProperty("stage", True)
            button.setCheckable(True)
            button.setToolTip(phrase("Lay the bench out for '{0}' (Alt+{1}); every tool stays reachable", stage, i + 1))
            button.clicked.connect(lambda _=False, s=stage: bench.set_stage(s))
            self.stages[stage] = button
            row.addWidget(button)
        row.addStretch(1)
        for action_id, picture in _BUTTONS:
            record = actions[action_id]
            tool = QToolButton()
            tool.setIcon(theme.icon(picture))
            tool.setToolTip(phrase("{0} ({1})", record.title, actions.key_of(action_id)))
            tool.setAccessibleName(record.title)
            tool.clicked.connect(lambda _=False, r=record: r.run())
            row.addWidget(tool)

    def show_stage(self, stage: str) -> None:
        """Mark the stage that the bench is laid out for."""
        for name, button in self.stages.items():
            button.setChecked(name == stage)
