"""Lines and outlines drawn on the view; what is drawn for is a purpose that some room declares."""

from __future__ import annotations

from typing import Protocol

import numpy as np
from psygnal import Signal
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.outline import Shape

#: The mode in which lines are drawn.
MODE = "outline"


class Purpose(Protocol):
    """What a line is drawn for."""

    id: str
    #: It takes clay away, and is painted so.
    cuts: bool = False

    @property
    def shape(self) -> Shape:
        """The shape that is drawn now."""
        return "curve"

    @property
    def hatched(self) -> bool:
        """Whether one side of the line is hatched: what is meant or goes."""
        return True

    def hint(self) -> str:
        """What to do now, for the view."""
        ...

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Carry out what was drawn, (k, 2) pixels of the camera's view; `other` means the other side, or less instead
        of more.

        Raises
        ------
        YewfinchError
            Why it cannot be done.
        """
        ...


class LineHand(RestingHand):
    """Pointer input on the viewport while lines are drawn.

    Signals
    -------
    changed : ()
        The purpose or what it is set to is another.
    """

    changed = Signal()

    def __init__(self, viewport: Viewport) -> None:
        self.viewport, self.bench = viewport, viewport.bench
        self.purpose: Purpose | None = None
        self.points: list[QPointF] = []
        self.other = False

    # --- what is drawn for -----------------------------------------------------------------

    def draws(self, purpose: Purpose) -> bool:
        """Whether lines are drawn for a purpose now."""
        return self.bench.mode == MODE and self.purpose is purpose

    def begin(self, purpose: Purpose) -> None:
        """Draw lines for a purpose."""
        self.purpose = purpose
        self.bench.set_mode(MODE)
        self.changed.emit()

    def toggle(self, purpose: Purpose) -> None:
        """Draw lines for a purpose, or end it."""
        if self.draws(purpose):
            self.bench.set_mode("tool")
            self.changed.emit()
        else:
            self.begin(purpose)

    def hint(self) -> str:
        """What to do now."""
        return "" if self.purpose is None else self.purpose.hint()

    # --- pointer ---------------------------------------------------------------------------

    @property
    def busy(self) -> bool:
        """Is a line being drawn?"""
        return bool(self.points)

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Begin a line."""
        self.points = [at]
        self.other = bool(mods & Qt.KeyboardModifier.ControlModifier)
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Draw the line on to the pointer."""
        self.points.append(at)
        self.viewport.update()

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Carry it out."""
        points, self.points = self.points, []
        self.viewport.update()
        if self.purpose is None or not points:
            return
        try:
            self.purpose.finish(self.viewport.camera(), np.array([(p.x(), p.y()) for p in points]), self.other)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")

    def cancel(self) -> None:
        """Forget the line that is being drawn."""
        self.points = []
        self.viewport.update()
