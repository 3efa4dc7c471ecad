"""Drawing and dragging the balls of an armature on the view."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QKeyEvent

from yewfinch.app.rooms.armature.armature_controller import Armatures
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.reshape.armature import Armature
from yewfinch.core.shared.arrays import DoubleArray

#: How near in pixels a ball's middle, or a link, must be.
REACH, LINK_REACH = 8.0, 6.0
#: A ball that is drawn is so much smaller than the one it is drawn from.
_SMALLER = 0.85
#: Pixels of dragging that make a branch 2.7 times as large.
_SCALED_OVER = 160.0
_MIRROR = np.array([-1.0, 1.0, 1.0])


@dataclass(frozen=True)
class Shown:
    """A ball as it is to be seen: itself or its mirror image.

    Attributes
    ----------
    number : int
    image : bool
    at : (3,) mm
    place : QPointF
    radius : float
        Pixels.
    """

    number: int
    image: bool
    at: DoubleArray
    place: QPointF
    radius: float


@dataclass
class _Grip:
    start: Armature
    ball: int
    image: bool
    taken: DoubleArray
    at: QPointF
    name: str
    way: str
    branch: bool
    drawing: bool = False
    moved: bool = False


class ArmatureHand(RestingHand):
    """Pointer input on the viewport while an armature is edited."""

    def __init__(self, viewport: Viewport, armatures: Armatures) -> None:
        self.viewport, self.armatures = viewport, armatures
        self._grip: _Grip | None = None

    @property
    def busy(self) -> bool:
        """Is something held?"""
        return self._grip is not None

    # --- what is to be seen ---------------------------------------------------------------

    def balls(self) -> list[Shown]:
        """The balls on the widget, images included."""
        held = self.armatures.armature
        if held is None:
            return []
        camera = self.viewport.camera()
        out = []
        for number, ball in enumerate(held.balls):
            for image in (False, True) if held.mirrored and ball.place[0] != 0.0 else (False,):
                at = ball.at * _MIRROR if image else ball.at
                x, y = camera.project(at)[0]
                if np.isfinite([x, y]).all():
                    out.append(
                        Shown(number, image, at, QPointF(float(x), float(y)), ball.radius / camera.mm_per_pixel(at))
                    )
        return out

    def links(self) -> list[tuple[Shown, Shown]]:
        """Linked balls on the widget, the one above first; on either side."""
        held = self.armatures.armature
        shown = {(s.number, s.image): s for s in self.balls()}
        out = []
        for (number, image), ball in shown.items():
            parent = -1 if held is None else held.balls[number].parent
            above = shown.get((parent, image)) or shown.get((parent, False))
            if parent >= 0 and above is not None:
                out.append((above, ball))
        return out

    def ball_at(self, at: QPointF) -> Shown | None:
        """The ball under a point: the one whose middle is nearest, as a part of its size."""
        best: tuple[float, Shown] | None = None
        for shown in self.balls():
            away = _length(shown.place - at) / max(REACH, 0.6 * shown.radius)
            if away < 1 and (best is None or away < best[0]):
                best = away, shown
        return None if best is None else best[1]

    def link_at(self, at: QPointF) -> tuple[Shown, float] | None:
        """The link under a point, by its lower ball, and where along it."""
        best: tuple[float, Shown, float] | None = None
        for above, ball in self.links():
            way = ball.place - above.place
            size = QPointF.dotProduct(way, way)
            if size < 1.0:
                continue
            t = QPointF.dotProduct(at - above.place, way) / size
            away = _length(above.place + way * t - at)
            if 0.05 < t < 0.95 and away < LINK_REACH and (best is None or away < best[0]):
                best = away, ball, t
        return None if best is None else best[1:]

    # --- hands ----------------------------------------------------------------------------

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of a ball, insert one into a link, or draw one with Ctrl; False if the press is for the view."""
        armatures = self.armatures
        if armatures.armature is None:
            return False
        armatures.end_step()
        held = armatures.armature
        draw = bool(mods & Qt.KeyboardModifier.ControlModifier)
        branch = bool(mods & Qt.KeyboardModifier.ShiftModifier)
        shown = self.ball_at(at)
        if draw:
            self._draw(held, shown, at)
            return True
        if shown is not None:
            armatures.choose(shown.number)
            word = {"move": "move a ball", "bend": "bend", "scale": "scale"}[armatures.way]
            self._grip = _Grip(held, shown.number, shown.image, shown.at, at, word, armatures.way, branch)
            return True
        found = self.link_at(at)
        if found is not None:
            ball, part = found
            made, number = held.inserted(ball.number, part)
            armatures.change(made, "insert a ball", together=True)
            armatures.finish()
            armatures.choose(number)
            taken = made.balls[number].at
            self._grip = _Grip(
                made, number, ball.image, taken * _MIRROR if ball.image else taken, at, "insert a ball", "move", False
            )
            return True
        return False

    def _draw(self, held: Armature, above: Shown | None, at: QPointF) -> None:
        """Begin a new ball, linked to the one under the pointer or to none."""
        chosen = self.armatures.ball
        if above is not None:
            taken, radius, parent = above.at, held.balls[above.number].radius * _SMALLER, above.number
        else:
            taken = np.array(self.viewport.bench.outlook.view.target, float)
            radius, parent = (held.balls[chosen].radius if 0 <= chosen < len(held.balls) else 10.0), -1
        image = above is not None and above.image
        place = self._under(at, taken)
        if held.mirrored and above is None and place[0] < 0:
            image = True
        made = held.added(parent, place * _MIRROR if image else place, max(radius, 0.5))
        self.armatures.change(made, "draw a ball", together=True)
        self.armatures.finish()
        number = len(made.balls) - 1
        self.armatures.choose(number)
        self._grip = _Grip(made, number, image, place, at, "draw a ball", "move", False, drawing=True)

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Go on with what the press began."""
        grip, armatures = self._grip, self.armatures
        if grip is None or (at == grip.at and not grip.moved):
            return
        grip.moved = True
        if grip.way == "scale":
            made = grip.start.scaled(
                grip.ball, float(np.exp(np.clip((grip.at.y() - at.y()) / _SCALED_OVER, -3.0, 3.0)))
            )
        else:
            target = grip.taken + self._under(at, grip.taken) - self._under(grip.at, grip.taken)
            if grip.drawing:
                target = self._under(at, grip.taken)
            if grip.image:
                target = target * _MIRROR
            made = (
                grip.start.bent(grip.ball, target)
                if grip.way == "bend"
                else grip.start.moved(grip.ball, target, branch=grip.branch)
            )
        armatures.change(made, grip.name, together=True)

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button is let go: the ball stays where it is."""
        self._grip = None
        self.armatures.end_step()

    def cancel(self) -> None:
        """Let go and take back what was done."""
        grip, self._grip = self._grip, None
        if grip is not None:
            self.armatures.cancel()

    def key(self, event: QKeyEvent) -> bool:
        """Del removes the chosen ball."""
        if event.key() != Qt.Key.Key_Delete:
            return False
        self.armatures.remove()
        return True

    def resize(self, factor: float) -> bool:
        """Make the chosen ball larger or smaller."""
        self.armatures.resize(factor)
        return True

    def _under(self, at: QPointF, through: DoubleArray) -> DoubleArray:
        """The point under the pointer in the plane of the picture through a place."""
        camera = self.viewport.camera()
        origin, direction = camera.ray(at.x(), at.y())
        forward = camera.rotation[2]
        t = float((through - origin) @ forward / (direction @ forward))
        return np.asarray(origin + t * direction)


def _length(p: QPointF) -> float:
    return float(np.hypot(p.x(), p.y()))
