"""Moving, turning, sizing and warping the stencil over the view."""

from __future__ import annotations

from typing import Literal

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.sculpt.stamps import own_stamps
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.shared.arrays import DoubleArray

#: How near in pixels a handle must be; how far above the stencil it is turned by.
REACH, ABOVE = 11.0, 26.0
#: Steps of the angle with Ctrl held, degrees.
STEP = 15.0

Part = Literal["move", "size", "turn", "warp"]


class StencilHand(RestingHand):
    """Pointer input on the viewport while the stencil is laid."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport = viewport
        self.warping = False
        self._part: Part | None = None
        self._before: Stencil | None = None
        self._from = np.zeros(2)
        self._handle = 0

    @property
    def busy(self) -> bool:
        """Is the stencil held?"""
        return self._part is not None

    def _size(self) -> tuple[float, float]:
        return float(self.viewport.width()), float(self.viewport.height())

    def corners(self, stencil: Stencil) -> DoubleArray:
        """Pixels of its corners, from the lower left round to the upper left."""
        corner, across, up = stencil.axes(*self._size())
        return np.stack([corner, corner + across, corner + across + up, corner + up])

    def knob(self, stencil: Stencil) -> DoubleArray:
        """The place of the knob that turns the stencil, pixels."""
        corner, across, up = stencil.axes(*self._size())
        return np.asarray(corner + across / 2 + up * (1.0 + ABOVE / max(float(np.linalg.norm(up)), 1e-6)))

    def toggle(self) -> None:
        """Move the stencil by hand, or go back to the tool."""
        bench = self.viewport.bench
        if bench.mode != "stencil" and bench.portrait.stencil is None:
            bench.stencil.change(own_stamps()[0], on=True)
        bench.toggle_mode("stencil")

    def hint(self) -> str:
        """What to do now."""
        if self.warping:
            return "Drag a handle of the grid to bend the stencil; drag inside to move it. Esc ends."
        return "Drag the stencil to move it, a corner to size it, the gold knob to turn it (Ctrl in steps). Esc ends."

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold; beside the stencil the press is for the view."""
        stencil = self.viewport.bench.portrait.stencil
        if stencil is None:
            return False
        p = np.array([at.x(), at.y()])

        def near(places: DoubleArray) -> int | None:
            gaps = np.linalg.norm(places - p, axis=1)
            best = int(gaps.argmin())
            return best if gaps[best] <= REACH else None

        part: Part | None = None
        if self.warping and (found := near(stencil.places(*self._size()))) is not None:
            part, self._handle = "warp", found
        elif not self.warping and near(self.corners(stencil)) is not None:
            part = "size"
        elif near(self.knob(stencil)[None]) is not None:
            part = "turn"
        else:
            corner, across, up = stencil.axes(*self._size())
            u, v = np.linalg.solve(np.stack([across, up], axis=1), p - corner)
            part = "move" if 0.0 <= u <= 1.0 and 0.0 <= v <= 1.0 else None
        if part is None:
            return False
        self._part, self._before, self._from = part, stencil, p
        self.viewport.bench.stencil.end_step()
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Drag what is held of the stencil."""
        before = self._before
        if before is None:
            return
        width, height = self._size()
        p = np.array([at.x(), at.y()])
        way = p - self._from
        middle = np.array([width / 2 + before.at[0] * height, height / 2 + before.at[1] * height])
        if self._part == "move":
            x, y = before.at[0] + way[0] / height, before.at[1] + way[1] / height
            self.viewport.bench.stencil.change(at=(float(x), float(y)))
        elif self._part == "size":
            share = float(np.linalg.norm(p - middle)) / max(float(np.linalg.norm(self._from - middle)), 1e-6)
            self.viewport.bench.stencil.change(width=before.width * share)
        elif self._part == "turn":
            a, b = (np.degrees(np.arctan2(-(q - middle)[1], (q - middle)[0])) for q in (self._from, p))
            angle = before.angle + float(b - a)
            if mods & Qt.KeyboardModifier.ControlModifier:
                angle = STEP * round(angle / STEP)
            self.viewport.bench.stencil.change(angle=angle)
        elif self._part == "warp":
            _, across, up = before.axes(width, height)
            step = np.linalg.solve(np.stack([across, up], axis=1), way)
            u, v = before.warp[self._handle]
            warp = list(before.warp)
            warp[self._handle] = (float(u + step[0]), float(v + step[1]))
            self.viewport.bench.stencil.change(warp=tuple(warp))

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button is let go: the stencil stays as it is."""
        self._part = self._before = None
        self.viewport.bench.stencil.end_step()

    def cancel(self) -> None:
        """Put it back where it lay."""
        if self._before is not None:
            self._part = self._before = None
            self.viewport.bench.stencil.cancel_step()
