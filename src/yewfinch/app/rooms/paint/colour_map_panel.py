"""The colour of the chosen piece as a picture file, and such a picture onto a layer."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtWidgets import QComboBox, QFileDialog, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.snapshot import still_of
from yewfinch.core.formats import colour_maps
from yewfinch.core.skin.colour_map import SIZES


class ColourMapPanel(QWidget):
    """A size, and two buttons."""

    def __init__(self, controller: PaintController) -> None:
        super().__init__()
        self.controller, self.bench = controller, controller.bench
        self._worker: Worker | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        note = QLabel("By the piece's texture places: those of base heads, or those that a model came with.")
        note.setWordWrap(True)
        note.setProperty("soft", True)
        column.addWidget(note)
        row = QHBoxLayout()
        self.side = QComboBox()
        self.side.setAccessibleName("size of the colour map")
        self.side.setToolTip("Side of the picture, pixels; as fine as the colour samples, or a size of your own")
        self.side.addItem("As fine as the grain", None)
        for side in SIZES:
            self.side.addItem(f"{side} x {side}", side)
        self.side.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        column.addWidget(self.side)
        self.write = QPushButton("Write map …")
        self.write.setToolTip("The colour of the chosen piece as a PNG, for other programs")
        self.write.clicked.connect(self._write)
        self.take = QPushButton("Take map …")
        self.take.setToolTip("A picture by the same texture places becomes a layer on top")
        self.take.clicked.connect(self._take)
        row.addWidget(self.write)
        row.addWidget(self.take)
        column.addLayout(row)

    def _write(self) -> None:
        piece = self.controller.piece
        if piece is None:
            return
        name, _ = QFileDialog.getSaveFileName(self, "Write the colour map", f"{piece.name}.png", "PNG (*.png)")
        if name:
            self.write_to(Path(name).with_suffix(".png"))

    def write_to(self, path: Path) -> None:
        """Write the map of the chosen piece into a file."""
        piece = self.controller.piece
        if piece is None or (self._worker is not None and self._worker.isRunning()):
            return
        still, size = still_of(self.bench.portrait), self.side.currentData()
        self._worker = behind_dialog(
            self,
            "Writing the colour map …",
            lambda progress: colour_maps.write_map(still, piece.id, path, size, progress),
            lambda text: self.bench.say(text),
            lambda text: self.bench.say(text, "warn"),
            "No map was written.",
        )

    def _take(self) -> None:
        kinds = "Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)"
        name, _ = QFileDialog.getOpenFileName(self, "Take a colour map", "", kinds)
        if name:
            self.take_from(Path(name))

    def take_from(self, path: Path) -> None:
        """Lay a picture file onto the chosen piece as a layer."""
        self.controller.do(lambda p: colour_maps.take_map(self.bench.portrait, p, path))
