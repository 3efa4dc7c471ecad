"""The sitter: photos on the wall, marked on their desk, solved."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.sitter import sitter_panel
from yewfinch.app.rooms.sitter.marking import Marking
from yewfinch.app.rooms.sitter.photo_files import PhotoFiles
from yewfinch.app.rooms.sitter.sitter_wall import SitterWall
from yewfinch.app.rooms.sitter.sitting import Sitting
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.core.sitter.sides import FEWEST


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench = shop.bench
    sitting = Sitting(bench)
    files = PhotoFiles(shop, sitting)
    marking = Marking(shop, sitting)

    def panel() -> sitter_panel.SitterPanel:
        made = sitter_panel.SitterPanel(bench)
        made.solve_asked.connect(sitting.solve)
        made.cancel_asked.connect(sitting.cancel)
        made.mark_asked.connect(marking.mark)
        sitting.working.connect(made.show_progress)
        return made

    def wall() -> SitterWall:
        made = SitterWall(bench, shop.photos)
        made.mark_asked.connect(marking.mark)
        made.add_asked.connect(files.ask_photos)
        made.dropped.connect(sitting.add)
        return made

    def solvable() -> bool:
        return any(len(p.usable()) >= FEWEST for p in bench.portrait.sitter.photos)

    return Room(
        "sitter",
        place=10,
        panels=(Panel("The sitter", panel, {"Sitter": 10}),),
        actions=(
            Action(
                "add_photos",
                "Add photos…",
                "File",
                "Ctrl+Shift+O",
                "Put photos on the sitter wall.",
                files.ask_photos,
                place=200,
            ),
            Action(
                "read_marks",
                "Read marks…",
                "File",
                "",
                "Take landmarks on photos from CSV or JSON.",
                files.ask_marks,
                place=300,
            ),
            Action(
                "write_marks",
                "Write marks…",
                "File",
                "",
                "Write the landmarks on photos as CSV or JSON.",
                files.ask_save_marks,
                place=301,
            ),
            Action(
                "paste",
                "Paste photo",
                "Edit",
                "Ctrl+V",
                "Put a copied picture on the sitter wall.",
                files.paste,
                place=100,
            ),
            Action(
                "solve",
                "Solve the sitter",
                "Edit",
                "Ctrl+Return",
                "Work out all standpoints and the sitter's landmarks from all photos together.",
                sitting.solve,
                solvable,
                place=101,
            ),
        ),
        wall=wall,
        pages={"desk": marking.desk},
        drop=files.drop,
        close=sitting.close,
        help=Path(__file__).with_name("help.md"),
    )
