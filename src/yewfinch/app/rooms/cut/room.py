"""Wire cuts, and outlines that the silhouette goes to."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.cut import cut_panel
from yewfinch.app.rooms.cut.cut_controller import Cutting
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    cutting = Cutting(shop.lines)
    return Room(
        "cut",
        place=110,
        panels=(Panel("Cut and outline", lambda: cut_panel.CutPanel(cutting), {}, more={"Block": 170, "Form": 100}),),
        actions=(
            Action(
                "cut",
                "Wire cut",
                "Edit",
                "X",
                "Cut clay along a line drawn on the view; Esc ends.",
                lambda: shop.lines.toggle(cutting.cut),
                place=506,
            ),
            Action(
                "fit",
                "Fit the outline",
                "Edit",
                "E",
                "Draw the outline that the chosen piece is to have; its silhouette goes there. Esc ends.",
                lambda: shop.lines.toggle(cutting.fit),
                place=507,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
