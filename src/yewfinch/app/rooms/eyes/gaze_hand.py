"""Where both eyes look, dragged in the view; and new eyes by two clicks."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import eyes as verbs
from yewfinch.core.features.eyes.eye import Colour, Point
from yewfinch.core.shared.arrays import DoubleArray

#: What is looked at by dragging lies so far from the eyes, mm, and before the viewer by this part of the way.
_NEAREST, _FARTHEST, _BEFORE = 120.0, 250.0, 0.8
#: Takes a colour, sRGB, and whether it is that round the pupil.
TakeColour = Callable[[Colour, bool], None]


def middle_of(eyes: Eyes) -> DoubleArray | None:
    """Between the eyes in hand, (3,) mm; None without one."""
    held = eyes.held()
    return np.mean([e.place for e in held.values()], axis=0) if held else None


class GazeHand(RestingHand):
    """Both eyes follow the pointer while it is dragged."""

    def __init__(self, viewport: Viewport, eyes: Eyes) -> None:
        self.viewport, self.eyes = viewport, eyes
        self._dragging = False

    @property
    def busy(self) -> bool:
        """Is it being dragged?"""
        return self._dragging

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Let the eyes look at the pointer."""
        if self.eyes.eye is None:
            self.viewport.bench.say("There is no eye. Begin two in the panel Eyes.", "warn")
            return True
        self.eyes.end_step()
        self._dragging = True
        self.move(at, pressure, mods)
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The target stays as far from the eyes as it is, but within reach and before the viewer."""
        eye, middle = self.eyes.eye, middle_of(self.eyes)
        if eye is None or middle is None or not self._dragging:
            return
        origin, way = self.viewport.camera().ray(at.x(), at.y())
        origin, way = np.asarray(origin), np.asarray(way)
        far = float(np.linalg.norm(np.array(eye.target) - middle))
        far = max(min(far, _FARTHEST, _BEFORE * float(np.linalg.norm(origin - middle))), _NEAREST)
        # where the ray meets the ball of that radius round the eyes, on the viewer's side
        start = origin - middle
        along = float(start @ way)
        square = along * along - float(start @ start) + far * far
        reach = -along - np.sqrt(square) if square > 0.0 else -along
        x, y, z = (round(float(v), 1) for v in origin + reach * way)
        self.eyes.look_at((x, y, z))

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """They go on looking there."""
        self._dragging = False
        self.eyes.end_step()

    def cancel(self) -> None:
        """They look where they did before."""
        if self._dragging:
            self._dragging = False
            self.eyes.cancel()


class NewEyesHand(RestingHand):
    """Two clicks on the clay: there stand the corneas of two new eyes."""

    def __init__(self, viewport: Viewport, eyes: Eyes) -> None:
        self.viewport, self.eyes = viewport, eyes
        self.first: Point | None = None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take a place; with the second the eyes are there."""
        bench = self.viewport.bench
        found = self.viewport.look_at(at)
        if found is None:
            bench.say("Click the clay where a pupil is to be.", "warn")
            return True
        x, y, z = (round(float(v), 2) for v in found[0].point)
        if self.first is None:
            self.first = (x, y, z)
            bench.say("Now the other pupil.", "note")
            return True
        left, right = sorted((self.first, (x, y, z)), key=lambda p: -p[0])
        made: dict[str, str] = {}

        def begin() -> Edit:
            edit, ids = verbs.begin(bench.portrait, {"l": left, "r": right})
            made.update(ids)
            return edit

        self.first = None
        if self.eyes.perform(begin):
            bench.selection.choose(made["l"])
            bench.set_mode("tool")
            bench.say("Two eyes, looking straight ahead. 'Seat the eyes' makes sockets for them.", "note")
        return True

    def cancel(self) -> None:
        """Forget the first click."""
        self.first = None


class IrisColourHand(RestingHand):
    """A click on the photo takes the iris's colour; with Shift that round the pupil."""

    def __init__(self, viewport: Viewport, take: TakeColour) -> None:
        self.viewport, self._take = viewport, take

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take the colour, and go back to the tool."""
        bench, box = self.viewport.bench, self.viewport.standpoint.box()
        photo = bench.standpoint.photo()
        if photo is None or not box.contains(at):
            bench.say("Click an iris inside a photo that you stand at: click a photo on the wall first.", "warn")
            return True
        image = self.viewport.photos.image(bench.portrait.sitter, photo)
        x = int((at.x() - box.left()) / box.width() * image.width())
        y = int((at.y() - box.top()) / box.height() * image.height())
        c = image.pixelColor(min(x, image.width() - 1), min(y, image.height() - 1))
        self._take((c.red(), c.green(), c.blue()), bool(mods & Qt.KeyboardModifier.ShiftModifier))
        bench.set_mode("tool")
        return True
