"""Symmetry of shape."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.symmetry import symmetry_panel
from yewfinch.app.rooms.symmetry.symmetry_watch import SymmetryWatch
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    SymmetryWatch(shop.bench, shop.window)
    return Room(
        "symmetry",
        place=90,
        panels=(
            Panel(
                "Symmetry of shape",
                lambda: symmetry_panel.SymmetryPanel(shop.bench),
                {"Form": 60},
                more={"Block": 120},
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
