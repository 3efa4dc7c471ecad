"""Name, note, tags and lens of a photo."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QDialog,
    QDialogButtonBox,
    QDoubleSpinBox,
    QFormLayout,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QWidget,
)

from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.photo import Photo


class PhotoDetails(QDialog):
    """Asks; emits the changed photo.

    Signals
    -------
    accepted_photo : (Photo,)
    """

    accepted_photo = pyqtSignal(object)

    def __init__(self, photo: Photo, others: set[str], parent: QWidget) -> None:
        super().__init__(parent)
        self.photo, self.others = photo, others
        self.setWindowTitle("Photo")
        form = QFormLayout(self)
        self.name = QLineEdit(photo.name)
        self.note = QPlainTextEdit(photo.note)
        self.note.setFixedHeight(80)
        self.tags = QLineEdit(in_a_row(" ", photo.tags))
        self.tags.setPlaceholderText("words, with spaces between")
        self.lens = QDoubleSpinBox()
        self.lens.setRange(0.0, 2000.0)
        self.lens.setDecimals(1)
        self.lens.setSuffix(" mm")
        self.lens.setSpecialValueText("unknown")
        self.lens.setValue(photo.lens or 0.0)
        self.lens.setToolTip("35 mm equivalent focal length; unknown is all right")
        form.addRow("Name", self.name)
        form.addRow("Note", self.note)
        form.addRow("Tags", self.tags)
        form.addRow("Lens (35 mm)", self.lens)
        form.addRow("Size", QLabel(phrase("{0} x {1} pixels", photo.width, photo.height)))
        self.problem = QLabel()
        self.problem.setProperty("error", True)
        self.problem.setWordWrap(True)
        form.addRow(self.problem)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Ok | QDialogButtonBox.StandardButton.Cancel)
        buttons.accepted.connect(self.accept)
        buttons.rejected.connect(self.reject)
        form.addRow(buttons)

    def accept(self) -> None:
        """Take it, if the name is free."""
        name = self.name.text().strip()
        if not name:
            self.problem.setText("A photo needs a name.")
            return
        if name in self.others:
            self.problem.setText(phrase("Another photo is called '{0}'. Choose another name.", name))
            return
        lens = self.lens.value()
        changed = replace(
            self.photo,
            name=name,
            note=self.note.toPlainText().strip(),
            tags=tuple(dict.fromkeys(self.tags.text().replace("#", " ").split())),
            lens=lens if lens >= 5.0 else None,
        )
        if changed != self.photo:
            self.accepted_photo.emit(changed)
        super().accept()
