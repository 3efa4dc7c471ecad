"""Strokes of the tool in hand: the pointer's way on the clay, and how hard it presses."""

from __future__ import annotations

import time
from collections.abc import Callable

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QKeyEvent

from yewfinch.app.rooms.stroke.curve_hand import CurveHand
from yewfinch.app.rooms.stroke.strokes import Strokes
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.sculpt.pointer import Phase, PointerEvent
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Pixels a second up to which a pointer presses fully, where pressure follows its speed.
_SLOW = 220.0

#: Pressure without the key that presses harder, and seconds from there to full pressure.
_LIGHT, _RISE = 0.3, 0.5


class StrokeHand(RestingHand):
    """Pointer input on the viewport while a tool is in hand."""

    def __init__(self, viewport: Viewport, strokes: Strokes, on_space: Callable[[], None]) -> None:
        self.on_space = on_space
        self.viewport, self.bench, self.strokes = viewport, viewport.bench, strokes
        self.curve = CurveHand(strokes)
        self._pace, self._then = _SLOW, (0.0, QPointF())
        self.key_down = False
        self._pressed, self._key_then = _LIGHT, 0.0

    @property
    def busy(self) -> bool:
        """Is a stroke under way, or a knot held?"""
        return self.strokes.busy or self.curve.busy

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Begin a stroke; False if the press is for the view."""
        if self.curve.press(at):
            return True
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, piece_id = found
        bench = self.bench
        piece = bench.portrait.pieces[piece_id]
        try:
            see_unlocked(bench.portrait, piece)
        except YewfinchError as error:
            bench.say(str(error), "warn")
            return True
        if piece.armature is not None:
            bench.say(
                phrase(
                    "{0} is an armature: clothe it into clay first (panel Armature), or move its balls (N).", piece.name
                ),
                "warn",
            )
            return True
        if piece.eye is not None:
            bench.selection.choose(piece_id)
            bench.say(
                phrase("{0} is an eye: set it in the panel Eyes, or settle it into clay there.", piece.name), "warn"
            )
            return True
        if piece.solid is not None:
            bench.selection.choose(piece_id)
            bench.say(
                phrase("{0} is a solid: settle it into clay first (panel Solids), or move it (U).", piece.name), "warn"
            )
            return True
        bench.selection.choose(piece_id)
        if self.strokes.begin(piece, hit.point):
            self._send(at, pressure, mods, "press")
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Go on with the stroke."""
        if self.curve.busy:
            self.curve.move(at)
        else:
            self._send(at, pressure, mods, "move")

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """End the stroke."""
        if self.curve.busy:
            self.curve.release()
        else:
            self._send(at, pressure, mods, "release")

    def cancel(self) -> None:
        """Take back what is under way."""
        self.strokes.cancel()

    def key(self, event: QKeyEvent) -> bool:
        """Space presses harder; Enter, Delete and Esc are for the knots of a curve."""
        key = event.key()
        if key == Qt.Key.Key_Space and self.strokes.busy:
            self.hold_key(True)
        elif key == Qt.Key.Key_Space and not event.isAutoRepeat():
            self.on_space()
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.curve.on:
            self.curve.confirm()
        elif key == Qt.Key.Key_Escape and self.curve.on:
            self.curve.cancel()
        else:
            return key == Qt.Key.Key_Delete and self.curve.remove()
        return True

    def key_up(self, event: QKeyEvent) -> None:
        """The key that presses harder goes up."""
        if event.key() == Qt.Key.Key_Space and not event.isAutoRepeat():
            self.hold_key(False)

    def resize(self, factor: float) -> bool:
        """Make the tool larger or smaller."""
        self.bench.tools.change(size=self.bench.tools.settings.size * factor)
        return True

    def _send(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier, phase: Phase) -> None:
        if not self.strokes.busy:
            return
        if self.bench.tools.settings.by_speed:
            pressure *= self._by_speed(at, phase)
        if self.bench.tools.settings.by_key:
            pressure *= self._by_key(phase)
        origin, direction = self.viewport.ray(at)
        event = PointerEvent(
            phase,
            origin,
            direction,
            pressure,
            bool(mods & Qt.KeyboardModifier.ShiftModifier),
            bool(mods & Qt.KeyboardModifier.ControlModifier),
        )
        self.strokes.send(event)

    def _by_speed(self, at: QPointF, phase: Phase) -> float:
        """Pressure of a pointer that has none: full while it goes slowly, less the faster it goes."""
        now = time.monotonic()
        if phase == "press":
            self._pace = _SLOW
        elif now > self._then[0]:
            way = at - self._then[1]
            pace = float(np.hypot(way.x(), way.y())) / max(now - self._then[0], 1e-3)
            self._pace += 0.3 * (pace - self._pace)
        self._then = now, at
        return float(np.clip(_SLOW / max(self._pace, 1e-6), 0.15, 1.0))

    def hold_key(self, down: bool) -> None:
        """The key that presses harder goes down or up."""
        self._by_key("move")
        self.key_down = down

    def _by_key(self, phase: Phase) -> float:
        """Pressure of a pointer that has none: it grows while a key is held, and falls again."""
        now = time.monotonic()
        if phase == "press":
            self._pressed = _LIGHT
        else:
            step = (1.0 - _LIGHT) * (now - self._key_then) / _RISE
            self._pressed = float(np.clip(self._pressed + (step if self.key_down else -step), _LIGHT, 1.0))
        self._key_then = now
        return self._pressed
