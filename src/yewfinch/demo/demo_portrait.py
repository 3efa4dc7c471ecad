"""The demo portrait: five photos of an invented sitter, two of them matched, work under way."""

from __future__ import annotations

from pathlib import Path

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.formats import container

#: Names of the photos, in the order in which they hang on the wall.
PHOTOS = ("front", "three-quarter", "profile", "window-seat", "close-up")
FILE = Path(__file__).parent / "demo.yewfinch"


def photo_file(name: str) -> Path:
    """A shipped photo of the invented sitter."""
    return Path(__file__).parent / "photos" / f"{name}.jpg"


def demo_portrait() -> Portrait:
    """A fresh copy of the demo portrait; saving it asks for a place."""
    return container.load(FILE)


def fine_demo() -> Portrait:
    """The demo portrait with a finer level of its head, edges of about 1 mm: a first stroke of clay is clean on it."""
    portrait = demo_portrait()
    detail_levels.add(portrait, "head")
    return portrait
