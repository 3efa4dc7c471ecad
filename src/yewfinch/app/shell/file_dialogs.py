"""Files that are chosen from dialogs: models and pictures of the clay, in and out."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QBuffer, QByteArray, QIODevice
from PyQt6.QtWidgets import QFileDialog, QWidget

from yewfinch.app.shell.documents import Documents
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.formats.model_files import formats, writable
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import in_a_row, phrase


class FileDialogs:
    """Asks where, then has it done."""

    def __init__(self, window: QWidget, bench: Bench, viewport: Viewport, documents: Documents) -> None:
        self.window, self.bench, self.viewport, self.documents = window, bench, viewport, documents

    def _kinds(self) -> str:
        return phrase("3D files ({0})", in_a_row(" ", ("*" + s for s in formats())))

    def ask_import(self) -> None:
        """Choose a file to import."""
        name, _ = QFileDialog.getOpenFileName(self.window, "Import", self.documents.folder(), self._kinds())
        if name:
            self.documents.import_file(Path(name))

    def ask_save_bare(self) -> None:
        """Choose where a copy without the sitter goes."""
        name, _ = QFileDialog.getSaveFileName(
            self.window,
            "Remove photos before sharing",
            phrase("{0}/portrait to share.yewfinch", self.documents.folder()),
            "Portraits (*.yewfinch)",
        )
        if name:
            self.documents.save_without_sitter(Path(name))

    def ask_export(self) -> None:
        """Choose where to export to."""
        kinds = ";;".join(phrase("{0}: {1} (*{2})", f.title, f.units, s) for s, f in writable().items())
        name, chosen = QFileDialog.getSaveFileName(self.window, "Export", f"{self.documents.folder()}/portrait", kinds)
        if name:
            path = Path(name)
            if path.suffix.lower() not in writable():
                path = path.with_name(path.name + chosen[chosen.index("(*") + 2 : -1])
            self.documents.export_file(path)

    def ask_picture(self) -> None:
        """Save what the clay view shows."""
        name, _ = QFileDialog.getSaveFileName(
            self.window, "Save picture", f"{self.documents.folder()}/portrait.png", "PNG (*.png)"
        )
        if name:
            camera = self.viewport.camera()
            image = self.viewport.small_picture(camera)
            data = QByteArray()
            buffer = QBuffer(data)
            buffer.open(QIODevice.OpenModeFlag.WriteOnly)
            image.save(buffer, "PNG")
            self.documents.write_picture(Path(name), data.data())
