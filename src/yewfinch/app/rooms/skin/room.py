"""Skin: the colour in hand by pigments, and measures of skin."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.skin import pigments_panel, tone_panel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    return Room(
        "skin",
        place=205,
        panels=(
            Panel("Pigments", lambda: pigments_panel.PigmentsPanel(shop.bench), {"Skin": 40}),
            Panel("Measures of skin", lambda: tone_panel.TonePanel(shop.view), {}, more={"Skin": 70}),
        ),
        help=Path(__file__).with_name("help.md"),
    )
