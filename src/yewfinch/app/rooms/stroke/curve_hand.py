"""A stroke along a curve whose knots are moved on the clay until it is confirmed."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal, cast

import numpy as np
from PyQt6.QtCore import QObject, QPointF, QTimer

from yewfinch.app.rooms.stroke.strokes import Strokes
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke_curve import Knot, events_along, knots_of, line, with_knot
from yewfinch.core.shared.arrays import DoubleArray

#: How near in pixels a knot or the curve must be to be taken hold of.
REACH = 10.0
#: Milliseconds between two looks at what was changed.
_PAUSE = 30

Course = Literal["arc", "curve"]


class CurveHand(QObject):
    """The curve under way; the stroke along it stands in the history and is done anew at each change."""

    def __init__(self, strokes: Strokes) -> None:
        super().__init__()
        self.strokes, self.bench = strokes, strokes.bench
        self.knots: list[Knot] = []
        self.chosen: int | None = None
        self._held = False
        self._like: PointerEvent | None = None
        self._course: Course = "curve"
        self._clock = QTimer(self)
        self._clock.setSingleShot(True)
        self._clock.setInterval(_PAUSE)
        self._clock.timeout.connect(self._lay)
        strokes.shaped.connect(self.begin)
        strokes.redone.connect(self.forget)
        self.bench.tools.changed.connect(self._settings_changed)
        self.bench.mode_changed.connect(self.confirm)
        self.bench.portrait_changed.connect(self.forget)

    @property
    def on(self) -> bool:
        """Is there a curve that can still be changed?"""
        if self.knots and not self.strokes.is_last():
            self.forget()  # undone, or something else was done
        return bool(self.knots)

    @property
    def busy(self) -> bool:
        """Is a knot held?"""
        return self._held

    def begin(self, events: Sequence[PointerEvent]) -> None:
        """Go on from what was drawn."""
        piece = self.strokes.piece
        if piece is None:
            return
        hits = [(hit, e.origin) for e in events if (hit := piece.pick(e.origin, e.direction)) is not None]
        if len(hits) < 2:
            return
        settings = self.bench.tools.settings
        self._course = cast(Course, settings.course)
        self.knots = knots_of(hits, self._course, settings.size)
        self._like, self.chosen = events[0], len(self.knots) // 2
        self._lay()
        self.bench.say(
            "Drag the knots; click the curve for another, Delete removes one. Enter confirms, Esc takes the stroke "
            "back.",
            "note",
        )

    def path(self, step: float = 2.0) -> DoubleArray:
        """The curve as close points, (n, 3) mm."""
        return line(self.knots, self._course, step)[0]

    def near(self, at: QPointF) -> int | None:
        """The knot under a point of the view."""
        camera = self.strokes.viewport.camera()
        gaps = [float(np.hypot(*(camera.project(k.aim)[0] - (at.x(), at.y())))) for k in self.knots]
        best = int(np.argmin(gaps))
        return best if gaps[best] <= REACH else None

    def press(self, at: QPointF) -> bool:
        """Take hold of a knot, or put one into the curve; elsewhere the curve is confirmed."""
        if not self.on:
            return False
        found = self.near(at)
        if found is None and len(self.knots) < 24 and self._course == "curve" and self._on_curve(at):
            knot = self._knot(at, None)
            if knot is not None:
                self.knots = with_knot(self.knots, knot)
                found = next(i for i, k in enumerate(self.knots) if k is knot)
        if found is None:
            self.confirm()
            return False
        self.chosen, self._held = found, True
        self.strokes.viewport.update()
        return True

    def _on_curve(self, at: QPointF) -> bool:
        shown = self.strokes.viewport.camera().project(self.path())
        return bool(np.nanmin(np.hypot(shown[:, 0] - at.x(), shown[:, 1] - at.y())) <= REACH)

    def _knot(self, at: QPointF, old: Knot | None) -> Knot | None:
        """A knot under a point of the view: on the clay, or beside it as deep as it was."""
        origin, way = self.strokes.viewport.ray(at)
        piece = self.strokes.piece
        hit = None if piece is None else piece.pick(origin, way)
        if hit is not None:
            return Knot(hit.point, origin)
        if old is None:
            return None
        return Knot(origin + way * float((old.aim - origin) @ way), origin)

    def move(self, at: QPointF) -> None:
        """Drag the knot."""
        if not self._held or self.chosen is None:
            return
        knot = self._knot(at, self.knots[self.chosen])
        if knot is not None:
            self.knots[self.chosen] = knot
            self._clock.start()

    def release(self) -> None:
        """The button is let go: the knot stays where it is."""
        self._held = False
        self._lay()

    def remove(self) -> bool:
        """Take the chosen knot out; an end only while there are others."""
        if not self.on or self.chosen is None or self._course == "arc" or len(self.knots) <= 2:
            return False
        del self.knots[self.chosen]
        self.chosen = min(self.chosen, len(self.knots) - 1)
        self._lay()
        return True

    def confirm(self) -> None:
        """The stroke stays as it is."""
        if self.knots:
            self.forget()
            self.bench.say("The stroke stays.", "note")

    def cancel(self) -> None:
        """Take the stroke back."""
        if self.on:
            self.forget()
            self.bench.portrait.history.undo()
            self.strokes.viewport.stroke_ended.emit()

    def forget(self) -> None:
        """No curve any more."""
        self.knots, self.chosen, self._held = [], None, False
        self._clock.stop()
        self.strokes.viewport.update()

    def _settings_changed(self) -> None:
        if not self.knots:
            return
        if self.bench.tools.tool.id != self.strokes.last_tool or self.bench.tools.settings.course != self._course:
            self.confirm()
        else:
            self._clock.start()

    def _lay(self) -> None:
        """Do the stroke anew along the curve."""
        self._clock.stop()
        if not self.on or self._like is None:
            return
        settings = self.bench.tools.settings
        self.strokes.lay(events_along(self.knots, self._course, max(settings.spacing * settings.size, 0.5), self._like))
        if not self._held:
            self.strokes.viewport.stroke_ended.emit()
        self.strokes.viewport.update()
