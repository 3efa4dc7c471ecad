"""The knob by which the section's plane is drawn through the clay."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.looking.section_controller import Sections
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.show.section import Section

#: How near in pixels the knob must be; how far above the line it stands, and from the picture's edge at least.
REACH, ABOVE, EDGE = 12.0, 24.0, 22.0
#: A normal that is seen shorter than this part of itself points at the eye: the knob is then drawn up and down.
_SHORT = 0.25


class SectionHand(RestingHand):
    """Pointer input on the knob."""

    def __init__(self, viewport: Viewport, sections: Sections) -> None:
        self.viewport, self.sections = viewport, sections
        self._before: Section | None = None
        self._from, self._way = np.zeros(2), np.zeros(2)

    @property
    def busy(self) -> bool:
        """Is it held?"""
        return self._before is not None

    def knob(self) -> tuple[QPointF, DoubleArray] | None:
        """The section's knob: its place, pixels, and the way that it goes, pixels for each mm.

        None without a line in sight.
        """
        view = self.viewport
        section, parts = self.sections.section, self.sections.parts()
        if section is None or not parts:
            return None
        camera = view.camera()
        points = np.concatenate([p.reshape(-1, 3) for p in parts.values()])
        flat = camera.project(points)
        flat = flat[np.isfinite(flat).all(axis=1)]
        if not len(flat):
            return None
        top = flat[flat[:, 1].argmin()]
        middle = points.mean(axis=0)
        ends = camera.project(np.stack([middle, middle + np.array(section.normal)]))
        way = ends[1] - ends[0]
        pixels = 1.0 / max(camera.mm_per_pixel(middle), 1e-9)
        if not np.isfinite(way).all() or float(np.linalg.norm(way)) < _SHORT * pixels:
            way = np.array([0.0, -pixels])
        x = float(np.clip(top[0], EDGE, max(view.width() - EDGE, EDGE)))
        y = float(np.clip(top[1] - ABOVE, EDGE, max(view.height() - EDGE, EDGE)))
        return QPointF(x, y), np.asarray(way)

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of it, if it is near."""
        found = self.knob()
        if found is None or np.hypot(at.x() - found[0].x(), at.y() - found[0].y()) > REACH:
            return False
        self._before, self._way, self._from = self.sections.section, found[1], np.array([at.x(), at.y()])
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Draw the plane along."""
        if self._before is not None:
            gone = np.array([at.x(), at.y()]) - self._from
            self.sections.move(self._before.at + float(gone @ self._way) / float(self._way @ self._way))

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Let it go."""
        self._before = None

    def cancel(self) -> None:
        """Put the plane back."""
        if self._before is not None:
            self.viewport.bench.outlook.set_looking(section=self._before)
            self._before = None
