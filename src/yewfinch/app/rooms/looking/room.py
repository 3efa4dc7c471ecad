"""How the clay is looked at: finish, light, section."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from pathlib import Path

from yewfinch.app.rooms.looking import looking_panel, section_panel
from yewfinch.app.rooms.looking.section_controller import Sections
from yewfinch.app.rooms.looking.section_hand import SectionHand
from yewfinch.app.rooms.looking.section_paint import paint
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench = shop.bench
    sections = Sections(bench)
    hand = SectionHand(shop.view, sections)
    return Room(
        "looking",
        place=170,
        panels=(
            Panel("Looking", lambda: looking_panel.LookingPanel(bench), {"Show": 10}, more={"Form": 160}),
            Panel(
                "Section",
                lambda: section_panel.SectionPanel(sections),
                {"Show": 40},
                more={"Form": 170, "Features": 130},
            ),
        ),
        hands=(hand,),
        overs=(Over(80, partial(paint, view=shop.view, hand=hand)),),
        actions=(
            Action(
                "look_raking",
                "Raking light",
                "View",
                "F6",
                "One hard lamp from the side, or soft light; hold the key to look only as long.",
                lambda: bench.outlook.set_looking(raking=not bench.outlook.looking.raking),
                place=0,
                held=True,
            ),
            Action(
                "look_black",
                "Black outline",
                "View",
                "F7",
                "Fill the outline with black, to judge the silhouette; hold the key to look only as long.",
                lambda: bench.outlook.set_looking(black=not bench.outlook.looking.black),
                place=1,
                held=True,
            ),
            Action(
                "look_wire",
                "Wires",
                "View",
                "Shift+F7",
                "Draw the edges of the clay's net.",
                lambda: bench.outlook.set_looking(wire=not bench.outlook.looking.wire),
                place=2,
            ),
            Action(
                "section",
                "Section",
                "View",
                "Shift+F8",
                "Cut the clay by a plane along the midline, or leave it whole.",
                sections.toggle,
                place=3,
            ),
            Action(
                "look_mirrored",
                "Mirrored picture",
                "View",
                "F8",
                "Exchange left and right of the picture, to see it with fresh eyes; hold the key to look only as long.",
                lambda: bench.outlook.set_view(replace(bench.outlook.view, mirrored=not bench.outlook.view.mirrored)),
                place=4,
                held=True,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
