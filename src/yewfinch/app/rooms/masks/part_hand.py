"""Drawing the joint of a part on the view, and dragging the part round it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.masks.part_controller import Parts
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.shared.arrays import DoubleArray

#: How near in pixels a dot must be.
REACH = 10.0
#: Degrees of twist for each pixel of dragging sideways.
_TWISTED = 0.6


@dataclass
class _Grip:
    what: str  # "line" or "end"
    at: QPointF
    angle: float


class PartHand(RestingHand):
    """Pointer input on the viewport while a part is turned."""

    def __init__(self, viewport: Viewport, parts: Parts) -> None:
        self.viewport, self.parts = viewport, parts
        self._grip: _Grip | None = None

    @property
    def busy(self) -> bool:
        """Is something held?"""
        return self._grip is not None

    def dots(self) -> tuple[QPointF, QPointF, QPointF] | None:
        """Joint, end as it was drawn, and end as it is turned now, on the widget."""
        if self.parts.line is None:
            return None
        joint, end, _ = self.parts.line
        seen = self.viewport.camera().project(np.stack([joint, end, self._turned_end()]))
        if not np.isfinite(seen).all():
            return None
        a, b, c = (QPointF(float(x), float(y)) for x, y in seen)
        return a, b, c

    def _turned_end(self) -> DoubleArray:
        from yewfinch.core.reshape.part_turn import SHORTEST, PartTurn

        assert self.parts.line is not None
        joint, end, to_eye = self.parts.line
        if np.linalg.norm(end - joint) < SHORTEST:
            return end
        _, places = PartTurn(self.parts.kind, joint, end, to_eye).motion(end[None], np.ones(1), self.parts.degrees)
        return np.asarray(places[0])

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of the far end, or begin a line on the clay; False if the press is for the view."""
        parts = self.parts
        dots = self.dots()
        if dots is not None and _length(dots[2] - at) < REACH:
            self._grip = _Grip("end", at, parts.degrees)
            return True
        found = self.viewport.look_at(at)
        if found is None:
            return False
        _, piece = found
        if piece != self.viewport.bench.selection.piece_id:
            self.viewport.bench.selection.choose(piece)
        joint = self._inside(at, piece)
        to_eye = -self.viewport.camera().rotation[2]
        parts.draw(joint, joint.copy(), np.asarray(to_eye))
        self._grip = _Grip("line", at, 0.0)
        return True

    def _inside(self, at: QPointF, piece: str) -> DoubleArray:
        """The middle between where the ray enters a piece and where it leaves it."""
        surface = self.viewport.bench.portrait.surface(piece)
        origin, direction = self.viewport.camera().ray(at.x(), at.y())
        first = pick(surface, origin, direction)
        assert first is not None
        far = origin + direction * (first.distance + 10.0 * float(np.linalg.norm(np.diff(surface.bounds(), axis=0))))
        last = first
        start = first.point + direction * 0.05
        # the way out that belongs to this way in: back from the far side until nothing lies between
        while True:
            back = pick(surface, far, -direction)
            if back is None or (back.point - start) @ direction <= 0:
                break
            last, far = back, back.point - direction * 0.05
        return np.asarray((first.point + last.point) / 2, np.float64)

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Draw the line on, or turn the part."""
        grip, parts = self._grip, self.parts
        if grip is None or parts.line is None:
            return
        joint, _, to_eye = parts.line
        if grip.what == "line":
            parts.line = joint, self._under(at, joint), to_eye
            self.viewport.update()
            return
        if parts.kind == "twist":
            parts.turn(grip.angle + _TWISTED * (at.x() - grip.at.x()))
            return
        dots = self.dots()
        if dots is None:
            return
        a, b = dots[0], dots[1]
        was, now = np.arctan2(-(b.y() - a.y()), b.x() - a.x()), np.arctan2(-(at.y() - a.y()), at.x() - a.x())
        degrees = float(np.degrees((now - was + np.pi) % (2 * np.pi) - np.pi))
        if self._seen_from_behind(to_eye):
            degrees = -degrees
        parts.turn(degrees if parts.kind == "hinge" else 2.0 * degrees)  # the end of an arc lies at half its angle

    def _seen_from_behind(self, to_eye: DoubleArray) -> bool:
        return float(self.viewport.camera().rotation[2] @ to_eye) > 0

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button is let go: the part stays as it is turned."""
        grip, self._grip = self._grip, None
        parts = self.parts
        if grip is None:
            return
        parts.finish()
        if grip.what == "line" and parts.line is not None and np.linalg.norm(parts.line[1] - parts.line[0]) < 1.0:
            parts.forget()
            parts.bench.say("Draw a line along the part: press at its joint and drag towards its end.", "note")
        parts.changed.emit()
        self.viewport.update()

    def cancel(self) -> None:
        """Let go and take back what was done."""
        grip, self._grip = self._grip, None
        if grip is None:
            return
        if grip.what == "line":
            self.parts.forget()
        else:
            self.parts.cancel()
        self.viewport.update()

    def _under(self, at: QPointF, through: DoubleArray) -> DoubleArray:
        camera = self.viewport.camera()
        origin, direction = camera.ray(at.x(), at.y())
        forward = camera.rotation[2]
        t = float((through - origin) @ forward / (direction @ forward))
        return np.asarray(origin + t * direction)


def _length(p: QPointF) -> float:
    return float(np.hypot(p.x(), p.y()))
