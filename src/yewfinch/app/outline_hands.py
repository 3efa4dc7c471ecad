"""Drawing lines and outlines on the view."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from PyQt6.QtCore import QPointF, Qt

if TYPE_CHECKING:
    from yewfinch.app.outlines import Outlines
    from yewfinch.app.viewport import Viewport


class OutlineHands:
    """Pointer input on the viewport while outlines are drawn."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport = viewport
        #: Set by the window.
        self.outlines: Outlines | None = None
        self.points: list[QPointF] = []
        self.other = False

    @property
    def busy(self) -> bool:
        """Is a line being drawn?"""
        return bool(self.points)

    def press(self, at: QPointF, mods: Qt.KeyboardModifier) -> bool:
        """Begin a line."""
        self.points = [at]
        self.other = bool(mods & Qt.KeyboardModifier.ControlModifier)
        return True

    def move(self, at: QPointF) -> None:
        """Draw on."""
        self.points.append(at)
        self.viewport.update()

    def release(self) -> None:
        """Carry it out."""
        points, self.points = self.points, []
        self.viewport.update()
        if self.outlines is not None and points:
            drawn = np.array([(p.x(), p.y()) for p in points])
            self.outlines.finish(self.viewport.camera(), drawn, self.other)

    def cancel(self) -> None:
        """Forget it."""
        self.points = []
        self.viewport.update()
