"""The clay's landmarks."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.landmarks import landmarks_panel
from yewfinch.app.rooms.landmarks.landmark_paint import paint
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.landmark_hand import LandmarkHand
from yewfinch.app.view.modes import Mode, Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench, hand = shop.bench, LandmarkHand(shop.view)
    return Room(
        "landmarks",
        place=180,
        panels=(
            Panel(
                "Landmarks on the clay",
                lambda: landmarks_panel.LandmarksPanel(bench),
                {"Sitter": 50},
                more={"Features": 110},
            ),
        ),
        modes=(Mode("landmark", hand, hand.hint),),
        overs=(Over(50, partial(paint, view=shop.view)),),
        actions=(
            Action(
                "landmarks",
                "Show landmarks",
                "View",
                "K",
                "Show all landmarks on the clay.",
                lambda: bench.outlook.set_show_landmarks(not bench.outlook.show_landmarks),
                place=13,
            ),
            Action(
                "move_landmarks",
                "Move landmarks",
                "View",
                "L",
                "Drag landmarks along the clay.",
                lambda: bench.toggle_mode("landmark"),
                place=14,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
