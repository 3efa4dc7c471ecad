"""Grey pictures that tools work through: stamps in the tool, the stencil over the view."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.stamps import stamp_panel, stencil_panel
from yewfinch.app.rooms.stamps.stencil_hand import StencilHand
from yewfinch.app.rooms.stamps.stencil_paint import paint
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode, Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    hand = StencilHand(shop.view)
    return Room(
        "stamps",
        place=140,
        panels=(
            Panel(
                "Stamps",
                lambda: stamp_panel.StampPanel(shop.bench, shop.documents.folder),
                {},
                more={"Form": 20, "Features": 20, "Skin": 30},
            ),
            Panel(
                "Stencil",
                lambda: stencil_panel.StencilPanel(hand),
                {},
                more={"Form": 30, "Features": 30, "Skin": 40},
            ),
        ),
        modes=(Mode("stencil", hand, hand.hint),),
        overs=(Over(90, partial(paint, view=shop.view, hand=hand)),),
        actions=(
            Action(
                "stencil_hand",
                "Move the stencil",
                "Edit",
                "F9",
                "Move, size and turn the stencil over the view; F9 or Esc goes back to the tool.",
                hand.toggle,
                place=300,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
