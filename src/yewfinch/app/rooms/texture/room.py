"""Surface textures: patterns of the skin as relief."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from yewfinch.app.rooms.texture import texture_panel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    made: list[texture_panel.TexturePanel] = []

    @cache
    def panel() -> texture_panel.TexturePanel:
        made.append(texture_panel.TexturePanel(shop.bench))
        return made[0]

    def close() -> None:
        for one in made:
            one.close_down()

    return Room(
        "texture",
        place=150,
        panels=(Panel("Surface texture", panel, {}, more={"Form": 60, "Features": 60, "Skin": 50}),),
        close=close,
        help=Path(__file__).with_name("help.md"),
    )
