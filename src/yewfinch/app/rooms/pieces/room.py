"""Pieces: listed, chosen, placed, copied."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.pieces import pieces_panel, place_panel
from yewfinch.app.rooms.pieces.place_controller import Placing
from yewfinch.app.rooms.pieces.place_hand import PlaceHand
from yewfinch.app.rooms.pieces.place_paint import paint
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    placing = Placing(shop.bench)
    hand = PlaceHand(shop.view, placing)
    return Room(
        "pieces",
        place=60,
        panels=(
            Panel(
                "Pieces",
                lambda: pieces_panel.PiecesPanel(shop.bench),
                {"Block": 60, "Form": 70},
                more={"Skin": 70, "Show": 50},
            ),
            Panel("Place and copy", lambda: place_panel.PlacePanel(placing), {}, more={"Block": 80}),
        ),
        modes=(
            Mode(
                "place",
                hand,
                "Drag a handle, or a piece; Ctrl goes in steps, Ctrl+click chooses more, Shift sticks to a surface. "
                "Esc ends.",
                partial(paint, view=shop.view, hand=hand),
            ),
        ),
        actions=(
            Action(
                "place_hand",
                "Place pieces",
                "Edit",
                "D",
                "Move, turn and scale the chosen pieces by handles; Esc ends.",
                lambda: shop.bench.toggle_mode("place"),
                place=503,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
