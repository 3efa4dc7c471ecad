"""Everything that is chosen from a file dialog or the clipboard, but for portraits themselves."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QBuffer, QByteArray, QIODevice
from PyQt6.QtWidgets import QApplication, QFileDialog

from yewfinch.app import sheet
from yewfinch.core.formats.exchange import formats, writable
from yewfinch.core.formats.marks import SUFFIXES as MARK_SUFFIXES
from yewfinch.core.formats.marks import read_marks, write_marks
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sitter.photo import SUFFIXES

if TYPE_CHECKING:
    from yewfinch.app.window import MainWindow


class Files:
    """Photos, drawings, marks, sheets, pictures and other formats, in and out."""

    def __init__(self, window: MainWindow) -> None:
        self.window = window

    def paste(self) -> None:
        """Put a copied picture or copied files on the wall."""
        board = QApplication.clipboard()
        data = None if board is None else board.mimeData()
        if data is None:
            return
        paths = [Path(u.toLocalFile()) for u in data.urls() if u.isLocalFile()]
        if paths:
            self.window.sitting.add(paths)
        elif data.hasImage() and board is not None:
            raw = QByteArray()
            buffer = QBuffer(raw)
            buffer.open(QIODevice.OpenModeFlag.WriteOnly)
            board.image().save(buffer, "PNG")
            self.window.sitting.add_bytes(raw.data(), "pasted.png")
        else:
            self.window.bench.say("There is no picture to paste.", "warn")

    def ask_photos(self) -> None:
        """Choose photos to add."""
        kinds = " ".join(f"*{s}" for s in SUFFIXES)
        names, _ = QFileDialog.getOpenFileNames(self.window, "Add photos", self.window.folder(), f"Photos ({kinds})")
        if names:
            self.window.sitting.add([Path(n) for n in names])

    def ask_sheet_picture(self) -> None:
        """Choose a drawing to place behind the clay."""
        kinds = " ".join(f"*{s}" for s in SUFFIXES)
        name, _ = QFileDialog.getOpenFileName(self.window, "Design sheet", self.window.folder(), f"Drawings ({kinds})")
        if name:
            self.window.sheets.add(Path(name))

    def ask_stamp(self) -> None:
        """Choose pictures to make stamps of."""
        kinds = " ".join(f"*{s}" for s in SUFFIXES)
        names, _ = QFileDialog.getOpenFileNames(self.window, "Stamps", self.window.folder(), f"Pictures ({kinds})")
        for name in names:
            self.window.stamps.add_file(Path(name))

    def _kinds(self) -> str:
        return f"3D files ({' '.join('*' + s for s in formats())})"

    def ask_import(self) -> None:
        """Choose a file to import."""
        name, _ = QFileDialog.getOpenFileName(self.window, "Import", self.window.folder(), self._kinds())
        if name:
            self.window.documents.import_file(Path(name))

    def ask_save_bare(self) -> None:
        """Choose where a copy without the sitter goes."""
        name, _ = QFileDialog.getSaveFileName(
            self.window, "Remove photos before sharing", f"{self.window.folder()}/portrait to share.yewfinch", "Portraits (*.yewfinch)"
        )
        if name:
            self.window.documents.save_without_sitter(Path(name))

    def ask_export(self) -> None:
        """Choose where to export to."""
        kinds = ";;".join(f"{f.title}: {f.units} (*{s})" for s, f in writable().items())
        name, chosen = QFileDialog.getSaveFileName(self.window, "Export", f"{self.window.folder()}/portrait", kinds)
        if name:
            path = Path(name)
            if path.suffix.lower() not in writable():
                path = path.with_name(path.name + chosen[chosen.index("(*") + 2 : -1])
            self.window.documents.export_file(path)

    def ask_picture(self) -> None:
        """Save what the clay view shows."""
        name, _ = QFileDialog.getSaveFileName(self.window, "Save picture", f"{self.window.folder()}/portrait.png", "PNG (*.png)")
        if name:
            camera = self.window.viewport.camera()
            image = self.window.viewport.small_picture(camera)
            data = QByteArray()
            buffer = QBuffer(data)
            buffer.open(QIODevice.OpenModeFlag.WriteOnly)
            image.save(buffer, "PNG")
            self.window.documents.write_picture(Path(name), data.data())

    def ask_sheet(self) -> None:
        """Choose where the comparison sheet goes."""
        if self.window.bench.portrait.sitter.solution is None:
            self.window.bench.say("The sitter is not solved yet, so there is nothing to compare.", "warn")
            return
        kinds = "PDF (*.pdf);;PNG (*.png);;all numbers as CSV (*.csv)"
        name, chosen = QFileDialog.getSaveFileName(self.window, "Comparison sheet", f"{self.window.folder()}/comparison", kinds)
        if name:
            path = Path(name)
            if path.suffix.lower() not in sheet.SUFFIXES:
                path = path.with_name(path.name + chosen[chosen.index("(*") + 2 : -1])
            self.write_sheet(path)

    def write_sheet(self, path: Path) -> bool:
        """Write the comparison sheet; False if it cannot be written."""
        try:
            self.window.bench.say(sheet.write_sheet(self.window.bench, self.window.photos, path, self.window.viewport.small_picture))
        except YewfinchError as error:
            self.window.bench.say(str(error), "error")
            return False
        return True

    def ask_marks(self) -> None:
        """Choose a file of marks to read."""
        name, _ = QFileDialog.getOpenFileName(self.window, "Read marks", self.window.folder(), "Marks (*.csv *.json)")
        if name:
            self.read_marks(Path(name))

    def read_marks(self, path: Path) -> bool:
        """Take marks from a file, as one edit."""
        try:
            sitter, count = read_marks(self.window.bench.portrait.sitter, path)
        except YewfinchError as error:
            self.window.bench.say(str(error), "error")
            return False
        self.window.bench.portrait.set_field("sitter", sitter, f"Read {count} marks")
        self.window.bench.say(f"Read {count} marks from {path.name}.")
        return True

    def ask_save_marks(self) -> None:
        """Choose where the marks are written to."""
        name, chosen = QFileDialog.getSaveFileName(self.window, "Write marks", f"{self.window.folder()}/marks", "CSV (*.csv);;JSON (*.json)")
        if name:
            path = Path(name)
            if path.suffix.lower() not in MARK_SUFFIXES:
                path = path.with_name(path.name + chosen[chosen.index("(*") + 2 : -1])
            try:
                self.window.bench.say(f"Wrote {write_marks(self.window.bench.portrait.sitter, path)} marks to {path.name}.")
            except YewfinchError as error:
                self.window.bench.say(str(error), "error")
