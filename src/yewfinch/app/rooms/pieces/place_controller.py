"""Moving, turning and scaling the chosen pieces: the pivot, and every motion as one undo step."""

from __future__ import annotations

from typing import Literal

import numpy as np
from psygnal import Signal
from PyQt6.QtCore import QObject

from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.verbs import placing
from yewfinch.core.document.verbs.placing import Motion, Start
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError

#: Where pieces are turned and scaled about: their middle, the middle of their underside, a point of one's own.
Pivot = Literal["centre", "base", "point"]


class Placing(QObject):
    """One for the window.

    Signals
    -------
    changed : ()
        Other pieces are chosen, or the pivot is elsewhere.
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.kind: Pivot = "centre"
        self.point: DoubleArray = np.zeros(3)
        #: The next click on the clay sets the pivot.
        self.picking = False
        self._start: Start | None = None
        self._pivot: DoubleArray | None = None
        self._way: DoubleArray = np.zeros(3)
        self._live: LiveEdit | None = None
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self.changed.emit)
        self._listen()

    def _listen(self) -> None:
        self._start = self._live = self._pivot = None
        self.kind = "centre"
        self.bench.portrait.pieces_changed.connect(self.changed.emit)
        self.bench.portrait.history.changed.connect(self._heard)
        self.changed.emit()

    def _heard(self) -> None:
        if self._start is None:
            self.changed.emit()

    @property
    def pieces(self) -> tuple[str, ...]:
        """The chosen pieces."""
        return self.bench.selection.chosen

    @property
    def pivot(self) -> DoubleArray | None:
        """The place that chosen pieces are turned and scaled about, (3,) mm; it goes along as they are dragged."""
        if self._pivot is not None:
            return self._pivot + self._way
        if not self.pieces:
            return None
        if self.kind == "point":
            return self.point
        boxes = np.stack([self.bench.portrait.surface(k).bounds() for k in self.pieces]).astype(np.float64)
        low, high = boxes[:, 0].min(axis=0), boxes[:, 1].max(axis=0)
        middle = (low + high) / 2
        if self.kind == "base":
            middle[1] = low[1]
        return np.asarray(middle)

    def set_kind(self, kind: Pivot) -> None:
        """Turn and scale about something else."""
        if kind == "point" and self.kind != "point" and self.pivot is not None:
            self.point = self.pivot.copy()
        self.kind = kind
        self.picking = False
        self.changed.emit()
        self.bench.outlook.changed.emit()

    def set_point(self, point: DoubleArray) -> None:
        """Put the pivot at a point, mm."""
        self.kind, self.point, self.picking = "point", np.asarray(point, np.float64).copy(), False
        self.changed.emit()
        self.bench.outlook.changed.emit()

    def pick_point(self) -> None:
        """Let the next click on the clay set the pivot."""
        self.picking = True
        if self.bench.mode != "place":
            self.bench.set_mode("place")
        self.changed.emit()

    # --- motions -----------------------------------------------------------------------------

    def begin(self) -> None:
        """Begin a motion: what is moved from here on is one step."""
        self._pivot, self._way = self.pivot, np.zeros(3)
        self._start = placing.start_of(self.bench.portrait, self.pieces)
        self._live = None

    def to(
        self,
        name: str,
        move: DoubleArray | None = None,
        turn: DoubleArray | None = None,
        scale: DoubleArray | None = None,
    ) -> bool:
        """Move, turn (degrees) and scale the pieces from where they began; False if that is refused."""
        if self._start is None or self._pivot is None:
            return False
        portrait = self.bench.portrait
        zero = np.zeros(3)
        try:
            motion = Motion.about(
                self._pivot,
                zero if move is None else move,
                zero if turn is None else turn,
                np.ones(3) if scale is None else scale,
            )
            edit = placing.moved(portrait, list(self._start), motion, name, self._start)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return False
        self._live = portrait.going_on(self._live, "Place")
        self._live.update(edit)
        self._way = zero if move is None else move
        return True

    def end(self, moved: DoubleArray | None = None) -> None:
        """The motion is set; a pivot of one's own goes along."""
        if moved is not None and self.kind == "point" and self._live is not None:
            self.point = self.point + moved
        self._start = self._pivot = self._live = None
        self.changed.emit()
        self.bench.outlook.changed.emit()

    def cancel(self) -> None:
        """Put the pieces back."""
        if self._live is not None:
            self._live.cancel()
        self.end()

    def once(self, name: str, **how: DoubleArray) -> None:
        """One motion by numbers."""
        if not self.pieces:
            self.bench.say("Choose a piece first.", "warn")
            return
        self.begin()
        self.to(name, **how)
        self.end(how.get("move"))
