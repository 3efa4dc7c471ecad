"""A line of the face drawn on the chosen piece."""

from __future__ import annotations

from yewfinch.app.rooms.any_clay.line_drag_hand import LineDragHand
from yewfinch.app.view.line_hand import LineHand, Purpose
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.document.model.locks import chosen_clay
from yewfinch.core.document.verbs import face_lines
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera


class LineDrawing(Purpose):
    """Draws the line that is chosen, in place of the one that there is.

    Parameters
    ----------
    lines : LineHand
    hand : LineDragHand
        Knows which line is chosen.
    """

    id = "face_line"

    def __init__(self, lines: LineHand, hand: LineDragHand) -> None:
        self.lines, self.hand, self.bench = lines, hand, lines.bench

    @property
    def hatched(self) -> bool:
        """A line of the face has no sides."""
        return False

    def toggle(self) -> None:
        """Draw, or end it."""
        self.lines.toggle(self)

    def hint(self) -> str:
        """What to do now."""
        curve = CURVES[self.hand.line]
        return phrase("Draw {0} on the clay in one go: {1}. Esc ends.", curve.plain, curve.definition)

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Lay it on the chosen piece."""
        portrait = self.bench.portrait
        piece = chosen_clay(portrait.pieces.get(self.bench.selection.piece_id))
        portrait.perform(face_lines.drawn(portrait, piece, self.hand.line, camera, points))
