"""Two clicks on a design sheet, by which another sheet is fitted to it."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.design_sheets.sheet_behind import SheetBehind
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport


class SheetHand(RestingHand):
    """A click marks the design sheet that lies in the view."""

    def __init__(self, viewport: Viewport, behind: SheetBehind) -> None:
        self.viewport, self.bench, self.behind = viewport, viewport.bench, behind

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Put a mark; the second one ends it."""
        bench, sheet = self.bench, self.behind.sheet()
        if sheet is None:
            bench.say("Turn to the view of a design sheet first.", "warn")
            return True
        left, top, width, _ = sheet.box(self.viewport.camera())
        s = sheet.width / width
        x, y = (at.x() - left) * s, (at.y() - top) * s
        if not (0 <= x <= sheet.width and 0 <= y <= sheet.height):
            bench.say("Click inside the sheet.", "warn")
            return True
        marked = sheet.marked((x, y))
        sitter = bench.portrait.sitter
        sheets = tuple(marked if q.id == sheet.id else q for q in sitter.sheets)
        bench.portrait.set_field("sitter", replace(sitter, sheets=sheets), "Mark the design sheet")
        if len(marked.marks) == 2:
            bench.set_mode("tool")
        return True
