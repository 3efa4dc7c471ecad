"""Solids moved in the view: across it, or with Shift along the surface of what lies under the pointer."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.solids.solid_controller import Solids
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


@dataclass
class _Grip:
    point: DoubleArray  # where it was taken hold of
    place: DoubleArray  # of the solid then


class SolidHand(RestingHand):
    """Pointer input on the viewport while solids are moved."""

    def __init__(self, viewport: Viewport, solids: Solids) -> None:
        self.viewport, self.solids = viewport, solids
        self._grip: _Grip | None = None

    @property
    def busy(self) -> bool:
        """Is a solid held?"""
        return self._grip is not None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of a solid; False if the press is for the view."""
        solids, bench = self.solids, self.viewport.bench
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, key = found
        piece = bench.portrait.pieces[key]
        bench.selection.choose(key)
        if piece.solid is None:
            bench.say(phrase("{0} is no solid. Choose another, or begin one in the panel Solids.", piece.name), "note")
            return True
        try:
            see_unlocked(bench.portrait, piece)
        except YewfinchError as error:
            bench.say(str(error), "warn")
            return True
        solids.end_step()
        self._grip = _Grip(np.asarray(hit.point), np.array(piece.solid.place))
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Drag the handle or the solid that is held."""
        grip, solids = self._grip, self.solids
        if grip is None:
            return
        place = self._stuck(at) if mods & Qt.KeyboardModifier.ShiftModifier else None
        if place is None:
            camera = self.viewport.camera()
            origin, direction = camera.ray(at.x(), at.y())
            forward = camera.rotation[2]
            t = float((grip.point - origin) @ forward / (direction @ forward))
            place = grip.place + origin + t * direction - grip.point
        x, y, z = (round(float(v), 2) for v in np.clip(place, -9000.0, 9000.0))
        solids.place((x, y, z))

    def _stuck(self, at: QPointF) -> DoubleArray | None:
        """Where another piece is met under the pointer."""
        own = self.solids.piece
        origin, direction = self.viewport.camera().ray(at.x(), at.y())
        hits = [
            p.pick(origin, direction)
            for p in self.viewport.bench.portrait.pieces.values()
            if p.visible and not p.see_through and p is not own
        ]
        met = [h for h in hits if h is not None]
        return np.asarray(min(met, key=lambda h: h.distance).point) if met else None

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button is let go: the solid stays as it is."""
        self._grip = None
        self.solids.end_step()

    def cancel(self) -> None:
        """Put it back."""
        grip, self._grip = self._grip, None
        if grip is not None:
            self.solids.cancel()
