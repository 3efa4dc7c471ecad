"""Marking photos: which one is on the desk, and where one stands when the sitter is solved."""

from __future__ import annotations

from functools import cached_property

from yewfinch.app.rooms.sitter.photo_desk import PhotoDesk
from yewfinch.app.rooms.sitter.sitting import Sitting
from yewfinch.app.shell.workshop import Workshop
from yewfinch.core.shared.phrases import phrase

#: The desk's name among the pages.
DESK = "desk"


class Marking:
    """Brings photos to the desk, and goes from there to where they were taken."""

    def __init__(self, shop: Workshop, sitting: Sitting) -> None:
        self.shop, self.bench, self.sitting = shop, shop.bench, sitting
        sitting.solved.connect(self._solved)
        sitting.failed.connect(self._failed)

    def desk(self) -> PhotoDesk:
        """The marking desk, made when it is first wanted."""
        return self._desk

    @cached_property
    def _desk(self) -> PhotoDesk:
        desk = PhotoDesk(self.bench, self.shop.photos)
        desk.done.connect(self.shop.pages.back_to_clay)
        desk.solve_asked.connect(self.sitting.solve)
        return desk

    def mark(self, photo_id: str, key: str = "") -> None:
        """Put a photo on the desk, on request at one landmark."""
        self.shop.pages.turn_to(DESK)
        self._desk.open(photo_id, key)

    def _failed(self, text: str) -> None:
        if self.shop.pages.shows(DESK):
            self._desk.say(text, "error")

    def _solved(self) -> None:
        """Leave the desk and stand where its photo was taken, unless a click needs a look."""
        if not self.shop.pages.shows(DESK):
            return
        desk, found = self._desk, self.bench.portrait.sitter.solution
        photo = desk.photo
        if photo is None or found is None:
            return
        bad = [b for b in found.bad if b.photo == photo.id]
        fit = found.fit(photo.id)
        if photo.standpoint is None:
            desk.say(found.left_out.get(photo.id, "This photo has too few marks yet."), "error")
        elif fit is not None and fit.swapped:
            desk.say("Left and right are exchanged on this photo; they were read the other way round.", "error")
        elif bad:
            desk.choose(bad[0].key)
            desk.say(phrase("{0} It was left out.", bad[0].words()), "error")
        else:
            self.shop.pages.back_to_clay()
            self.bench.standpoint.take(photo.id)
            self.shop.view.standpoint.reset_zoom()
