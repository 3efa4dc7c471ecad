"""Lips, teeth and tongue: the mouth's lines and forms in millimetres, open or closed."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.mouth import lip_forms_panel, lips_panel, teeth_panel
from yewfinch.app.rooms.mouth.lip_hand import LipHand
from yewfinch.app.rooms.mouth.mouth_controller import Mouth
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    mouth = Mouth(shop.bench)
    hand = LipHand(shop.view, mouth)
    return Room(
        "mouth",
        place=91,
        panels=(
            Panel("Lips", lambda: lips_panel.LipsPanel(mouth), {"Features": 30}),
            Panel("Lip forms", lambda: lip_forms_panel.LipFormsPanel(mouth), {}, more={"Features": 5.8}),
            Panel("Open mouth and teeth", lambda: teeth_panel.TeethPanel(mouth), {}, more={"Features": 5.9}),
        ),
        modes=(Mode("lips", hand, "Drag a knot or a corner of the lips. Esc ends.", hand.paint),),
        actions=(
            Action(
                "lips",
                "Lip lines",
                "Edit",
                "Alt+L",
                "Drag the lines of the lips by their knots in the view; Esc ends.",
                lambda: shop.bench.toggle_mode("lips"),
                place=522,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
