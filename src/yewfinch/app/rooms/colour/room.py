"""Colour: chosen, taken from clay or photo, and photos laid onto the clay."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.colour import colour_panel, projection_panel
from yewfinch.app.rooms.colour.colour_hand import ClayColourHand, PhotoColourHand
from yewfinch.app.rooms.colour.photo_coat import PhotoCoat
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    return Room(
        "colour",
        place=200,
        panels=(
            Panel("Colour", lambda: colour_panel.ColourPanel(shop.bench), {"Skin": 20}),
            Panel(
                "Photo on the clay",
                lambda: projection_panel.ProjectionPanel(shop.bench),
                {},
                more={"Features": 90, "Skin": 60},
            ),
        ),
        modes=(
            Mode("pick colour", ClayColourHand(shop.view), "Click the clay to take its colour. Esc ends."),
            Mode(
                "pick layer",
                ClayColourHand(shop.view, layer=True),
                "Click the clay to take the colour of the chosen layer there. Esc ends.",
            ),
            Mode("pick photo", PhotoColourHand(shop.view), "Click the photo to take its colour. Esc ends."),
        ),
        pictures=(PhotoCoat(shop.view),),
        actions=(
            Action(
                "pick",
                "Pick colour",
                "View",
                "I",
                "Take a colour from the clay.",
                lambda: shop.bench.set_mode("pick colour"),
                place=15,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
