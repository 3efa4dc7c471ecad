"""Knots of curves on the clay, dragged in the view, and these painted."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Generic, TypeVar

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.view.brushes import GOLD, PAPER
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.arrays import DoubleArray

#: A knot is taken hold of from so near, pixels.
_NEAR = 16.0
#: Radii of knots, large knots and the one that is held, pixels.
_SMALL, _LARGE, _HELD = 3.6, 4.6, 6.0
_DARK = QColor(36, 48, 43, 130)

G = TypeVar("G")


class KnotHand(RestingHand, Generic[G]):
    """A base of hands that drag knots: the nearest one follows the pointer in a plane through it.

    Parameters
    ----------
    viewport : Viewport
    """

    def __init__(self, viewport: Viewport) -> None:
        self.viewport = viewport
        self.grip: G | None = None
        self._at: DoubleArray = np.zeros(3)

    def grips(self) -> Mapping[G, DoubleArray]:
        """What can be dragged, and where it is, (3,) mm."""
        raise NotImplementedError

    def curves(self) -> Sequence[DoubleArray]:
        """The curves that knots lie on, (n, 3) mm each."""
        raise NotImplementedError

    def nothing(self) -> str:
        """What to say if there is nothing to drag."""
        raise NotImplementedError

    def begin(self, grip: G) -> DoubleArray:
        """A knot was taken hold of; which way the plane faces that it goes in, (3,)."""
        raise NotImplementedError

    def dragged(self, grip: G, step: DoubleArray) -> None:
        """The knot is to stand so far from where it was taken hold of, (3,) mm."""
        raise NotImplementedError

    def let_go(self) -> None:
        """The drag has ended."""
        raise NotImplementedError

    def take_back(self) -> None:
        """The drag is given up."""
        raise NotImplementedError

    def is_large(self, grip: G) -> bool:
        """Is the knot painted larger than others?"""
        return False

    @property
    def busy(self) -> bool:
        """Is a knot held?"""
        return self.grip is not None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of the nearest knot."""
        found = self.grips()
        if not found:
            self.viewport.bench.say(self.nothing(), "warn")
            return True
        places = np.array(list(found.values()))
        seen = self.viewport.camera().project(places)
        away = np.hypot(seen[:, 0] - at.x(), seen[:, 1] - at.y())
        near = int(np.argmin(np.where(np.isfinite(away), away, np.inf)))
        if away[near] > _NEAR:
            return False
        self.grip, self._at = list(found)[near], places[near]
        self._ahead = self.begin(self.grip)
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The knot follows the pointer."""
        if self.grip is None:
            return
        origin, way = (np.asarray(v) for v in self.viewport.camera().ray(at.x(), at.y()))
        ahead = self._ahead
        if abs(float(way @ ahead)) < 0.2:
            ahead = -way  # from the side, in the plane of the view
        to = origin + way * (float((self._at - origin) @ ahead) / float(way @ ahead))
        self.dragged(self.grip, to - self._at)

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """It stays where it is."""
        self.grip = None
        self.let_go()

    def cancel(self) -> None:
        """It goes back to where it was."""
        if self.grip is not None:
            self.grip = None
            self.take_back()

    def paint(self, p: QPainter) -> None:
        """Paint curves and knots over the view."""
        camera = self.viewport.camera()
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.setBrush(Qt.BrushStyle.NoBrush)
        for line in self.curves():
            seen = np.asarray(camera.project(line))
            if np.isfinite(seen).all():
                curve = QPolygonF([QPointF(float(x), float(y)) for x, y in seen])
                for wide, colour in ((3.0, _DARK), (1.2, PAPER)):
                    p.setPen(QPen(colour, wide))
                    p.drawPolyline(curve)
        found = self.grips()
        if not found:
            return
        seen = np.asarray(camera.project(np.array(list(found.values()))))
        for grip, (x, y) in zip(found, seen, strict=True):
            if np.isfinite((x, y)).all():
                held = grip == self.grip
                size = _HELD if held else _LARGE if self.is_large(grip) else _SMALL
                p.setPen(QPen(_DARK, 1.2))
                p.setBrush(GOLD if held else PAPER)
                p.drawEllipse(QPointF(float(x), float(y)), size, size)
