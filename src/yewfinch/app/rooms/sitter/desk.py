"""What the parts of the marking desk ask of it: the canvas, and the pages beside it."""

from __future__ import annotations

from typing import Literal, Protocol

from PyQt6.QtCore import pyqtBoundSignal

from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.core.session.bench import Bench
from yewfinch.core.sitter.photo import Certainty, DrawingKind, Photo

#: What the hand does on the photo.
DeskMode = Literal["landmarks", "lines", "scale", "draw", "crop"]


class Desk(Protocol):
    """The desk with one photo on it.

    Attributes
    ----------
    mode : DeskMode
    current, curve, span : str
        The landmark, line and distance that are in hand.
    begun : tuple of (x, y)
        Points of a line that is not long enough yet, pixels of the photo.
    drawing_kind : DrawingKind
    drawing_colour : str
        As `#rrggbb`.
    """

    bench: Bench
    photos: PhotoStore
    mode: DeskMode
    current: str
    curve: str
    span: str
    begun: tuple[tuple[float, float], ...]
    drawing_kind: DrawingKind
    drawing_colour: str

    @property
    def photo(self) -> Photo | None:
        """The photo on the desk."""
        ...

    @property
    def done(self) -> pyqtBoundSignal:
        """Emitted to go back to the clay."""
        ...

    def change(self, photo: Photo, name: str) -> None:
        """Put a photo in the place of the one on the desk, as an edit."""
        ...

    def choose(self, key: str) -> None:
        """Bring out one landmark."""
        ...

    def choose_curve(self, key: str) -> None:
        """Bring out one line of the face."""
        ...

    def put(self, key: str, at: tuple[float, float], *, advance: bool = True) -> None:
        """Set a mark at a pixel of the photo."""
        ...

    def put_curve(self, points: tuple[tuple[float, float], ...]) -> None:
        """Give the line in hand points, pixels of the photo."""
        ...

    def drawn(
        self, start: tuple[float, float], end: tuple[float, float], line: tuple[tuple[float, float], ...]
    ) -> None:
        """A drag on the photo has ended."""
        ...

    def freehand(self) -> bool:
        """Whether drags draw freely."""
        ...

    def rate(self, certainty: Certainty) -> None:
        """Say how sure the mark in hand is."""
        ...

    def nudge(self, dx: float, dy: float) -> bool:
        """Move what is in hand by so many pixels of the photo; False if nothing is."""
        ...

    def delete_chosen(self) -> bool:
        """Take away what is in hand; False if nothing is."""
        ...

    def next_or_solve(self) -> None:
        """Go on to the next landmark, or solve if there are enough."""
        ...

    def refresh(self) -> None:
        """Show everything anew."""
        ...
