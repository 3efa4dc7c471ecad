"""Likeness: the clay against the sitter, by landmarks, lines and proportions."""

from __future__ import annotations

from functools import cache, partial
from pathlib import Path

from yewfinch.app.rooms.likeness import (
    fringe_paint,
    likeness_panel,
    lines_panel,
    offset_paint,
    proportions_panel,
    towards_panel,
)
from yewfinch.app.rooms.likeness.comparing import Comparing
from yewfinch.app.rooms.likeness.sheet_writer import SheetWriter
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench, view = shop.bench, shop.view
    comparing = Comparing(bench, view)
    writer = SheetWriter(shop)

    @cache
    def likeness() -> likeness_panel.LikenessPanel:
        return likeness_panel.LikenessPanel(bench)

    return Room(
        "likeness",
        place=20,
        panels=(
            Panel("Likeness", likeness, {"Sitter": 30, "Form": 30, "Features": 50}),
            Panel(
                "Outlines and lines",
                lambda: lines_panel.LinesPanel(bench, comparing.fringes),
                {"Sitter": 20},
                more={"Features": 80},
            ),
            Panel(
                "Towards the sitter",
                lambda: towards_panel.TowardsPanel(bench, likeness(), comparing.fringes),
                {},
                more={"Features": 70},
            ),
            Panel(
                "Proportions",
                lambda: proportions_panel.ProportionsPanel(bench),
                {"Sitter": 40},
                more={"Features": 100},
            ),
        ),
        overs=(
            Over(20, partial(fringe_paint.paint, view=view, fringes=comparing.fringes)),
            Over(30, partial(offset_paint.paint_offsets, view=view)),
            Over(40, partial(offset_paint.paint_arrows, view=view)),
        ),
        actions=(
            Action(
                "sheet",
                "Comparison sheet…",
                "File",
                "Ctrl+Shift+P",
                "Photo, clay and overlay side by side with all numbers, as PDF, PNG or CSV.",
                writer.ask,
                place=204,
            ),
            Action(
                "arrows",
                "Arrows to the sitter",
                "View",
                "J",
                "Show where the clay's landmarks would have to go.",
                lambda: bench.outlook.set_show_arrows(not bench.outlook.show_arrows),
                place=105,
            ),
            Action(
                "fringes",
                "Fringes",
                "View",
                "F",
                "Colour how far the clay lies from the lines drawn on the photo.",
                lambda: bench.outlook.set_show_fringes(not bench.outlook.show_fringes),
                place=106,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
