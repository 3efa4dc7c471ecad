"""Turning joints by dragging the clay, or their dots."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.rooms.figure.pose_controller import Posing
from yewfinch.app.view.modes import RestingHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.body.skeleton import JOINTS
from yewfinch.core.anatomy.figure.pose import Bones, Pose, rotated
from yewfinch.core.anatomy.figure.reach import chain, reached
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: How near in pixels a dot must be to be taken hold of.
REACH = 9.0
#: Links that turn together while Ctrl is held.
LINKS = 3
#: Dots of fingers are only there when a pixel is less than this many mm.
CLOSE = 0.9


@dataclass
class _Grip:
    """What is held: a point on a bone, where it was taken, and how many joints may turn."""

    bones: Bones
    start: Pose
    bone: str
    rest: DoubleArray
    taken: DoubleArray
    links: int
    moved: bool = False


class JointHand(RestingHand):
    """Pointer input on the viewport while joints are turned."""

    def __init__(self, viewport: Viewport, posing: Posing) -> None:
        self.viewport, self.posing = viewport, posing
        self._grip: _Grip | None = None

    @property
    def busy(self) -> bool:
        """Is something held?"""
        return self._grip is not None

    def dots(self) -> dict[str, DoubleArray]:
        """The joints that are to be seen, mm."""
        bones = self.posing.bones()
        if bones is None:
            return {}
        placed = bones.placed(self.posing.pose if self.posing.on else Pose())
        keep = {k: placed[k] for k in bones.keys if not k.startswith("forearm")}
        wrist = next((keep[k] for k in ("wrist_l", "wrist_r") if k in keep), None)
        if wrist is not None and self.viewport.camera().mm_per_pixel(wrist) > CLOSE:
            keep = {
                k: p
                for k, p in keep.items()
                if not (JOINTS[k].parent or "")[:-2].startswith(("wrist", "thumb", "index", "middle", "ring", "little"))
            }
        return keep

    def dot_near(self, at: QPointF) -> str | None:
        """The joint whose dot lies under a point of the widget."""
        dots = self.dots()
        if not dots:
            return None
        seen = self.viewport.camera().project(np.array(list(dots.values())))
        away = np.hypot(seen[:, 0] - at.x(), seen[:, 1] - at.y())
        best = int(np.argmin(away))
        return list(dots)[best] if away[best] < REACH else None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Take hold of a dot or of the clay; False if there is neither."""
        bones = self.posing.bones()
        if bones is None:
            return False
        self.posing.end_step()
        if not self.posing.on:
            self.posing.bench.say("The pose is off: turning a joint puts it on.", "note")
        pose = self.posing.pose if self.posing.on else Pose()
        links = LINKS if mods & Qt.KeyboardModifier.ControlModifier else 1
        joint = self.dot_near(at)
        if joint is not None:
            self.posing.choose(joint)
            above = JOINTS[joint].parent
            if above in bones.keys:
                self._grip = _Grip(bones, pose, above, bones.places[joint], bones.placed(pose)[joint], links)
            return True
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, piece = found
        bone = "head" if piece != HEAD else self._bone_at(hit.point)
        if bone is None:
            self.posing.bench.say("This part stays where it is; it hangs from no joint.", "note")
            return True
        if bone.startswith("forearm"):
            self.posing.choose(chain(bones, bone, 1)[0])
        else:
            self.posing.choose(bone)
        turns, shifts = bones.motions(pose)
        i = 1 + bones.keys.index(bone)
        back = turns[i] * (1.0, -1.0, -1.0, -1.0)
        point = np.asarray(hit.point, np.float64)
        self._grip = _Grip(bones, pose, bone, rotated(back, point - shifts[i]), point, links)
        return True

    def _bone_at(self, point: DoubleArray) -> str | None:
        """The joint that a place on the clay hangs from most."""
        return self.posing.steering.maker.bone_at(self.posing.bench.portrait, point)

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Turn joints so that what is held comes under the pointer."""
        grip = self._grip
        if grip is None:
            return
        camera = self.viewport.camera()
        origin, direction = camera.ray(at.x(), at.y())
        forward = camera.rotation[2]
        t = float((grip.taken - origin) @ forward / (direction @ forward))
        joints = chain(grip.bones, grip.bone, grip.links)
        grip.moved = True
        pose = reached(grip.bones, grip.start, joints, grip.bone, grip.rest, origin + t * direction)
        self.posing.take(pose, phrase("Pose: drag the {0}", JOINTS[joints[0]].title.lower()), together=True)

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """The button is let go: the pose stays as it is."""
        self._grip = None
        self.posing.end_step()

    def cancel(self) -> None:
        """Let go and take back what was turned."""
        grip, self._grip = self._grip, None
        if grip is not None and grip.moved:
            self.posing.cancel()
