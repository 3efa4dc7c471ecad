"""Handles on the chosen pieces: arms to move along, arcs to turn, knobs to scale."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.pieces.place_controller import Placing
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: Lengths on the screen, pixels: an arm, its knob for scaling, the arcs, the hoop round all, and how near a handle
#: must be.
ARM, KNOB, ARC, HOOP, REACH = 78.0, 96.0, 58.0, 118.0, 8.0
#: Steps with Ctrl: mm, degrees, factor.
STEP, ANGLE, FACTOR = 5.0, 15.0, 0.1
NAMES = ("across", "up", "forward")


@dataclass(frozen=True)
class Handle:
    """One handle: what it does and along which axis; none for all of them."""

    does: Literal["move", "turn", "scale"]
    axis: int | None


@dataclass
class _Grip:
    handle: Handle
    at: QPointF
    from_: float  # place on the arm, or angle, where it was taken hold of
    under: DoubleArray  # point under the pointer then, in the plane through the pivot
    pivot: DoubleArray
    moved: DoubleArray | None = None


class PlaceHand(RestingHand):
    """Pointer input on the viewport while pieces are placed."""

    def __init__(self, viewport: Viewport, placing: Placing) -> None:
        self.viewport, self.placing = viewport, placing
        self._grip: _Grip | None = None
        self.words = ""

    @property
    def busy(self) -> bool:
        """Is a handle held?"""
        return self._grip is not None

    @property
    def held(self) -> Handle | None:
        """The handle that is held."""
        return None if self._grip is None else self._grip.handle

    # --- where the handles are -----------------------------------------------------------------

    def scale_here(self, pivot: DoubleArray) -> float:
        """Millimetres a pixel at the pivot."""
        return float(self.viewport.camera().mm_per_pixel(pivot))

    def arm(self, axis: int, length: float) -> DoubleArray | None:
        """A point on an arm (2,) pixels; None out of sight."""
        pivot = self.placing.pivot
        if pivot is None:
            return None
        way = np.zeros(3)
        way[axis] = length * self.scale_here(pivot)
        found = self.viewport.camera().project(pivot + way)[0]
        return found if np.isfinite(found).all() else None

    def arc(self, axis: int) -> DoubleArray | None:
        """Points of the arc that turns about an axis, (k, 2) pixels."""
        pivot = self.placing.pivot
        if pivot is None:
            return None
        t = np.linspace(np.radians(12), np.radians(78), 17)
        points = np.tile(pivot, (len(t), 1))
        radius = ARC * self.scale_here(pivot)
        points[:, (axis + 1) % 3] += radius * np.cos(t)
        points[:, (axis + 2) % 3] += radius * np.sin(t)
        found = self.viewport.camera().project(points)
        return found if np.isfinite(found).all() else None

    def under(self, at: QPointF) -> Handle | None:
        """The handle under a point of the widget."""
        middle = self.arm(0, 0.0)
        if middle is None:
            return None
        p = np.array([at.x(), at.y()])
        best: tuple[float, Handle] | None = None

        def offer(distance: float, handle: Handle) -> None:
            nonlocal best
            if distance < REACH and (best is None or distance < best[0]):
                best = distance, handle

        for axis in range(3):
            tip, knob, arc = self.arm(axis, ARM), self.arm(axis, KNOB), self.arc(axis)
            if tip is not None and knob is not None and np.linalg.norm(tip - middle) > 14:
                offer(float(np.linalg.norm(p - knob)), Handle("scale", axis))
                offer(_to_line(p, middle + (tip - middle) * 0.25, tip) + 0.5, Handle("move", axis))
            if arc is not None:
                offer(
                    min(_to_line(p, a, b) for a, b in zip(arc[:-1], arc[1:], strict=True)) + 1.0, Handle("turn", axis)
                )
        offer(max(float(np.linalg.norm(p - middle)) - 4.0, 0.0), Handle("move", None))
        offer(abs(float(np.linalg.norm(p - middle)) - HOOP) + 2.0, Handle("scale", None))
        return None if best is None else best[1]

    # --- dragging --------------------------------------------------------------------------------

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of a handle, or of a piece; False if the press is for the view."""
        placing, bench = self.placing, self.viewport.bench
        found = self.viewport.look_at(at)
        if placing.picking:
            if found is not None:
                placing.set_point(np.asarray(found[0].point))
                bench.say("The pivot sits where you clicked.", "note")
            return True
        handle = self.under(at)
        if handle is None:
            if found is None:
                return False
            key = found[1]
            if mods & Qt.KeyboardModifier.ControlModifier:
                also = tuple(k for k in bench.selection.chosen if k != key)
                bench.selection.choose(key, also)
                return True
            if key not in bench.selection.chosen:
                bench.selection.choose(key)
            handle = Handle("move", None)
        pivot = placing.pivot
        if pivot is None:
            return False
        placing.begin()
        self._grip = _Grip(handle, at, self._along(at, handle, pivot), self._plane(at, pivot), pivot)
        return True

    def _along(self, at: QPointF, handle: Handle, pivot: DoubleArray) -> float:
        """Place on the arm, mm, angle on the arc, degrees, or distance from the pivot, pixels."""
        origin, direction = self.viewport.camera().ray(at.x(), at.y())
        if handle.axis is None:
            middle = self.viewport.camera().project(pivot)[0]
            return float(np.hypot(at.x() - middle[0], at.y() - middle[1]))
        way = np.zeros(3)
        way[handle.axis] = 1.0
        if handle.does == "turn":
            facing = float(direction @ way)
            if abs(facing) < 0.12:
                return 0.5 * at.x()
            spot = origin + direction * float((pivot - origin) @ way / facing) - pivot
            return float(np.degrees(np.arctan2(spot[(handle.axis + 2) % 3], spot[(handle.axis + 1) % 3])))
        # nearest point of the arm to the ray
        w, b = pivot - origin, float(way @ direction)
        return float((b * (direction @ w) - way @ w) / max(1.0 - b * b, 1e-6))

    def _plane(self, at: QPointF, pivot: DoubleArray) -> DoubleArray:
        camera = self.viewport.camera()
        origin, direction = camera.ray(at.x(), at.y())
        forward = camera.rotation[2]
        return np.asarray(origin + direction * float((pivot - origin) @ forward / (direction @ forward)))

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Drag the handle that is held."""
        grip, placing = self._grip, self.placing
        if grip is None:
            return
        if (at - grip.at).manhattanLength() < 3 and grip.moved is None and not self.words:
            return  # a click that shook a little
        stepped = bool(mods & Qt.KeyboardModifier.ControlModifier)
        handle = grip.handle
        now = self._along(at, handle, grip.pivot)
        if handle.does == "move":
            grip.moved = self._way(at, grip, now, mods, stepped)
            name = "Move" if handle.axis is None else phrase("Move {0}", NAMES[handle.axis])
            size = float(np.linalg.norm(grip.moved)) if handle.axis is None else float(grip.moved[handle.axis])
            self.words = (
                phrase("{0:.1f} mm", size)
                if handle.axis is None
                else phrase("{0:+.1f} mm {1}", size, NAMES[handle.axis])
            )
            placing.to(name, move=grip.moved)
        elif handle.does == "turn":
            assert handle.axis is not None
            degrees = (now - grip.from_ + 180.0) % 360.0 - 180.0
            degrees = ANGLE * round(degrees / ANGLE) if stepped else degrees
            turn = np.zeros(3)
            turn[handle.axis] = degrees
            self.words = phrase("{0:+.0f}°", degrees)
            placing.to("Turn", turn=turn)
        else:
            factor = float(np.clip(now / grip.from_ if abs(grip.from_) > 1e-6 else 1.0, 0.05, 20.0))
            factor = max(FACTOR, FACTOR * round(factor / FACTOR)) if stepped else factor
            scale = np.full(3, factor) if handle.axis is None else np.ones(3)
            if handle.axis is not None:
                scale[handle.axis] = factor
            self.words = phrase("{0:.0f} %", 100 * factor)
            placing.to("Scale", scale=scale)
        self.viewport.update()

    def _way(self, at: QPointF, grip: _Grip, now: float, mods: Qt.KeyboardModifier, stepped: bool) -> DoubleArray:
        way = np.zeros(3)
        if grip.handle.axis is not None:
            far = now - grip.from_
            way[grip.handle.axis] = STEP * round(far / STEP) if stepped else far
            return way
        if mods & Qt.KeyboardModifier.ShiftModifier:
            met = self._stuck(at)
            if met is not None:
                return met - grip.pivot
        way = self._plane(at, grip.pivot) - grip.under
        return STEP * np.round(way / STEP) if stepped else way

    def _stuck(self, at: QPointF) -> DoubleArray | None:
        """Where a piece that is not chosen is met under the pointer."""
        bench = self.viewport.bench
        origin, direction = self.viewport.camera().ray(at.x(), at.y())
        followers = {f.id for k in bench.selection.chosen for f in bench.portrait.followers(k)}
        hits = [
            p.pick(origin, direction) for k, p in bench.portrait.pieces.items()
            if p.visible and not p.see_through and k not in bench.selection.chosen and k not in followers
        ]  # fmt: skip
        met = [h for h in hits if h is not None]
        return np.asarray(min(met, key=lambda h: h.distance).point, np.float64) if met else None

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button is let go: pieces stay where they are."""
        grip, self._grip = self._grip, None
        self.words = ""
        if grip is not None:
            self.placing.end(grip.moved)

    def cancel(self) -> None:
        """Put it back."""
        self._grip = None
        self.words = ""
        self.placing.cancel()


def _to_line(p: DoubleArray, a: DoubleArray, b: DoubleArray) -> float:
    along = b - a
    t = float(np.clip((p - a) @ along / max(float(along @ along), 1e-9), 0.0, 1.0))
    return float(np.linalg.norm(p - a - t * along))
