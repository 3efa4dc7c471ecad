"""The tool in hand and its strokes."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.stroke import curve_paint, stroke_panel, tool_panel
from yewfinch.app.rooms.stroke.favourites import Favourites, favourite_keys
from yewfinch.app.rooms.stroke.stroke_hand import StrokeHand
from yewfinch.app.rooms.stroke.strokes import Strokes
from yewfinch.app.rooms.stroke.tool_circle import ToolCircle
from yewfinch.app.rooms.stroke.tool_strip import ToolStrip
from yewfinch.app.rooms.stroke.tray import Tray
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode, Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench, view = shop.bench, shop.view
    strokes, circle = Strokes(view), ToolCircle()
    favourites, layout = Favourites(bench, shop.settings), shop.settings.arrangement
    tray = Tray(view, favourites, lambda: shop.actions["undo"].run(), lambda: shop.actions["redo"].run())
    hand = StrokeHand(view, strokes, tray.open)

    def keep_folded(folded: bool) -> None:
        layout.tool_folded = folded
        shop.settings.save()

    def take_one_that_suits() -> None:
        """A stage of paint begins with a tool that paints, one of form with one that forms."""
        if bench.stage == "Skin" and bench.tools.tool_id != "paint":
            bench.tools.take("paint")
        elif bench.stage in ("Block", "Form", "Features") and bench.tools.tool_id == "paint":
            bench.tools.take("clay")

    bench.stage_changed.connect(take_one_that_suits)
    return Room(
        "stroke",
        place=130,
        panels=(
            Panel(
                "Stroke",
                lambda: stroke_panel.StrokePanel(bench, strokes),
                {"Form": 50},
                more={"Features": 10, "Skin": 20},
            ),
        ),
        modes=(Mode("tool", hand),),
        overs=(
            Over(100, partial(curve_paint.paint, view=view, curve=hand.curve)),
            Over(130, partial(circle.paint, view=view)),
        ),
        actions=(
            Action(
                "stroke_again",
                "Last stroke again",
                "Edit",
                "Ctrl+R",
                "Do the last stroke again with the tool in hand and its settings, in the place of what it did.",
                strokes.redo,
                place=301,
            ),
            *favourite_keys(favourites),
        ),
        tools=lambda: tool_panel.ToolPanel(bench, folded=layout.tool_folded, on_fold=keep_folded),
        strip=lambda: ToolStrip(bench, favourites),
        close=strokes.wait,
        help=Path(__file__).with_name("help.md"),
    )
