"""What the pointer does on the clay: strokes, calipers, landmarks, picking a colour."""

from __future__ import annotations

import time
from dataclasses import replace
from typing import TYPE_CHECKING

import numpy as np
from PyQt6.QtCore import QPointF, Qt

from yewfinch.app.strokes import Strokes
from yewfinch.core.document.locks import see_unlocked
from yewfinch.core.mesh.anchors import Anchor, anchor
from yewfinch.core.mesh.pick import Hit
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sitter.calipers import Caliper, Kind

if TYPE_CHECKING:
    from yewfinch.app.armature_hands import ArmatureHands
    from yewfinch.app.joint_hands import JointHands
    from yewfinch.app.outline_hands import OutlineHands
    from yewfinch.app.part_hands import PartHands
    from yewfinch.app.place_hands import PlaceHands
    from yewfinch.app.section_hands import SectionHands
    from yewfinch.app.solid_hands import SolidHands
    from yewfinch.app.stencil_hands import StencilHands
    from yewfinch.app.viewport import Viewport

#: How near in pixels a landmark must be to be taken hold of.
REACH = 12.0

#: Pixels a second up to which a pointer presses fully, where pressure follows its speed.
_SLOW = 220.0

#: Pressure without the key that presses harder, and seconds from there to full pressure.
_LIGHT, _RISE = 0.3, 0.5

_NEEDED: dict[str, int] = {"distance": 2, "surface": 2, "angle": 3}
_KINDS: dict[str, Kind] = {"distance": "distance", "surface": "surface", "angle": "angle"}


class Hands:
    """Turns pointer input on the viewport into edits."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport = viewport
        self.strokes = Strokes(viewport)
        self._landmark: str | None = None
        self._landmark_before: dict[str, Anchor] = {}
        self._pace, self._then = _SLOW, (0.0, QPointF())
        self.key_down = False
        self._pressed, self._key_then = _LIGHT, 0.0

    @property
    def busy(self) -> bool:
        """Is something under way?"""
        return self.strokes.busy or self.strokes.curve.busy or self._landmark is not None or self._other() is not None

    def _other(self) -> JointHands | ArmatureHands | PartHands | SolidHands | OutlineHands | PlaceHands | StencilHands | SectionHands | None:
        """The hands of another mode, if they hold something."""
        view = self.viewport
        for hands in (view.joint_hands, view.armature_hands, view.part_hands, view.solid_hands, view.outline_hands, view.place_hands, view.stencil_hands, view.section_hands):
            if hands.busy:
                return hands
        return None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Begin; returns False if the press is for the view."""
        bench = self.viewport.bench
        if self.viewport.section_hands.press(at):
            return True
        if bench.mode == "landmark":
            return self._take_landmark(at)
        if bench.mode == "pick photo":
            return self._pick_from_photo(at)
        if bench.mode == "sheet":
            return self._mark_sheet(at)
        if bench.mode == "pose":
            return self.viewport.joint_hands.press(at, mods)
        if bench.mode == "part":
            return self.viewport.part_hands.press(at)
        if bench.mode == "solid":
            return self.viewport.solid_hands.press(at)
        if bench.mode == "place":
            return self.viewport.place_hands.press(at, mods)
        if bench.mode == "outline":
            return self.viewport.outline_hands.press(at, mods)
        if bench.mode == "armature":
            return self.viewport.armature_hands.press(at, mods)
        if bench.mode == "stencil":
            return self.viewport.stencil_hands.press(at, mods)
        if bench.mode == "tool" and self.strokes.curve.press(at):
            return True
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, piece_id = found
        if bench.mode == "pick colour":
            colour = bench.portrait.surface(piece_id).colour[list(hit.corners), :3]
            mixed = (hit.weights @ colour + 0.5).astype(int)
            bench.set_colour((int(mixed[0]), int(mixed[1]), int(mixed[2])))
            bench.set_mode("tool")
            return True
        if bench.mode in _NEEDED:
            self._caliper(hit, piece_id)
            return True
        piece = bench.portrait.pieces[piece_id]
        try:
            see_unlocked(bench.portrait, piece)
        except YewfinchError as error:
            bench.say(str(error), "warn")
            return True
        if piece.armature is not None:
            bench.say(f"{piece.name} is an armature: clothe it into clay first (panel Armature), or move its balls (N).", "warn")
            return True
        if piece.solid is not None:
            bench.choose_piece(piece_id)
            bench.say(f"{piece.name} is a solid: settle it into clay first (panel Solids), or move it (U).", "warn")
            return True
        bench.choose_piece(piece_id)
        if not self.strokes.begin(piece, hit.point):
            return True
        self._send(at, pressure, mods, "press")
        return True

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Go on."""
        if self._landmark is not None:
            self._drag_landmark(at)
        elif self.strokes.curve.busy:
            self.strokes.curve.move(at)
        elif (other := self._other()) is not None:
            if other is self.viewport.solid_hands or other is self.viewport.place_hands or other is self.viewport.stencil_hands:
                other.move(at, mods)  # type: ignore[call-arg]
            else:
                other.move(at)  # type: ignore[call-arg]
        else:
            self._send(at, pressure, mods, "move")

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """End."""
        if self._landmark is not None:
            self._drop_landmark()
            return
        if (other := self._other()) is not None:
            other.release()
            self.viewport.stroke_ended.emit()
            return
        if self.strokes.curve.busy:
            self.strokes.curve.release()
            return
        self._send(at, pressure, mods, "release")
        self.viewport.stroke_ended.emit()

    def cancel(self) -> None:
        """Take back what is under way."""
        if (other := self._other()) is not None:
            other.cancel()
        self.strokes.cancel()
        if self._landmark is not None:
            self.viewport.bench.portrait.anchors = self._landmark_before
            self._landmark = None
            self.viewport.bench.view_changed.emit()

    def _send(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier, phase: str) -> None:
        if not self.strokes.busy:
            return
        if self.viewport.bench.tool_settings.by_speed:
            pressure *= self._by_speed(at, phase)
        if self.viewport.bench.tool_settings.by_key:
            pressure *= self._by_key(phase)
        origin, direction = self.viewport.ray(at)
        event = PointerEvent(
            phase,  # type: ignore[arg-type]
            origin,
            direction,
            pressure,
            bool(mods & Qt.KeyboardModifier.ShiftModifier),
            bool(mods & Qt.KeyboardModifier.ControlModifier),
        )
        self.strokes.send(event)

    def _by_speed(self, at: QPointF, phase: str) -> float:
        """Pressure of a pointer that has none: full while it goes slowly, less the faster it goes."""
        now = time.monotonic()
        if phase == "press":
            self._pace = _SLOW
        elif now > self._then[0]:
            way = at - self._then[1]
            pace = float(np.hypot(way.x(), way.y())) / max(now - self._then[0], 1e-3)
            self._pace += 0.3 * (pace - self._pace)
        self._then = now, at
        return float(np.clip(_SLOW / max(self._pace, 1e-6), 0.15, 1.0))

    def hold_key(self, down: bool) -> None:
        """The key that presses harder goes down or up."""
        self._by_key("move")
        self.key_down = down

    def _by_key(self, phase: str) -> float:
        """Pressure of a pointer that has none: it grows while a key is held, and falls again."""
        now = time.monotonic()
        if phase == "press":
            self._pressed = _LIGHT
        else:
            step = (1.0 - _LIGHT) * (now - self._key_then) / _RISE
            self._pressed = float(np.clip(self._pressed + (step if self.key_down else -step), _LIGHT, 1.0))
        self._key_then = now
        return self._pressed

    def _pick_from_photo(self, at: QPointF) -> bool:
        viewport = self.viewport
        bench, photo, box = viewport.bench, viewport.bench.standing_photo(), viewport.standing.box()
        if photo is None or not box.contains(at):
            bench.say("Click inside a photo that you stand at.", "warn")
            return True
        image = viewport.photos.image(bench.portrait.sitter, photo)
        x = int((at.x() - box.left()) / box.width() * image.width())
        y = int((at.y() - box.top()) / box.height() * image.height())
        c = image.pixelColor(min(x, image.width() - 1), min(y, image.height() - 1))
        bench.set_colour((c.red(), c.green(), c.blue()))
        bench.set_mode("tool")
        return True

    def _mark_sheet(self, at: QPointF) -> bool:
        bench = self.viewport.bench
        sheet = self.viewport.shown_sheet()
        if sheet is None:
            bench.say("Turn to the view of a design sheet first.", "warn")
            return True
        left, top, width, _ = sheet.box(self.viewport.camera())
        s = sheet.width / width
        x, y = (at.x() - left) * s, (at.y() - top) * s
        if not (0 <= x <= sheet.width and 0 <= y <= sheet.height):
            bench.say("Click inside the sheet.", "warn")
            return True
        marked = sheet.marked((x, y))
        sitter = bench.portrait.sitter
        sheets = tuple(marked if q.id == sheet.id else q for q in sitter.sheets)
        bench.portrait.set_field("sitter", replace(sitter, sheets=sheets), "Mark the design sheet")
        if len(marked.marks) == 2:
            bench.set_mode("tool")
        return True

    # --- calipers ------------------------------------------------------------------------

    def _caliper(self, hit: Hit, piece_id: str) -> None:
        bench = self.viewport.bench
        kind = _KINDS[bench.mode]
        if kind == "surface" and bench.held and bench.held[0].piece != piece_id:
            bench.say("Both points of a distance along the surface lie on the same piece.", "warn")
            return
        bench.held = (*bench.held, anchor(piece_id, hit))
        if len(bench.held) == _NEEDED[bench.mode]:
            caliper = Caliper(kind, bench.held)
            bench.held = ()
            names = {"distance": "distance", "surface": "distance along the surface", "angle": "angle"}
            bench.portrait.set_field(
                "calipers", (*bench.portrait.calipers, caliper), f"Measure {names[kind]}"
            )
        self.viewport.update()

    # --- landmarks -----------------------------------------------------------------------

    def _take_landmark(self, at: QPointF) -> bool:
        bench = self.viewport.bench
        key = self.landmark_near(at)
        if key is None:
            found = self.viewport.look_at(at)
            chosen = bench.landmark
            if found is None or chosen is None or chosen in bench.portrait.anchors:
                return False
            anchors = {**bench.portrait.anchors, chosen: anchor(found[1], found[0])}
            bench.portrait.set_field("anchors", anchors, "Place landmark")
            return True
        bench.choose_landmark(key)
        self._landmark = key
        self._landmark_before = bench.portrait.anchors
        return True

    def landmark_near(self, at: QPointF) -> str | None:
        """Key of the landmark on the clay nearest to a point, within reach and facing the eye."""
        viewport = self.viewport
        camera = viewport.camera()
        best: tuple[float, str] | None = None
        for key, point in viewport.bench.portrait.landmarks().items():
            x, y = camera.project(point)[0]
            gap = float(((x - at.x()) ** 2 + (y - at.y()) ** 2) ** 0.5)
            if gap < REACH and (best is None or gap < best[0]) and viewport_sees(viewport, point):
                best = (gap, key)
        return None if best is None else best[1]

    def _drag_landmark(self, at: QPointF) -> None:
        found = self.viewport.look_at(at)
        if found is None or self._landmark is None:
            return
        bench = self.viewport.bench
        bench.portrait.anchors = {
            **bench.portrait.anchors, self._landmark: anchor(found[1], found[0])
        }  # fmt: skip
        self.viewport.update()

    def _drop_landmark(self) -> None:
        bench = self.viewport.bench
        after, key = bench.portrait.anchors, self._landmark
        bench.portrait.anchors = self._landmark_before
        self._landmark = None
        if after != self._landmark_before and key is not None:
            from yewfinch.core.anatomy.landmarks import LANDMARKS

            bench.portrait.set_field("anchors", after, f"Move {LANDMARKS[key].plain}")


def viewport_sees(viewport: Viewport, point: object) -> bool:
    """Is a point of the surface in sight, or hidden behind clay?"""
    import numpy as np

    p = np.asarray(point, float)
    x, y = viewport.camera().project(p)[0]
    if not np.isfinite([x, y]).all():
        return False
    found = viewport.look_at(QPointF(float(x), float(y)))
    return found is None or float(np.linalg.norm(found[0].point - p)) < 3.0
