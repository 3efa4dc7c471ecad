"""What an empty bench offers: ways to begin, and the newest portraits."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.start.start_page import StartPage
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.core.document.figure.new_portrait import ball_of_clay, new_portrait
from yewfinch.core.document.model.portrait import Portrait

PAGE = "start"


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench, documents = shop.bench, shop.documents

    def begin(portrait: Portrait) -> bool:
        """Put a portrait on the bench, unless what is there is to be saved first."""
        if not shop.settle():
            return False
        documents.show(portrait, None)
        shop.pages.back_to_clay()
        return True

    def from_photos() -> None:
        if begin(new_portrait()):
            bench.set_stage("Sitter")
            shop.actions["add_photos"].run()

    def figure() -> None:
        if begin(new_portrait()):
            bench.set_stage("Block")

    def ball() -> None:
        if begin(ball_of_clay()):
            bench.set_stage("Form")

    def demo() -> None:
        from yewfinch.demo.demo_portrait import fine_demo

        if begin(fine_demo()):
            bench.set_stage("Form")

    def tour() -> None:
        demo()
        if not shop.pages.is_alone:
            shop.actions["tour"].run()

    def recent(path: Path) -> None:
        if shop.settle():
            documents.open(path)

    ways = {
        "photos": from_photos,
        "figure": figure,
        "ball": ball,
        "demo": demo,
        "tour": tour,
        "open": lambda: shop.actions["open"].run(),
    }
    return Room(
        "start",
        place=5,
        actions=(
            Action(
                "start",
                "Start page",
                "File",
                "",
                "Ways to begin, and the portraits that you worked on last.",
                lambda: shop.pages.turn_to(PAGE),
                place=0.5,
            ),
        ),
        pages={PAGE: lambda: StartPage(shop.settings, ways, recent)},
        alone=(PAGE,),
        help=Path(__file__).with_name("help.md"),
    )
