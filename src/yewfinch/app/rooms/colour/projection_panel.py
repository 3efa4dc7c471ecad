"""Photo on the clay: solved photos laid onto the surface as a see-through guide."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QGridLayout, QLabel, QSlider, QWidget

from yewfinch.core.session.bench import Bench

ALL = "*"


class ProjectionPanel(QWidget):
    """A panel that says which photo is laid onto the clay, and how strongly."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        self.choice = QComboBox()
        self.choice.setAccessibleName("photo laid onto the clay")
        self.choice.setToolTip("One photo, or all, each where the clay faces it best")
        self.choice.activated.connect(lambda i: bench.standpoint.set_projection(self.choice.itemData(i)))
        self.strength = QSlider(Qt.Orientation.Horizontal)
        self.strength.setRange(0, 100)
        self.strength.setAccessibleName("strength of the photo on the clay")
        self.strength.valueChanged.connect(
            lambda v: bench.standpoint.set_projection(bench.standpoint.projection, v / 100)
        )
        grid.addWidget(QLabel("photo"), 0, 0)
        grid.addWidget(self.choice, 0, 1)
        grid.addWidget(QLabel("strength"), 1, 0)
        grid.addWidget(self.strength, 1, 1)
        grid.setColumnStretch(1, 1)
        bench.portrait_changed.connect(self._listen)
        bench.outlook.changed.connect(self._show)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.refresh()

    def _field(self, field: str) -> None:
        if field == "sitter":
            self.refresh()

    def refresh(self) -> None:
        """List the solved photos."""
        solved = [p for p in self.bench.portrait.sitter.photos if p.standpoint is not None]
        self.choice.clear()
        self.choice.addItem("none" if solved else "none: solve the sitter first", None)
        for photo in solved:
            self.choice.addItem(photo.name, photo.id)
        if len(solved) > 1:
            self.choice.addItem("all, blended by facing", ALL)
        self._show()

    def _show(self) -> None:
        self.choice.setCurrentIndex(max(0, self.choice.findData(self.bench.standpoint.projection)))
        self.strength.blockSignals(True)
        self.strength.setValue(round(self.bench.standpoint.projection_strength * 100))
        self.strength.blockSignals(False)
