"""The clay's landmarks: shown, chosen, moved."""

from __future__ import annotations

from PyQt6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QLabel, QPushButton, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase


class LandmarksPanel(QWidget):
    """See, choose and move the landmarks on the clay."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        self.show_all = QCheckBox("show all on the clay")
        self.show_all.clicked.connect(bench.outlook.set_show_landmarks)
        self.move_button = QPushButton(theme.icon("map-pin"), "Move")
        self.move_button.setCheckable(True)
        self.move_button.setToolTip("Drag landmarks along the surface (L)")
        self.move_button.clicked.connect(lambda on: bench.set_mode("landmark" if on else "tool"))
        self.choice = QComboBox()
        self.choice.addItem("choose a landmark", None)
        for key, mark in LANDMARKS.items():
            self.choice.addItem(phrase("{0}  ({1})", mark.plain, key.replace("_", " ")), key)
        self.choice.setAccessibleName("landmark")
        self.choice.activated.connect(lambda i: bench.selection.choose_landmark(self.choice.itemData(i)))
        self.about = QLabel()
        self.about.setProperty("soft", True)
        self.about.setWordWrap(True)
        grid.addWidget(self.show_all, 0, 0)
        grid.addWidget(self.move_button, 0, 1)
        grid.addWidget(self.choice, 1, 0, 1, 2)
        grid.addWidget(self.about, 2, 0, 1, 2)
        bench.outlook.changed.connect(self.refresh)
        bench.mode_changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the chosen landmark."""
        key = self.bench.selection.landmark
        self.choice.blockSignals(True)
        self.choice.setCurrentIndex(max(0, self.choice.findData(key)))
        self.choice.blockSignals(False)
        self.about.setText(phrase("{0}: {1}.", LANDMARKS[key].name, LANDMARKS[key].definition) if key else "")
        self.about.setVisible(bool(key))
        self.move_button.setChecked(self.bench.mode == "landmark")
        self.show_all.setChecked(self.bench.outlook.show_landmarks)
