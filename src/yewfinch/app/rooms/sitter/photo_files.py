"""Photos and marks from files, the clipboard and what is dropped on the window."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from pathlib import Path

from PyQt6.QtCore import QBuffer, QByteArray, QIODevice
from PyQt6.QtWidgets import QApplication, QFileDialog

from yewfinch.app.rooms.sitter.sitting import Sitting
from yewfinch.app.shell.workshop import Workshop
from yewfinch.core.formats.marks import SUFFIXES as MARK_SUFFIXES
from yewfinch.core.formats.marks import read_marks, write_marks
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.photo import SUFFIXES


class PhotoFiles:
    """Asks which, then takes them in or writes them."""

    def __init__(self, shop: Workshop, sitting: Sitting) -> None:
        self.shop, self.bench, self.sitting = shop, shop.bench, sitting

    def drop(self, paths: Sequence[Path]) -> Collection[Path]:
        """Put files that look like photos on the wall; which of them those are."""
        photos = [p for p in paths if p.suffix.lower() in SUFFIXES]
        if photos:
            self.sitting.add(photos)
        return photos

    def paste(self) -> None:
        """Put a copied picture or copied files on the wall."""
        board = QApplication.clipboard()
        data = None if board is None else board.mimeData()
        if data is None:
            return
        paths = [Path(u.toLocalFile()) for u in data.urls() if u.isLocalFile()]
        if paths:
            self.sitting.add(paths)
        elif data.hasImage() and board is not None:
            raw = QByteArray()
            buffer = QBuffer(raw)
            buffer.open(QIODevice.OpenModeFlag.WriteOnly)
            board.image().save(buffer, "PNG")
            self.sitting.add_bytes(raw.data(), "pasted.png")
        else:
            self.bench.say("There is no picture to paste.", "warn")

    def ask_photos(self) -> None:
        """Choose photos to add."""
        kinds = in_a_row(" ", (f"*{s}" for s in SUFFIXES))
        names, _ = QFileDialog.getOpenFileNames(
            self.shop.window, "Add photos", self.shop.documents.folder(), phrase("Photos ({0})", kinds)
        )
        if names:
            self.sitting.add([Path(n) for n in names])

    def ask_marks(self) -> None:
        """Choose a file of marks to read."""
        name, _ = QFileDialog.getOpenFileName(
            self.shop.window, "Read marks", self.shop.documents.folder(), "Marks (*.csv *.json)"
        )
        if name:
            self.read_marks(Path(name))

    def read_marks(self, path: Path) -> bool:
        """Take marks from a file, as one edit."""
        try:
            sitter, count = read_marks(self.bench.portrait.sitter, path)
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return False
        self.bench.portrait.set_field("sitter", sitter, phrase("Read {0} marks", count))
        self.bench.say(phrase("Read {0} marks from {1}.", count, path.name))
        return True

    def ask_save_marks(self) -> None:
        """Choose where the marks are written to."""
        name, chosen = QFileDialog.getSaveFileName(
            self.shop.window, "Write marks", f"{self.shop.documents.folder()}/marks", "CSV (*.csv);;JSON (*.json)"
        )
        if name:
            path = Path(name)
            if path.suffix.lower() not in MARK_SUFFIXES:
                path = path.with_name(path.name + chosen[chosen.index("(*") + 2 : -1])
            try:
                self.bench.say(
                    phrase("Wrote {0} marks to {1}.", write_marks(self.bench.portrait.sitter, path), path.name)
                )
            except YewfinchError as error:
                self.bench.say(str(error), "error")
