"""Clicking the landmarks that are asked for, one after the other, on the chosen piece."""

from __future__ import annotations

from collections.abc import Mapping

from yewfinch.app.rooms.any_clay.head_laying import HeadLaying
from yewfinch.app.view.landmark_hand import LandmarkHand
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.features.laid_head.laying import ASKED
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase


class ClickHand(LandmarkHand):
    """Pointer input on the viewport while landmarks are clicked.

    Parameters
    ----------
    head : HeadLaying
    """

    def __init__(self, head: HeadLaying) -> None:
        super().__init__(head.view)
        self.head = head

    def hint(self) -> str:
        """What to do now."""
        wanted = self.wanted()
        if wanted is None:
            return "All six are there: lay the head on, or drag one. Esc ends."
        number = 1 + ASKED.index(wanted)
        return phrase(
            "{0} of {1}: click where {2} sits. Left is the sitter's own.", number, len(ASKED), LANDMARKS[wanted].plain
        )

    def wanted(self) -> str | None:
        """The next that is asked for."""
        return self.head.next_click()

    def offered(self) -> Mapping[str, DoubleArray]:
        """Those that were clicked on this piece."""
        placed = self.bench.portrait.landmarks()
        anchors = self.bench.portrait.anchors
        return {k: placed[k] for k in ASKED if k in placed and anchors[k].piece == self.head.piece}

    def may_lie_on(self, piece: str) -> bool:
        """On the chosen piece only."""
        if piece == self.head.piece:
            return True
        name = self.bench.portrait.pieces[piece].name
        self.bench.say(phrase("That is '{0}'. Click on the chosen piece, or choose '{1}' first.", name, name), "warn")
        return False
