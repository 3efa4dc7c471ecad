"""Solids: pieces with live measures, settled into clay."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.solids import solids_panel
from yewfinch.app.rooms.solids.solid_controller import Solids
from yewfinch.app.rooms.solids.solid_drawing import LatheDrawing, TubeDrawing
from yewfinch.app.rooms.solids.solid_hand import SolidHand
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    solids = Solids(shop.bench)
    hand = SolidHand(shop.view, solids)
    tube, lathe = TubeDrawing(shop.bench), LatheDrawing(shop.bench)
    return Room(
        "solids",
        place=50,
        panels=(Panel("Solids", lambda: solids_panel.SolidsPanel(solids, shop.lines, (tube, lathe)), {"Block": 50}),),
        modes=(Mode("solid", hand, "Drag a solid; with Shift it sticks to what lies under the pointer. Esc ends."),),
        actions=(
            Action(
                "solid_hand",
                "Move solids",
                "Edit",
                "U",
                "Drag solids across the view, with Shift along other pieces; Esc ends.",
                lambda: shop.bench.toggle_mode("solid"),
                place=502,
            ),
            Action(
                "draw_tube",
                "Draw a tube",
                "Edit",
                "Z",
                "Draw the course of a tube on the view; it stays a solid. Esc ends.",
                lambda: shop.lines.toggle(tube),
                place=508,
            ),
            Action(
                "draw_lathe",
                "Draw a lathe",
                "Edit",
                "Shift+Z",
                "Draw one side of a turned form on the view, from its upright axis on; it stays a solid. Esc ends.",
                lambda: shop.lines.toggle(lathe),
                place=509,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
