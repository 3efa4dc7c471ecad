"""Calipers and the canon of thirds and fifths."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.measures import calipers_panel, canon_panel
from yewfinch.app.rooms.measures.caliper_hand import TAKINGS, CaliperHand
from yewfinch.app.rooms.measures.caliper_paint import paint
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode, Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    hands = [CaliperHand(shop.view, taking) for taking in TAKINGS]
    return Room(
        "measures",
        place=190,
        panels=(
            Panel("Calipers", lambda: calipers_panel.CalipersPanel(shop.bench), {}, more={"Features": 120}),
            Panel(
                "Canon: thirds and fifths",
                lambda: canon_panel.CanonPanel(shop.bench),
                {},
                more={"Block": 190, "Features": 150, "Show": 60},
            ),
        ),
        modes=tuple(Mode(hand.taking.kind, hand, hand.hint) for hand in hands),
        overs=(Over(110, partial(paint, view=shop.view)),),
        help=Path(__file__).with_name("help.md"),
    )
