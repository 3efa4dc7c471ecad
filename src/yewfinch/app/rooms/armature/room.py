"""Armatures: balls and links, clothed into clay."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.armature import armature_panel
from yewfinch.app.rooms.armature.armature_controller import Armatures
from yewfinch.app.rooms.armature.armature_hand import ArmatureHand
from yewfinch.app.rooms.armature.armature_paint import paint
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    armatures = Armatures(shop.bench)
    hand = ArmatureHand(shop.view, armatures)
    return Room(
        "armature",
        place=70,
        panels=(Panel("Armature", lambda: armature_panel.ArmaturePanel(armatures), {}, more={"Block": 140}),),
        modes=(
            Mode(
                "armature",
                hand,
                "Drag a ball; Ctrl draws a new one from it; click a link to insert one; Del removes. Esc ends.",
                partial(paint, view=shop.view, hand=hand),
            ),
        ),
        actions=(
            Action(
                "armature_hand",
                "Edit armature",
                "Edit",
                "N",
                "Draw, move, bend and scale the balls of an armature; Esc ends.",
                armatures.toggle,
                place=501,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
