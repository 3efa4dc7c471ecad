"""What can be taken away from the bench: a picture, a sheet, a 3D file."""

from __future__ import annotations

from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.app.shell.actions import ActionTable


class OutputPanel(QWidget):
    """A button for each."""

    def __init__(self, actions: ActionTable) -> None:
        super().__init__()
        rows = QVBoxLayout(self)
        rows.setContentsMargins(0, 0, 0, 0)
        for action_id, picture in (("picture", "camera"), ("sheet", "file-pdf"), ("export", "export")):
            record = actions[action_id]
            button = QPushButton(theme.icon(picture), record.title)
            button.setToolTip(actions.tip(action_id))
            button.clicked.connect(lambda _=False, r=record: r.run())
            rows.addWidget(button)
