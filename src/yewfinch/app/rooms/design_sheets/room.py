"""Design sheets: drawings without a camera, behind the clay in their own view."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.design_sheets import design_sheets_panel
from yewfinch.app.rooms.design_sheets.sheet_behind import SheetBehind
from yewfinch.app.rooms.design_sheets.sheet_hand import SheetHand
from yewfinch.app.rooms.design_sheets.sheet_paint import paint
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode, Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    behind = SheetBehind(shop.view)
    return Room(
        "design_sheets",
        place=30,
        panels=(
            Panel(
                "Design sheets",
                lambda: design_sheets_panel.SheetsPanel(shop.bench, shop.documents.folder),
                {"Sitter": 60},
                more={"Block": 180},
            ),
        ),
        modes=(
            Mode(
                "sheet", SheetHand(shop.view, behind), "Click two points on the sheet, the upper one first. Esc ends."
            ),
        ),
        overs=(Over(120, partial(paint, view=shop.view, behind=behind)),),
        pictures=(behind,),
        help=Path(__file__).with_name("help.md"),
    )
