"""From where one looks, how the clay is lit, and what is shown over it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from psygnal import Signal

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.show.looking import Looking
from yewfinch.core.sight.view import View


class Outlook:
    """The view of the turntable and what is seen in it.

    Signals
    -------
    changed : () something looks otherwise
    turned : () the view was turned, so a standpoint is left
    """

    changed = Signal()
    turned = Signal()

    def __init__(self) -> None:
        self.view = View()
        self.looking = Looking()
        #: Surfaces that are drawn in the place of pieces' own, while something is tried.
        self.instead: dict[str, Surface] = {}
        #: Pieces that are drawn with the portrait's to be compared with them, by ids that no piece of it has; where
        #: they stand beside the clay, each turns in its own place.
        self.guests: dict[str, Piece] = {}
        self.beside = False
        self.show_landmarks = False
        self.show_arrows = False
        self.show_fringes = True

    def set_view(self, view: View) -> None:
        """Look from elsewhere, which leaves a standpoint."""
        self.view = view
        self.turned.emit()
        self.changed.emit()

    def set_looking(self, **changes: Any) -> None:
        """Show the clay in another way."""
        self.looking = replace(self.looking, **changes)
        self.changed.emit()

    def show_instead(self, surfaces: dict[str, Surface]) -> None:
        """Draw other surfaces in the place of pieces' own; nothing of the portrait changes."""
        self.instead = surfaces
        self.changed.emit()

    def show_guests(self, guests: dict[str, Piece], *, beside: bool = False) -> None:
        """Draw other pieces with the portrait's, over them or beside them; nothing of the portrait changes."""
        self.guests, self.beside = guests, beside
        self.changed.emit()

    def set_show_landmarks(self, on: bool) -> None:
        """Show all landmarks on the clay, or none."""
        self.show_landmarks = on
        self.changed.emit()

    def set_show_arrows(self, on: bool) -> None:
        """Show on the clay where its landmarks would have to go."""
        self.show_arrows = on
        self.changed.emit()

    def set_show_fringes(self, on: bool) -> None:
        """Colour on a photo how far the clay lies from the lines drawn on it."""
        self.show_fringes = on
        self.changed.emit()
