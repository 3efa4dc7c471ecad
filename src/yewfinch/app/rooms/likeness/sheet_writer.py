"""Asking where the comparison sheet goes, and writing it."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtWidgets import QFileDialog

from yewfinch.app.rooms.likeness import comparison_sheet
from yewfinch.app.shell.workshop import Workshop
from yewfinch.core.shared.errors import YewfinchError


class SheetWriter:
    """Writes comparison sheets of what is on the bench."""

    def __init__(self, shop: Workshop) -> None:
        self.shop, self.bench = shop, shop.bench

    def ask(self) -> None:
        """Choose where the comparison sheet goes."""
        if self.bench.portrait.sitter.solution is None:
            self.bench.say("The sitter is not solved yet, so there is nothing to compare.", "warn")
            return
        kinds = "PDF (*.pdf);;PNG (*.png);;all numbers as CSV (*.csv)"
        name, chosen = QFileDialog.getSaveFileName(
            self.shop.window, "Comparison sheet", f"{self.shop.documents.folder()}/comparison", kinds
        )
        if name:
            path = Path(name)
            if path.suffix.lower() not in comparison_sheet.SUFFIXES:
                path = path.with_name(path.name + chosen[chosen.index("(*") + 2 : -1])
            self.write(path)

    def write(self, path: Path) -> bool:
        """Write the comparison sheet; False if it cannot be written."""
        try:
            self.bench.say(
                comparison_sheet.write_sheet(self.bench, self.shop.photos, path, self.shop.view.small_picture)
            )
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return False
        return True
