"""How fine the clay is: detail levels, and detail that follows strokes."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from yewfinch.app.rooms.levels import adaptive_panel, levels_panel
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""

    @cache
    def levels() -> levels_panel.LevelsPanel:
        return levels_panel.LevelsPanel(shop.bench)

    return Room(
        "levels",
        place=100,
        panels=(
            Panel("Levels", levels, {"Form": 10}, more={"Block": 110}),
            Panel(
                "Adaptive detail",
                lambda: adaptive_panel.AdaptivePanel(shop.bench),
                {},
                more={"Block": 130, "Form": 120},
            ),
        ),
        actions=(
            Action(
                "level_down",
                "Coarser level",
                "Edit",
                "PgDown",
                "Go to the next coarser level of the chosen piece.",
                lambda: levels().step(-1),
                place=400,
            ),
            Action(
                "level_up",
                "Finer level",
                "Edit",
                "PgUp",
                "Go to the next finer level; what was changed on this one carries its detail along.",
                lambda: levels().step(1),
                place=401,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
