"""What makes this face this face: asymmetry and exaggeration."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.person import asymmetry_panel, exaggeration_panel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    return Room(
        "person",
        place=92,
        panels=(
            Panel("Asymmetry", lambda: asymmetry_panel.AsymmetryPanel(shop.bench), {"Features": 60}),
            Panel("Exaggeration", lambda: exaggeration_panel.ExaggerationPanel(shop.bench), {"Features": 70}),
        ),
        help=Path(__file__).with_name("help.md"),
    )
