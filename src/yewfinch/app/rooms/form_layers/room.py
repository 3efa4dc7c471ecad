"""Form layers and stored states."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.form_layers import form_layers_panel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    return Room(
        "form_layers",
        place=160,
        panels=(
            Panel(
                "Form layers", lambda: form_layers_panel.LayersPanel(shop.bench), {"Form": 20}, more={"Features": 50}
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
