"""Taking a colour from the clay, or from the photo of a standpoint."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.photo_colour import photo_colour
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.verbs.painting import in_hand
from yewfinch.core.document.verbs.skin_tones import colour_at


class ClayColourHand(RestingHand):
    """A click on the clay takes its colour, or that of the layer in hand alone."""

    def __init__(self, viewport: Viewport, *, layer: bool = False) -> None:
        self.viewport, self.bench, self._layer = viewport, viewport.bench, layer

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take the colour, and go back to the tool; False if no clay is met."""
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, piece_id = found
        bench = self.bench
        layer, painting = "", bench.portrait.pieces[piece_id].painting
        if self._layer and painting is not None:
            layer = in_hand(painting, bench.selection.colour_layer_of.get(piece_id, ""))
        found_colour = colour_at(bench.portrait, piece_id, hit, layer)
        if found_colour is None:
            bench.say("The layer in hand has no paint there.", "note")
            return True
        mixed = (255.0 * found_colour + 0.5).astype(int)
        bench.tools.set_colour((int(mixed[0]), int(mixed[1]), int(mixed[2])))
        bench.set_mode("tool")
        return True


class PhotoColourHand(RestingHand):
    """A click on the photo takes its colour."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport, self.bench = viewport, viewport.bench

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take the colour, and go back to the tool."""
        bench, found = self.bench, photo_colour(self.viewport, at)
        if found is None:
            bench.say("Click inside a photo that you stand at.", "warn")
            return True
        bench.tools.set_colour(found)
        bench.set_mode("tool")
        return True
