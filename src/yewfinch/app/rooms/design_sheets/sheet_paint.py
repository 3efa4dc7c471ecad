"""The marks on the design sheet that lies in the view."""

from __future__ import annotations

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPen

from yewfinch.app.rooms.design_sheets.sheet_behind import SheetBehind
from yewfinch.app.view.brushes import GOLD, INK, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.phrases import phrase


def paint(p: QPainter, view: Viewport, behind: SheetBehind) -> None:
    """Paint the sheet's marks and its frame."""
    sheet = behind.sheet()
    if sheet is None:
        return
    left, top, width, _ = sheet.box(view.camera())
    s = width / sheet.width
    for i, (x, y) in enumerate(sheet.marks):
        at = QPointF(left + x * s, top + y * s)
        for pen in (QPen(INK, 3.2), QPen(GOLD, 1.6)):
            p.setPen(pen)
            p.drawLine(at + QPointF(-9, 0), at + QPointF(9, 0))
            p.drawLine(at + QPointF(0, -9), at + QPointF(0, 9))
        label(p, at + QPointF(12, -4), phrase("mark {0}", i + 1), view)
