"""The history of edits."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.history import history_panel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    return Room(
        "history",
        place=220,
        panels=(
            Panel(
                "History",
                lambda: history_panel.HistoryPanel(shop.bench),
                {},
                more={"Sitter": 70, "Block": 200, "Form": 190, "Features": 160, "Skin": 80},
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
