"""Clay made anew: fused, remeshed, mended, reduced."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.remesh import (
    fuse_panel,
    guide_drawing,
    lost_place,
    quads_panel,
    thin_panel,
    thin_places,
    tidy_panel,
)
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    places = thin_places.ThinPlaces(shop.view)
    drawing = guide_drawing.GuideDrawing(shop.lines)
    return Room(
        "remesh",
        place=80,
        panels=(
            Panel("Fuse and remesh", lambda: fuse_panel.FusePanel(shop.bench), {"Block": 70}, more={"Form": 130}),
            Panel(
                "Quads along the form",
                lambda: quads_panel.QuadsPanel(shop.bench, drawing),
                {},
                more={"Block": 95, "Form": 135},
            ),
            Panel(
                "Thin parts",
                lambda: thin_panel.ThinPanel(shop.bench, places),
                {},
                more={"Block": 97, "Form": 137},
            ),
            Panel("Mend and reduce", lambda: tidy_panel.TidyPanel(shop.bench), {}, more={"Block": 100, "Form": 140}),
        ),
        overs=(
            Over(52, partial(guide_drawing.paint, view=shop.view)),
            Over(54, partial(thin_places.paint, places=places)),
            Over(55, partial(lost_place.paint, view=shop.view)),
        ),
        help=Path(__file__).with_name("help.md"),
    )
