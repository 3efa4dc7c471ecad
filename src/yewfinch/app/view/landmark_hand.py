"""Placing landmarks on the clay, and dragging them along it."""

from __future__ import annotations

from collections.abc import Mapping

from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.mesh.query.anchors import Anchor, anchor
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: How near in pixels a landmark must be to be taken hold of.
REACH = 12.0


class LandmarkHand(RestingHand):
    """Pointer input on the viewport while landmarks are moved."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport, self.bench = viewport, viewport.bench
        self._key: str | None = None
        self._before: dict[str, Anchor] = {}

    @property
    def busy(self) -> bool:
        """Is a landmark held?"""
        return self._key is not None

    def hint(self) -> str:
        """What to do now."""
        wanted = self.wanted()
        if wanted is not None:
            return phrase("Click where {0} sits. Esc ends.", LANDMARKS[wanted].plain)
        return "Drag a landmark along the clay. Esc ends."

    def wanted(self) -> str | None:
        """The landmark that a click on the clay places; None if clicks place none."""
        chosen = self.bench.selection.landmark
        return chosen if chosen not in self.bench.portrait.anchors else None

    def offered(self) -> Mapping[str, DoubleArray]:
        """Landmarks that can be taken hold of, and where they are, (3,) mm."""
        return self.bench.portrait.landmarks()

    def may_lie_on(self, piece: str) -> bool:
        """Whether a landmark may be placed on, or dragged to, a piece."""
        return True

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of a landmark, or place the chosen one; False if the press is for the view."""
        bench = self.bench
        key = self.near(at)
        if key is None:
            found = self.viewport.look_at(at)
            wanted = self.wanted()
            if found is None or wanted is None or not self.may_lie_on(found[1]):
                return False
            anchors = {**bench.portrait.anchors, wanted: anchor(found[1], found[0])}
            bench.portrait.set_field("anchors", anchors, phrase("Place {0}", LANDMARKS[wanted].plain))
            return True
        bench.selection.choose_landmark(key)
        self._key, self._before = key, bench.portrait.anchors
        return True

    def near(self, at: QPointF) -> str | None:
        """Key of the landmark on the clay nearest to a point, within reach and facing the eye."""
        camera = self.viewport.camera()
        best: tuple[float, str] | None = None
        for key, point in self.offered().items():
            x, y = camera.project(point)[0]
            gap = float(((x - at.x()) ** 2 + (y - at.y()) ** 2) ** 0.5)
            if gap < REACH and (best is None or gap < best[0]) and self.viewport.sees(point):
                best = (gap, key)
        return None if best is None else best[1]

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Drag the landmark that is held along the clay."""
        found = self.viewport.look_at(at)
        if found is None or self._key is None or not self.may_lie_on(found[1]):
            return
        portrait = self.bench.portrait
        portrait.anchors = {**portrait.anchors, self._key: anchor(found[1], found[0])}
        self.viewport.update()

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Let it go where it is, as one step."""
        portrait, key, before = self.bench.portrait, self._key, self._before
        after, portrait.anchors = portrait.anchors, before
        self._key = None
        if after != before and key is not None:
            portrait.set_field("anchors", after, phrase("Move {0}", LANDMARKS[key].plain))

    def cancel(self) -> None:
        """Put it back."""
        if self._key is not None:
            self.bench.portrait.anchors = self._before
            self._key = None
            self.bench.outlook.changed.emit()
