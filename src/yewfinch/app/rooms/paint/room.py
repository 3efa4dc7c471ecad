"""Colour layers: their list, their masks, adjustments, complexions."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.paint import (
    colour_layers_panel,
    colour_map_panel,
    complexion_panel,
    layer_mask_panel,
    layer_values_panel,
    photo_skin_panel,
)
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    controller = PaintController(shop.bench)
    return Room(
        "paint",
        place=203,
        panels=(
            Panel("Colour layers", lambda: colour_layers_panel.ColourLayersPanel(controller), {"Skin": 30}),
            Panel(
                "Layer mask and adjustment",
                lambda: layer_mask_panel.LayerMaskPanel(controller),
                {"Skin": 70},
            ),
            Panel(
                "Roughness, wetness, height",
                lambda: layer_values_panel.LayerValuesPanel(controller),
                {"Skin": 60},
            ),
            Panel(
                "Photos onto the skin",
                lambda: photo_skin_panel.PhotoSkinPanel(controller, shop.view),
                {"Skin": 50},
            ),
            Panel("Colour map", lambda: colour_map_panel.ColourMapPanel(controller), {}, more={"Skin": 80}),
            Panel("Complexion", lambda: complexion_panel.ComplexionPanel(controller), {"Skin": 10}),
        ),
        help=Path(__file__).with_name("help.md"),
    )
