"""What can be taken away from the bench."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.output import output_panel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    return Room(
        "output",
        place=210,
        panels=(Panel("Picture and export", lambda: output_panel.OutputPanel(shop.actions), {"Show": 50}),),
        help=Path(__file__).with_name("help.md"),
    )
