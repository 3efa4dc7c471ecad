"""Taking a measure: two or three clicks on the clay."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.mesh.query.anchors import anchor
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.calipers import Caliper, CaliperKind


@dataclass(frozen=True)
class Taking:
    """What is taken: its kind, of how many points, what it is called, and what to do."""

    kind: CaliperKind
    points: int
    title: str
    hint: str


TAKINGS = (
    Taking("distance", 2, "distance", ""),
    Taking("surface", 2, "distance along the surface", ", on one piece"),
    Taking("angle", 3, "angle", "; the angle is at the second"),
)


class CaliperHand(RestingHand):
    """Each click gives a point; the last one finishes the measure."""

    def __init__(self, viewport: Viewport, taking: Taking) -> None:
        self.viewport, self.bench, self.taking = viewport, viewport.bench, taking

    def hint(self) -> str:
        """What to do now."""
        return phrase(
            "Click point {0} of {1}{2}. Esc ends.",
            len(self.bench.selection.held) + 1,
            self.taking.points,
            self.taking.hint,
        )

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take a point; False if no clay is met."""
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, piece_id = found
        bench, taking = self.bench, self.taking
        if taking.kind == "surface" and bench.selection.held and bench.selection.held[0].piece != piece_id:
            bench.say("Both points of a distance along the surface lie on the same piece.", "warn")
            return True
        bench.selection.held = (*bench.selection.held, anchor(piece_id, hit))
        if len(bench.selection.held) == taking.points:
            caliper = Caliper(taking.kind, bench.selection.held)
            bench.selection.held = ()
            bench.portrait.set_field(
                "calipers", (*bench.portrait.calipers, caliper), phrase("Measure {0}", taking.title)
            )
        self.viewport.update()
        return True
