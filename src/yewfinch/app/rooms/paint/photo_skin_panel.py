"""Photos of the sitter laid onto the skin of the chosen piece as colour layers."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtWidgets import QCheckBox, QComboBox, QFileDialog, QLabel, QPushButton

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import photo_skin
from yewfinch.core.document.verbs.photo_skin import Laying
from yewfinch.core.formats import colour_maps


class PhotoSkinPanel(LivePanel):
    """Which photos, how they are lined up and freed of their light, and a button."""

    def __init__(self, controller: PaintController, view: Viewport) -> None:
        super().__init__(controller.bench)
        self.controller, self.view = controller, view
        self._worker: Worker | None = None
        self.photos = QComboBox()
        self.photos.setAccessibleName("photos laid onto the skin")
        self.photos.setToolTip("One photo with a standpoint, or all of them")
        self.photos.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.column.addWidget(self.photos)
        self.light = ValueSlider("Light out", 0, 100, "%", decimals=0)
        self.light.setToolTip(
            "How much of the light that the photo was taken in is divided out; shadows and gleams are left to others"
        )
        self.light.set_value(100)
        self.line_up = ValueSlider("Line up", 0, 100, "%", decimals=0)
        self.line_up.setToolTip(
            "How far marks and lines of the photo are brought onto the clay's while that is still off"
        )
        self.line_up.set_value(100)
        self.column.addWidget(self.light)
        self.column.addWidget(self.line_up)
        self.even = QCheckBox("Even out white balance and exposure")
        self.even.setToolTip("Several photos are made to agree where they show the same skin")
        self.join = QCheckBox("Join in bands of detail")
        self.join.setToolTip("Seams between photos are as wide as the detail is coarse, so that none is seen")
        self.hair = QCheckBox("Keep hair and background out")
        self.hair.setToolTip(
            "By the hairline and the face outline drawn on a photo (stage Sitter), else by the clay's scalp"
        )
        for box in (self.even, self.join, self.hair):
            box.setChecked(True)
            self.column.addWidget(box)
        self.lay = QPushButton("Lay onto the skin")
        self.lay.setToolTip("Each photo becomes a layer of its own, to be masked, weighed and painted over")
        self.lay.clicked.connect(self._lay)
        self.column.addWidget(self.lay)
        self.picture = QPushButton("Picture through the stencil …")
        self.picture.setToolTip(
            "Any flat picture, laid on from where you look, where the stencil lies over the view (F9 moves it)"
        )
        self.picture.clicked.connect(self._picture)
        self.column.addWidget(self.picture)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        controller.changed.connect(self.later)
        self.begin()

    def laying(self) -> Laying:
        """What the dials say."""
        return Laying(
            self.line_up.value() / 100.0,
            self.light.value() / 100.0,
            self.even.isChecked(),
            self.join.isChecked(),
            self.hair.isChecked(),
        )

    def _lay(self) -> None:
        piece = self.controller.piece
        if piece is None or (self._worker is not None and self._worker.isRunning()):
            return
        self.controller.end_step()
        portrait, how = self.bench.portrait, self.laying()
        alignment = self.bench.standpoint.lay_on()
        wanted = self.photos.currentData()
        photos = list(photo_skin.solved(portrait)) if not wanted else [wanted]

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self.controller.changed.emit()

        self._worker = behind_dialog(
            self,
            "Laying photos onto the skin …",
            lambda progress: photo_skin.lay_on(portrait, piece.id, photos, alignment, how, progress),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The skin was left as it was.",
        )

    def _picture(self) -> None:
        kinds = "Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)"
        name, _ = QFileDialog.getOpenFileName(self, "A picture through the stencil", "", kinds)
        if name:
            self.lay_picture(Path(name))

    def lay_picture(self, path: Path) -> None:
        """Lay a picture file onto the chosen piece where the stencil lies."""
        piece = self.controller.piece
        if piece is None or (self._worker is not None and self._worker.isRunning()):
            return
        self.controller.end_step()
        portrait, camera = self.bench.portrait, self.view.camera()

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self.controller.changed.emit()

        self._worker = behind_dialog(
            self,
            "Laying the picture on …",
            lambda progress: photo_skin.lay_picture(
                portrait, piece.id, colour_maps.read_map(path), path.stem or "Picture", camera, progress
            ),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The skin was left as it was.",
        )

    def refresh(self) -> None:
        """List the photos that have standpoints."""
        solved = photo_skin.solved(self.bench.portrait)
        rows = ([("", "All photos with a standpoint")] if len(solved) > 1 else []) + list(solved.items())
        if [(self.photos.itemData(i), self.photos.itemText(i)) for i in range(self.photos.count())] != rows:
            self.photos.clear()
            for key, name in rows:
                self.photos.addItem(name, key)
        self.lay.setEnabled(bool(solved) and self.controller.piece is not None)
        self.note.setText(
            "" if solved else "No photo has a standpoint yet: mark six landmarks and solve it in the stage Sitter."
        )
        self.note.setVisible(not solved)
