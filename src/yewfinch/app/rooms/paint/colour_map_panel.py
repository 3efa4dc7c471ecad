"""What the chosen piece is painted with as picture files, and such files onto layers."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtWidgets import QComboBox, QFileDialog, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.model.snapshot import still_of
from yewfinch.core.formats import colour_maps, openraster
from yewfinch.core.formats.piece_maps import MAPS
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress
from yewfinch.core.skin.colour_map import SIZES
from yewfinch.core.skin.qualities import QUALITIES

#: All that a piece is painted with.
_ALL = "all"


class ColourMapPanel(QWidget):
    """Which map, its size, and buttons."""

    def __init__(self, controller: PaintController) -> None:
        super().__init__()
        self.controller, self.bench = controller, controller.bench
        self._worker: Worker | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        note = QLabel(
            "By the piece's texture places: those of base heads and figures, of the model it came from, or laid out."
        )
        note.setWordWrap(True)
        note.setProperty("soft", True)
        column.addWidget(note)
        self.which = QComboBox()
        self.which.setAccessibleName("which map")
        self.which.setToolTip("What is written, or what a picture that is taken becomes on the layer in hand")
        for key, title in {**MAPS, _ALL: "All that it carries"}.items():
            self.which.addItem(title, key)
        self.side = QComboBox()
        self.side.setAccessibleName("size of the map")
        self.side.setToolTip("Side of the picture, pixels; as fine as the colour samples, or a size of your own")
        self.side.addItem("As fine as the grain", None)
        for side in SIZES:
            self.side.addItem(phrase("{0} x {1}", side, side), side)
        for box in (self.which, self.side):
            box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            column.addWidget(box)
        self.buttons: dict[str, QPushButton] = {}
        for row_of in (
            (
                ("write", "Write map …", "As PNG or TIFF, for other programs", self._write),
                ("take", "Take map …", "A picture by the same places: colour as a layer on top", self._take),
            ),
            (
                (
                    "layers",
                    "Write layers …",
                    "All layers as an OpenRaster file, for paint programs",
                    self._layers,
                ),
                ("back", "Take layers …", "The layers of an OpenRaster file, in a group on top", self._back),
            ),
            (("flat", "Lay out flat", "Texture places for a piece that has none, in charts", self.lay_out),),
        ):
            row = QHBoxLayout()
            for key, title, tip, run in row_of:
                button = QPushButton(title)
                button.setToolTip(tip)
                button.clicked.connect(lambda _=False, r=run: r())
                row.addWidget(button)
                self.buttons[key] = button
            column.addLayout(row)

    def _write(self) -> None:
        piece = self.controller.piece
        if piece is None:
            return
        kinds = "PNG (*.png);;TIFF (*.tif *.tiff)"
        name, kind = QFileDialog.getSaveFileName(self, "Write a map", f"{piece.name}.png", kinds)
        if name:
            path = Path(name)
            if path.suffix.lower() not in (".png", ".tif", ".tiff"):
                path = path.with_name(path.name + (".tif" if kind.startswith("TIFF") else ".png"))
            self.write_to(path)

    def write_to(self, path: Path) -> None:
        """Write the chosen map of the chosen piece into a file, or all into files of that name."""
        key, size = self.which.currentData(), self.side.currentData()
        wanted = () if key == _ALL else (key,)
        self._long(
            "Writing the map …",
            lambda still, piece, progress: colour_maps.write_maps(still, piece, path, wanted, size, progress),
            "No map was written.",
        )

    def _long(self, title: str, job: Callable[[Portrait, str, Progress], str], spared: str) -> None:
        piece = self.controller.piece
        if piece is None or self._busy():
            return
        still = still_of(self.bench.portrait)
        self._worker = behind_dialog(
            self,
            title,
            lambda progress: job(still, piece.id, progress),
            lambda text: self.bench.say(text),
            lambda text: self.bench.say(text, "warn"),
            spared,
        )

    def _busy(self) -> bool:
        return self._worker is not None and self._worker.isRunning()

    def _edit(self, title: str, job: Callable[[str, Progress], Edit | tuple[Edit, str]], spared: str) -> None:
        """Make an edit of the chosen piece behind a dialog, and carry it out."""
        piece = self.controller.piece
        if piece is None or self._busy():
            return
        self.controller.end_step()

        def done(made: Edit | tuple[Edit, str]) -> None:
            self.controller.do(lambda _: made)

        self._worker = behind_dialog(
            self,
            title,
            lambda progress: job(piece.id, progress),
            done,
            lambda text: self.bench.say(text, "warn"),
            spared,
        )

    def _take(self) -> None:
        kinds = "Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)"
        name, _ = QFileDialog.getOpenFileName(self, "Take a map", "", kinds)
        if name:
            self.take_from(Path(name))

    def take_from(self, path: Path) -> None:
        """Lay a picture file onto the chosen piece: colour as a layer, other values onto the layer in hand."""
        portrait, key, layer = self.bench.portrait, self.which.currentData(), self.controller.layer
        if key in QUALITIES and layer is not None:
            self._edit(
                "Laying the map on …",
                lambda p, _: colour_maps.take_values(portrait, p, layer.id, key, path),
                "The skin was left as it was.",
            )
        elif key in ("colour", _ALL):
            self._edit(
                "Laying the map on …",
                lambda p, _: colour_maps.take_map(portrait, p, path),
                "The skin was left as it was.",
            )
        else:
            self.bench.say("Normals cannot be taken. Take a map of the fine height instead.", "note")

    def _layers(self) -> None:
        piece = self.controller.piece
        if piece is not None:
            name, _ = QFileDialog.getSaveFileName(self, "Write layers", f"{piece.name}.ora", "OpenRaster (*.ora)")
            if name:
                self.write_layers(Path(name).with_suffix(".ora"))

    def write_layers(self, path: Path) -> None:
        """Write the colour layers of the chosen piece as OpenRaster."""
        size = self.side.currentData()
        self._long(
            "Writing the layers …",
            lambda still, piece, progress: openraster.write(still, piece, path, size, progress),
            "No layers were written.",
        )

    def _back(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self, "Take layers", "", "OpenRaster (*.ora)")
        if name:
            self.take_layers(Path(name))

    def take_layers(self, path: Path) -> None:
        """Lay the layers of an OpenRaster file onto the chosen piece."""
        portrait = self.bench.portrait
        self._edit(
            "Laying the layers on …",
            lambda p, progress: openraster.take(portrait, p, path, progress),
            "The skin was left as it was.",
        )

    def lay_out(self) -> None:
        """Give the chosen piece texture places."""
        portrait = self.bench.portrait
        self._edit(
            "Laying it out flat …",
            lambda p, progress: colour_maps.lay_out(portrait, p, progress),
            "The piece was left as it was.",
        )
