"""Margins of lids dragged in the view by their knots and corners, and these painted."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen, QPolygonF

from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.view.brushes import GOLD, PAPER
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_margins import POINTS, globe_of, opening_line
from yewfinch.core.features.lids.lids import Knot, Lids, axes, checked, to_portrait
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError

#: A knot is taken hold of from so near, pixels.
_NEAR = 16.0
_DARK = QColor(36, 48, 43, 130)


@dataclass(frozen=True)
class Grip:
    """What can be dragged: a knot of a margin by its number, or a corner.

    Attributes
    ----------
    eye : str
        Id of the eye.
    row : {"upper", "lower", "inner", "outer"}
    number : int
    """

    eye: str
    row: str
    number: int = 0


def grips(eyes: Eyes) -> dict[Grip, DoubleArray]:
    """Where knots and corners of the lids in hand are, (3,) mm."""
    out: dict[Grip, DoubleArray] = {}
    held = eyes.held()
    for key, lids in eyes.held_lids().items():
        for row, line in margin_lines(lids, held[key]).items():
            knots = lids.upper if row == "upper" else lids.lower
            wide = lids.outer[0] - lids.inner[0]
            for n, (x, _) in enumerate(knots):
                at = round(float(np.clip((x - lids.inner[0]) / wide, 0.0, 1.0)) * (POINTS - 1))
                out[Grip(key, row, n)] = line[at]
            out[Grip(key, "inner")], out[Grip(key, "outer")] = line[0], line[-1]
    return out


def margin_lines(lids: Lids, eye: Eye) -> dict[str, DoubleArray]:
    """Both margins as they are now, (n, 3) mm each."""
    globe = globe_of(lids, eye)
    return {row: to_portrait(lids, eye, opening_line(lids, globe, upper=row == "upper")) for row in ("upper", "lower")}


class LidHand(RestingHand):
    """Drags a knot or a corner; the other eye's goes along if both are linked."""

    def __init__(self, viewport: Viewport, eyes: Eyes) -> None:
        self.viewport, self.eyes = viewport, eyes
        self.grip: Grip | None = None
        self._start: dict[str, Lids] = {}
        self._at: DoubleArray = np.zeros(3)

    @property
    def busy(self) -> bool:
        """Is a knot held?"""
        return self.grip is not None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of the nearest knot or corner."""
        found = grips(self.eyes)
        if not found:
            self.viewport.bench.say("This eye has no lids. Press 'New lids' in the panel Lids.", "warn")
            return True
        places = np.array(list(found.values()))
        seen = self.viewport.camera().project(places)
        away = np.hypot(seen[:, 0] - at.x(), seen[:, 1] - at.y())
        near = int(np.argmin(np.where(np.isfinite(away), away, np.inf)))
        if away[near] > _NEAR:
            return False
        self.eyes.end_step()
        self.grip, self._at, self._start = list(found)[near], places[near], dict(self.eyes.held_lids())
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The knot follows the pointer, in the plane that faces the eye."""
        grip = self.grip
        if grip is None:
            return
        lids = self._start[grip.eye]
        origin, way = (np.asarray(v) for v in self.viewport.camera().ray(at.x(), at.y()))
        own = axes(lids)
        ahead = own[:, 2]
        if abs(float(way @ ahead)) < 0.2:
            ahead = -way  # from the side, in the plane of the view
        to = origin + way * (float((self._at - origin) @ ahead) / float(way @ ahead))
        step = (to - self._at) @ own
        now = {}
        for key, one in self._start.items():
            if key == grip.eye or self.eyes.linked:
                now[key] = self._moved(one, grip, step)
            else:
                now[key] = one
        try:
            for one in now.values():
                checked(one)
        except YewfinchError:
            return  # knots do not pass each other
        self.eyes.put_lids(now, "margin")

    @staticmethod
    def _moved(lids: Lids, grip: Grip, step: DoubleArray) -> Lids:
        x, y, z = (float(v) for v in step)
        if grip.row in ("inner", "outer"):
            a, b, c = lids.inner if grip.row == "inner" else lids.outer
            place = (a + x, b + y, c + z)
            return replace(lids, inner=place) if grip.row == "inner" else replace(lids, outer=place)
        knots: list[Knot] = list(lids.upper if grip.row == "upper" else lids.lower)
        knots[grip.number] = knots[grip.number][0] + x, knots[grip.number][1] + y
        return replace(lids, upper=tuple(knots)) if grip.row == "upper" else replace(lids, lower=tuple(knots))

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """It stays where it is."""
        self.grip = None
        self.eyes.end_step()

    def cancel(self) -> None:
        """It goes back to where it was."""
        if self.grip is not None:
            self.grip = None
            self.eyes.cancel()


def paint(p: QPainter, view: Viewport, eyes: Eyes, hand: LidHand) -> None:
    """Paint margins, knots and corners."""
    camera, held = view.camera(), eyes.held()
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setBrush(Qt.BrushStyle.NoBrush)
    for key, lids in eyes.held_lids().items():
        for line in margin_lines(lids, held[key]).values():
            seen = np.asarray(camera.project(line))
            if np.isfinite(seen).all():
                curve = QPolygonF([QPointF(float(x), float(y)) for x, y in seen])
                for wide, colour in ((3.0, _DARK), (1.2, PAPER)):
                    p.setPen(QPen(colour, wide))
                    p.drawPolyline(curve)
    found = grips(eyes)
    if not found:
        return
    seen = np.asarray(camera.project(np.array(list(found.values()))))
    for grip, (x, y) in zip(found, seen, strict=True):
        if np.isfinite((x, y)).all():
            at = QPointF(float(x), float(y))
            size = 6.0 if grip == hand.grip else 3.6 if grip.row in ("upper", "lower") else 4.6
            p.setPen(QPen(_DARK, 1.2))
            p.setBrush(GOLD if grip == hand.grip else PAPER)
            p.drawEllipse(at, size, size)
