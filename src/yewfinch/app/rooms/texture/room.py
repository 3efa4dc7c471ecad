"""Surface textures: patterns of the skin as relief."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from yewfinch.app.rooms.texture.texture_panel import TexturePanel
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    made: list[TexturePanel] = []

    @cache
    def panel() -> TexturePanel:
        made.append(TexturePanel(shop.bench))
        return made[0]

    def close() -> None:
        for one in made:
            one.close_down()

    return Room(
        "texture",
        place=150,
        panels=(Panel("Surface texture", panel, {"Form": 60, "Features": 60, "Skin": 50}, folded=True),),
        close=close,
        help=Path(__file__).with_name("help.md"),
    )
